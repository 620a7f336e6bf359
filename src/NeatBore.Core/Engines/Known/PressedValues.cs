using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What can be known of parts that are pressed or shrunk, a part of the sheet for each kind of which there is one run
/// sheet.</summary>
internal static class PressedValues
{
    private const string Prefix = "pressed-";

    private sealed record Kind(
        string Id,
        string Label,
        string Name,
        string Inner,
        string Outer,
        string Home,
        string InnerMetal,
        string OuterMetal,
        Band? HomeBy,
        bool Many,
        params string[] Facing
    );

    // Which way round follows from the kind; a default, as the words of a run sheet are.
    private static readonly Kind[] s_kinds =
    [
        new(
            "gear",
            "Pressed gear",
            "Gear",
            "Shaft",
            "Gear",
            "Gap to the shoulder",
            "steel-forged",
            "steel-forged",
            new(0, 0.05),
            false,
            "Timing mark to the front",
            "Keyway in line, key home",
            "Chamfer to the shoulder"
        ),
        new(
            "race",
            "Pressed race",
            "Race",
            "Shaft",
            "Race",
            "Gap to what it stands on",
            "steel-forged",
            "steel-alloy",
            new(0, 0.05),
            false,
            "Unworn end where the lip runs",
            "Lead-in chamfer to the front"
        ),
        new(
            "bush",
            "Pressed bush",
            "Bush",
            "Bush",
            "Eye",
            "Below the eye’s face, − proud",
            "bronze",
            "steel-forged",
            new(-0.1, 0.1),
            true,
            "Oil hole in line with the eye’s"
        ),
        new(
            "pin",
            "Shrunk pin",
            "Piston pin",
            "Pin",
            "Eye",
            "Pin’s end to the eye’s face",
            "steel-alloy",
            "steel-forged",
            null,
            true,
            "Piston’s mark to the front",
            "Rod’s number to its own side",
            "Eye’s chamfer to the pin’s entry side"
        ),
    ];

    /// <summary>The name of a kind's part of the sheet; null for one of which only a whole sheet tells.</summary>
    public static string? PartOf(PressedKind kind) => s_kinds.Any(k => k.Id == Word(kind)) ? Prefix + Word(kind) : null;

    /// <summary>The parts, as the builder says them.</summary>
    public static IEnumerable<(string Part, string Label)> Parts => s_kinds.Select(k => (Prefix + k.Id, k.Label));

    /// <summary>The kind that a part of the sheet is of; null where it is none of these.</summary>
    public static PressedKind? KindOf(string part) =>
        s_kinds.FirstOrDefault(k => Prefix + k.Id == part) is { } kind ? Enum.Parse<PressedKind>(kind.Id, ignoreCase: true) : null;

    /// <summary>The values of a part; null where there is no such kind.</summary>
    public static PartValues? Of(string part) => s_kinds.FirstOrDefault(k => Prefix + k.Id == part) is { } kind ? Of(kind) : null;

    /// <summary>Lays the first of each kind in the sheet's list out as a part of its own.</summary>
    public static void Unfold(JsonObject sheet)
    {
        if (sheet["pressed"] is not JsonArray list)
        {
            return;
        }

        foreach (var kind in s_kinds)
        {
            if (list.FirstOrDefault(p => p?["kind"]?.ToString() == kind.Id) is { } first)
            {
                list.Remove(first);
                sheet[Prefix + kind.Id] = first;
            }
        }
    }

    /// <summary>Puts them back into the list.</summary>
    public static void Fold(JsonObject sheet)
    {
        var all = new List<JsonNode>();
        foreach (var kind in s_kinds)
        {
            if (sheet[Prefix + kind.Id] is { } part)
            {
                sheet.Remove(Prefix + kind.Id);
                all.Add(part);
            }
        }

        var rest = (sheet["pressed"] as JsonArray)?.Select(p => p!.DeepClone()) ?? [];
        JsonNode[] pressed = [.. all, .. rest];
        sheet["pressed"] = pressed.Length == 0 ? null : new JsonArray(pressed);
    }

