using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>Pulled, up to what the puller is good for.</summary>
internal static class PullStep
{
    public static readonly StepName Name = new("pull");
    private static readonly NumberSlot s_peak = Name.Number("peak");
    private static readonly TickSlot s_off = Name.Tick("off");
    private static readonly TickSlot s_grease = Name.Tick("grease");

    public static Step Step =>
        new(Name, "Pull it", "pull")
        {
            Works = ["nose", "hub"],
            When = DesignRules.PressedOff,
            Slots = c =>
                [
                    Slot.Tick(s_grease, "Forcing screw greased, tip on the nose’s rim"),
                    new Slot(
                        s_peak,
                        "Peak torque",
                        SlotKind.Number,
                        Dimension.Torque,
                        1,
                        "torque-wrench",
                        Plausible: new Band(1, 600),
                        Required: false
                    ),
                    Slot.Tick(s_off, "It is off and caught"),
                ],
            Judge = Judge,
            Cautions = ["Stand clear, never in line with the loaded screw: pieces fly."],
        };

    private static Judgement Judge(StepContext c)
    {
        var tool = c.Tool(PullerStep.Tool);
        var force = Pulling.ReleaseForce(c.Sheet);
        var expected = tool is null ? null : Pulling.ScrewAt(c.Sheet, tool, force.High);
        var rated = tool is null ? null : Pulling.ScrewAt(c.Sheet, tool, tool.RatedForceN);
        var stop = tool is null ? null : Pulling.Stop(c, tool);
        var (most, weakest, estimated) = stop is not null
            ? (stop.StopNm, stop.Weakest, stop.Parts.First(p => p.Id == stop.Weakest).Estimated)
            : (rated?.TorqueNm ?? double.NaN, Calculators.Tooling.Pull.PullPart.Puller, false);
        if (!c.Taken(s_off))
        {
            var waiting = Prompt.Next(c);
            return c.Taken(s_grease) && expected is not null && rated is not null
                ? new Judgement(
                    Sentence.Of(
                        "Pull, holding the yoke. Expect up to {torque}; stop at {most}: {weakest}.",
                        ("torque", new Quantity(expected.TorqueNm, Dimension.Torque, 1)),
                        ("most", new Quantity(most, Dimension.Torque, 1)),
                        ("weakest", Quantity.Word(Named(weakest, estimated)))
                    ),
                    Answer: expected
                )
                : waiting;
        }

        if (c.Is(Turned.Name, Turned.Impact))
        {
            return new Judgement(
                Sentence.Of("Look at the puller, the nose’s rim and the hub’s threads before either is used again."),
                new Call(
                    Verdict.Decide,
                    Sentence.Of("Blows hide the force it took, and mark the nose: only with a puller that its maker allows it for."),
                    []
                ),
                expected
            );
        }

        if (c.Number(s_peak) is not { } peak)
        {
            return new Judgement(
                Sentence.Of("It is off. Keep key, bolt and washer with it."),
                new Call(Verdict.Go, Sentence.Of("It came off; nobody read with how much."), []),
                expected
            );
        }

        var limit = double.IsNaN(most) ? peak : most;
        var call = Call.Of(
            [Check.AtMost("pull torque", peak, limit, 0, Dimension.Torque, Named(weakest, estimated))],
            check =>
                Sentence.Of(
                    check.Verdict == Verdict.Go
                        ? "It came off with {value} at the greased screw; {weakest} sets the stop at {limit}."
                        : "{value} at the greased screw is past where {weakest} wants it stopped, {limit}.",
                    ("weakest", Quantity.Word(Named(weakest, estimated))),
                    ("value", new Quantity(check.Value, Dimension.Torque, 1)),
                    ("limit", new Quantity(check.Limit, Dimension.Torque, 1))
                )
        )!;
        return new Judgement(
            call.Verdict == Verdict.Go
                ? Sentence.Of("It is off. Keep key, bolt and washer with it.")
                : Sentence.Of("Look the puller over before it is used again, and nose and hub for damage."),
            call,
            expected
        );
    }

    private static string Named(Calculators.Tooling.Pull.PullPart part, bool estimated) =>
        part switch
        {
            Calculators.Tooling.Pull.PullPart.Screw => "the forcing screw itself",
            Calculators.Tooling.Pull.PullPart.Threads => "the threads in the hub",
            Calculators.Tooling.Pull.PullPart.Tip => "the nose’s tip",
            _ => estimated ? "the puller, estimated from its screw" : "the puller’s rating",
        };
}
