using CsCheck;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

public class ShimAndBoltTests
{
    private static readonly Gen<ShimChoice.Request> s_shims = Gen.Select(
            Gen.Double[0.2, 2],
            Gen.Int[0, 3],
            Gen.Int[0, 3],
            Gen.Select(Gen.Int[1, 9000], Gen.Int[0, 3]).List[1, 7]
        )
        .Select(
            (end, min, more, lines) =>
                new ShimChoice.Request(
                    Math.Round(end, 3),
                    new(0.05, 0.25, 0.13),
                    new(min, Math.Min(4, min + more)),
                    [.. lines.Select(l => new ShimChoice.ShimLine(l.Item1 * 1e-4, l.Item2))]
                )
        );

    /// <summary>Every stack that the stock can make, without any cleverness.</summary>
    private static IEnumerable<List<int>> All(ShimChoice.Request request)
    {
        var lines = request
            .Stock.GroupBy(l => (int)Math.Round(l.ThicknessMm * 1e4))
            .Select(g => (g.Key, Quantity: g.Sum(l => l.Quantity)))
            .OrderByDescending(l => l.Key)
            .ToList();
        IEnumerable<List<int>> From(int line, int most) =>
            line == lines.Count
                ?
                [
                    [],
                ]
                : Enumerable
                    .Range(0, Math.Min(most, lines[line].Quantity) + 1)
                    .SelectMany(n =>
                        From(line + 1, most - n).Select(rest => (List<int>)[.. Enumerable.Repeat(lines[line].Key, n), .. rest])
                    );
        return From(0, request.Count.Max).Where(s => s.Count >= request.Count.Min);
    }

    [Fact]
    public void The_best_stacks_are_those_of_a_search_through_all() =>
        s_shims.Sample(request =>
        {
            double Off(List<int> stack) =>
                Math.Round(Math.Abs(request.MeasuredEndPlayMm - (stack.Sum() * 1e-4) - request.Target.IdealMm), 9);
            var wanted = All(request)
                .OrderBy(Off)
                .ThenBy(s => s.Count)
                .ThenBy(s => string.Concat(s.Select(t => t.ToString("00000"))), StringComparer.Ordinal)
                .Take(5)
                .Select(s => string.Join('+', s))
                .ToList();
            var found = ShimChoice.Solve(request);
            Assert.Equal(wanted, found.Picks.Select(p => string.Join('+', p.Shims.Select(t => (int)Math.Round(t * 1e4)))));
            Assert.Equal(
                All(request).Any(s => request.MeasuredEndPlayMm - (s.Sum() * 1e-4) is >= 0.05 - 1e-9 and <= 0.25 + 1e-9),
                found.Reachable
            );
        });

    [Fact]
    public void Shims_of_no_thickness_are_named() =>
        Assert.Equal(
            ["stock[0].thicknessMm", "stock[1].thicknessMm"],
            Assert
                .Throws<UnusableInputException>(() => ShimChoice.Solve(new(0.5, new(0, 1, 0.5), new(0, 1), [new(0, 1), new(-0.2, 1)])))
                .Errors.Keys
        );

    private static TorquePlan.Answer Plan(TorquePlan.Pattern pattern, params (double X, double Y)[] at) =>
        TorquePlan.Solve(
            new([.. at.Select((p, i) => new TorquePlan.Fastener($"{i + 1}", p.X, p.Y, "g"))], [new("g", 20)], Pattern: pattern)
        );

    private static (double, double)[] Ring(int n, double from = 0) =>
        [.. Enumerable.Range(0, n).Select(i => (from + (i * 360.0 / n)) * Math.PI / 180).Select(a => (40 * Math.Sin(a), 40 * Math.Cos(a)))];

    [Theory]
    [InlineData(4, "1 3 2 4")]
    [InlineData(6, "1 4 2 5 3 6")]
    [InlineData(8, "1 5 3 7 2 6 4 8")]
    [InlineData(5, "1 3 5 2 4")]
    [InlineData(7, "1 4 7 3 6 2 5")]
    public void A_round_flange_gets_the_star_that_mechanics_use(int n, string order)
    {
        var plan = Plan(TorquePlan.Pattern.Auto, Ring(n));
        Assert.Equal(order, string.Join(' ', plan.Passes[0].Order));
        Assert.Equal([10, 20, 20], plan.Passes.Select(p => p.Nm));
    }

