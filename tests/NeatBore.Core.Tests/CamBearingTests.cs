using CsCheck;
using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

public class CamBearingTests
{
    private static readonly Gen<HoleShape> s_shape = Gen.OneOf(
        Gen.Double[2, 9].Select(d => HoleShape.Round(d)),
        Gen.Select(Gen.Double[1.5, 6], Gen.Double[0, 6], Gen.Bool)
            .Select((w, more, around) => new HoleShape(ShapeKind.Slot, null, w + more, w, around ? SlotAxis.Around : SlotAxis.Along))
    );

    private static readonly HoleShape s_seven = HoleShape.Round(7);

    private static OilHoleWindow.Request Worked(double rotation = 2.1, double depth = 1.4) =>
        new(
            52,
            [new("main", 185, 12, s_seven), new("rocker", 30, 12.3, new HoleShape(ShapeKind.Slot, null, 8, 4))],
            [new("main", 180, 10, s_seven), new("rocker", 30, 10, HoleShape.Round(5))],
            new(rotation, depth),
            new([-10, 10], [0, 3])
        );

    private static bool Within(HoleShape shape, double x, double y)
    {
        if (shape.Kind == ShapeKind.Circle)
        {
            return (x * x) + (y * y) <= shape.DiameterMm * shape.DiameterMm / 4;
        }

        var (u, v) =
            shape.Kind == ShapeKind.Groove ? (0, y)
            : shape.Axis == SlotAxis.Around ? (x, y)
            : (y, x);
        var straight = shape.Kind == ShapeKind.Groove ? 0 : (shape.LengthMm!.Value - shape.WidthMm!.Value) / 2;
        var past = Math.Max(0, Math.Abs(u) - straight);
        return (past * past) + (v * v) <= shape.WidthMm * shape.WidthMm / 4;
    }

    /// <summary>The width that two shapes share at a height, by bisection for its ends, summed over fine strips: no geometry of
    /// arcs.</summary>
    private static double Counted(HoleShape a, HoleShape b, double dx, double dy)
    {
        double EdgeAt(HoleShape s, double y)
        {
            if (!Within(s, 0, y))
            {
                return -1;
            }

            var (inside, outside) = (0.0, 30.0);
            for (var i = 0; i < 60; i++)
            {
                var middle = (inside + outside) / 2;
                (inside, outside) = Within(s, middle, y) ? (middle, outside) : (inside, middle);
            }

            return inside;
        }

        const int strips = 4000;
        var (low, high) = (Math.Max(-a.AlongMm / 2, dy - (b.AlongMm / 2)), Math.Min(a.AlongMm / 2, dy + (b.AlongMm / 2)));
        var (middleY, half) = ((low + high) / 2, (high - low) / 2);
        var sum = 0.0;
        if (half <= 0)
        {
            return 0;
        }

        for (var i = 0; i < strips; i++)
        {
            // Strips narrower towards the ends, where a round shape changes quickly.
            var from = middleY - (Math.Cos(Math.PI * i / strips) * half);
            var to = middleY - (Math.Cos(Math.PI * (i + 1) / strips) * half);
            var y = (from + to) / 2;
            var (p, q) = (EdgeAt(a, y), EdgeAt(b, y - dy));
            if (p >= 0 && q >= 0)
            {
                sum += Math.Max(0, Math.Min(p, dx + q) - Math.Max(-p, dx - q)) * (to - from);
            }
        }

        return sum;
    }

    [Fact]
    public void Two_6_mm_circles_2_mm_apart_share_16_50042() =>
        Assert.Equal(16.50042, SharedArea.Of(HoleShape.Round(6), HoleShape.Round(6), 2, 0), 1e-5);

    [Fact]
    public void Shapes_that_only_touch_count_once()
    {
        // A round hole as wide as its slot touches both sides and lies wholly inside.
        Assert.Equal(Math.PI * 4, SharedArea.Most(new HoleShape(ShapeKind.Slot, null, 7, 4, SlotAxis.Along), HoleShape.Round(4)), 1e-9);
        Assert.Equal(Math.PI * 4, SharedArea.Most(HoleShape.Round(4), new HoleShape(ShapeKind.Groove, null, null, 4)), 1e-9);
        Assert.Equal(4 * Math.PI / 2, SharedArea.Of(HoleShape.Round(4), new HoleShape(ShapeKind.Groove, null, null, 4), 0, 2), 1e-9);
    }

