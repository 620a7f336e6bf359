using System.Globalization;
using System.Text.Json;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Gauges;
using NeatBore.Server.Gauges;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>What stand-ins are told, over all that the golden logs worked on.</summary>
public class StandInSetUpTests
{
    private sealed record At(TaskState Task, StepState Step, Slot Slot, IReadOnlyDictionary<string, string> Set);

    private static readonly IReadOnlyList<At> s_all =
    [
        .. Directory
            .EnumerateFiles(Repository.At("tests", "golden"), "build.json", SearchOption.AllDirectories)
            .Select(f => JsonSerializer.Deserialize(File.ReadAllText(f), CoreJson.Default.BuildFile)!)
            .SelectMany(f =>
                WorkedBuild.Of(f.Sheets.ToDictionary(s => s.Ref), ProcedureBook.Default, f.Log).Tasks.SelectMany(t => Of(t, f.Log))
            ),
    ];

    private static IEnumerable<At> Of(TaskState task, IReadOnlyList<LogEntry> log) =>
        task.Steps.SelectMany(step =>
            step.Rounds[^1]
                .Slots.Where(s => s.Slot.Instrument is not null)
                .Select(s => new At(task, step, s.Slot, StandInSetUp.Of($"{log[0].Event.Id}", task, step, s.Slot)))
        );

    [Fact]
    public void Every_place_is_told_in_words_that_the_line_takes()
    {
        Assert.InRange(s_all.Count, 100, int.MaxValue);
        foreach (var (key, value) in s_all.SelectMany(a => a.Set))
        {
            Assert.StartsWith("aim sim-dial", GaugeLine.Aim("sim-dial", key, value), StringComparison.Ordinal);
        }

        // No two places of a task are one to a stand-in, which remembers a part by them.
        Assert.All(s_all.GroupBy(a => (a.Task, a.Set["part"])), t => Assert.Distinct(t.Select(a => a.Set["place"])));
    }

    [Fact]
    public void A_dial_in_a_bore_droops_as_was_told_and_its_part_moves_as_it_is_snugged_and_tightened()
    {
        var covers = s_all.Where(a => a is { Task.Ref.Kind: "timing-cover", Slot: { Instrument: "dial", AngleDeg: not null } }).ToList();
        double? Droop(TaskState task) =>
            task.Steps.SelectMany(s => s.Rounds[^1].Slots).SingleOrDefault(s => s.Slot.Key == "droop")?.Live?.Value;
        Assert.Contains(covers, a => Droop(a.Task) is not (null or 0));
        Assert.All(covers, a => Assert.Equal(Droop(a.Task) ?? 0, Number(a.Set["droop"])));
        Assert.All(covers, a => Assert.Equal(a.Task.UpDeg ?? -1, Number(a.Set["up"])));
        // Finger-tight, then snug; once a bolt is pulled, tight, wherever it is swept.
        Assert.Equal(
            ["0", "1"],
            covers.GroupBy(a => a.Step.Ref.Step).Select(g => g.Select(a => a.Set["tightened"]).Distinct().Single()).Distinct()
        );
        var bolt = new SlotState(
            Slot.Tick("1", "1") with
            {
                Bolt = new BoltTag("cover", "1", 1),
            },
            covers.Select(a => a.Step.Rounds[^1].Slots[0]).First(x => x.Live is not null).Readings
        );
        var (task, step) = (covers[0].Task, covers[0].Step);
        var pulled = step with { Ref = step.Ref with { Step = "tighten" }, Rounds = [step.Rounds[^1] with { Slots = [bolt] }] };
        Assert.NotNull(bolt.Live);
        Assert.Equal("2", StandInSetUp.Of("014", task with { Steps = [.. task.Steps, pulled] }, step, covers[0].Slot)["tightened"]);
    }

    [Fact]
    public void A_wrench_clicks_at_its_target_and_a_ring_is_swept_on_its_own_face()
    {
        var pulls = s_all.Where(a => a.Slot.Trace?.Y == Dimension.Torque).ToList();
        Assert.NotEmpty(pulls);
        Assert.All(pulls, a => Assert.Equal(a.Slot.Expected, Number(a.Set["target"])));
        var rings = s_all.Where(a => a is { Task.Ref.Kind: "balancer-inspect", Slot: { Instrument: "dial", AngleDeg: not null } });
        Assert.Equal(["1", "2"], rings.Select(a => a.Set["sweep"]).Distinct());
        var floats = s_all.Where(a => a is { Task.Ref.Kind: "crank-float", Slot: { Instrument: "dial", Expected: not null } });
        Assert.Contains(floats, a => Number(a.Set["push"]) == a.Slot.Expected);
    }

    private static double Number(string word) => double.Parse(word, CultureInfo.InvariantCulture);
}
