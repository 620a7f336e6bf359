using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>One part in another, pressed cold or shrunk: a gear, a race, a plain bush, a spigot bearing, a pin in an eye. One run sheet, a kind at a time.</summary>
public static class PressedPart
{
    private static class FacingStep
    {
        public static readonly StepName Name = new("facing");
    }

    private static class SizesStep
    {
        public static readonly StepName Name = new("sizes");
        public static readonly NumberSlot Temperature = Name.Number("temperature");
        public static readonly PressedIn.Diameters Inner = new(Name, "inner");
        public static readonly PressedIn.Diameters Outer = new(Name, "outer");
    }

    private static class WayStep
    {
        public static readonly StepName Name = new("way");
        public static readonly NumberSlot Ambient = Name.Number("ambient");
        public static readonly TickSlot Ready = Name.Tick("ready");
    }

    private static class StackStep
    {
        public static readonly StepName Name = new("stack");
    }

    private static class PressStep
    {
        public static readonly StepName Name = new("press");
    }

    private static class HeatStep
    {
        public static readonly StepName Name = new("heat");
        public static readonly NumberSlot Outer = Name.Number("outer");
        public static readonly PickSlot Went = Name.Pick("went");
        public static readonly TickSlot Started = Name.Tick("started");
        public static readonly TickSlot Half = Name.Tick("half");
        public static readonly TickSlot Oven = Name.Tick("oven");
        public static readonly TickSlot Frozen = Name.Tick("frozen");
        public static readonly TickSlot Out = Name.Tick("out");
    }

    private static class HomeStep
    {
        public static readonly StepName Name = new("home");
        public static readonly PickSlot Slips = Name.Pick("slips");
        public static readonly NumberSlot Home = Name.Number("home");
    }

    private static class InsideStep
    {
        public static readonly StepName Name = new("inside");
        public static readonly PressedIn.Diameters Inside = new(Name, "inside");
    }

    private static readonly ChoiceName Way = new("way");
    private const string Cold = "cold";
    private const string Warm = "warm";
    private const string Chill = "chill";
    private const string Both = "both";

    /// <summary>How far the oven or the probe may be off, °C.</summary>
    private const double OvenC = 5;

    /// <summary>A part in still air is as warm as its oven, to a twentieth, after three time constants.</summary>
    private const double SoaksFor = 3;

    /// <summary>A gear or sprocket on a shaft.</summary>
    public static Procedure Gear1 { get; } = Of("pressed-gear", "Gear", PressedKind.Gear, [Warm, Cold], new("shaft", "gear", "Don’t fit it: it would turn on its shaft. Another gear, or dress the shaft to a sleeve.", "Don’t fit it: the gear would split. Hone {by} out of its bore."));

    /// <summary>A race on a shaft.</summary>
    public static Procedure Race1 { get; } = Of("pressed-race", "Race", PressedKind.Race, [Cold, Warm], new("shaft", "race", "Don’t fit it: it would creep and leak. Another race.", "Don’t fit it: the race would split. Hone {by} out of it."));

    /// <summary>A plain bush in a bore.</summary>
    public static Procedure Bush1 { get; } = Of("pressed-bush", "Plain bushes", PressedKind.Bush, [Cold, Chill], new("bush", "eye", "Don’t press it: it would turn in its eye. An oversize bush.", "Don’t press it: it would crush. Hone {by} out of the eye."));

    /// <summary>A spigot bearing in the crank's end.</summary>
    public static Procedure Spigot1 { get; } = Of("pressed-spigot", "Spigot bearing, pressed", PressedKind.Spigot, [Chill, Cold], new("bearing", "crank’s end", "Don’t press it: it would spin in the crank. Another bearing.", "Don’t press it: its race would close on the rollers. Hone {by} out of the bore."));

    /// <summary>A pin that slips in one part and is held by shrinking in another.</summary>
    public static Procedure Pin1 { get; } = Of("shrunk-pin", "Pin, shrunk in", PressedKind.Pin, [Both, Warm, Cold], new("pin", "eye", "Don’t fit it: the pin would walk. Another pin or rod.", "Don’t fit it: the eye would yield. Hone {by} out of it."));