    [Fact]
    public void The_worked_example_comes_out()
    {
        var found = OilHoleWindow.Solve(Worked()).Passages;
        Assert.Equal((28.433, 0.7388), (Math.Round(found[0].OpenMm2, 3), Math.Round(found[0].OpenShare, 4)));
        Assert.Equal((14.936, 0.8491), (Math.Round(found[1].OpenMm2, 3), Math.Round(found[1].OpenShare, 4)));
    }

    [Fact]
    public void Shared_areas_are_those_of_fine_strips() =>
        Gen.Select(s_shape, s_shape, Gen.Double[-9, 9], Gen.Double[-9, 9])
            .Sample((a, b, dx, dy) => Assert.Equal(Counted(a, b, dx, dy), SharedArea.Of(a, b, dx, dy), 5e-5), iter: 60);

    [Fact]
    public void A_shape_shares_all_of_itself_with_itself_and_a_groove_leaves_its_width() =>
        s_shape.Sample(s =>
        {
            var own =
                s.Kind == ShapeKind.Circle
                    ? Math.PI * s.DiameterMm!.Value * s.DiameterMm.Value / 4
                    : (Math.PI * s.WidthMm!.Value * s.WidthMm.Value / 4) + (s.WidthMm.Value * (s.LengthMm!.Value - s.WidthMm.Value));
            Assert.Equal(own, SharedArea.Most(s, s), 1e-9);
            Assert.Equal(own, SharedArea.Of(s, new HoleShape(ShapeKind.Groove, null, null, 30), 4, 0), 1e-9);
            Assert.Equal(SharedArea.Of(s, s, 1.3, 0.7), SharedArea.Of(s, s, -1.3, -0.7), 1e-9);
        });

    [Theory]
    [InlineData(0)]
    [InlineData(1e-70)]
    [InlineData(-1e-12)]
    [InlineData(3e-11)]
    public void Edges_that_lie_on_one_another_are_counted_once_however_little_they_are_apart(double dx)
    {
        HoleShape Slot(double length) => new(ShapeKind.Slot, null, length, 3, SlotAxis.Along);
        var circle = new HoleShape(ShapeKind.Circle, 3, null, null);
        double Of(double length) => (Math.PI * 2.25) + (3 * (length - 3));
        // The shorter lies in the longer, their sides on one another.
        Assert.Equal(Of(4.2), SharedArea.Of(Slot(5), Slot(4.2), dx, -0.224), 1e-6);
        Assert.Equal(Of(4.2), SharedArea.Of(Slot(4.2), Slot(5), dx, 0.39), 1e-6);
        // A round hole as wide as the slot, at either of its very ends, whichever way it lies.
        var across = new HoleShape(ShapeKind.Slot, null, 5, 3, SlotAxis.Around);
        foreach (var end in (double[])[-1, 1])
        {
            Assert.Equal(Of(3), SharedArea.Of(circle, Slot(5), dx, end), 1e-6);
            Assert.Equal(Of(3), SharedArea.Of(Slot(5), circle, dx, end), 1e-6);
            Assert.Equal(Of(3), SharedArea.Of(circle, across, end + dx, 0), 1e-6);
            Assert.Equal(Of(3), SharedArea.Of(across, circle, end + dx, 0), 1e-6);
        }

        Assert.Equal(Of(3), SharedArea.Of(Slot(5), circle, dx, 0.3), 1e-6);
    }

