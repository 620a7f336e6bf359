using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The spigot bearing in the crank's end: out without harm, in to the depth that leaves room for its seal.</summary>
public static partial class SpigotBearing
{
    private static ChoiceName Out => new("out");

    private static class OutStep
    {
        public static readonly StepName Name = new("out");
    }

    private static class BoreStep
    {
        public static readonly StepName Name = new("bore");
        public static readonly PickSlot Rollers = Name.Pick("rollers");
        public static readonly PickSlot Marks = Name.Pick("marks");
    }

    private static class InStep
    {
        public static readonly StepName Name = new("in");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    private static class SealStep
    {
        public static readonly StepName Name = new("seal");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    /// <summary>Its bore is held to the bearing, and what the freezer gives is said.</summary>
    public static Procedure Version1 { get; } =
        new(
            "spigot-bearing",
            1,
            "Spigot bearing",
            sheet => sheet.MayHave(sheet.Spigot, "spigot") ? ["rear-seal"] : [],
            [OutChoice],
            [
                OldOneOut,
                new Step(BoreStep.Name, "Bore, and the new one held to it", "spigot-bore")
                {
                    Slots = c =>
                        [
                            Slot.Pick(BoreStep.Rollers, "Rollers and bits", new("none", "none left"), new("left", "some left")),
                            Slot.Pick(BoreStep.Marks, "Marks in the bore", new("none", "none"), new("light", "light"), new("deep", "deep")),
                            Slot.Pick(
                                FitStep.Tried,
                                "New one, by hand",
                                new("held", "will not enter: it grips"),
                                new("loose", "enters by hand: loose")
                            ),
                            Across(FitStep.Bore, "Bore, across", "bore-gauge", c),
                            Across(FitStep.Bearing, "Bearing, across", "micrometer", c),
                        ],
                    Judge = JudgeBore,
                    Gate = "a bore that will hold it",
                    Cautions = ["Bits fly out under an air line: eye protection."],
                },
                new Step(InStep.Name, "In, to its depth", "spigot-in")
                {
                    Afresh = true,
                    Slots = c =>
                        [
                            Slot.Tick("cold", "Out of the freezer, shield the right way, light blows on its outer ring"),
                            new Slot(
                                InStep.Depth,
                                "Depth below flange",
                                SlotKind.Number,
                                Dimension.Length,
                                0.01,
                                "depth-gauge",
                                Plausible: new Band(-2, (c.Sheet.Spigot!.DepthMm * 3) + 5),
                                Expected: c.Sheet.Spigot.DepthMm
                            )
                            {
                                Reads = "spigot/depthMm",
                            },
                        ],
                    Judge = c =>
                        c.Taken(InStep.Name.Tick("cold"))
                            ? Depth(
                                c,
                                InStep.Depth,
                                c.Sheet.Spigot!.Depth,
                                "bearing",
                                c.Sheet.Spigot.SealDepthMm is null
                                    ? "At depth. A little grease, no more."
                                    : "At depth. Now its seal, by itself."
                            )
                            : Chilled(c),
                    Gate = "at depth",
                    Cautions = ["Freezer burns: gloves. A hammer on a race chips: soft drift."],
                },
                ItsSeal,
            ]
        )
        {
            Stretches =
            [
                new(OutStep.Name, "Old spigot bearing out, bore"),
                new(InStep.Name, "Spigot bearing in") { Splits = false, First = _ => Pauses.Chills("bearing") },
            ],
            Wants = new("spigot"),
            Supplies = Supplied,
            View = View.Rear,
        };

    private static Choice OutChoice =>
        new Choice(
            Out,
            OutStep.Name,
            "The old one comes out",
            _ => [new("puller", "puller fully behind it"), new("filler", "soft filler and a close bar"), new("none", "there is none in")]
        );

    private static Step OldOneOut =>
        new Step(OutStep.Name, "Old one out", "spigot-out")
        {
            Leaves = [new("no spigot bearing in", InStep.Name)],
            Slots = c =>
                c.Chosen(Out) switch
                {
                    "none" => [Slot.Tick("empty", "Bore empty")],
                    "filler" => [Slot.Tick("packed", "Packed full, bar close in the bore"), Slot.Tick("out", "Driven out by the filler")],
                    _ => [Slot.Tick("behind", "Jaws fully behind it"), Slot.Tick("out", "Drawn out straight")],
                },
            Judge = Prompt.Next,
            NoWayBack = true,
            Cautions = ["Eye protection: races chip. Filler squirts back past a loose bar."],
        };

    private static Step ItsSeal =>
        new Step(SealStep.Name, "Its seal, grease", "spigot-seal")
        {
            When = c => Applies.If(c.Sheet.Spigot!.SealDepthMm is not null, "This one has no seal of its own."),
            Slots = c =>
                [
                    Slot.Tick("way", "Right way round, pressed by itself"),
                    new Slot(
                        SealStep.Depth,
                        "Seal below flange",
                        SlotKind.Number,
                        Dimension.Length,
                        0.01,
                        "depth-gauge",
                        Plausible: new Band(-2, c.Sheet.Spigot!.DepthMm * 2 + 5),
                        Expected: c.Sheet.Spigot.SealDepthMm
                    ),
                    Slot.Tick("grease", "A little grease: too much and the shaft can’t enter"),
                ],
            Judge = c =>
                Depth(
                    c,
                    SealStep.Depth,
                    c.Sheet.Spigot!.SealDepth ?? new Limit(0, null, LimitSource.Default),
                    "seal",
                    "Done: shaft enters, nothing proud."
                ),
            Cautions = ["Grease off the flange’s face."],
        };

    private static IReadOnlyList<Supply> Supplied(EngineSheet sheet) =>
        [
            Supply.Part(
                "bearing",
                sheet.Spigot is { } s ? $"Spigot bearing {Supply.Sized(s.InnerMm, s.OuterMm, s.WidthMm)}" : "Spigot bearing"
            ),
            Supply.UsedUp("grease", "Bearing grease, a little"),
        ];

    private static Judgement Depth(StepContext c, NumberSlot slot, Limit limit, string part, string done)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(s)))
        {
            return Prompt.Next(c);
        }

        var depth = c.Number(slot)!.Value;
        var u = c.Uncertainty(slot);
        var call = Call.Of(
            [
                .. limit.Low is { } low
                    ? [Check.AtLeast("depth", depth, low, u, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
                .. limit.High is { } high
                    ? [Check.AtMost("depth", depth, high, u, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict switch
                    {
                        Verdict.Go => "The {part} sits {value} deep.",
                        Verdict.LookAgain => "The {part} sits {value} ± {u} deep: too close to {limit} for this gauge to decide.",
                        _ => k.Side == Side.Upper
                            ? "The {part} sits {value} deep; at most {limit} is wanted."
                            : "The {part} sits {value} deep; at least {limit} is wanted.",
                    },
                    ("part", Quantity.Word(part)),
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        )!;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _) => done,
                    (Verdict.LookAgain, _) => "Read the depth again, on a clean flange.",
                    (_, Side.Upper) => "Too deep by {by}: out and in again, or pack it as the sheet allows.",
                    _ => "Not deep enough: {by} more, light blows.",
                },
                ("by", Quantity.Mm(Math.Abs(depth - call.Checks[0].Limit)))
            ),
            call
        );
    }
}