    [Fact]
    public void A_long_flange_is_done_from_the_middle_outwards()
    {
        var plan = Plan(TorquePlan.Pattern.Auto, (-100, 0), (-50, 5), (0, 0), (50, 5), (100, 0));
        Assert.Equal(["3", "4", "2", "5", "1"], plan.Passes[0].Order);
        Assert.StartsWith("From the middle outwards", plan.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_pattern_takes_every_bolt_once_in_every_pass() =>
        Gen.Select(Gen.Int[0, 3], Gen.Select(Gen.Int[-200, 200], Gen.Int[-200, 200]).HashSet[1, 20])
            .Sample(
                (pattern, at) =>
                {
                    var plan = Plan((TorquePlan.Pattern)pattern, [.. at.Select(p => ((double)p.Item1, (double)p.Item2))]);
                    Assert.All(plan.Passes, p => Assert.Equal(at.Count, p.Order.Distinct().Count()));
                }
            );

    [Fact]
    public void A_bolt_on_a_bolt_is_named() =>
        Assert.Contains(
            "fasteners[2].xMm",
            Assert.Throws<UnusableInputException>(() => Plan(TorquePlan.Pattern.Auto, (0, 0), (30, 0), (0.05, 0.01))).Errors.Keys
        );

    [Fact]
    public void Every_second_hole_of_six_on_76_mm_is_65_82_mm_apart()
    {
        var plate = BoltCircle.Solve(new(76, 6, 10, 100));
        Assert.Equal(65.82, plate.Chords.Single(c => c is { From: "1", To: "3" }).Mm, 0.005);
        Assert.Equal(15, plate.Chords.Count);
        var offset = BoltCircle.Solve(new(76, 6, 10, 100, Offsets: [new(new(2), 1, 0)]));
        Assert.Equal(39, Math.Sqrt(Math.Pow(offset.Holes[1].XMm, 2) + Math.Pow(offset.Holes[1].YMm, 2)), 1e-9);
    }

    [Theory]
    [InlineData(76, 36, 10, 100, "holeDiameterMm")]
    [InlineData(76, 6, 10, 80, "outerMm")]
    [InlineData(76, 40, 10, 100, "holes")]
    public void A_plate_that_cannot_be_made_says_why(double circle, int holes, double hole, double outer, string field) =>
        Assert.Contains(field, Assert.Throws<UnusableInputException>(() => BoltCircle.Solve(new(circle, holes, hole, outer))).Errors.Keys);

    [Fact]
    public void A_cold_shop_lengthens_every_time_and_the_offset_stays()
    {
        var spread = new DateTimeOffset(2026, 3, 1, 10, 0, 0, TimeSpan.FromHours(2));
        var product = new SealantClock.Product(10, 12, 2, 24, 1.05);
        // A month of working time and a year of cure are the most that it takes.
        var slowest = new SealantClock.Product(43_200, 43_200, 8760, 8760, 1.2);
        Assert.Null(Record.Exception(() => SealantClock.Solve(new(slowest, spread, spread))));
        Assert.Equal(
            ["product.skinMinutes", "product.openMinutes", "product.handleHours", "product.cureHours"],
            Assert
                .Throws<UnusableInputException>(() => SealantClock.Solve(new(new(43_201, 43_201, 8761, 8761), spread, spread)))
                .Errors.Keys.OrderBy(k => "sohc".IndexOf(k[8], StringComparison.Ordinal))
        );
        var cold = SealantClock.Solve(new(product, spread, spread.AddMinutes(20), 13));
        // It has a skin at ten, before its open time is over.
        Assert.Equal(10 * Math.Pow(1.05, 10), (cold.CloseUpBy - spread).TotalMinutes, 1e-4);
        Assert.Equal(TimeSpan.FromHours(2), cold.CureAt.Offset);
        Assert.Equal([SealantClock.Stage.PastOpen, SealantClock.Stage.Skinned], cold.Now);
        Assert.Contains(
            "nowAt",
            Assert.Throws<UnusableInputException>(() => SealantClock.Solve(new(product, spread, spread.AddSeconds(-1)))).Errors.Keys
        );
    }

    [Fact]
    public void Where_no_shim_is_needed_none_need_be_in_stock_and_a_head_bears_outside_its_thread()
    {
        var none = ShimChoice.Solve(new(0.12, new(0.05, 0.25, 0.12), new(0, 3), []));
        Assert.Equal((0.12, true), (Math.Round(none.Picks[0].EndPlayMm, 9), none.Reachable));
        Assert.Empty(none.Picks[0].Shims);
        Assert.Contains(
            "stock",
            Assert.Throws<UnusableInputException>(() => ShimChoice.Solve(new(0.12, new(0.05, 0.25, 0.12), new(1, 3), []))).Errors.Keys
        );
        Assert.Equal(
            "must be at least the bolt’s own 12 mm: a head bears outside its thread",
            Assert.Throws<UnusableInputException>(() => BoltPreload.Solve(new(new(12, 1.5), 0.12, 0.12, 11.9, 640, TorqueNm: 90))).Errors[
                "headMeanDiameterMm"
            ][0]
        );
    }

    [Theory]
    [InlineData(34.40, 34.02, 0.08, 2, 0.03)]
    [InlineData(34.50, 34.02, 0.08, 3, 0)]
    [InlineData(34.02, 34.02, 0.08, 0, 0)]
    public void Tape_takes_up_a_loose_ring(double ring, double nose, double tape, int wraps, double left)
    {
        var found = TapeWraps.Solve(new(ring, nose, tape));
        Assert.Equal(wraps, found.Wraps);
        Assert.Equal(left, found.LeftMm, 1e-9);
    }

    [Theory]
    [InlineData("v6-3.0.v1")]
    [InlineData("four-1.8.v1")]
    public void A_plate_drawn_from_the_rear_has_its_holes_where_the_flange_has_its_bolts(string sheet)
    {
        var rear = Workbench.Demo<EngineSheet>($"sheets/{sheet}.json").Rear!;
        Assert.All(
            BoltCircle.Solve(rear.Plate).Holes.Zip(rear.Flange.Places),
            p =>
            {
                Assert.Equal(-p.Second.XMm, p.First.XMm, 9);
                Assert.Equal(p.Second.YMm, p.First.YMm, 9);
            }
        );
    }
}
