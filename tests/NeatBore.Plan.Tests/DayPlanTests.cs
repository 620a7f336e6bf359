using System.Text.Json;
using NeatBore.Core.Measures;
using Xunit;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Tests;

public class DayPlanTests
{
    private static readonly DateTimeOffset s_start = Cases.Start;

    private static Request Shop(params Job[] jobs) =>
        new(
            s_start,
            [new Person("ines", [Cases.Hours(0, 240), Cases.Hours(300, 540), Cases.Hours(1440, 1680)])],
            [new Resource("oven"), new Resource("press")],
            jobs
        );

    private static Answer Solved(Request request) => DayPlan.Solve(request, cancel: TestContext.Current.CancellationToken);

    private static long Minute(DateTimeOffset at) => (long)(at - s_start).TotalMinutes;

    [Fact]
    public void Eighty_small_shops_are_planned_as_well_as_trying_everything()
    {
        var possible = 0;
        for (var seed = 0; seed < 80; seed++)
        {
            var request = Cases.Small(seed);
            var best = new Everything(request, 22).Best();
            var plan = Solved(request);
            Assert.True(best is null == (plan.Status == Status.Impossible), $"seed {seed}: {plan.Status}, {best}");
            if (best is not { } wanted)
            {
                continue;
            }

            possible++;
            Assert.Empty(Checker.Faults(request, plan.Jobs).Select(f => $"seed {seed}: {f}"));
            Assert.True(
                Math.Abs(wanted.Late - plan.LateMinutes) < 1e-9 && wanted.Finish == Minute(plan.FinishAt!.Value),
                $"seed {seed}: {plan.LateMinutes} and {Minute(plan.FinishAt!.Value)}, not {wanted}"
            );
            Assert.Equal(Checker.Late(request, plan.Jobs), plan.LateMinutes, 1e-9);
        }

        Assert.InRange(possible, 40, 80);
    }

    [Fact]
    public void Sixty_larger_shops_keep_all_that_was_asked()
    {
        var seen = 0;
        Parallel.For(
            0,
            60,
            seed =>
            {
                var request = Cases.Large(seed, 2 + (seed % 4), 3 + (seed % 5), 2 + (seed % 3), 0.05);
                var plan = Solved(request);
                if (plan.Status == Status.Impossible)
                {
                    return;
                }

                Interlocked.Increment(ref seen);
                Assert.Empty(Checker.Faults(request, plan.Jobs).Select(f => $"seed {seed}: {f}"));
                Assert.Equal(Checker.Late(request, plan.Jobs), plan.LateMinutes, 1e-6);
                Assert.Equal(plan.Jobs.Max(j => j.ReadyAt), plan.FinishAt);
                // No simple rule does better.
                var problem = new Problem(request);
                Assert.All(
                    Rules.Plans(problem).Select(p => p.Plan),
                    s => Assert.True(s.Late(problem) / Problem.WeightUnit >= plan.LateMinutes - 1e-9, $"seed {seed}")
                );
            }
        );
        Assert.InRange(seen, 48, 60);
    }

    [Fact]
    public void A_plan_that_begins_a_day_late_is_closed_up_and_keeps_all_that_was_asked()
    {
        const long day = 24 * 60;
        for (var seed = 0; seed < 30; seed++)
        {
            var request = Cases.Large(seed, 4, 6, 3, 0.1);
            var problem = new Problem(request);
            foreach (var (plan, _) in Rules.Plans(problem))
            {
                // Each day has the same hours: a day later all of it is as possible.
                var late = plan with
                {
                    Starts = [.. plan.Starts.Select(s => s + day)],
                    Ends = [.. plan.Ends.Select(e => e + day)],
                };
                var closed = late.Closed(problem);
                Assert.Empty(Checker.Faults(request, new Reading(problem, closed).Answer(Status.Good, false, null).Jobs));
                Assert.All(problem.Jobs, j => Assert.True(closed.Ready(problem, j.Index) <= late.Ready(problem, j.Index)));
                Assert.True(closed.Starts.Sum() < late.Starts.Sum());
            }
        }
    }

    [Fact]
    public void The_same_question_has_the_same_plan()
    {
        var request = Cases.Large(7, 4, 6, 3, 0.2);
        var (one, two) = (JsonSerializer.Serialize(Solved(request)), JsonSerializer.Serialize(Solved(request)));
        Assert.Equal(one, two);
    }

