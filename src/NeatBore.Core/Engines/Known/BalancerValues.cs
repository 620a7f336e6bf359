using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What can be known of a balancer, its nose and its bolt.</summary>
internal static class BalancerValues
{
    private const string Nose = "balancer/nose/diameterMm";
    private const string Hub = "balancer/hub/outerDiameterMm";
    private const string HubLength = "balancer/hub/lengthMm";
    private const string Seated = "balancer/seatedDepthMm";
    private const string Torque = "crankBolt/torqueNm";
    private const string Hold = "balancer/nose/hold";

    // The default interference is that of a 30–45 mm nose; on others it grows with the nose.

    public static PartValues Balancer { get; } =
        new(
            "balancer",
            [
                Ask.Word(BalancerDesign.Path, "How it is made and held", [.. BalancerDesign.All.Select(d => new NamedWord(d.Id, d.Name))]),
                Ask.Mm(Nose, "Nose, across", 10, 150) with
                {
                    Drawn = _ => 36,
                },
                Ask.Mm(Hub, "Hub, across its outside", 15, 300) with
                {
                    Drawn = k => (k.Number(Nose) ?? 36) * 1.6,
                },
                Ask.Mm(HubLength, "Hub, long", 8, 200) with
                {
                    Drawn = k => (k.Number(Nose) ?? 36) * 1.3,
                },
                Ask.Mm(Seated, "Nose’s end below hub’s face, seated", -60, 100) with
                {
                    Drawn = k => (k.Number(HubLength) ?? 46) / 8,
                },
                .. Ask.Limit(
                        "balancer/seatedDepth",
                        "Seated depth",
                        new(-60, 100),
                        k => Ask.Rounded(k.Number(Seated) - 0.2, 0.01),
                        k => Ask.Rounded(k.Number(Seated) + 0.2, 0.01)
                    )
                    .JudgedBy("depth-gauge"),
                .. Ask.Limit(
                        "balancer/interference",
                        "Interference",
                        new(-0.05, 0.3),
                        k => Interference(k.Number(Nose), NeatBoreDefaults.Interference.Low!.Value),
                        k => Interference(k.Number(Nose), NeatBoreDefaults.Interference.High!.Value)
                    )
                    .OrRule(NeatBoreDefaults.Interference)
                    .JudgedBy("micrometer"),
                .. Ask.Limit("balancer/roundness", "Out of round", new(0, 0.2), NeatBoreDefaults.Roundness).JudgedBy("micrometer"),
                .. Ask.Limit("balancer/taper", "Taper", new(0, 0.2), NeatBoreDefaults.Taper).JudgedBy("bore-gauge"),
                .. Ask.Limit("balancer/tilt", "Tilt, seated", new(0, 2), NeatBoreDefaults.HubTilt).JudgedBy("depth-gauge"),
                Ask.Mm("balancer/ring/outerDiameterMm", "Ring, across its outside", 60, 500) with
                {
                    Drawn = k => (k.Number(Hub) ?? 58) * 3,
                },
                Ask.Mm("balancer/ring/innerDiameterMm", "Ring, across its inside", 40, 480) with
                {
                    Rule = k => Ask.Rounded(k.Number("balancer/ring/outerDiameterMm") * 0.82, 1),
                    Drawn = k => (k.Number(Hub) ?? 58) * 2.46,
                },
                Ask.Mm("balancer/ring/widthMm", "Ring, wide", 8, 120) with
                {
                    Rule = k => Ask.Rounded(k.Number(HubLength) * 0.6, 1),
                    Drawn = _ => 26,
                },
                Ask.Mm("balancer/ring/rubberMm", "Rubber, thick", 1, 12) with
                {
                    Rule = _ => 4,
                },
                Ask.Mm("balancer/nose/innerDiameterMm", "Hole in the nose, across", 0, 100) with
                {
                    Rule = k => Ask.Rounded(k.Number(Nose) * 0.35, 0.5),
                    Drawn = k => (k.Number(Nose) ?? 36) * 0.35,
                },
                Ask.Mm("balancer/nose/lengthMm", "Nose, long", 8, 250) with
                {
                    Rule = k => k.Number(HubLength) - Math.Min(0, k.Number(Seated) ?? 0) + 2,
                    Drawn = k => (k.Number(HubLength) ?? 46) + 2,
                },
                Ask.Mm("balancer/measureRadiusMm", "Depth taken at a radius of", 3, 140) with
                {
                    Rule = k => Ask.Rounded(((k.Number(Hub) + k.Number(Nose)) / 4) + 0.5, 0.5),
                    Drawn = k => (k.Number(Hub) ?? 58) * 0.4,
                },
                .. new[]
                {
                    Ask.Word(Hold, "Hub is kept from turning by", new("key", "a key"), new("clamp", "the bolt’s clamp alone")),
                    Ask.Word(
                        "balancer/nose/faces",
                        "Clamped faces go together",
                        new("dry", "clean and dry"),
                        new("oiled", "with a film of oil"),
                        new("washers", "with new friction washers")
                    ) with
                    {
                        When = k => k.Word(Hold) == "clamp",
                    },
                }.Select(v => v with { Group = v.Path, Optional = true, More = true }),
                Ask.Metal("balancer/nose/material", "Nose is of", "steel-forged"),
                Ask.Metal("balancer/hub/material", "Hub is of", "iron-grey"),
                Rz("balancer/nose/roughnessRzUm", "Nose’s roughness, Rz in µm", 4),
                Rz("balancer/hub/roughnessRzUm", "Hub bore’s roughness, Rz in µm", 6),
                .. Of(
                    "balancer/puller",
                    k => BalancerDesign.All.Any(d => d.Tapped && d.Is(k)),
                    [
                        Ask.Count("balancer/puller/holes", "Puller holes in the hub", 2, 6),
                        Ask.Mm("balancer/puller/boltCircleMm", "Puller holes, on a circle of", 15, 250),
                        Ask.Mm("balancer/puller/majorMm", "Puller holes, thread", 4, 20),
                        Ask.Mm("balancer/puller/pitchMm", "Puller holes, pitch", 0.5, 3) with
                        {
                            Rule = k => Ask.CoarsePitch(k.Number("balancer/puller/majorMm")),
                        },
                        Ask.Mm("balancer/puller/depthMm", "Puller holes, full thread", 4, 80),
                        Strength("balancer/puller/screwTensileMpa", "Puller screws’ tensile strength"),
                        Strength("balancer/puller/hubTensileMpa", "Hub’s tensile strength") with
                        {
                            Rule = k => k.Word("balancer/hub/material/key") is { } metal ? Material.BuiltIn[metal].TensileMpa : null,
                        },
                        Ask.Mm("balancer/puller/reachMm", "Room in front of the hub", 5, 400) with
                        {
                            Rule = k => k.Number(HubLength) + 15,
                        },
                        Ask.Word(
                            "balancer/puller/noseTip",
                            "The screw bears on",
                            new("nose cap", "a nose cap"),
                            new("live centre", "a live centre"),
                            new("plug in the thread", "a plug in the thread")
                        ) with
                        {
                            WordRule = _ => "nose cap",
                        },
                    ]
                ),
                .. BalancerDesign.OwnValues,
                .. Of(
                        "balancer/warm",
                        _ => true,
                        [
                            new SheetValue("balancer/warm/massKg", "Whole balancer weighs", Dimension.Mass, new(0.2, 60)),
                            new SheetValue("balancer/warm/rubber/high", "The most its rubber stands", Dimension.Temperature, new(50, 200)),
                            Ask.Mm("balancer/warm/acrossMm", "Whole balancer, across", 60, 500) with
                            {
                                Asked = true,
                                Rule = k => k.Number("balancer/ring/outerDiameterMm"),
                            },
                            new SheetValue("balancer/warm/surfaceM2", "Its surface, m²", Dimension.Number, new(0.005, 2))
                            {
                                Hidden = true,
                                Rule = k => Ask.Rounded(Surface(k), 0.001),
                            },
                            new SheetValue(
                                "balancer/warm/specificHeatJPerKgC",
                                "Its specific heat, J/(kg·°C)",
                                Dimension.Number,
                                new(100, 1200)
                            )
                            {
                                Hidden = true,
                                Rule = _ => 460,
                            },
                            new SheetValue("balancer/warm/noseMassKg", "Nose within the hub weighs, kg", Dimension.Number, new(0.02, 20))
                            {
                                Hidden = true,
                                Rule = k => Ask.Rounded(NoseMass(k), 0.01),
                            },
                            new SheetValue(
                                "balancer/warm/noseSpecificHeatJPerKgC",
                                "Nose’s specific heat, J/(kg·°C)",
                                Dimension.Number,
                                new(100, 1200)
                            )
                            {
                                Hidden = true,
                                Rule = _ => 470,
                            },
                            Ask.Mm("balancer/warm/wantedClearanceMm", "Room to slide with", 0.001, 0.2) with
                            {
                                Rule = _ => 0.008,
                            },
                        ]
                    )
                    .Select(v => v with { Optional = true }),
                .. Of(
                        "balancer/sealTrack",
                        _ => true,
                        [
                            Ask.Mm("balancer/sealTrack/fromMm", "Seal’s track begins behind the hub’s face at", 0, 150),
                            Ask.Mm("balancer/sealTrack/toMm", "Seal’s track ends at", 0, 200),
                            Ask.Mm("balancer/sealTrack/lipAtMm", "Lip runs on it at", 0, 200),
                            Ask.Mm("balancer/sealTrack/lipBandMm", "Lip touches, wide", 0.1, 5) with
                            {
                                Rule = k => k.Number("balancer/sealTrack/fromMm") is null ? null : 0.8,
                            },
                            Follows("balancer/sealTrack/sealDepthMm", "Seal’s depth that it is for", -20, 40, "frontSeal/depthMm"),
                            Follows("balancer/sealTrack/sealDepthMinMm", "Seal’s depth, least", -25, 45, "frontSeal/depth/low"),
                            Follows("balancer/sealTrack/sealDepthMaxMm", "Seal’s depth, most", -25, 45, "frontSeal/depth/high"),
                            Follows("balancer/sealTrack/floatMm", "Crank’s end float that it is for", 0, 1, "endFloat/idealMm"),
                        ]
                    )
                    .Select(v => v with { Optional = true, More = true }),
                .. new[]
                {
                    Ask.Mm("balancer/sealTrack/sleeveWallMm", "Wall of the repair sleeve to be had", 0.1, 2),
                    Ask.Mm("balancer/sealTrack/lipMaxGrowthMm", "Growth of the track that the lip stands", 0, 3),
                    Ask.Mm("balancer/sealTrack/raceFromMm", "Where the track is a race that can be turned: it begins at", 0, 150),
                    Ask.Mm("balancer/sealTrack/raceToMm", "That race ends at", 0, 200),
                }.Select(v =>
                    v with
                    {
                        Group = v.Path,
                        Optional = true,
                        More = true,
                        When = k => k.Number("balancer/sealTrack/toMm") is not null,
                    }
                ),
            ],
            [
                Ask.MadeOf("balancer/nose/material"),
                Ask.MadeOf("balancer/hub/material"),
                new(
                    "balancer/nose/stationsMm",
                    k =>
                        k.Number(HubLength) is { } hub
                            ? new JsonArray([.. new[] { 0.12, 0.45, 0.8 }.Select(s => (JsonNode)Math.Round(hub * s))])
                            : null
                ),
                new(
                    "balancer/lubricants",
                    (_, sheet) =>
                        new JsonArray([
                            .. (sheet["lubricants"] as JsonArray ?? []).Select(own => own!.DeepClone()),
                            Lubricant("oil", "clean engine oil", 0.10, 0.16),
                            Lubricant("paste", "assembly paste", 0.08, 0.12),
                        ])
                ),
            ],
            [
                new(Nose, Hub, (nose, hub) => nose < hub, "the nose can’t be larger than the hub that sits on it"),
                new(HubLength, Seated, (hub, seated) => seated < hub, "the nose’s end can’t lie deeper than the hub is long"),
                new(
                    Hub,
                    "balancer/ring/innerDiameterMm",
                    (hub, ring) => hub < ring,
                    "the hub can’t be larger than the inside of the ring round it"
                ),
                new(
                    "balancer/ring/innerDiameterMm",
                    "balancer/ring/outerDiameterMm",
                    (inner, outer) => inner < outer,
                    "the ring’s inside can’t be larger than its outside"
                ),
                new(
                    "balancer/nose/innerDiameterMm",
                    Nose,
                    (hole, nose) => hole < nose,
                    "the hole in the nose can’t be larger than the nose"
                ),
                new(
                    "balancer/puller/boltCircleMm",
                    Hub,
                    (circle, hub) => circle < hub,
                    "the puller’s holes can’t lie outside of the hub that they are in"
                ),
                new(
                    "balancer/sealTrack/fromMm",
                    "balancer/sealTrack/toMm",
                    (from, to) => from < to,
                    "the track can’t begin behind where it ends"
                ),
                new(
                    "balancer/sealTrack/raceFromMm",
                    "balancer/sealTrack/raceToMm",
                    (from, to) => from < to,
                    "the race can’t begin behind where it ends"
                ),
                new(
                    "balancer/sealTrack/lipAtMm",
                    "balancer/sealTrack/toMm",
                    (lip, to) => lip < to,
                    "the lip can’t run behind the end of its track"
                ),
                new(
                    "balancer/sealTrack/sealDepthMinMm",
                    "balancer/sealTrack/sealDepthMaxMm",
                    (low, high) => low <= high,
                    "the least can’t be larger than the most"
                ),
                Ask.Ends("balancer/seatedDepth"),
                Ask.Ends("balancer/interference"),
            ]
        );

