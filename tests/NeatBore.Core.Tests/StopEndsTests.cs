using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>What ends a Stop, in the trade's terms, and what doesn't; the honest way out of each is short and needs no lead.</summary>
public class StopEndsTests
{
    private static readonly EngineSheet s_four = Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json");

    private static Workbench Spigot(string bearing) =>
        new Workbench(s_four, new("spigot-bearing", "rear-seal"))
            .Begin()
            .TakeAll("out")
            .Pick("bore", "rollers", "none")
            .Pick("bore", "marks", "none")
            .Pick("bore", "tried", "held")
            .Take("bore", "bore", Bore())
            .Take("bore", "bearing", bearing);

    private static string Bore(double more = 0) =>
        (s_four.Spigot!.OuterMm - 0.02 + more).ToString("0.000", System.Globalization.CultureInfo.InvariantCulture);

    private static Workbench Strike(Workbench bench, string step, string slot, Signer? by = null) =>
        bench
            .Wait(4)
            .Do(
                (id, at) =>
                    new Strike(
                        id,
                        at,
                        bench.Step(step).Rounds[^1].Slots.Single(s => s.Slot.Key == slot).Readings.Last(r => r.Struck is null).Id,
                        StrikeReason.Slip
                    ),
                by ?? Workbench.Tomas
            );

    private static Verdict? Said(Workbench bench, string step) => bench.Step(step).Now.Call?.Verdict;

    private static string Ends(Workbench bench, string step) => Wording.Write(bench.Step(step).Ends!);

    [Fact]
    public void One_number_of_a_fit_that_is_crossed_out_leaves_its_stop()
    {
        var bench = Strike(Spigot(Bore(-0.02)), "bore", "bearing");
        Assert.Equal((Verdict.Stop, false), (Said(bench, "bore"), bench.Step("bore").Passed));
        Assert.StartsWith("That Stop stands. Read it again with a gauge as good", Ends(bench, "bore"), StringComparison.Ordinal);
    }

    /// <summary>Mistyped, and noticed minutes later: nobody knows yet which of the two is true, so a third says it. Two that agree
    /// count; the record tells all three.</summary>
    [Theory]
    [InlineData(0.018, Verdict.Go)]
    [InlineData(-0.02, Verdict.Stop)]
    public void Far_from_what_it_was_a_number_is_read_a_third_time_and_the_middle_one_counts(double third, Verdict verdict)
    {
        var bench = Strike(Spigot(Bore(-0.02)), "bore", "bearing").Take("bore", "bearing", Bore(0.018), by: Workbench.Tomas);
        Assert.Equal((Verdict.Decide, false), (Said(bench, "bore"), bench.Step("bore").Passed));
        Assert.Contains("further apart than the gauge allows", bench.Step("bore").Now.Call!.Because, StringComparison.Ordinal);
        Strike(bench, "bore", "bearing").Take("bore", "bearing", Bore(third), by: Workbench.Tomas);
        Assert.Equal((verdict, verdict == Verdict.Go), (Said(bench, "bore"), bench.Step("bore").Passed));
        // One more that is kind does not outvote two that are not.
        if (verdict == Verdict.Stop)
        {
            Strike(bench, "bore", "bearing").Take("bore", "bearing", Bore(0.018), by: Workbench.Tomas);
            Strike(bench, "bore", "bearing").Take("bore", "bearing", Bore(-0.02), by: Workbench.Tomas);
            Assert.Equal(Verdict.Stop, Said(bench, "bore"));
        }
        else
        {
            Assert.Equal(EndedHow.ReadAgain, bench.Step("bore").Calls.First(c => c.Judgement.Call!.Verdict == Verdict.Stop).Ended!.How);
        }
    }

    [Fact]
    public void A_slip_that_is_rubbed_out_at_once_was_never_taken()
    {
        var bench = Spigot(Bore(-0.02));
        bench.Do((id, at) => new Strike(id, at.AddSeconds(-30), bench.Step("bore").Rounds[^1].Slots[^1].Live!.Id, StrikeReason.RubbedOut));
        Assert.Equal((Verdict.Go, true), (Said(bench.Take("bore", "bearing", Bore(0.018)), "bore"), bench.Step("bore").Passed));
    }

