using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What can be known of a part that holds a seal round the crank: the timing cover, or the rear seal's housing.</summary>
internal static class HousingValues
{
    private const int MostDowels = 4;

    /// <summary>The timing cover; until its outline is known it is drawn from below the crank to above the cam.</summary>
    public static PartValues Cover(EngineLayout layout) =>
        Of("cover", "cover", "Cover", k => k.Number("frontSeal/outerMm"), layout.CamHeightMm + 45, -layout.RailMm, _ => true);

    /// <summary>The values of a housing at a path.</summary>
    /// <param name="part">The part of the sheet.</param>
    /// <param name="at">Its path.</param>
    /// <param name="name">As the builder says it.</param>
    /// <param name="bore">What its bore is where it is not typed: the seal's outside.</param>
    /// <param name="topMm">Its upper edge over the crank, for the drawing, mm.</param>
    /// <param name="bottomMm">Its lower edge, likewise.</param>
    /// <param name="when">Whether the engine has it.</param>
    public static PartValues Of(
        string part,
        string at,
        string name,
        Func<KnownValues, double?> bore,
        double topMm,
        double bottomMm,
        Func<KnownValues, bool> when
    )
    {
        var (count, dowels) = ($"{at}/boltCount", $"{at}/dowelCount");
        double Across(KnownValues k) => k.Number($"{at}/boreMm") ?? bore(k) ?? 62;
        List<(double X, double Y)> Edge(KnownValues k, int corners, double inset) =>
            [
                .. Enumerable
                    .Range(0, corners)
                    .Select(i =>
                        OnBox(
                            (double)i / corners,
                            (Across(k) * 1.05) - inset,
                            Math.Max(topMm, Across(k)) - inset,
                            Math.Min(bottomMm, -Across(k) * 0.7) + inset
                        )
                    ),
            ];
        SheetValue[] values =
        [
            Ask.Mm($"{at}/boreMm", "Seal’s bore, across", 20, 250) with
            {
                Rule = bore,
                Drawn = Across,
            },
            Ask.Count(count, $"Bolts of the {name.ToLowerInvariant()}", 2, 40) with
            {
                Asked = true,
                Drawn = _ => 8,
                From = sheet => sheet.CountAt($"{at}/bolts"),
            },
            Ask.Mm($"{at}/groups/0/majorMm", $"{name} bolts, thread", 4, 16),
            Ask.Mm($"{at}/groups/0/pitchMm", $"{name} bolts, pitch", 0.5, 3) with
            {
                Rule = k => Ask.CoarsePitch(k.Number($"{at}/groups/0/majorMm")),
                Drawn = _ => 1,
            },
            Ask.Nm($"{at}/groups/0/torqueNm", $"{name} bolts, each"),
            .. Ask.TorqueLimit($"{at}/groups/0/torque", $"{at}/groups/0/torqueNm", $"{name} bolts, each", 0.1),
            Ask.Count(dowels, "Dowels, 0 for none", 0, 4) with
            {
                Asked = true,
                Drawn = _ => 0,
                From = sheet => sheet.At(at) is null ? null : sheet.CountAt($"{at}/dowels") ?? 0,
            },
            Ask.Mm($"{at}/holeFreeMm", "Bolt holes larger than bolts, half", 0, 3) with
            {
                Rule = k => Ask.HoleFree(k.Number($"{at}/groups/0/majorMm")),
                Drawn = _ => 0.3,
            },
            .. Ask.Limit($"{at}/offset", "Seal’s bore off the crank", new(0, 1), NeatBoreDefaults.SealOffset).JudgedBy("dial"),
            .. part == "cover" ? Ask.Limit($"{at}/rail", "Step at the sump’s joint", new(0, 1), NeatBoreDefaults.RailStep) : [],
            .. Enumerable.Range(1, BoltPlaces.MostKinds - 1).SelectMany(i => AnotherKind(at, i)),
            .. Enumerable
                .Range(0, BoltPlaces.MostKinds)
                .Select(i =>
                    Ask.Turn(
                        $"{at}/groups/{i}/angleDeg",
                        $"{(i == 0 ? $"{name} bolts" : $"Bolts of kind {i + 1}")}, then turned on by"
                    ) with
                    {
                        When = k => k.Number($"{at}/groups/{i}/torqueNm") is not null,
                    }
                ),
            .. Enumerable.Range(0, BoltPlaces.MostKinds).SelectMany(i => BoltPasses.Of($"{at}/groups/{i}", $"{name} bolts", i)),
            .. Enumerable.Range(1, BoltPlaces.Most).SelectMany(i => BoltPlaces.Of(at, count, i)),
            .. Enumerable.Range(1, MostDowels).SelectMany(i => Dowel(at, dowels, i)),
        ];
        return new PartValues(
            part,
            [.. values.Select(v => v with { When = k => when(k) && v.When(k) })],
            [
                new(
                    $"{at}/outline",
                    (k, sheet) =>
                        new JsonArray([
                            .. (BoltPlaces.Outline(k, sheet, at, count, Across(k)) ?? Edge(k, 24, 0)).Select(p =>
                                (JsonNode)Point(p.X, p.Y)
                            ),
                        ])
                )
                {
                    From = $"{at}/bolt",
                },
                new($"{at}/groups/0/id", _ => JsonValue.Create(BoltPlaces.GroupId(0))),
                .. Enumerable
                    .Range(1, BoltPlaces.MostKinds - 1)
                    .Select(i => new MadePiece($"{at}/groups/{i}/id", _ => JsonValue.Create(BoltPlaces.GroupId(i)))),
                .. Enumerable.Range(0, BoltPlaces.MostKinds).Select(i => BoltPasses.Stages($"{at}/groups/{i}")),
                new(
                    $"{at}/bolts",
                    (k, sheet) => k.Number(count) is { } bolts ? BoltPlaces.Bolts(k, sheet, at, Edge(k, (int)bolts, 9)) : null
                )
                {
                    From = $"{at}/bolt",
                },
                new(
                    $"{at}/dowels",
                    k =>
                        k.Number(dowels) is > 0 and var n
                            ? new JsonArray([
                                .. Enumerable
                                    .Range(0, (int)n)
                                    .Select(i =>
                                        (JsonNode)Point(
                                            k.Number($"{at}/dowel{i + 1}/xMm") ?? (i % 2 == 0 ? -1 : 1) * (Across(k) - 4),
                                            k.Number($"{at}/dowel{i + 1}/yMm") ?? (i < 2 ? 1 : -1) * Across(k) / 2
                                        )
                                    ),
                            ])
                            : null
                )
                {
                    From = $"{at}/dowel",
                },
            ],
            [
                .. Enumerable.Range(0, BoltPlaces.MostKinds).Select(i => Ask.Ends($"{at}/groups/{i}/torque")),
                .. Enumerable.Range(0, BoltPlaces.MostKinds).SelectMany(i => BoltPasses.Rise($"{at}/groups/{i}")),
            ]
        )
        {
            Clashes = k => BoltPlaces.Clashes(k, at, count, Across(k)),
        };
    }