    [Fact]
    public void The_best_place_is_that_of_a_search_through_all() =>
        Gen.Select(Gen.Select(s_shape, s_shape, Gen.Double[-3, 3], Gen.Double[-1.5, 1.5]).List[1, 3], Gen.Double[-4, 4], Gen.Double[0, 2])
            .Sample(
                (pairs, rotation, depth) =>
                {
                    var request = new OilHoleWindow.Request(
                        52,
                        [.. pairs.Select((p, i) => new Passage($"{i}", (100 * i) + p.Item3, 10 + p.Item4, p.Item1))],
                        [.. pairs.Select((p, i) => new ShellHole($"{i}", 100 * i, 9, p.Item2))],
                        new(rotation, depth),
                        new([-6, 6], [0, 3])
                    );
                    var found = OilHoleWindow.Solve(request);
                    double Worst(double r, double d) =>
                        OilHoleWindow.Solve(request with { Position = new(r, d), Reach = new([r, r], [d, d]) }).WorstShare;
                    var (top, nearest) = (0.0, double.MaxValue);
                    var (perMm, all) = (26 * Math.PI / 180, new List<(double R, double D, double W)>());
                    for (var r = -6.0; r <= 6; r += 0.25)
                    {
                        for (var d = depth; d <= 3; d += 0.1)
                        {
                            all.Add((r, d, Worst(r, d)));
                        }
                    }

                    top = all.Max(p => p.W);
                    Assert.True(found.Best.WorstShare >= top - 0.0011, $"{found.Best.WorstShare} below {top}");
                    if (found.Best.WorstShare < 0.001)
                    {
                        Assert.Equal((rotation, depth), (found.Best.RotationDeg, found.Best.DepthMm));
                        return;
                    }

                    // Nothing that is as good is nearer.
                    double Far(double r, double d) => Math.Sqrt(Math.Pow((r - rotation) * perMm, 2) + Math.Pow(d - depth, 2));
                    nearest = all.Where(p => p.W >= found.Best.WorstShare + 1e-6)
                        .Select(p => Far(p.R, p.D))
                        .DefaultIfEmpty(double.MaxValue)
                        .Min();
                    Assert.True(Far(found.Best.RotationDeg, found.Best.DepthMm) <= nearest + 0.01);
                },
                iter: 12
            );

