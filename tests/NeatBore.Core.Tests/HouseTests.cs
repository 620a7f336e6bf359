using Xunit;

namespace NeatBore.Core.Tests;

public class HouseTests
{
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
