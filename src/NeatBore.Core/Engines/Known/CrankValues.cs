using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What can be known of the crank's rear end and of its float.</summary>
internal static class CrankValues
{
    private const string Kind = "rear/kind";
    private const string Flange = "rear/flange";

    public static PartValues EndFloat { get; } =
        new(
            "endFloat",
            [
                .. Ask.Limit("endFloat/allowed", "End float", new(0.005, 1), NeatBoreDefaults.CrankFloat).JudgedBy("dial"),
                Ask.Mm("endFloat/idealMm", "End float, best", 0.005, 1) with
                {
                    Rule = k => Ask.Rounded((k.Number("endFloat/allowed/low") + k.Number("endFloat/allowed/high")) / 2, 0.01),
                },
            ],
            [],
            [Ask.Ends("endFloat/allowed")]
        );

    public static PartValues Spigot { get; } =
        new(
            "spigot",
            [
                Ask.Mm("spigot/outerMm", "Bearing, across its outside", 10, 90) with
                {
                    Drawn = _ => 32,
                },
                Ask.Mm("spigot/innerMm", "Bearing, across its bore", 5, 60) with
                {
                    Drawn = k => (k.Number("spigot/outerMm") ?? 32) * 0.47,
                },
                Ask.Mm("spigot/widthMm", "Bearing, wide", 4, 60) with
                {
                    Drawn = _ => 9,
                },
                Ask.Mm("spigot/depthMm", "Its face below the flange’s, seated", -20, 60) with
                {
                    Drawn = _ => 3,
                },
                .. Ask.Limit(
                        "spigot/depth",
                        "Bearing’s depth",
                        new(-25, 65),
                        k => Ask.Rounded(k.Number("spigot/depthMm") - 0.5, 0.1),
                        k => Ask.Rounded(k.Number("spigot/depthMm") + 0.5, 0.1)
                    )
                    .JudgedBy("depth-gauge"),
                .. Ask.Limit("spigot/interference", "Bearing’s interference", new(-0.02, 0.2), NeatBoreDefaults.SpigotInterference),
            ],
            [],
            [
                Ask.Ends("spigot/interference"),
                new(
                    "spigot/innerMm",
                    "spigot/outerMm",
                    (bore, outside) => bore < outside,
                    "the bearing’s bore can’t be larger than its outside"
                ),
                Ask.Ends("spigot/depth"),
            ]
        );

    /// <summary>The rear seal and what holds it.</summary>
    public static PartValues Rear(EngineLayout layout)
    {
        var seal = SealValues.Of(
            "rear",
            "rear/seal",
            k =>
                k.Word(Kind) switch
                {
                    "rope" => ["rope"],
                    "two-piece" => ["split"],
                    _ => ["rubber", "ptfe"],
                },
            "below the face round it"
        );
        var housing = HousingValues.Of(
            "rear",
            "rear/housing",
            "Housing",
            k => k.Number("rear/seal/outerMm"),
            layout.FlangeDiameterMm * 0.95,
            -layout.RailMm,
            k => k.Word(Kind) == "housing"
        );
        return new PartValues(
            "rear",
            [
                Ask.Word(
                    Kind,
                    "How the seal is held",
                    new("housing", "in a bolted housing"),
                    new("block", "in a bore of the block"),
                    new("two-piece", "in two halves, block and cap"),
                    new("rope", "a rope, block and cap")
                ),
                .. seal.Values,
                Ask.Count($"{Flange}/bolts", "Flange bolts; 1 for a nut in the middle", 1, 16) with
                {
                    Wrong = n => n == 2 ? "a flange has three bolts or more, or one nut in its middle" : null,
                    Drawn = _ => 6,
                },
                Ask.Mm($"{Flange}/boltCircleMm", "Flange bolts, on a circle of", 25, 200) with
                {
                    Drawn = k => (k.Number("rear/seal/shaftMm") ?? 85) * 0.8,
                },
                Ask.Mm($"{Flange}/majorMm", "Flange bolts, thread", 5, 60),
                Ask.Mm($"{Flange}/pitchMm", "Flange bolts, pitch", 0.5, 3),
                Ask.Nm($"{Flange}/torqueNm", "Flange bolts, each"),
                .. Ask.TorqueLimit($"{Flange}/torque", $"{Flange}/torqueNm", "Flange bolts, each", 0.1),
                Ask.Turn($"{Flange}/angleDeg", "Flange bolts, then turned on by"),
                Ask.Word($"{Flange}/once", "Flange bolts used once", new("yes", "new ones each time"), new("no", "may be used again")) with
                {
                    Asked = true,
                    WordFrom = sheet =>
                        sheet.At($"{Flange}/boltsUsedOnce") is JsonValue once
                            ? (once.GetValueKind() == JsonValueKind.False ? "no" : "yes")
                            : null,
                },
                .. housing.Values.Select(v => v with { Group = v.Group ?? "rear/housing" }),
            ],
            [
                .. seal.Made,
                new($"{Flange}/boltsUsedOnce", k => JsonValue.Create(k.Word($"{Flange}/once") != "no")) { From = $"{Flange}/once" },
                .. housing.Made.Select(m => m with { Make = (k, sheet) => k.Word(Kind) == "housing" ? m.Make(k, sheet) : null }),
            ],
            [
                .. seal.Contradictions,
                .. housing.Contradictions,
                new(
                    $"{Flange}/boltCircleMm",
                    "rear/seal/shaftMm",
                    (circle, shaft) => circle < shaft,
                    "the flange’s bolts can’t lie outside of the flange that the seal runs on"
                ),
                Ask.Ends($"{Flange}/torque"),
            ]
        );
    }
}
