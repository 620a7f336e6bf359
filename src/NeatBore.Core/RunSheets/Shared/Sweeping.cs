using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Steps that find how far a seal's bore stands off the crank and bring it back: what the cover and the rear housing
/// share.</summary>
/// <param name="Housing">The part on a sheet.</param>
/// <param name="View">The end that the builder faces.</param>
/// <param name="Name">What the builder calls the part.</param>
/// <param name="Setup">The step where the engine's hang, the dial's droop and the crank's hold are told.</param>
/// <param name="First">The first sweep.</param>
/// <param name="Kind">The kind of their task.</param>
/// <param name="Loose">The step where the part is on, its bolts finger-tight.</param>
internal sealed record Sweeping(
    Func<EngineSheet, HousingSheet> Housing,
    View View,
    string Name,
    StepName Setup,
    StepName Loose,
    StepName First,
    string Kind
)
{
    private static readonly int[] s_dialDeg = [0, 45, 90, 135, 180, 225, 270, 315];

    /// <summary>How it is centred.</summary>
    public static ChoiceName School { get; } = new("school");

    /// <summary>By a dial on the crank, in <see cref="School"/>.</summary>
    public const string ByDial = "dial";

    /// <summary>By feelers round the crank.</summary>
    public const string ByFeelers = "feeler";

    /// <summary>By a ring on the nose that fits the bare bore.</summary>
    public const string ByRing = "ring";

    /// <summary>How the engine hangs.</summary>
    public static ChoiceName Hang { get; } = new("hang");

    /// <summary>What the dial's tip reads.</summary>
    public static ChoiceName Surface { get; } = new("surface");

    /// <summary>How many dowels hold the part.</summary>
    public static ChoiceName Dowelled { get; } = new("dowels");

    private static readonly Option s_inBore = new("bore", "the seal’s bore");
    private static readonly Option s_outside = new("outside", "an outside");
    private static readonly Option[] s_dowels = [new("none", "none"), new("one", "one"), new("two", "two")];

    /// <summary>Asks what the dial's tip reads.</summary>
    public static Choice AskedSurface(StepName at) => new(Surface, at, "The dial’s tip reads", _ => [s_inBore, s_outside]);

    /// <summary>Asks how many dowels hold it; those of the sheet first.</summary>
    public static Choice AskedDowels(StepName at) =>
        new(
            Dowelled,
            at,
            "Dowels",
            sheet =>
            {
                var there = OfSheet(sheet.Cover?.Dowels);
                return [there, .. s_dowels.Where(o => o != there)];
            }
        );

    /// <summary>Whether two dowels hold it where it is.</summary>
    public static bool HeldByDowels(StepContext c) => c.Is(Dowelled, s_dowels[2]);

    private static Option OfSheet<T>(IReadOnlyList<T>? dowels) => s_dowels[Math.Min(dowels?.Count ?? 0, 2)];

    /// <summary>How far a loose part moves, side to side.</summary>
    public static NumberSlot Free(StepName loose) => loose.Number("free");

    /// <summary>The same as it is read.</summary>
    public Slot FreeSlot(StepContext c) =>
        new(
            Free(Loose),
            "How far it moves, side to side",
            SlotKind.Number,
            Dimension.Length,
            0.01,
            "depth-gauge",
            Plausible: new Band(0, 3),
            Required: false,
            Expected: 2 * Housing(c.Sheet).HoleFreeMm
        );

    private static NumberSlot Droop(StepName setup) => setup.Number("droop");

    private static PickSlot Held(StepName setup) => setup.Pick("held");

    private static NumberSlot Ring(StepName setup) => setup.Number("ring");

    private static NumberSlot Shaft(StepName setup) => setup.Number("shaft");

    private static NumberSlot Tape(StepName setup) => setup.Number("tape");

    private static NumberSlot At(StepName sweep, double deg) => sweep.Number($"{deg}");

    private static NumberSlot Repeat(StepName sweep) => sweep.Number("repeat");

    private static TextSlot Reason(StepName sweep) => sweep.Text("reason");

    /// <summary>How the engine may hang, and the clock angle that is up then.</summary>
    public static IReadOnlyList<Option> Hangs { get; } =
    [
        new("upright", "upright"),
        new("upside-down", "upside down"),
        new("three-up", "on its side, 3 up"),
        new("nine-up", "on its side, 9 up"),
        new("crank-upright", "nose up"),
        new("in-car", "in the car"),
    ];

    /// <summary>Straight up by how it hangs; null where the crank stands upright.</summary>
    public static double? UpDeg(string? hang) =>
        hang switch
        {
            "upside-down" => 180,
            "three-up" => 90,
            "nine-up" => 270,
            "crank-upright" => null,
            _ => 0,
        };

    /// <summary>What has to be told before a dial is believed.</summary>
    public static IReadOnlyList<Slot> SetupSlots(StepContext c) =>
        c.Chosen(School) == ByDial
            ?
            [
                new Slot(
                    Droop(c.Step.Name),
                    "Droop: bottom less top",
                    SlotKind.Number,
                    Dimension.Length,
                    0.01,
                    "dial",
                    Plausible: new Band(-0.3, 0.3),
                    Expected: null
                ),
                Slot.Pick(Held(c.Step.Name), "How the crank lies", new("held", "held central"), new("loose", "loose in dry shells")),
            ]
        : c.Chosen(School) == ByRing
            ?
            [
                new Slot(
                    Ring(c.Step.Name),
                    "Centring ring, inside",
                    SlotKind.Number,
                    Dimension.Length,
                    0.01,
                    "bore-gauge",
                    Plausible: new Band(10, 200)
                ),
                new Slot(
                    Shaft(c.Step.Name),
                    "Nose, where the ring goes",
                    SlotKind.Number,
                    Dimension.Length,
                    0.01,
                    "micrometer",
                    Plausible: new Band(10, 200)
                )
                {
                    Same = "nose/in-0",
                },
                new Slot(
                    Tape(c.Step.Name),
                    "Tape, thickness of one layer",
                    SlotKind.Number,
                    Dimension.Length,
                    0.01,
                    "micrometer",
                    Plausible: new Band(0.02, 0.5)
                ),
            ]
        : [Slot.Tick("understood", "Way of centring understood, tools to hand")];

    public static Judgement JudgeSetup(StepContext c)
    {
        if (
            c.Number(Ring(c.Step.Name)) is not { } ring
            || c.Number(Shaft(c.Step.Name)) is not { } shaft
            || c.Number(Tape(c.Step.Name)) is not { } tape
        )
        {
            return c.Step.Slots(c).All(s => c.Taken(s))
                    ? new Judgement(Sentence.Of("The droop is taken off every reading. Cover the rest as it hangs."))
                : c.Chosen(School) == ByDial && !c.Taken(Droop(c.Step.Name))
                    ? new Judgement(Sentence.Of("Turn the dial on a true ring, hung the same way. Read bottom less top, as it shows."))
                : Prompt.Next(c);
        }

        var wraps = TapeWraps.Solve(new TapeWraps.Request(ring, shaft, tape));
        return new Judgement(
            Sentence.Of(
                wraps.Wraps == 0
                    ? "No tape: the ring is snug, {left} of play each side."
                    : "Wrap the nose {wraps} times, evenly; that leaves {left} of play each side.",
                ("wraps", Quantity.Count(wraps.Wraps)),
                ("left", Quantity.Mm(wraps.LeftMm, 0.01))
            ),
            Answer: wraps
        );
    }

    /// <summary>The readings of one sweep, in the order of the hand.</summary>
    public IReadOnlyList<Slot> Slots(StepContext c)
    {
        var feelers = FeelerDegs();
        return c.Chosen(School) switch
        {
            "dial" =>
            [
                .. CrankTurns.Looked(c, Kind),
                .. Enough(c).Select(deg => Dial(At(c.Step.Name, deg), deg)),
                Dial(Repeat(c.Step.Name), 0) with
                {
                    Label = "12 again",
                    Required = c.Step.Name == First,
                },
                .. s_dialDeg.Except(Enough(c)).Select(deg => Dial(At(c.Step.Name, deg), deg) with { Required = false }),
                StillSo(c),
            ],
            "feeler" => [.. feelers.Select(deg => Feeler(c, deg, deg % 90 == 0))],
            _ =>
            [
                .. feelers.Where(deg => deg % 90 == 0).Select(deg => Feeler(c, deg, !c.Taken(Reason(c.Step.Name)))),
                new Slot(
                    Reason(c.Step.Name),
                    "No gaps taken: why",
                    SlotKind.Text,
                    Required: !feelers.Where(deg => deg % 90 == 0).Any(deg => c.Taken(At(c.Step.Name, deg)))
                ),
            ],
        };
    }

    /// <summary>Droop hangs on how the engine hangs: it is shown again where a dial is turned, and one tap says that it is so.</summary>
    private static Slot StillSo(StepContext c) =>
        Slot.Tick("still", $"Hangs {Hangs.FirstOrDefault(h => h.Id == c.Chosen(Hang))?.Label ?? "upright"}, still") with
        {
            Required = false,
        };

    /// <summary>Places that are enough: the first sweep tells an oval from an offset; the later ones, whether it moved.</summary>
    private int[] Enough(StepContext c) => c.Step.Name == First ? [0, 45, 90, 180, 225, 270] : [0, 90, 180, 270];

    /// <summary>What a sweep says.</summary>
    /// <param name="c">The step.</param>
    /// <param name="onGo">What to do next where it is central.</param>
    /// <param name="tight">Whether its bolts are tight: it doesn't move before they are slacked.</param>
    public Judgement Judge(StepContext c, string onGo, bool tight = false) =>
        c.Chosen(School) == ByDial ? CrankTurns.Judge(c, Kind, Swept(c, onGo, tight)) : Swept(c, onGo, tight);

    private Judgement Swept(StepContext c, string onGo, bool tight)
    {
        if (
            c.Chosen(School) == ByDial
            && CrankTurns.Held(c, Kind, s_dialDeg.Select(deg => c.FirstAt(At(c.Step.Name, deg))).Where(t => t is not null).Min())
                is { } held
        )
        {
            return held;
        }

        if (c.Taken(Reason(c.Step.Name)))
        {
            return new Judgement(
                Sentence.Of("Centred without a number: say why that will do, or take four gaps."),
                new Call(Verdict.Decide, Sentence.Of("No reading shows where the {part} stands.", ("part", Quantity.Word(Name))), [])
            );
        }

        var slots = c.Step.Slots(c).Where(s => s.Kind == SlotKind.Number).ToList();
        if (slots.FirstOrDefault(s => s.Required && !c.Taken(s)) is { } next)
        {
            return new Judgement(
                Sentence.Of(
                    (c.Chosen(School), next.Key) switch
                    {
                        ("dial", "0") => "Dial on the crank, its tip in the seal’s bore, zeroed at {clock}. Read it there.",
                        ("dial", "repeat") => "Turn on to {clock} and read it once more.",
                        ("dial", _) => "Turn the crank until the dial stands at {clock}. Read it.",
                        _ => "Feel the gap between crank and bore at {clock}.",
                    },
                    ("clock", Quantity.AtClock(next.AngleDeg!.Value))
                )
            );
        }

        // What a dial showed is no gap, nor the other way about, whatever way is chosen since.
        if (
            slots.Exists(s =>
                c.Reading(c.Step.Name.Number(s.Key))?.Instrument is { Kind: "dial" or "feeler" } by && by.Kind != s.Instrument
            )
        )
        {
            return new Judgement(Sentence.Of("These were read another way. Again, and take them all anew."));
        }

        var housing = Housing(c.Sheet);
        var limit = housing.Offset ?? c.Sheet.Usual(NeatBoreDefaults.SealOffset);
        var answer = Solve(c, housing, slots, limit);
        var call = answer.Call!.Sourced(check =>
            check.Name switch
            {
                "offset" => limit.SourceWords,
                "oval" => c.Sheet.Usual(NeatBoreDefaults.SealOval).SourceWords,
                "room in the holes" => c.Taken(Free(Loose)) ? "measured here" : "engine sheet",
                _ => "Neat Bore default",
            }
        );
        var droop = Math.Abs(c.Number(Droop(Setup)) ?? 0);
        if (call.Verdict != Verdict.Stop && droop > limit.High && c.Chosen(School) == ByDial && droop > 2 * Swing(c, slots))
        {
            call = new Call(
                Verdict.LookAgain,
                Sentence.Of(
                    "The droop of {droop} is more than twice what the dial swung here ({swing}).",
                    ("droop", Quantity.Mm(droop)),
                    ("swing", Quantity.Mm(Swing(c, slots)))
                ),
                [
                    new Check("droop", Verdict.LookAgain, droop, Swing(c, slots), 0, Side.Upper, Dimension.Length, "Neat Bore default"),
                    .. call.Checks,
                ]
            );
        }

        return new Judgement(Do(c, housing, answer, call, onGo, tight), call, answer);
    }

    /// <summary>The angles of a bolt or a landmark in words, such as "bolt 2, inlet side".</summary>
    public static string Near(HousingSheet housing, double deg)
    {
        static double Apart(double a, double b) => Math.Abs(Clock.Normalise(a - b + 180) - 180);
        var bolt = housing.Bolts.MinBy(b => Apart(Deg(b.XMm, b.YMm), deg))!;
        var mark = housing.Landmarks?.Where(l => Apart(l.AngleDeg, deg) <= 40).MinBy(l => Apart(l.AngleDeg, deg));
        return $"bolt {bolt.Id}{(mark is null ? "" : $", {mark.Name}")}";
    }

    public static double Deg(double xMm, double yMm) => Clock.Normalise(Math.Atan2(xMm, yMm) * 180 / Math.PI);

    private static int[] FeelerDegs() => [0, 90, 180, 270, 45, 135, 225, 315];

    private static double Swing(StepContext c, List<Slot> slots)
    {
        var read = slots.Select(s => c.Number(s)).OfType<double>().ToList();
        return read.Max() - read.Min();
    }

    private Sentence Do(StepContext c, HousingSheet housing, BoreCentring.Answer answer, Call call, string onGo, bool tight)
    {
        var lead = call.Checks[0];
        var cannot = call.Checks.Any(k => k is { Name: "room in the holes", Verdict: Verdict.Stop });
        var dowels = Dowels(c);
        string template = (call.Verdict, lead.Name) switch
        {
            (Verdict.Go, _) => onGo,
            (Verdict.LookAgain, "repeat") => "{start} reads different now: dial or {part} moved. Make both firm, sweep again.",
            (Verdict.LookAgain, "places") => "Feel at four places or more: three can’t tell an oval from an offset.",
            (Verdict.LookAgain, "droop") => "Check the dial’s droop on a true ring: its sign, its size. Then sweep again.",
            (Verdict.Stop, "oval") => "The bore is oval by {oval}. Another {part}, or its bore trued.",
            _ when cannot && dowels == "two" =>
                "The {part} sits {offset} off towards {clock}, and two dowels hold it. Offset dowels, or another {part}.",
            _ when cannot && dowels == "one" =>
                "The {part} sits {offset} off towards {clock}; swung on its dowel it can’t get central. Work the dowel, or another {part}.",
            _ when cannot =>
                "The {part} sits {offset} off towards {clock}; its holes allow {free}. Open the holes a little, or another {part}.",
            (Verdict.LookAgain, _) when tight =>
                "{offset} is too near the limit to tell. Sweep it again; or slacken, tap it towards {move}, and tighten again.",
            _ when tight =>
                "The {part} sits {offset} off towards {clock}. Slacken its bolts, tap it towards {move}, {near}, and tighten again.",
            (Verdict.LookAgain, _) => "{offset} is too near the limit to tell. Tap it a little towards {move}, {near}, and sweep again.",
            _ when c.Chosen(School) == ByDial =>
                "The {part} sits {offset} off towards {clock}. Tap it towards {move}, {near}, until the dial meets the mark.",
            _ => "The {part} sits {offset} off towards {clock}. Move it towards {move}, {near}; its holes allow {free}.",
        };
        return Sentence.Of(
            template,
            ("part", Quantity.Word(Name)),
            ("offset", Quantity.Mm(answer.OffsetMm)),
            ("oval", Quantity.Mm(answer.OvalityMm ?? 0)),
            ("clock", Quantity.AtClock(answer.OffsetDeg ?? 0)),
            ("move", Quantity.AtClock(answer.MoveDeg ?? 0)),
            ("near", Quantity.Word(Near(housing, answer.MoveDeg ?? 0))),
            ("start", Quantity.AtClock(0)),
            ("free", Quantity.Mm(Free(c, housing), 0.01))
        );
    }

    private BoreCentring.Answer Solve(StepContext c, HousingSheet housing, List<Slot> slots, Limit limit)
    {
        var dial = c.Chosen(School) == ByDial;
        var inBore = !c.Is(Surface, s_outside);
        var readings = slots
            .Where(s => s.Key != Repeat(c.Step.Name) && c.Taken(s))
            .Select(s => new BoreCentring.GaugeReading(s.AngleDeg!.Value, c.Number(s)!.Value))
            .ToList();
        // A plunger that goes in shows less room in a bore, and a part that stands nearer on an outside.
        var sense = dial && inBore ? BoreCentring.Sense.PlungerIn : BoreCentring.Sense.Gap;
        var droop = dial ? c.Number(Droop(Setup)) ?? 0 : 0;
        var request = new BoreCentring.Request(
            readings,
            sense,
            slots.Where(s => c.Taken(s)).Max(s => c.Uncertainty(s)),
            SagMm: sense == BoreCentring.Sense.PlungerIn ? -droop : droop,
            UpDeg: UpDeg(c.Chosen(Hang)),
            LimitMm: limit.High,
            OvalityLimitMm: c.Sheet.Usual(NeatBoreDefaults.SealOval).High,
            FreeMoveMm: Free(c, housing),
            RepeatMm: dial ? c.Number(Repeat(c.Step.Name)) : null,
            ExtraUncertaintyMm: c.Picked(Held(Setup)) == "loose" ? NeatBoreDefaults.LooseCrankMm : 0,
            Fasteners: [.. housing.Bolts.Select(b => new BoreCentring.HoldingBolt(b.Id, Deg(b.XMm, b.YMm)))],
            Scatter: ByHand(c)
        );
        var answer = BoreCentring.Solve(request);
        if (answer.MoveDeg is not { } way)
        {
            return answer;
        }

        // What its dowels leave of the move: none with two; with one, only what a swing about it gives.
        var held = Dowels(c) switch
        {
            "two" => answer.OffsetMm,
            "one" when housing.Dowels is [var dowel, ..] => answer.OffsetMm
                * Math.Abs(Math.Cos((way - Deg(dowel.XMm, dowel.YMm)) * Math.PI / 180)),
            _ => 0,
        };
        return held > (limit.High ?? double.MaxValue) ? BoreCentring.Solve(request with { FreeMoveMm = 0 }) : answer;
    }

    private string Dowels(StepContext c) => c.Chosen(Dowelled) ?? OfSheet(Housing(c.Sheet).Dowels).Id;

    private double Free(StepContext c, HousingSheet housing) =>
        Dowels(c) == s_dowels[2].Id ? 0
        : c.Number(Free(Loose)) is { } across ? across / 2
        : housing.HoleFreeMm;

    private Slot Dial(string key, double deg) =>
        new(key, Label(deg), SlotKind.Number, Dimension.Length, 0.01, "dial", deg, Plausible: new Band(-3, 3));

    private Slot Feeler(StepContext c, double deg, bool required) =>
        new(
            At(c.Step.Name, deg),
            Label(deg),
            SlotKind.Number,
            Dimension.Length,
            0.01,
            "feeler",
            deg,
            Plausible: new Band(0, 10),
            Peers: "gap",
            Required: required
        );

    private string Label(double deg) => Clock.Text(Clock.Seen(deg, View)).Replace(":00", "", StringComparison.Ordinal);

    /// <summary>How readings of a sweep turned by hand scatter.</summary>
    internal static Scatter ByHand(StepContext c) =>
        new(c.Sheet.Usual(NeatBoreDefaults.SweepScatter).High!.Value, NeatBoreDefaults.SweepScatterDof);
}
