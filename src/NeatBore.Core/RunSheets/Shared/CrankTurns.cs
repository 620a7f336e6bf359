using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What has to be so before anything turns the crank: no piston meets a valve, no lip is resting, no sealant setting.</summary>
internal static class CrankTurns
{
    /// <summary>What keeps pistons and valves apart; told once a build.</summary>
    public static readonly ChoiceName Valves = new("valves");
    private static readonly Option s_driveOn = new("drive-on", "timing drive on");
    private static readonly Option s_headOff = new("head-off", "head off");
    private static readonly Option s_heldClear = new("held-clear", "pistons held clear");
    private static readonly Option s_meet = new("meet", "drive off, head on");

    /// <summary>The tasks that leave something to rest, by kind.</summary>
    private static readonly string[] s_rests = ["front-seal", "timing-cover", "rear-seal"];

    /// <summary>Asks it at a step that turns the crank.</summary>
    public static Choice Asked(StepName at) => new(Valves, at, "Valves and pistons", _ => [s_driveOn, s_headOff, s_heldClear, s_meet]);

    /// <summary>What is looked at first where the crank was turned too soon.</summary>
    public static IReadOnlyList<Slot> Looked(StepContext c, string own) => TooSoon.Slots(c, Since(c, own), "What was resting, looked at");

    /// <summary>What the step says, given that and what it would say otherwise.</summary>
    public static Judgement Judge(StepContext c, string own, Judgement otherwise) => TooSoon.Judge(c, Since(c, own), otherwise);

    private static DateTimeOffset? Since(StepContext c, string own) => s_rests.Where(k => k != own).Select(k => c.Rests(k)?.Since).Max();

    /// <summary>What keeps the crank still; null where it may turn.</summary>
    /// <param name="c">The step that turns it.</param>
    /// <param name="own">The kind of its own task: its own turns within its own sealant's time are its own affair.</param>
    /// <param name="turnedAt">When it was turned; null before.</param>
    public static Judgement? Held(StepContext c, string own, DateTimeOffset? turnedAt)
    {
        if (c.Is(Valves, s_meet))
        {
            return new Judgement(
                Sentence.Of("Don’t turn it. Timing drive on, head off, or every piston half way down first."),
                new Call(Verdict.Stop, Sentence.Of("Drive off and head on: pistons meet valves, and bend them."), [])
            );
        }

        foreach (var kind in s_rests.Where(k => k != own))
        {
            if (c.Rests(kind) is not { } rest || (turnedAt is { } turned ? turned >= rest.Until || turned < rest.Since : rest.Over))
            {
                continue;
            }

            return turnedAt is null
                ? new Judgement(
                    Sentence.Of("{what}: leave the crank alone until then.", ("what", Quantity.Word(rest.What))),
                    Until: rest.Until,
                    Then: Sentence.Of("The time is up. It may turn, by hand.")
                )
                : new Judgement(
                    Sentence.Of(TooSoon.Crank),
                    new Call(
                        Verdict.Stop,
                        Sentence.Of(
                            "The crank was turned {left} too soon: {what}.",
                            ("left", Quantity.Minutes((rest.Until - turnedAt.Value).TotalMinutes)),
                            ("what", Quantity.Word(rest.What))
                        ),
                        []
                    )
                );
        }

        return null;
    }
}
