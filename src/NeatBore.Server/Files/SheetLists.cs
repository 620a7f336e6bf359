using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Server.Files;

/// <summary>How many of each an engine can have: sixteen cylinders in a row have seventeen mains.</summary>
internal static class SheetLists
{
    private const int Most = 64;

    private static readonly Dictionary<string, int> s_most = new(StringComparer.Ordinal)
    {
        ["mains"] = 17,
        ["camBearings"] = 17,
        ["bearings"] = 17,
        ["throws"] = 16,
        ["passages"] = 8,
        ["holes"] = 8,
        // Drawn, not made.
        ["outline"] = 1_000,
        // Values that were typed, and what they are.
        ["known"] = 5_000,
    };

    /// <summary>Names each list that has more than an engine can have.</summary>
    public static void Check(EngineSheet sheet, string at, Faults faults) =>
        Check(JsonSerializer.SerializeToNode(sheet, CoreJson.Default.EngineSheet), at.TrimEnd('.'), "", faults);

    private static void Check(JsonNode? node, string path, string name, Faults faults)
    {
        switch (node)
        {
            case JsonObject part:
                foreach (var (field, value) in part)
                {
                    Check(value, path.Length == 0 ? field : $"{path}.{field}", field, faults);
                }

                break;
            case JsonArray list:
                var most = s_most.GetValueOrDefault(name, Most);
                if (faults.Require(list.Count <= most, path, $"must have at most {most} entries; it has {list.Count}"))
                {
                    foreach (var (value, i) in list.Select((value, i) => (value, i)))
                    {
                        Check(value, $"{path}[{i}]", name, faults);
                    }
                }

                break;
        }
    }
}
