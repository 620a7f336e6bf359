using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>One part in another, pressed cold or shrunk: a gear, a race, a plain bush, a spigot bearing, a pin in an eye. One run sheet,
/// a kind at a time.</summary>
public static partial class PressedPart
{
    private static class FacingStep
    {
        public static readonly StepName Name = new("facing");
        public static readonly PickSlot End = Name.Pick("end");
    }

    private static class PressStep
    {
        public static readonly StepName Name = new("press");
    }

    private static readonly ChoiceName Way = new("way");
    private const string Cold = "cold";
    private const string Warm = "warm";
    private const string Chill = "chill";
    private const string Both = "both";

    /// <summary>A gear or sprocket on a shaft.</summary>
    public static Procedure Gear1 { get; } =
        Of(
            "pressed-gear",
            "Gear",
            PressedKind.Gear,
            [Warm, Cold],
            new(
                "shaft",
                "gear",
                "Don’t fit it: it would turn on its shaft. Another gear, or dress the shaft to a sleeve.",
                "Don’t fit it: the gear would split. Hone {by} out of its bore."
            )
        );

    /// <summary>A race on a shaft.</summary>
    public static Procedure Race1 { get; } =
        Of(
            "pressed-race",
            "Race",
            PressedKind.Race,
            [Cold, Warm],
            new(
                "shaft",
                "race",
                "Don’t fit it: it would creep and leak. Another race.",
                "Don’t fit it: the race would split. Hone {by} out of it."
            )
        );

    /// <summary>A plain bush in a bore.</summary>
    public static Procedure Bush1 { get; } =
        Of(
            "pressed-bush",
            "Plain bushes",
            PressedKind.Bush,
            [Cold, Chill],
            new(
                "bush",
                "eye",
                "Don’t press it: it would turn in its eye. An oversize bush.",
                "Don’t press it: it would crush. Hone {by} out of the eye."
            )
        );

    /// <summary>A spigot bearing in the crank's end.</summary>
    public static Procedure Spigot1 { get; } =
        Of(
            "pressed-spigot",
            "Spigot bearing, pressed",
            PressedKind.Spigot,
            [Chill, Cold],
            new(
                "bearing",
                "crank’s end",
                "Don’t press it: it would spin in the crank. Another bearing.",
                "Don’t press it: its race would close on the rollers. Hone {by} out of the bore."
            )
        );

    /// <summary>A pin that slips in one part and is held by shrinking in another.</summary>
    public static Procedure Pin1 { get; } =
        Of(
            "shrunk-pin",
            "Pin, shrunk in",
            PressedKind.Pin,
            [Both, Warm, Cold],
            new(
                "pin",
                "eye",
                "Don’t fit it: the pin would walk. Another pin or rod.",
                "Don’t fit it: the eye would yield. Hone {by} out of it."
            )
        );