    private static PartValues Of(Kind kind)
    {
        var at = Prefix + kind.Id;
        string P(string path) => $"{at}/{path}";
        var (inner, hole, length) = (P("inner/diameterMm"), P("inner/innerDiameterMm"), P("inner/lengthMm"));
        var (outer, height) = (P("outer/outerDiameterMm"), P("outer/heightMm"));
        var own = kind.Many;
        return new PartValues(
            at,
            [
                .. kind.Many
                    ?
                    [
                        Ask.Count(P("count"), "How many", 1, 16) with
                        {
                            Asked = true,
                            Drawn = _ => 4,
                            From = sheet => sheet.At(at) is null ? null : Math.Max(1, sheet.CountAt(P("items")) ?? 0),
                        },
                    ]
                    : Array.Empty<SheetValue>(),
                Ask.Mm(inner, $"{kind.Inner}, across its outside", 5, 200) with
                {
                    Drawn = _ => 36,
                },
                Ask.Mm(hole, $"Hole through the {kind.Inner.ToLowerInvariant()}, 0 for none", 0, 180) with
                {
                    Rule = own ? null : k => Ask.Rounded(k.Number(inner) * 0.35, 0.5),
                    Drawn = k => (k.Number(inner) ?? 36) * (own ? 0.7 : 0.35),
                },
                Ask.Mm(outer, $"{kind.Outer}, across round its bore", 8, 400) with
                {
                    Drawn = k => (k.Number(inner) ?? 36) * 1.6,
                },
                Ask.Mm(height, $"{kind.Outer}, long at its bore", 3, 200) with
                {
                    Drawn = k => (k.Number(inner) ?? 36) * 0.6,
                },
                Ask.Mm(length, $"{kind.Inner}, long", 3, 400) with
                {
                    Rule = kind.Id == "pin" ? null : k => k.Number(height) + (own ? 0 : 2),
                    Drawn = k => (k.Number(height) ?? 22) * (own ? 2.5 : 1),
                },
                Ask.Mm(P("interference/low"), "Interference from", 0, 0.3),
                Ask.Mm(P("interference/high"), "Interference to", 0, 0.3) with
                {
                    Gauge = "micrometer",
                },
                Ask.Mm(P("homeMm"), $"{kind.Home}, home", -50, 200) with
                {
                    Rule = kind.HomeBy is null ? null : _ => 0,
                    Drawn = _ => 0,
                },
                .. Ask.Limit(
                        P("home"),
                        kind.Home,
                        new(-51, 201),
                        k => Ask.Rounded(k.Number(P("homeMm")) + (kind.HomeBy?.Low ?? -0.2), 0.01),
                        k => Ask.Rounded(k.Number(P("homeMm")) + (kind.HomeBy?.High ?? 0.2), 0.01)
                    )
                    .JudgedBy("depth-gauge"),
                Ask.Mm(P("engagedMm"), "In contact when home, along it", 2, 200) with
                {
                    Rule = k =>
                        Math.Min(k.Number(height) ?? double.NaN, k.Number(length) ?? double.NaN) is var n && double.IsFinite(n) ? n : null,
                    Drawn = k => k.Number(height) ?? 22,
                },
                Ask.Mm(P("outer/landInnerMm"), "Flat to stand it on, inside", 4, 390) with
                {
                    Rule = k => k.Number(inner) + 1.5,
                    Drawn = k => (k.Number(inner) ?? 36) + 1.5,
                },
                Ask.Mm(P("outer/landOuterMm"), "Flat to stand it on, outside", 6, 400) with
                {
                    Rule = k => k.Number(outer) - 0.5,
                    Drawn = k => (k.Number(outer) ?? 58) - 0.5,
                },
                Ask.Metal(P("inner/material"), $"{kind.Inner} is of", kind.InnerMetal),
                Ask.Metal(P("outer/material"), $"{kind.Outer} is of", kind.OuterMetal),
                Rz(P("inner/roughnessRzUm")),
                Rz(P("outer/roughnessRzUm")),
                .. kind.Id == "bush" ? RunsOn(at) : [],
                .. Heat(at),
            ],
            [
                new(P("kind"), _ => JsonValue.Create(kind.Id)),
                new(P("name"), _ => JsonValue.Create(kind.Name)),
                new(
                    P("items"),
                    k => new JsonArray(
                        k.Number(P("count")) is > 1 and var n ? [.. Enumerable.Range(1, (int)n).Select(i => (JsonNode)$"Rod {i}")] : []
                    )
                )
                {
                    From = P("count"),
                },
                new(P("facing"), _ => new JsonArray([.. kind.Facing.Select(f => (JsonNode)f)])),
                new(P("homeWords"), _ => JsonValue.Create(kind.Home)),
                Ask.MadeOf(P("inner/material")),
                Ask.MadeOf(P("outer/material")),
                new(
                    P("friction"),
                    _ => new JsonObject
                    {
                        ["low"] = 0.1,
                        ["high"] = 0.16,
                        ["source"] = "default",
                    }
                ),
            ],
            [
                new(inner, outer, (i, o) => i < o, $"the {kind.Inner.ToLowerInvariant()} can’t be larger than what is round it"),
                new(hole, inner, (h, i) => h < i, $"the hole can’t be larger than the {kind.Inner.ToLowerInvariant()} itself"),
                Ask.Ends(P("interference")),
                Ask.Ends(P("home")),
            ]
        );
    }

