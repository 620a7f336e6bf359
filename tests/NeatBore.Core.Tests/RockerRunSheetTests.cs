using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

public class RockerRunSheetTests
{
    private static readonly TaskRef s_rockers = new("rocker-trunnions", "rockers");

    private static Workbench Bench(string places = "1-12") =>
        new Workbench(Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json"), s_rockers).Begin().TakeAll("set", "TK-16", places);

    private static Workbench Stacked() => Bench().Pick("stack-out", "press", "vt-1").TakeAll("stack-out").TakeAll("stack-in");

    /// <summary>One rocker to its end; its bore and the force that pressed it in say how worn its body is.</summary>
    private static Workbench Rocker(Workbench bench, int n, string bore = "22.001", string force = "1400 N")
    {
        bench.Item = $"rocker-{n}";
        // What came out of it was counted, though its body was changed.
        return (bench.Step("out").Passed ? bench : bench.TakeAll("out", "whole"))
            .Take("body", "bore-0", bore)
            .Take("body", "bush-0", "22.026")
            .Take("first", "peak", force)
            .Pick("trunnion", "turns", "freely")
            .Take("second", "peak", force)
            .Pick("clips", "both", "seated")
            .Pick("clips", "turns", "freely")
            .TakeAll("float", "0.25");
    }

    /// <summary>One rocker with nothing read but its float: all the rest is seen and felt.</summary>
    private static Workbench Felt(Workbench bench, int n, string feel = "as-others")
    {
        bench.Item = $"rocker-{n}";
        return bench
            .TakeAll("out", "whole")
            .Pick("first", "feel", feel)
            .Pick("trunnion", "turns", "freely")
            .Pick("second", "feel", "as-others")
            .Pick("clips", "both", "seated")
            .Pick("clips", "turns", "freely")
            .TakeAll("float", "0.25");
    }

    private static int Asked(Workbench bench, int n) =>
        bench.Task.Steps.Where(s => s.Ref.Item == $"rocker-{n}").SelectMany(s => s.Rounds[^1].Slots).Count(s => s.Slot.Required);

    private static Workbench Rockers(Workbench bench, int from, int to)
    {
        for (var n = from; n <= to; n++)
        {
            Rocker(bench, n, force: $"{1400 + (10 * (n % 4))} N");
        }

        return bench;
    }

    [Theory]
    [InlineData("1-6, 8-12", "Find rocker 7 before you begin.")]
    [InlineData("1-12, 3", "Look at the marks: two rockers say 3.")]
    [InlineData("1-13", "Look at the marks: there is no place 13.")]
    [InlineData("all", "Type the places again, such as 1-12, or 1-6, 8-12.")]
    public void A_set_that_is_not_whole_does_not_begin(string typed, string says)
    {
        var bench = Bench(typed);
        Assert.Equal((says, Verdict.LookAgain), (bench.Says("set"), bench.Step("set").Now.Call!.Verdict));
        Assert.NotNull(bench.Step("stack-out").BlockedBy);
    }

    [Fact]
    public void A_sheet_with_a_hole_in_its_set_says_which()
    {
        var rockers = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json").Rockers!;
        Assert.Null(rockers.Fault());
        Assert.StartsWith(
            "rocker 7 is there twice",
            (rockers with { Places = [.. rockers.Places.Select(p => p.Number == 8 ? p with { Number = 7 } : p)] }).Fault(),
            StringComparison.Ordinal
        );
        Assert.StartsWith(
            "rocker 8 is missing",
            (rockers with { Places = [.. rockers.Places.Select(p => p.Number == 8 ? p with { Number = 13 } : p)] }).Fault(),
            StringComparison.Ordinal
        );
        Assert.StartsWith("a set has 8 to 32", (rockers with { Places = [.. rockers.Places.Take(7)] }).Fault(), StringComparison.Ordinal);
    }

    [Fact]
    public void The_stack_comes_from_the_crib()
    {
        var bench = Stacked();
        Assert.Equal(("sl-4", "ba-5"), bench.Step("stack-out").Now.Answer is PressSupport.Answer o ? (o.Support, o.Pusher) : default);
        Assert.Equal(("sl-4", "sl-3"), bench.Step("stack-in").Now.Answer is PressSupport.Answer i ? (i.Support, i.Pusher) : default);
    }

    [Fact]
    public void One_rocker_goes_from_needles_to_clips()
    {
        var bench = Rocker(Stacked(), 5);
        Assert.All(bench.Task.Steps.Where(s => s.Ref.Item == "rocker-5"), s => Assert.True(s.Passed, s.Title));
        Assert.Equal("1 of 12 done. Go on with the next rocker.", bench.Says("tray"));
        // The others are open, whatever their order.
        bench.Item = "rocker-1";
        Assert.Null(bench.Step("out").BlockedBy);
    }

    [Fact]
    public void Needles_that_are_missing_stop_that_rocker_and_no_other()
    {
        var bench = Stacked();
        bench.Item = "rocker-2";
        bench.Pick("out", "came", "caged").Pick("out", "clips", "none");
        var count = bench.Step("out");
        Assert.All(
            ["31.5", "-1"],
            typed =>
                Assert.Equal(
                    ["must be a whole number from 0: it is a count"],
                    bench.Refused((id, at) => new TakeReading(id, at, new SlotRef(count.Ref, 1, "needles"), typed))["typed"]
                )
        );
        bench.TakeAll("out", "not", "32");
        Assert.Equal("Find 2 needles: in the head, the valley, the sump. They go through the engine.", bench.Says("out"));
        Assert.NotNull(bench.Step("body").BlockedBy);
        Assert.Equal(("out", "rocker-2"), (bench.Task.Next!.Step, bench.Task.Next.Item));
        Rocker(bench, 3);
        Assert.True(bench.Step("clips").Passed);
    }

    [Fact]
    public void A_clip_before_the_trunnion_is_refused()
    {
        var bench = Stacked();
        bench.Item = "rocker-1";
        var at = bench.Step("clips");
        var refused = bench.Refused((id, when) => new TakeReading(id, when, new SlotRef(at.Ref, 1, "both"), "seated"));
        Assert.Contains("not open yet", refused["step"][0], StringComparison.Ordinal);
    }

    [Fact]
    public void A_clip_that_will_not_turn_is_seated_and_turned_again()
    {
        var bench = Rocker(Stacked(), 1).Again("clips").Pick("clips", "both", "stiff");
        Assert.Equal(
            (Verdict.LookAgain, "Seat it: press it home all round, then turn it again."),
            (bench.Step("clips").Now.Call!.Verdict, bench.Says("clips"))
        );
        bench.Again("clips").Pick("clips", "both", "seated").Pick("clips", "turns", "freely");
        Assert.True(bench.Step("clips").Passed);
        Assert.Equal(3, bench.Step("clips").Rounds.Count);
    }

    [Theory]
    [InlineData("bushes")]
    [InlineData("caged")]
    [InlineData("races")]
    public void One_needle_short_is_a_stop_whatever_else_was_picked(string came)
    {
        var bench = Stacked();
        bench.Item = "rocker-2";
        bench.Pick("out", "came", came).Take("out", "needles", "33");
        Assert.Equal((Verdict.Stop, false), (bench.Step("out").Now.Call!.Verdict, bench.Step("out").Passed));
        bench.Item = "rocker-3";
        bench.Pick("out", "came", came).Pick("out", "whole", "whole");
        Assert.Equal((Verdict.Go, true), (bench.Step("out").Now.Call!.Verdict, bench.Step("out").Passed));
    }

    [Fact]
    public void A_press_force_that_never_rises_is_not_home()
    {
        var bench = Stacked();
        bench.Item = "rocker-1";
        bench
            .TakeAll("out", "whole")
            .TakeAll("body", "22.001", "22.026")
            .Record("first", "trace", Enumerable.Range(0, 200).Select(i => (i * 7.5 / 199, 150 + (1200 * i / 199.0))));
        Assert.Equal(
            (Verdict.Stop, "Not home: the force never rose. Look what the pusher is on, then press again."),
            (bench.Step("first").Now.Call!.Verdict, bench.Says("first"))
        );
    }

    [Fact]
    public void A_bush_that_closed_up_is_reamed_by_so_much()
    {
        var bench = Stacked();
        bench.Item = "rocker-1";
        bench.TakeAll("out", "whole").TakeAll("body", "22.001", "22.026").Take("first", "peak", "1400 N");
        // By its fit it closed up: that is where the inside is looked for.
        Assert.InRange(bench.Step("trunnion").Rounds[^1].Slots.Single(s => s.Slot.Key == "inside-0").Slot.Expected!.Value, 16.01, 16.022);
        bench.Take("trunnion", "inside-0", "15.990").Take("trunnion", "trunnion", "15.985");
        Assert.Equal(
            (Verdict.LookAgain, "Ream or hone 0.025 mm out, to 16.015 mm. Wipe it out and measure again."),
            (bench.Step("trunnion").Now.Call!.Verdict, bench.Says("trunnion"))
        );
        bench.Again("trunnion").Pick("trunnion", "turns", "freely");
        Assert.Equal("It turns freely in the first side; its inside was not measured.", bench.Step("trunnion").Now.Call!.Because);
    }

    [Fact]
    public void A_worn_body_shows_against_its_set_and_goes_with_another()
    {
        var bench = Rockers(Stacked(), 1, 6);
        // Still inside its fit, and its force inside what that explains: only the set tells.
        bench.Item = "rocker-7";
        bench.TakeAll("out", "whole").Take("body", "bore-0", "22.012").Take("body", "bush-0", "22.026").Take("first", "peak", "620 N");
        Assert.Equal(
            (Verdict.Stop, "Press it out: this body is worn. Fit another body and begin it again."),
            (bench.Step("first").Now.Call!.Verdict, bench.Says("first"))
        );

        bench.Again("body");
        // What was read of the worn body does not stand for the next.
        Assert.Equal((2, 2), (bench.Step("body").Round, bench.Step("first").Round));
        Rocker(Rockers(bench, 8, 12), 7);
        Assert.True(bench.Step("tray").Passed);
        Assert.Equal("All 12 are alike. Wash them, then back to their places.", bench.Says("tray"));
    }

    [Fact]
    public void One_that_was_let_go_early_is_found_by_the_tray()
    {
        var bench = Rocker(Stacked(), 1, "22.012", "620 N");
        Assert.True(bench.Step("clips").Passed);
        Rockers(bench, 2, 12);
        Assert.Equal(Verdict.Stop, bench.Step("tray").Now.Call!.Verdict);
        Assert.StartsWith("Rocker 1 went in easier than its set: its body is worn.", bench.Says("tray"), StringComparison.Ordinal);
        Assert.Equal(
            ["rocker 1, press force, first side", "rocker 1, press force, second side", "rocker 1, bore over its size"],
            bench
                .Step("tray")
                .Now.Call!.Checks.Select(k => k.Name)
                .Order(StringComparer.Ordinal)
                .OrderBy(n => n.Contains("bore", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void What_is_half_done_at_the_end_of_a_shift_is_plain()
    {
        var bench = Rocker(Stacked(), 1);
        bench.Item = "rocker-4";
        bench.TakeAll("out", "whole").TakeAll("body", "22.001", "22.026");
        Assert.Equal("1 of 12 done. Rocker 4 is half done: next, first side flush.", bench.Says("tray"));
        Assert.Equal(("first", "rocker-4"), (bench.Task.Next!.Step, bench.Task.Next.Item));
        Assert.Equal("Rocker trunnions, rocker 4: first side flush", bench.State.AtStep);
    }

    [Fact]
    public void New_needles_are_all_there_before_the_second_side_hides_them()
    {
        var bench = Bench().Choose("kit", "needles").Pick("stack-out", "press", "vt-1").TakeAll("stack-out").TakeAll("stack-in");
        bench.Item = "rocker-1";
        bench.Pick("out", "came", "races").TakeAll("out", "whole").TakeAll("body", "22.000", "22.018").Pick("first", "feel", "as-others");
        Assert.Contains("retainer off over it or a mandrel", bench.Says("trunnion"), StringComparison.Ordinal);
        Assert.Equal(["turns"], bench.Step("trunnion").Rounds[^1].Slots.Select(s => s.Slot.Key));
        Assert.Equal(Verdict.LookAgain, bench.Pick("trunnion", "turns", "not").Step("trunnion").Now.Call!.Verdict);
        Assert.NotNull(bench.Step("second").BlockedBy);
    }

    [Fact]
    public void Nine_are_asked_of_each_and_seven_once_six_were_measured_and_alike()
    {
        var bench = Stacked();
        Assert.Equal(9, Asked(bench, 1));
        Rockers(bench, 1, 5);
        Assert.Equal(9, Asked(bench, 7));
        Rockers(bench, 6, 6);
        Assert.Equal(7, Asked(bench, 7));
        bench = Felt(bench, 7);
        Assert.Equal("Not measured: those measured before it are alike.", bench.Step("body").Now.Call!.Because);
        Assert.True(bench.Step("float").Passed);
        // What is felt is expected where the six were: its force is read against theirs.
        bench.Item = "rocker-8";
        bench.TakeAll("out", "whole").Take("first", "peak", "620 N");
        Assert.Equal(
            (Verdict.Stop, "Press it out: this body is worn. Fit another body and begin it again."),
            (bench.Step("first").Now.Call!.Verdict, bench.Says("first"))
        );
    }

    [Fact]
    public void Six_that_are_not_alike_say_nothing_of_the_seventh()
    {
        var bench = Rockers(Stacked(), 1, 5);
        // Still a go by itself, and unlike the five.
        bench.Item = "rocker-6";
        bench.TakeAll("out", "whole").TakeAll("body", "22.012", "22.026");
        Assert.Equal(Verdict.Go, bench.Step("body").Now.Call!.Verdict);
        Assert.Equal(9, Asked(bench, 7));
        bench.Item = "rocker-7";
        bench.TakeAll("out", "whole");
        Assert.Null(bench.Step("body").Now.Call);
    }

    [Fact]
    public void Six_measured_after_a_side_was_pressed_change_nothing_of_it()
    {
        var bench = Rockers(Stacked(), 1, 5);
        bench.Item = "rocker-7";
        bench.TakeAll("out", "whole").TakeAll("body", "22.001", "22.026").Take("first", "peak", "1400 N");
        var was = bench.Step("first").Now;
        Rockers(bench, 6, 6);
        bench.Item = "rocker-7";
        Assert.Equal(2, bench.Step("body").Rounds[^1].Slots.Count(s => s.Slot.Required));
        Assert.Equal(was.Call!.Because, bench.Step("first").Now.Call!.Because);
    }

    [Fact]
    public void How_a_side_lies_is_judged_beside_the_force_that_pressed_it()
    {
        Judgement At(string depth)
        {
            var bench = Stacked();
            bench.Item = "rocker-7";
            bench.TakeAll("out", "whole").TakeAll("body", "22.001", "22.026").Take("first", "peak", "1400 N");
            return bench.Take("first", "flush", depth).Step("first").Now;
        }

        var flush = At("0.00").Call!;
        Assert.Equal(Verdict.Go, flush.Verdict);
        Assert.True(flush.Checks.Count > 1, "its force and how it lies");
        Assert.Equal("depth", flush.Checks[^1].Name);
        Assert.Equal("It stands proud: press it 0.40 mm on.", Wording.Write(At("-0.40").Do));
        Assert.StartsWith("Too deep by 0.40 mm", Wording.Write(At("0.40").Do), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("easier", Verdict.Decide)]
    [InlineData("harder", Verdict.LookAgain)]
    [InlineData("as-others", Verdict.Go)]
    public void A_force_that_is_felt_says_as_much_as_a_hand_can(string feel, Verdict verdict)
    {
        var bench = Rockers(Stacked(), 1, 6);
        bench.Item = "rocker-9";
        bench.TakeAll("out", "whole").Pick("first", "feel", feel);
        Assert.Equal((verdict, verdict == Verdict.Go), (bench.Step("first").Now.Call!.Verdict, bench.Step("first").Passed));
        Assert.Equal(verdict != Verdict.Go, bench.Step("trunnion").BlockedBy is not null);
    }

    [Fact]
    public void Too_little_float_is_pressed_on_and_all_after_it_done_again()
    {
        var bench = Rocker(Stacked(), 2);
        bench.Again("float").TakeAll("float", "0.02");
        Assert.Equal("Clips off. Press the second side 0.23 mm deeper, by hundredths; clips, and gauge it again.", bench.Says("float"));
        bench.Again("float");
        Assert.Equal(("second", "rocker-2"), (bench.Task.Next!.Step, bench.Task.Next.Item));
        Assert.All((string[])["second", "clips"], step => Assert.All(bench.Step(step).Rounds[^1].Slots, s => Assert.Null(s.Live)));
    }

    [Theory]
    [InlineData(null, "0.80", "It can’t come back. Where a spacer sets the float, fit one of 0.55 mm; else press it out, new bush.")]
    [InlineData("0.50", "0.80", "Fit a spacer of 1.05 mm instead of 0.50 mm, then again.")]
    [InlineData("0.50", "0.02", "Fit a spacer of 0.27 mm instead of 0.50 mm, then again.")]
    [InlineData("0.10", "0.02", "Clips off. Press the second side 0.23 mm deeper, by hundredths; clips, and gauge it again.")]
    public void A_spacer_sets_a_float_that_pressing_can_not(string? spacer, string found, string says)
    {
        var bench = Felt(Rockers(Stacked(), 1, 6), 7);
        bench.Again("float");
        bench = spacer is null ? bench : bench.Take("float", "spacer", spacer);
        Assert.Equal(says, bench.Take("float", "float", found).Says("float"));
        Assert.Equal(Verdict.Stop, bench.Step("float").Now.Call!.Verdict);
    }

    [Fact]
    public void A_support_is_taller_than_all_that_comes_out()
    {
        var shop = Workbench.Demo<Shop>("shop.json");
        // Taller than both bushes, but not than the trunnion.
        shop = shop with
        {
            Crib = [.. shop.Crib.Select(t => t.Id == "sl-4" ? t with { LengthMm = 32 } : t)],
        };
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json"), s_rockers, shop).Begin();
        bench.TakeAll("set", "TK-16", "1-12").Pick("stack-out", "press", "vt-1").TakeAll("stack-out");
        Assert.Equal(Verdict.Stop, bench.Step("stack-out").Now.Call!.Verdict);
    }

    [Fact]
    public void A_bush_that_broke_is_looked_for()
    {
        var bench = Stacked();
        bench.Item = "rocker-4";
        bench.Pick("out", "came", "bushes").Pick("out", "whole", "not");
        Assert.Equal((Verdict.LookAgain, false), (bench.Step("out").Now.Call!.Verdict, bench.Step("out").Passed));
        // One needle too many was counted twice, or belongs to another.
        bench.Item = "rocker-5";
        bench.Take("out", "needles", "35");
        Assert.Equal("Count them again: there are more than one rocker holds.", bench.Says("out"));
    }
}