    [Fact]
    public void What_fits_no_stretch_waits_for_the_next_and_what_splits_pauses()
    {
        var whole = Solved(Shop(new Job("a", "14", 200), new Job("b", "14", 60, After: ["a"])));
        Assert.Equal(300, Minute(whole.Jobs[1].StartAt));
        Assert.Equal([("b", 200L, 300L)], whole.Waits.Select(w => (w.Job, Minute(w.From), Minute(w.To))));
        Assert.Equal("ines is not in", whole.Waits[0].Because);
        var split = Solved(Shop(new Job("a", "14", 200), new Job("b", "14", 60, After: ["a"], Splits: true)));
        Assert.Equal([(200L, 240L), (300L, 320L)], split.Jobs[1].Parts.Select(p => (Minute(p.From), Minute(p.To))));
        Assert.Equal((Status.Best, 320), (split.Status, Minute(split.FinishAt!.Value)));
    }

    [Fact]
    public void A_warm_hub_is_fetched_in_its_window_and_the_oven_is_taken_while_it_warms()
    {
        // Two hubs of an hour and a half in one oven, each carried within five minutes.
        var plan = Solved(
            Shop(
                new Job("warm-14", "14", 5, WaitMinutes: 90, WaitUses: [new Use("oven")]),
                new Job("on-14", "14", 10, Within: new Window("warm-14", 5)),
                new Job("warm-15", "15", 5, WaitMinutes: 90, WaitUses: [new Use("oven")]),
                new Job("on-15", "15", 10, Within: new Window("warm-15", 5))
            )
        );
        var at = plan.Jobs.ToDictionary(j => j.Id);
        foreach (var build in (string[])["14", "15"])
        {
            Assert.InRange(Minute(at[$"on-{build}"].StartAt) - Minute(at[$"warm-{build}"].ReadyAt), 0, 5);
        }

        // The second is in the oven as soon as the first is out: 5 + 90 + 90 and then 10.
        Assert.Equal(195, Minute(plan.FinishAt!.Value));
        Assert.Contains("warm-15", plan.Chain);
    }

    [Fact]
    public void What_was_agreed_is_moved_as_little_as_can_be_and_pins_stand()
    {
        Job[] jobs = [new("a", "14", 30), new("b", "14", 30), new("c", "15", 30)];
        var before =
            (List<Planned>)
                [new("a", s_start.AddMinutes(60), ["ines"]), new("b", s_start, ["ines"]), new("c", s_start.AddMinutes(30), ["ines"])];
        var kept = Solved(Shop(jobs) with { Previous = before });
        Assert.Equal([60L, 0, 30], kept.Jobs.Select(j => Minute(j.StartAt)));
        var pinned = Solved(Shop(jobs) with { Previous = before, Pins = [new Pin("c", null, s_start)] });
        Assert.Equal(0, Minute(pinned.Jobs[2].StartAt));
        Assert.Equal(1, pinned.Jobs.Zip(before).Count(p => p.First.StartAt == p.Second.StartAt));
    }

    [Fact]
    public void Nobody_goes_to_and_fro_between_builds_for_nothing()
    {
        var plan = Solved(Shop(new("a", "14", 10), new("b", "15", 10), new("c", "14", 10), new("d", "15", 10)));
        var builds = plan.Jobs.OrderBy(j => j.StartAt).Select(j => j.Id is "a" or "c").ToList();
        Assert.Equal(1, builds.Zip(builds.Skip(1)).Count(p => p.First != p.Second));
        Assert.Equal(Status.Best, plan.Status);
    }

    public static TheoryData<string, Request, string, string[]> Clashing =>
        new()
        {
            {
                "a circle",
                Shop(new("a", "1", 5, After: ["c"]), new("b", "1", 5, After: ["a"]), new("c", "1", 5, After: ["b"]), new("d", "1", 5)),
                "They wait for one another in a circle",
                ["a", "b", "c"]
            },
            { "itself", Shop(new("a", "1", 5, After: ["a"]), new("b", "1", 5)), "“a” waits for itself.", ["a"] },
            { "too long", Shop(new("a", "1", 300), new("b", "1", 5)), "Nobody who may do “a” has its 300 minutes in one stretch", ["a"] },
            { "too many", Shop(new Job("a", "1", 5, Uses: [new Use("oven", 2)])), "“a” takes 2 of “oven”; there is 1.", ["a"] },
            {
                "a window",
                Shop(new("a", "1", 5, WaitMinutes: 600), new("b", "1", 5, Within: new Window("a", 10)), new("c", "1", 5)) with
                {
                    People = [new Person("ines", [Cases.Hours(0, 240)])],
                },
                "“b” can’t begin within 10 minutes of “a”.",
                ["a", "b"]
            },
            {
                "two pins",
                Shop(new("a", "1", 30), new("b", "1", 30), new("c", "1", 30)) with
                {
                    Pins = [new("a", null, s_start), new("c", null, s_start.AddMinutes(10))],
                },
                "They can’t all be kept as they are pinned",
                ["a", "c"]
            },
            {
                "hours",
                Shop(new("a", "1", 90), new("b", "1", 90), new("c", "1", 90)) with
                {
                    People = [new Person("ines", [Cases.Hours(0, 200)])],
                },
                "There are not hours enough",
                ["a", "b", "c"]
            },
            { "nobody", Shop(new Job("a", "1", 5)) with { People = [new Person("ines", [])] }, "Nobody who may do “a”", ["a"] },
        };

