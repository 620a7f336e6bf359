using System.Text.Json;
using CsCheck;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

public class BenchTests
{
    [Fact]
    public void A_balancer_goes_on_from_a_blank_build_to_its_record()
    {
        var bench = new Workbench().Done();
        Assert.Equal(Standing.Done, bench.Task.Standing);
        Assert.Null(bench.Task.Next);
        Assert.Equal(["fit", "method", "seat", "bolt", "mark"], bench.Log.Select(e => e.Event).OfType<Called>().Select(c => c.Step.Step));
        Assert.All(bench.Log.Select(e => e.Event).OfType<Called>(), c => Assert.Equal(Verdict.Go, c.Judgement.Call!.Verdict));
        Assert.Equal(Standing.Done, bench.State.Places.Single(p => p.Id == "balancer").Standing);
        Assert.Equal(Standing.ToDo, bench.State.Places.Single(p => p.Id == "cam-4").Standing);
        Assert.Equal(Standing.NotYet, new Workbench(bench.Sheet with { Cam = null }).State.Places.Single(p => p.Id == "cam-4").Standing);
    }

    [Fact]
    public void The_fit_is_the_calculators_own_with_the_gauges_that_took_it()
    {
        var fit = new Workbench().Measured().Step("fit");
        var answer = Assert.IsType<InterferenceFit.Answer>(fit.Now.Answer);
        Assert.Equal(0.02703, answer.InterferenceMm.Mean, 5e-6);
        Assert.Equal(0.005, answer.InterferenceMm.Uncertainty, 1e-12);
        Assert.Equal("Fit it. Expect 8.8 kN to 14.1 kN to draw it home.", Wording.Write(fit.Now.Do));
        Assert.Equal("engine's manual", fit.Now.Call!.Checks[0].Source);
        Assert.Contains(fit.Now.Call.Checks, c => c is { Name: "bore taper", Source: "Neat Bore default" });
    }

    [Fact]
    public void No_call_is_given_before_the_last_reading_is_in()
    {
        var bench = new Workbench()
            .Begin()
            .TakeEvery("parts", "HB-21", "B-7")
            .TakeEvery("nose", "34.021", "34.022", "34.020", "34.021", "34.019", "34.020", "16");
        Assert.Equal((StepStatus.Blocked, "First: Measure the bore"), (bench.Step("fit").Status, bench.Step("fit").BlockedBy));
        Assert.DoesNotContain(bench.Log, e => e.Event is Called);
    }

    [Fact]
    public void A_gate_shuts_everything_after_it_and_a_lead_opens_it_with_a_reason()
    {
        var bench = new Workbench().Measured("33.900");
        Assert.Equal(Verdict.Stop, bench.Step("fit").Now.Call!.Verdict);
        Assert.Equal((StepStatus.Blocked, "Gate: The fit"), (bench.Step("dress").Status, bench.Step("dress").BlockedBy));
        Assert.Contains(
            "step",
            bench.Refused((id, at) => new TakeReading(id, at, new SlotRef(Workbench.At("dress"), 1, "oil"), "done")).Keys
        );
        Assert.Contains("by", bench.Refused((id, at) => new OpenGate(id, at, Workbench.At("fit"), "I know better"), Workbench.Tomas).Keys);
        Assert.Contains("because", bench.Refused((id, at) => new OpenGate(id, at, Workbench.At("fit"), "  ")).Keys);
        Assert.Contains("step", bench.Refused((id, at) => new Decide(id, at, Workbench.At("fit"), "Not mine to decide")).Keys);

        bench.Do((id, at) => new OpenGate(id, at, Workbench.At("fit"), "Trial hub, not to be run"));
        Assert.Equal((StepStatus.Released, true), (bench.Step("fit").Status, bench.Step("fit").Passed));
        Assert.Equal(StepStatus.Open, bench.Step("method").Status);
        Assert.Equal("Trial hub, not to be run", bench.Step("fit").Calls[^1].Release!.Because);
    }

    [Fact]
    public void An_opened_gate_shuts_again_when_the_call_it_was_opened_on_no_longer_stands()
    {
        var bench = new Workbench().Measured("33.900");
        bench.Do((id, at) => new OpenGate(id, at, Workbench.At("fit"), "Trial hub"));
        var first = bench.Step("bore").Rounds[0].Slots[0].Live!.Id;
        bench.Do((id, at) => new Strike(id, at, first, StrikeReason.Slip)).Take("bore", "s1-0", "33.910");
        Assert.False(bench.Step("fit").Passed);
        Assert.Equal(2, bench.Step("fit").Calls.Count);
        Assert.Null(bench.Step("fit").Calls[^1].Release);
    }

