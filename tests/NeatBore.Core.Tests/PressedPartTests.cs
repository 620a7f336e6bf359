using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

public class PressedPartTests
{
    private static Workbench On(string sheet, string kind, string item = "")
    {
        var demo = Workbench.Demo<EngineSheet>($"sheets/{sheet}.json");
        // A spigot bearing is pressed by this run sheet only where its place in the crank is not on the sheet.
        demo = kind == "pressed-spigot" ? demo with { Spigot = null } : demo;
        return new Workbench(demo, new TaskRef(kind, "pressed")) { Item = item }.Begin();
    }

    /// <summary>Four rods, each with its fit measured.</summary>
    private static Workbench Pins(string front = "1-4", string rear = "none")
    {
        var bench = On("four-1.8.v1", "shrunk-pin", "1").TakeAll("facing", front, rear);
        for (var n = 1; bench.Step("facing").Passed && n <= 4; n++)
        {
            bench.Item = $"{n}";
            bench.TakeAll("sizes", "20.000", "20.001", "19.972", n == 3 ? "19.970" : "19.973", "20");
        }

        bench.Item = "1";
        return bench;
    }

    private static Workbench Pin() =>
        On("four-1.8.v1", "shrunk-pin", "1")
            .Choose("which", "1")
            .TakeAll("facing")
            .TakeAll("sizes", "20.000", "20.001", "19.972", "19.973", "20");

    private static Workbench Warm() =>
        Pins().TakeAll("way", "18").Take("heat", "frozen").Take("heat", "oven").Take("heat", "half").Take("heat", "outer", "262");

    [Fact]
    public void Which_way_round_is_asked_before_the_heat()
    {
        var bench = On("four-1.8.v1", "shrunk-pin", "1");
        Assert.Equal(
            [
                "Piston’s mark to the front, each of them",
                "Rod’s number to the camshaft side, each of them",
                "Eye’s chamfer to the pin’s entry side, each of them",
                "Number or oil hole to the front, such as 1-2",
                "and to the rear, or none",
            ],
            bench.Step("facing").Rounds[^1].Slots.Select(s => s.Slot.Label)
        );
        Assert.All(new[] { "sizes", "way" }, s => Assert.NotNull(bench.Step(s).BlockedBy));
        // One alone is asked its rules, and no list.
        Assert.Equal(3, bench.Choose("which", "3").Step("facing").Rounds[^1].Slots.Count);
        bench.Item = "3";
        Assert.Equal(["3"], bench.Task.Steps.Where(s => s.Ref.Step == "sizes").Select(s => s.Ref.Item));
    }

    [Theory]
    [InlineData("1-4", "none", "All 4 face the front.")]
    [InlineData("1, 2", "3-4", "1 and 2 to the front, 3 and 4 to the rear.")]
    [InlineData("1-3", "3-4", "Rod 3 is named facing both ways.")]
    [InlineData("1-2", "4", "Rod 3 is in neither list.")]
    [InlineData("1-2", "3-5", "This engine has rods 1 to 4; 5 is none of them.")]
    [InlineData("1-2, 2", "3-4", "Rod 2 is there twice.")]
    [InlineData("all", "none", "The rods can’t be read as numbers.")]
    public void A_rod_faces_one_way_and_no_other(string front, string rear, string says)
    {
        var bench = On("four-1.8.v1", "shrunk-pin", "1").TakeAll("facing", front, rear);
        Assert.Equal(says, bench.Step("facing").Now.Call!.Because);
        Assert.Equal(rear == "none" ? front == "1-4" : front == "1, 2", bench.Step("facing").Passed);
    }

