using System.Text.Json.Nodes;

namespace NeatBore.Core.Engines;

/// <summary>What bolts of one kind are tightened to before their full torque: a manual gives it in N·m, a sheet keeps the shares.</summary>
internal static class BoltPasses
{
    /// <summary>The most passes before the last.</summary>
    private const int Most = 3;

    private static string Pass(string group, int pass) => $"{group}/pass{pass}/torqueNm";

    /// <summary>The passes before the last, each once the one before it is known.</summary>
    /// <param name="group">The path of a kind of bolts.</param>
    /// <param name="name">As the builder says it.</param>
    /// <param name="kind">Which kind it is, from 0.</param>
    public static IEnumerable<SheetValue> Of(string group, string name, int kind) =>
        Enumerable
            .Range(1, Most)
            .Select(pass =>
                Ask.Nm(Pass(group, pass), $"{(kind == 0 ? name : $"Bolts of kind {kind + 1}")}, pass {pass} before the last") with
                {
                    Asked = true,
                    Group = $"{group}/pass{pass}",
                    Optional = true,
                    More = true,
                    When = k => k.Number($"{group}/torqueNm") is not null && (pass == 1 || k.Number(Pass(group, pass - 1)) is not null),
                    From = sheet =>
                        sheet.At($"{group}/stages") is JsonArray stages
                        && pass < stages.Count
                        && sheet.NumberAt($"{group}/torqueNm") is { } full
                            ? Ask.Rounded((double)stages[pass - 1]! * full, 0.01)
                            : null,
                }
            );

    /// <summary>The shares of the full torque; none where no pass is known.</summary>
    public static MadePiece Stages(string group) =>
        new(
            $"{group}/stages",
            k =>
                k.Number($"{group}/torqueNm") is { } full
                && Enumerable.Range(1, Most).Select(p => k.Number(Pass(group, p))).TakeWhile(p => p < full).OfType<double>().ToList()
                    is { Count: > 0 } passes
                    ? new JsonArray([.. passes.Select(p => (JsonNode)Math.Round(p / full, 4)), 1.0])
                    : null
        )
        {
            From = $"{group}/pass",
        };

    /// <summary>Each pass is tighter than the one before it, and none as tight as the last.</summary>
    public static IEnumerable<Contradiction> Rise(string group) =>
        Enumerable
            .Range(1, Most)
            .SelectMany(p =>
                new[]
                {
                    new Contradiction(
                        Pass(group, p),
                        $"{group}/torqueNm",
                        (pass, full) => pass < full,
                        "a pass before the last is less than the full torque"
                    ),
                    new Contradiction(
                        Pass(group, p),
                        Pass(group, p + 1),
                        (pass, next) => pass < next,
                        "each pass is tighter than the one before it"
                    ),
                }
            );
}
