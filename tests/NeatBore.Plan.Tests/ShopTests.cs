using NeatBore.Core.Day;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Plan.Shop;
using Xunit;
using static NeatBore.Plan.DayPlan;
using Planned = NeatBore.Plan.DayPlan.Planned;

namespace NeatBore.Plan.Tests;

/// <summary>A shop's plan: its hours by the clock on the wall, its things, each engine's crank, and what is said of it.</summary>
public class ShopTests
{
    private static readonly TimeZoneInfo s_zone = TimeZoneInfo.FindSystemTimeZoneById("Europe/London");

    // A Monday in June, eight in the morning by the shop's clock.
    private static readonly DateTimeOffset s_now = new(2026, 6, 1, 8, 0, 0, TimeSpan.FromHours(1));
    private static readonly Worker s_ines = new("ines", "Ines", WorkingWeek.Usual);
    private static readonly Worker s_tomas = new("tomas", "Tomas", WorkingWeek.Usual);
    private static readonly Thing s_oven = new("oven", "Oven", 1);
    private static readonly Thing s_press = new("press", "Press", 1);

    private static DayJob Job(string build, string id, int minutes) =>
        new($"{build}/{id}", new TaskRef(id, "cover"), $"Do {id}", "", minutes, new MinutesFrom(minutes, minutes, minutes, 0));

    private static ShopBuild Build(string number, DateOnly? due, params DayJob[] jobs) =>
        new(new Guid($"00000000-0000-0000-0000-000000000{number}"), number, "An engine", "", due, new BuildDay(jobs, [], null));

    private static ShopDay Shop(params ShopBuild[] builds) => new(s_now, s_zone, [s_ines, s_tomas], [s_oven, s_press], builds, [], []);

    private static ShopPlan Plan(ShopDay shop) => ShopPlan.Of(shop, cancel: TestContext.Current.CancellationToken);

    private static Block At(ShopPlan plan, string id) => plan.Blocks.Single(b => b.Id == id);

    private static IReadOnlyList<Planned> Agreed(ShopPlan plan) => [.. plan.Blocks.Select(b => new Planned(b.Id, b.StartAt, b.People))];

    [Theory]
    // The night on which an hour is left out, and the one on which it comes twice: the wall's clock shows 8:00 on both sides.
    [InlineData("2026-03-28", "2026-03-28T08:00:00+00:00", "2026-03-29T08:00:00+01:00")]
    [InlineData("2026-10-24", "2026-10-24T08:00:00+01:00", "2026-10-25T08:00:00+00:00")]
    public void Hours_are_what_the_clock_on_the_wall_shows(string day, string first, string second)
    {
        var week = new WorkingWeek([.. Enum.GetValues<Weekday>().Select(d => new WorkingDay(d, [new(new(8, 0), new(12, 0))]))], []);
        var hours = week.Hours(DateOnly.Parse(day, null), 2, s_zone).ToList();
        Assert.Equal([DateTimeOffset.Parse(first, null), DateTimeOffset.Parse(second, null)], hours.Select(h => h.From));
        Assert.Equal(DateTimeOffset.Parse(second, null).Offset, hours[1].From.Offset);
        Assert.All(hours, h => Assert.Equal(4, (h.To - h.From).TotalHours));
    }

    [Fact]
    public void A_night_shift_over_the_hour_that_is_left_out_is_an_hour_short()
    {
        var week = new WorkingWeek([new(Weekday.Sunday, [new(new(0, 30), new(4, 0))])], [new DateOnly(2026, 4, 5)]);
        var hours = week.Hours(new DateOnly(2026, 3, 29), 14, s_zone).ToList();
        Assert.Equal(2.5, (Assert.Single(hours).To - hours[0].From).TotalHours);
    }