    /// <summary>The gauge died, the engine stood apart for a quarter of a year, and another bearing was found.</summary>
    [Fact]
    public void Months_later_another_part_by_another_gauge_goes_in_without_a_lead()
    {
        var bench = Spigot(Bore(-0.02)).Wait(60 * 24 * 90);
        bench.Do((id, at) => new BeginRound(id, at, bench.Step("bore").Ref, "another bearing"), Workbench.Tomas);
        bench.Pick("bore", "rollers", "none").Pick("bore", "marks", "none").Pick("bore", "tried", "held");
        // By hand alone it is not good again.
        Assert.NotEqual(true, bench.Step("bore").Passed);
        bench.Take("bore", "bore", Bore(), by: Workbench.Tomas);
        var place = new SlotRef(bench.Step("bore").Ref, 2, "bearing");
        bench.Do((id, at) => new TakeReading(id, at, place, Bore(0.018), Instrument: "sim-mic"), Workbench.Tomas);
        Assert.Equal((Verdict.Go, true), (Said(bench, "bore"), bench.Step("bore").Passed));
        Assert.Equal(
            (EndedHow.BegunAnew, "another bearing"),
            bench.Step("bore").Calls.Select(c => c.Ended).OfType<StopEnd>().Select(e => (e.How, e.Because)).Single()
        );
    }

    /// <summary>The bad one, its crossing out and a good one, all in what was sent at once.</summary>
    [Fact]
    public void What_comes_in_together_is_judged_one_by_one()
    {
        var bench = Spigot(Bore(0.018));
        Strike(bench, "bore", "bearing");
        var (place, at) = (new SlotRef(bench.Step("bore").Ref, 1, "bearing"), Workbench.Start.AddMinutes(bench.Minutes));
        TakeReading Read(string typed, int minute) =>
            new(Guid.CreateVersion7(), at.AddMinutes(minute), place, typed, Instrument: "sim-mic", OddConfirmed: true);
        var bad = Read(Bore(-0.02), 1);
        var desk = new Desk(RunSheets.ProcedureBook.Default, Workbench.Demo<Shop>("shop.json"));
        bench.Sit(
            desk.Take(
                bench.Build,
                [bad, new Strike(Guid.CreateVersion7(), at.AddMinutes(4), bad.Id, StrikeReason.Slip), Read(Bore(0.018), 5)],
                Workbench.Tomas,
                at.AddMinutes(5)
            ).Build
        );
        Assert.Contains(bench.Step("bore").Calls, c => c.Judgement.Call!.Verdict == Verdict.Stop);
        Assert.Equal((Verdict.Decide, false), (Said(bench, "bore"), bench.Step("bore").Passed));
    }

    [Fact]
    public void A_pull_that_was_too_hard_is_not_made_softer()
    {
        var bench = new Workbench(task: new("gear-off", "pressed"))
            .Begin()
            .Take("stands", "depth", "41.5")
            .Pick("stands", "facing", "alike")
            .Take("puller", "gap", "6")
            .Pick("puller", "next", "free")
            .Take("puller", "tool", "jp-8")
            .Take("pull", "rest")
            .Take("pull", "seated")
            .Take("pull", "peak", "390");
        Assert.Equal(Verdict.Stop, Said(bench, "pull"));
        Strike(bench, "pull", "peak").Take("pull", "peak", "60", by: Workbench.Tomas).Take("pull", "off", by: Workbench.Tomas);
        Assert.Equal((Verdict.Stop, false), (Said(bench, "pull"), bench.Step("pull").Passed));
        Assert.Equal("That Stop stands. Again, once it is put right; or a lead opens it.", Ends(bench, "pull"));
        bench.Again("pull").Take("pull", "rest").Take("pull", "seated").Take("pull", "peak", "60").Take("pull", "off");
        Assert.True(bench.Step("pull").Passed);
    }

    [Fact]
    public void What_took_too_much_to_come_off_is_looked_at_before_it_goes_on()
    {
        var bench = new Workbench(task: new("balancer-off", "balancer")).Begin();
        foreach (var step in bench.Task.Steps.Select(s => s.Ref.Step).TakeWhile(s => s != "puller").ToList())
        {
            bench.TakeAll(step);
        }

        bench.Take("puller", "tool", "hp-1").Take("puller", "engaged", "18").TakeAll("yoke", "gap", "41.2", "41.3", "41.2");
        bench.Take("pull", "grease").Take("pull", "peak", "590", confirmed: true).Take("pull", "off");
        Assert.Equal(Verdict.Stop, Said(bench, "pull"));
        Assert.Equal(["looked"], bench.Again("pull").Step("pull").Rounds[^1].Slots.Select(s => s.Slot.Key));
        // Begun anew twice, it is no way round.
        Assert.Equal(["looked"], bench.Again("pull").Step("pull").Rounds[^1].Slots.Select(s => s.Slot.Key));
        Assert.Equal(Verdict.Stop, Said(bench.Pick("pull", "looked", "hurt"), "pull"));
        bench.Again("pull").Pick("pull", "looked", "good");
        Assert.True(bench.Step("pull").Passed);
    }