    [Fact]
    public void Pins_are_soaked_twice_together_then_each_is_counted_down()
    {
        var bench = Pins().TakeAll("way", "18");
        Assert.Equal(Verdict.Go, bench.Step("way").Now.Call!.Verdict);
        Assert.Equal(StepStatus.LeftOut, bench.Step("press").Status);
        // What will do for the tightest will do for all.
        var plan = Assert.IsType<ThermalFit.Answer>(bench.Step("way").Now.Answer);
        Assert.InRange(plan.HubTemperatureC, 245, 270);

        bench.Take("heat", "frozen").Take("heat", "oven");
        // Three time constants of the eye in still air: 0.28 kg, 480 J/(kg·°C), 12 W/(m²·°C), 0.02 m².
        var soak = 3 * 0.28 * 480 / (12 * 0.02);
        Assert.Equal(
            soak,
            (
                bench.State.Waits.Single().At - bench.Step("heat").Rounds[^1].Slots.Single(s => s.Slot.Key == "oven").Live!.DoneAt
            ).TotalSeconds,
            3
        );
        bench.Take("heat", "half").Take("heat", "outer", "262");
        Assert.StartsWith("4 in the queue: at most ", bench.Step("heat").Now.Call!.Because, StringComparison.Ordinal);
        bench.Take("in", "out").Take("in", "started");
        var wait = bench.State.Waits.Single();
        Assert.True(wait.IsDeadline);
        Assert.Equal(
            Assert.IsType<ThermalFit.Answer>(bench.Step("in").Now.Answer).GripSeconds!.Value,
            (wait.At - bench.Step("in").Rounds[^1].Slots.Single(s => s.Slot.Key == "started").Live!.DoneAt).TotalSeconds,
            0.2
        );
        Assert.Equal("Hold it until it grips. Next: Rod 2.", bench.Pick("in", "went", "home").Says("in"));
        bench.Item = "2";
        Assert.Equal("Hold it until it grips. Next: Rod 3.", bench.TakeAll("in", "pressed").Says("in"));
        Assert.Contains("pressed on a little while it was hot", bench.Step("in").Now.Call!.Because, StringComparison.Ordinal);
        bench.TakeAll("home", "18.02", "freely");
        Assert.True(bench.Step("home").Passed);
    }

    [Fact]
    public void One_that_grabs_is_not_hit_and_holds_up_no_other()
    {
        var bench = Warm().TakeAll("in", "home");
        // The heat waits for no gauge: the next rod comes before where the first lies.
        Assert.Equal(("in", "2"), (bench.Task.Next!.Step, bench.Task.Next.Item));
        bench.Item = "2";
        bench.TakeAll("in", "grabbed");
        Assert.Equal(("in", "3"), (bench.Task.Next!.Step, bench.Task.Next.Item));
        Assert.Equal(
            (Verdict.Stop, "Don’t hit it. The others first; then press it out cold over a support, measure both again."),
            (bench.Step("in").Now.Call!.Verdict, bench.Says("in"))
        );
        foreach (var n in (string[])["3", "4"])
        {
            bench.Item = n;
            Assert.Equal(Verdict.Go, bench.TakeAll("in", "home").Step("in").Now.Call!.Verdict);
        }

        Assert.Null(bench.Step("home").BlockedBy);
        bench.Item = "2";
        Assert.Equal(("in", "2"), (bench.Task.Next!.Step, bench.Task.Next.Item));
        Assert.NotNull(bench.Step("home").BlockedBy);
        // It is warmed once more by itself, and its eye probed.
        bench.Again("sizes").TakeAll("sizes", "20.000", "20.001", "19.972", "19.973", "20");
        Assert.Equal("outer", bench.Step("in").Rounds[^1].Slots[0].Slot.Key);
        Assert.Equal(Verdict.LookAgain, bench.Take("in", "outer", "200").Step("in").Now.Call!.Verdict);
        bench.Again("in").TakeAll("in", "262", "home");
        Assert.True(bench.Step("in").Passed);
    }

    [Theory]
    [InlineData("oven", "back in the oven")]
    [InlineData("plate", "back to the heat")]
    [InlineData("torch", "back to the heat")]
    public void An_eye_that_is_not_warm_right_through_goes_back(string by, string where)
    {
        var bench = Pins().Choose("heated-by", by).TakeAll("way", "18");
        bench.Take("heat", "frozen").Take("heat", "oven").Take("heat", "half").Take("heat", "outer", "231");
        Assert.Equal(
            (Verdict.LookAgain, $"Not soaked through: {where}, then probe it again."),
            (bench.Step("heat").Now.Call!.Verdict, bench.Says("heat"))
        );
    }

    [Fact]
    public void Cold_it_is_pressed_on_a_stack_and_by_its_force()
    {
        var bench = Pin().Choose("way", "cold").TakeAll("way").Pick("stack", "press", "hp-h").TakeAll("stack");
        Assert.Equal("Support socket 21.5 bore below, Press bar 18, short above. Start it by hand, square.", bench.Says("stack"));
        bench.TakeAll("press", "9.5 kN");
        Assert.Equal(Verdict.Go, bench.Step("press").Now.Call!.Verdict);
        Assert.Equal(StepStatus.LeftOut, bench.Step("heat").Status);
    }

    [Theory]
    [InlineData("4 kN", Verdict.Decide)]
    [InlineData("9 kN", Verdict.Go)]
    [InlineData("16 kN", Verdict.Stop)]
    public void A_force_that_the_fit_does_not_explain_is_said(string force, Verdict verdict)
    {
        var bench = Pin().Choose("way", "cold").TakeAll("way").Pick("stack", "press", "hp-h").TakeAll("stack").TakeAll("press", force);
        Assert.Equal(verdict, bench.Step("press").Now.Call!.Verdict);
    }

