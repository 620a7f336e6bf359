using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>A build that grows entry by entry is what its whole log makes of it, and each entry costs only the tasks that it
/// concerns.</summary>
public class WorkedBuildTests
{
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");
    private static readonly EngineSheet s_six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");

    /// <summary>Everything of a state that anyone can see or that a decision would keep.</summary>
    internal static string Whole(WorkedBuild build) =>
        JsonSerializer.Serialize(build.State, CoreWire.Options)
        + string.Join(
            '\n',
            build
                .Tasks.SelectMany(t => t.Steps.Select(s => (Step: s, Journal: build.JournalOf(t.Ref))))
                .Select(x =>
                    x.Step.StandsOn?.Invoke(x.Journal) is { } footing
                        ? JsonSerializer.Serialize(
                            new Decided(default, default, x.Step.Ref, default, "", footing),
                            CoreJson.Default.LogEvent
                        )
                        : ""
                )
        );

    /// <summary>The run sheets, with a count of how often each was worked through.</summary>
    private static ProcedureBook Counted(Dictionary<string, int> worked) =>
        new([
            .. ProcedureBook.Default.Newest.Select(p =>
                p with
                {
                    Steps =
                    [
                        p.Steps[0] with
                        {
                            Each = c =>
                            {
                                worked[p.Id] = worked.GetValueOrDefault(p.Id) + 1;
                                return p.Steps[0].Each(c);
                            },
                        },
                        .. p.Steps.Skip(1),
                    ],
                }
            ),
        ]);

    /// <summary>A build on which everything that the engine knows is begun, and worked on by chance.</summary>
    private static IEnumerable<(WorkedBuild Before, WorkedBuild After)> Work(EngineSheet sheet, ProcedureBook book, int seed, int commands)
    {
        var random = new Random(seed);
        var (at, desk) = (Workbench.Start, new Desk(book, s_shop));
        var build = WorkedBuild.Of(
            new Dictionary<SheetRef, EngineSheet> { [sheet.Ref] = sheet },
            book,
            [new(1, at, Workbench.Ines, new BuildOpened(Guid.CreateVersion7(), at, "1", "x", sheet.Ref))]
        );
        var begin = new Queue<TaskRef>(
            build.State.Places.SelectMany(p => p.Tasks.Select(t => t.Ref)).Distinct().OrderBy(_ => random.Next())
        );
        for (var i = 0; i < commands; i++)
        {
            at = at.AddMinutes(1);
            var before = build;
            try
            {
                build = desk.Take(
                    build,
                    begin.Count > 0 && random.Next(3) == 0 ? new StartTask(Guid.CreateVersion7(), at, begin.Dequeue())
                        : random.Next(12) == 0 && Supplied(build, random, at) is { } told ? told
                        : RandomWork.On(build, random, at),
                    Workbench.Ines,
                    at
                );
            }
            catch (Exception e) when (e is UnusableInputException or OddReadingException)
            {
                continue;
            }

            yield return (before, build);
        }
    }

    /// <summary>Where a part of a task that is begun is, by chance; null where it needs none.</summary>
    private static TellSupply? Supplied(WorkedBuild build, Random random, DateTimeOffset at) =>
        build.Tasks.SelectMany(t => build.ProcedureOf(t.Ref).Supplies(build.SheetOf(t.Ref)).Select(s => (t.Ref, s.Id))).ToList()
            is { Count: > 0 } supplies
            ? supplies[random.Next(supplies.Count)] is var (task, supply)
                ? new TellSupply(Guid.CreateVersion7(), at, task, supply, (SupplyPlace)random.Next(Enum.GetValues<SupplyPlace>().Length))
                : null
            : null;

    public static TheoryData<string> Sheets =>
        [.. Directory.GetFiles(NeatBore.Tests.Repository.At("demo", "sheets")).Select(f => Path.GetFileName(f)!)];

