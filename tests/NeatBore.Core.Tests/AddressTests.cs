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

    private static readonly Dictionary<string, string> s_figures = Directory
        .EnumerateFiles(Repository.At("web", "src", "figures"), "*.ts*", SearchOption.AllDirectories)
        .ToDictionary(f => Path.GetRelativePath(Repository.At("web", "src", "figures"), f), File.ReadAllText);

    [Fact]
    public void Every_figure_that_a_run_sheet_names_is_drawn_and_no_other()
    {
        var drawn = NamedFigures().Matches(s_figures["index.ts"]).Select(m => m.Groups[1].Value).Order();
        var named = ProcedureBook.Default.All.SelectMany(p => p.Steps).Select(s => s.Figure).Distinct().Order();
        Assert.Equal(named, drawn);
    }

    [Fact]
    public void Every_figure_that_a_figure_looks_at_is_one_of_a_run_sheet()
    {
        var named = ProcedureBook.Default.All.SelectMany(p => p.Steps).Select(s => s.Figure).ToHashSet();
        var looked = s_figures.SelectMany(f => LookedAt().Matches(f.Value).Select(m => (f.Key, Word: m.Groups[1].Value))).ToList();
        Assert.True(looked.Count > 20, "figures look at figures by name");
        Assert.All(looked, l => Assert.Contains(l.Word, named));
    }

    [Fact]
    public void Figures_know_no_task_and_no_step_by_its_id()
    {
        Assert.All(s_figures, f => Assert.DoesNotMatch(@"ref\.(step|kind|task\.kind) [=!]==? '", f.Value));
    }

    [Fact]
    public void Every_place_that_a_figure_looks_for_is_one_of_a_run_sheet()
    {
        var sheets = string.Concat(
            Directory
                .EnumerateFiles(Repository.At("src", "NeatBore.Core", "RunSheets"), "*.cs", SearchOption.AllDirectories)
                .Select(File.ReadAllText)
        );
        var slots = s_figures.SelectMany(f => SlotsIn().Matches(f.Value).Select(m => (f.Key, Word: m.Groups[1].Value))).ToList();
        Assert.True(slots.Count > 15, "figures look for places by name");
        Assert.All(slots, s => Assert.Contains($"\"{s.Word}\"", sheets, StringComparison.Ordinal));
    }

    [GeneratedRegex(@"^  '?([a-z-]+)'?(?::|,)", RegexOptions.Multiline)]
    private static partial Regex NamedFigures();

    [GeneratedRegex(@"(?:figure [=!]== |shownOn\(task, )'([\w-]+)'")]
    private static partial Regex LookedAt();

    [GeneratedRegex(@"slot\.key === '([\w-]+)'")]
    private static partial Regex SlotsIn();
}
