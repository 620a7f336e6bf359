using CsCheck;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>The schools of putting a balancer on, and what its gauges recorded.</summary>
public class BalancerMethodTests
{
    private static Workbench Ready() =>
        new Workbench().Measured().TakeAll("method").TakeAll("dress").TakeAll("tool").Take("draw", "start", "40.0");

    /// <summary>A press whose force rises in line with travel, as a clean fit's does, and sharply at the seat; what is engaged at its
    /// start is 4 mm.</summary>
    private static IEnumerable<(double X, double Y)> Press(double upTo = 34.4, Func<double, double>? factor = null) =>
        Enumerable
            .Range(0, (int)(upTo / 0.1) + 1)
            .Select(i => i * 0.1)
            .Select(x => (x, ((x + 4) * 11_400 / 38 * (factor?.Invoke(x) ?? 1)) + (x > 34 ? (x - 34) * 9_000 : 0)));

    [Theory]
    [InlineData("hammer", "Put the hammer away.", "thrust bearing")]
    [InlineData("crank-bolt", "Not with the crank bolt.", "strip")]
    public void What_does_harm_can_be_chosen_only_to_be_refused(string method, string says, string why)
    {
        var bench = new Workbench().Measured().Choose("method", method);
        Assert.StartsWith(says, bench.Says("method"), StringComparison.Ordinal);
        Assert.Contains(why, bench.Step("method").Now.Call!.Because, StringComparison.Ordinal);
        Assert.Equal((Verdict.Stop, StepStatus.Blocked), (bench.Step("method").Now.Call!.Verdict, bench.Step("dress").Status));
        Assert.NotEqual(StepStatus.Blocked, bench.Choose("method", "cold").TakeAll("method").Step("dress").Status);
    }

    private static Workbench WarmedTo(string hub, string by = "probe") =>
        new Workbench()
            .Measured()
            .Choose("method", "warm")
            .TakeAll("method", "16")
            .TakeAll("dress")
            .TakeAll("tool")
            .Take("warm", "soaked")
            .Pick("warm", "by", by)
            .Take("warm", "hub", hub);

    [Theory]
    [InlineData("dt-4", null, Verdict.Stop)]
    [InlineData("dt-1", "4", Verdict.Decide)]
    [InlineData("dt-1", "2", Verdict.Stop)]
    [InlineData("dt-1", "20", Verdict.Go)]
    public void A_draw_tool_from_the_crib_goes_into_this_nose_and_its_stud_holds(string tool, string? engaged, Verdict verdict)
    {
        // An M14 nose; dt-4 has M12 studs.
        var bench = new Workbench().Measured().TakeAll("method").TakeAll("dress").Take("tool", "tool", tool);
        bench = engaged is null ? bench : bench.Take("tool", "engaged", engaged);
        bench.TakeAll("tool");
        Assert.Equal((verdict, verdict == Verdict.Go), (bench.Step("tool").Now.Call!.Verdict, bench.Step("tool").Passed));
    }

    [Fact]
    public void The_force_that_is_left_is_told_as_the_tool_s_nut_takes_it()
    {
        var bench = new Workbench().Measured().TakeAll("method").TakeAll("dress").Take("tool", "tool", "dt-1").TakeAll("tool");
        bench.Take("draw", "start", "40.0").Take("draw", "part", "23");
        // M20×2: (23 − 6)/2 turns; the torque by T = F·(P/2π + µ·d2/(2 cos 30°) + µ·Dc/2), µ 0.12, as an independent reckoning.
        var force = Assert.IsType<InterferenceFit.Answer>(bench.Step("fit").Now.Answer).PressForceN.High;
        var nm = force / 1000 * ((2 / (2 * Math.PI)) + (0.12 * 18.701 / (2 * Math.Cos(Math.PI / 6))) + (0.12 * 10 / 2));
        var (turns, torque) = (bench.Step("draw").Now.Do.Args["turns"].Value, bench.Step("draw").Now.Do.Args["torque"].Value);
        Assert.Equal(8.5, turns, 6);
        Assert.InRange(torque, nm * 0.97, nm * 1.03);
        Assert.Contains("turns of its nut", bench.Says("draw"), StringComparison.Ordinal);
    }

