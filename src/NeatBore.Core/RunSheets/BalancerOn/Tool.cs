using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The draw tool from the crib: whether it goes into this nose, and what its nut takes.</summary>
public static partial class BalancerOn
{
    private static class ToolStep
    {
        public static readonly StepName Name = new("tool");
        public static readonly ToolSlot Tool = Name.Tool("tool");
        public static readonly NumberSlot Engaged = Name.Number("engaged");
    }

    /// <summary>What the tool has to be; its stud goes right in.</summary>
    private static ToolMatch.ToolNeed DrawNeed(StepContext c)
    {
        var (sheet, bolt) = (c.Sheet.Balancer!, c.Sheet.CrankBolt!);
        return new(
            "draw-tool",
            [new ToolMatch.ScrewLength(bolt.MajorMm, bolt.PitchMm, bolt.MajorMm)],
            sheet.Hub.LengthMm,
            HomeForce(c) is { High: > 0 } force ? force.High : 1
        );
    }

    private static IReadOnlyList<Slot> ToolSlots(StepContext c) =>
        [
            .. c.Sheet.CrankBolt is null
                ? Array.Empty<Slot>()
                :
                [
                    FromCrib.Maybe(ToolStep.Tool, "Draw tool", DrawNeed(c)),
                    new Slot(
                        ToolStep.Engaged,
                        "Its stud in the nose, threads in",
                        SlotKind.Number,
                        Dimension.Length,
                        0.5,
                        "rule",
                        Plausible: new Band(1, 100),
                        Required: false,
                        Expected: 1.5 * c.Sheet.CrankBolt.MajorMm
                    ),
                ],
            Slot.Tick(
                "adapter",
                "Adapter home or back a touch, as its maker says; stud right in, hub square on its "
                    + (Keyless.Is(c.Sheet) ? "nose" : "key")
            ),
        ];

    private static Judgement JudgeTool(StepContext c)
    {
        if (c.Sheet.CrankBolt is not { } bolt)
        {
            return Prompt.Next(c);
        }

        if (FromCrib.Refused(c, ToolStep.Tool, DrawNeed(c)) is { } refused)
        {
            return refused;
        }

        if (c.Number(ToolStep.Engaged) is not { } engaged || HomeForce(c) is not { High: > 0 } force)
        {
            return Prompt.Next(c);
        }

        var threads = ThreadEngagement.Solve(
            new ThreadEngagement.Request(
                new ScrewThread(bolt.MajorMm, bolt.PitchMm),
                engaged,
                force.High,
                NeatBoreDefaults.DrawStudTensileMpa,
                // A nose’s steel is known by its yield: it breaks no sooner.
                c.Sheet.Balancer!.Nose.Material.YieldMpa
            )
        );
        return new Judgement(
            Sentence.Of(
                threads.Call!.Verdict switch
                {
                    Verdict.Go when c.Step.Slots(c).All(s => !s.Required || c.Taken(s)) => "Its stud holds. Draw it on.",
                    Verdict.Go => "Its stud holds. Adapter and hub next.",
                    _ => "Run the stud in deeper, {least} at least. Stop if it binds.",
                },
                ("least", Quantity.Mm(Math.Ceiling(threads.MinimumEngagedMm), 1))
            ),
            threads.Call with
            {
                Checks = [.. threads.Call.Checks.Select(check => check with { Source = "Neat Bore default" })],
            },
            threads
        );
    }

    /// <summary>What the tool’s nut takes at a force, greased; null where none was picked, or its thread is not known.</summary>
    private static (double TorqueNm, double PitchMm)? AtItsNut(StepContext c, double forceN) =>
        c.Tool(ToolStep.Tool) is { Screw: { } thread } tool && Pulling.ScrewAt(c.Sheet, tool, forceN) is { } screw
            ? (screw.TorqueNm, thread.PitchMm)
            : null;
}