    private static IEnumerable<SheetValue> RunsOn(string at)
    {
        SheetValue Of(string path, string label, double high) =>
            Ask.Mm($"{at}/{path}", label, 0, high) with
            {
                Group = $"{at}/{path.Split('/')[0]}",
                Optional = true,
            };
        return
        [
            Of("runsOnMm", "What runs in it, across", 200),
            Of("clearance/low", "Its clearance from", 1),
            Of("clearance/high", "Its clearance to", 1) with
            {
                Gauge = "bore-gauge",
            },
        ];
    }

    /// <summary>What heat and cold can do: only how heavy it is and the most that it stands are asked, never given by rule.</summary>
    private static IEnumerable<SheetValue> Heat(string at)
    {
        string P(string path) => $"{at}/{path}";
        double? N(KnownValues k, string path) => k.Number(P(path));
        SheetValue ByRule(string path, Dimension dimension, Func<KnownValues, double?> rule) =>
            new(P($"heat/{path}"), path, dimension, new(-80, 10_000)) { Rule = rule, Hidden = true };
        return (
            (SheetValue[])
                [
                    new SheetValue(P("heat/outerMassKg"), "What is warmed weighs", Dimension.Mass, new(0.01, 60)),
                    new SheetValue(P("heat/most/high"), "The most that it may be warmed to", Dimension.Temperature, new(50, 400)),
                    ByRule(
                        "outerSurfaceM2",
                        Dimension.Number,
                        k => Ask.Rounded(Surface(N(k, "outer/outerDiameterMm"), N(k, "outer/heightMm")), 1e-5)
                    ),
                    ByRule("outerSpecificHeatJPerKgC", Dimension.Number, _ => 480),
                    ByRule("innerMassKg", Dimension.Number, k => Ask.Rounded(Mass(k, at), 1e-4)),
                    ByRule(
                        "innerSurfaceM2",
                        Dimension.Number,
                        k => Ask.Rounded(Surface(N(k, "inner/diameterMm"), N(k, "inner/lengthMm")), 1e-5)
                    ),
                    ByRule("innerSpecificHeatJPerKgC", Dimension.Number, _ => 470),
                    ByRule("freezerC", Dimension.Temperature, _ => -18),
                    ByRule("slideSeconds", Dimension.Number, _ => 4),
                    Ask.Mm(P("heat/wantedClearanceMm"), "Room to slide with", 0.001, 0.2) with
                    {
                        Rule = _ => 0.02,
                    },
                ]
        ).Select(v => v with { Group = P("heat"), Optional = true });
    }

    // Both ends and the outside of a cylinder, m².
    private static double? Surface(double? across, double? length) =>
        across is { } d && length is { } l ? Math.PI * d * ((d / 2) + l) / 1e6 : null;

    // Of what lies within the contact and one diameter more, in steel, kg.
    private static double? Mass(KnownValues k, string at) =>
        k.Number($"{at}/inner/diameterMm") is { } d
        && k.Number($"{at}/inner/innerDiameterMm") is { } h
        && k.Number($"{at}/inner/lengthMm") is { } l
            ? Math.PI / 4 * ((d * d) - (h * h)) * l * 7.85e-6
            : null;

    private static SheetValue Rz(string path) =>
        new(path, "Roughness, Rz in µm", Dimension.Number, new(0.1, 100)) { Rule = _ => 4, Hidden = true };

    private static string Word(PressedKind kind) => kind.ToString().ToLowerInvariant();
}
