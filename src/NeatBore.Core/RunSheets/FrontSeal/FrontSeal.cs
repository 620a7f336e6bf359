using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The front seal out and in: what lip it is, its track, its joints, pressed to depth and square, left to settle where it
/// must.</summary>
public static partial class FrontSeal
{
    private static readonly ChoiceName Out = new("out");
    private static readonly ChoiceName Home = new("home");
    private static readonly ChoiceName Sealant = new("sealant");
    private static readonly Option s_flush = new("flush", "flush all round");
    private static readonly Option s_proud = new("proud", "proud or deep somewhere");

    /// <summary>From when it sits.</summary>
    private static SlotName PressedAt(StepContext c) => c.Chosen(Home) == "stops" ? PressStep.Flush : SealSeat.Last(PressStep.Name);

    private static class LipStep
    {
        public static readonly StepName Name = new("lip");
    }

    private static class OutStep
    {
        public static readonly StepName Name = new("out");
        public static readonly ToolSlot Tool = Name.Tool("tool");
    }

    private static class CleanStep
    {
        public static readonly StepName Name = new("clean");
        public static readonly TickSlot Primer = Name.Tick("primer");
    }

    private static class PlanStep
    {
        public static readonly StepName Name = new("plan");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    private static class DressStep
    {
        public static readonly StepName Name = new("dress");
    }

    private static class PressStep
    {
        public static readonly StepName Name = new("press");
        public static readonly ToolSlot Tool = Name.Tool("tool");
        public static readonly PickSlot Flush = Name.Pick("flush");
    }

    private static class NotchesStep
    {
        public static readonly StepName Name = new("notches");
        public static readonly TickSlot Pushed = Name.Tick("pushed");
        public static readonly NumberSlot Shop = Name.Number("shop");
    }

    private static class RestStep
    {
        public static readonly StepName Name = new("rest");
    }