    [Theory]
    [MemberData(nameof(Sheets))]
    public void Applied_one_by_one_it_is_what_the_log_makes_at_once(string file)
    {
        var sheet = Workbench.Demo<EngineSheet>($"sheets/{file}");
        foreach (var seed in Enumerable.Range(1, 2))
        {
            // Also under way: what was kept too long may be put right by what comes after.
            var grown = Work(sheet, ProcedureBook.Default, seed, 150).Select(w => w.After).ToList();
            foreach (var stood in grown.Where((_, i) => i % 20 == 0))
            {
                Assert.Equal(Whole(WorkedBuild.Of(stood.Sheets, ProcedureBook.Default, stood.Log)), Whole(stood));
            }

            var after = grown[^1];
            var whole = Whole(after);
            Assert.Equal(whole, Whole(WorkedBuild.Of(after.Sheets, ProcedureBook.Default, after.Log)));
            var one = after
                .Log.Skip(1)
                .Aggregate(WorkedBuild.Of(after.Sheets, ProcedureBook.Default, [after.Log[0]]), (b, e) => b.Apply(e));
            Assert.Equal(whole, Whole(one));
            // In handfuls, as another instance catches up.
            var handfuls = after
                .Log.Skip(1)
                .Chunk(7)
                .Aggregate(WorkedBuild.Of(after.Sheets, ProcedureBook.Default, [after.Log[0]]), (b, e) => b.Apply(e));
            Assert.Equal(whole, Whole(handfuls));
        }
    }

    [Fact]
    public void What_is_applied_works_out_its_own_task_and_those_that_look_at_it_once_each_and_no_other()
    {
        // Who may look at whom, as the run sheets of this engine read: some look only by what was chosen.
        var looks = new Dictionary<string, string[]>
        {
            ["balancer-on"] = ["timing-cover"],
            ["balancer-off"] = ["balancer-on"],
            ["balancer-inspect"] = ["balancer-on"],
            ["crank-float"] = ["rear-seal"],
            ["front-seal"] = ["balancer-on", "timing-cover", "rear-seal"],
            ["timing-cover"] = ["balancer-on", "rear-seal"],
            ["rear-seal"] = ["balancer-on", "timing-cover"],
        };
        HashSet<string> Reached(string kind)
        {
            var reached = new HashSet<string> { kind };
            for (var before = 0; before < reached.Count; )
            {
                before = reached.Count;
                reached.UnionWith(reached.SelectMany(k => looks.GetValueOrDefault(k, [])).ToList());
            }

            return reached;
        }

        var worked = new Dictionary<string, int>();
        var seen = new HashSet<string>();
        foreach (var (before, after) in Work(s_six, Counted(worked), 5, 400))
        {
            var own = after
                .Log.Skip(before.Log.Count)
                // What is said may be of a task that looks at the one that was worked on.
                .Where(e => e.Event is not Called)
                .Select(e =>
                    e.Event is Struck s
                        ? before.Log.Select(x => x.Event).OfType<ReadingTaken>().Single(r => r.Id == s.Reading).Slot.Step.Task
                        : OneTask(e.Event)
                )
                .Distinct()
                .Single()!;
            var begun = before.Tasks.Select(t => t.Ref.Kind).ToList();
            // What is told once a build is told to all.
            var shared = after.Log.Skip(before.Log.Count).Any(e => e.Event is Chose { Choice: "hang" or "valves" });
            string[] concerned = [.. worked.Keys];
            Assert.Contains(own.Kind, concerned);
            Assert.Subset(shared ? [.. begun, own.Kind] : Reached(own.Kind), concerned.ToHashSet());
            Assert.All(worked.Values, times => Assert.Equal(1, times));
            Assert.Equal(concerned.Order(), after.WorkedOut.Select(t => t.Kind).Order());
            // What was not worked out anew is the very same.
            Assert.All(
                after.Tasks.Where(t => !concerned.Contains(t.Ref.Kind)),
                t => Assert.Same(before.Tasks.Single(b => b.Ref == t.Ref), t)
            );
            seen.UnionWith(concerned.Length > 1 ? [own.Kind] : []);
            worked.Clear();
        }

        Assert.Contains("front-seal", seen);
        Assert.Contains("crank-float", seen);
    }

    private static TaskRef? OneTask(LogEvent e) =>
        e switch
        {
            TaskStarted x => x.Task,
            Chose x => x.Task,
            ReadingTaken x => x.Slot.Step.Task,
            RoundBegan x => x.Step.Task,
            Called x => x.Step.Task,
            Decided x => x.Step.Task,
            GateOpened x => x.Step.Task,
            JudgedByHand x => x.Step.Task,
            Noted x => x.Step.Task,
            SupplyTold x => x.Task,
            _ => null,
        };