    [Fact]
    public void A_hub_at_77_degrees_is_warm_enough_and_what_it_takes_follows_from_how_warm_it_is()
    {
        (double Low, double High) Told(string hub)
        {
            var bench = WarmedTo(hub).Take("warm", "out").Take("warm", "on");
            Assert.Equal((Verdict.Go, true), (bench.Step("warm").Now.Call!.Verdict, bench.Step("warm").Passed));
            var says = bench.Step("warm").Now.Do;
            return says.Template.Contains("{low}", StringComparison.Ordinal) ? (says.Args["low"].Value, says.Args["high"].Value) : (0, 0);
        }

        var (cooler, hotter) = (Told("77"), Told("95"));
        Assert.True(cooler.High > hotter.High, $"{cooler} at 77 °C, {hotter} at 95 °C");
    }

    [Fact]
    public void A_hub_that_is_hardly_warm_goes_back_into_the_oven() =>
        Assert.Equal(
            (Verdict.LookAgain, "Not soaked through. Back in the oven, then measure again."),
            (WarmedTo("30").Step("warm").Now.Call!.Verdict, WarmedTo("30").Says("warm"))
        );

    [Fact]
    public void What_is_read_from_afar_on_bare_metal_is_no_number()
    {
        var bench = WarmedTo("52", "bare");
        Assert.Equal(Verdict.LookAgain, bench.Step("warm").Now.Call!.Verdict);
        Assert.Contains("matt tape", bench.Says("warm"), StringComparison.Ordinal);
        Assert.NotEqual(Verdict.LookAgain, WarmedTo("95", "patch").Step("warm").Now.Call?.Verdict);
    }

    [Fact]
    public void A_warm_hub_is_planned_under_its_rubber_s_limit_and_carried_against_the_clock()
    {
        var bench = new Workbench().Measured().Choose("method", "warm").TakeAll("method", "16").TakeAll("dress").TakeAll("tool");
        // The wanted clearance asks for more than 105 °C less what the oven may be off.
        Assert.Equal("Oven at 100 °C. It won’t slide home: draw it, without a pause.", bench.Says("method"));
        var planned = bench.Step("method").Now.Call!.Checks.Single(k => k.Name == "hub temperature");
        Assert.Equal((100, 105, 5), (planned.Value, planned.Limit, planned.Uncertainty));
        Assert.Equal("It goes on cold.", new Workbench().Measured().Says("warm"));

        bench.Take("warm", "soaked").Take("warm", "hub", "100");
        Assert.Null(bench.Step("warm").Now.Deadline);
        bench.Take("warm", "out");
        var left = bench.Log.Select(e => e.Event).OfType<ReadingTaken>().Last().DoneAt;
        var thermal = Assert.IsType<ThermalFit.Answer>(bench.Step("warm").Now.Answer);
        Assert.Equal(left.AddSeconds(thermal.CarrySeconds!.Value), bench.Step("warm").Now.Deadline);
        // Worked on, a reload later: the deadline is the log's, not the screen's.
        Assert.Equal(
            bench.Step("warm").Now.Deadline,
            Evaluation
                .Evaluate(bench.Sheets, ProcedureBook.Default, bench.Log, DateTimeOffset.MaxValue)
                .Tasks[0]
                .Steps.Single(s => s.Ref.Step == "warm")
                .Now.Deadline
        );

        for (var minute = 0; minute < 6; minute++)
        {
            bench.Do((id, at) => new Note(id, at, bench.Step("warm").Ref, "Dropped a glove"));
        }

        bench.Take("warm", "on");
        Assert.Equal(
            (Verdict.LookAgain, "Too late: back in the oven, then measure again."),
            (bench.Step("warm").Now.Call!.Verdict, bench.Says("warm"))
        );
    }

