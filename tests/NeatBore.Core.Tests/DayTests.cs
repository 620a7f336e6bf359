using NeatBore.Core.Bench;
using NeatBore.Core.Day;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>What a build gives a day's plan.</summary>
public class DayTests
{
    private static readonly TaskRef s_cover = new("timing-cover", "cover");
    private static readonly TaskRef s_seal = new("front-seal", "cover");

    private static BuildDay Day(Workbench bench, double minutes = 0, LearnedMinutes? learned = null, string typed = "") =>
        new BuildJobs(
            bench.Build,
            "014",
            ProcedureBook.Default,
            Workbench.Demo<Shop>("shop.json"),
            Workbench.Start.AddMinutes(bench.Minutes + minutes),
            learned ?? LearnedMinutes.Nothing,
            job => job == typed ? (90, "Ines") : null,
            day => new DateTimeOffset(day.ToDateTime(new TimeOnly(8, 0)), TimeSpan.Zero)
        ).Jobs();

    private static Workbench Asked(params TaskRef[] tasks) => new Workbench().Do((id, at) => new AskWork(id, at, tasks));

    private static string Named(DayJob job) => job.Id["014/".Length..];

    [Fact]
    public void Every_run_sheet_is_cut_at_steps_that_it_has_in_their_order()
    {
        foreach (var procedure in ProcedureBook.Default.All)
        {
            var at = procedure.Stretches.Select(s => procedure.Steps.ToList().FindIndex(p => p.Name == s.From)).Where(i => i >= 0).ToList();
            Assert.True(at.Count == 0 || at.Zip(at.Skip(1)).All(p => p.First < p.Second), $"{procedure.Id} {procedure.Version}");
        }

        foreach (var procedure in ProcedureBook.Default.Newest)
        {
            Assert.All(procedure.Stretches, s => Assert.Contains(procedure.Steps, p => p.Name == s.From));
            Assert.All(procedure.Comes, kind => Assert.Contains(ProcedureBook.Default.Newest, p => p.Id == kind));
        }
    }

    [Fact]
    public void A_crank_rests_until_the_covers_sealant_can_be_handled_and_not_before_it_was_spread()
    {
        var bench = new Workbench(task: s_cover).Begin().TakeAll("school").Take("hang", "droop", "0").Take("hang", "held", "held");
        bench.TakeAll("dry").Sweep("sweep", 0.01, 80).Sweep("snug", 0.012, 80).TakeAll("rail", "0.02", "0.01").TakeAll("witness");
        Assert.Null(Day(bench).CrankUntil);
        bench.Take("sealant", "shop", "23").Take("sealant", "spread");
        var rest = Day(bench).CrankUntil!;
        var product = bench.Sheet.Sealants![0].Product;
        Assert.Equal(
            ("The cover’s sealant sets", bench.Minutes + (product.HandleHours * 60)),
            (rest.Because, (rest.Until - Workbench.Start).TotalMinutes)
        );
        Assert.Null(Day(bench, (product.HandleHours * 60) + 1).CrankUntil);
    }

    [Fact]
    public void No_task_waits_for_itself_by_way_of_others()
    {
        var comes = ProcedureBook.Default.Newest.ToDictionary(p => p.Id, p => p.Comes);
        foreach (var kind in comes.Keys)
        {
            var seen = new HashSet<string>();
            var open = new Stack<string>(comes[kind]);
            while (open.TryPop(out var before))
            {
                Assert.NotEqual(kind, before);
                if (seen.Add(before))
                {
                    comes[before].ToList().ForEach(open.Push);
                }
            }
        }
    }

    [Fact]
    public void A_cover_is_swept_closed_and_left_to_cure_by_its_sealants_clock()
    {
        var jobs = Day(Asked(s_cover)).Jobs;
        Assert.Equal(["timing-cover@cover/before", "timing-cover@cover/sealant", "timing-cover@cover/cure"], jobs.Select(Named));
        // The slow gasket: 3 h and 24 h at 23 °C, 4 % longer for each degree below; the shop at 20 °C.
        var colder = Math.Pow(1.04, 3);
        var pause = jobs[1].Then!;
        Assert.Equal(((int)Math.Ceiling(24 * 60 * colder), (int)Math.Ceiling(3 * 60 * colder)), (pause.Minutes, pause.CrankMinutes));
        Assert.True(jobs[0].Crank && jobs[1].Crank && !jobs[1].Splits && jobs[0].Splits);
        Assert.Equal([jobs[1].Id], jobs[2].After);
        Assert.All(jobs, j => Assert.Equal("a default", j.From.Words));
    }

    [Fact]
    public void What_comes_first_on_an_engine_comes_first_and_oil_keeps_nothing_waiting()
    {
        var jobs = Day(Asked(s_seal, s_cover)).Jobs;
        var first = jobs.First(j => j.Task == s_seal);
        Assert.Equal(["014/timing-cover@cover/sealant"], first.After);
    }