    [Fact]
    public void What_comes_after_all_days_that_a_plan_reaches_over_holds_its_own_job_alone()
    {
        var late = Job("014", "cover", 60) with { NotBefore = new Hold(new(2027, 1, 30, 8, 0, 0, TimeSpan.Zero), "a seal") };
        var after = Job("014", "after", 30) with { After = [late.Id] };
        var forever = Job("016", "crank", 30) with { Crank = true };
        var resting = Build("016", null, forever) with
        {
            Day = new BuildDay([forever, Job("016", "free", 30)], [], new Hold(new(9999, 12, 31, 0, 0, 0, TimeSpan.Zero), "a lip")),
        };
        var clock = Job("017", "clock", 30) with { BeginBy = new(9999, 12, 31, 0, 0, 0, TimeSpan.Zero) };
        var plan = Plan(
            Shop(Build("014", null, late, after), resting, Build("017", null, clock), Build("018", null, Job("018", "gear", 30)))
        );
        Assert.Equal(["016/free", "017/clock", "018/gear"], plan.Blocks.Select(b => b.Id).Order());
        Assert.Contains("014: Do cover waits until 30 January 2027; a plan reaches over 42 days", plan.Held);
        Assert.Contains(plan.Held, h => h.StartsWith("016: Do crank waits until 31 December 9999", StringComparison.Ordinal));
    }

