using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A bolt that was pulled too far, or whose thread began to go, comes out, and its hole is looked at before any is pulled again:
/// slackened and set lower it would only hide what was done to it. It is renewed where it is used once or turned by an angle, yielded,
/// or is longer than its fellows (VDI 2230 part 1: a bolt that yielded keeps no preload to count on).</summary>
internal static class BoltOut
{
    public const string Pulled = "Stop at {name}. Bolt out; look at thread, washer and hole before the next.";
    public const string WouldNotTurn = "Don’t force it. Bolt out: look at thread, length and hole; a new bolt, from its first torque.";
    public const string TurnedPast = "Bolt out: it is stretched. A new bolt, from its first torque.";
    public const string OneOfThem = "Over-tightened. Take that one out, look at its thread, fit a new one.";
    public const string Stretched = "Turned too far: it is stretched. Bolt out; new bolt.";
    public const string OverTightened = "Over-tightened. Take the bolt out, look at thread and washer; new bolt.";
    public const string Stripping = "The thread is going. Bolt out; look at the crank’s thread before anything else.";
    public const string CrossThreaded = "It ran hard long before it was down: cross-threaded. Bolt out.";
    public const string Yielding = "Stop pulling. Bolt out, look at its thread; new bolt.";

    private const string NoHold = "Nothing is pulled in this hole. Have its thread made good first, then Again.";
    private const string Key = "bolt-out";
    private static readonly Option s_renewed = new("renewed", "thread good, a new bolt goes in");
    private static readonly Option s_again = new("again", "thread good, the bolt as long as its fellows: it goes in again");
    private static readonly Option s_hurt = new("hurt", "thread hurt");
    private static readonly string[] s_out =
    [
        Pulled,
        WouldNotTurn,
        TurnedPast,
        OneOfThem,
        Stretched,
        OverTightened,
        Stripping,
        CrossThreaded,
        Yielding,
        NoHold,
    ];

    // One that was stretched, or whose own thread was the trouble, is never good again.
    private static readonly string[] s_spent = [WouldNotTurn, TurnedPast, Stretched, OverTightened, CrossThreaded, Yielding, NoHold];

    /// <summary>What was found of the bolt and its hole, where the round before ended in such a Stop; none otherwise.</summary>
    /// <param name="c">The step.</param>
    /// <param name="renew">Whether it is renewed in any case.</param>
    public static IReadOnlyList<Slot> Slots(StepContext c, bool renew) =>
        Before(c) is not { } stop ? []
        : renew || s_spent.Contains(stop.Do.Template) ? [Slot.Pick(Key, Label(stop), s_renewed, s_hurt)]
        : [Slot.Pick(Key, Label(stop), s_renewed, s_again, s_hurt)];

    /// <summary>What comes before any pull; null once it is out and looked at.</summary>
    /// <param name="c">The step.</param>
    public static Judgement? Judge(StepContext c) =>
        Before(c) is not { } stop ? null
        : c.Picked(c.Step.Name.Pick(Key)) is not { } found ? new Judgement(Sentence.Of("{bolt}.", ("bolt", Quantity.Word(Label(stop)))))
        : found != s_hurt.Id ? null
        : new Judgement(
            Sentence.Of(NoHold),
            new Call(Verdict.Stop, Sentence.Of("The thread is hurt: it holds no torque that can be counted on."), [])
        );

    private static Judgement? Before(StepContext c) => c.StoppedBefore() is var (stop, _) && s_out.Contains(stop.Do.Template) ? stop : null;

    private static string Label(Judgement stop) =>
        stop.Call?.Checks.FirstOrDefault(k => k.Verdict == Verdict.Stop)?.Bolt is { } id
            ? $"Bolt {id} out, its hole looked at"
            : "Bolt out, its hole looked at";
}