    [Theory]
    [InlineData("106", Verdict.Stop)]
    [InlineData("104.8", Verdict.LookAgain)]
    [InlineData("30", Verdict.LookAgain)]
    public void Too_hot_for_the_rubber_or_not_soaked_is_said_before_it_is_carried(string hub, Verdict verdict)
    {
        var bench = new Workbench()
            .Measured()
            .Choose("method", "warm")
            .TakeAll("method", "16")
            .TakeAll("dress")
            .TakeAll("tool")
            .Take("warm", "soaked")
            .Take("warm", "hub", hub);
        Assert.Equal(verdict, bench.Step("warm").Now.Call!.Verdict);
    }

    [Fact]
    public void A_clean_trace_stands_in_for_the_depth_half_way()
    {
        var bench = Ready().Record("draw", "trace", Press());
        Assert.Equal("Clean. Tick that it is home, then read its depth.", bench.Says("draw"));
        Assert.False(bench.Step("draw").Passed);
        Assert.True(bench.Take("draw", "home").Step("draw").Passed);
        Assert.Equal(400, bench.Step("draw").Rounds[0].Slots[1].Live!.Trace!.X.Count, 60.0);
    }

    [Theory]
    [InlineData(35, "35.0")]
    [InlineData(20, "20.0")]
    public void A_trace_that_was_cut_off_is_kept_and_never_judged_whole(double upTo, string at)
    {
        var bench = Ready().Record("draw", "trace", Press(upTo), cutOff: true);
        Assert.Null(bench.Step("draw").Now.Call);
        Assert.Contains($", cut off at {at} mm", bench.Step("draw").Rounds[0].Slots[1].Live!.Typed, StringComparison.Ordinal);
        // What a whole one makes needless is asked for.
        Assert.True(bench.Step("draw").Rounds[0].Slots.Single(s => s.Slot.Key == "part").Slot.Required);
        Assert.False(bench.Take("draw", "home").Step("draw").Passed);
        Assert.True(bench.Take("draw", "part", "22").Step("draw").Passed);
    }

    [Fact]
    public void What_stops_a_press_on_its_way_stops_it_also_where_the_rest_was_cut_off()
    {
        var bench = Ready().Record("draw", "trace", Press(12, x => x < 3 ? 2.4 : 1), cutOff: true);
        Assert.Equal(
            (Verdict.Stop, "Ease off. It has started cocked: back it off, set it square on its key and begin again."),
            (bench.Step("draw").Now.Call!.Verdict, bench.Says("draw"))
        );
    }

    [Fact]
    public void A_cocked_start_says_back_it_off_and_the_next_round_stands_beside_it()
    {
        var bench = Ready().Record("draw", "trace", Press(5, x => 2.4));
        Assert.Equal(
            (Verdict.Stop, "It has started cocked. Back it off, set it square on its key and draw it again."),
            (bench.Step("draw").Now.Call!.Verdict, bench.Says("draw"))
        );
        bench
            .Do((id, at) => new BeginRound(id, at, bench.Step("draw").Ref, "Backed off, squared"))
            .Take("draw", "start", "40.0")
            .Record("draw", "trace", Press())
            .Take("draw", "home");
        Assert.Equal(Verdict.Go, bench.Step("draw").Now.Call!.Verdict);
        Assert.NotNull(bench.Step("draw").Rounds[0].Slots[1].Live!.Trace);
    }

    [Fact]
    public void A_gauge_that_dropped_out_is_not_judged_over_the_gap()
    {
        var bench = Ready().Record("draw", "trace", Press().Where(p => p.X is < 10 or > 20));
        Assert.Equal(
            (Verdict.LookAgain, "Nothing was recorded from 13.9 mm to 24.1 mm."),
            (bench.Step("draw").Now.Call!.Verdict, bench.Step("draw").Now.Call!.Because)
        );
    }

    [Fact]
    public void Reversals_on_the_way_do_not_change_what_it_was()
    {
        var jerky = Press().Chunk(20).SelectMany(chunk => chunk.Concat(chunk.Reverse().Take(5).Select(p => (p.X, p.Y * 0.98))));
        Assert.Equal(Verdict.Go, Ready().Record("draw", "trace", jerky).Step("draw").Now.Call!.Verdict);
    }

