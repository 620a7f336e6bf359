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
            ],
            [new($"{at}/lips", k => k.Word($"{at}/lip") is { } lip ? new JsonArray(JsonValue.Create(lip)) : null)],
            [
                new(shaft, outer, (inner, outside) => inner < outside, "the shaft can’t be larger than the seal round it"),
                Ask.Ends($"{at}/depth"),
            ]
        );
    }
}
