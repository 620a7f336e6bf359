using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Tests;

/// <summary>Whether a plan keeps what was asked, minute by minute and by nothing that made it.</summary>
internal static class Checker
{
    /// <summary>What a plan breaks; empty where it breaks nothing.</summary>
    public static List<string> Faults(Request request, IReadOnlyList<PlannedJob> plan)
    {
        var faults = new List<string>();
        var at = plan.ToDictionary(p => p.Id);
        long Of(DateTimeOffset t) => (long)(t - request.StartAt).TotalMinutes;
        void Say(bool holds, string what)
        {
            if (!holds)
            {
                faults.Add(what);
            }
        }

        var busy = request.People.ToDictionary(p => p.Id, _ => new List<(long From, long To, string Job)>());
        var taken = request.Resources.ToDictionary(r => r.Id, _ => new List<(long From, long To, int Count)>());
        foreach (var job in request.Jobs)
        {
            var p = at[job.Id];
            var (start, end, ready) = (Of(p.StartAt), Of(p.EndAt), Of(p.ReadyAt));
            Say(start >= 0 && (job.NotBefore is null || p.StartAt >= job.NotBefore), $"{job.Id} begins too early");
            Say(p.People.Count == job.People && p.People.Distinct().Count() == job.People, $"{job.Id} has {p.People.Count} people");
            Say(job.Who is not { Count: > 0 } || p.People.All(job.Who.Contains), $"{job.Id} is done by whoever may not");
            Say(ready == end + job.WaitMinutes, $"{job.Id} is ready at another time than its wait says");
            var parts = p.Parts.Select(s => (From: Of(s.From), To: Of(s.To))).ToList();
            Say(parts.Sum(s => s.To - s.From) == job.Minutes, $"{job.Id} is worked {parts.Sum(s => s.To - s.From)} minutes");
            Say(job.Splits || parts.Count <= 1, $"{job.Id} pauses");
            if (job.Minutes > 0)
            {
                Say(parts[0].From == start && parts[^1].To == end, $"{job.Id} has parts outside");
            }

            // In hours: each minute of each part, for each of its people; a pause begins where somebody's hours end, and ends
            // as soon as all are there.
            bool In(string person, long minute) =>
                request.People.Single(x => x.Id == person).Hours.Any(h => Of(h.From) <= minute && minute < Of(h.To));
            foreach (var person in p.People)
            {
                for (var k = 0; k < parts.Count; k++)
                {
                    for (var m = parts[k].From; m < parts[k].To; m++)
                    {
                        Say(In(person, m), $"{job.Id}: {person} is not in at {m}");
                    }

                    busy[person].Add((parts[k].From, parts[k].To, job.Id));
                }
            }

            for (var k = 1; k < parts.Count; k++)
            {
                for (var m = parts[k - 1].To; m < parts[k].From; m++)
                {
                    Say(!p.People.All(x => In(x, m)), $"{job.Id} pauses at {m} though all are in");
                }
            }

            foreach (var use in job.Uses ?? [])
            {
                parts.ForEach(s => taken[use.Resource].Add((s.From, s.To, use.Count)));
            }

            foreach (var use in job.WaitUses ?? [])
            {
                taken[use.Resource].Add((end, ready, use.Count));
            }

            foreach (var before in job.After ?? [])
            {
                Say(p.StartAt >= at[before].ReadyAt, $"{job.Id} begins before {before} is ready");
            }

            if (job.Within is { } w)
            {
                Say(p.StartAt >= at[w.Of].ReadyAt, $"{job.Id} begins before {w.Of} is ready");
                var from = w.From == From.End ? at[w.Of].EndAt : at[w.Of].ReadyAt;
                Say(p.StartAt <= from.AddMinutes(w.Minutes), $"{job.Id} misses its window");
            }

            foreach (var pin in (request.Pins ?? []).Where(x => x.Job == job.Id))
            {
                Say(pin.At is null || p.StartAt == pin.At, $"{job.Id} is not where it is pinned");
                Say(pin.Person is null || p.People.Contains(pin.Person), $"{job.Id} is not whose it is pinned to");
            }
        }

        foreach (var (person, spans) in busy)
        {
            foreach (var (a, i) in spans.Select((s, i) => (s, i)))
            {
                foreach (var b in spans.Skip(i + 1))
                {
                    Say(a.To <= b.From || b.To <= a.From, $"{person} is at {a.Job} and at {b.Job}");
                }
            }
        }

        foreach (var (resource, spans) in taken)
        {
            foreach (var at2 in spans.Select(s => s.From))
            {
                var sum = spans.Where(s => s.From <= at2 && at2 < s.To).Sum(s => s.Count);
                Say(sum <= request.Resources.Single(r => r.Id == resource).Count, $"{sum} of {resource} are taken at {at2}");
            }
        }

        return faults;
    }

    /// <summary>Σ weight·minutes late.</summary>
    public static double Late(Request request, IReadOnlyList<PlannedJob> plan) =>
        request
            .Jobs.Zip(plan)
            .Where(x => x.First.Due is not null)
            .Sum(x => x.First.Weight * Math.Max(0, (x.Second.ReadyAt - x.First.Due!.Value).TotalMinutes));
}
