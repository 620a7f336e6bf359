using System.Text.Json;
using NeatBore.Core.Measures;
using NeatBore.Tests;

namespace NeatBore.Core.Tests;

/// <summary>The tables that the front end's tests run as well.</summary>
internal static class Table
{
    public static JsonElement Read(string name)
    {
        using var document = JsonDocument.Parse(File.ReadAllText(Repository.At("tests", "tables", name)));
        return document.RootElement.Clone();
    }

    public static string? Text(this JsonElement row, string name) => row.TryGetProperty(name, out var v) ? v.GetString() : null;

    public static T As<T>(this JsonElement element) => element.Deserialize<T>(CoreWire.Options)!;

    public static Dimension DimensionOf(this JsonElement row) => Enum.Parse<Dimension>(row.Text("dimension")!, ignoreCase: true);
}