    [Fact]
    public void A_bush_is_reamed_after_it_was_pressed()
    {
        var bench = On("straight-six-2.7.v1", "pressed-bush", "2")
            .TakeAll("facing")
            .TakeAll("sizes", "26.045", "26.046", "26.000", "26.001", "20")
            .TakeAll("way")
            .Pick("stack", "press", "hp-h")
            .TakeAll("stack")
            .TakeAll("press", "5 kN")
            .TakeAll("home", "0.02");
        Assert.True(bench.Step("home").Passed);
        bench.TakeAll("inside", "22.001", "22.002");
        Assert.Equal(
            (Verdict.LookAgain, "Ream or hone 0.016 mm out, to 22.018 mm. Wipe it out and measure again."),
            (bench.Step("inside").Now.Call!.Verdict, bench.Says("inside"))
        );
    }

    [Theory]
    [InlineData("pressed-gear", "40.030", "40.000")]
    [InlineData("pressed-race", "40.030", "40.010")]
    [InlineData("pressed-spigot", "32.018", "32.003")]
    public void Each_kind_has_its_run_sheet(string kind, string inner, string outer)
    {
        var bench = On("straight-six-2.7.v1", kind).TakeAll("facing").TakeAll("sizes", inner, inner, outer, outer, "20");
        Assert.True(bench.Step("sizes").Passed);
        bench.TakeAll("way", "18");
        Assert.True(bench.Step("way").Passed, bench.Says("way"));
        Assert.Equal(StepStatus.LeftOut, bench.Step("stack").Status);
    }

    [Fact]
    public void Chilled_alone_its_seconds_are_those_of_a_cold_bearing_in_a_crank_as_it_is()
    {
        var sheet = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var colder = sheet with
        {
            Spigot = null,
            Pressed =
            [
                .. sheet.Pressed!.Select(p =>
                    p.Kind == PressedKind.Spigot ? p with { Heat = p.Heat! with { FreezerC = -78, SlideSeconds = 0.5 } } : p
                ),
            ],
        };
        var bench = new Workbench(colder, new TaskRef("pressed-spigot", "pressed"))
            .Begin()
            .TakeAll("facing")
            .TakeAll("sizes", "32.018", "32.018", "32.003", "32.003", "20")
            .TakeAll("way", "18");
        var answer = Assert.IsType<ThermalFit.Answer>(bench.Step("way").Now.Answer);
        Assert.Equal((18, -78), (Math.Round(answer.Gripping[0].HubC), Math.Round(answer.Gripping[0].ShaftC)));
        // 0.015 mm of interference, 32 mm, 96 °C of cold at 11.5e-6: 0.0201 mm clear at the start, with the crank 2 °C cold itself.
        Assert.Equal(0.0201, answer.Gripping[0].ClearanceMm, 0.001);
        Assert.StartsWith("Bearing to −78 °C: it slides in.", bench.Says("way"), StringComparison.Ordinal);
        Assert.Equal(StepStatus.LeftOut, bench.Step("press").Status);
        Assert.DoesNotContain(bench.Step("heat").Rounds[^1].Slots, x => x.Slot.Key == "oven");
    }

