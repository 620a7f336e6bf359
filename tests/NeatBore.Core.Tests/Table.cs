using System.Text.Json;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Tests;

/// <summary>The tables that the front end's tests run as well.</summary>
internal static class Table
{
    public static JsonElement Read(string name)
    {
        var dir = new DirectoryInfo(AppContext.BaseDirectory);
        while (dir is not null && !File.Exists(Path.Combine(dir.FullName, "NeatBore.slnx")))
        {
            dir = dir.Parent;
        }

        using var document = JsonDocument.Parse(File.ReadAllText(Path.Combine(dir!.FullName, "tests", "tables", name)));
        return document.RootElement.Clone();
    }

    public static string? Text(this JsonElement row, string name) => row.TryGetProperty(name, out var v) ? v.GetString() : null;

    public static T As<T>(this JsonElement element) => (T)JsonSerializer.Deserialize(element, typeof(T), CoreJson.Default)!;

    public static Dimension DimensionOf(this JsonElement row) => Enum.Parse<Dimension>(row.Text("dimension")!, ignoreCase: true);
}
