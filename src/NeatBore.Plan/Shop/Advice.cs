using System.Globalization;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Shop;

/// <summary>What would have a late build ready in time: changes to the shop, each planned anew, the first that does it and makes no
/// other build later.</summary>
public static class Advice
{
    // Each change is a plan of its own: what is looked for is whether it does, not the best.
    private const double Effort = 0.1;
    private const int MoreHours = 2;
    private const int MostBuilds = 2;
    private const int MostDays = 3;
    private const int MostOthers = 3;
    private static readonly TimeOnly s_latest = new(23, 55);

    /// <summary>A change that is tried.</summary>
    /// <param name="Shop">The shop with it.</param>
    /// <param name="Words">After "in time if".</param>
    /// <param name="Later">The build that may be later for it; null for none.</param>
    private sealed record Change(ShopDay Shop, string Words, Guid? Later = null);

    /// <summary>A sentence for each of the latest two builds; none where all are in time.</summary>
    /// <param name="shop">The shop.</param>
    /// <param name="plan">Its plan.</param>
    /// <param name="planner">Where they are planned; here where none is named.</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static IReadOnlyList<string> Of(ShopDay shop, ShopPlan plan, IPlanner? planner = null, CancellationToken cancel = default) =>
        [.. plan.Builds.Where(b => b.LateHours > 0).Take(MostBuilds).Select(b => For(shop, plan, b, planner, cancel))];

    private static string For(ShopDay shop, ShopPlan plan, Promise late, IPlanner? planner, CancellationToken cancel)
    {
        var build = shop.Builds.Single(b => b.Build == late.Build);
        if (ShopQuestion.Due(shop, build) is not { } due || due <= shop.Now)
        {
            return $"{late.Number} was promised for a day that is over: its owner wants another.";
        }

        foreach (var change in Changes(shop, plan, build, due))
        {
            var tried = ShopPlan.Of(change.Shop, Effort, planner: planner, cancel: cancel);
            if (
                tried.Status is not (null or Status.Impossible)
                && tried.Builds.FirstOrDefault(b => b.Build == late.Build) is { LateHours: 0 }
                && tried.Builds.All(b => b.Build == change.Later || b.LateHours <= Before(plan, b))
            )
            {
                var other = change.Later is { } id ? tried.Builds.First(b => b.Build == id) : null;
                return $"{late.Number} is in time if {change.Words}."
                    + (other is null ? "" : $" {char.ToUpperInvariant(other.Words[0])}{other.Words[1..]}");
            }
        }

        return $"{late.Number}: neither longer hours, nor a second of what it waits for, nor another build later has it in time. "
            + "Its owner wants another day.";
    }

    private static double Before(ShopPlan plan, Promise promise) =>
        plan.Builds.FirstOrDefault(b => b.Build == promise.Build)?.LateHours ?? 0;

    private static IEnumerable<Change> Changes(ShopDay shop, ShopPlan plan, ShopBuild build, DateTimeOffset due)
    {
        var begun = plan.Blocks.Where(b => b.UnderWay).Select(b => b.Id).ToHashSet(StringComparer.Ordinal);
        var pinned = shop.Pins.Where(p => (p.Person ?? (object?)p.At ?? p.NotBefore) is not null && !begun.Contains(p.Job)).ToList();
        var own = pinned.FindAll(p => plan.Blocks.Any(b => b.Id == p.Job && b.Build == build.Build));
        foreach (var some in new[] { own, pinned }.Where(s => s.Count > 0))
        {
            yield return new Change(
                shop with
                {
                    Pins = [.. shop.Pins.Select(p => some.Contains(p) ? p with { Person = null, At = null, NotBefore = null } : p)],
                },
                some == own ? $"what is pinned of {build.Number} is free again" : "what is pinned by hand is free again"
            );
        }

        var last = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(due, shop.Zone).DateTime);
        var until = last == Today(shop) ? "today" : $"each day until {last.DayOfWeek}";
        foreach (var worker in shop.People)
        {
            yield return new Change(With(shop, worker, Longer(worker.Week)), $"{worker.Name} works {MoreHours} hours longer {until}");
        }

        foreach (var day in Free(shop, last))
        {
            foreach (var worker in shop.People.Where(p => !p.Week.Hours(day, 1, shop.Zone).Any()))
            {
                yield return new Change(
                    With(shop, worker, On(worker.Week, day)),
                    day == Today(shop) ? $"{worker.Name} works today" : $"{worker.Name} works on {day.DayOfWeek}"
                );
            }
        }

        if (shop.People.Count > 1)
        {
            yield return new Change(
                shop with
                {
                    People = [.. shop.People.Select(p => p with { Week = Longer(p.Week) })],
                },
                $"everybody works {MoreHours} hours longer {until}"
            );
        }

        foreach (var thing in shop.Things.Where(t => plan.Blocks.Any(b => b.Things.Contains(t.Id) || b.WaitThings.Contains(t.Id))))
        {
            yield return new Change(
                shop with
                {
                    Things = [.. shop.Things.Select(t => t == thing ? t with { Count = t.Count + 1 } : t)],
                },
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"there is {(thing.Count == 1 ? "a second" : "one more")} {thing.Name.ToLowerInvariant()}"
                )
            );
        }

        foreach (var other in shop.Builds.Where(b => b != build && b.Due is not null).OrderByDescending(b => b.Due).Take(MostOthers))
        {
            var later = other with { Due = (other.Due > last ? other.Due.Value : last).AddDays(1) };
            yield return new Change(
                shop with
                {
                    Builds = [.. shop.Builds.Select(b => b == other ? later : b)],
                },
                $"{other.Number} is promised for {later.Due!.Value.DayOfWeek} instead",
                other.Build
            );
        }
    }

    private static DateOnly Today(ShopDay shop) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(shop.Now, shop.Zone).DateTime);

    /// <summary>Days up to a promise on which somebody is off.</summary>
    private static IEnumerable<DateOnly> Free(ShopDay shop, DateOnly last) =>
        Enumerable
            .Range(0, Math.Max(0, last.DayNumber - Today(shop).DayNumber + 1))
            .Select(Today(shop).AddDays)
            .Where(day => shop.People.Any(p => !p.Week.Hours(day, 1, shop.Zone).Any()))
            .Take(MostDays);

    private static ShopDay With(ShopDay shop, Worker worker, WorkingWeek week) =>
        shop with
        {
            People = [.. shop.People.Select(p => p == worker ? p with { Week = week } : p)],
        };

    private static WorkingWeek Longer(WorkingWeek week) =>
        week with
        {
            Days = [.. week.Days.Select(d => d with { Spans = [.. d.Spans.SkipLast(1), d.Spans[^1] with { To = Later(d.Spans[^1].To) }] })],
        };

    private static TimeOnly Later(TimeOnly to) =>
        to >= s_latest.AddHours(-MoreHours) ? (to > s_latest ? to : s_latest) : to.AddHours(MoreHours);

    /// <summary>A usual day's hours on one day that is off; a week's other such days may be worked too, which nobody needs.</summary>
    private static WorkingWeek On(WorkingWeek week, DateOnly day) =>
        new(
            [
                .. week.Days.Where(d => (int)d.Day != (int)day.DayOfWeek),
                new WorkingDay((Weekday)(int)day.DayOfWeek, WorkingWeek.Usual.Days[0].Spans),
            ],
            [.. week.Off.Where(o => o != day)]
        );
}