    /// <summary>Pressed to a depth that is measured, or until its tool stops.</summary>
    public static Procedure Version1 { get; } =
        new(
            "front-seal",
            1,
            "Front seal",
            sheet => sheet.MayHave(sheet.FrontSeal, "frontSeal") ? ["cover"] : [],
            [
                new Choice(SealCare.Lip, LipStep.Name, "What lip it is", sheet => SealCare.Lips(sheet.FrontSeal)),
                new Choice(
                    Out,
                    OutStep.Name,
                    "The old one comes out",
                    _ => [new("extractor", "screw-in extractor"), new("prised", "prised, shaft guarded")]
                ),
                new Choice(
                    Sealant,
                    NotchesStep.Name,
                    "What goes into the notches",
                    sheet => [.. (sheet.Sealants ?? []).Select(s => new Option(s.Id, s.Name)), new("other", "another")]
                ),
                new Choice(
                    Home,
                    CleanStep.Name,
                    "How deep it goes",
                    _ => [new("measured", "to a depth, measured"), new("stops", "until its tool stops")]
                ),
            ],
            [
                new Step(LipStep.Name, "What lip is it?", "seal")
                {
                    Slots = c =>
                        [
                            new Slot("seal", "New seal", SlotKind.Text, Required: false),
                            Slot.Tick("size", "Sizes read off it match the sheet"),
                        ],
                    Judge = c => SealCare.Follows(c, c.Sheet.FrontSeal!),
                    Cautions = ["The lip is cut by a fingernail: hold it by its case."],
                },
                new Step(OutStep.Name, "Old seal out", "seal")
                {
                    Leaves = [new("no seal in the bore", PressStep.Name)],
                    Slots = c =>
                        [
                            .. c.Chosen(Out) == "extractor" ? [Extractor(c)] : Array.Empty<Slot>(),
                            Slot.Tick(
                                "pulled",
                                c.Chosen(Out) == "extractor"
                                    ? "Bites by hand, not to its thread’s end; screw on the nose’s rim, seal out"
                                    : "Shim round the shaft, prised a little all round, seal out"
                            ),
                        ],
                    Judge = c => FromCrib.Refused(c, OutStep.Tool, ExtractorNeed(c)) ?? Prompt.Next(c),
                    NoWayBack = true,
                    Cautions = ["Eye protection: cases spring. Stand clear of a loaded screw."],
                },
                new Step(CleanStep.Name, "Bore and joints clean", "seal")
                {
                    Slots = c =>
                        [
                            Slot.Tick("bore", "Bore clean, no score across; track clean, keyway’s edges broken"),
                            .. (c.Sheet.FrontSeal!.JointsDeg ?? []).Count == 0
                                ? Array.Empty<Slot>()
                                : [Slot.Tick(CleanStep.Primer, "Primer on the castings’ joints")],
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Primer and solvent vapour: no flame near."],
                },
                BalancerInspection.Version1.Steps.First(s => s.Id == "groove"),
                OwnTrack,
                new Step(PlanStep.Name, "How deep", "seal")
                {
                    When = c => Applies.If(c.Chosen(Home) != "stops", "Its tool stops it at its depth."),
                    Weighs = ["groove"],
                    Slots = c =>
                        [
                            new Slot(
                                PlanStep.Depth,
                                "Planned depth below the cover’s face",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "rule",
                                Plausible: new Band(0, c.Sheet.FrontSeal!.WidthMm * 2)
                            ),
                        ],
                    Judge = JudgePlan,
                    Gate = "a depth that can be",
                    Cautions = ["Deeper is not safer: a spring that bottoms cuts its lip."],
                },
                new Step(DressStep.Name, "Lip and track", "seal")
                {
                    Slots = c =>
                        [
                            SealCare.DressedOver(c.Chosen(SealCare.Lip), "guard sleeve over keyway and edges"),
                            .. (c.Sheet.FrontSeal!.JointsDeg ?? []) is [var first, ..]
                                ? [Slot.Tick("clocked", $"Seal’s notches at the joints, {Clock.Text(first)} and across")]
                                : Array.Empty<Slot>(),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["A lip folded back leaks from the first turn: look all round."],
                },
                new Step(PressStep.Name, "Press it in", "seal-depth")
                {
                    Afresh = true,
                    Needs = [PlanStep.Name],
                    Slots = c =>
                        [
                            Ring(c),
                            .. c.Chosen(Home) == "stops"
                                ? [Slot.Pick(PressStep.Flush, "Seal, all round", s_flush, s_proud)]
                                : SealSeat.Slots(c.Sheet.FrontSeal!, View.Front, PlannedMm(c), "frontSeal"),
                        ],
                    Judge = c =>
                        FromCrib.Refused(c, PressStep.Tool, RingNeed(c))
                        ?? Flashed(
                            c,
                            c.Chosen(Home) == "stops"
                                ? JudgeFlush(c)
                                : SealSeat.Judge(
                                    c,
                                    c.Sheet.FrontSeal!,
                                    PlannedMm(c),
                                    "Square and at depth. Sealant into the notches now, if it has them."
                                )
                        ),
                    Gate = "square, at depth",
                    Cautions = ["Ring as wide as the seal. Press, don’t hammer on one side. Fingers out of the ring."],
                },
                new Step(NotchesStep.Name, "Notches sealed", "seal")
                {
                    When = c => Applies.If((c.Sheet.FrontSeal!.JointsDeg ?? []).Count > 0, "No joint runs into this bore."),
                    Slots = c =>
                        [
                            .. Injected(c) is null ? Array.Empty<Slot>() : [JointWarmth],
                            Slot.Tick(NotchesStep.Pushed, "Sealant pushed into each notch until it shows, wiped off the lip"),
                        ],
                    Judge = JudgeNotches,
                    Cautions = ["No flame near."],
                },
                new Step(RestStep.Name, "Left to settle", "seal")
                {
                    When = c => Applies.If(c.Chosen(SealCare.Lip) == "ptfe", "This lip needs no rest."),
                    Slots = _ => [Slot.Tick(SealCare.Turned(RestStep.Name), "Crank turned again")],
                    Judge = c => SealCare.Rested(c, c.Sheet.FrontSeal!, PressedAt(c)),
                    Cautions = ["Tag the crank: do not turn."],
                },
            ]
        )
        {
            Comes = ["balancer-off", "balancer-inspect", "timing-cover", "race-off", "pressed-race"],
            Stretches =
            [
                new(LipStep.Name, "Front seal: out, seat measured"),
                new(DressStep.Name, "Front seal pressed in") { Splits = false, Then = p => Pauses.Rests(p, p.Sheet.FrontSeal) },
                new(RestStep.Name, "Front seal rested, crank turned") { Crank = true },
            ],
            Wants = new("frontSeal") { Also = ["balancer"] },
            Rests = c =>
                new[] { SealCare.Resting(c, c.Sheet.FrontSeal, PressedAt(c), RestStep.Name, "front seal"), Setting(c) }
                    .OfType<Rest>()
                    .MaxBy(r => r.Until),
            Supplies = sheet =>
                [
                    Supply.Seal(sheet.FrontSeal, "Front seal"),
                    .. SealCare.Supplies(sheet.FrontSeal),
                    .. (sheet.FrontSeal?.JointsDeg ?? []).Count == 0
                        ? Array.Empty<Supply>()
                        : [Supply.UsedUp("joint", "Primer and sealant for the joint’s notches")],
                ],
        };

    private static Judgement JudgeFlush(StepContext c) =>
        c.Picked(PressStep.Flush) switch
        {
            null => new Judgement(Sentence.Of("Press until the tool stops on the cover. Then look: flush all round?")),
            "flush" => new Judgement(
                Sentence.Of("Flush all round. Sealant into the notches now, if it has them."),
                new Call(Verdict.Go, Sentence.Of("Pressed until its tool stopped, and flush all round: not measured."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Press on where it stands proud, a little at a time. Where it is deep: out, and a new one."),
                new Call(Verdict.LookAgain, Sentence.Of("It is not flush all round."), [])
            ),
        };

    /// <summary>The depth that suits the track as it was found, mm; null where it was not looked at, or no depth helps.</summary>
    private static double? ByTrackMm(StepContext c) =>
        BalancerInspection.TrackOf(c) is { } track ? track.Options.FirstOrDefault(o => o.Kind == track.Pick)?.SealDepthMm : null;

    /// <summary>How deep it is to sit, mm: what plan, press and call all go by.</summary>
    private static double PlannedMm(StepContext c) => c.Number(PlanStep.Depth) ?? ByTrackMm(c) ?? c.Sheet.FrontSeal!.DepthMm;

    private static Judgement JudgePlan(StepContext c)
    {
        var seal = c.Sheet.FrontSeal!;
        if (c.Number(PlanStep.Depth) is not { } planned)
        {
            return new Judgement(
                Sentence.Of(
                    ByTrackMm(c) is not null
                        ? "The track says {depth}. Type the depth you will press it to."
                        : "The sheet says {depth}. Type the depth you will press it to.",
                    ("depth", Quantity.Mm(PlannedMm(c), 0.1))
                )
            );
        }

        var call = Call.Of(
            [
                .. seal.Depth.Low is { } low
                    ? [Check.AtLeast("depth planned", planned, low, 0, Dimension.Length, seal.Depth.SourceWords)]
                    : Array.Empty<Check>(),
                .. seal.Depth.High is { } high
                    ? [Check.AtMost("depth planned", planned, high, 0, Dimension.Length, seal.Depth.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.Go ? "{value} is inside what the sheet allows."
                        : k.Side == Side.Upper ? "{value} is deeper than {limit}."
                        : "{value} is shallower than {limit}.",
                    ("value", Quantity.Mm(k.Value)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return SealSeat.Bottoms(seal, planned)
            ?? new Judgement(
                call is null or { Verdict: Verdict.Go }
                    ? Sentence.Of("Press it to {depth}. Set the ring’s stop to it.", ("depth", Quantity.Mm(planned)))
                    : Sentence.Of(
                        ByTrackMm(c) is null ? "Plan it again: the sheet says {depth}." : "Plan it again: the track says {depth}.",
                        ("depth", Quantity.Mm(ByTrackMm(c) ?? seal.DepthMm, 0.1))
                    ),
                call
            );
    }
}
