using System.Text.Json;
using System.Xml.Linq;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

public class HouseTests
{
    private static readonly string[] s_rooms = ["Measures", "Calculators", "Engines", "Log", "RunSheets", "Bench", "Day"];

    [Fact]
    public void Rooms_import_downwards_only()
    {
        var core = Repository.At("src", "NeatBore.Core");
        var upwards = s_rooms.SelectMany(
            (room, floor) =>
                Directory
                    .EnumerateFiles(Path.Combine(core, room), "*.cs", SearchOption.AllDirectories)
                    .SelectMany(file =>
                        File.ReadLines(file)
                            .Where(line =>
                                s_rooms[(floor + 1)..].Any(above => line.Contains($"NeatBore.Core.{above}", StringComparison.Ordinal))
                                // What puts all of them together stands above them.
                                || (
                                    room is not ("Bench" or "Day")
                                    && (
                                        line.Contains("CoreJson", StringComparison.Ordinal)
                                        || line.Contains("CoreWire", StringComparison.Ordinal)
                                    )
                                )
                            )
                            .Select(line => $"{Path.GetRelativePath(core, file)}: {line.Trim()}")
                    )
        );
        Assert.Empty(upwards);
        Assert.Equal(
            s_rooms.Order(),
            Directory.EnumerateDirectories(core).Select(Path.GetFileName).Where(d => d is not ("bin" or "obj")).Order()
        );
    }

    [Fact]
    public void Lines_are_of_at_most_140_columns() =>
        Assert.Empty(
            Directory
                .EnumerateFiles(Repository.At("src"), "*.cs", SearchOption.AllDirectories)
                .Where(file => !file.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}", StringComparison.Ordinal))
                .SelectMany(file => File.ReadLines(file).Where(line => line.Length > 140).Select(line => $"{file}: {line.Trim()}"))
        );

    [Fact]
    public void What_ships_and_others_made_is_named_with_its_licence()
    {
        var notices = File.ReadAllText(Repository.At("web", "public", "notices.txt"));
        using var web = JsonDocument.Parse(File.ReadAllText(Repository.At("web", "package.json")));
        var shipped = web.RootElement.GetProperty("dependencies").EnumerateObject().Select(d => d.Name).ToList();
        foreach (var project in Directory.EnumerateFiles(Repository.At("src"), "*.csproj", SearchOption.AllDirectories))
        {
            shipped.AddRange(
                XDocument
                    .Load(project)
                    .Descendants("PackageReference")
                    .Where(p => (string?)p.Attribute("ExcludeAssets") != "all")
                    .Select(p => (string)p.Attribute("Include")!)
            );
        }

        Assert.All(shipped, name => Assert.Contains($"  {name}: ", notices, StringComparison.Ordinal));
        Assert.Contains("SIL OPEN FONT LICENSE", notices, StringComparison.OrdinalIgnoreCase);
    }

    // Compression is of bytes in memory: a trace is packed for the log.
    [Fact]
    public void The_core_references_nothing_but_the_base_library_and_MathNet()
    {
        var names = typeof(CoreJson).Assembly.GetReferencedAssemblies().Select(a => a.Name!);
        Assert.All(
            names,
            name =>
                Assert.True(
                    name is "MathNet.Numerics"
                        || (
                            name.StartsWith("System.", StringComparison.Ordinal)
                            && !name.StartsWith("System.Net", StringComparison.Ordinal)
                            && !name.StartsWith("System.Data", StringComparison.Ordinal)
                            && (name == "System.IO.Compression" || !name.StartsWith("System.IO.", StringComparison.Ordinal))
                        ),
                    name
                )
        );
    }
}