    private static Procedure Of(string id, string title, PressedKind kind, IReadOnlyList<string> ways, PressedIn.Parts parts)
    {
        PressedSheet Part(EngineSheet sheet) => sheet.Pressed!.First(p => p.Kind == kind);
        Step Each(Step step) => step with
        {
            Each = c => Part(c.Sheet).Items.Count == 0 ? [""] : [.. Part(c.Sheet).Items.Select((_, i) => $"{i + 1}")],
            ItemName = (sheet, item) => item.Length == 0 ? "" : Part(sheet).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1],
            Together = "part",
            Apart = true,
        };

        // A gear or a race is drawn on by its shaft, a bearing goes into a crank on the bench; what goes into an eye is pressed on a stack.
        var drawn = kind is PressedKind.Gear or PressedKind.Race;
        var stacked = kind is PressedKind.Bush or PressedKind.Pin;
        return new Procedure(
            id,
            1,
            title,
            sheet => sheet.Pressed?.Any(p => p.Kind == kind) == true ? [EnginePlaces.Pressed] : [],
            [new Choice(Way, WayStep.Name, "How it goes in", sheet => [.. ways.Where(w => w == Cold || Part(sheet).Heat is not null).Select(w => new Option(w, Words(w, parts)))])],
            [
                Each(new Step(FacingStep.Name, "Which way round", "pressed")
                {
                    When = c => Applies.If(Part(c.Sheet).Facing.Count > 0, "It goes in either way round."),
                    Slots = c => [.. Part(c.Sheet).Facing.Select((rule, i) => Slot.Tick($"rule-{i + 1}", rule))],
                    Judge = Prompt.Next,
                    Gate = "which way round is settled",
                    Cautions = ["Settle it now: once it is hot there is no time to look."],
                }),
                Each(new Step(SizesStep.Name, "The fit", "pressed")
                {
                    Renews = [PressStep.Name, HeatStep.Name, HomeStep.Name, InsideStep.Name],
                    Slots = c =>
                    [
                        Slot.Tick("clean", "Both deburred, washed, dry"),
                        .. PressedIn.Across(SizesStep.Inner, $"{Capital(parts.Inner)}, outside", "micrometer", Part(c.Sheet).Inner.DiameterMm),
                        .. PressedIn.Across(SizesStep.Outer, $"{Capital(parts.Outer)}, bore", "bore-gauge", Part(c.Sheet).Inner.DiameterMm, Part(c.Sheet).Inner.DiameterMm - Middle(Part(c.Sheet))),
                        new Slot(SizesStep.Temperature, "Both at", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(-10, 60), Expected: 20),
                    ],
                    Judge = c => c.Step.Slots(c).Any(s => s.Required && !c.Taken(SizesStep.Name, s)) || Fit(c, Part(c.Sheet)) is not { } fit
                        ? Prompt.Next(c)
                        : PressedIn.JudgeFit(fit, Part(c.Sheet).Interference, parts, "It fits. Cold it takes {low} to {high}."),
                    Gate = "the fit is a go",
                    Cautions = ["Edges cut. Both parts at the same temperature before they are measured."],
                }),
                Each(new Step(WayStep.Name, "How it goes in", "pressed-heat")
                {
                    Needs = [SizesStep.Name],
                    Slots = c => c.Chosen(Way) is Cold or null
                        ? [Slot.Tick(WayStep.Ready, stacked ? "Press and guide to hand" : drawn ? "Draw tool and sleeve to hand" : "Soft drift on its outer ring to hand")]
                        : [new Slot(WayStep.Ambient, "Air in the shop", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(-10, 45), Expected: 18), Slot.Tick(WayStep.Ready, "Stop and guide set, gloves, clear path")],
                    Judge = c => JudgeWay(c, Part(c.Sheet), parts),
                    Gate = "a way that does no harm",
                    Cautions = ["Oven gloves; freezer burns too. No open flame on one side: it bends."],
                }),
                Each(new Step(StackStep.Name, "Press and its stack", "press-stack")
                {
                    When = c => Applies.If(stacked && Pressed(c, Part(c.Sheet)), stacked ? "It slides in: nothing is pressed." : "It goes on where its shaft or crank stands."),
                    Needs = [SizesStep.Name, WayStep.Name],
                    Slots = c =>
                    [
                        new Slot(PressedIn.Picked(StackStep.Name), "The press", SlotKind.Tool, Need: PressedIn.Press("hydraulic-press", Fit(c, Part(c.Sheet))?.PressForceN.High ?? 0)),
                        Slot.Tick(PressedIn.LaidOut(StackStep.Name), "Lay out what the crib has to stack") with { Stock = PressedIn.Stacked },
                    ],
                    Judge = c => JudgeStack(c, Part(c.Sheet)),
                    Gate = "a stack that bears right",
                    Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
                }),
                Each(new Step(PressStep.Name, drawn ? "Draw it on" : "Press it in", "pressed")
                {
                    When = c => Applies.If(Pressed(c, Part(c.Sheet)), "It slides in: nothing is pressed."),
                    Needs = [SizesStep.Name, WayStep.Name, StackStep.Name],
                    Renews = [HomeStep.Name, InsideStep.Name],
                    Slots = c => [Slot.Tick("square", "Started by hand, square"), .. PressedIn.Force(c, PressStep.Name, Eased(c, Part(c.Sheet)), Part(c.Sheet).EngagedMm)],
                    Judge = c => PressedIn.JudgePress(c, Eased(c, Part(c.Sheet)), Part(c.Sheet).EngagedMm, kind != PressedKind.Pin, "In. Measure where it lies.", parts.Loose),
                    Gate = "it went in as it should",
                    Cautions = ["Stand clear of a loaded press or tool line: pieces fly."],
                }),
                Each(new Step(HeatStep.Name, "Soak, out, in", "pressed-heat")
                {
                    When = c => Applies.If(!Pressed(c, Part(c.Sheet)), "It goes in by force."),
                    Needs = [SizesStep.Name, WayStep.Name, FacingStep.Name],
                    Renews = [HomeStep.Name, InsideStep.Name],
                    Slots = c => HeatSlots(c, Part(c.Sheet), parts),
                    Judge = c => JudgeHeat(c, Part(c.Sheet), parts),
                    Gate = "it is home",
                    Cautions = ["Oven gloves, both hands. No hammer if it grabs."],
                }),
                Each(new Step(HomeStep.Name, "Where it lies", "pressed")
                {
                    Needs = [PressStep.Name, HeatStep.Name],
                    Renews = [InsideStep.Name],
                    Slots = c =>
                    [
                        new Slot(HomeStep.Home, Part(c.Sheet).HomeWords, SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(Part(c.Sheet).HomeMm - 10, Part(c.Sheet).HomeMm + 10), Expected: Part(c.Sheet).HomeMm),
                        .. kind == PressedKind.Pin ? [Slot.Pick(HomeStep.Slips, "In its other part, cold", new("freely", "slips and turns freely"), new("tight", "tight"))] : Array.Empty<Slot>(),
                    ],
                    Judge = c => JudgeHome(c, Part(c.Sheet), parts),
                    Gate = "it lies where it should",
                    Cautions = ["Let it cool to the touch before it is measured: hot, it reads long."],
                }),
                Each(new Step(InsideStep.Name, "Inside, after pressing", "pressed")
                {
                    When = c => Applies.If(Part(c.Sheet).RunsOnMm is not null, "Nothing runs inside it."),
                    Needs = [HomeStep.Name],
                    Slots = c => [.. PressedIn.Across(InsideStep.Inside, "Inside", "bore-gauge", Part(c.Sheet).Inner.InnerDiameterMm)],
                    Judge = c => JudgeInside(c, Part(c.Sheet)),
                    Gate = "what runs in it will run",
                    Cautions = ["Turn a reamer forwards only. Chips out, wash everything again."],
                }),
            ]);
    }

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];

    private static string Words(string way, PressedIn.Parts parts) => way switch
    {
        Warm => $"{parts.Outer} warmed",
        Chill => $"{parts.Inner} chilled",
        Both => $"{parts.Outer} warmed, {parts.Inner} chilled",
        _ => "cold, by force",
    };

    private static double Middle(PressedSheet part) => ((part.Interference.Low ?? 0) + (part.Interference.High ?? 0)) / 2;

    private static InterferenceFit.Answer? Fit(StepContext c, PressedSheet part) => c.Once($"fit {c.Item}", () => PressedIn.Fit(
        c, SizesStep.Inner, SizesStep.Outer, part.Inner, part.Outer, part.EngagedMm, part.Friction, part.Interference, c.Number(SizesStep.Temperature) ?? 20, c.Number(SizesStep.Temperature) ?? 20));

    /// <summary>What heat and cold give; null where it goes in by force alone, or before the fit and the air are known.</summary>
    private sealed record HeatPlan(ThermalFit.Answer Answer, double OuterC, double InnerC, double LeftMm, double SoakSeconds)
    {
        public bool Slides => LeftMm <= 0;
    }

    private static HeatPlan? Plan(StepContext c, PressedSheet part, double? measuredC = null) => c.Once($"heat {c.Item}/{measuredC}", () =>
    {
        if (part.Heat is not { } heat || c.Chosen(Way) is Cold or null || c.Number(WayStep.Ambient) is not { } ambient || Fit(c, part) is not { } fit)
        {
            return null;
        }

        var chilled = c.Chosen(Way) is Chill or Both;
        var warmed = c.Chosen(Way) is Warm or Both;
        var inner = chilled ? Math.Min(heat.FreezerC, ambient) : ambient;
        var most = heat.Most.High!.Value - OvenC;
        // Chilled alone, the outer part stays as the shop is: a shade above it, since a plan without any warmth is none.
        var hottest = !warmed ? ambient + 0.01 : measuredC is { } hot && hot > ambient ? Math.Min(hot, most) : most;
        var answer = ThermalFit.Solve(new ThermalFit.Request(
            fit.Hub.MeanMm,
            fit.Shaft.MeanMm,
            new ThermalFit.WarmPart(part.Outer.Material, heat.OuterMassKg, heat.OuterSurfaceM2, heat.OuterSpecificHeatJPerKgC, hottest),
            new ThermalFit.ColdPart(part.Inner.Material, heat.InnerMassKg, heat.InnerSpecificHeatJPerKgC, heat.InnerSurfaceM2),
            inner,
            ambient,
            heat.WantedClearanceMm,
            HouseDefaults.AirFilmWPerM2C,
            new ThermalFit.FilmContact(part.EngagedMm, HouseDefaults.AirWPerMC),
            SlideSeconds: heat.SlideSeconds,
            OvenUncertaintyC: OvenC));
        var outer = !warmed ? ambient : measuredC ?? Math.Min(answer.HubTemperatureC, most);
        // The worst of the oven, so that what is promised to slide does.
        var left = (fit.Shaft.MeanMm * (1 + (part.Inner.Material.ExpansionPerC * (inner - 20)))) - (fit.Hub.MeanMm * (1 + (part.Outer.Material.ExpansionPerC * (outer - (warmed ? OvenC : 0) - 20))));
        return new HeatPlan(answer, outer, inner, left, SoaksFor * heat.OuterMassKg * heat.OuterSpecificHeatJPerKgC / (HouseDefaults.AirFilmWPerM2C * heat.OuterSurfaceM2));
    });

    /// <summary>Whether force is needed: cold, or where heat and cold leave something to press.</summary>
    private static bool Pressed(StepContext c, PressedSheet part) => c.Chosen(Way) is Cold or null || Plan(c, part) is { Slides: false };

    /// <summary>The fit that is left to press: all of it cold, less where the cold has eased it.</summary>
    private static InterferenceFit.Answer? Eased(StepContext c, PressedSheet part)
    {
        if (Fit(c, part) is not { } fit || Plan(c, part) is not { } plan || fit.InterferenceMm.Mean <= 0)
        {
            return Fit(c, part);
        }

        var share = Math.Clamp(plan.LeftMm / fit.InterferenceMm.Mean, 0, 1);
        // What lies in contact shares its heat in seconds, so a press that pauses ends as a cold one.
        return fit with { PressForceN = fit.PressForceN with { Low = fit.PressForceN.Low * share }, Curve = [.. fit.Curve.Select(p => p with { LowN = p.LowN * share })] };
    }

    private static Quantity Temperature(double c) => new(c, Dimension.Temperature);

    private static Quantity Roughly(double seconds) => new(seconds, Dimension.Seconds, seconds < 3 ? 0.5 : 1);

    private static Judgement JudgeWay(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        if (Fit(c, part) is not { } fit)
        {
            return new Judgement(Sentence.Of("Measure the fit first."));
        }

        if (c.Chosen(Way) is Cold or null)
        {
            return new Judgement(
                Sentence.Of("Cold, oiled: {low} to {high}. Set it up square.", ("low", Quantity.Newtons(fit.PressForceN.Low)), ("high", Quantity.Newtons(fit.PressForceN.High))),
                c.Taken(WayStep.Ready) ? new Call(Verdict.Go, Sentence.Of("{low} to {high} when home.", ("low", Quantity.Newtons(fit.PressForceN.Low)), ("high", Quantity.Newtons(fit.PressForceN.High))), []) : null,
                fit);
        }

        if (Plan(c, part) is not { } plan)
        {
            return Prompt.Next(c);
        }

        var limit = part.Heat!.Most;
        var warmed = c.Chosen(Way) is Warm or Both;
        var grip = plan.Answer.GripSeconds ?? 3600;
        var checks = new List<Check>();
        if (warmed)
        {
            checks.Add(Check.AtMost($"{parts.Outer}’s temperature", plan.OuterC, limit.High!.Value, OvenC, Dimension.Temperature, limit.SourceWords));
        }

        if (plan.Slides)
        {
            checks.Insert(0, new Check("seconds to grip", grip >= part.Heat.SlideSeconds ? Verdict.Go : grip * 3 >= part.Heat.SlideSeconds ? Verdict.Decide : Verdict.Stop, grip, part.Heat.SlideSeconds, 0, Side.Lower, Dimension.Seconds, "an estimate, × or ÷ 3"));
        }

        var call = Call.Of(checks, k => k.Dimension == Dimension.Temperature
            ? Sentence.Of(k.Verdict == Verdict.Go ? "{left} to press at {outer}." : "{outer} is above the {limit} that it stands.", ("left", Quantity.Mm(Math.Max(0, plan.LeftMm), 0.001)), ("outer", Temperature(plan.OuterC)), ("limit", Temperature(k.Limit)))
            : Sentence.Of(
                k.Verdict == Verdict.Go ? "{clear} to spare; about {grip} until it grips, {need} are needed." : "Only about {grip} until it grips; {need} are needed to push it home.",
                ("clear", Quantity.Mm(-plan.LeftMm, 0.001)), ("grip", Roughly(k.Value)), ("need", Roughly(k.Limit))))
            ?? new Call(Verdict.Go, Sentence.Of("Chilled to {cold} it still has {left} to press: easier, and by force.", ("cold", Temperature(plan.InnerC)), ("left", Quantity.Mm(plan.LeftMm, 0.001))), []);
        return new Judgement(
            Sentence.Of(
                (call.Verdict, plan.Slides, c.Chosen(Way)) switch
                {
                    (Verdict.Stop, true, _) => "It would grip half way. Chill the other part too, or press it cold.",
                    (Verdict.Stop, _, _) => "Not so hot. Chill the other part, or press it cold.",
                    (_, true, Both) => "{part} to {outer} slowly, {inner} in the freezer. Stop set: in within about {grip}.",
                    (_, true, Warm) => "{part} to {outer}, slowly and evenly. Stop set: in within about {grip}.",
                    (_, true, _) => "{chilled} to {cold}: it slides in. Stop set: in within about {grip}.",
                    _ => "It won’t slide: {left} is left to press. Press it without a pause.",
                },
                ("part", Quantity.Word(Capital(parts.Outer))), ("inner", Quantity.Word(parts.Inner)), ("chilled", Quantity.Word(Capital(parts.Inner))), ("outer", Temperature(plan.OuterC)), ("cold", Temperature(plan.InnerC)), ("grip", Roughly(grip)), ("left", Quantity.Mm(plan.LeftMm, 0.001))),
            c.Taken(WayStep.Ready) ? call : null,
            plan.Answer);
    }

    private static Judgement JudgeStack(StepContext c, PressedSheet part) => PressedIn.Stack(
        c,
        StackStep.Name,
        new PressSupport.PressedBody(part.Inner.DiameterMm - Middle(part), part.Outer.HeightMm, part.Outer.LandInnerMm, part.Outer.LandOuterMm),
        // A pin goes right through; a bush or a bearing stays.
        new PressSupport.PassingPart(part.Inner.DiameterMm, part.Kind == PressedKind.Pin ? Math.Max(0, (part.Inner.LengthMm - part.Outer.HeightMm) / 2) : 0),
        new PressSupport.PushedPart(part.Inner.DiameterMm, part.Inner.InnerDiameterMm, 0, part.Inner.LengthMm),
        "{support} below, {pusher} above. Start it by hand, square.");

    private static IReadOnlyList<Slot> HeatSlots(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        var plan = Plan(c, part);
        var warmed = c.Chosen(Way) is Warm or Both;
        return
        [
            .. c.Chosen(Way) is Chill or Both ? [Slot.Tick("frozen", $"{Capital(parts.Inner)} in the freezer, cold right through")] : Array.Empty<Slot>(),
            .. warmed
                ? [
                    Slot.Tick("oven", "In the oven, set half way"),
                    Slot.Tick("half", "Soaked; oven all the way"),
                    new Slot("outer", $"{Capital(parts.Outer)}, by probe", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(30, 400), Expected: plan?.OuterC),
                ]
                : Array.Empty<Slot>(),
            Slot.Tick("out", "Out, to the stop and guide"),
            Slot.Tick("started", "It has entered"),
            Slot.Pick("went", "How it went", new("home", "home, in one push"), new("grabbed", "grabbed half way")),
        ];
    }

    private static Judgement JudgeHeat(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        var warmed = c.Chosen(Way) is Warm or Both;
        var measured = warmed ? c.Number(HeatStep.Outer) : null;
        if (Plan(c, part) is not { } planned || Plan(c, part, measured) is not { } plan)
        {
            return new Judgement(Sentence.Of("Say how it goes in first, with the air’s temperature."));
        }

        if (c.Picked(HeatStep.Went) is { } went && c.Taken(HeatStep.Started))
        {
            return went == "home"
                ? new Judgement(Sentence.Of("Hold it against its stop until it grips. Let it cool, then measure."), new Call(Verdict.Go, Sentence.Of("Home in one push."), []), plan.Answer)
                : new Judgement(
                    Sentence.Of("Don’t hit it. Let it cool right through, press it out over a support, measure both again."),
                    new Call(Verdict.Stop, Sentence.Of("It grabbed half way: hammered now it tears the {outer} and bends the {inner}.", ("outer", Quantity.Word(parts.Outer)), ("inner", Quantity.Word(parts.Inner))), []),
                    plan.Answer);
        }

        var half = (planned.OuterC + (c.Number(WayStep.Ambient) ?? 20)) / 2;
        if (warmed && c.TakenAt(HeatStep.Half) is null)
        {
            return c.TakenAt(HeatStep.Oven) is { } since
                ? new Judgement(Sentence.Of("Let it soak: about {soak} at {half}. Then the oven to {full}.", ("soak", Quantity.Minutes(plan.SoakSeconds / 60)), ("half", Temperature(half)), ("full", Temperature(planned.OuterC))), Answer: plan.Answer, Until: since.AddSeconds(plan.SoakSeconds), Then: Sentence.Of("Soaked. The oven to {full} now.", ("full", Temperature(planned.OuterC))))
                : Prompt.Next(c) with { Do = c.Chosen(Way) == Both && !c.Taken(HeatStep.Frozen) ? Sentence.Of("{inner} in the freezer at {cold}, until it is cold right through.", ("inner", Quantity.Word(Capital(parts.Inner))), ("cold", Temperature(planned.InnerC))) : Sentence.Of("Oven to {half} first: slowly and evenly, no flame.", ("half", Temperature(half))), Answer = plan.Answer };
        }

        if (warmed && measured is not { })
        {
            return new Judgement(
                Sentence.Of("Oven at {full}. Soak again, then probe the {outer}’s bore, not the air.", ("full", Temperature(planned.OuterC)), ("outer", Quantity.Word(parts.Outer))),
                Answer: plan.Answer,
                Until: c.TakenAt(HeatStep.Half)!.Value.AddSeconds(plan.SoakSeconds),
                Then: Sentence.Of("Soaked. Probe the {outer}’s bore, not the air.", ("outer", Quantity.Word(parts.Outer))));
        }

        if (measured is { } hot)
        {
            var u = c.Uncertainty(HeatStep.Outer);
            var check = Check.AtMost($"{parts.Outer}’s temperature", hot, part.Heat!.Most.High!.Value, u, Dimension.Temperature, part.Heat.Most.SourceWords);
            var cool = hot < planned.OuterC - OvenC;
            if (check.Verdict != Verdict.Go || cool)
            {
                return new Judgement(
                    Sentence.Of(cool ? "Not soaked through: back in the oven, then probe it again." : check.Verdict == Verdict.Stop ? "Too hot: its metal may have lost its temper. Let it cool; look at its colour, ask the manual." : "Too close to what it stands: let it cool a little, probe it again."),
                    new Call(
                        cool ? Verdict.LookAgain : check.Verdict,
                        Sentence.Of(cool ? "{hot} is below the {plan} that was planned on." : "{hot}; {limit} is the most that it stands.", ("hot", Temperature(hot)), ("plan", Temperature(planned.OuterC)), ("limit", Temperature(check.Limit))),
                        [cool ? check with { Verdict = Verdict.LookAgain, Limit = planned.OuterC - OvenC, Side = Side.Lower, Source = "planned" } : check]),
                    plan.Answer);
            }
        }

        var grip = plan.Answer.GripSeconds ?? 3600;
        return (c.TakenAt(HeatStep.Out), c.TakenAt(HeatStep.Started)) switch
        {
            (null, _) => new Judgement(
                Sentence.Of("Stop and guide ready? Take both out: {carry} until it no longer slides.", ("carry", Roughly(plan.Answer.CarrySeconds ?? 3600))), Answer: plan.Answer),
            ({ } left, null) => new Judgement(Sentence.Of("To the guide, straight in. Tap when it enters."), Answer: plan.Answer, Deadline: left.AddSeconds(plan.Answer.CarrySeconds ?? 3600),
                Then: Sentence.Of("Too late to slide. Don’t force it: back to the oven, and probe it again.")),
            (_, { } entered) => new Judgement(Sentence.Of("Push it home now, one push, against its stop. About {grip}.", ("grip", Roughly(grip))), Answer: plan.Answer, Deadline: entered.AddSeconds(grip),
                Then: Sentence.Of("It has grabbed by now. Don’t hit it: tick where it stands.")),
        };
    }

    private static Judgement JudgeHome(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(HomeStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        if (c.Picked(HomeStep.Slips) == "tight")
        {
            return new Judgement(
                Sentence.Of("Press it out: it has to slip in its other part. Measure that bore."),
                new Call(Verdict.Stop, Sentence.Of("The {inner} is tight where it should slip.", ("inner", Quantity.Word(parts.Inner))), []));
        }

        var found = c.Number(HomeStep.Home)!.Value;
        var call = PressedIn.Between("depth", found, c.Uncertainty(HomeStep.Home), part.Home);
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _) => part.RunsOnMm is null ? "It lies where it should. The record is kept." : "It lies where it should. Measure it inside.",
                    (Verdict.LookAgain, _) => "Read where it lies again, on clean faces.",
                    (_, Side.Upper) => "{by} too far: press it back, cold and square.",
                    _ => "{by} short of home: press it on, cold and square.",
                },
                ("by", Quantity.Mm(Math.Abs(found - call.Checks[0].Limit)))),
            call);
    }

    private static Judgement JudgeInside(StepContext c, PressedSheet part)
    {
        var inside = new[] { c.Number(InsideStep.Inside.At(0)), c.Number(InsideStep.Inside.At(90)) }.OfType<double>().ToList();
        if (inside.Count < 2 || part.RunsOnMm is not { } runs)
        {
            var by = Fit(c, part) is { } fit ? PressedIn.ClosesUpMm(fit.PressureMpa, part.Inner.DiameterMm, part.Inner.InnerDiameterMm, part.Inner.Material) : 0;
            return new Judgement(Sentence.Of("Measure it inside, twice across. By its fit it closed up {by}.", ("by", Quantity.Mm(by, 0.001))));
        }

        return PressedIn.JudgeInside(inside.Average(), runs, c.Uncertainty(InsideStep.Inside.At(0)), part.Clearance ?? HouseDefaults.TrunnionClearance, "pin", "It runs. Wash the chips out; the record is kept.");
    }
}