    /// <summary>Bolts of another thread or torque than the first ones: all of their kind is known, or none.</summary>
    private static IEnumerable<SheetValue> AnotherKind(string at, int index)
    {
        var group = $"{at}/groups/{index}";
        var (name, before) = ($"Bolts of kind {index + 1}", index == 1 ? at : $"{at}/groups/{index - 1}/majorMm");
        return (
            (SheetValue[])
                [
                    Ask.Mm($"{group}/majorMm", $"{name}, thread", 4, 16),
                    Ask.Mm($"{group}/pitchMm", $"{name}, pitch", 0.5, 3) with
                    {
                        Rule = k => Ask.CoarsePitch(k.Number($"{group}/majorMm")),
                    },
                    Ask.Nm($"{group}/torqueNm", $"{name}, each"),
                    .. Ask.TorqueLimit($"{group}/torque", $"{group}/torqueNm", $"{name}, each", 0.1),
                ]
        ).Select(v => More(v, group) with { When = k => index == 1 || k.Number(before) is not null });
    }

    private static IEnumerable<SheetValue> Dowel(string at, string count, int dowel)
    {
        SheetValue One(string axis, string label) =>
            More(Ask.Mm($"{at}/dowel{dowel}/{axis}", $"Dowel {dowel}, {label}", -600, 600), $"{at}/dowel{dowel}") with
            {
                Asked = true,
                When = k => k.Number(count) >= dowel,
                From = sheet => sheet.NumberAt($"{at}/dowels/{dowel - 1}/{axis}"),
            };
        return [One("xMm", "right of the crank"), One("yMm", "above the crank")];
    }

    private static SheetValue More(SheetValue value, string group) => value with { Group = group, Optional = true, More = true };

    /// <summary>A point on a box's edge, clockwise from the top's middle.</summary>
    /// <param name="share">Of the way round, 0 to 1.</param>
    /// <param name="half">Half of its width, mm.</param>
    /// <param name="top">Its upper edge, mm.</param>
    /// <param name="bottom">Its lower edge, mm.</param>
    private static (double X, double Y) OnBox(double share, double half, double top, double bottom)
    {
        var high = top - bottom;
        var way = share * ((4 * half) + (2 * high));
        var (x, y) =
            way <= half ? (way, top)
            : (way -= half) <= high ? (half, top - way)
            : (way -= high) <= 2 * half ? (half - way, bottom)
            : (way -= 2 * half) <= high ? (-half, bottom + way)
            : (way - high - half, top);
        return (Math.Round(x, 1), Math.Round(y, 1));
    }

    private static JsonObject Point(double x, double y) => new() { ["xMm"] = x, ["yMm"] = y };
}
