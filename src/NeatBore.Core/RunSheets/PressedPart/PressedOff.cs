using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A gear, sprocket or race off its shaft: how it stands and which way round, a puller that goes into the gap behind it and clear
/// of what is next to it, a rest for its screw, one side first, preloaded, pulled.</summary>
public static class PressedOff
{
    private static class StandsStep
    {
        public static readonly StepName Name = new("stands");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    private static class PullerStep
    {
        public static readonly StepName Name = new("puller");
        public static readonly NumberSlot Gap = Name.Number("gap");
        public static readonly PickSlot Next = Name.Pick("next");
        public static readonly NumberSlot Neighbour = Name.Number("neighbour");
        public static readonly ToolSlot Tool = Name.Tool("tool");
    }

    private static class PullStep
    {
        public static readonly StepName Name = new("pull");
        public static readonly TickSlot Rest = Name.Tick("rest");
        public static readonly TickSlot Seated = Name.Tick("seated");
        public static readonly NumberSlot Peak = Name.Number("peak");
        public static readonly TickSlot Off = Name.Tick("off");
    }

    private static class FoundStep
    {
        public static readonly StepName Name = new("found");
        public static readonly PickSlot Shaft = Name.Pick("shaft");
        public static readonly PickSlot Part = Name.Pick("part");
    }

    /// <summary>What a puller’s jaws reach past the part.</summary>
    private const double BehindMm = 10;

    /// <summary>Further than the arms of any puller.</summary>
    private const double FreeMm = 500;

    /// <summary>A gear or sprocket off its shaft.</summary>
    public static Procedure Gear1 { get; } = Of("gear-off", "Gear off", PressedKind.Gear);

    /// <summary>A race off its shaft.</summary>
    public static Procedure Race1 { get; } = Of("race-off", "Race off", PressedKind.Race);

    private static PressedSheet Part(EngineSheet sheet, PressedKind kind) => sheet.Pressed!.First(p => p.Kind == kind);