    /// <summary>Over its limit: no wrench named afterwards changes that, and nothing is pulled before the bolt was out.</summary>
    [Fact]
    public void A_bolt_pulled_too_far_comes_out_and_its_hole_is_looked_at()
    {
        var six = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");
        var flange = six.Rear! with { Flange = six.Rear.Flange with { BoltsUsedOnce = false } };
        var bench = new Workbench(six with { Rear = flange }, new("flywheel-on", "rear-seal")).Begin().Choose("wrench", "sends");
        bench.Pick("faces", "marks", "clean").TakeAll("hung");
        var bolts = bench.Step("bolts").Rounds[^1].Slots.Select(s => s.Slot).Where(s => s.Bolt is not null).ToList();
        foreach (var bolt in bolts)
        {
            bench.Take("bolts", bolt.Key, $"{bolt.Expected * (bolt == bolts[^1] ? 1.6 : 1):0.0}", confirmed: true);
        }

        Assert.Equal(Verdict.Stop, Said(bench, "bolts"));
        bench.Choose("wrench", "clicks");
        Strike(bench.Choose("wrench", "sends"), "bolts", bolts[^1].Key, Workbench.Ines)
            .Take("bolts", bolts[^1].Key, $"{bolts[^1].Expected:0.0}");
        Assert.Equal((Verdict.Stop, false), (Said(bench, "bolts"), bench.Step("bolts").Passed));
        Assert.Equal(
            "That Stop stands. Come out with the bolt and look at its hole, then Again; or a lead opens it.",
            Ends(bench, "bolts")
        );

        bench.Again("bolts");
        Assert.Contains("its hole looked at", bench.Says("bolts"), StringComparison.Ordinal);
        Assert.Equal(["renewed", "again", "hurt"], bench.Step("bolts").Rounds[^1].Slots[0].Slot.Options!.Select(o => o.Id));
        Assert.Equal(Verdict.Stop, Said(bench.Pick("bolts", "bolt-out", "hurt"), "bolts"));
        // Nor is it forgotten where it is begun anew again and again; and what was hurt takes no old bolt.
        bench.Again("bolts").Again("bolts").Choose("wrench", "clicks");
        Assert.Equal(["renewed", "hurt"], bench.Step("bolts").Rounds[^1].Slots[0].Slot.Options!.Select(o => o.Id));
        bench.Pick("bolts", "bolt-out", "renewed");
        Assert.StartsWith("Set the wrench to", bench.Says("bolts"), StringComparison.Ordinal);
    }

    /// <summary>Short is not too far: it is pulled on.</summary>
    [Fact]
    public void A_bolt_that_is_short_is_pulled_on()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json"), new("flywheel-on", "rear-seal"))
            .Begin()
            .Choose("wrench", "sends")
            .Pick("faces", "marks", "clean")
            .TakeAll("hung");
        var bolts = bench.Step("bolts").Rounds[^1].Slots.Select(s => s.Slot).Where(s => s.Bolt is not null).ToList();
        foreach (var bolt in bolts)
        {
            bench.Take("bolts", bolt.Key, $"{bolt.Expected * (bolt == bolts[^1] ? 0.7 : 1):0.0}", confirmed: true);
        }

