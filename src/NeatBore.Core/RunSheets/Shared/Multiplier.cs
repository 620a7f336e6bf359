using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A geared multiplier between wrench and nut: what its plate says of it.</summary>
internal static class Multiplier
{
    private const string RatioKey = "ratio";
    private const string LossKey = "efficiency";
    private const double UsualPercent = 95;

    /// <summary>Its ratio to one, and how much of that comes out, percent.</summary>
    public static IReadOnlyList<Slot> Slots { get; } =
    [
        new(RatioKey, "Gears’ ratio, to one", SlotKind.Number, Dimension.Number, 0.1, Plausible: new Band(1.5, 30)),
        new(LossKey, "% that comes out", SlotKind.Number, Dimension.Number, 1, Plausible: new Band(50, 100), Expected: UsualPercent),
    ];

    /// <summary>How many times the wrench's torque the nut gets; null before it is told.</summary>
    public static double? Gain(StepContext c) =>
        c.Number(c.Step.Name.Number(RatioKey)) is > 0 and var ratio
        && c.Number(c.Step.Name.Number(LossKey)) is > 0 and <= 100 and var percent
            ? ratio * percent / 100
            : null;

    /// <summary>What is still to be told of it, or can't be; null where it is known.</summary>
    public static Judgement? Judge(StepContext c) =>
        Gain(c) is not null ? null
        : Slots.FirstOrDefault(s => !c.Taken(s)) is { } next ? Prompt.For(next)
        : new Judgement(
            Sentence.Of("Read its plate again: a ratio above 1, and at most 100 % that comes out."),
            new Call(Verdict.LookAgain, Sentence.Of("No multiplier gives that."), [])
        );
}