    private static Procedure Of(string id, string title, PressedKind kind) =>
        new(
            id,
            1,
            title,
            sheet => sheet.HasPressed(kind) ? [EnginePlaces.Pressed] : [],
            [],
            [
                new Step(StandsStep.Name, "How it stands", "pressed-home")
                {
                    Slots = c =>
                        [
                            new Slot(
                                StandsStep.Depth,
                                "Its face, from the shaft’s end",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "depth-gauge",
                                Plausible: new Band(-50, 400)
                            ),
                            Slot.Pick(
                                "facing",
                                "Which way round",
                                new("mark-front", "mark or boss to the front"),
                                new("mark-back", "mark or boss to the back"),
                                new("alike", "both sides alike")
                            ),
                        ],
                    Judge = c =>
                        c.Step.Slots(c).All(s => c.Taken(s))
                            ? new Judgement(Sentence.Of("Kept: it goes back as it stood. Timing set, engine cold."))
                            : Prompt.Next(c),
                    Catches = "A photo of it, before it moves",
                    Cautions = ["Timing chain or belt off and tied back first. Don’t turn the crank with it off and the head on."],
                },
                new Step(PullerStep.Name, "Pick the puller", "pressed-home")
                {
                    Afresh = true,
                    Leaves = [new("puller on the shaft", PullStep.Name.Id)],
                    Slots = c =>
                        [
                            Behind(PullerStep.Gap, "Gap behind it, for the jaws’ edge", "feeler"),
                            Slot.Pick(PullerStep.Next, "Behind that", new("free", "nothing near"), new("next", "a gear, chain or guide")),
                            .. c.Picked(PullerStep.Next) == "next"
                                ? [Behind(PullerStep.Neighbour, "From its back to that", "rule")]
                                : Array.Empty<Slot>(),
                            new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: Need(c, Part(c.Sheet, kind))),
                        ],
                    Judge = c => JudgePuller(c, Part(c.Sheet, kind)),
                    Gate = "a puller that goes behind it",
                    Catches = "Try its edge in the gap by hand, all the way, before it is loaded",
                    Cautions = ["A screw straight on the crank’s end wrecks its thread."],
                },
                new Step(PullStep.Name, "Pull it", "pressed-home")
                {
                    Afresh = true,
                    Works = [kind == PressedKind.Gear ? "gear-seat" : "race-seat"],
                    Slots = _ =>
                        [
                            Slot.Tick(PullStep.Rest, "Crank bolt back in by hand, or a cap: the screw rests on it, never on the thread"),
                            Slot.Tick(PullStep.Seated, "One side started first, both in; preloaded until it no longer rocks"),
                            new Slot(
                                PullStep.Peak,
                                "Most torque at its screw",
                                SlotKind.Number,
                                Dimension.Torque,
                                1,
                                "torque-wrench",
                                Plausible: new Band(1, 400),
                                Required: false
                            ),
                            Slot.Tick(PullStep.Off, "Off"),
                        ],
                    Judge = c => JudgePull(c),
                    NoHand = true,
                    Cautions = ["Stand clear, never in line with the loaded screw: pieces fly. Eye protection."],
                },
                new Step(FoundStep.Name, "What was found", "pressed-facing")
                {
                    Slots = _ =>
                        [
                            Slot.Pick(
                                FoundStep.Shaft,
                                "Its seat on the shaft",
                                new("sound", "sound"),
                                new("light", "light scores"),
                                new("torn", "torn or raised")
                            ),
                            Slot.Pick(
                                FoundStep.Part,
                                kind == PressedKind.Gear ? "The gear" : "The race",
                                new("good", "good to go back"),
                                new("worn", kind == PressedKind.Gear ? "teeth worn" : "a groove where the lip ran"),
                                new("cracked", "cracked")
                            ),
                        ],
                    Judge = JudgeFound,
                    Cautions = ["Burrs cut. Key kept with its part."],
                },
            ]
        )
        {
            Pressed = kind,
            Stretches = [new(StandsStep.Name, title) { Crank = true, Splits = false }],
            Wants = PressedValues.PartOf(kind) is { } part ? new Wants(part) : Wants.Nothing,
        };

    private static Slot Behind(NumberSlot slot, string label, string gauge) =>
        new(slot, label, SlotKind.Number, Dimension.Length, 0.1, gauge, Plausible: new Band(0.5, 80));