    public static PartValues CrankBolt { get; } =
        new(
            "crankBolt",
            [
                Ask.Mm("crankBolt/majorMm", "Crank bolt, thread", 6, 40) with
                {
                    Drawn = _ => 14,
                },
                Ask.Mm("crankBolt/pitchMm", "Crank bolt, pitch", 0.75, 4) with
                {
                    Drawn = _ => 1.5,
                },
                Ask.Nm(Torque, "Crank bolt, torque"),
                .. Ask.TorqueLimit("crankBolt/torque", Torque, "Crank bolt", 0.05),
                Ask.Turn("crankBolt/angleDeg", "Crank bolt, then turned on by"),
                .. new[]
                {
                    Ask.Word(
                        "crankBolt/once",
                        "Crank bolt used once",
                        new("yes", "a new one each time"),
                        new("no", "may be used again")
                    ) with
                    {
                        WordFrom = sheet =>
                            sheet.At("crankBolt/usedOnce") is JsonValue once
                                ? (once.GetValueKind() == JsonValueKind.False ? "no" : "yes")
                                : null,
                    },
                    Ask.Word("crankBolt/raisedSide", "Its washer’s raised side", new("out", "out"), new("in", "to the hub")),
                    Ask.Word(
                        "crankBolt/under",
                        "Under its washer",
                        new("dry", "nothing, dry"),
                        new("oil", "a drop of oil"),
                        new("sealant", "a film of sealant")
                    ),
                }.Select(v => v with { Group = v.Path, Optional = true, More = true }),
            ],
            [
                new("crankBolt/note", _ => JsonValue.Create("")),
                new("crankBolt/usedOnce", k => k.Word("crankBolt/once") is { } once ? JsonValue.Create(once == "yes") : null)
                {
                    From = "crankBolt/once",
                },
            ],
            [
                new(
                    "crankBolt/majorMm",
                    "crankBolt/pitchMm",
                    (major, pitch) => pitch < major / 4,
                    "the pitch is too coarse for that thread"
                ),
                new("crankBolt/majorMm", Nose, (bolt, nose) => bolt < nose, "the crank bolt can’t be larger than the nose that it is in"),
                Ask.Ends("crankBolt/torque"),
            ]
        );

