using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The step where the puller is picked, whatever the design.</summary>
internal static class PullerStep
{
    public static readonly StepName Name = new("puller");
    public static readonly ToolSlot Tool = Name.Tool("tool");
    public static readonly TickSlot Behind = Name.Tick("behind");
    public static readonly NumberSlot Engaged = Name.Number("engaged");
}

/// <summary>What a puller has to hold, and whether the hub's threads do: what the pressed designs share.</summary>
internal static class Pulling
{
    /// <summary>What ordinary fits leave of a thread's basic shear area.</summary>
    private const double OrdinaryFit = 0.8;

    /// <summary>Length of a screw that its yoke and washers take up, mm.</summary>
    private const double YokeMm = 20;

    /// <summary>What it may take to come off: the sheet's tightest fit, at the friction of years.</summary>
    public static Band ReleaseForce(EngineSheet engine)
    {
        var sheet = engine.Balancer!;
        var friction = engine.Usual(NeatBoreDefaults.PullFriction);
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
        var wanted = engine.InterferenceOf(sheet);
        return new Band(At(wanted.Low!.Value).PullForceN!.Low, At(wanted.High!.Value).PullForceN!.High);
    }

    /// <summary>A puller with screws in the hub's threads; null where the sheet knows none.</summary>
    /// <param name="sheet">The engine.</param>
    /// <param name="throughMm">What the screws pass before they reach the hub, mm.</param>
    public static ToolMatch.ToolNeed? ByScrews(EngineSheet sheet, double throughMm) =>
        sheet.Balancer!.Puller is { } puller
            ? new ToolMatch.ToolNeed(
                "hub-puller",
                [new ToolMatch.ScrewLength(puller.MajorMm, puller.PitchMm, puller.DepthMm + throughMm + YokeMm)],
                puller.ReachMm,
                ReleaseForce(sheet).High,
                puller.BoltCircleMm,
                puller.Holes,
                NoseTip: puller.NoseTip
            )
            : null;

