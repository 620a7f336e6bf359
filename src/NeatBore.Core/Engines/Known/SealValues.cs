using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What can be known of a seal round the crank.</summary>
internal static class SealValues
{
    public static PartValues Front { get; } = Of("frontSeal", "frontSeal", _ => ["rubber", "ptfe"], "below the cover’s face");

    /// <summary>The values of a seal at a path.</summary>
    /// <param name="part">The part of the sheet.</param>
    /// <param name="at">Its path.</param>
    /// <param name="lips">The lips that it can have, by what else is known.</param>
    /// <param name="face">From what its depth is taken.</param>
    public static PartValues Of(string part, string at, Func<KnownValues, IReadOnlyList<string>> lips, string face)
    {
        var (shaft, outer, depth) = ($"{at}/shaftMm", $"{at}/outerMm", $"{at}/depthMm");
        return new PartValues(
            part,
            [
                Ask.Word(
                    $"{at}/lip",
                    "Its lip",
                    new("rubber", "sprung rubber"),
                    new("ptfe", "PTFE"),
                    new("split", "two halves"),
                    new("rope", "rope")
                ) with
                {
                    Asked = true,
                    WordFrom = sheet => sheet.At($"{at}/lips/0")?.ToString(),
                    // Where only one kind can be there, it is that.
                    WordRule = k => lips(k) is [var only] ? only : null,
                },
                Ask.Mm(shaft, "Shaft, across", 15, 200) with
                {
                    Drawn = _ => 45,
                },
                Ask.Mm(outer, "Seal, across its outside", 20, 250) with
                {
                    Drawn = k => (k.Number(shaft) ?? 45) * 1.4,
                },
                Ask.Mm($"{at}/widthMm", "Seal, wide", 3, 40) with
                {
                    Drawn = _ => 9,
                },
                Ask.Mm(depth, $"Its face {face}, seated", -20, 40) with
                {
                    Drawn = _ => 1,
                },
                .. Ask.Limit(
                        $"{at}/depth",
                        "Seal’s depth",
                        new(-25, 45),
                        k => Ask.Rounded(k.Number(depth) - 0.5, 0.1),
                        k => Ask.Rounded(k.Number(depth) + 0.5, 0.1)
                    )
                    .JudgedBy("depth-gauge"),
                .. Ask.Limit($"{at}/tilt", "Seal’s tilt", new(0, 2), NeatBoreDefaults.SealTilt),
                Ask.Mm($"{at}/bottomsMm", "It touches what is behind it at", -20, 60) with
                {
                    Group = $"{at}/bottomsMm",
                    Optional = true,
                    More = true,
                },
                .. Enumerable.Range(1, MostJoints).Select(i => Joint(at, i)),
            ],
            [
                new(
                    $"{at}/lips",
                    // Others that are to be had for it stay so.
                    (k, sheet) =>
                        k.Word($"{at}/lip") is { } lip
                            ? new JsonArray([
                                JsonValue.Create(lip),
                                .. (sheet.At($"{at}/lips") as JsonArray ?? [])
                                    .Select(l => l!.ToString())
                                    .Where(l => l != lip && lips(k).Contains(l))
                                    .Select(l => (JsonNode)JsonValue.Create(l)!),
                            ])
                            : null
                )
                {
                    From = $"{at}/lip",
                },
                new(
                    $"{at}/jointsDeg",
                    k =>
                        Enumerable.Range(1, MostJoints).Select(i => k.Number(JointAt(at, i))).OfType<double>().ToList()
                            is { Count: > 0 } all
                            ? new JsonArray([.. all.Select(deg => (JsonNode)deg)])
                            : null
                )
                {
                    From = $"{at}/joint",
                },
            ],
            [
                new(shaft, outer, (inner, outside) => inner < outside, "the shaft can’t be larger than the seal round it"),
                Ask.Ends($"{at}/depth"),
            ]
        );
    }

    private const int MostJoints = 4;

    private static string JointAt(string at, int joint) => $"{at}/joint{joint}/deg";

    /// <summary>Where castings meet in the seal's bore.</summary>
    private static SheetValue Joint(string at, int joint) =>
        Ask.Deg(JointAt(at, joint), $"Joint {joint} runs into the bore at, from 12") with
        {
            Asked = true,
            Group = $"{at}/joint{joint}",
            Optional = true,
            More = true,
            When = k => joint == 1 || k.Number(JointAt(at, joint - 1)) is not null,
            From = sheet => sheet.NumberAt($"{at}/jointsDeg/{joint - 1}"),
        };
}