    [Fact]
    public void A_gear_is_fetched_out_of_the_oven_by_whoever_put_it_in_its_place()
    {
        var jobs = Day(Asked(new TaskRef("pressed-gear", "pressed"))).Jobs;
        Assert.Equal(["Gear: measured, the way in", "Gear into the oven", "Gear: in, home, looked at"], jobs.Select(j => j.Title));
        // Two soaks of three time constants: m·c / (h·A) = 0.42 · 480 / (12 · 0.022) s.
        Assert.Equal((int)Math.Ceiling(2 * 3 * 0.42 * 480 / (12 * 0.022) / 60), jobs[1].Then!.Minutes);
        Assert.Equal([ShopThing.Oven], jobs[1].Then!.Uses);
        Assert.Equal((jobs[1].Id, 1), jobs[2].Within);
        Assert.False(jobs[2].Splits);
    }

    [Fact]
    public void A_task_half_done_gives_what_is_left_and_who_is_at_it_while_they_are()
    {
        var bench = new Workbench();
        var whole = Day(bench.Do((id, at) => new AskWork(id, at, [Workbench.BalancerOn]))).Jobs;
        bench.Measured();
        var left = Day(bench).Jobs;
        Assert.Equal(whole.Select(j => j.Id), left.Select(j => j.Id));
        Assert.True(left[0].Minutes < whole[0].Minutes, $"{left[0].Minutes} of {whole[0].Minutes}");
        // Typed minutes win, and are for the whole of it.
        var typed = Day(bench, typed: left[0].Id).Jobs[0];
        Assert.Equal("typed by Ines", typed.From.Words);
        Assert.InRange(typed.Minutes, 1, 89);
        Assert.Equal(90, Day(Asked(Workbench.BalancerOn), typed: left[0].Id).Jobs[0].Minutes);
        Assert.Equal(("goes on", "ines"), (left[0].Left, left[0].UnderWay?.Id));
        Assert.All(left.Skip(1), j => Assert.Null(j.UnderWay));
        Assert.Null(Day(bench, minutes: 31).Jobs[0].UnderWay);
        Assert.Null(Day(bench.Do((id, at) => new PutDown(id, at))).Jobs[0].UnderWay);
        Assert.Empty(Day(new Workbench().Done()).Jobs);
    }

    [Fact]
    public void What_is_asked_for_late_and_comes_first_does_not_stop_whoever_is_at_it()
    {
        var bench = new Workbench().Measured();
        bench.Do((id, at) => new AskWork(id, at, [Workbench.BalancerOn, new TaskRef("crank-float", "rear-seal")]));
        DayJob Balancer(double minutes) => Day(bench, minutes).Jobs.First(j => j.Task == Workbench.BalancerOn);
        Assert.Equal(("ines", 0), (Balancer(0).UnderWay!.Id, Balancer(0).After.Count));
        // Left alone, it comes in its turn.
        Assert.Null(Balancer(60).UnderWay);
        Assert.Contains(Balancer(60).After, id => id.Contains("crank-float", StringComparison.Ordinal));
    }

    [Fact]
    public void Parts_on_order_are_waited_for_and_what_nobody_has_a_day_for_is_held()
    {
        var bench = Asked(s_seal);
        var supply = ProcedureBook.Default.Newest.First(p => p.Id == "front-seal").Supplies(bench.Sheet)[0];
        bench.Do((id, at) => new TellSupply(id, at, s_seal, supply.Id, SupplyPlace.Ordered, new DateOnly(2026, 6, 4)));
        var job = Day(bench).Jobs[0];
        Assert.Equal(new DateTimeOffset(2026, 6, 4, 8, 0, 0, TimeSpan.Zero), job.NotBefore?.Until);
        Assert.Contains("comes", job.NotBefore!.Because, StringComparison.Ordinal);
        bench.Do((id, at) => new TellSupply(id, at, s_seal, supply.Id, SupplyPlace.NotOrdered));
        var day = Day(bench);
        Assert.Empty(day.Jobs);
        Assert.Contains("not ordered", Assert.Single(day.Held).Because, StringComparison.Ordinal);
    }

    [Fact]
    public void What_the_owner_has_to_answer_holds_its_task_from_there_on()
    {
        var bench = new Workbench().Measured();
        bench.Do((id, at) => new AskOwner(id, at, bench.Step("fit").Ref, "The nose is scored.", []));
        var day = Day(bench);
        Assert.Empty(day.Jobs);
        Assert.Contains("The nose is scored.", Assert.Single(day.Held).Because, StringComparison.Ordinal);
    }

    [Fact]
    public void A_lip_that_rests_is_waited_for_and_the_crank_left_alone()
    {
        var bench = Asked(s_seal).Turn(s_seal).Choose("lip", "ptfe");
        var jobs = Day(bench).Jobs;
        var pressed = jobs.Single(j => j.Id.EndsWith("/dress", StringComparison.Ordinal));
        Assert.Equal((240, 240, "lip rests"), (pressed.Then!.Minutes, pressed.Then.CrankMinutes, pressed.Then.What));
        Assert.Null(Day(bench.Choose("lip", "rubber")).Jobs.Single(j => j.Id == pressed.Id).Then);
    }

