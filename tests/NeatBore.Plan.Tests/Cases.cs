using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Tests;

/// <summary>Shops that nobody has, from a seed.</summary>
internal static class Cases
{
    public static readonly DateTimeOffset Start = new(2026, 6, 1, 8, 0, 0, TimeSpan.FromHours(2));

    public static Stretch Hours(long from, long to) => new(Start.AddMinutes(from), Start.AddMinutes(to));

    /// <summary>A handful of short jobs in short hours, so that all of it can be tried.</summary>
    public static Request Small(int seed)
    {
        var random = new Random(seed);
        var people = Enumerable.Range(0, random.Next(1, 3)).Select(i => $"p{i}").ToList();
        var count = random.Next(2, 5);
        Job Of(int i) =>
            new(
                $"j{i}",
                $"b{random.Next(2)}",
                random.Next(8) == 0 ? 0 : random.Next(1, 5),
                random.Next(6) == 0 && people.Count > 1 ? 2 : 1,
                random.Next(4) == 0 ? [people[random.Next(people.Count)]] : null,
                random.Next(3) == 0 ? [new Use("oven")] : null,
                random.Next(2) == 0 ? random.Next(1, 5) : 0,
                random.Next(3) == 0 ? [new Use("oven")] : null,
                i > 0 && random.Next(3) == 0 ? [$"j{random.Next(i)}"] : null,
                i > 0 && random.Next(4) == 0
                    ? new Window($"j{random.Next(i)}", random.Next(0, 4), random.Next(2) == 0 ? From.Ready : From.End)
                    : null,
                random.Next(5) == 0 ? Start.AddMinutes(random.Next(6)) : null,
                random.Next(2) == 0 ? Start.AddMinutes(random.Next(1, 14)) : null,
                random.Next(1, 4) / 2.0,
                random.Next(3) == 0
            );
        var jobs = Enumerable.Range(0, count).Select(Of).ToList();
        jobs = [.. jobs.Select(j => j.People == 2 && j.Who is not null ? j with { Who = null } : j)];
        return new Request(
            Start,
            [.. people.Select(p => new Person(p, [Hours(0, random.Next(4, 7)), Hours(random.Next(8, 10), 18)]))],
            [new Resource("oven")],
            jobs,
            random.Next(4) == 0 ? [new Pin("j0", null, Start.AddMinutes(random.Next(3)))] : null,
            Effort: 2
        );
    }

    /// <summary>A shop of some builds over some days.</summary>
    public static Request Large(int seed, int builds, int tasks, int people, double effort)
    {
        var random = new Random(seed);
        var who = Enumerable.Range(0, people).Select(i => $"p{i}").ToList();
        var jobs = new List<Job>();
        for (var b = 0; b < builds; b++)
        {
            for (var t = 0; t < tasks; t++)
            {
                var before = t > 0 && random.Next(4) > 0 ? $"b{b}-t{t - 1}" : null;
                var waits = random.Next(3) == 0;
                var window = before is not null && random.Next(6) == 0;
                jobs.Add(
                    new Job(
                        $"b{b}-t{t}",
                        $"b{b}",
                        random.Next(2, 20) * 5,
                        random.Next(12) == 0 ? 2 : 1,
                        random.Next(5) == 0 ? [who[random.Next(people)], who[random.Next(people)]] : null,
                        random.Next(4) == 0 ? [new Use(random.Next(2) == 0 ? "press" : "stand")] : null,
                        waits ? random.Next(1, 30) * 10 : 0,
                        waits && random.Next(3) == 0 ? [new Use("oven")] : null,
                        before is not null && !window ? [before] : null,
                        window ? new Window(before!, random.Next(1, 10) * 60, random.Next(2) == 0 ? From.Ready : From.End) : null,
                        random.Next(10) == 0 ? Start.AddMinutes(random.Next(500)) : null,
                        t == tasks - 1 ? Start.AddMinutes(((long)(builds + tasks) * 60) + random.Next(1000)) : null,
                        1,
                        random.Next(6) == 0
                    )
                );
            }
        }

        jobs =
        [
            .. jobs.Select(j =>
                j.Who?.Distinct().Count() < j.People ? j with { Who = null }
                : j.Within is { From: From.End } w
                    ? j with
                    {
                        Within = w with { Minutes = w.Minutes + jobs.Single(o => o.Id == w.Of).WaitMinutes },
                    }
                : j
            ),
        ];
        return new Request(
            Start,
            [
                .. who.Select(
                    (p, i) =>
                        new Person(
                            p,
                            [
                                .. Enumerable
                                    .Range(0, 30)
                                    .SelectMany(d =>
                                        new[] { Hours((d * 1440) + (i * 15), (d * 1440) + 240), Hours((d * 1440) + 270, (d * 1440) + 510) }
                                    ),
                            ]
                        )
                ),
            ],
            [new Resource("press"), new Resource("stand", 2), new Resource("oven")],
            jobs,
            Effort: effort,
            Seed: 1
        );
    }
}