    private static Procedure Of(string id, string title, PressedKind kind, IReadOnlyList<string> ways, PressedIn.Parts parts)
    {
        PressedSheet Part(EngineSheet sheet) => sheet.Pressed!.First(p => p.Kind == kind);
        Step Each(Step step) =>
            step with
            {
                Each = c => Part(c.Sheet).Items.Count == 0 ? [""] : [.. Part(c.Sheet).Items.Select((_, i) => $"{i + 1}")],
                ItemName = (sheet, item) =>
                    item.Length == 0 ? "" : Part(sheet).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1],
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
            // A spigot bearing whose place in the crank is known has a run sheet of its own.
            sheet => sheet.HasPressed(kind) && !(kind == PressedKind.Spigot && sheet.Spigot is not null) ? [EnginePlaces.Pressed] : [],
            [
                new Choice(
                    Way,
                    WayStep.Name,
                    "How it goes in",
                    sheet => [.. ways.Where(w => w == Cold || Part(sheet).Heat is not null).Select(w => new Option(w, Words(w, parts)))]
                ),
            ],
            [
                Each(
                    new Step(FacingStep.Name, "Which way round", "pressed-facing")
                    {
                        When = c => Applies.If(Part(c.Sheet).Facing.Count > 0 || Turns(c.Sheet, kind), "It goes in either way round."),
                        Slots = c =>
                            [
                                .. Turns(c.Sheet, kind) ? [WornEnd] : Array.Empty<Slot>(),
                                .. Part(c.Sheet).Facing.Select((rule, i) => Slot.Tick($"rule-{i + 1}", rule)),
                            ],
                        Judge = c => Turns(c.Sheet, kind) ? JudgeFacing(c) : Prompt.Next(c),
                        Gate = "which way round is settled",
                        Cautions = ["Settle it now: once it is hot there is no time to look."],
                    }
                ),
                Each(
                    new Step(SizesStep.Name, "The fit", "pressed-sizes")
                    {
                        Renews = [PressStep.Name, HeatStep.Name, HomeStep.Name, InsideStep.Name],
                        Slots = c =>
                            [
                                Slot.Tick("clean", "Both deburred, washed, dry"),
                                .. PressedIn
                                    .Across(
                                        SizesStep.Inner,
                                        $"{Capital(parts.Inner)}, outside",
                                        "micrometer",
                                        Part(c.Sheet).Inner.DiameterMm
                                    )
                                    .Select(s => s with { Reads = $"{PressedValues.PartOf(kind)}/inner/diameterMm" }),
                                .. PressedIn.Across(
                                    SizesStep.Outer,
                                    $"{Capital(parts.Outer)}, bore",
                                    "bore-gauge",
                                    Part(c.Sheet).Inner.DiameterMm,
                                    Part(c.Sheet).Inner.DiameterMm - Middle(Part(c.Sheet))
                                ),
                                new Slot(
                                    SizesStep.Temperature,
                                    "Both at",
                                    SlotKind.Number,
                                    Dimension.Temperature,
                                    1,
                                    "thermometer",
                                    Plausible: new Band(-10, 60),
                                    Expected: 20
                                ),
                            ],
                        Judge = c =>
                            c.Step.Slots(c).Any(s => s.Required && !c.Taken(SizesStep.Name, s)) || Fit(c, Part(c.Sheet)) is not { } fit
                                ? Prompt.Next(c)
                                : PressedIn.JudgeFit(
                                    c.Sheet,
                                    fit,
                                    Part(c.Sheet).Interference,
                                    parts,
                                    "It fits. Cold it takes {low} to {high}."
                                ),
                        Gate = "the fit is a go",
                        Cautions = ["Edges cut. Both parts at the same temperature before they are measured."],
                    }
                ),
                Each(
                    new Step(WayStep.Name, "How it goes in", "pressed-way")
                    {
                        Needs = [SizesStep.Name],
                        Slots = c =>
                            c.Chosen(Way) is Cold or null
                                ?
                                [
                                    Slot.Tick(
                                        WayStep.Ready,
                                        stacked ? "Press and guide to hand"
                                            : drawn ? "Draw tool and sleeve to hand"
                                            : "Soft drift on its outer ring to hand"
                                    ),
                                ]
                                :
                                [
                                    new Slot(
                                        WayStep.Ambient,
                                        "Air in the shop",
                                        SlotKind.Number,
                                        Dimension.Temperature,
                                        1,
                                        "thermometer",
                                        Plausible: new Band(-10, 45),
                                        Expected: 18
                                    ),
                                    Slot.Tick(WayStep.Ready, "Stop and guide set, gloves, clear path"),
                                ],
                        Judge = c => JudgeWay(c, Part(c.Sheet), parts),
                        Gate = "a way that does no harm",
                        Cautions = ["Oven gloves; freezer burns too. No open flame on one side: it bends."],
                    }
                ),
                Each(
                    new Step(StackStep.Name, "Press and its stack", "pressed-stack")
                    {
                        When = c =>
                            Applies.If(
                                stacked && Pressed(c, Part(c.Sheet)),
                                stacked ? "It slides in: nothing is pressed." : "It goes on where its shaft or crank stands."
                            ),
                        Needs = [SizesStep.Name, WayStep.Name],
                        Slots = c =>
                            [
                                new Slot(
                                    PressedIn.Picked(StackStep.Name),
                                    "The press",
                                    SlotKind.Tool,
                                    Need: PressedIn.Press("hydraulic-press", Fit(c, Part(c.Sheet))?.PressForceN.High ?? 0)
                                ),
                                Slot.Tick(PressedIn.LaidOut(StackStep.Name), "Lay out what the crib has to stack") with
                                {
                                    Stock = PressedIn.Stacked,
                                },
                            ],
                        Judge = c => JudgeStack(c, Part(c.Sheet)),
                        Gate = "a stack that bears right",
                        Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
                    }
                ),
                Each(
                    new Step(PressStep.Name, drawn ? "Draw it on" : "Press it in", "pressed-press")
                    {
                        When = c => Applies.If(Pressed(c, Part(c.Sheet)), "It slides in: nothing is pressed."),
                        Needs = [SizesStep.Name, WayStep.Name, StackStep.Name],
                        Works = kind == PressedKind.Race ? [SealGroove] : [],
                        Renews = [HomeStep.Name, InsideStep.Name],
                        Slots = c =>
                            [
                                Slot.Tick("square", "Started by hand, square"),
                                .. PressedIn.Force(c, PressStep.Name, Eased(c, Part(c.Sheet)), Part(c.Sheet).EngagedMm),
                            ],
                        Judge = c =>
                            PressedIn.JudgePress(
                                c,
                                Eased(c, Part(c.Sheet)),
                                Part(c.Sheet).EngagedMm,
                                kind != PressedKind.Pin,
                                "In. Measure where it lies.",
                                parts.Loose
                            ),
                        Gate = "it went in as it should",
                        NoWayBack = true,
                        Cautions = ["Stand clear of a loaded press or tool line: pieces fly."],
                    }
                ),
                Each(
                    new Step(HeatStep.Name, "Soak, out, in", "pressed-heat")
                    {
                        When = c => Applies.If(!Pressed(c, Part(c.Sheet)), "It goes in by force."),
                        Needs = [SizesStep.Name, WayStep.Name, FacingStep.Name],
                        Works = kind == PressedKind.Race ? [SealGroove] : [],
                        Renews = [HomeStep.Name, InsideStep.Name],
                        Slots = c => HeatSlots(c, Part(c.Sheet), parts),
                        Judge = c => JudgeHeat(c, Part(c.Sheet), parts),
                        Gate = "it is home",
                        NoWayBack = true,
                        Cautions = ["Oven gloves, both hands. No hammer if it grabs."],
                    }
                ),
                Each(
                    new Step(HomeStep.Name, "Where it lies", "pressed-home")
                    {
                        Needs = [PressStep.Name, HeatStep.Name],
                        Renews = [InsideStep.Name],
                        Slots = c =>
                            [
                                new Slot(
                                    HomeStep.Home,
                                    Part(c.Sheet).HomeWords,
                                    SlotKind.Number,
                                    Dimension.Length,
                                    0.01,
                                    "depth-gauge",
                                    Plausible: new Band(Part(c.Sheet).HomeMm - 10, Part(c.Sheet).HomeMm + 10),
                                    Expected: Part(c.Sheet).HomeMm
                                ),
                                .. kind == PressedKind.Pin
                                    ?
                                    [
                                        Slot.Pick(
                                            HomeStep.Slips,
                                            "In its other part, cold",
                                            new("freely", "slips and turns freely"),
                                            new("tight", "tight")
                                        ),
                                    ]
                                    : Array.Empty<Slot>(),
                            ],
                        Judge = c => JudgeHome(c, Part(c.Sheet), parts),
                        Gate = "it lies where it should",
                        Cautions = ["Let it cool to the touch before it is measured: hot, it reads long."],
                    }
                ),
                Each(
                    new Step(InsideStep.Name, "Inside, after pressing", "pressed-inside")
                    {
                        When = c => Applies.If(Part(c.Sheet).RunsOnMm is not null, "Nothing runs inside it."),
                        Needs = [HomeStep.Name],
                        Slots = c => [.. PressedIn.Across(InsideStep.Inside, "Inside", "bore-gauge", Part(c.Sheet).Inner.InnerDiameterMm)],
                        Judge = c => JudgeInside(c, Part(c.Sheet)),
                        Gate = "what runs in it will run",
                        Cautions = ["Turn a reamer forwards only. Chips out, wash everything again."],
                    }
                ),
            ]
        )
        {
            Pressed = kind,
            Wants = PressedValues.PartOf(kind) is { } part
                ? new Wants(part) { Also = kind == PressedKind.Race ? ["balancer", "frontSeal"] : [] }
                : Wants.Nothing,
            Supplies = sheet =>
                [
                    .. (sheet.Pressed ?? [])
                        .Where(p => p.Kind == kind)
                        .Select(p => Supply.Part("part", p.Items.Count > 1 ? $"{p.Name}, {p.Items.Count} of them" : p.Name))
                        .Take(1),
                ],
        };
    }

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];
}