    [Fact]
    public void Turning_the_engine_about_turns_the_advice_about()
    {
        var request = Worked();
        var front = OilHoleWindow.Solve(request);
        double Other(double deg) => -deg;
        var mirrored = OilHoleWindow.Solve(
            request with
            {
                Passages = [.. request.Passages.Select(p => p with { AngleDeg = Other(p.AngleDeg) })],
                ShellHoles = [.. request.ShellHoles.Select(h => h with { AngleDeg = Other(h.AngleDeg) })],
                Position = new(-2.1, 1.4),
                View = View.Rear,
            }
        );
        Assert.Equal(front.WorstShare, mirrored.WorstShare, 1e-9);
        Assert.Equal(front.Advice.TurnDeg, -mirrored.Advice.TurnDeg, 1e-3);
        Assert.Contains("seen from the rear", mirrored.Advice.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_driven_shell_only_goes_deeper_and_one_that_is_stuck_does_not_turn()
    {
        var deep = OilHoleWindow.Solve(Worked(0, 2.5));
        Assert.True(deep.Best.DepthMm >= 2.5);
        Assert.True(OilHoleWindow.Solve(Worked(0, 2.5) with { CanBackOut = true }).Best.DepthMm < 2.4);
        Assert.Equal(2.1, OilHoleWindow.Solve(Worked() with { CanTurn = false }).Best.RotationDeg, 9);
        Assert.Contains("reach.depthMm", Assert.Throws<UnusableInputException>(() => OilHoleWindow.Solve(Worked(0, 3.5))).Errors.Keys);
    }

    [Fact]
    public void A_whole_turn_more_is_the_same_place_and_the_advice_is_the_short_way() =>
        Gen.Select(Gen.Double[-9, 9], Gen.Int[-3, 3], Gen.Double[0, 2.4])
            .Sample(
                (rotation, turns, depth) =>
                {
                    var (here, there) = (
                        OilHoleWindow.Solve(Worked(rotation, depth)),
                        OilHoleWindow.Solve(Worked(rotation + (360 * turns), depth))
                    );
                    Assert.Equal(here.WorstShare, there.WorstShare, 9);
                    Assert.Equal(here.Advice.TurnDeg, there.Advice.TurnDeg, 6);
                    Assert.InRange(there.Advice.TurnDeg, -180, 180);
                    Assert.Equal(here.Advice.Words, there.Advice.Words);
                },
                iter: 40
            );

    [Theory]
    [InlineData(358, 350, 370, 0)]
    [InlineData(-358, -370, -350, 0)]
    [InlineData(-120, -180, 0, 180)]
    public void A_reach_counted_over_a_turn_finds_what_lies_in_it(double at, double from, double to, double passage)
    {
        var hole = HoleShape.Round(7);
        OilHoleWindow.Answer Turned(double by) =>
            OilHoleWindow.Solve(
                new(52, [new("main", passage + by, 10, hole)], [new("main", by, 10, hole)], new(at, 0), new([from, to], [0, 0]))
            );
        var found = Turned(0);
        Assert.Equal(1, found.Best.WorstShare, 2);
        Assert.DoesNotContain("Nothing in reach", found.Advice.Words, StringComparison.Ordinal);
        Assert.InRange(found.Best.RotationDeg, from, to);
    }

    [Fact]
    public void What_is_added_to_all_angles_changes_nothing_but_the_angles_told() =>
        Gen.Select(Gen.Double[-9, 9], Gen.Double[-720, 720], Gen.Double[-720, 720], Gen.Double[0, 2.4])
            .Sample(
                (rotation, shell, engine, depth) =>
                {
                    var request = Worked(rotation, depth);
                    var (plain, added) = (
                        OilHoleWindow.Solve(request),
                        // The shell's own angles count from a mark that may sit anywhere, and so do the engine's.
                        OilHoleWindow.Solve(
                            request with
                            {
                                Passages = [.. request.Passages.Select(p => p with { AngleDeg = p.AngleDeg + engine })],
                                ShellHoles = [.. request.ShellHoles.Select(h => h with { AngleDeg = h.AngleDeg + shell })],
                                Position = new(rotation + engine - shell, depth),
                                Reach = new([-10 + engine - shell, 10 + engine - shell], [0, 3]),
                            }
                        )
                    );
                    Assert.Equal(plain.WorstShare, added.WorstShare, 6);
                    Assert.Equal(plain.Best.WorstShare, added.Best.WorstShare, 6);
                    Assert.Equal(plain.Best.RotationDeg, added.Best.RotationDeg - engine + shell, 3);
                    Assert.Equal(plain.Advice.Words, added.Advice.Words);
                },
                iter: 40
            );

    [Fact]
    public void What_can_come_back_is_drawn_back()
    {
        var advice = OilHoleWindow.Solve(Worked(0, 3.4) with { Reach = new([0, 0], [0, 3.4]), CanBackOut = true }).Advice;
        Assert.True(advice.DriveMm < -0.5);
        Assert.StartsWith($"Draw it back {-advice.DriveMm:0.0} mm: ", advice.Words, StringComparison.Ordinal);
        Assert.DoesNotContain("−", advice.Words, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void A_share_within_its_own_uncertainty_of_either_limit_is_a_question(int which)
    {
        var sure = OilHoleWindow.Solve(Worked() with { FinalDepthMm = null });
        var share = sure.WorstShare;
        var asked = Worked() with { FinalDepthMm = null, Position = new(2.1, 1.4, new(0.5, 0.1)) };
        foreach (var off in (double[])[-0.005, 0.005])
        {
            var limits =
                which == 0
                    ? asked with
                    {
                        GoShare = share + off,
                        StopShare = 0.01,
                    }
                    : asked with
                    {
                        GoShare = 0.999,
                        StopShare = share + off,
                    };
            var call = OilHoleWindow.Solve(limits).Call!;
            Assert.Equal(Verdict.LookAgain, call.Verdict);
            Assert.Equal(share + off, call.Checks[0].Limit, 9);
            Assert.Contains("±", call.Because, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_passage_without_its_hole_and_holes_that_overlap_are_named()
    {
        var missing = Assert.Throws<UnusableInputException>(() =>
            OilHoleWindow.Solve(Worked() with { ShellHoles = [new("main", 180, 10, s_seven)] })
        );
        Assert.Contains("wrong shell", missing.Errors["passages[1].id"][0], StringComparison.Ordinal);
        Assert.Contains(
            "shellHoles[1]",
            Assert
                .Throws<UnusableInputException>(() =>
                    OilHoleWindow.Solve(
                        Worked() with
                        {
                            ShellHoles = [new("main", 180, 10, s_seven), new("rocker", 184, 10, HoleShape.Round(5))],
                        }
                    )
                )
                .Errors.Keys
        );
    }

    [Fact]
    public void Sights_made_from_a_place_give_the_place_back() =>
        Gen.Select(Gen.Double[-5, 5], Gen.Double[0, 3])
            .Sample(
                (rotation, depth) =>
                {
                    var request = Worked(rotation, depth);
                    var seen = OilHoleWindow.Solve(request).Passages;
                    var found = SightPosition.Solve(
                        new(
                            52,
                            request.Passages,
                            request.ShellHoles,
                            [.. seen.Select(p => new SightPosition.Look(p.Id, p.OffAroundMm, p.OffAlongMm, 0.4))]
                        )
                    );
                    Assert.Equal(rotation, found.RotationDeg, 1e-9);
                    Assert.Equal(depth, found.DepthMm, 1e-9);
                    Assert.Equal(0.4 / Math.Sqrt(2), found.Uncertainty.DepthMm, 1e-9);
                }
            );

    [Fact]
    public void The_sight_that_contradicts_the_others_is_named()
    {
        Passage[] passages = [new("a", 0, 12, s_seven), new("b", 120, 12, s_seven), new("c", 240, 12, s_seven)];
        ShellHole[] holes = [new("a", 0, 10, s_seven), new("b", 120, 10, s_seven), new("c", 240, 10, s_seven)];
        var found = SightPosition.Solve(
            new(52, passages, holes, [new("a", 0.1, -1, 0.3), new("b", 0.12, -1.02, 0.3), new("c", 2.2, -1, 0.3)])
        );
        Assert.Equal("c", found.OddOneOut);
        Assert.Equal(Verdict.LookAgain, found.Call!.Verdict);
    }

    [Fact]
    public void Crush_and_clearance_cold_and_hot_by_hand()
    {
        var request = new ShellClearance.Request(
            [52.00, 52.01],
            52.09,
            1.5,
            48.95,
            MaterialChoice.Of("aluminium-cast"),
            MaterialChoice.Of("steel-forged"),
            MaterialChoice.Of("steel-forged"),
            100,
            new([0.05, 0.13], [0.04, 0.11])
        );
        var found = ShellClearance.Solve(request);
        var (al, steel) = (Material.BuiltIn["aluminium-cast"].ExpansionPerC, Material.BuiltIn["steel-forged"].ExpansionPerC);
        Assert.Equal(0.085, found.CrushMm, 1e-9);
        Assert.Equal(49.005, found.InsideMm, 1e-9);
        Assert.Equal(0.055, found.ClearanceMm, 1e-9);
        Assert.Equal(0.085 + (80 * ((52.09 * steel) - (52.005 * al))), found.CrushHotMm, 1e-9);
        Assert.Equal(Verdict.Go, ShellClearance.Solve(request with { OperatingC = 20 }).Call!.Verdict);
        Assert.Equal(0.02, ShellClearance.Solve(request with { Limits = new(null, [0.06, 0.09]) }).StockMm!.Value, 1e-9);
        Assert.Null(ShellClearance.Solve(request with { Limits = new(null, [0, 0.02]) }).ReamToMm);
    }

    private static readonly Gen<List<BoreLine.Station>> s_stations = Gen.Select(
            Gen.Double[-0.1, 0.1],
            Gen.Double[-0.1, 0.1],
            Gen.Double[0.01, 0.06]
        )
        .List[3, 7]
        .Select(all => all.Select((s, i) => new BoreLine.Station($"{i}", 20 + (90 * i), s.Item1, s.Item2, s.Item3)).ToList());

    [Fact]
    public void No_line_nearby_or_by_chance_gives_a_cam_more_room() =>
        Gen.Select(s_stations, Gen.Double[-1, 1].Array[4].List[40])
            .Sample(
                (stations, tries) =>
                {
                    var found = BoreLine.Solve(new(stations));
                    double Slack(double x0, double x1, double y0, double y1) =>
                        stations.Min(s =>
                            s.RadialClearanceMm
                            - Math.Sqrt(Math.Pow(x0 + (x1 * s.ZMm / 1000) - s.XMm, 2) + Math.Pow(y0 + (y1 * s.ZMm / 1000) - s.YMm, 2))
                        );
                    var line = found.Line;
                    Assert.Equal(found.SlackMm, Slack(line.X0Mm, line.XPerM, line.Y0Mm, line.YPerM), 2e-6);
                    foreach (var size in (double[])[1, 0.01, 1e-4])
                    {
                        Assert.All(
                            tries,
                            t =>
                                Assert.True(
                                    Slack(
                                        line.X0Mm + (0.1 * size * t[0]),
                                        line.XPerM + (0.2 * size * t[1]),
                                        line.Y0Mm + (0.1 * size * t[2]),
                                        line.YPerM + (0.2 * size * t[3])
                                    )
                                        <= found.SlackMm + 1e-6
                                )
                        );
                    }
                }
            );

    [Fact]
    public void Three_bearings_with_one_low_by_hand()
    {
        // A line splits the difference: 0.08 low in the middle is 0.04 each way.
        var found = BoreLine.Solve(
            new([new("1", 0, 0, 0, 0.03), new("2", 100, 0, -0.08, 0.03), new("3", 200, 0, 0, 0.03)], Limits: new(0, 0.05))
        );
        Assert.Equal(-0.01, found.SlackMm, 1e-6);
        Assert.Equal(0.08, found.WorstNeighbourMm!.Value, 1e-9);
        Assert.Equal(["1", "2", "3"], found.Tightest);
        Assert.Equal(Verdict.Stop, found.Call!.Verdict);
        Assert.Contains(
            "stations[1].zMm",
            Assert.Throws<UnusableInputException>(() => BoreLine.Solve(new([new("1", 0, 0, 0, 0.03), new("2", 0, 0, 0, 0.03)]))).Errors.Keys
        );
    }

    private static DriveOrder.Request Tunnel(
        bool rear = true,
        DriveOrder.DriveSchool school = DriveOrder.DriveSchool.FarEndFirst,
        double reach = 700
    ) =>
        new(
            [
                .. Enumerable
                    .Range(0, 4)
                    .Select(i => new DriveOrder.Bore(
                        $"{i + 1}",
                        10 + (100 * i),
                        22,
                        52 - (0.5 * i),
                        52.09 - (0.5 * i),
                        49 - (0.5 * i),
                        20
                    )),
            ],
            new(true, rear),
            new(DriveOrder.DriverKind.Expanding, reach, 45, 53, 30, 40),
            school
        );

    [Fact]
    public void Sizes_that_step_down_are_driven_from_the_large_end_the_farthest_first()
    {
        var found = DriveOrder.Solve(Tunnel());
        Assert.Equal(["4", "3", "2", "1"], found.Order.Select(o => o.Id));
        Assert.All(found.Order, o => Assert.Equal(DriveOrder.DriveEnd.Front, o.From));
        Assert.Equal(3, found.Alternatives.Count);
        Assert.Equal(DriveOrder.DriveEnd.Front, DriveOrder.Solve(Tunnel(rear: false)).Order[0].From);
    }

    [Fact]
    public void What_the_tool_can_not_reach_is_impossible_and_says_why()
    {
        var found = DriveOrder.Solve(Tunnel(rear: false, reach: 250));
        Assert.Equal("4", found.Impossible.Single().Id);
        Assert.Contains("the tool reaches 250 mm", found.Impossible[0].Because, StringComparison.Ordinal);
        Assert.Contains("the end is closed", found.Impossible[0].Because, StringComparison.Ordinal);
    }

    private static DriveOrder.Request Even(int n, DriveOrder.DriveSchool school, DriveOrder.Driver? tool = null) =>
        new(
            [.. Enumerable.Range(0, n).Select(i => new DriveOrder.Bore($"{i + 1}", 10 + (100 * i), 22, 52, 52.09, 49, 20))],
            new(true, true),
            tool ?? new(DriveOrder.DriverKind.Expanding, 700, 45, 53, 30, 40),
            school
        );

    [Fact]
    public void Each_school_is_kept_whole()
    {
        var nearer = DriveOrder.Solve(Even(5, DriveOrder.DriveSchool.NearerEnd)).Order;
        // The middle one is as near to both: from the front.
        Assert.Equal(
            ["1 Front", "2 Front", "3 Front", "4 Rear", "5 Rear"],
            nearer.Select(o => $"{o.Id} {o.From}").Order(StringComparer.Ordinal)
        );
        Assert.All(nearer, o => Assert.DoesNotContain("others", o.Because, StringComparison.Ordinal));
        var far = DriveOrder.Solve(Even(5, DriveOrder.DriveSchool.FarEndFirst)).Order;
        Assert.Equal("5 Front, 4 Front, 3 Front, 2 Front, 1 Front", string.Join(", ", far.Select(o => $"{o.Id} {o.From}")));
    }

    [Fact]
    public void Nut_plate_and_washer_take_of_the_reach_and_a_cone_needs_a_seat()
    {
        var rod = new DriveOrder.Driver(DriveOrder.DriverKind.Rod, 432, 45, 53, 30, 40, NutMm: 20, PlateMm: 12, WasherMm: 3);
        // From the rear's face to the first one's front it is 422, and 35 more for what holds the rod.
        var request = Even(5, DriveOrder.DriveSchool.FarEndFirst, rod) with
        {
            Ends = new(false, true),
        };
        Assert.Equal("1", DriveOrder.Solve(request).Impossible.Single().Id);
        Assert.Contains("take 35 mm", DriveOrder.Solve(request).Impossible[0].Because, StringComparison.Ordinal);
        Assert.Empty(DriveOrder.Solve(request with { Tool = rod with { ReachMm = 457 } }).Impossible);
        Assert.Contains(
            "no other opening",
            DriveOrder.Solve(Even(1, DriveOrder.DriveSchool.FarEndFirst)).Impossible.Single().Because,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Every_order_can_be_driven_and_none_fits_more() =>
        Gen.Select(Gen.Int[1, 5], Gen.Double[48, 52].Array[5], Gen.Double[60, 500], Gen.Bool, Gen.Bool, Gen.Double[0, 90])
            .Sample(
                (n, sizes, reach, rear, nearer, gap) =>
                {
                    var request = new DriveOrder.Request(
                        [
                            .. Enumerable
                                .Range(0, n)
                                .Select(i => new DriveOrder.Bore($"{i}", i * (22 + gap), 22, sizes[i], sizes[i] + 0.09, sizes[i] - 3, 20)),
                        ],
                        new(true, rear),
                        new(DriveOrder.DriverKind.Expanding, reach, 40, 50.5, 30, 30),
                        nearer ? DriveOrder.DriveSchool.NearerEnd : DriveOrder.DriveSchool.FarEndFirst
                    );
                    var found = DriveOrder.Solve(request);
                    Assert.Equal(n, found.Order.Count + found.Impossible.Count);
                    Assert.Equal(found.Order.Count, found.Order.Select(o => o.Id).Distinct().Count());
                    Assert.All(found.Alternatives, a => Assert.True(a.Count <= found.Order.Count));
                }
            );

    [Theory]
    [InlineData(0.8, 0, 0, "free")]
    [InlineData(2.5, 0, 0, "even-drag")]
    [InlineData(1, 0.5, 0, "hitch")]
    [InlineData(1, 0, 0.4, "lobes")]
    public void A_cam_that_turns_stiffly_says_how(double mean, double once, double twice, string finding)
    {
        var found = TurningDrag.Solve(
            new(
                [
                    .. Enumerable
                        .Range(0, 8)
                        .Select(i => new TurningDrag.TurningTorque(
                            45 * i,
                            mean
                                + (once * Math.Cos((45 * i * Math.PI / 180) - 1))
                                + (twice * Math.Cos(2 * ((45 * i * Math.PI / 180) - 0.5)))
                        )),
                ],
                LimitNm: 2
            )
        );
        Assert.Equal(finding, System.Text.Json.JsonSerializer.Serialize(found.Finding).Trim('"'));
        Assert.Equal((once, twice, mean), (Math.Round(found.OnceNm, 9), Math.Round(found.TwiceNm, 9), Math.Round(found.MeanNm, 9)));
        Assert.Equal(
            finding == "free" ? Verdict.Go
                : finding == "even-drag" ? Verdict.Stop
                : Verdict.Decide,
            found.Call!.Verdict
        );
    }

    private static TurningDrag.Answer Turned(double at90, double? limit = null, double resolution = 0.05) =>
        TurningDrag.Solve(
            new(
                [.. Enumerable.Range(0, 8).Select(i => new TurningDrag.TurningTorque(45 * i, i == 2 ? at90 : 1))],
                LimitNm: limit,
                ResolutionNm: resolution
            )
        );

    [Theory]
    [InlineData(1.4, TurningDrag.Finding.Free, null)]
    [InlineData(1.5, TurningDrag.Finding.Free, null)]
    [InlineData(1.6, TurningDrag.Finding.Spot, Verdict.Decide)]
    [InlineData(2, TurningDrag.Finding.Spot, Verdict.Stop)]
    [InlineData(3, TurningDrag.Finding.Spot, Verdict.Stop)]
    public void One_tight_place_is_told_apart_from_what_comes_round_and_at_double_torque_never_a_go(
        double nm,
        TurningDrag.Finding finding,
        Verdict? verdict
    )
    {
        var drag = Turned(nm);
        Assert.Equal((finding, verdict), (drag.Finding, drag.Call?.Verdict));
        Assert.Equal(finding == TurningDrag.Finding.Spot ? 90 : null, drag.SpotDeg);
        Assert.True(Turned(nm, limit: 5).Call!.Verdict >= (verdict ?? Verdict.Go));
        // What the wrench can't tell apart is nothing.
        Assert.Equal(TurningDrag.Finding.Free, Turned(nm, resolution: 5).Finding);
    }
}