    [Fact]
    public void A_struck_reading_stays_and_only_the_last_can_be_rubbed_out()
    {
        var bench = new Workbench()
            .Begin()
            .TakeEvery("parts", "HB-21", "B-7")
            .Take("nose", "s1-0", "34.201", confirmed: true)
            .Take("nose", "s1-90", "34.022");
        var (first, last) = (bench.Step("nose").Rounds[0].Slots[0].Live!.Id, bench.Step("nose").Rounds[0].Slots[1].Live!.Id);
        Assert.Contains("because", bench.Refused((id, at) => new Strike(id, at, first, StrikeReason.RubbedOut)).Keys);
        bench
            .Do((id, at) => new Strike(id, at, last, StrikeReason.RubbedOut))
            .Do((id, at) => new Strike(id, at, first, StrikeReason.Slip))
            .Take("nose", "s1-0", "34.021");
        var readings = bench.Step("nose").Rounds[0].Slots[0].Readings;
        Assert.Equal([("34.201", (StrikeReason?)StrikeReason.Slip), ("34.021", null)], readings.Select(r => (r.Typed, r.Struck)));
        Assert.Contains("reading", bench.Refused((id, at) => new Strike(id, at, first, StrikeReason.Slip)).Keys);
    }

    [Fact]
    public void A_new_round_measures_afresh_and_keeps_the_old_one()
    {
        var bench = new Workbench().Measured("33.900");
        bench.Do((id, at) => new BeginRound(id, at, Workbench.At("bore"), "Honed 0.05"));
        Assert.Equal(StepStatus.UnderWay, bench.Step("bore").Status);
        Assert.Equal(StepStatus.Blocked, bench.Step("fit").Status);
        Assert.Contains(
            "slot.round",
            bench.Refused((id, at) => new TakeReading(id, at, new SlotRef(Workbench.At("bore"), 1, "s1-0"), "33.996")).Keys
        );
        bench.TakeEvery("bore", "33.996", "33.998", "33.997", "33.996", "33.995", "33.997", "24");
        Assert.Equal(Verdict.Go, bench.Step("fit").Now.Call!.Verdict);
        Assert.Equal("33.900", bench.Step("bore").Rounds[0].Slots[0].Live!.Typed);
        Assert.Equal("Honed 0.05", bench.Step("bore").Rounds[1].Because);
    }

    [Theory]
    [InlineData("34 in", "863.600 mm")]
    [InlineData("3.402", "3.402 mm")]
    public void An_odd_reading_is_asked_about_once_and_kept_if_confirmed(string typed, string understood)
    {
        var bench = new Workbench().Begin().TakeEvery("parts", "HB-21", "B-7");
        var odd = Assert.Throws<OddReadingException>(() => bench.Take("nose", "s1-0", typed));
        Assert.StartsWith(understood, odd.Message, StringComparison.Ordinal);
        Assert.Null(bench.Step("nose").Rounds[0].Slots[0].Live);
        Assert.Equal(typed, bench.Take("nose", "s1-0", typed, confirmed: true).Step("nose").Rounds[0].Slots[0].Live!.Typed);
    }

    [Fact]
    public void Readings_that_cannot_be_are_a_call_to_look_again_not_a_crash()
    {
        var bench = new Workbench()
            .Begin()
            .TakeEvery("parts", "HB-21", "B-7")
            .TakeEvery("nose", "34.021", "34.022", "34.020", "34.021", "34.019", "34.020", "16")
            .Take("bore", "s1-0", "60", confirmed: true)
            .TakeEvery("bore", "33.998", "33.997", "33.996", "33.995", "33.997", "24");
        var call = bench.Step("fit").Now.Call!;
        Assert.Equal((Verdict.LookAgain, "hub.outerDiameterMm must be larger than the bore (60.000 mm)."), (call.Verdict, call.Because));
        Assert.False(bench.Step("fit").Passed);
    }

    [Fact]
    public void Two_live_readings_in_one_place_are_a_conflict_until_one_is_struck()
    {
        var bench = new Workbench()
            .Begin()
            .TakeEvery("parts", "HB-21", "B-7")
            .Take("nose", "s1-0", "34.021")
            .Take("nose", "s1-0", "34.025", by: Workbench.Tomas);
        var slot = bench.Step("nose").Rounds[0].Slots[0];
        Assert.True(slot.Conflict);
        Assert.Null(slot.Live);
        bench.Do((id, at) => new Strike(id, at, slot.Readings[1].Id, StrikeReason.Slip));
        Assert.Equal("34.021", bench.Step("nose").Rounds[0].Slots[0].Live!.Typed);
    }

    [Fact]
    public void A_mark_that_is_off_is_the_builders_to_decide_with_a_reason()
    {
        var bench = new Workbench()
            .Measured()
            .TakeAll("method")
            .TakeAll("dress")
            .TakeAll("tool")
            .TakeEvery("draw", "40.0", "22.5")
            .TakeAll("seat", "6.01", "6.02", "6.00")
            .TakeEvery("bolt", "60", "420", "35", "125.3")
            .TakeAll("turn")
            .TakeAll("mark", "-2");
        Assert.Equal(Standing.Decide, bench.Task.Standing);
        bench.Do((id, at) => new Decide(id, at, Workbench.At("mark"), "Race engine, timed by wheel"), Workbench.Tomas);
        Assert.Equal((Standing.Done, StepStatus.Released), (bench.Task.Standing, bench.Step("mark").Status));
    }

