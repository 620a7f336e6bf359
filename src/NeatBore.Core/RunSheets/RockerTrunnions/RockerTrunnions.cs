using System.Globalization;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A set of rockers on pressed trunnions: one at a time out, measured, pressed, floated and clipped; and the odd one out of the set.</summary>
public static class RockerTrunnions
{
    private static class SetStep
    {
        public static readonly StepName Name = new("set");
        public static readonly TextSlot Places = Name.Text("places");
    }

    private static class StackOutStep
    {
        public static readonly StepName Name = new("stack-out");
    }

    private static class StackInStep
    {
        public static readonly StepName Name = new("stack-in");
        public static readonly TickSlot Tried = Name.Tick("tried");
    }

    private static class OutStep
    {
        public static readonly StepName Name = new("out");
        public static readonly PickSlot Came = Name.Pick("came");
        public static readonly NumberSlot Needles = Name.Number("needles");
    }

    private static class BodyStep
    {
        public static readonly StepName Name = new("body");
        public static readonly NumberSlot Trunnion = Name.Number("trunnion");
        public static readonly PressedIn.Diameters Bore = new(Name, "bore");
        public static readonly PressedIn.Diameters Bush = new(Name, "bush");
    }

    private static class FirstStep
    {
        public static readonly StepName Name = new("first");
        public static readonly TickSlot Trace = Name.Tick("trace");
        public static readonly NumberSlot Flush = Name.Number("flush");
        public static readonly TickSlot Swarf = Name.Tick("swarf");
    }

    private static class InsideStep
    {
        public static readonly StepName Name = new("inside");
        public static readonly PressedIn.Diameters Inside = new(Name, "inside");
    }

    private static class TrunnionStep
    {
        public static readonly StepName Name = new("trunnion");
        public static readonly PickSlot Turns = Name.Pick("turns");
    }

    private static class SecondStep
    {
        public static readonly StepName Name = new("second");
        public static readonly TickSlot Trace = Name.Tick("trace");
        public static readonly NumberSlot Depth = Name.Number("depth");
        public static readonly TickSlot Swarf = Name.Tick("swarf");
    }

    private static class FloatStep
    {
        public static readonly StepName Name = new("float");
        public static readonly NumberSlot Float = Name.Number("float");
    }

    private static class ClipsStep
    {
        public static readonly StepName Name = new("clips");
        public static readonly PickSlot Turns = Name.Pick("turns");
        public static readonly PickSlot Front = Name.Pick("front-clip");
        public static readonly PickSlot Rear = Name.Pick("rear-clip");
    }

    private static class TrayStep
    {
        public static readonly StepName Name = new("tray");
    }

    private static class BackStep
    {
        public static readonly StepName Name = new("back");
    }