    /// <summary>Values of what stays out whole while one of them is not known.</summary>
    private static IEnumerable<SheetValue> Of(string group, Func<KnownValues, bool> when, IEnumerable<SheetValue> values) =>
        values.Select(v => v with { Group = group, When = when });

    /// <summary>A value of the hub's track that another part tells, once anybody has begun to describe the track.</summary>
    private static SheetValue Follows(string path, string label, double low, double high, string other) =>
        Ask.Mm(path, label, low, high) with
        {
            Rule = k => k.Number("balancer/sealTrack/fromMm") is null ? null : k.Number(other),
        };

    private static double? Interference(double? nose, double usual) =>
        nose is { } d ? Ask.Rounded(usual * NeatBoreDefaults.InterferenceFactor(d), 0.001) : null;

    /// <summary>Both faces and the rim of a disc as large as the ring, m².</summary>
    private static double? Surface(KnownValues k) =>
        k.Number("balancer/warm/acrossMm") is { } across && (k.Number("balancer/ring/widthMm") ?? (k.Number(HubLength) * 0.6)) is { } wide
            ? (Math.PI * across * ((across / 2) + wide)) / 1e6
            : null;

    /// <summary>Of the nose in the hub and one diameter more, in steel, kg.</summary>
    private static double? NoseMass(KnownValues k) =>
        k.Number(Nose) is { } across && k.Number(HubLength) is { } hub ? Math.PI / 4 * across * across * (hub + across) * 7.85e-6 : null;

    private static SheetValue Rz(string path, string label, double usual) =>
        new(path, label, Dimension.Number, new(0.1, 100)) { Rule = _ => usual, Hidden = true };

    private static SheetValue Strength(string path, string label) => new(path, label, Dimension.Pressure, new(50, 2500));

    private static JsonObject Lubricant(string id, string name, double low, double high) =>
        new()
        {
            ["id"] = id,
            ["name"] = name,
            ["friction"] = new JsonObject
            {
                ["low"] = low,
                ["high"] = high,
                ["source"] = "default",
            },
        };
}