    /// <summary>The most that it may take: the tightest fit that its sheet allows, at the friction of years.</summary>
    internal static double MostN(EngineSheet sheet, PressedSheet part)
    {
        var friction = sheet.Usual(NeatBoreDefaults.PullFriction);
        var bore = part.Inner.DiameterMm;
        return InterferenceFit
            .Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(
                        [new(0, 0, bore + Math.Max(0, part.Interference.High ?? 0))],
                        part.Inner.Material,
                        part.Inner.InnerDiameterMm
                    ),
                    new InterferenceFit.HubPart([new(0, 0, bore)], part.Outer.OuterDiameterMm, part.Outer.Material),
                    part.EngagedMm,
                    new Band(friction.Low!.Value, friction.High!.Value),
                    new Band(friction.Low!.Value, friction.High!.Value)
                )
            )
            .PullForceN!.High;
    }

    private static ToolMatch.ToolNeed Need(StepContext c, PressedSheet part) =>
        new(
            "jaw-puller",
            [],
            part.Outer.HeightMm + BehindMm,
            Math.Max(1, MostN(c.Sheet, part)),
            SpreadMm: part.Outer.OuterDiameterMm,
            GapMm: c.Number(PullerStep.Gap),
            NeighbourMm: c.Picked(PullerStep.Next) == "free" ? FreeMm : c.Number(PullerStep.Neighbour)
        );

    private static Judgement JudgePuller(StepContext c, PressedSheet part)
    {
        if (c.Tool(PullerStep.Tool) is not { } tool)
        {
            return Prompt.Next(c);
        }

        var need = Need(c, part);
        var match = ToolMatch.Solve(new ToolMatch.Request(need, [tool]));
        if (FromCrib.Refused(c, PullerStep.Tool, need) is { } refused)
        {
            return refused;
        }

        if (c.Step.Slots(c).FirstOrDefault(s => s.Required && !c.Taken(s)) is { } open)
        {
            return Prompt.For(open);
        }

        // A jaw whose edge nobody has measured is tried in the gap.
        if (match.Ask is [var ask, ..])
        {
            return new Judgement(
                Sentence.Of("Try its edge in the gap before you load it, all the way round."),
                new Call(Verdict.Decide, Sentence.Of("{because}.", ("because", Quantity.Word(Capital(ask.Because)))), []),
                match
            );
        }

        return new Judgement(
            StopNm(c, tool) is { } stop
                ? Sentence.Of("It goes behind it. Pull it, stop at {torque}.", ("torque", Quantity.Nm(stop)))
                : Sentence.Of("It goes behind it. Its screw’s thread is not known: pull by feel, and stop where it turns hard."),
            new Call(
                Verdict.Go,
                Sentence.Of(
                    "Rated for {rated}; up to {needed} may be needed.",
                    ("rated", Quantity.Newtons(tool.RatedForceN)),
                    ("needed", Quantity.Newtons(need.ForceN!.Value))
                ),
                [Check.AtLeast("rated force", tool.RatedForceN, need.ForceN.Value, 0, Dimension.Force, "expected at the tightest fit")]
            ),
            match
        );
    }

    /// <summary>The torque at a puller's screw, greased, at what it is rated for: where the pull has to stop. Null where its screw or its
    /// rating is not known.</summary>
    private static double? StopNm(StepContext c, ToolMatch.CribTool tool) =>
        tool.RatedForceN > 0 ? Pulling.ScrewAt(c.Sheet, tool, tool.RatedForceN)?.TorqueNm : null;

    private static Judgement JudgePull(StepContext c)
    {
        var stop = c.Tool(PullerStep.Tool) is { } tool ? StopNm(c, tool) : null;
        if (c.Number(PullStep.Peak) is { } peak && stop is { } most && peak > most)
        {
            return new Judgement(
                Sentence.Of("Stop. Slack it off, warm the part, oil its seat, wait; then begin again."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "{peak} is over the {stop} that the puller is good for.",
                        ("peak", Quantity.Nm(peak)),
                        ("stop", Quantity.Nm(most))
                    ),
                    [Check.AtMost("torque", peak, most, 0, Dimension.Torque, "the puller’s rating")]
                )
            );
        }

        return c.Step.Slots(c).FirstOrDefault(s => s.Required && !c.Taken(s)) is { } open
            ? open.Key == PullStep.Off.Key && stop is { } at
                ? new Judgement(
                    Sentence.Of("Pull, a quarter turn at a time; stop at {torque}. Tick it when it is off.", ("torque", Quantity.Nm(at)))
                )
                : Prompt.For(open)
            : new Judgement(Sentence.Of("Off. Look at its seat and at the part."));
    }

    private static Judgement JudgeFound(StepContext c) =>
        (c.Picked(FoundStep.Shaft), c.Picked(FoundStep.Part)) switch
        {
            (null, _) or (_, null) => Prompt.Next(c),
            (_, "cracked") => new Judgement(
                Sentence.Of("Mark it scrap. A new one goes on."),
                new Call(Verdict.Decide, Sentence.Of("A cracked part lets go on the shaft."), [])
            ),
            ("torn", _) => new Judgement(
                Sentence.Of("Dress the raised metal off with a stone, then measure the seat before anything goes on."),
                new Call(Verdict.Decide, Sentence.Of("A torn seat holds less than it measures."), [])
            ),
            (_, "worn") => new Judgement(
                Sentence.Of("A new one, or for a race: turned end for end, where its other end is sound."),
                new Call(Verdict.Decide, Sentence.Of("It is worn."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Good to go back, the way round that it stood."),
                new Call(Verdict.Go, Sentence.Of("Seat and part looked at: sound."), [])
            ),
        };

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];
}