    [Theory]
    [MemberData(nameof(Clashing))]
    public void What_can_not_be_is_said_with_the_jobs_that_clash_and_no_other(string _, Request request, string because, string[] jobs)
    {
        var clash = Assert.Single(Solved(request).Impossible);
        Assert.StartsWith(because, clash.Because, StringComparison.Ordinal);
        Assert.Equal(jobs, clash.Jobs.Order(StringComparer.Ordinal));
        // Without any one of them the others can be.
        foreach (var left in jobs)
        {
            Job Freed(Job j) =>
                j with
                {
                    After = [.. (j.After ?? []).Where(a => a != left)],
                    Within = j.Within?.Of == left ? null : j.Within,
                };
            var others = request.Jobs.Where(j => j.Id != left && (jobs.Contains(j.Id))).Select(Freed).ToList();
            if (others.Count > 0)
            {
                var rest = request with { Jobs = others, Pins = [.. (request.Pins ?? []).Where(p => others.Exists(o => o.Id == p.Job))] };
                Assert.NotEqual(Status.Impossible, Solved(rest).Status);
            }
        }
    }

    [Theory]
    [InlineData("effort", 0.0)]
    [InlineData("effort", 21.0)]
    public void Effort_has_its_limits(string field, double effort) =>
        Assert.Contains(
            field,
            Assert.Throws<UnusableInputException>(() => Solved(Shop(new Job("a", "1", 5)) with { Effort = effort })).Errors.Keys
        );

    [Fact]
    public void Whatever_is_wrong_is_named_by_its_field()
    {
        var errors = Assert
            .Throws<UnusableInputException>(() =>
                Solved(
                    Shop(
                        new Job(
                            "a",
                            "1",
                            5,
                            0,
                            Who: ["nobody"],
                            Uses: [new Use("lathe")],
                            After: ["z"],
                            Due: s_start.AddSeconds(5),
                            Weight: 0
                        ),
                        new Job("a", "1", -5, WaitMinutes: 70_000)
                    ) with
                    {
                        People = [new Person("ines", [Cases.Hours(10, 5), new Stretch(s_start, s_start.AddDays(43))])],
                        Pins = [new Pin("q"), new Pin("a", "nobody", s_start.AddMinutes(-1))],
                    }
                )
            )
            .Errors;
        Assert.Equal(
            [
                "jobs[0].after[0]",
                "jobs[0].due",
                "jobs[0].people",
                "jobs[0].uses[0].resource",
                "jobs[0].weight",
                "jobs[0].who[0]",
                "jobs[1].id",
                "jobs[1].minutes",
                "jobs[1].waitMinutes",
                "people[0].hours[0].to",
                "people[0].hours[1].to",
                "pins[0]",
                "pins[0].job",
                "pins[1].at",
                "pins[1].person",
            ],
            errors.Keys.Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public void Summer_time_ends_in_the_middle_of_a_night_and_no_minute_is_lost()
    {
        // Hours after it are written in winter's offset; the wait of twelve hours is twelve hours.
        var evening = new DateTimeOffset(2026, 10, 24, 20, 0, 0, TimeSpan.FromHours(2));
        var morning = new DateTimeOffset(2026, 10, 25, 7, 0, 0, TimeSpan.FromHours(1));
        var plan = Solved(
            new Request(
                evening,
                [new Person("ines", [new(evening, evening.AddHours(2)), new(morning, morning.AddHours(4))])],
                [],
                [new("glue", "14", 30, WaitMinutes: 12 * 60), new("on", "14", 30, After: ["glue"])]
            )
        );
        Assert.Equal("2026-10-25T07:30:00.0000000+01:00", plan.Jobs[1].StartAt.ToString("O"));
    }

    [Fact]
    public void A_search_can_be_cancelled()
    {
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();
        Assert.Throws<OperationCanceledException>(() => DayPlan.Solve(Cases.Large(3, 10, 10, 4, 5), cancel: cancel.Token));
    }
}
