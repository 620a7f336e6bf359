using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What was done too soon was done: a crank turned on a lip that rests, oil in before its joint is cured. No later tick makes it
/// good. It is renewed at its own step, or looked at and then the builder's to decide; whether it holds the first run says.</summary>
internal static class TooSoon
{
    public const string Lip = "Turned too soon: look at the lip, or a lead says why it will hold.";
    public const string Crank = "Turned too soon: look at it, or a lead says why it will hold.";
    public const string Oil = "Oiled too soon. Drain it, look along the joint, wait, or a lead says why it will hold.";

    private const string Hurt = "It won’t hold. Renew it at its own step, then Again here.";
    private const string Key = "looked";
    private static readonly Option s_whole = new("whole", "whole, and nothing creeps");
    private static readonly Option s_hurt = new("hurt", "rolled, torn or creeping");

    /// <summary>What was looked at comes first in the round after; none otherwise.</summary>
    /// <param name="c">The step.</param>
    /// <param name="since">When what was to be left alone was begun last; null where nothing was.</param>
    /// <param name="what">What is looked at.</param>
    public static IReadOnlyList<Slot> Slots(StepContext c, DateTimeOffset? since, string what) =>
        Was(c, since) ? [Slot.Pick(Key, what, s_whole, s_hurt)] : [];

    /// <summary>What the step says of it, given what it would say otherwise.</summary>
    /// <param name="c">The step.</param>
    /// <param name="since">When what was to be left alone was begun last; null where nothing was.</param>
    /// <param name="otherwise">What it says otherwise.</param>
    public static Judgement Judge(StepContext c, DateTimeOffset? since, Judgement otherwise) =>
        !Was(c, since) || otherwise.Call is { Verdict: not Verdict.Go } ? otherwise
        : c.Picked(c.Step.Name.Pick(Key)) is not { } found ? Prompt.Next(c)
        : found == s_hurt.Id
            ? new Judgement(
                Sentence.Of(Hurt),
                new Call(Verdict.Stop, Sentence.Of("It was done too soon, and what was to be left alone is hurt."), [])
            )
        : c.Step.Slots(c).Any(s => s.Required && !c.Taken(s)) ? otherwise
        : new Judgement(
            Sentence.Of("It looks whole. Say why it will do; the first run says whether it is dry."),
            new Call(Verdict.Decide, Sentence.Of("It was done too soon, and looked at since."), otherwise.Call?.Checks ?? []),
            Answer: otherwise.Answer
        );

    private static bool Was(StepContext c, DateTimeOffset? since) =>
        c.StoppedBefore() is var (said, at) && said.Do.Template is Lip or Crank or Oil or Hurt && !(since > at);
}
