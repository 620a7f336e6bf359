using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The same one back: looked at, not measured.</summary>
internal static class LookStep
{
    public static readonly StepName Name = new("look");
    private static readonly PickSlot s_found = Name.Pick("found");
    private static readonly Option s_clean = new("clean", "clean");
    private static readonly Option s_dressed = new("dressed", "marks, dressed off with a stone");
    private static readonly Option s_galled = new("galled", "torn, or worn bell-mouthed");
    private static readonly PickSlot s_came = Name.Pick("came");
    private static readonly Option s_hard = new("hard", "hard, as a tight one");
    private static readonly Option s_easily = new("easily", "easily");
    private static readonly Option s_unknown = new("unknown", "not known");

    public static Step Step =>
        new(Name, "The same one, looked at", "balancer-parts")
        {
            When = LookedAt,
            Slots = Slots,
            Judge = Judge,
            Gate = "good to go back",
            CanHurt = true,
            Cautions = ["Keyway edges cut. It rolls, and it is heavy: lay it flat."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        [
            Slot.Pick(
                s_found,
                Keyless.Is(c.Sheet) ? "Nose, bore and faces looked at" : "Nose, bore and key looked at",
                s_clean,
                s_dressed,
                s_galled
            ),
            .. CameOffNm(c) is not null ? Array.Empty<Slot>() : [Slot.Pick(s_came, "How it came off", s_hard, s_easily, s_unknown)],
        ];

    private static Judgement Judge(StepContext c)
    {
        if (c.Is(s_found, s_galled))
        {
            return new Judgement(
                Sentence.Of("Don’t put it back as it is. Choose “another one” and measure nose and bore."),
                new Call(Verdict.Stop, Sentence.Of("Torn or bell-mouthed metal does not hold a fit."), [])
            );
        }

        var torque = CameOffNm(c);
        if (!c.Taken(s_found) || (torque is null && !c.Taken(s_came)))
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

        return !c.Is(s_came, s_easily)
            ? new Judgement(
                Sentence.Of("It goes back as it is. Feel the force as it goes on."),
                new Call(
                    Verdict.Go,
                    c.Is(s_came, s_unknown)
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

    private static Applies LookedAt(StepContext c) =>
        DesignRules.PressedOn(c) is { Because: not null } not ? not : Applies.If(Which.IsSame(c), "Another one is measured.");

    /// <summary>The torque at the puller's screw that it came off with, N·m, from this build's own work; null where nobody read
    /// it.</summary>
    private static double? CameOffNm(StepContext c) => c.Task("balancer-off")?.Live("pull", "peak")?.Value;

    /// <summary>The force of a greased forcing screw at a torque, by the puller that was picked for it, N; null where its screw isn't
    /// known.</summary>
    private static double? ForceAt(StepContext c, double nm) =>
        c.Task("balancer-off")?.Live("puller", "tool")?.Tool is { } puller && Pulling.ScrewAt(c.Sheet, puller, 1000) is { TorqueNm: > 0 } at
            ? 1000 * nm / at.TorqueNm
            : null;
}
