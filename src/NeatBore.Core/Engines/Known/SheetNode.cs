using System.Globalization;
using System.Text.Json.Nodes;

namespace NeatBore.Core.Engines;

/// <summary>A sheet as JSON, by paths such as "cover/bolts/3/xMm".</summary>
internal static class SheetNode
{
    /// <summary>What stands at a path; null where nothing does.</summary>
    public static JsonNode? At(this JsonObject sheet, string path) =>
        path.Split('/')
            .Aggregate(
                (JsonNode?)sheet,
                (node, name) =>
                    node switch
                    {
                        JsonObject o => o[name],
                        JsonArray a when Index(name) is { } i && i < a.Count => a[i],
                        _ => null,
                    }
            );

    /// <summary>The number at a path; null where none is.</summary>
    public static double? NumberAt(this JsonObject sheet, string path) =>
        sheet.At(path) is JsonValue value && value.TryGetValue<double>(out var number) ? number : null;

    /// <summary>How many a list at a path holds; null where none is.</summary>
    public static int? CountAt(this JsonObject sheet, string path) => (sheet.At(path) as JsonArray)?.Count;

    /// <summary>Puts a value at a path, and makes what is on the way there.</summary>
    public static void Put(this JsonObject sheet, string path, JsonNode value)
    {
        var names = path.Split('/');
        JsonNode at = sheet;
        for (var n = 0; n < names.Length; n++)
        {
            var last = n == names.Length - 1;
            JsonNode Next() =>
                last ? value
                : Index(names[n + 1]) is null ? new JsonObject()
                : new JsonArray();
            if (at is JsonArray list)
            {
                var i = Index(names[n])!.Value;
                if (i == list.Count)
                {
                    list.Add(Next());
                }
                else if (last)
                {
                    list[i] = value;
                }

                at = list[i]!;
            }
            else
            {
                var o = (JsonObject)at;
                if (last || o[names[n]] is null)
                {
                    o[names[n]] = Next();
                }

                at = o[names[n]]!;
            }
        }
    }

    /// <summary>Takes away what an object holds at a path.</summary>
    public static void Drop(this JsonObject sheet, string path)
    {
        var cut = path.LastIndexOf('/');
        if (cut > 0 && sheet.At(path[..cut]) is JsonObject parent)
        {
            parent.Remove(path[(cut + 1)..]);
        }
    }

    private static int? Index(string name) => int.TryParse(name, NumberStyles.None, CultureInfo.InvariantCulture, out var i) ? i : null;
}