    [Fact]
    public void A_command_sent_twice_is_taken_once()
    {
        var bench = new Workbench().Measured();
        var desk = new Desk(ProcedureBook.Default, Workbench.Demo<Shop>("shop.json"));
        var note = new Note(Guid.CreateVersion7(), Workbench.Start, Workbench.At("fit"), "New hub from stock");
        bench.Sit(desk.Take(bench.Build, note, Workbench.Ines, Workbench.Start));
        Assert.Same(bench.Build, desk.Take(bench.Build, note, Workbench.Ines, Workbench.Start));
        Assert.Single(bench.Step("fit").Notes);
    }

    [Fact]
    public void Viewers_read_and_do_not_work() =>
        Assert.Contains(
            "by",
            new Workbench().Refused((id, at) => new StartTask(id, at, Workbench.BalancerOn), new Signer("wren", "Wren", Role.Viewer)).Keys
        );

    [Fact]
    public void A_task_stays_on_the_sheet_it_was_begun_with()
    {
        var bench = new Workbench().Measured();
        bench.Sheets[new SheetRef(bench.Sheet.Id, 2)] = bench.Sheet with
        {
            Version = 2,
            Balancer = bench.Sheet.Balancer! with { Interference = new Limit(0.04, 0.06, LimitSource.Manual) },
        };
        Assert.Equal(Verdict.Go, bench.Step("fit").Now.Call!.Verdict);
        Assert.Equal(1, bench.Task.Sheet.Version);
    }

    [Fact]
    public void What_was_said_is_kept_and_told_apart_from_what_would_be_said_now()
    {
        var bench = new Workbench().Measured();
        var at = bench.Log.FindIndex(e => e.Event is Called);
        var called = (Called)bench.Log[at].Event;
        bench.Log[at] = bench.Log[at] with
        {
            Event = called with
            {
                Judgement = called.Judgement with { Call = called.Judgement.Call! with { Verdict = Verdict.Decide } },
                Version = 0,
            },
        };
        bench.Forget();
        Assert.True(bench.Step("fit").Differs);
        Assert.Equal((Verdict.Decide, Verdict.Go), (bench.Step("fit").Now.Call!.Verdict, bench.Step("fit").Otherwise!.Call!.Verdict));
    }

    [Fact]
    public void As_of_an_earlier_time_the_later_readings_are_not_there()
    {
        var bench = new Workbench().Measured();
        var then = bench.Log.First(e => e.Event is ReadingTaken { Slot.Step.Step: "bore" }).StoredAt;
        var state = Evaluation.Evaluate(bench.Sheets, ProcedureBook.Default, bench.Log, then.AddSeconds(-1));
        Assert.All(state.Tasks[0].Steps.Single(s => s.Ref.Step == "bore").Rounds[0].Slots, s => Assert.Empty(s.Readings));
        Assert.Equal("bore", state.Tasks[0].Next!.Step);
    }

    /// <summary>A log of random work, written out as JSON and read again, gives the same state and the same calls.</summary>
    [Fact]
    public void Any_log_evaluates_the_same_after_a_trip_through_its_file() =>
        Gen.Select(Gen.Double[33.9, 34.05].Array[6], Gen.Int[0, 3], Gen.Bool)
            .Sample(
                (bores, strikes, again) =>
                {
                    var bench = new Workbench()
                        .Begin()
                        .TakeEvery("parts", "HB-21", "B-7")
                        .TakeEvery("nose", "34.021", "34.022", "34.020", "34.021", "34.019", "34.020", "16")
                        .TakeEvery("bore", [.. bores.Select(b => Wording.Number(b, 0.001)), "24"]);
                    foreach (var slot in bench.Step("bore").Rounds[0].Slots.Take(strikes))
                    {
                        bench
                            .Do((id, at) => new Strike(id, at, slot.Live!.Id, StrikeReason.GaugeMoved))
                            .Take("bore", slot.Slot.Key, "33.997");
                    }

                    if (again)
                    {
                        bench
                            .Do((id, at) => new BeginRound(id, at, Workbench.At("bore"), "Honed"))
                            .TakeEvery("bore", "33.996", "33.998", "33.997", "33.996", "33.995", "33.997", "24");
                    }

                    var file = JsonSerializer.Serialize(
                        new BuildFile(BuildFile.FormatName, Guid.Empty, [bench.Sheet], bench.Log),
                        CoreJson.Default.BuildFile
                    );
                    var read = JsonSerializer.Deserialize(file, CoreJson.Default.BuildFile)!;
                    var state = Evaluation.Evaluate(
                        read.Sheets.ToDictionary(s => s.Ref),
                        ProcedureBook.Default,
                        read.Log,
                        DateTimeOffset.MaxValue
                    );
                    Assert.Equal(
                        JsonSerializer.Serialize(bench.State, CoreWire.Options),
                        JsonSerializer.Serialize(state, CoreWire.Options)
                    );
                    Assert.All(state.Tasks[0].Steps, s => Assert.False(s.Differs));
                    Assert.Equal(file, JsonSerializer.Serialize(read, CoreJson.Default.BuildFile));
                },
                iter: 50
            );
}
