using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

public class HouseTests
{
    private static readonly string[] s_rooms = ["Measures", "Calculators", "Engines", "Log", "RunSheets", "Bench"];

    [Fact]
    public void Rooms_import_downwards_only()
    {
        var core = Repository.At("src", "NeatBore.Core");
        var upwards = s_rooms.SelectMany((room, floor) => Directory.EnumerateFiles(Path.Combine(core, room), "*.cs", SearchOption.AllDirectories)
            .SelectMany(file => File.ReadLines(file).Where(line => s_rooms[(floor + 1)..].Any(above => line.Contains($"NeatBore.Core.{above}", StringComparison.Ordinal))
                    // What puts all of them together stands above them.
                    || (room != "Bench" && (line.Contains("CoreJson", StringComparison.Ordinal) || line.Contains("CoreWire", StringComparison.Ordinal))))
                .Select(line => $"{Path.GetRelativePath(core, file)}: {line.Trim()}")));
        Assert.Empty(upwards);
        Assert.Equal(s_rooms.Order(), Directory.EnumerateDirectories(core).Select(Path.GetFileName).Where(d => d is not ("bin" or "obj")).Order());
    }

    // Compression is of bytes in memory: a trace is packed for the log.
    [Fact]
    public void The_core_references_nothing_but_the_base_library_and_MathNet()
    {
        var names = typeof(CoreJson).Assembly.GetReferencedAssemblies().Select(a => a.Name!);
        Assert.All(names, name => Assert.True(
            name is "MathNet.Numerics" || (name.StartsWith("System.", StringComparison.Ordinal)
                && !name.StartsWith("System.Net", StringComparison.Ordinal) && !name.StartsWith("System.Data", StringComparison.Ordinal)
                && (name == "System.IO.Compression" || !name.StartsWith("System.IO.", StringComparison.Ordinal))), name));
    }
}