    [Fact]
    public void In_a_batch_each_command_works_out_its_task_once_and_of_what_is_said_the_stops_and_what_stands_at_the_end_are_kept()
    {
        var worked = new Dictionary<string, int>();
        var book = Counted(worked);
        var bench = new Workbench().Measured();
        var build = WorkedBuild.Of(bench.Sheets, book, bench.Log);
        var slot = bench.Step("bore").Rounds[0].Slots[0];
        var at = Workbench.Start.AddHours(3);
        // Struck and read again, up and down, two hundred times.
        List<Command> commands = [];
        var live = slot.Live!.Id;
        for (var i = 0; i < 100; i++)
        {
            var next = Guid.CreateVersion7();
            commands.Add(new Strike(Guid.CreateVersion7(), at, live, StrikeReason.Slip));
            commands.Add(
                new TakeReading(
                    next,
                    at,
                    new SlotRef(bench.Step("bore").Ref, 1, slot.Slot.Key),
                    i % 2 == 0 ? "33.900" : "33.996",
                    Instrument: slot.Live.Instrument!.Id,
                    OddConfirmed: true
                )
            );
            live = next;
        }

        worked.Clear();
        var sat = new Desk(book, s_shop).Take(build, [.. commands.SkipLast(0)], Workbench.Ines, at);
        Assert.All(sat.Results, r => Assert.True(r.Taken));
        Assert.Equal(commands.Count, worked["balancer-on"]);
        // It ends where it began: of what came and went on the way the Stop is kept, once, and what it ended with.
        Assert.Equal(
            [Verdict.Stop, Verdict.Go],
            sat.Added.Select(e => e.Event).OfType<Called>().Where(c => c.Step.Step == "fit").Select(c => c.Judgement.Call!.Verdict)
        );

        // One less, and it ends elsewhere: that is said once, for each step that says otherwise.
        var other = new Desk(book, s_shop).Take(build, [.. commands.SkipLast(2)], Workbench.Ines, at);
        Assert.Single(other.Added, e => e.Event is Called { Step.Step: "fit" });
        Assert.Equal(Whole(WorkedBuild.Of(bench.Sheets, ProcedureBook.Default, other.Build.Log)), Whole(other.Build));
    }

    [Fact]
    public void A_call_that_is_decided_on_in_a_batch_is_in_the_log_before_it()
    {
        var bench = new Workbench()
            .Measured()
            .TakeAll("method")
            .TakeAll("dress")
            .TakeAll("tool")
            .TakeEvery("draw", "40.0", "22.5")
            .TakeAll("seat", "6.01", "6.02", "6.00")
            .TakeEvery("bolt", "60", "420", "35", "125.3")
            .TakeAll("turn");
        var at = Workbench.Start.AddHours(3);
        var mark = bench.Step("mark");
        var sat = new Desk(ProcedureBook.Default, s_shop).Take(
            bench.Build,
            [
                new TakeReading(
                    Guid.CreateVersion7(),
                    at,
                    new SlotRef(mark.Ref, 1, mark.Rounds[0].Slots[0].Slot.Key),
                    "2",
                    Instrument: s_shop.Instruments.First(i => i.Kind == "degree-wheel").Id
                ),
                new Decide(Guid.CreateVersion7(), at, mark.Ref, "Marked anew"),
            ],
            Workbench.Ines,
            at
        );
        Assert.Equal([true, true], sat.Results.Select(r => r.Taken));
        Assert.Equal(
            ["reading-taken", "called", "decided"],
            sat.Added.Select(e => (string)JsonSerializer.SerializeToNode(e.Event, CoreJson.Default.LogEvent)!["kind"]!)
        );
        Assert.Equal(((Called)sat.Added[1].Event).Id, ((Decided)sat.Added[2].Event).Call);
        bench.Sit(sat.Build);
        Assert.Equal((StepStatus.Released, Standing.Done), (bench.Step("mark").Status, bench.Task.Standing));
    }
}
