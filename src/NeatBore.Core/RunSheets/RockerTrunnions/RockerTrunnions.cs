using System.Globalization;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A set of rockers on pressed trunnions: one at a time out, measured, pressed, floated and clipped; and the odd one out of the
/// set.</summary>
public static partial class RockerTrunnions
{
    private static class TrunnionStep
    {
        public static readonly StepName Name = new("trunnion");
        public static readonly PickSlot Turns = Name.Pick("turns");
    }

    private const string Rocker = "rocker";
    private static readonly PressedIn.Parts s_parts = new(
        "bush",
        "body",
        "Don’t press it: this body is worn. Another body, or an oversize bush.",
        "Don’t press it: the body would split. Hone {by} out of its bore."
    );

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        new(
            "rocker-trunnions",
            1,
            "Rocker trunnions",
            Places,
            [KitChoice, PressChoice],
            [
                new Step(SetStep.Name, "The set on its tray", "tray")
                {
                    Slots = _ =>
                        [
                            new Slot("kit", "Kit’s part number", SlotKind.Text),
                            new Slot(SetStep.Places, "Places laid out, such as 1-12", SlotKind.Text),
                            Slot.Tick("marked", "Each rocker marked with its place"),
                        ],
                    Judge = JudgeSet,
                    Gate = "every place has its rocker",
                    Cautions = ["Rings off, sleeves tied. A dropped rocker chips: tray with a rim."],
                },
                StackOut(c => 2 * KitOf(c).LengthMm),
                StackIn,
                Each(
                    new Step(OutStep.Name, "Out", "rocker-out")
                    {
                        Leaves = [new("trunnion out", ClipsStep.Name)],
                        Slots = c =>
                            [
                                Slot.Tick("clips", "Both clips off, or it had none"),
                                Slot.Pick(
                                    OutStep.Came,
                                    "What came out",
                                    new("bushes", "plain bushes"),
                                    new("caged", "caged needles"),
                                    new("loose", "loose needles"),
                                    new("races", "two-piece races")
                                ),
                                .. Needles(c),
                            ],
                        Judge = JudgeOut,
                        Gate = "every needle accounted for",
                        NoWayBack = true,
                        Cautions = ["Eye protection: clips fly. Work over the tray: needles roll."],
                    }
                ),
                Each(
                    new Step(BodyStep.Name, "Body and bushes", "rocker-body")
                    {
                        Needs = [OutStep.Name],
                        Renews = [FirstStep.Name, InsideStep.Name, TrunnionStep.Name, SecondStep.Name, FloatStep.Name, ClipsStep.Name],
                        Slots = c =>
                            [
                                Slot.Tick("washed", "Washed, dried, bore wiped"),
                                .. PressedIn
                                    .Across(BodyStep.Bore, "Body’s bore", "bore-gauge", c.Sheet.Rockers!.Body.BoreMm)
                                    .Select(s => s with { Reads = "rockers/body/boreMm" }),
                                .. PressedIn.Across(
                                    BodyStep.Bush,
                                    KitOf(c).Kind == TrunnionKind.Bush ? "Bush, outside" : "Cup, outside",
                                    "micrometer",
                                    KitOf(c).OuterMm
                                ),
                                new Slot(
                                    BodyStep.Trunnion,
                                    "Trunnion, across",
                                    SlotKind.Number,
                                    Dimension.Length,
                                    0.001,
                                    "micrometer",
                                    Plausible: new Band(TrunnionOf(c).DiameterMm * 0.98, TrunnionOf(c).DiameterMm * 1.02),
                                    Expected: TrunnionOf(c).DiameterMm
                                )
                                {
                                    Reads = "rockers/trunnion/diameterMm",
                                },
                            ],
                        Judge = c =>
                            c.Step.Slots(c).Any(s => s.Required && !c.Taken(BodyStep.Name, s)) || Fit(c) is not { } fit
                                ? Prompt.Next(c)
                                : PressedIn.JudgeFit(
                                    c.Sheet,
                                    fit,
                                    Wanted(c),
                                    s_parts with
                                    {
                                        Inner = KitOf(c).Kind == TrunnionKind.Bush ? "bush" : "cup",
                                    },
                                    "It fits. Expect {low} to {high} at the press."
                                ),
                        Gate = "the fit is a go",
                        Cautions = ["Solvent vapour: air the room, no flame near. Gloves."],
                    }
                ),
                Each(
                    new Step(FirstStep.Name, "First side flush", "rocker-first")
                    {
                        Needs = [BodyStep.Name],
                        Renews = [InsideStep.Name, TrunnionStep.Name, SecondStep.Name, FloatStep.Name, ClipsStep.Name],
                        Slots = c =>
                            [
                                .. Started(c),
                                .. PressedIn.Force(c, FirstStep.Name, Fit(c), KitOf(c).LengthMm),
                                new Slot(
                                    "flush",
                                    "Below the body’s face, − proud",
                                    SlotKind.Number,
                                    Dimension.Length,
                                    0.01,
                                    "depth-gauge",
                                    Plausible: new Band(-3, 3),
                                    Expected: 0
                                ),
                                Slot.Tick("swarf", "Swarf wiped off"),
                            ],
                        Judge = c => JudgeSide(c, true),
                        Gate = "first side flush",
                        Cautions = ["Fingers out of the stack. Stand clear of the press line."],
                    }
                ),
                Each(
                    new Step(InsideStep.Name, "Bush inside, after pressing", "rocker-inside")
                    {
                        When = c => Applies.If(KitOf(c).Kind == TrunnionKind.Bush, "Needles run as they come: nothing is reamed."),
                        Needs = [FirstStep.Name],
                        Slots = c =>
                            [
                                .. PressedIn.Across(
                                    InsideStep.Inside,
                                    "Inside",
                                    "bore-gauge",
                                    KitOf(c).InnerMm,
                                    KitOf(c).InnerMm - ClosesUp(c)
                                ),
                            ],
                        Judge = JudgeInside,
                        Gate = "the trunnion will run",
                        Cautions = ["Turn a reamer forwards only. Chips out before the trunnion goes in."],
                    }
                ),
                Each(
                    new Step(TrunnionStep.Name, "Trunnion in", "rocker-trunnion")
                    {
                        Needs = [FirstStep.Name, InsideStep.Name],
                        Slots = _ =>
                            [
                                Slot.Tick("oiled", "Trunnion oiled"),
                                Slot.Tick("way", "In, right way round"),
                                Slot.Pick(
                                    TrunnionStep.Turns,
                                    "Does it turn in the first side?",
                                    new("freely", "freely"),
                                    new("tight", "tight")
                                ),
                            ],
                        Judge = c =>
                            c.Picked(TrunnionStep.Turns) switch
                            {
                                null => Prompt.Next(c),
                                "tight" => new Judgement(
                                    Sentence.Of("Take it out. Measure the inside again."),
                                    new Call(
                                        Verdict.LookAgain,
                                        Sentence.Of("It has to turn in the first side before the second goes in."),
                                        []
                                    )
                                ),
                                _ => new Judgement(
                                    Sentence.Of("Now the second side, over the trunnion."),
                                    new Call(Verdict.Go, Sentence.Of("It turns freely in the first side."), [])
                                ),
                            },
                        Gate = "the trunnion turns",
                        Cautions = ["Oil on the floor: wipe it up."],
                    }
                ),
                Each(
                    new Step(SecondStep.Name, "Second side", "rocker-second")
                    {
                        Needs = [TrunnionStep.Name],
                        Renews = [FloatStep.Name, ClipsStep.Name],
                        Slots = c =>
                            [
                                .. Started(c),
                                .. PressedIn.Force(c, SecondStep.Name, Fit(c), KitOf(c).LengthMm + DeepMm(c)),
                                new Slot(
                                    "depth",
                                    "Below the body’s face",
                                    SlotKind.Number,
                                    Dimension.Length,
                                    0.01,
                                    "depth-gauge",
                                    Plausible: new Band(-3, 3),
                                    Expected: DeepMm(c)
                                ),
                                Slot.Tick("swarf", "Swarf wiped off"),
                            ],
                        Judge = c => JudgeSide(c, false),
                        Gate = "second side in",
                        Cautions = ["Watch the depth, not the gauge: nothing stops this side."],
                    }
                ),
                Each(
                    new Step(FloatStep.Name, "End float", "rocker-float")
                    {
                        Needs = [SecondStep.Name],
                        Renews = [ClipsStep.Name],
                        Slots = c =>
                            [
                                new Slot(
                                    FloatStep.Float,
                                    "Float between the clips’ grooves",
                                    SlotKind.Number,
                                    Dimension.Length,
                                    0.01,
                                    "feeler",
                                    Plausible: new Band(0, 3),
                                    Expected: c.Sheet.Rockers!.FloatIdealMm
                                ),
                            ],
                        Judge = JudgeFloat,
                        Gate = "it floats",
                        Cautions = ["Feeler blades cut: flat on, not edge on."],
                    }
                ),
                Each(
                    new Step(ClipsStep.Name, "Clips, and does it turn", "rocker-clips")
                    {
                        Needs = [TrunnionStep.Name, SecondStep.Name, FloatStep.Name],
                        Slots = _ =>
                            [
                                Clip(ClipsStep.Front, "Front clip, turned with fine pliers"),
                                Clip(ClipsStep.Rear, "Rear clip, turned with fine pliers"),
                                Slot.Pick(
                                    ClipsStep.Turns,
                                    "The trunnion",
                                    new("freely", "turns and floats freely"),
                                    new("tight", "drags"),
                                    new("gritty", "gritty")
                                ),
                            ],
                        Judge = JudgeClips,
                        Gate = "both clips in their grooves",
                        Cautions = ["Eye protection: clips fly. Keep a thumb over it."],
                    }
                ),
                Tray(c => JudgeTray(c, Version1!, Fit, BoreOfTwo)),
                Back,
            ]
        )
        {
            Stretches =
            [
                new(SetStep.Name, "Rockers: sorted, supports set up") { Stand = false },
                new(OutStep.Name, "Rockers: trunnions out and in") { Stand = false, Uses = [ShopThing.Press] },
                new(TrayStep.Name, "Rockers: looked through, back on") { Stand = false },
            ],
            Wants = new("rockers"),
            Supplies = Supplied,
        };

    private static Step Each(Step step) =>
        step with
        {
            Each = c => [.. c.Sheet.Rockers!.Places.OrderBy(p => p.Number).Select(p => p.Id)],
            ItemName = (_, item) => Name(item),
            Together = Rocker,
            Apart = true,
        };

    private static string Name(string item) => $"Rocker {item["rocker-".Length..]}";
}
