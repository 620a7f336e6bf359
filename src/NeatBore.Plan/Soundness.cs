using NeatBore.Core.Measures;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan;

/// <summary>What can't be in a question, each fault by its field.</summary>
internal static class Soundness
{
    private const int MostMinutes = MostDays * 24 * 60;
    private const int MostStretches = 400;
    private const int MostNamed = 40;

    /// <param name="request">The question.</param>
    /// <param name="mostResources">Kinds of resource at most: a shop brings one for each build besides.</param>
    public static void Check(Request request, int mostResources = MostResources)
    {
        var faults = new Faults();
        faults.Listed(request.People, 1, MostPeople, "people");
        faults.Listed(request.Resources, 0, mostResources, "resources");
        faults.Listed(request.Jobs, 1, MostJobs, "jobs");
        faults.Listed(request.Pins ?? [], 0, MostJobs * 2, "pins");
        faults.Listed(request.Previous ?? [], 0, MostJobs, "previous");
        faults.Require(request.Effort is > 0 and <= MostEffort, "effort", $"must be above 0 and at most {MostEffort}");
        faults.NotNegative(request.Seed, "seed");
        Minute(faults, request.StartAt, "startAt");
        faults.ThrowIfAny();

        var latest = request.StartAt.AddDays(MostDays);
        var people = Ids(faults, request.People.Select(p => p.Id), "people");
        var resources = Ids(faults, request.Resources.Select(r => r.Id), "resources");
        var jobs = Ids(faults, request.Jobs.Select(j => j.Id), "jobs");
        foreach (var (person, i) in request.People.Select((p, i) => (p, i)))
        {
            if (!faults.Listed(person.Hours, 0, MostStretches, $"people[{i}].hours"))
            {
                continue;
            }

            foreach (var (stretch, k) in person.Hours.Select((h, k) => (h, k)))
            {
                var at = $"people[{i}].hours[{k}]";
                Minute(faults, stretch.From, $"{at}.from");
                Minute(faults, stretch.To, $"{at}.to");
                faults.Require(stretch.To > stretch.From, $"{at}.to", "must be after from");
                faults.Require(stretch.To <= latest, $"{at}.to", $"must be within {MostDays} days of startAt");
            }
        }

        foreach (var (resource, i) in request.Resources.Select((r, i) => (r, i)))
        {
            faults.Within(resource.Count, 1, 1000, $"resources[{i}].count");
        }

        foreach (var (job, i) in request.Jobs.Select((j, i) => (j, i)))
        {
            Check(faults, job, $"jobs[{i}]", people, resources, jobs, latest);
        }

        Settled(faults, request, people, jobs, latest);
        faults.ThrowIfAny();
    }

    private static void Check(
        Faults faults,
        Job job,
        string at,
        HashSet<string> people,
        HashSet<string> resources,
        HashSet<string> jobs,
        DateTimeOffset latest
    )
    {
        faults.Within(job.Minutes, 0, MostMinutes, $"{at}.minutes");
        faults.Within(job.WaitMinutes, 0, MostMinutes, $"{at}.waitMinutes");
        faults.Within(job.People, 0, MostPeople, $"{at}.people");
        faults.Require(job.People > 0 || job.Minutes == 0, $"{at}.people", "must be 1 or more where there are minutes to work");
        faults.Require(job.Weight is > 0 and <= 1000, $"{at}.weight", "must be above 0 and at most 1000");
        Known(faults, job.Who ?? [], people, $"{at}.who", "people");
        Known(faults, job.After ?? [], jobs, $"{at}.after", "jobs");
        Uses(faults, job.Uses ?? [], resources, $"{at}.uses");
        Uses(faults, job.WaitUses ?? [], resources, $"{at}.waitUses");
        if (job.Within is { } within)
        {
            faults.Within(within.Minutes, 0, MostMinutes, $"{at}.within.minutes");
            Known(faults, within.Of, jobs, $"{at}.within.of", "jobs");
        }

        if (job.NotBefore is { } from)
        {
            Minute(faults, from, $"{at}.notBefore");
            faults.Require(from <= latest, $"{at}.notBefore", $"must be within {MostDays} days of startAt");
        }

        if (job.Due is { } due)
        {
            Minute(faults, due, $"{at}.due");
        }
    }

    private static void Settled(Faults faults, Request request, HashSet<string> people, HashSet<string> jobs, DateTimeOffset latest)
    {
        foreach (var (pin, i) in (request.Pins ?? []).Select((p, i) => (p, i)))
        {
            Known(faults, pin.Job, jobs, $"pins[{i}].job", "jobs");
            faults.Require(pin.Person is not null || pin.At is not null, $"pins[{i}]", "must say who, when, or both");
            if (pin.Person is { } person)
            {
                Known(faults, person, people, $"pins[{i}].person", "people");
            }

            if (pin.At is { } at)
            {
                Minute(faults, at, $"pins[{i}].at");
                faults.Require(at >= request.StartAt && at <= latest, $"pins[{i}].at", $"must be from startAt to {MostDays} days after it");
            }
        }

        foreach (var (planned, i) in (request.Previous ?? []).Select((p, i) => (p, i)))
        {
            // What was planned before may name people and jobs that are gone: they are simply not kept.
            Minute(faults, planned.StartAt, $"previous[{i}].startAt");
        }

        foreach (var twice in (request.Previous ?? []).GroupBy(p => p.Job).Where(g => g.Count() > 1))
        {
            faults.Add("previous", $"“{twice.Key}” stands twice; each job was planned once");
        }
    }

    private static HashSet<string> Ids(Faults faults, IEnumerable<string> all, string field)
    {
        var ids = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (id, i) in all.Select((id, i) => (id, i)))
        {
            if (faults.Require(id.Trim().Length > 0, $"{field}[{i}].id", "must name it"))
            {
                faults.Require(ids.Add(id), $"{field}[{i}].id", $"“{id}” stands twice; each has a name of its own");
            }
        }

        return ids;
    }

    private static void Uses(Faults faults, IReadOnlyList<Use> uses, HashSet<string> resources, string field)
    {
        faults.Listed(uses, 0, MostNamed, field);
        foreach (var (use, i) in uses.Take(MostNamed).Select((u, i) => (u, i)))
        {
            Known(faults, use.Resource, resources, $"{field}[{i}].resource", "resources");
            faults.Within(use.Count, 1, 1000, $"{field}[{i}].count");
        }
    }

    private static void Known(Faults faults, IReadOnlyList<string> named, HashSet<string> known, string field, string list)
    {
        faults.Listed(named, 0, MostJobs, field);
        foreach (var (id, i) in named.Take(MostJobs).Select((id, i) => (id, i)))
        {
            Known(faults, id, known, $"{field}[{i}]", list);
        }
    }

    private static void Known(Faults faults, string id, HashSet<string> known, string field, string list) =>
        faults.Require(known.Contains(id), field, $"“{id}” is not among the {list}");

    private static void Minute(Faults faults, DateTimeOffset at, string field) =>
        faults.Require(at.Ticks % TimeSpan.TicksPerMinute == 0, field, "must be a whole minute");
}