    private static readonly ChoiceName Kit = new("kit");
    private static readonly ChoiceName Press = new("press");
    private const string Rocker = "rocker";
    private static readonly PressedIn.Parts s_parts = new(
        "bush", "body", "Don’t press it: this body is worn. Another body, or an oversize bush.", "Don’t press it: the body would split. Hone {by} out of its bore.");

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } = new(
        "rocker-trunnions",
        1,
        "Rocker trunnions",
        sheet => sheet.Rockers is null ? [] : [EnginePlaces.Rockers],
        [
            new Choice(Kit, SetStep.Name, "The kit", sheet => [.. sheet.Rockers!.Kits.Select(k => new Option(k.Id, k.Name))]),
            new Choice(Press, StackOutStep.Name, "Pressed with", _ => [new("hand-press", "a hand press"), new("vice-tool", "a vice tool"), new("hydraulic-press", "a hydraulic press")]),
        ],
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
            new Step(StackOutStep.Name, "Press, and its stack to press out", "press-stack")
            {
                Slots = c =>
                [
                    new Slot(PressedIn.Picked(StackOutStep.Name), "The press", SlotKind.Tool, Need: PressedIn.Press(c.Chosen(Press)!, MostN(c))),
                    Slot.Tick(PressedIn.LaidOut(StackOutStep.Name), "Lay out what the crib has to stack") with { Stock = PressedIn.Stacked },
                ],
                Judge = c => PressedIn.Stack(c, StackOutStep.Name, BodyOf(c), new(KitOf(c).OuterMm, 2 * KitOf(c).LengthMm), new(KitOf(c).OuterMm, KitOf(c).InnerMm, 0, 0), "{support} below, {pusher} above. Push each out the way it is marked."),
                Gate = "a stack that bears on the flats",
                Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
            },
            new Step(StackInStep.Name, "Stack to press in", "press-stack")
            {
                Slots = _ => [Slot.Tick(StackInStep.Tried, "Tried over a trunnion by hand")],
                Judge = c =>
                {
                    // With the trunnion in, it stands out below, and the pusher goes round it.
                    var stack = c.Taken(PressedIn.LaidOut(StackOutStep.Name)) && c.Tool(PressedIn.Picked(StackOutStep.Name)) is not null
                        ? PressedIn.Stack(c, StackOutStep.Name, BodyOf(c), new(TrunnionOf(c).DiameterMm, StandsOutMm(c)), new(KitOf(c).OuterMm, KitOf(c).InnerMm, TrunnionOf(c).DiameterMm, KitOf(c).LengthMm), "{support} below, {pusher} above: it clears the trunnion on both sides.")
                        : new Judgement(Sentence.Of("Lay out the stack to press out first."));
                    return stack.Call is { Verdict: Verdict.Go } && !c.Taken(StackInStep.Tried) ? stack with { Call = null } : stack;
                },
                Needs = [StackOutStep.Name],
                Gate = "a stack that clears the trunnion",
                Cautions = ["Stand clear of a loaded stack, never in line with it: pieces fly."],
            },
            Each(new Step(OutStep.Name, "Out", "rocker")
            {
                Slots = c =>
                [
                    Slot.Tick("clips", "Both clips off"),
                    Slot.Pick(OutStep.Came, "What came out", new("bushes", "plain bushes"), new("caged", "caged needles"), new("loose", "loose needles"), new("races", "two-piece races")),
                    .. c.Sheet.Rockers!.NeedlesEach > 0 && c.Picked(OutStep.Came) is null or "caged" or "loose"
                        ? [new Slot(OutStep.Needles, "Needles counted", SlotKind.Number, Dimension.Count, 1, Plausible: new Band(0, c.Sheet.Rockers.NeedlesEach * 2))]
                        : Array.Empty<Slot>(),
                ],
                Judge = JudgeOut,
                Gate = "every needle accounted for",
                Cautions = ["Eye protection: clips fly. Work over the tray: needles roll."],
            }),
            Each(new Step(BodyStep.Name, "Body and bushes", "rocker")
            {
                Needs = [OutStep.Name],
                Renews = [FirstStep.Name, InsideStep.Name, TrunnionStep.Name, SecondStep.Name, FloatStep.Name, ClipsStep.Name],
                Slots = c =>
                [
                    Slot.Tick("washed", "Washed, dried, bore wiped"),
                    .. PressedIn.Across(BodyStep.Bore, "Body’s bore", "bore-gauge", c.Sheet.Rockers!.Body.BoreMm),
                    .. PressedIn.Across(BodyStep.Bush, KitOf(c).Kind == TrunnionKind.Bush ? "Bush, outside" : "Cup, outside", "micrometer", KitOf(c).OuterMm),
                    new Slot(BodyStep.Trunnion, "Trunnion, across", SlotKind.Number, Dimension.Length, 0.001, "micrometer",
                        Plausible: new Band(TrunnionOf(c).DiameterMm * 0.98, TrunnionOf(c).DiameterMm * 1.02), Expected: TrunnionOf(c).DiameterMm),
                ],
                Judge = c => c.Step.Slots(c).Any(s => s.Required && !c.Taken(BodyStep.Name, s)) || Fit(c) is not { } fit
                    ? Prompt.Next(c)
                    : PressedIn.JudgeFit(fit, Wanted(c), s_parts with { Inner = KitOf(c).Kind == TrunnionKind.Bush ? "bush" : "cup" }, "It fits. Expect {low} to {high} at the press."),
                Gate = "the fit is a go",
                Cautions = ["Solvent vapour: air the room, no flame near. Gloves."],
            }),
            Each(new Step(FirstStep.Name, "First side flush", "rocker")
            {
                Needs = [BodyStep.Name],
                Renews = [InsideStep.Name, TrunnionStep.Name, SecondStep.Name, FloatStep.Name, ClipsStep.Name],
                Slots = c =>
                [
                    .. Started(c),
                    .. PressedIn.Force(c, FirstStep.Name, Fit(c), KitOf(c).LengthMm),
                    new Slot("flush", "Below the body’s face, − proud", SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(-3, 3), Expected: 0),
                    Slot.Tick("swarf", "Swarf wiped off"),
                ],
                Judge = c => JudgeSide(c, true),
                Gate = "first side flush",
                Cautions = ["Fingers out of the stack. Stand clear of the press line."],
            }),
            Each(new Step(InsideStep.Name, "Bush inside, after pressing", "rocker")
            {
                When = c => Applies.If(KitOf(c).Kind == TrunnionKind.Bush, "Needles run as they come: nothing is reamed."),
                Needs = [FirstStep.Name],
                Slots = c => [.. PressedIn.Across(InsideStep.Inside, "Inside", "bore-gauge", KitOf(c).InnerMm, KitOf(c).InnerMm - ClosesUp(c))],
                Judge = JudgeInside,
                Gate = "the trunnion will run",
                Cautions = ["Turn a reamer forwards only. Chips out before the trunnion goes in."],
            }),
            Each(new Step(TrunnionStep.Name, "Trunnion in", "rocker")
            {
                Needs = [FirstStep.Name, InsideStep.Name],
                Slots = _ => [Slot.Tick("oiled", "Trunnion oiled"), Slot.Tick("way", "In, right way round"), Slot.Pick(TrunnionStep.Turns, "Does it turn in the first side?", new("freely", "freely"), new("tight", "tight"))],
                Judge = c => c.Picked(TrunnionStep.Turns) switch
                {
                    null => Prompt.Next(c),
                    "tight" => new Judgement(Sentence.Of("Take it out. Measure the inside again."), new Call(Verdict.LookAgain, Sentence.Of("It has to turn in the first side before the second goes in."), [])),
                    _ => new Judgement(Sentence.Of("Now the second side, over the trunnion."), new Call(Verdict.Go, Sentence.Of("It turns freely in the first side."), [])),
                },
                Gate = "the trunnion turns",
                Cautions = ["Oil on the floor: wipe it up."],
            }),
            Each(new Step(SecondStep.Name, "Second side", "rocker")
            {
                Needs = [TrunnionStep.Name],
                Renews = [FloatStep.Name, ClipsStep.Name],
                Slots = c =>
                [
                    .. Started(c),
                    .. PressedIn.Force(c, SecondStep.Name, Fit(c), KitOf(c).LengthMm + DeepMm(c)),
                    new Slot("depth", "Below the body’s face", SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(-3, 3), Expected: DeepMm(c)),
                    Slot.Tick("swarf", "Swarf wiped off"),
                ],
                Judge = c => JudgeSide(c, false),
                Gate = "second side in",
                Cautions = ["Watch the depth, not the gauge: nothing stops this side."],
            }),
            Each(new Step(FloatStep.Name, "End float", "rocker")
            {
                Needs = [SecondStep.Name],
                Renews = [ClipsStep.Name],
                Slots = c => [new Slot(FloatStep.Float, "Float between the clips’ grooves", SlotKind.Number, Dimension.Length, 0.01, "feeler", Plausible: new Band(0, 3), Expected: c.Sheet.Rockers!.FloatIdealMm)],
                Judge = JudgeFloat,
                Gate = "it floats",
                Cautions = ["Feeler blades cut: flat on, not edge on."],
            }),
            Each(new Step(ClipsStep.Name, "Clips, and does it turn", "rocker")
            {
                Needs = [TrunnionStep.Name, SecondStep.Name, FloatStep.Name],
                Slots = _ =>
                [
                    Clip(ClipsStep.Front, "Front clip, turned with fine pliers"),
                    Clip(ClipsStep.Rear, "Rear clip, turned with fine pliers"),
                    Slot.Pick(ClipsStep.Turns, "The trunnion", new("freely", "turns and floats freely"), new("tight", "drags"), new("gritty", "gritty")),
                ],
                Judge = JudgeClips,
                Gate = "both clips in their grooves",
                Cautions = ["Eye protection: clips fly. Keep a thumb over it."],
            }),
            new Step(TrayStep.Name, "The set against itself", "tray")
            {
                Weighs = [BodyStep.Name, FirstStep.Name, SecondStep.Name, FloatStep.Name],
                Judge = JudgeTray,
                Gate = "no odd one out",
                Cautions = ["A rocker that is odd now comes apart at speed."],
            },
            new Step(BackStep.Name, "Back to their places", "tray")
            {
                Slots = _ => [Slot.Tick("washed", "Washed again, oiled, oil holes clear"), Slot.Tick("places", "Each back at its own place"), Slot.Tick("counted", "Old parts and clips counted: nothing left in the engine")],
                Judge = Prompt.Next,
                Cautions = ["Turn the engine over twice by hand before it is started."],
            },
        ]);

    private static Step Each(Step step) => step with
    {
        Each = c => [.. c.Sheet.Rockers!.Places.OrderBy(p => p.Number).Select(p => p.Id)],
        ItemName = (_, item) => Name(item),
        Together = Rocker,
        Apart = true,
    };

    private static string Name(string item) => $"Rocker {item["rocker-".Length..]}";

    private static Slot Clip(string key, string label) => Slot.Pick(key, label, new("seated", "seated: turns in its groove"), new("stiff", "won’t turn"), new("off", "springs off"));

    private static TrunnionKit KitOf(StepContext c) => c.Sheet.Rockers!.Kits.FirstOrDefault(k => k.Id == c.Chosen(Kit)) ?? c.Sheet.Rockers.Kits[0];

    private static TrunnionSheet TrunnionOf(StepContext c) => c.Sheet.Rockers!.Trunnion;

    private static Limit Wanted(StepContext c) => KitOf(c).Interference ?? HouseDefaults.TrunnionInterference;

    private static PressSupport.PressedBody BodyOf(StepContext c)
    {
        var body = c.Sheet.Rockers!.Body;
        return new PressSupport.PressedBody(body.BoreMm, body.WidthMm, body.LandInnerMm, body.LandOuterMm);
    }

    /// <summary>How far the trunnion stands out of a body, each side.</summary>
    private static double StandsOutMm(StepContext c) => Math.Max(0, (TrunnionOf(c).LengthMm - c.Sheet.Rockers!.Body.WidthMm) / 2);

    /// <summary>How far below the face the second side has to stand for the float that is wanted.</summary>
    private static double DeepMm(StepContext c) => c.Sheet.Rockers!.FloatIdealMm + c.Sheet.Rockers.Body.WidthMm - TrunnionOf(c).BetweenClipsMm;

    /// <summary>The most that pressing one can take by the sheet: the tightest fit that is wanted.</summary>
    private static double MostN(StepContext c)
    {
        var (body, kit) = (c.Sheet.Rockers!.Body, KitOf(c));
        return InterferenceFit.Solve(new InterferenceFit.Request(
            new InterferenceFit.ShaftPart([new(0, 0, body.BoreMm + (Wanted(c).High ?? 0.04))], kit.Material, kit.InnerMm, RoughnessRzUm: kit.RoughnessRzUm),
            new InterferenceFit.HubPart([new(0, 0, body.BoreMm)], body.OuterMm, body.Material, RoughnessRzUm: body.RoughnessRzUm),
            kit.LengthMm, new Band(kit.Friction.Low ?? 0, kit.Friction.High ?? 0.2))).PressForceN.High;
    }

    private static InterferenceFit.Answer? Fit(StepContext c) => c.Once($"fit {c.Item}", () =>
    {
        var (body, kit) = (c.Sheet.Rockers!.Body, KitOf(c));
        return PressedIn.Fit(
            c, BodyStep.Bush, BodyStep.Bore,
            new PressedInner(kit.OuterMm, kit.InnerMm, kit.LengthMm, kit.Material, kit.RoughnessRzUm),
            new PressedOuter(body.OuterMm, body.WidthMm, body.LandInnerMm, body.LandOuterMm, body.Material, body.RoughnessRzUm),
            kit.LengthMm, kit.Friction, Wanted(c));
    });

    private static double ClosesUp(StepContext c) => Fit(c) is { } fit ? PressedIn.ClosesUpMm(fit.PressureMpa, KitOf(c).OuterMm, KitOf(c).InnerMm, KitOf(c).Material) : 0;

    private static IEnumerable<Slot> Started(StepContext c) =>
        KitOf(c).Kind == TrunnionKind.Needles
            ? [Slot.Tick("mark", "Marked end out"), Slot.Tick("square", "Started by hand, square")]
            : [Slot.Tick("square", "Started by hand, square")];

    /// <summary>Which places were laid out: numbers and ranges, such as "1-6, 8-12". Null where it can't be read.</summary>
    internal static IReadOnlyList<int>? Laid(string typed)
    {
        var places = new List<int>();
        foreach (var part in typed.Replace('–', '-').Split([',', ';', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var ends = part.Split('-').Select(e => int.TryParse(e, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n is > 0 and <= 99 ? n : 0).ToList();
            if (ends.Count > 2 || ends.Contains(0) || ends[^1] < ends[0])
            {
                return null;
            }

            places.AddRange(Enumerable.Range(ends[0], ends[^1] - ends[0] + 1));
        }

        return places.Count == 0 ? null : places;
    }

    private static Judgement JudgeSet(StepContext c)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(SetStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        var count = c.Sheet.Rockers!.Places.Count;
        var laid = Laid(c.Reading(SetStep.Places)!.Typed);
        Judgement Again(string what, string why, int n) => new(
            Sentence.Of(what, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))),
            new Call(Verdict.LookAgain, Sentence.Of(why, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))), []));
        return laid is null ? Again("Type the places again, such as 1-{count}, or 1-6, 8-{count}.", "The places can’t be read as numbers.", 0)
            : laid.GroupBy(n => n).FirstOrDefault(g => g.Count() > 1) is { } twice ? Again("Look at the marks: two rockers say {n}.", "Place {n} is there twice; each place has one rocker.", twice.Key)
            : laid.FirstOrDefault(n => n > count) is > 0 and var beyond ? Again("Look at the marks: there is no place {n}.", "This engine has places 1 to {count}; {n} is none of them.", beyond)
            : Enumerable.Range(1, count).Except(laid).FirstOrDefault() is > 0 and var missing ? Again("Find rocker {n} before you begin.", "Place {n} is missing: {count} rockers belong to this set.", missing)
            : new Judgement(
                Sentence.Of("All {count} are there. Set up the press.", ("count", Quantity.Count(count))),
                new Call(Verdict.Go, Sentence.Of("Places 1 to {count}, each once.", ("count", Quantity.Count(count))), []));
    }

    private static Judgement JudgeOut(StepContext c)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(OutStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        var expected = c.Sheet.Rockers!.NeedlesEach;
        if (c.Number(OutStep.Needles) is not { } counted || c.Picked(OutStep.Came) is not ("caged" or "loose") || expected == 0)
        {
            return new Judgement(Sentence.Of("Wash the body, then measure it."), new Call(Verdict.Go, Sentence.Of("No needles to account for."), []));
        }

        var check = new Check("needles", counted == expected ? Verdict.Go : counted < expected ? Verdict.Stop : Verdict.LookAgain, counted, expected, 0, Side.Lower, Dimension.Count, "engine’s sheet");
        return new Judgement(
            Sentence.Of(
                check.Verdict switch
                {
                    Verdict.Go => "All there. Wash the body, then measure it.",
                    Verdict.Stop => "Find {short} needles: in the head, the valley, the sump. They go through the engine.",
                    _ => "Count them again: there are more than one rocker holds.",
                },
                ("short", Quantity.Count((int)Math.Abs(expected - counted)))),
            new Call(check.Verdict, Sentence.Of("{n} counted, {of} belong to it.", ("n", Quantity.Count((int)counted)), ("of", Quantity.Count(expected))), [check]));
    }

    private static double Travel(StepContext c, StepName side) => KitOf(c).LengthMm + (side == SecondStep.Name ? DeepMm(c) : 0);

    private static Judgement JudgeSide(StepContext c, bool first)
    {
        var (step, slot, swarf) = first ? (FirstStep.Name, FirstStep.Flush, FirstStep.Swarf) : (SecondStep.Name, SecondStep.Depth, SecondStep.Swarf);
        var kit = KitOf(c);
        var pressed = PressedIn.JudgePress(
            c, Fit(c), Travel(c, step), first,
            first ? "Clean. Read how it lies to the face, wipe the swarf off." : "In. Read its depth, wipe the swarf off.",
            "It went in too easily: the body is worn. Press it out; another body, or say why it holds.");
        if (pressed.Call is null or { Verdict: not Verdict.Go })
        {
            return pressed;
        }

        if (c.Number(slot) is not { } depth || !c.Taken(swarf))
        {
            return pressed with { Call = null, Do = c.Taken(slot) ? Sentence.Of("Wipe the swarf off, both faces.") : pressed.Do };
        }

        // The second side only has to leave its float, and that is measured by itself: here it must not stand proud.
        var limit = first ? HouseDefaults.Flush : new Limit(0, null, LimitSource.Default);
        var call = PressedIn.Between("depth", depth, c.Uncertainty(slot), limit);
        if (!first && call.Verdict == Verdict.LookAgain)
        {
            call = call with { Verdict = Verdict.Go };
        }

        var odd = Odd(c, step);
        var force = pressed.Call.Checks[0];
        return odd is not null && call.Verdict == Verdict.Go
            ? odd with { Answer = pressed.Answer }
            : new Judgement(
                Sentence.Of(
                    (call.Verdict, call.Checks[0].Side, first) switch
                    {
                        (Verdict.Go, _, true) => kit.Kind == TrunnionKind.Bush ? "Flush. Measure it inside: it has closed up." : "Flush. Oil the trunnion and put it in.",
                        (Verdict.Go, _, _) => "In. Now its end float.",
                        (Verdict.LookAgain, _, _) => "Read how it lies again, on clean faces.",
                        (_, Side.Lower, _) => "It stands proud: press it {by} on.",
                        _ => "Too deep by {by}: press it back from the other side.",
                    },
                    ("by", Quantity.Mm(Math.Abs(depth - (first ? 0 : DeepMm(c)))))),
                call.Verdict == Verdict.Go
                    ? new Call(Verdict.Go, Sentence.Of("{f} pressed it in; it lies {d} below the face.", ("f", Quantity.Newtons(force.Value)), ("d", Quantity.Mm(depth))), [force, .. call.Checks])
                    : call with { Checks = [.. call.Checks, force] },
                pressed.Answer);
    }

    /// <summary>The force against those of the set that were pressed before this one, from six on: what is pressed later changes nothing that was said.</summary>
    private static Judgement? Odd(StepContext c, StepName step)
    {
        if (PressedAt(c, step) is not { } at || PressedIn.ForceN(c, step, Fit(c), Travel(c, step)) is not { } own)
        {
            return null;
        }

        var before = c.Sheet.Rockers!.Places.Select(p => c.For(p.Id))
            .Where(o => o.Item != c.Item && PressedAt(o, step) < at)
            .Select(o => (o.Item, Force: PressedIn.ForceN(o, step, Fit(o), Travel(o, step))))
            .Where(o => o.Force is not null).Select(o => new SetOutlier.SetReading(o.Item, o.Force!.Value)).ToList();
        if (before.Count + 1 < SetOutlier.Fewest)
        {
            return null;
        }

        var set = SetOutlier.Solve(new SetOutlier.Request([.. before, new SetOutlier.SetReading(c.Item, own)], c.Uncertainty(ForceSlot(c, step))));
        return set.Readings[^1] is { Verdict: { } verdict and not Verdict.Go } score
            ? new Judgement(ForceAdvice(score.Score, verdict), Stands(verdict, "press force", own, set.Median, Dimension.Force, 100, Name(c.Item)))
            : null;
    }

    private static DateTimeOffset? PressedAt(StepContext c, StepName step) => c.TakenAt(PressedIn.Trace(step)) ?? c.TakenAt(PressedIn.Peak(step));

    private static SlotName ForceSlot(StepContext c, StepName step) => c.Taken(PressedIn.Trace(step)) ? PressedIn.Trace(step) : PressedIn.Peak(step);

    private static Sentence ForceAdvice(double score, Verdict verdict) => Sentence.Of(
        score < 0
            ? verdict == Verdict.Stop ? "Press it out: this body is worn. Fit another body and begin it again." : "Look at this body: it went in easier than the set. Another body, or say why it holds."
            : verdict == Verdict.Stop ? "Press it out: it galled or went in cocked. Look at bush and bore." : "It took more than the set. Look for a tear or a burr, or say why it is good.");

    private static Call Stands(Verdict verdict, string what, double value, double median, Dimension dimension, double resolution, string who) => new(
        verdict,
        Sentence.Of("{who}: {what} {value}; the middle of its set is {median}.",
            ("who", Quantity.Word(who)), ("what", Quantity.Word(what)), ("value", new Quantity(value, dimension, resolution)), ("median", new Quantity(median, dimension, resolution))),
        [new Check($"{who.ToLowerInvariant()}, {what}", verdict, value, median, 0, value < median ? Side.Lower : Side.Upper, dimension, "its own set")]);

    private static Judgement JudgeInside(StepContext c)
    {
        var inside = new[] { c.Number(InsideStep.Inside.At(0)), c.Number(InsideStep.Inside.At(90)) }.OfType<double>().ToList();
        if (inside.Count < 2 || c.Number(BodyStep.Trunnion) is not { } trunnion)
        {
            return new Judgement(Sentence.Of("Measure it inside, twice across. By its fit it closed up {by}.", ("by", Quantity.Mm(ClosesUp(c), 0.001))));
        }

        var u = Math.Sqrt(Math.Pow(c.Uncertainty(InsideStep.Inside.At(0)), 2) + Math.Pow(c.Uncertainty(BodyStep.Trunnion), 2));
        return PressedIn.JudgeInside(inside.Average(), trunnion, u, KitOf(c).Clearance ?? HouseDefaults.TrunnionClearance, "trunnion", "It runs. Oil the trunnion and put it in, right way round.");
    }

    private static Judgement JudgeFloat(StepContext c)
    {
        if (c.Number(FloatStep.Float) is not { } found)
        {
            return Prompt.Next(c);
        }

        var call = PressedIn.Between("end float", found, c.Uncertainty(FloatStep.Float), c.Sheet.Rockers!.EndFloat ?? HouseDefaults.TrunnionFloat);
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _) => "It floats. Clips on, and turn each one.",
                    (Verdict.LookAgain, _) => "Measure the float again, with thinner blades.",
                    (_, Side.Lower) => "Press the second side {by} deeper, then measure again.",
                    _ => "Press the second side back by {by}, then measure again.",
                },
                ("by", Quantity.Mm(Math.Abs(c.Sheet.Rockers.FloatIdealMm - found)))),
            call);
    }

    private static Judgement JudgeClips(StepContext c)
    {
        foreach (var (clip, words) in new[] { (ClipsStep.Front, "front"), (ClipsStep.Rear, "rear") })
        {
            if (c.Picked(clip) is { } found and not "seated")
            {
                return new Judgement(
                    Sentence.Of(
                        found == "off" ? "New clip at the {end}. Clean its groove, press it right home, turn it." : "Seat the {end} clip: press it home all round, then turn it again.",
                        ("end", Quantity.Word(words))),
                    new Call(Verdict.LookAgain, Sentence.Of("A clip that won’t turn is not in its groove; it lets the trunnion walk out.", ("end", Quantity.Word(words))), []));
            }
        }

        return c.Picked(ClipsStep.Turns) switch
        {
            null => Prompt.Next(c),
            "freely" => new Judgement(Sentence.Of("Done. Back on the tray; the next one."), new Call(Verdict.Go, Sentence.Of("Both clips turn in their grooves; it turns and floats freely."), [])),
            "gritty" => new Judgement(Sentence.Of("Swarf is in it. Clips off, trunnion out, wash, oil, again."), new Call(Verdict.LookAgain, Sentence.Of("It feels gritty: swarf runs in it."), [])),
            _ => new Judgement(Sentence.Of("Find where it drags: a bush, the float, a clip. Then again."), new Call(Verdict.LookAgain, Sentence.Of("It has to turn and float freely."), [])),
        };
    }

    private static List<(string Step, string Words, Dimension Dimension, double Resolution, Func<StepContext, double?> Of, Func<StepContext, double> Uncertainty)> Measures(StepContext c) =>
    [
        (FirstStep.Name, "Press force, first side", Dimension.Force, 100, o => PressedIn.ForceN(o, FirstStep.Name, Fit(o), Travel(o, FirstStep.Name)), o => o.Uncertainty(ForceSlot(o, FirstStep.Name))),
        (SecondStep.Name, "Press force, second side", Dimension.Force, 100, o => PressedIn.ForceN(o, SecondStep.Name, Fit(o), Travel(o, SecondStep.Name)), o => o.Uncertainty(ForceSlot(o, SecondStep.Name))),
        // A bore is held against its own size: a fiftieth of its diameter would hide any wear.
        ("body", "Bore over its size", Dimension.Length, 0.001, o => o.Number(BodyStep.Bore.At(0)) is { } a && o.Number(BodyStep.Bore.At(90)) is { } b ? ((a + b) / 2) - c.Sheet.Rockers!.Body.BoreMm : null, o => o.Uncertainty(BodyStep.Bore.At(0))),
        ("float", "End float", Dimension.Length, 0.01, o => o.Number(FloatStep.Float), o => o.Uncertainty(FloatStep.Float)),
    ];

    private static Judgement JudgeTray(StepContext c)
    {
        var rockers = c.Sheet.Rockers!.Places.OrderBy(p => p.Number).Select(p => c.For(p.Id)).ToList();
        var measures = Measures(c).ConvertAll(m =>
        {
            var found = rockers.Select(o => (o.Item, Value: m.Of(o), U: m.Uncertainty(o))).Where(v => v.Value is not null).ToList();
            if (found.Count == 0)
            {
                return new TrunnionSet.SetMeasure(m.Step, m.Words, m.Dimension, m.Resolution, null, null, []);
            }

            var set = SetOutlier.Solve(new SetOutlier.Request([.. found.Select(v => new SetOutlier.SetReading(v.Item, v.Value!.Value))], found.Max(v => v.U)));
            return new TrunnionSet.SetMeasure(m.Step, m.Words, m.Dimension, m.Resolution, set.Median, set.Spread, [.. set.Readings.Zip(found, (s, v) => new TrunnionSet.SetValue(s.Id, v.Value!.Value, s.Score, s.Verdict))]);
        });
        var own = Version1.Steps.Where(s => s.Together == Rocker).ToList();
        var progress = rockers.ConvertAll(o => (Rocker: o, Steps: own.Where(s => s.When(o.SeenBy(s)).Because is null).Select(s => (Step: s, Slots: s.Slots(o.SeenBy(s)))).ToList()));
        bool Complete((Step Step, IReadOnlyList<Slot> Slots) s, StepContext o) => s.Slots.All(x => !x.Required || o.Taken(s.Step.Name, x));
        var done = progress.Count(p => p.Steps.TrueForAll(s => Complete(s, p.Rocker)));
        var half = progress
            .Where(p => p.Steps.Any(s => s.Slots.Any(x => p.Rocker.Taken(s.Step.Name, x))) && !p.Steps.TrueForAll(s => Complete(s, p.Rocker)))
            .Select(p => new TrunnionSet.HalfDoneRocker(
                p.Rocker.Item,
                p.Steps.Last(s => s.Slots.Any(x => p.Rocker.Taken(s.Step.Name, x))).Step.Title,
                p.Steps.First(s => !Complete(s, p.Rocker)).Step.Title,
                p.Steps.SelectMany(s => s.Slots.Select(x => p.Rocker.TakenAt(s.Step.Name, x))).Max()!.Value))
            .ToList();
        var answer = new TrunnionSet.Answer(measures, half, done);
        var worst = measures.SelectMany(m => m.Values.Where(v => v.Verdict is not (null or Verdict.Go)).Select(v => (Measure: m, Value: v)))
            .OrderByDescending(x => x.Value.Verdict).ThenByDescending(x => Math.Abs(x.Value.Score)).ToList();
        if (done < rockers.Count)
        {
            return new Judgement(
                half.Count > 0
                    ? Sentence.Of("{done} of {all} done. {who} is half done: next, {next}.",
                        ("done", Quantity.Count(done)), ("all", Quantity.Count(rockers.Count)), ("who", Quantity.Word(Name(half[0].Item))), ("next", Quantity.Word(half[0].Next.ToLowerInvariant())))
                    : Sentence.Of("{done} of {all} done. Go on with the next rocker.", ("done", Quantity.Count(done)), ("all", Quantity.Count(rockers.Count))),
                Answer: answer);
        }

        if (worst.Count == 0)
        {
            return new Judgement(
                Sentence.Of("All {all} are alike. Wash them, then back to their places.", ("all", Quantity.Count(rockers.Count))),
                new Call(Verdict.Go, Sentence.Of("Force, bore and float of each lie with the others."), []),
                answer);
        }

        var (measure, value) = worst[0];
        var force = measure.Dimension == Dimension.Force;
        var call = Stands(value.Verdict!.Value, measure.Words.ToLowerInvariant(), value.Value, measure.Median!.Value, measure.Dimension, measure.Resolution, Name(value.Item));
        return new Judgement(
            Sentence.Of(
                (force, value.Score < 0, value.Verdict) switch
                {
                    (true, true, _) => "{who} went in easier than its set: its body is worn. Another body, begun again at “Body and bushes”.",
                    (true, false, _) => "{who} took more than its set: look for a tear. Press it out and look, or say why it is good.",
                    _ when measure.Step == "body" => "{who}: its bore is not like the others. Measure it again; another body if it stays so.",
                    _ => "{who} floats unlike the others. Set its second side again, or say why it is good.",
                },
                ("who", Quantity.Word(Name(value.Item)))),
            call with { Checks = [.. call.Checks, .. worst.Skip(1).Select(w => new Check($"{Name(w.Value.Item).ToLowerInvariant()}, {w.Measure.Words.ToLowerInvariant()}", w.Value.Verdict!.Value, w.Value.Value, w.Measure.Median!.Value, 0, w.Value.Value < w.Measure.Median ? Side.Lower : Side.Upper, w.Measure.Dimension, "its own set"))] },
            answer);
    }
}
