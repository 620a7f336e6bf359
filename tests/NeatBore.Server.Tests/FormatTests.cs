using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using NeatBore.Core;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Server.Tests;

public class FormatTests
{
    /// <summary>The schemas in docs/formats are what the app reads; NEATBORE_WRITE_FORMATS=1 writes them anew.</summary>
    [Theory]
    [InlineData("engine-sheet", typeof(EngineSheet))]
    [InlineData("shop", typeof(Shop))]
    [InlineData("build", typeof(BuildFile))]
    public void The_open_formats_are_described_as_they_are(string name, Type type)
    {
        var schema = CoreJson.Default.Options.GetJsonSchemaAsNode(type).AsObject();
        var whole = new JsonObject { ["$schema"] = "https://json-schema.org/draft/2020-12/schema", ["title"] = $"neat-bore {name}" };
        foreach (var (key, value) in schema)
        {
            whole[key] = value?.DeepClone();
        }

        var text = whole.ToJsonString(new JsonSerializerOptions { WriteIndented = true }) + "\n";
        var file = Repository.At("docs", "formats", $"{name}.schema.json");
        if (Environment.GetEnvironmentVariable("NEATBORE_WRITE_FORMATS") == "1")
        {
            File.WriteAllText(file, text);
        }

        Assert.Equal(File.ReadAllText(file), text);
    }
}
