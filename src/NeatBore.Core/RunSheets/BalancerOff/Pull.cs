using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOff
{
    private static class PullStep
    {
        public static readonly StepName Name = new("pull");
        public static readonly NumberSlot Peak = Name.Number("peak");
        public static readonly TickSlot Off = Name.Tick("off");
        public static readonly TickSlot Grease = Name.Tick("grease");
    }

    private static Judgement JudgePull(StepContext c)
    {
        var tool = c.Tool(PullerStep.Tool);
        var force = Pulling.ReleaseForce(c.Sheet);
        var expected = tool is null ? null : Pulling.ScrewAt(c.Sheet, tool, force.High);
        var rated = tool is null ? null : Pulling.ScrewAt(c.Sheet, tool, tool.RatedForceN);
        if (c.Number(PullStep.Peak) is not { } peak || !c.Taken(PullStep.Off))
        {
            var waiting = Prompt.Next(c);
            return c.Taken(PullStep.Grease) && expected is not null && rated is not null
                ? new Judgement(
                    Sentence.Of(
                        "Pull, holding the yoke. Expect up to {torque}; stop at {most}.",
                        ("torque", new Quantity(expected.TorqueNm, Dimension.Torque, 1)),
                        ("most", new Quantity(rated.TorqueNm, Dimension.Torque, 1))
                    ),
                    Answer: expected
                )
                : waiting;
        }

        var limit = rated?.TorqueNm ?? peak;
        var call = Call.Of(
            [Check.AtMost("pull torque", peak, limit, 0, Dimension.Torque, "the puller’s rating")],
            check =>
                Sentence.Of(
                    check.Verdict == Verdict.Go
                        ? "It came off with {value} at the screw; the puller’s rating is reached at {limit}."
                        : "{value} at the screw is past the puller’s rating, reached at {limit}.",
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
}