    [Fact]
    public void Of_more_than_a_plan_has_room_for_the_soonest_promised_are_planned_and_the_rest_is_said()
    {
        var builds = Enumerable
            .Range(100, 80)
            .Select(n =>
                Build(
                    $"{n}",
                    new DateOnly(2026, 6, 20).AddDays(-n % 11),
                    [.. Enumerable.Range(0, 10).Select(i => Job($"{n}", $"job{i}", 5))]
                )
            )
            .ToArray();
        var question = new ShopQuestion(Shop(builds));
        Assert.InRange(question.Request!.Jobs.Count, 500, MostJobs);
        var planned = builds.Where(b => question.Find($"{b.Number}/job0") is not null).ToList();
        Assert.Equal(800 - (10 * planned.Count), question.LeftOut);
        Assert.True(planned.Max(b => b.Due) <= builds.Except(planned).Min(b => b.Due));
        Assert.Equal(builds.Except(planned).Select(b => b.Number).Order(), question.Held.Select(h => h.Build.Number).Order());
        Assert.All(question.Held, h => Assert.StartsWith("left out: a plan has room for 600", h.Because, StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_over_is_nobodys_next()
    {
        var plan = Plan(
            Shop(Build("014", null, Job("014", "cover", 60), Job("014", "gear", 60)), Build("016", null, Job("016", "race", 60)))
        );
        var first = plan.Next.MinBy(n => n.At)!;
        var later = plan.Later(plan.Blocks.First(b => b.Id == first.Job).EndAt);
        Assert.DoesNotContain(later.Next, n => n.Job == first.Job);
        Assert.Empty(plan.Later(plan.FinishAt!.Value).Next);
    }

    [Fact]
    public void Hours_that_can_not_be_are_named()
    {
        var faults = new Faults();
        new WorkingWeek(
            [new(Weekday.Monday, [new(new(8, 0), new(12, 0)), new(new(11, 0), new(17, 0))]), new(Weekday.Monday, [])],
            []
        ).Check(faults, "week");
        var error = Assert.Throws<UnusableInputException>(faults.ThrowIfAny);
        Assert.Equal(["week.days", "week.days[0].spans[1]", "week.days[1].spans"], error.Errors.Keys.Order());
    }

    [Fact]
    public void Nobody_turns_a_crank_over_wet_sealant_and_other_work_goes_on()
    {
        var cover = Job("014", "cover", 30) with
        {
            Crank = true,
            Then = new Pause("sealant cures", 1440) { CrankMinutes = 180 },
        };
        var turn = Job("014", "float", 20) with { Crank = true };
        var bench = Job("014", "measure", 20);
        var oil = Job("014", "oil", 5) with { Task = cover.Task, After = [cover.Id] };
        var plan = Plan(Shop(Build("014", null, cover, turn, bench, oil)));
        var (wet, set) = (At(plan, cover.Id).EndAt, At(plan, cover.Id).EndAt.AddMinutes(180));
        var turns = At(plan, turn.Id);
        Assert.True(turns.EndAt <= At(plan, cover.Id).StartAt || turns.StartAt >= set, $"{turns.StartAt}: wet from {wet} to {set}");
        Assert.True(At(plan, oil.Id).StartAt >= wet.AddMinutes(1440));
        Assert.Equal(wet.AddMinutes(1440), At(plan, cover.Id).ReadyAt);
        Assert.Equal(["crank"], At(plan, cover.Id).WaitThings);
    }

    [Fact]
    public void What_rests_already_keeps_the_crank_still()
    {
        var build = Build("014", null, Job("014", "float", 20) with { Crank = true });
        var until = s_now.AddMinutes(95);
        var plan = Plan(Shop(build with { Day = build.Day with { CrankUntil = new Hold(until, "The lip settles") } }));
        Assert.Equal(until, Assert.Single(plan.Blocks).StartAt);
    }

    [Fact]
    public void A_window_that_runs_is_met_and_one_that_can_not_be_is_said()
    {
        var close = Job("014", "close", 30) with { BeginBy = s_now.AddMinutes(6) };
        var long1 = Job("015", "long", 200);
        var plan = Plan(Shop(Build("015", new DateOnly(2026, 6, 1), long1), Build("014", null, close)) with { People = [s_ines] });
        Assert.True(At(plan, close.Id).StartAt <= s_now.AddMinutes(6));
        // Ines is not in before eight; the bead skins at half past seven.
        var early = Shop(Build("014", null, close with { BeginBy = s_now.AddMinutes(-30) })) with
        {
            Now = s_now.AddMinutes(-40),
        };
        var clash = Plan(early);
        Assert.Equal(Status.Impossible, clash.Status);
        Assert.Contains("014 do close", Assert.Single(clash.Impossible), StringComparison.Ordinal);
    }

    [Fact]
    public void What_needs_an_oven_that_is_out_of_use_is_held_with_what_follows_it_and_the_rest_is_planned()
    {
        var warm = Job("014", "warm", 5) with { Then = new Pause("gear in the oven", 60) { Uses = [ShopThing.Oven] } };
        var on = Job("014", "on", 10) with { After = [warm.Id], Within = (warm.Id, 1) };
        var other = Job("014", "other", 10);
        var shop = Shop(Build("014", null, warm, on, other));
        Assert.Equal(3, Plan(shop).Blocks.Count);
        var without = Plan(shop with { Things = [s_oven with { Count = 0 }, s_press] });
        Assert.Equal([other.Id], without.Blocks.Select(b => b.Id));
        Assert.Equal(["014: Do warm needs the oven, which is out of use"], without.Held);
    }

    [Fact]
    public void One_oven_takes_one_part_and_two_take_two()
    {
        DayJob[] Hub(string build)
        {
            var warm = Job(build, "warm", 5) with { Then = new Pause("hub in the oven", 90) { Uses = [ShopThing.Oven] } };
            return [warm, Job(build, "on", 10) with { After = [warm.Id], Within = (warm.Id, 1) }];
        }

        var shop = Shop(Build("014", null, Hub("014")), Build("015", null, Hub("015")));
        var one = Plan(shop);
        var two = Plan(shop with { Things = [s_oven with { Count = 2 }, s_press] });
        Assert.Equal(s_now.AddMinutes(5 + 90 + 90 + 10), one.FinishAt);
        Assert.Equal(s_now.AddMinutes(5 + 90 + 10), two.FinishAt);
        Assert.All(one.Blocks.Where(b => b.BeginBy is not null), b => Assert.True(b.StartAt <= b.BeginBy));
    }

    [Fact]
    public void A_late_build_comes_first_in_words_and_less_than_an_hour_is_in_time()
    {
        var (monday, tuesday) = (new DateOnly(2026, 6, 1), new DateOnly(2026, 6, 2));
        var big = Build("018", monday, Job("018", "rockers", 1000) with { Splits = true, Uses = ["press"] });
        var plan = Plan(Shop(Build("014", tuesday, Job("014", "float", 20)), big));
        // 1000 minutes from eight on Monday: 480 that day, 480 on Tuesday, 40 on Wednesday.
        Assert.Equal(["018", "014"], plan.Builds.Select(b => b.Number));
        Assert.Equal("018 is a day late: Wednesday morning, not Monday. Its own work fills the time.", plan.Builds[0].Words);
        Assert.Equal("014 is in time: today morning.", plan.Builds[1].Words);
        var nearly = Plan(Shop(Build("018", monday, Job("018", "a", 480) with { Splits = true, Then = new Pause("sets", 50) })));
        Assert.Equal(0, nearly.Builds[0].LateHours);
        Assert.StartsWith("018 is in time", nearly.Builds[0].Words, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_under_way_starts_now_and_each_persons_next_stays_as_it_was_agreed()
    {
        var begun = Job("014", "begun", 50) with { UnderWay = new Signer("tomas", "Tomas", Role.Builder) };
        var next = Job("015", "next", 30);
        var rest = Job("016", "rest", 30);
        var shop = Shop(Build("014", null, begun), Build("015", null, next), Build("016", null, rest)) with
        {
            // Agreed later than it need be.
            Agreed = [new Planned(next.Id, s_now.AddMinutes(70), ["ines"]), new Planned(rest.Id, s_now.AddMinutes(130), ["ines"])],
        };
        var plan = Plan(shop);
        Assert.Equal((s_now, "tomas"), (At(plan, begun.Id).StartAt, At(plan, begun.Id).People[0]));
        Assert.Equal((s_now.AddMinutes(70), "ines"), (At(plan, next.Id).StartAt, At(plan, next.Id).People[0]));
        // What is nobody's next may come sooner.
        Assert.True(At(plan, rest.Id).EndAt <= s_now.AddMinutes(100), $"{At(plan, rest.Id).EndAt}");
    }

    public static TheoryData<string> Ways => ["after", "waits", "rests", "one crank", "one press", "two pairs of hands"];

    /// <summary>Somebody is at it, and yet not all of it can go on now.</summary>
    [Theory]
    [MemberData(nameof(Ways))]
    public void What_is_under_way_and_can_not_go_on_now_leaves_a_plan(string way)
    {
        Signer ines = new("ines", "Ines", Role.Lead),
            tomas = new("tomas", "Tomas", Role.Builder);
        var (one, two) = (Job("014", "one", 60) with { UnderWay = ines }, Job("014", "two", 60) with { UnderWay = tomas });
        var build = way switch
        {
            "after" => Build("014", null, one with { After = ["014/two"] }, two),
            "waits" => Build("014", null, one with { NotBefore = new Hold(s_now.AddHours(3), "cures") }, two),
            "rests" => Build("014", null, one with { Crank = true }, two) is var resting
                ? resting with
                {
                    Day = resting.Day with { CrankUntil = new Hold(s_now.AddHours(3), "lip rests") },
                }
                : null!,
            "one crank" => Build("014", null, one with { Crank = true }, two with { Crank = true }),
            "one press" => Build("014", null, one with { Uses = ["press"] }, two with { Uses = ["press"] }),
            _ => Build("014", null, one with { People = 2 }, two),
        };
        var plan = Plan(Shop(build));
        Assert.Empty(plan.Impossible);
        Assert.Equal(2, plan.Blocks.Count);
        // One of the two goes on.
        Assert.Contains(plan.Blocks, b => b.StartAt == s_now);
        Assert.True(plan.FinishAt >= s_now.AddHours(2), $"{plan.FinishAt}");
    }

    [Fact]
    public void A_pin_puts_a_late_build_right_at_anothers_cost_and_is_said_to_break_what_was_agreed()
    {
        var monday = new DateOnly(2026, 6, 1);
        var shop = Shop(
            Build("014", monday, Job("014", "long", 470) with { Uses = ["press"], Splits = true }),
            Build("018", monday, Job("018", "short", 240) with { Uses = ["press"], Splits = true })
        );
        var plan = Plan(shop);
        var late = plan.Builds[0].Number;
        var agreed = Agreed(plan);
        Assert.Equal("", AsAgreed.Broken(plan, agreed, [], s_now));
        var other = plan.Blocks.Single(b => b.Number == late);
        var pins = (List<Settled>)[new Settled(other.Id, null, s_now)];
        var pinned = Plan(shop with { Pins = pins, Agreed = [] });
        Assert.Equal(s_now, At(pinned, other.Id).StartAt);
        Assert.Equal(0, pinned.Builds.Single(b => b.Number == late).LateHours);
        Assert.Equal(s_now, At(pinned, other.Id).PinnedAt);
        Assert.Contains("is pinned elsewhere by hand", AsAgreed.Broken(pinned, agreed, pins, s_now), StringComparison.Ordinal);
        Assert.NotEmpty(Compared.Moved(pinned, agreed, new Dictionary<string, string> { ["ines"] = "Ines", ["tomas"] = "Tomas" }));
        Assert.Equal("A better plan: about 2 h less late.", Compared.Gain(plan with { LateMinutes = 0 }, plan with { LateMinutes = 120 }));
        Assert.Equal("", Compared.Gain(plan with { LateMinutes = 90 }, plan with { LateMinutes = 120 }));
        var sooner = plan with { FinishAt = plan.FinishAt!.Value.AddMinutes(-45) };
        Assert.Equal("A better plan: all ready 45 min sooner.", Compared.Gain(sooner, plan));
        Assert.Equal("", Compared.Gain(plan, plan));
    }

    [Fact]
    public void One_works_at_an_engine_at_a_time_and_another_at_the_bench()
    {
        var (one, two) = (Job("014", "one", 60) with { Stand = true }, Job("014", "two", 60) with { Stand = true });
        var bench = Job("014", "bench", 60);
        var plan = Plan(Shop(Build("014", null, one, two, bench)));
        Assert.Equal(s_now.AddMinutes(120), plan.FinishAt);
        var (first, second) = (At(plan, one.Id), At(plan, two.Id));
        Assert.True(first.EndAt <= second.StartAt || second.EndAt <= first.StartAt);
        // Without a stand between them two people have three jobs done in the same time, but nothing keeps them apart.
        var apart = Plan(Shop(Build("014", null, one with { Stand = false }, two with { Stand = false })));
        Assert.Equal(s_now.AddMinutes(60), apart.FinishAt);
    }

    [Fact]
    public void A_job_that_is_not_to_begin_before_a_time_does_not_and_says_so()
    {
        var job = Job("014", "cover", 30);
        var from = s_now.AddMinutes(73).AddSeconds(20);
        var shop = Shop(Build("014", null, job)) with { Pins = [new Settled(job.Id, NotBefore: from)] };
        var block = Assert.Single(Plan(shop).Blocks);
        Assert.Equal((s_now.AddMinutes(74), from, "typed so by hand"), (block.StartAt, block.NotBefore, block.Waits));
        // It may still come later than that: Ines and Tomas are at something until ten.
        var busy = Plan(
            Shop(Build("014", null, job), Build("015", s_today, Job("015", "a", 120), Job("015", "b", 120))) with
            {
                Pins = shop.Pins,
            }
        );
        Assert.Equal(s_now.AddMinutes(120), At(busy, job.Id).StartAt);
        Assert.Equal(s_now, Assert.Single(Plan(shop with { Pins = [new Settled(job.Id, At: s_now.AddDays(-1))] }).Blocks).StartAt);
        var agreed = (List<Planned>)[new Planned(job.Id, s_now.AddMinutes(60), ["ines"])];
        Assert.Contains("pinned elsewhere", AsAgreed.Broken(Plan(shop), agreed, shop.Pins, s_now), StringComparison.Ordinal);
    }

    [Fact]
    public void A_pin_by_hand_takes_the_place_of_what_somebody_was_to_do_next()
    {
        var (next, other) = (Job("014", "next", 60), Job("015", "other", 60));
        var shop = Shop(Build("014", null, next), Build("015", null, other)) with
        {
            People = [s_ines],
            Agreed = [new Planned(next.Id, s_now, ["ines"]), new Planned(other.Id, s_now.AddMinutes(60), ["ines"])],
            Pins = [new Settled(other.Id, At: s_now)],
        };
        var plan = Plan(shop);
        Assert.Equal((s_now, s_now.AddMinutes(60)), (At(plan, other.Id).StartAt, At(plan, next.Id).StartAt));
    }

    [Fact]
    public void A_pin_moves_no_more_of_what_was_agreed_than_it_must()
    {
        // Fifteen jobs of five engines, as they were agreed; one is put an hour later at the end of the plan.
        var builds = Enumerable
            .Range(1, 5)
            .Select(n => Build($"01{n}"[^3..], null, [.. Enumerable.Range(0, 3).Select(k => Job($"01{n}"[^3..], $"{k}", 45))]))
            .ToArray();
        var shop = Shop(builds);
        var plan = Plan(shop);
        var last = plan.Blocks[^1];
        var pinned = shop with { Agreed = Agreed(plan), Pins = [new Settled(last.Id, At: last.StartAt.AddMinutes(60))] };
        var moved = Plan(pinned)
            .Blocks.Where(b =>
                pinned.Agreed.Single(a => a.Job == b.Id) is var a && (a.StartAt != b.StartAt || !a.People.SequenceEqual(b.People))
            );
        Assert.Equal([last.Id], moved.Select(b => b.Id));
    }

    [Fact]
    public void What_was_agreed_with_a_gap_keeps_it_where_nothing_is_sooner_for_closing_it()
    {
        // Agreed an hour later than need be, while another job holds the finish anyway.
        var (early, other, last) = (Job("014", "early", 30), Job("014", "other", 30), Job("015", "last", 200));
        var shop = Shop(Build("014", null, early, other), Build("015", null, last)) with
        {
            Agreed =
            [
                new Planned(last.Id, s_now, ["tomas"]),
                new Planned(early.Id, s_now.AddMinutes(30), ["ines"]),
                new Planned(other.Id, s_now.AddMinutes(120), ["ines"]),
            ],
        };
        var plan = Plan(shop);
        Assert.Equal(shop.Agreed.OrderBy(a => a.StartAt).Select(a => (a.Job, a.StartAt)), plan.Blocks.Select(b => (b.Id, b.StartAt)));
    }

    private static readonly DateOnly s_today = new(2026, 6, 1);

    [Fact]
    public void Advice_names_the_first_change_that_has_a_late_build_in_time_and_no_other_later()
    {
        string Said(ShopDay shop) => Assert.Single(Advice.Of(shop, Plan(shop), cancel: TestContext.Current.CancellationToken));
        var long9 = Job("014", "long", 9 * 60) with { Splits = true };
        var day = Shop(Build("014", s_today, long9)) with { People = [s_ines] };
        // Nine hours' work in a day of eight.
        Assert.Equal("014 is in time if Ines works 2 hours longer today.", Said(day with { People = [s_ines] }));
        Assert.Equal(
            "014 is in time if what is pinned of 014 is free again.",
            Said(Shop(Build("014", s_today, Job("014", "a", 60))) with { Pins = [new Settled("014/a", NotBefore: s_now.AddDays(1))] })
        );
        // Two presses' work for one press, and people enough.
        var press = Job("014", "a", 300) with
        {
            Uses = ["press"],
        };
        Assert.Equal(
            "014 is in time if there is a second press.",
            Said(
                Shop(
                    Build("014", s_today, press, press with { Id = "014/b" }, press with { Id = "014/c" }, press with { Id = "014/d" }),
                    Build("015", null)
                ) with
                {
                    People = [s_ines with { Week = Round }, s_tomas with { Week = Round }],
                }
            )
        );
        Assert.StartsWith(
            "014: neither",
            Said(Shop(Build("014", s_today, long9 with { Then = new Pause("cures", 1440) }))),
            StringComparison.Ordinal
        );
        Assert.Contains("a day that is over", Said(Shop(Build("014", s_today.AddDays(-3), long9))), StringComparison.Ordinal);
        var fine = Shop(Build("014", s_today.AddDays(9), long9));
        Assert.Empty(Advice.Of(fine, Plan(fine), cancel: TestContext.Current.CancellationToken));
    }

    /// <summary>Every day from six to midnight: no longer hours to be had.</summary>
    private static WorkingWeek Round { get; } =
        new([.. Enum.GetValues<Weekday>().Select(d => new WorkingDay(d, [new(new(8, 0), new(23, 59))]))], []);

    [Fact]
    public void What_should_have_begun_and_what_is_new_break_an_agreed_plan()
    {
        var plan = Plan(Shop(Build("014", null, Job("014", "a", 30)), Build("015", null, Job("015", "b", 30))));
        var agreed = Agreed(plan);
        Assert.Equal("014 do a was to begin at 8:00, and 1 more.", AsAgreed.Broken(plan, agreed, [], s_now.AddMinutes(16)));
        Assert.Equal("", AsAgreed.Broken(plan, agreed, [], s_now.AddMinutes(15)));
        Assert.Equal("015 do b is new.", AsAgreed.Broken(plan, [agreed[0]], [], s_now));
        // What somebody has just settled is said before what the clock has done.
        var pins = (List<Settled>)[new Settled(agreed[1].Job, null, s_now.AddHours(2))];
        Assert.Contains("is pinned elsewhere by hand", AsAgreed.Broken(plan, agreed, pins, s_now.AddMinutes(16)), StringComparison.Ordinal);
    }

    [Fact]
    public void What_takes_longer_than_planned_breaks_nothing_the_next_slips()
    {
        var (one, two, other) = (Job("014", "a", 60), Job("014", "b", 60), Job("015", "c", 30));
        var first = Shop(Build("014", null, one, two with { After = [one.Id] })) with { People = [s_ines] };
        var agreed = (List<Planned>)[new(one.Id, s_now, ["ines"]), new(two.Id, s_now.AddMinutes(60), ["ines"])];
        // Forty minutes over, and ten more to go.
        var begun = one with
        {
            Minutes = 10,
            UnderWay = new Signer("ines", "Ines", Role.Lead),
        };
        var over = first with { Now = s_now.AddMinutes(100), Builds = [Build("014", null, begun, two with { After = [one.Id] })] };
        Assert.Equal("", AsAgreed.Broken(Plan(over), agreed, [], over.Now));
        Assert.Equal((Status.Impossible, s_now.AddMinutes(110)), (Kept(over, agreed).Status, At(Kept(over, agreed, 1), two.Id).StartAt));
        // Somebody else who has begun nothing has missed what was to be begun.
        var idle = over with
        {
            People = [s_ines, s_tomas],
            Builds = [.. over.Builds, Build("015", null, other)],
        };
        var both = (List<Planned>)[.. agreed, new(other.Id, s_now.AddMinutes(80), ["tomas"])];
        Assert.Equal("015 do c was to begin at 9:20.", AsAgreed.Broken(Plan(idle), both, [], idle.Now));
    }

    private static ShopPlan Kept(ShopDay shop, IReadOnlyList<Planned> agreed, int way = 0) =>
        shop with { Agreed = agreed } is var of ? Plan(AsAgreed.Kept(of, Plan(of))[way]) : null!;

    [Fact]
    public void Whoever_begins_some_minutes_late_keeps_the_plan_and_nobody_elses_day_moves()
    {
        var tasks = (string[])["a", "b", "c", "d"];
        DayJob[] Of(string build) => [.. tasks.Select(t => Job(build, t, 50) with { Stand = true })];
        // What cures over night is ready that much later, too.
        var close = Job("014", "a", 50) with
        {
            Stand = true,
            Then = new Pause("cures", 1440),
        };
        var oil = Job("014", "oil", 5) with { After = [close.Id] };
        var shop = Shop(
            Build("014", null, [.. Of("014").Skip(1), close, oil]),
            Build("015", null, [.. Of("015"), Job("015", "long", 200)])
        );
        var agreed = Agreed(Plan(shop));
        var late = agreed.Where(p => p.StartAt == s_now).Select(p => p.Job).Order(StringComparer.Ordinal).First();
        var (who, of) = (agreed.Single(p => p.Job == late).People[0], late[..3]);
        // The other has begun in time.
        var begun = agreed.Where(p => p.StartAt == s_now && p.Job != late).Select(p => p.Job).ToHashSet();
        var other = who == "ines" ? new Signer("tomas", "Tomas", Role.Builder) : new Signer("ines", "Ines", Role.Builder);
        DayJob Now(DayJob job) => begun.Contains(job.Id) ? job with { Minutes = job.Minutes - 6, UnderWay = other } : job;
        var now = shop with
        {
            Now = s_now.AddMinutes(6),
            Builds = [.. shop.Builds.Select(b => b with { Day = b.Day with { Jobs = [.. b.Day.Jobs.Select(Now)] } })],
        };
        var kept = Kept(now, agreed);
        Assert.Equal(s_now.AddMinutes(6), At(kept, late).StartAt);
        Assert.All(
            agreed.Where(p => !begun.Contains(p.Job)),
            p =>
            {
                Assert.Equal(p.People, At(kept, p.Job).People);
                var slip = (At(kept, p.Job).StartAt - p.StartAt).TotalMinutes;
                Assert.InRange(slip, 0, p.People.Contains(who) || p.Job.StartsWith(of, StringComparison.Ordinal) ? 6 : 0);
            }
        );
    }

    [Fact]
    public void What_no_longer_fits_before_lunch_comes_after_it_and_what_is_too_far_off_then_breaks_the_plan()
    {
        var week = new WorkingWeek(
            [.. Enum.GetValues<Weekday>().Select(d => new WorkingDay(d, [new(new(8, 0), new(12, 0)), new(new(13, 0), new(17, 0))]))],
            []
        );
        var first = Job("014", "a", 120);
        var shop = Shop(Build("014", null, first, Job("014", "b", 120) with { After = [first.Id] })) with
        {
            People = [s_ines with { Week = week }],
        };
        var agreed = Agreed(Plan(shop));
        var late = shop with { Now = s_now.AddMinutes(5) };
        Assert.Equal("", AsAgreed.Broken(Plan(late), agreed, [], late.Now));
        Assert.Equal("014 do a was to begin at 8:00.", AsAgreed.Missed(Plan(late), agreed, late.Now));
        // The second would begin at 10:05 and end in the break: it is done after that, by the second way.
        Assert.Equal(Status.Impossible, Kept(late, agreed).Status);
        Assert.Equal(s_now.AddHours(5), At(Kept(late, agreed, 1), "014/b").StartAt);
        var far = late with
        {
            Builds = [Build("014", null, first with { Minutes = 110 }, Job("014", "b", 130) with { After = [first.Id] })],
        };
        var planned = (List<Planned>)[new(first.Id, s_now, ["ines"]), new("014/b", s_now.AddMinutes(110), ["ines"])];
        Assert.All([0, 1], way => Assert.Equal(Status.Impossible, Kept(far, planned, way).Status));
        // In time, it is kept to the minute, also where something better could be had.
        Assert.Equal(agreed.Select(p => p.StartAt), Kept(shop, agreed).Blocks.Select(b => b.StartAt));
        Assert.All(Assert.Single(AsAgreed.Kept(shop with { Agreed = agreed }, Plan(shop))).Pins, p => Assert.NotNull(p.At));
    }

    [Fact]
    public void Nobody_with_hours_and_nothing_to_do_are_said()
    {
        var free = new WorkingWeek([], []);
        var plan = Plan(
            Shop(Build("014", null, Job("014", "a", 30))) with
            {
                People = [s_ines with { Week = free }, s_tomas with { Week = free }],
            }
        );
        Assert.Equal(["Nobody has hours. Type somebody’s working hours in Settings."], plan.Impossible);
        Assert.Null(Plan(Shop()).Status);
    }

    [Fact]
    public void Two_pairs_of_hands_are_one_where_there_is_one()
    {
        var hung = Job("014", "flywheel", 20) with { People = 2 };
        Assert.Equal(["ines", "tomas"], Plan(Shop(Build("014", null, hung))).Blocks[0].People);
        Assert.Equal(["ines"], Plan(Shop(Build("014", null, hung)) with { People = [s_ines] }).Blocks[0].People);
    }
}
