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

    private static ChoiceName Way => new("way");
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

    private static Procedure Of(string id, string title, PressedKind kind, IReadOnlyList<string> ways, PressedIn.Parts parts)
    {
        PressedSheet Part(EngineSheet sheet) => PartOf(sheet, kind);
        Step Each(Step step) => EachOf(kind, step);
        var (drawn, stacked) = (Drawn(kind), Stacked(kind));
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
                Each(SizesOf(kind, parts)),
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
                Each(StackOf(kind, parts)),
                Each(PressOf(kind, parts)),
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
                Each(HomeOf(kind, parts)),
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
            Comes = kind switch
            {
                PressedKind.Gear => ["gear-off"],
                PressedKind.Race => ["race-off"],
                PressedKind.Bush => ["bush-out"],
                _ => Array.Empty<string>(),
            },
            Stretches = Stretched(kind, title),
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
