using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOff
{
    private static class PullerStep
    {
        public static readonly StepName Name = new("puller");
        public static readonly ToolSlot Tool = Name.Tool("tool");
        public static readonly TickSlot Behind = Name.Tick("behind");
        public static readonly NumberSlot Engaged = Name.Number("engaged");
        public static readonly TickSlot Through = Name.Tick("through");
    }

    /// <summary>What ordinary fits leave of a thread's basic shear area.</summary>
    private const double OrdinaryFit = 0.8;

    /// <summary>Length of a screw that its yoke and washers take up, mm.</summary>
    private const double YokeMm = 20;

    private static Judgement JudgePlan(StepContext c)
    {
        if (c.Chosen(Grip) == "ring")
        {
            return new Judgement(
                Sentence.Of("Don’t pull on the ring. Choose the hub, below the drawing."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "The ring is only bonded to the hub by {rubber} of rubber: it would come off and leave the hub behind.",
                        ("rubber", Quantity.Mm(c.Sheet.Balancer.Ring.RubberMm, 0.1))
                    ),
                    []
                )
            );
        }

        if (Design(c) == BalancerDesign.Solid)
        {
            return JudgePuller(c);
        }

        var need = Need(c);
        if (c.Tool(PullerStep.Tool) is not { } tool || ToolMatch.Solve(new ToolMatch.Request(need, [tool])).Refused.Count > 0)
        {
            return JudgePuller(c);
        }

        if (Design(c) == BalancerDesign.Spoked)
        {
            if (!c.Taken(PullerStep.Behind))
            {
                return new Judgement(
                    Sentence.Of(
                        "Jaws right behind the hub, between its {count} spokes, {reach} in. Nothing on the ring.",
                        ("count", Quantity.Count(c.Sheet.Balancer.Spokes!.Spokes)),
                        ("reach", Quantity.Mm(c.Sheet.Balancer.Spokes.ReachMm, 1))
                    )
                );
            }

            var screw = ScrewAt(tool, need.ForceN);
            var call = Call.Of(
                [Check.AtLeast("rated force", tool.RatedForceN, need.ForceN, 0, Dimension.Force, "expected at the tightest fit")],
                _ =>
                    Sentence.Of(
                        "The tool is rated for {rated} and {needed} may be needed.",
                        ("rated", Quantity.Newtons(tool.RatedForceN)),
                        ("needed", Quantity.Newtons(need.ForceN))
                    )
            );
            return new Judgement(
                Sentence.Of(
                    "It holds. Expect up to {torque} at its screw. Pull it.",
                    ("torque", new Quantity(screw?.TorqueNm ?? 0, Dimension.Torque, 1))
                ),
                call,
                screw
            );
        }

        var judged = JudgePuller(c);
        return c.Number(PullerStep.Engaged) is { } engaged && engaged < c.Sheet.Balancer.Puller!.DepthMm && judged.Call is not null
                ? judged with
                {
                    Do = Sentence.Of(
                        "Run the screws right through the steel hub: {more} more.",
                        ("more", Quantity.Mm(c.Sheet.Balancer.Puller.DepthMm - engaged, 0.1))
                    ),
                    Call = Call.Of(
                        [
                            Check.AtLeast(
                                "engagement",
                                engaged,
                                c.Sheet.Balancer.Puller.DepthMm,
                                0,
                                Dimension.Length,
                                "right through the steel hub"
                            ),
                        ],
                        check =>
                            Sentence.Of(
                                "{value} engaged; the steel hub is {limit} through.",
                                ("value", Quantity.Mm(check.Value, 0.1)),
                                ("limit", Quantity.Mm(check.Limit, 0.1))
                            )
                    ),
                }
            : judged.Call is not null && !c.Taken(PullerStep.Through) ? Prompt.Next(c)
            : judged;
    }

    /// <summary>What it may take to come off: the sheet's tightest fit, at the friction of years.</summary>
    private static Band ReleaseForce(BalancerSheet sheet)
    {
        var friction = NeatBoreDefaults.PullFriction;
        var bore = sheet.Nose.DiameterMm;
        InterferenceFit.Answer At(double interference) =>
            InterferenceFit.Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(
                        [new(0, 0, bore + interference)],
                        sheet.Nose.Material,
                        sheet.Nose.InnerDiameterMm,
                        RoughnessRzUm: sheet.Nose.RoughnessRzUm
                    ),
                    new InterferenceFit.HubPart(
                        [new(0, 0, bore)],
                        sheet.Hub.OuterDiameterMm,
                        sheet.Hub.Material,
                        RoughnessRzUm: sheet.Hub.RoughnessRzUm
                    ),
                    sheet.Hub.LengthMm - sheet.SeatedDepthMm,
                    new Band(friction.Low!.Value, friction.High!.Value),
                    new Band(friction.Low!.Value, friction.High!.Value)
                )
            );
        var wanted = sheet.Interference ?? NeatBoreDefaults.Interference;
        return new Band(At(wanted.Low!.Value).PullForceN!.Low, At(wanted.High!.Value).PullForceN!.High);
    }

    private static ToolMatch.ToolNeed Need(StepContext c) => NeedOf(c.Sheet)!;

    /// <summary>What a puller must fit on this engine, with the force of its tightest fit; null where nothing is pulled.</summary>
    internal static ToolMatch.ToolNeed? NeedOf(EngineSheet sheet)
    {
        var force = ReleaseForce(sheet.Balancer).High;
        if (sheet.Balancer.Spokes is { } spokes)
        {
            return new ToolMatch.ToolNeed("jaw-puller", [], spokes.ReachMm, force, SpreadMm: spokes.GripDiameterMm, NoseTip: "nose cap");
        }

        if (sheet.Balancer.Puller is not { } puller)
        {
            return null;
        }

        var through = sheet.Balancer.Body?.ThicknessMm ?? 0;
        return new ToolMatch.ToolNeed(
            "hub-puller",
            [new ToolMatch.ScrewLength(puller.MajorMm, puller.PitchMm, puller.DepthMm + through + YokeMm)],
            puller.ReachMm,
            force,
            puller.BoltCircleMm,
            puller.Holes,
            NoseTip: puller.NoseTip
        );
    }

    private static ForcingScrew.Answer? ScrewAt(ToolMatch.CribTool tool, double force)
    {
        var friction = NeatBoreDefaults.GreasedScrewFriction.High!.Value;
        return tool.Screw is { } thread
            ? ForcingScrew.Solve(
                new ForcingScrew.Request(force, thread, friction, friction, thread.MajorMm / 2, RatedForceN: tool.RatedForceN)
            )
            : null;
    }

    private static Judgement JudgePuller(StepContext c)
    {
        if (c.Tool(PullerStep.Tool) is not { } tool)
        {
            return Prompt.Next(c);
        }

        var need = Need(c);
        var match = ToolMatch.Solve(new ToolMatch.Request(need, [tool]));
        if (match.Refused is [var refusal])
        {
            // An early Stop: the screws are not run in to a puller that won't do.
            return new Judgement(
                Sentence.Of("Not this puller. Strike it and pick another."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("{tool}: {why}.", ("tool", Quantity.Word(tool.Name ?? tool.Id)), ("why", Quantity.Word(refusal.Because))),
                    tool.RatedForceN < need.ForceN
                        ? [Check.AtLeast("rated force", tool.RatedForceN, need.ForceN, 0, Dimension.Force, "expected at the tightest fit")]
                        : []
                ),
                match
            );
        }

        if (c.Number(PullerStep.Engaged) is not { } engaged)
        {
            return new Judgement(
                Sentence.Of(
                    "Run the {count} screws in by fingers, at least {depth}. Stop at once if one binds.",
                    ("count", Quantity.Count(need.Holes!.Value)),
                    ("depth", Quantity.Mm(c.Sheet.Balancer.Puller!.MajorMm, 1))
                ),
                Answer: match
            );
        }

        var puller = c.Sheet.Balancer.Puller!;
        var threads = ThreadEngagement.Solve(
            new ThreadEngagement.Request(
                new ScrewThread(puller.MajorMm, puller.PitchMm),
                engaged,
                need.ForceN,
                puller.ScrewTensileMpa,
                puller.HubTensileMpa,
                puller.Holes,
                AreaFactor: OrdinaryFit
            )
        );
        var screw = ScrewAt(tool, need.ForceN);
        var call = Call.Of(
            [
                .. threads.Call!.Checks.Select(check => check with { Source = "Neat Bore default" }),
                Check.AtLeast("rated force", tool.RatedForceN, need.ForceN, 0, Dimension.Force, "expected at the tightest fit"),
            ],
            check =>
                (check.Name, check.Verdict) switch
                {
                    (_, Verdict.Go) => Sentence.Of(
                        "Each screw carries {load} of what it can; the tool is rated for {rated} and {needed} may be needed.",
                        ("load", Quantity.Share(threads.Utilisation)),
                        ("rated", Quantity.Newtons(tool.RatedForceN)),
                        ("needed", Quantity.Newtons(need.ForceN))
                    ),
                    _ => threads.Call.Why,
                }
        )!;
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "It holds. Expect up to {torque} at its screw. Square the yoke.",
                    Verdict.Decide => "Run the screws in deeper, or say why it will do.",
                    _ => "The threads would not hold. Run them in deeper, or free the fit first.",
                },
                ("torque", new Quantity(screw?.TorqueNm ?? 0, Dimension.Torque, 1))
            ),
            call,
            threads
        );
    }
}