    /// <summary>The puller, and how far its screws are in.</summary>
    public static IReadOnlyList<Slot> ScrewSlots(StepContext c)
    {
        var depth = c.Sheet.Balancer!.Puller!.DepthMm;
        return
        [
            new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: NeedOf(c)),
            new Slot(
                PullerStep.Engaged,
                "Screws in by fingers",
                SlotKind.Number,
                Dimension.Length,
                0.1,
                "rule",
                Plausible: new Band(2, depth + 15),
                Expected: depth
            ),
        ];
    }

    /// <summary>The forcing screw at a force, greased; null where the tool's thread is not known.</summary>
    public static ForcingScrew.Answer? ScrewAt(EngineSheet sheet, ToolMatch.CribTool tool, double force)
    {
        var friction = sheet.Usual(NeatBoreDefaults.GreasedScrewFriction).High!.Value;
        return tool.Screw is { } thread
            ? ForcingScrew.Solve(
                new ForcingScrew.Request(force, thread, friction, friction, thread.MajorMm / 2, RatedForceN: tool.RatedForceN)
            )
            : null;
    }

    /// <summary>Where the pull has to stop, with the puller that was picked and its screws as far in as they are; null where its screw or
    /// the hub's threads are not known.</summary>
    public static Pull.Answer? Stop(StepContext c, ToolMatch.CribTool tool) =>
        tool.Screw is { } thread && c.Sheet.Balancer!.Puller is { } puller
            ? Pull.Solve(
                new Pull.Request(
                    ReleaseForce(c.Sheet),
                    new Pull.PullerTool(
                        tool.RatedForceN > 0 ? tool.RatedForceN : null,
                        Math.Min(12, tool.Holes is { } own ? Math.Min(own, puller.Holes) : puller.Holes)
                    ),
                    new Pull.PullerScrew(
                        thread,
                        c.Sheet.Usual(NeatBoreDefaults.GreasedScrewFriction).High!.Value,
                        c.Sheet.Usual(NeatBoreDefaults.GreasedScrewFriction).High!.Value,
                        thread.MajorMm / 2,
                        NeatBoreDefaults.PullerScrewYieldMpa
                    ),
                    new Pull.PulledThread(
                        new ScrewThread(puller.MajorMm, puller.PitchMm),
                        c.Number(PullerStep.Engaged) ?? puller.DepthMm,
                        puller.ScrewTensileMpa,
                        puller.HubTensileMpa
                    )
                )
            )
            : null;

    /// <summary>Whether a puller is picked that fits.</summary>
    public static bool Fits(StepContext c) => c.Tool(PullerStep.Tool) is { } tool && Matched(c, tool).Refused.Count == 0;

    /// <summary>A puller that is not picked yet, or does not fit.</summary>
    public static Judgement JudgeTool(StepContext c)
    {
        if (c.Tool(PullerStep.Tool) is not { } tool || Matched(c, tool) is not { Refused: [var refusal, ..] } match)
        {
            return Prompt.Next(c);
        }

        // An early Stop: the screws are not run in to a puller that won't do.
        var needN = NeedOf(c).ForceN!.Value;
        return new Judgement(
            Sentence.Of("Not this puller. Cross it out and pick another."),
            new Call(
                Verdict.Stop,
                Sentence.Of("{tool}: {why}.", ("tool", Quantity.Word(tool.Name ?? tool.Id)), ("why", Quantity.Word(refusal.Because))),
                tool.RatedForceN < needN
                    ? [Check.AtLeast("rated force", tool.RatedForceN, needN, 0, Dimension.Force, "expected at the tightest fit")]
                    : []
            ),
            match
        );
    }

    /// <summary>Whether the hub's threads and the puller hold the force of the tightest fit.</summary>
    public static Judgement JudgeScrews(StepContext c)
    {
        if (!Fits(c))
        {
            return JudgeTool(c);
        }

        var (tool, need) = (c.Tool(PullerStep.Tool)!, NeedOf(c));
        var needN = need.ForceN!.Value;
        if (c.Number(PullerStep.Engaged) is not { } engaged)
        {
            return new Judgement(
                Sentence.Of(
                    "Run the {count} screws in by fingers, at least {depth}. Stop at once if one binds.",
                    ("count", Quantity.Count(need.Holes!.Value)),
                    ("depth", Quantity.Mm(c.Sheet.Balancer!.Puller!.MajorMm, 1))
                ),
                Answer: Matched(c, tool)
            );
        }

        var puller = c.Sheet.Balancer!.Puller!;
        var threads = ThreadEngagement.Solve(
            new ThreadEngagement.Request(
                new ScrewThread(puller.MajorMm, puller.PitchMm),
                engaged,
                needN,
                puller.ScrewTensileMpa,
                puller.HubTensileMpa,
                puller.Holes,
                AreaFactor: OrdinaryFit
            )
        );
        var screw = ScrewAt(c.Sheet, tool, needN);
        var call = Call.Of(
            [
                .. threads.Call!.Checks.Select(check => check with { Source = "Neat Bore default" }),
                Check.AtLeast("rated force", tool.RatedForceN, needN, 0, Dimension.Force, "expected at the tightest fit"),
            ],
            check =>
                (check.Name, check.Verdict) switch
                {
                    (_, Verdict.Go) => Sentence.Of(
                        "Each screw carries {load} of what it can; the tool is rated for {rated} and {needed} may be needed.",
                        ("load", Quantity.Share(threads.Utilisation)),
                        ("rated", Quantity.Newtons(tool.RatedForceN)),
                        ("needed", Quantity.Newtons(needN))
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

    private static ToolMatch.ToolNeed NeedOf(StepContext c) => DesignRules.Of(c).Need(c.Sheet)!;

    private static ToolMatch.Answer Matched(StepContext c, ToolMatch.CribTool tool) =>
        ToolMatch.Solve(new ToolMatch.Request(NeedOf(c), [tool]));
}
