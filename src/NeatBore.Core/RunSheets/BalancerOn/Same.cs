using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOn
{
    private static class LookStep
    {
        public static readonly StepName Name = new("look");
        public static readonly PickSlot Found = Name.Pick("found");
        public static readonly PickSlot Came = Name.Pick("came");
    }

    private static bool Same(StepContext c) => c.Chosen(Which) == "same";

    /// <summary>Whether it is pressed on and measured: the same one goes back looked at.</summary>
    private static Applies Measured(StepContext c) =>
        DesignRules.PressedOn(c) is { Because: not null } not
            ? not
            : Applies.If(!Same(c), "The same one goes back: it is looked at, not measured.");

    private static Applies LookedAt(StepContext c) =>
        DesignRules.PressedOn(c) is { Because: not null } not ? not : Applies.If(Same(c), "Another one is measured.");

    /// <summary>The torque at the puller's screw that it came off with, N·m, from this build's own work; null where nobody read
    /// it.</summary>
    private static double? CameOffNm(StepContext c) => c.Task("balancer-off")?.Live("pull", "peak")?.Value;

    private static IReadOnlyList<Slot> LookSlots(StepContext c) =>
        [
            Slot.Pick(
                LookStep.Found,
                Keyless.Is(c.Sheet) ? "Nose, bore and faces looked at" : "Nose, bore and key looked at",
                new("clean", "clean"),
                new("dressed", "marks, dressed off with a stone"),
                new("galled", "torn, or worn bell-mouthed")
            ),
            .. CameOffNm(c) is not null
                ? Array.Empty<Slot>()
                :
                [
                    Slot.Pick(
                        LookStep.Came,
                        "How it came off",
                        new("hard", "hard, as a tight one"),
                        new("easily", "easily"),
                        new("unknown", "not known")
                    ),
                ],
        ];

    private static Judgement JudgeLook(StepContext c)
    {
        if (c.Picked(LookStep.Found) == "galled")
        {
            return new Judgement(
                Sentence.Of("Don’t put it back as it is. Choose “another one” and measure nose and bore."),
                new Call(Verdict.Stop, Sentence.Of("Torn or bell-mouthed metal does not hold a fit."), [])
            );
        }

        var torque = CameOffNm(c);
        if (!c.Taken(LookStep.Found) || (torque is null && !c.Taken(LookStep.Came)))
        {
            return Prompt.Next(c);
        }

        // What it takes to come off, at the loosest fit that the sheet allows, is the least that it came off with if it held.
        var band = Pulling.ReleaseForce(c.Sheet);
        if (torque is { } nm && ForceAt(c, nm) is { } force)
        {
            var check = Check.AtLeast("force it came off at", force, band.Low, 0, Dimension.Force, "predicted from the fit");
            check = check.Verdict == Verdict.Go ? check : check with { Verdict = Verdict.Decide };
            return new Judgement(
                check.Verdict == Verdict.Go
                    ? Sentence.Of("It held well: it goes back as it is.")
                    : Sentence.Of("It came off too easily: measure nose and bore, or say why it will hold."),
                Call.Of(
                    [check],
                    k =>
                        Sentence.Of(
                            "It came off with {force}; its fit takes {low} to {high}.",
                            ("force", Quantity.Newtons(k.Value)),
                            ("low", Quantity.Newtons(band.Low)),
                            ("high", Quantity.Newtons(band.High))
                        )
                )
            );
        }

        return c.Picked(LookStep.Came) is not "easily"
            ? new Judgement(
                Sentence.Of("It goes back as it is. Feel the force as it goes on."),
                new Call(
                    Verdict.Go,
                    c.Picked(LookStep.Came) == "unknown"
                        ? Sentence.Of("Looked at. Nobody knows how it came off: it was not measured.")
                        : Sentence.Of("Looked at, and it came off hard: not measured."),
                    []
                )
            )
            : new Judgement(
                Sentence.Of("It may have lost its grip: measure nose and bore, or say why it will hold."),
                new Call(Verdict.Decide, Sentence.Of("It came off easily: not measured."), [])
            );
    }

    /// <summary>The force of a greased forcing screw at a torque, by the puller that was picked for it, N; null where its screw isn't
    /// known.</summary>
    private static double? ForceAt(StepContext c, double nm) =>
        c.Task("balancer-off")?.Live("puller", "tool")?.Tool is { } puller && Pulling.ScrewAt(c.Sheet, puller, 1000) is { TorqueNm: > 0 } at
            ? 1000 * nm / at.TorqueNm
            : null;

    /// <summary>The fit that the sheet wants, from its loosest to its tightest, for what goes back without being measured.</summary>
    private static InterferenceFit.Answer BySheet(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        var wanted = c.Sheet.InterferenceOf(sheet);
        var friction = Chosen(c).Friction;
        InterferenceFit.Answer At(double interference) =>
            InterferenceFit.Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(
                        [new(0, 0, sheet.Nose.DiameterMm + interference)],
                        sheet.Nose.Material,
                        sheet.Nose.InnerDiameterMm,
                        RoughnessRzUm: sheet.Nose.RoughnessRzUm
                    ),
                    new InterferenceFit.HubPart(
                        [new(0, 0, sheet.Nose.DiameterMm)],
                        sheet.Hub.OuterDiameterMm,
                        sheet.Hub.Material,
                        RoughnessRzUm: sheet.Hub.RoughnessRzUm
                    ),
                    sheet.Hub.LengthMm - sheet.SeatedDepthMm,
                    new Band(friction.Low!.Value, friction.High!.Value)
                )
            );
        // Warmed for the tightest, and expected to take from what the loosest does.
        var tightest = At(wanted.High!.Value);
        return tightest with { PressForceN = new Band(At(wanted.Low!.Value).PressForceN.Low, tightest.PressForceN.High) };
    }
}