        Assert.StartsWith("Too little at bolt", bench.Says("bolts"), StringComparison.Ordinal);
        Strike(bench, "bolts", bolts[^1].Key, Workbench.Ines).Take("bolts", bolts[^1].Key, $"{bolts[^1].Expected:0.0}");
        Assert.NotEqual(Verdict.Stop, Said(bench, "bolts"));
    }

    [Fact]
    public void A_measured_fit_is_not_chosen_away()
    {
        var bench = new Workbench().Measured("34.030");
        var fit = bench.Task.Steps.First(s => s.Verdict == Verdict.Stop).Ref.Step;
        bench.Do((id, at) => new Choose(id, at, bench.Task.Ref, "which", "same"), Workbench.Tomas);
        Assert.Equal((Verdict.Stop, false), (Said(bench, fit), bench.Step(fit).Passed));
    }

    /// <summary>What was felt was felt of the cover as it was centred then.</summary>
    [Fact]
    public void A_hand_judges_anew_what_is_chosen_otherwise()
    {
        var bench = CoverAndSealTests.Dry();
        bench.Do((id, at) => new JudgeByHand(id, at, bench.Step("sweep").Ref, bench.Step("sweep").HandWays![0].Id, HandFound.Good, "felt"));
        Assert.True(bench.Step("sweep").Passed);
        bench.Choose("school", bench.Task.Choices.Single(c => c.Id == "school").Options[1].Id);
        Assert.All(bench.Task.Steps.Where(s => s.Ref.Step == "sweep"), s => Assert.False(s is { Passed: true, Hand: not null }));
    }

    /// <summary>Good only by a time that somebody remembers kindly, or by a tablet's clock that is an hour off.</summary>
    [Theory]
    [InlineData(1, Verdict.Go)]
    [InlineData(60, Verdict.Decide)]
    public void A_time_told_later_than_it_was_is_the_builders_to_decide(int late, Verdict verdict)
    {
        var bench = CoverAndSealTests.Snug().Take("sealant", "shop", "15").Take("sealant", "spread");
        var now = Workbench.Start.AddMinutes(bench.Minutes + 2);
        var desk = new Desk(RunSheets.ProcedureBook.Default, Workbench.Demo<Shop>("shop.json"));
        var closed = new TakeReading(Guid.CreateVersion7(), now, new SlotRef(bench.Step("close").Ref, 1, "closed"), "done");
        bench.Sit(desk.Take(bench.Build, closed, Workbench.Tomas, now.AddMinutes(late)));
        Assert.Equal((verdict, verdict == Verdict.Go), (Said(bench, "close"), bench.Step("close").Passed));
        // Whoever knows it, by the kitchen clock, says so.
        if (verdict == Verdict.Decide)
        {
            bench.Do((id, at) => new Decide(id, at, bench.Step("close").Ref, "by the wall clock"), Workbench.Tomas);
            Assert.True(bench.Step("close").Passed);
        }
    }

    /// <summary>Worked on while the line was gone: the sweep before it had said Stop by then.</summary>
    [Fact]
    public void What_comes_late_for_a_step_that_waits_is_kept_beside_it_and_taken_once_it_is_open()
    {
        var bench = CoverAndSealTests.Dry().Sweep("sweep", 0.14, 225, 0.02);
        var (place, at) = (bench.Step("snug").Rounds[^1].Slots.First(s => s.Slot.AngleDeg is not null).Slot.Key, bench.Minutes + 2);
        var desk = new Desk(RunSheets.ProcedureBook.Default, Workbench.Demo<Shop>("shop.json"));
        var (snug, done) = (bench.Step("snug").Ref, Workbench.Start.AddMinutes(at));
        var late = new TakeReading(Guid.CreateVersion7(), done, new SlotRef(snug, 1, place), "0.012", "mm", Instrument: "sim-dial");
        WorkResult Sent(Command command, int after)
        {
            var sitting = desk.Take(bench.Build, [command], Workbench.Tomas, done.AddMinutes(after));
            bench.Sit(sitting.Build).Wait(after);
            return sitting.Results[0];
        }

        // Sent as it is done it is refused, and stays in its box.
        Assert.Contains("is not open yet", Sent(late with { Id = Guid.CreateVersion7() }, 0).Errors!["step"][0], StringComparison.Ordinal);
        Assert.Null(bench.Step("snug").Late);
        Assert.Contains("is not open yet", Sent(late, 20).Errors!["step"][0], StringComparison.Ordinal);
        // Sent twice it is there once.
        Assert.True(Sent(late, 21).Taken);
        Assert.Equal(("0.012 mm", "tomas", false), bench.Step("snug").Late!.Select(l => (l.Typed, l.By.Id, l.Open)).Single());
        Assert.Equal((StepStatus.Blocked, null), (bench.Step("snug").Status, bench.Step("snug").Rounds[^1].Slots[0].Live));

        bench.Again("sweep").Sweep("sweep", 0.012, 200, 0.02);
        Assert.True(bench.Step("snug").Late!.Single().Open);
        Assert.True(Sent(new TakeReading(Guid.CreateVersion7(), done, late.Slot, "", Late: late.Id), 60).Taken);
        var live = bench.Step("snug").Rounds[^1].Slots.Single(s => s.Slot.Key == place).Live!;
        Assert.Equal((0.012, done, true), (live.Value, live.DoneAt, bench.Step("snug").Late!.Single().Taken));
        Assert.Equal(
            "is taken already",
            Sent(new TakeReading(Guid.CreateVersion7(), done, late.Slot, "", Late: late.Id), 61).Errors!["late"][0]
        );
    }

    [Fact]
    public void A_lead_opens_nothing_without_saying_why()
    {
        var bench = Spigot(Bore(-0.02));
        var errors = bench.Refused((id, at) => new OpenGate(id, at, bench.Step("bore").Ref, "  "));
        Assert.Contains("must be words", Assert.Single(errors["because"]), StringComparison.Ordinal);
        bench.Do((id, at) => new OpenGate(id, at, bench.Step("bore").Ref, "fits by hand, and loctited"));
        Assert.True(bench.Step("bore").Passed);
        Assert.Equal(
            (EndedHow.Opened, "ines"),
            bench.Step("bore").Calls.Select(c => c.Ended).OfType<StopEnd>().Select(e => (e.How, e.By.Id)).Single()
        );
    }
}
