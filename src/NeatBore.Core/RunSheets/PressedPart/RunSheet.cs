using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>One part in another, pressed cold or shrunk: a gear, a race, a plain bush, a spigot bearing, a pin in an eye. One run sheet,
/// a kind at a time.</summary>
internal static class RunSheet
{
    /// <summary>A gear or sprocket on a shaft.</summary>
    public static Procedure Gear1 { get; } =
        Of(
            "pressed-gear",
            "Gear",
            PressedKind.Gear,
            [Way.Warm, Way.Cold],
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
            [Way.Cold, Way.Warm],
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
            [Way.Cold, Way.Chill],
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
            [Way.Chill, Way.Cold],
            new(
                "bearing",
                "crank’s end",
                "Don’t press it: it would spin in the crank. Another bearing.",
                "Don’t press it: its race would close on the rollers. Hone {by} out of the bore."
            )
        );

    public static Procedure Of(string id, string title, PressedKind kind, IReadOnlyList<string> ways, PressedWords parts)
    {
        return new Procedure(
            id,
            1,
            title,
            // A spigot bearing whose place in the crank is known has a run sheet of its own.
            sheet => sheet.HasPressed(kind) && !(kind == PressedKind.Spigot && sheet.Spigot is not null) ? [EnginePlaces.Pressed] : [],
            [Way.Of(ways, kind, parts)],
            [
                FacingStep.Of(kind),
                Part.Each(kind, SizesStep.Of(kind, parts)),
                WayStep.Of(kind, parts),
                Part.Each(kind, StackStep.Of(kind, parts)),
                Part.Each(kind, PressStep.Of(kind, parts)),
                HeatStep.Of(kind, parts),
                Part.Each(kind, HomeStep.Of(kind, parts)),
                InsideStep.Of(kind),
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
            Stretches = Stretches.Stretched(kind, title),
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
}
