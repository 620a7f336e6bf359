using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The draw tool from the crib: whether it goes into this nose, and what its nut takes.</summary>
internal static class ToolStep
{
    public static readonly StepName Name = new("tool");
    public static readonly ToolSlot Tool = Name.Tool("tool");
    private static readonly NumberSlot s_engaged = Name.Number("engaged");

    public static Step Step =>
        new(Name, "Draw tool in", "draw-tool")
        {
            Leaves = [new("draw tool in the nose", SeatStep.Name)],
            When = DesignRules.PressedOn,
            Slots = Slots,
            Judge = Judge,
            Gate = "its stud holds",
            CanHurt = true,
            Cautions = ["No hammer: it bruises rubber and thrust bearing. Not the crank bolt: it strips."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        [
            .. c.Sheet.CrankBolt is null
                ? Array.Empty<Slot>()
                :
                [
                    FromCrib.Maybe(Tool, "Draw tool", DrawNeed(c)),
                    new Slot(
                        s_engaged,
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

    private static Judgement Judge(StepContext c)
    {
        if (c.Sheet.CrankBolt is not { } bolt)
        {
            return Prompt.Next(c);
        }

        if (FromCrib.Refused(c, Tool, DrawNeed(c)) is { } refused)
        {
            return refused;
        }

        if (c.Number(s_engaged) is not { } engaged || Fit.HomeForce(c) is not { High: > 0 } force)
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

    /// <summary>What the tool has to be; its stud goes right in.</summary>
    private static ToolMatch.ToolNeed DrawNeed(StepContext c)
    {
        var (sheet, bolt) = (c.Sheet.Balancer!, c.Sheet.CrankBolt!);
        return new(
            "draw-tool",
            [new ToolMatch.ScrewLength(bolt.MajorMm, bolt.PitchMm, bolt.MajorMm)],
            sheet.Hub.LengthMm,
            Fit.HomeForce(c) is { High: > 0 } force ? force.High : 1
        );
    }
}