    [Fact]
    public void A_trace_that_can_t_be_kept_says_what_would_be_right()
    {
        var bench = Ready();
        IReadOnlyDictionary<string, string[]> Sent(double[] x, double[] y) =>
            bench.Refused(
                (id, at) => new TakeReading(id, at, new SlotRef(bench.Step("draw").Ref, 1, "trace"), "trace", Trace: new TraceColumns(x, y))
            );
        var many = Enumerable.Range(0, 100_000).Select(i => i * 1e-3).ToArray();
        Assert.Contains("20 to 20,000 points, not 100,000", Sent(many, many)["trace.x"][0], StringComparison.Ordinal);
        Assert.Contains("as long as x (30)", Sent(many[..30], many[..29])["trace.y"][0], StringComparison.Ordinal);
        Assert.Contains("finite", Sent([.. many[..30], double.NaN], many[..31])["trace"][0], StringComparison.Ordinal);
        Assert.Contains(
            "columns that the gauge recorded",
            bench.Refused((id, at) => new TakeReading(id, at, new SlotRef(bench.Step("draw").Ref, 1, "trace"), "x"))["trace"][0],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void The_bolt_s_trace_is_judged_in_place_of_the_wrench_s_setting()
    {
        var bench = Ready().TakeEvery("draw", "22.5").TakeAll("seat", "6.01", "6.02", "6.00");

        var pull = Enumerable.Range(0, 80).Select(i => ((double)i, i < 20 ? 6.0 : 6 + ((i - 20) * 134.0 / 57)));
        Assert.Equal("Tight, in one smooth pull. Crank lock out; turn it by hand.", bench.Record("bolt", "trace", pull).Says("bolt"));
        Assert.True(bench.Step("bolt").Passed);
        bench.Do((id, at) => new BeginRound(id, at, bench.Step("bolt").Ref, "Checked")).Record("bolt", "trace", pull.Take(60));
        Assert.Equal((Verdict.LookAgain, "Short. Pull on to 140.0 N·m."), (bench.Step("bolt").Now.Call!.Verdict, bench.Says("bolt")));
    }

    [Fact]
    public void A_packed_trace_comes_out_as_it_went_in_to_the_step_that_is_kept() =>
        Gen.Select(Gen.Double[-1000, 1000], Gen.Double[-1e6, 1e6])
            .Array[20, 400]
            .Sample(points =>
            {
                var axes = new TraceAxes(Dimension.Length, 0.001, Dimension.Force, 1);
                var trace = new TraceColumns([.. points.Select(p => p.Item1)], [.. points.Select(p => p.Item2)]);
                var again = PackedTrace.Of(trace, axes).Columns();
                Assert.All(trace.X.Zip(again.X), p => Assert.Equal(p.First, p.Second, 0.00051));
                Assert.All(trace.Y.Zip(again.Y), p => Assert.Equal(p.First, p.Second, 0.51));
                var thin = again.Thinned(50);
                Assert.True(thin.X.Count <= 60);
                Assert.Equal((again.Y.Max(), again.Y.Min()), (thin.Y.Max(), thin.Y.Min()));
            });

    [Theory]
    [InlineData(20.0, 1.0, "in-band")]
    [InlineData(5.0, 2.4, "cocked-start")]
    [InlineData(20.0, 1.6, "too-hard")]
    [InlineData(20.0, 0.4, "too-easy")]
    [InlineData(35.2, 1.0, "seating")]
    public void A_press_is_watched_while_it_moves(double upTo, double factor, string kind)
    {
        var curve = new PressTrace.ExpectedForce([new(0, 0, 0), new(38, 8_800, 14_100)]);
        var answer = PressWatch.Solve(
            new PressWatch.Request([.. Press(upTo, _ => factor).Select(p => new PressTrace.TracePoint(p.X + 4, p.Y))], curve, 38)
        );
        Assert.Equal(kind, answer.Kind);
        Assert.Equal(kind is "cocked-start" or "too-hard", answer.Call?.Verdict == Verdict.Stop);
        Assert.DoesNotContain("{", Wording.Write(answer.Do), StringComparison.Ordinal);
    }
}
