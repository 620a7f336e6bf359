using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What can be known of rockers on pressed trunnions, and of the kit that goes in.</summary>
internal static class RockerValues
{
    private const string Bore = "rockers/body/boreMm";
    private const string Outer = "rockers/body/outerMm";
    private const string Trunnion = "rockers/trunnion/diameterMm";
    private const string Kit = "rockers/kits/0";

    /// <summary>Rockers as many as the layout has, exhaust and inlet by turns.</summary>
    public static PartValues Of(EngineLayout layout) =>
        new(
            "rockers",
            [
                Ask.Mm(Bore, "Rocker’s bore, across", 5, 60) with
                {
                    Drawn = _ => 16,
                },
                Ask.Mm(Outer, "Boss round it, across", 8, 90) with
                {
                    Drawn = k => (k.Number(Bore) ?? 16) * 1.6,
                },
                Ask.Mm("rockers/body/widthMm", "Boss, wide", 6, 90) with
                {
                    Drawn = _ => 24,
                },
                Ask.Mm(Trunnion, "Trunnion, across", 4, 50) with
                {
                    Drawn = k => (k.Number(Bore) ?? 16) * 0.75,
                },
                Ask.Mm("rockers/trunnion/lengthMm", "Trunnion, long", 8, 150) with
                {
                    Drawn = _ => 44,
                },
                Ask.Mm("rockers/trunnion/betweenClipsMm", "Between its clip grooves", 5, 140) with
                {
                    Drawn = _ => 28,
                },
                Ask.Count("rockers/needlesEach", "Needles each, 0 for none", 0, 60) with
                {
                    Drawn = _ => 0,
                },
                Ask.Word($"{Kit}/kind", "What goes in", new("bush", "a plain bush each side"), new("needles", "caged needles each side")),
                Ask.Mm($"{Kit}/outerMm", "Bush or cup, across its outside", 5, 61) with
                {
                    Drawn = k => (k.Number(Bore) ?? 16) + 0.025,
                },
                Ask.Mm($"{Kit}/innerMm", "Bush or cup, across its inside", 4, 50) with
                {
                    Drawn = k => (k.Number(Trunnion) ?? 12) + 0.03,
                },
                Ask.Mm($"{Kit}/lengthMm", "Bush or cup, long", 3, 60) with
                {
                    Drawn = _ => 10,
                },
                .. Ask.Limit("rockers/endFloat", "Float between clips", new(0, 2), NeatBoreDefaults.TrunnionFloat).JudgedBy("feeler"),
                Ask.Mm("rockers/floatIdealMm", "Float, best", 0, 2) with
                {
                    Rule = _ => 0.25,
                },
                .. Ask.Limit($"{Kit}/interference", "Bush’s interference", new(-0.02, 0.2), NeatBoreDefaults.TrunnionInterference),
                Ask.Mm("rockers/body/landInnerMm", "Flat to stand it on, inside", 5, 85) with
                {
                    Rule = k => k.Number(Bore) + 1,
                    Drawn = k => (k.Number(Bore) ?? 16) + 1,
                },
                Ask.Mm("rockers/body/landOuterMm", "Flat to stand it on, outside", 6, 90) with
                {
                    Rule = k => k.Number(Outer) - 0.5,
                    Drawn = k => (k.Number(Outer) ?? 26) - 0.5,
                },
                Ask.Metal("rockers/body/material", "Rockers are of", "steel-forged"),
                Ask.Metal($"{Kit}/material", "Bush or cup is of", "bronze"),
                new SheetValue($"{Kit}/roughnessRzUm", "Its roughness, Rz in µm", Dimension.Number, new(0.1, 100))
                {
                    Rule = _ => 3,
                    Hidden = true,
                },
            ],
            [
                Ask.MadeOf("rockers/body/material"),
                Ask.MadeOf($"{Kit}/material"),
                new($"{Kit}/id", _ => JsonValue.Create("kit")),
                new($"{Kit}/name", k => JsonValue.Create(k.Word($"{Kit}/kind") == "needles" ? "needles in cups" : "plain bushes")),
                new(
                    $"{Kit}/friction",
                    _ => new JsonObject
                    {
                        ["low"] = 0.1,
                        ["high"] = 0.16,
                        ["source"] = "default",
                    }
                ),
                new(
                    "rockers/places",
                    _ => new JsonArray([
                        .. layout.Rockers.Select(
                            (z, i) =>
                                (JsonNode)
                                    new JsonObject
                                    {
                                        ["number"] = i + 1,
                                        ["zMm"] = z,
                                        ["bank"] = "",
                                        ["valve"] = i % 2 == 0 ? "exhaust" : "inlet",
                                    }
                        ),
                    ])
                ),
            ],
            [
                new(Trunnion, Bore, (trunnion, bore) => trunnion < bore, "the trunnion can’t be larger than the bore that it turns in"),
                new(Bore, Outer, (bore, boss) => bore < boss, "the bore can’t be larger than the boss round it"),
                new($"{Kit}/innerMm", Bore, (inner, bore) => inner < bore, "the bush’s inside can’t be larger than the bore that it is in"),
                new(
                    $"{Kit}/innerMm",
                    $"{Kit}/outerMm",
                    (inner, outer) => inner < outer,
                    "the bush’s inside can’t be larger than its outside"
                ),
                new(
                    "rockers/trunnion/betweenClipsMm",
                    "rockers/trunnion/lengthMm",
                    (clips, length) => clips < length,
                    "the clips can’t be further apart than the trunnion is long"
                ),
                Ask.Ends("rockers/endFloat"),
                Ask.Ends($"{Kit}/interference"),
            ]
        );
}
