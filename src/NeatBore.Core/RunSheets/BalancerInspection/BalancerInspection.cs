using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A balancer looked at and measured before it goes back: rubber, ring, hub and nose, mark, seal's track, and what becomes of
/// it.</summary>
public static partial class BalancerInspection
{
    private static readonly int[] s_sweepDeg = [0, 45, 90, 135, 180, 225, 270, 315];
    private static readonly Option s_sound = new("sound", "sound");

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        new(
            "balancer-inspect",
            1,
            "Inspection",
            sheet => sheet.MayHave(sheet.Balancer, "balancer") ? ["balancer"] : [],
            [],
            [
                new Step(RubberStep.Name, "Rubber", "inspect-rubber")
                {
                    Slots = _ =>
                        [
                            Slot.Tick("clean", "Wiped clean, in good light, both sides"),
                            Slot.Pick(
                                RubberStep.Front,
                                "Rubber, front",
                                s_sound,
                                new("fine", "fine cracks"),
                                new("deep", "deep cracks"),
                                new("bulge", "bulged"),
                                new("missing", "missing")
                            ),
                            Slot.Pick(
                                RubberStep.Back,
                                "Rubber, back",
                                s_sound,
                                new("fine", "fine cracks"),
                                new("deep", "deep cracks"),
                                new("bulge", "bulged"),
                                new("missing", "missing")
                            ),
                            Slot.Pick(RubberStep.Ring, "Ring on its hub", new("firm", "where it was"), new("moved", "moved in or out")),
                        ],
                    Judge = JudgeRubber,
                    Cautions = ["No solvent on the rubber: it swells. Lay it flat; it rolls."],
                },
                new Step(RadialStep.Name, "Run-out, radial", "sweep-radial")
                {
                    Slots = _ => Sweep(RadialStep.Name),
                    Judge = c => JudgeSweep(c, RadialStep.Name),
                    Cautions = ["Turn by hand. Sleeves tied, fingers out of belts."],
                },
                new Step(FaceStep.Name, "Run-out, face", "sweep-face")
                {
                    Slots = _ => Sweep(FaceStep.Name),
                    Judge = c => JudgeSweep(c, FaceStep.Name),
                    Cautions = ["Push the crank one way as you turn: float reads as run-out."],
                },
                new Step(MetalStep.Name, "Hub, keyway and nose", "inspect-metal")
                {
                    Slots = c =>
                        [
                            Slot.Pick(
                                MetalStep.Bore,
                                "Hub’s bore",
                                s_sound,
                                new("light", "light scores"),
                                new("deep", "deep scores"),
                                new("crack", "cracked")
                            ),
                            .. Keyless.Is(c.Sheet)
                                ? Array.Empty<Slot>()
                                :
                                [
                                    Slot.Pick(
                                        MetalStep.Keyway,
                                        "Keyway and key",
                                        s_sound,
                                        new("burr", "burred"),
                                        new("spread", "spread or rolled")
                                    ),
                                ],
                            Slot.Pick(MetalStep.Nose, "Nose", s_sound, new("light", "light scores"), new("worn", "worn or deep scores")),
                        ],
                    Judge = JudgeMetal,
                    Cautions = ["Keyway edges cut. Feel with a rag, not a thumb."],
                },
                new Step(MarkStep.Name, "Is the mark true?", "positive-stop")
                {
                    Slots = _ =>
                        [
                            Slot.Tick("stop", "Positive stop in cylinder 1"),
                            new Slot(
                                MarkStep.Before,
                                "Mark before centre, at the stop",
                                SlotKind.Number,
                                Dimension.Angle,
                                0.1,
                                "degree-wheel",
                                Plausible: new Band(5, 90),
                                Expected: 24
                            ),
                            new Slot(
                                MarkStep.After,
                                "Mark after centre, at the stop",
                                SlotKind.Number,
                                Dimension.Angle,
                                0.1,
                                "degree-wheel",
                                Plausible: new Band(5, 90),
                                Expected: 23.4
                            ),
                        ],
                    Judge = JudgeMark,
                    Cautions = ["Turn by hand only, softly on to the stop. Plugs out."],
                },
                new Step(GrooveStep.Name, "Where the seal ran", "track")
                {
                    When = c => Applies.If(c.Sheet.Balancer?.SealTrack is not null, "The seal does not run on this hub."),
                    Slots = c =>
                        [
                            Slot.Pick(
                                GrooveStep.Groove,
                                "Groove in the track",
                                new("none", "none to feel"),
                                new("felt", "a fingernail catches")
                            ) with
                            {
                                Same = "seal-groove/felt",
                            },
                            .. c.Picked(GrooveStep.Groove) == "felt"
                                ? new[]
                                {
                                    new Slot(
                                        GrooveStep.Centre,
                                        "Its middle, from the hub’s face",
                                        SlotKind.Number,
                                        Dimension.Length,
                                        0.1,
                                        "depth-gauge",
                                        Plausible: new Band(c.Sheet.Balancer!.SealTrack!.FromMm - 3, c.Sheet.Balancer!.SealTrack.ToMm + 3),
                                        Expected: c.Sheet.Balancer!.SealTrack.LipAtMm
                                    ) with
                                    {
                                        Same = "seal-groove/centre",
                                    },
                                    new Slot(
                                        GrooveStep.Width,
                                        "Its width",
                                        SlotKind.Number,
                                        Dimension.Length,
                                        0.1,
                                        "rule",
                                        Plausible: new Band(0.2, 6)
                                    ) with
                                    {
                                        Same = "seal-groove/width",
                                    },
                                    new Slot(
                                        GrooveStep.Depth,
                                        "Its depth",
                                        SlotKind.Number,
                                        Dimension.Length,
                                        0.01,
                                        "depth-gauge",
                                        Plausible: new Band(0, 0.5),
                                        Expected: 0.06
                                    ) with
                                    {
                                        Same = "seal-groove/depth",
                                    },
                                }
                                : [],
                        ],
                    Judge = JudgeGroove,
                    Cautions = ["No emery along the track: scratches pump oil out."],
                },
                new Step(VerdictStep.Name, "What now", "tree")
                {
                    Weighs = [RubberStep.Name, RadialStep.Name, FaceStep.Name, MetalStep.Name, MarkStep.Name, GrooveStep.Name],
                    Judge = JudgeVerdict,
                    Gate = "it may go back",
                    Cautions = ["A ring that lets go flies. In doubt, it does not go back."],
                },
            ]
        )
        {
            Comes = ["balancer-off"],
            Wants = new("balancer")
            {
                Not =
                [
                    "balancer/design",
                    "balancer/warm",
                    "balancer/nose",
                    "balancer/hub",
                    "balancer/seatedDepth",
                    "balancer/interference",
                    "balancer/roundness",
                    "balancer/taper",
                    "balancer/tilt",
                    "balancer/measureRadiusMm",
                    "balancer/puller",
                    .. BalancerDesign.All.Select(d => d.Part).OfType<string>(),
                    "balancer/ring/inner",
                    "balancer/ring/width",
                    "balancer/ring/rubber",
                ],
            },
        };

    private static Call Found(Verdict verdict, string why) => new(verdict, Sentence.Of(why), []);
}
