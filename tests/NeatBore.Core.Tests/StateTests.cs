using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Every step as it really stands in the demo's builds and the golden logs, kept for the tests of the figures: scripts/states
/// writes them anew.</summary>
public class StateTests
{
    /// <summary>What no figure looks at.</summary>
    private static readonly string[] s_unseen = ["notes", "photos", "measuredAt", "cautions", "otherwise", "changedAt"];

    public static TheoryData<string> Tasks =>
        [
            .. Kept()
                .Select(f => WorkedBuild.Of(f.Sheets.ToDictionary(s => s.Ref), ProcedureBook.Default, f.Log))
                .SelectMany(b => b.Tasks.Select(t => t.Ref.Kind))
                .Distinct()
                .Order(),
        ];

    [Theory]
    [MemberData(nameof(Tasks))]
    public void The_states_that_the_figures_are_tested_on_are_those_of_today(string kind)
    {
        var file = Repository.At("tests", "states", $"{kind}.json.gz");
        var now = States(kind).ToJsonString();
        if (Environment.GetEnvironmentVariable("NEATBORE_WRITE_STATES") == "1")
        {
            Directory.CreateDirectory(Path.GetDirectoryName(file)!);
            using var written = new GZipStream(File.Create(file), CompressionLevel.SmallestSize);
            written.Write(System.Text.Encoding.UTF8.GetBytes(now));
            return;
        }

        using var read = new StreamReader(new GZipStream(File.OpenRead(file), CompressionMode.Decompress));
        Assert.True(read.ReadToEnd() == now, $"{kind}: its states are not those of today. scripts/states writes them anew.");
    }

    private static IEnumerable<Log.BuildFile> Kept() =>
        Directory
            .EnumerateFiles(Repository.At("demo", "builds"))
            .Concat(Directory.EnumerateFiles(Repository.At("tests", "golden"), "build.json", SearchOption.AllDirectories))
            .Order(StringComparer.Ordinal)
            .Select(f => JsonSerializer.Deserialize(File.ReadAllText(f), CoreJson.Default.BuildFile)!);

    private static JsonArray States(string kind) =>
        [
            .. Kept()
                .SelectMany(f =>
                    WorkedBuild
                        .Of(f.Sheets.ToDictionary(s => s.Ref), ProcedureBook.Default, f.Log)
                        .Tasks.Where(t => t.Ref.Kind == kind)
                        .Select(t => new JsonObject { ["sheet"] = $"{t.Sheet.Id}.v{t.Sheet.Version}.json", ["task"] = Seen(t) })
                ),
        ];

    private static JsonNode Seen(TaskState task)
    {
        var seen = JsonSerializer.SerializeToNode(task, CoreWire.Options.GetTypeInfo(typeof(TaskState)))!;
        foreach (var step in seen["steps"]!.AsArray())
        {
            foreach (var field in s_unseen)
            {
                step!.AsObject().Remove(field);
            }
        }

        return seen;
    }
}
