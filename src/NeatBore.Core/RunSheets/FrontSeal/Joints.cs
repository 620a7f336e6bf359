using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Where castings meet in the seal's bore: the primer's flash time, and the clock of what is injected.</summary>
public static partial class FrontSeal
{
    private static Slot JointWarmth =>
        new(
            NotchesStep.Shop,
            "Temperature of the joint",
            SlotKind.Number,
            Dimension.Temperature,
            1,
            "thermometer",
            Plausible: new Band(-5, 45),
            Required: false,
            Expected: 19
        );

    private static SealantSheet? Injected(StepContext c) => c.Sheet.Sealants?.FirstOrDefault(s => s.Id == c.Chosen(Sealant));

    /// <summary>The press with its primer's flash time before it.</summary>
    private static Judgement Flashed(StepContext c, Judgement pressed)
    {
        if (c.TakenAt(CleanStep.Primer) is not { } primed)
        {
            return pressed;
        }

        var limit = c.Sheet.Usual(NeatBoreDefaults.PrimerFlash);
        var flash = TimeSpan.FromSeconds(limit.Low!.Value);
        if (c.Step.Slots(c).Where(s => s.Kind != SlotKind.Tool).Select(s => c.TakenAt(PressStep.Name, s)).Min() is not { } began)
        {
            return pressed with { Until = primed + flash, Then = Sentence.Of("The primer has flashed. Press it in.") };
        }

        var waited = began - primed;
        return pressed.Call is not { Verdict: Verdict.Go } || waited >= flash
            ? pressed
            : pressed with
            {
                Do = Sentence.Of("Look at its joints when it has run: the sealant may not have taken. Or out, and again."),
                Call = new Call(
                    Verdict.Decide,
                    Sentence.Of(
                        "Pressed {after} after the primer; it flashes {flash}.",
                        ("after", Quantity.Minutes(waited.TotalMinutes)),
                        ("flash", Quantity.Minutes(flash.TotalMinutes))
                    ),
                    [
                        Check.AtLeast("flash time", waited.TotalSeconds, flash.TotalSeconds, 0, Dimension.Seconds, limit.SourceWords) with
                        {
                            Verdict = Verdict.Decide,
                        },
                        .. pressed.Call.Checks,
                    ]
                ),
            };
    }

    private static SealantClock.Answer? Clocked(StepContext c) =>
        Injected(c) is { } product && c.TakenAt(NotchesStep.Pushed) is { } pushed
            ? SealantClock.Solve(new SealantClock.Request(product.Product, pushed, pushed, c.Number(NotchesStep.Shop) ?? 23))
            : null;

    private static Judgement JudgeNotches(StepContext c) =>
        Clocked(c) is { } clock
            ? new Judgement(
                Sentence.Of(
                    c.Taken(NotchesStep.Shop)
                        ? "In. Leave it and the crank alone while it sets; oil waits for its cure."
                        : "In. Leave it and the crank alone while it sets, longer in a cold shop: this is its time at 23 °C."
                ),
                Answer: clock,
                Until: clock.HandleAt,
                Then: Sentence.Of("It may be handled. Oil waits for its cure.")
            )
            : Prompt.Next(c);

    /// <summary>What was injected sets.</summary>
    private static Rest? Setting(StepContext c) =>
        Clocked(c) is { } clock ? new Rest("The sealant in the front seal’s joints sets", clock.HandleAt) : null;
}
