using System.Text.Json;
using System.Text.RegularExpressions;
using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Run sheets name a step, a slot and a choice once, and the compiler holds them to it; what is written outside them is held to
/// it here.</summary>
public partial class AddressTests
{
    private static readonly HashSet<string> s_steps = [.. ProcedureBook.Default.All.SelectMany(p => p.Steps).Select(s => s.Id)];

    public static TheoryData<string> Logs() =>
        [
            .. new[] { Repository.At("demo", "builds"), Repository.At("tests", "golden") }
                .SelectMany(folder => Directory.EnumerateFiles(folder, "*.json", SearchOption.AllDirectories))
                .Select(file => Path.GetRelativePath(Repository.At(), file)),
        ];

    [Theory]
    [MemberData(nameof(Logs))]
    public void Every_address_in_a_kept_log_was_there_when_it_was_used(string path)
    {
        var file = JsonSerializer.Deserialize(File.ReadAllText(Repository.At(path)), CoreJson.Default.BuildFile)!;
        var build = WorkedBuild.Of(file.Sheets.ToDictionary(s => s.Ref), ProcedureBook.Default, [file.Log[0]]);
        foreach (var entry in file.Log.Skip(1))
        {
            StepState Step(StepRef at) => build.Tasks.Single(t => t.Ref == at.Task).Steps.Single(s => s.Ref == at);
            switch (entry.Event)
            {
                case ReadingTaken taken:
                    Assert.Contains(
                        Step(taken.Slot.Step).Rounds.Single(r => r.Round == taken.Slot.Round).Slots,
                        s => s.Slot.Key == taken.Slot.Slot
                    );
                    break;
                case Chose chose:
                    Assert.Contains(
                        build.Tasks.Single(t => t.Ref == chose.Task).Choices.Single(c => c.Id == chose.Choice).Options,
                        o => o.Id == chose.Option
                    );
                    break;
                case Called called:
                    Step(called.Step);
                    break;
            }

            build = build.Apply([entry]);
        }
    }

    [Fact]
    public void Every_address_that_a_figure_looks_for_is_one_of_a_run_sheet()
    {
        var sheets = string.Concat(
            Directory
                .EnumerateFiles(Repository.At("src", "NeatBore.Core", "RunSheets"), "*.cs", SearchOption.AllDirectories)
                .Select(File.ReadAllText)
        );
        var figures = Directory
            .EnumerateFiles(Repository.At("web", "src", "figures"), "*.ts*")
            .ToDictionary(f => Path.GetFileName(f), File.ReadAllText);
        var steps = figures.SelectMany(f => StepsIn().Matches(f.Value).Select(m => (f.Key, Word: m.Groups[1].Value))).ToList();
        var slots = figures.SelectMany(f => SlotsIn().Matches(f.Value).Select(m => (f.Key, Word: m.Groups[1].Value))).ToList();
        Assert.True(steps.Count > 20 && slots.Count > 15, "figures look for steps and slots by name");
        Assert.All(steps, s => Assert.Contains(s.Word, s_steps));
        Assert.All(slots, s => Assert.Contains($"\"{s.Word}\"", sheets, StringComparison.Ordinal));
    }

    [GeneratedRegex(@"ref\.step === '([\w-]+)'")]
    private static partial Regex StepsIn();

    [GeneratedRegex(@"slot\.key === '([\w-]+)'")]
    private static partial Regex SlotsIn();
}