    [Fact]
    public void What_is_asked_for_has_to_be_a_task_of_the_engine()
    {
        var bench = new Workbench();
        var errors = bench.Refused((id, at) => new AskWork(id, at, [s_cover, new TaskRef("timing-cover", "roof")]));
        Assert.Equal(["tasks[1]"], errors.Keys);
        Assert.Equal(["task"], bench.Refused((id, at) => new TellGap(id, at, s_cover, at, true)).Keys);
    }

    [Fact]
    public void Time_runs_from_begin_to_done_and_a_long_gap_is_asked_about()
    {
        var task = Workbench.BalancerOn;
        var bench = new Workbench().Begin().TakeEvery("parts", "HB-21", "B-7, new");
        var worked = bench.Minutes - 1;
        Assert.Equal(worked, TaskWork.Minutes(bench.Build, task));
        bench.Wait(55).Take("nose", bench.Step("nose").Rounds[^1].Slots[0].Slot.Key, "34.021");
        Assert.Null(TaskWork.Minutes(bench.Build, task));
        var gap = Assert.Single(TaskWork.Unanswered(bench.Build, task));
        Assert.Equal(56, (gap.Until - gap.From).TotalMinutes);
        Assert.Equal(new TaskWork.Worked(task, worked, true), TaskWork.WorkedOn(bench.Build).Single(w => w.Task == task));
        bench.Do((id, at) => new TellGap(id, at, task, gap.Until, false));
        Assert.Equal(worked, TaskWork.Minutes(bench.Build, task));
        bench.Do((id, at) => new TellGap(id, at, task, gap.Until, true));
        Assert.Equal(worked + 56, TaskWork.Minutes(bench.Build, task));
        Assert.Equal(new TaskWork.Worked(task, worked + 56, false), TaskWork.WorkedOn(bench.Build).Single(w => w.Task == task));
    }

    [Fact]
    public void Between_put_down_and_pick_up_nobody_worked()
    {
        var bench = new Workbench().Begin().Do((id, at) => new PutDown(id, at)).Wait(400).Do((id, at) => new PickUp(id, at));
        bench.TakeEvery("parts", "HB-21", "B-7, new");
        var before = bench.Log.First(e => e.Event is TaskStarted).Event.DoneAt;
        var put = bench.Log.First(e => e.Event is BuildPutDown).Event.DoneAt;
        var picked = bench.Log.First(e => e.Event is BuildPickedUp).Event.DoneAt;
        var last = bench.Log[^1].Event.DoneAt;
        Assert.Equal((put - before + (last - picked)).TotalMinutes, TaskWork.Minutes(bench.Build, Workbench.BalancerOn));
    }

    [Fact]
    public void Minutes_are_the_middle_of_ours_and_one_that_took_a_week_moves_nothing()
    {
        static LearnedMinutes From(params double[] minutes) => new(minutes.Select(m => new LearnedMinutes.Took("rocker-trunnions", 12, m)));
        Assert.Equal(0, From(40, 50).Of("rocker-trunnions", 12, 90).Times);
        var six = From(40, 45, 50, 55, 70, 10_000).Of("rocker-trunnions", 12, 90);
        Assert.Equal("about 50 min, 45 to 70, from 6 of ours", six.Words);
        Assert.Equal(six, From(40, 45, 50, 55, 70, 80).Of("rocker-trunnions", 12, 90));
        // Another count is another task.
        Assert.Equal((90, 0), (From(40, 50, 60).Of("rocker-trunnions", 16, 90).Typical, From(40, 50, 60).Of("flywheel-on", 12, 90).Times));
    }

    [Fact]
    public void A_shop_that_takes_twice_as_long_plans_twice_as_long()
    {
        var usual = Day(Asked(s_cover)).Jobs;
        var slow = new LearnedMinutes(Enumerable.Repeat(new LearnedMinutes.Took("timing-cover", 1, usual[0].From.Typical * 2), 3));
        var jobs = Day(Asked(s_cover), learned: slow).Jobs;
        Assert.All(jobs.Zip(usual), p => Assert.InRange(p.First.Minutes, p.Second.Minutes * 2 - 10, p.Second.Minutes * 2));
        Assert.Contains("from 3 of ours", jobs[0].From.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_done_task_is_learned_from_and_an_open_one_is_not()
    {
        var done = new Workbench().Done();
        var task = done.Task;
        Assert.Equal(done.Minutes - 1, LearnedMinutes.From(done.Build, task)!.Minutes, 0.01);
        Assert.Equal(1, LearnedMinutes.From(done.Build, task)!.Count);
        var rockers = new Workbench(Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json"), new("rocker-trunnions", "rockers")).Begin();
        Assert.Equal(12, LearnedMinutes.Items(rockers.Task.Steps));
        Assert.Null(LearnedMinutes.From(new Workbench().Measured().Build, new Workbench().Measured().Task));
    }
}