    [Fact]
    public void What_fits_nothing_in_the_crib_says_what_to_make()
    {
        var sheet = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var narrow = sheet with
        {
            Pressed =
            [
                .. sheet.Pressed!.Select(p => p.Kind == PressedKind.Bush ? p with { Outer = p.Outer with { LandOuterMm = 34 } } : p),
            ],
        };
        var bench = new Workbench(narrow, new TaskRef("pressed-bush", "pressed")) { Item = "1" }
            .Begin()
            .TakeAll("facing")
            .TakeAll("sizes", "26.045", "26.046", "26.000", "26.001", "20")
            .TakeAll("way")
            .Pick("stack", "press", "hp-h")
            .TakeAll("stack");
        Assert.Equal(Verdict.Stop, bench.Step("stack").Now.Call!.Verdict);
        Assert.StartsWith(
            "Make a support with a hole of 27 mm or more, outside up to 34 mm",
            bench.Says("stack"),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_bush_closes_up_as_a_thick_ring_integrated_in_thin_ones_does()
    {
        // Many thin rings, each pressed by the one outside it: displacement of the inside by summing strain, Lamé's stresses step by step.
        var (p, outer, inner, e) = (21.5, 22.0, 16.0, new Material(105, 0.34, 260, 1.8e-5));
        var (a, b) = (inner / 2, outer / 2);
        // u(r) from equilibrium: d/dr(1/r · d(r·u)/dr) = 0, σr(a) = 0, σr(b) = −p; solved by finite differences.
        const int n = 4000;
        var h = (b - a) / n;
        double Shoot(double strain)
        {
            var (u, slope) = (strain * a, -e.Poisson * strain);
            for (var i = 0; i < n; i++)
            {
                var r = a + (i * h);
                double Bend(double rr, double uu, double ss) => (uu / (rr * rr)) - (ss / rr);
                var k1 = Bend(r, u, slope);
                var (um, sm) = (u + (slope * h / 2), slope + (k1 * h / 2));
                var k2 = Bend(r + (h / 2), um, sm);
                u += sm * h;
                slope += k2 * h;
            }

            return e.YoungGpa * 1e3 / (1 - (e.Poisson * e.Poisson)) * (slope + (e.Poisson * u / b));
        }

        // σr at the outside goes with the strain at the inside, so one shot gives it.
        var strain = -p / Shoot(1);
        Assert.Equal(-2 * strain * a, PressedFit.ClosesUpMm(p, outer, inner, e), 6);
    }
}

public class FastenerBoardTests
{
    private static IReadOnlyList<FastenerGroup> Board(Workbench bench) =>
        FastenerBoard.Of(bench.State, ProcedureBook.Default, bench.Build.SheetOf, bench.Sheet);

    [Fact]
    public void Before_anything_every_group_of_the_sheet_is_planned()
    {
        var board = Board(new Workbench(Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json")));
        Assert.Equal(
            ["Timing cover", "Balancer’s body", "Crank bolt", "Rear housing", "Flywheel"],
            board.Select(g => g.Name.Split(',')[0]).Distinct()
        );
        Assert.All(board, g => Assert.Equal((FastenerStanding.Planned, null), (g.Standing, g.Verdict)));
        Assert.All(board, g => Assert.All(g.Bolts, b => Assert.Equal(FastenerStanding.Planned, b.Standing)));
    }

    [Fact]
    public void What_a_step_tightens_and_what_its_places_name_are_the_same_bolts()
    {
        foreach (var known in Directory.EnumerateFiles(Repository.At("demo", "sheets")).Select(f => Workbench.Demo<EngineSheet>(f)))
        {
            foreach (var procedure in ProcedureBook.Default.Newest.Where(p => p.Places(known).Count > 0))
            {
                var sheet = procedure.Sees(Completion.Of(known, [], procedure.Wants).Sheet);
                var chosen = procedure.Choices.ToDictionary(c => c.Id, c => c.Options(sheet)[0].Id);
                foreach (var step in procedure.Steps)
                {
                    var context = new StepContext(step, "", new PlainView(sheet, chosen));
                    if (step.When(context).Because is null && step.Each(context) is [""])
                    {
                        Assert.Equal(
                            step.Fasteners(sheet).SelectMany(f => f.Bolts).Select(b => b.Id).Order(),
                            step.Slots(context).Select(s => s.Bolt?.Id).OfType<string>().Distinct().Order()
                        );
                    }
                }
            }
        }
    }

    [Fact]
    public void The_crank_bolt_is_done_when_it_was_judged_a_go()
    {
        var group = Board(new Workbench().Done()).Single(g => g.Name == "Crank bolt");
        Assert.Equal((FastenerStanding.Done, Verdict.Go), (group.Standing, group.Verdict));
    }

    [Fact]
    public void A_bolt_that_was_passed_over_is_missed_and_a_slack_one_is_not_right()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/v8-4.4.v1.json"), new TaskRef("balancer-on", "balancer")).Begin();
        bench.TakeAll("parts", "B", "new").TakeAll("pilot");
        var places = bench.Step("flange-bolts").Rounds[^1].Slots.Select(s => s.Slot).ToList();
        bench.Take("flange-bolts", places[0].Key, $"{places[0].Expected}").Take("flange-bolts", places[2].Key, $"{places[0].Expected}");
        var group = Board(bench).Single(g => g.Name == "Balancer’s flange");
        Assert.Equal(FastenerStanding.Missed, group.Standing);
        Assert.Equal(places[1].Bolt!.Id, group.Bolts.Single(b => b.Standing == FastenerStanding.Missed).Id);

        foreach (var place in places.Where(p => p != places[0] && p != places[2]))
        {
            bench.Take("flange-bolts", place.Key, place == places[3] ? $"{place.Expected * 0.6}" : $"{place.Expected}", confirmed: true);
        }

        group = Board(bench).Single(g => g.Name == "Balancer’s flange");
        Assert.Equal((FastenerStanding.Wrong, Verdict.Stop), (group.Standing, group.Verdict));
        Assert.Equal(places[3].Bolt!.Id, group.Bolts.Single(b => b.Standing == FastenerStanding.Wrong).Id);
    }
}
