using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>Pulled, up to what the puller is good for.</summary>
internal static class PullStep
{
    public static readonly StepName Name = new("pull");
    private const string LookItOver = "Look the puller over before it is used again, and nose and hub for damage.";
    private const string Hurt = "Put right what is hurt before anything goes on it; then Again, and look once more.";
    private static readonly PickSlot s_looked = Name.Pick("looked");
    private static readonly Option s_good = new("good", "all good");
    private static readonly Option s_hurt = new("hurt", "something is hurt");
    private static readonly NumberSlot s_peak = Name.Number("peak");
    private static readonly TickSlot s_off = Name.Tick("off");
    private static readonly TickSlot s_grease = Name.Tick("grease");

    public static Step Step =>
        new(Name, "Pull it", "pull")
        {
            Works = ["nose", "hub"],
            When = DesignRules.PressedOff,
            Slots = c =>
                WasTooHard(c)
                    ? [Slot.Pick(s_looked.Key, "Puller, screws, nose and hub looked at", s_good, s_hurt)]
                    :
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
                        )
                        {
                            IsDone = true,
                        },
                        Slot.Tick(s_off, "It is off and caught"),
                    ],
            Judge = Judge,
            CanHurt = true,
            Cautions = ["Stand clear, never in line with the loaded screw: pieces fly."],
        };

    /// <summary>What it took to come off can't be taken back; what it could have hurt can be looked at.</summary>
    private static bool WasTooHard(StepContext c) => c.StoppedBefore()?.Says.Do.Template is LookItOver or Hurt;

    private static Judgement JudgeLooked(StepContext c) =>
        c.Picked(s_looked) switch
        {
            null => Prompt.Next(c),
            var found when found == s_good.Id => new Judgement(
                Sentence.Of("It is off. Keep key, bolt and washer with it."),
                new Call(Verdict.Go, Sentence.Of("It came off hard; what that could have hurt was looked at, and is good."), [])
            ),
            _ => new Judgement(Sentence.Of(Hurt), new Call(Verdict.Stop, Sentence.Of("It came off hard, and something was hurt."), [])),
        };

    private static Judgement Judge(StepContext c)
    {
        if (WasTooHard(c))
        {
            return JudgeLooked(c);
        }

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
            call.Verdict == Verdict.Go ? Sentence.Of("It is off. Keep key, bolt and washer with it.") : Sentence.Of(LookItOver),
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
