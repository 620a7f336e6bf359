using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Tests;

/// <summary>The least lateness and then the earliest finish of a small case, by trying every start and everybody.</summary>
internal sealed class Everything(Request request, int horizon)
{
    private readonly List<(long Start, long End, List<string> People, List<(long From, long To)> Parts)?> _at =
    [
        .. request.Jobs.Select(_ => ((long, long, List<string>, List<(long, long)>)?)null),
    ];

    private (double Late, long Finish)? _best;

    public (double Late, long Finish)? Best()
    {
        Next(0);
        return _best;
    }

    private long Of(DateTimeOffset t) => (long)(t - request.StartAt).TotalMinutes;

    private bool In(string person, long minute) =>
        request.People.Single(p => p.Id == person).Hours.Any(h => Of(h.From) <= minute && minute < Of(h.To));

    private bool Inside(string person, long minute) =>
        request.People.Single(p => p.Id == person).Hours.Any(h => Of(h.From) <= minute && minute <= Of(h.To));

    private void Next(int done)
    {
        if (done == request.Jobs.Count)
        {
            var plan = request.Jobs.Select((j, i) => (Job: j, Ready: _at[i]!.Value.End + j.WaitMinutes)).ToList();
            var late = plan.Sum(p => p.Job.Due is { } due ? p.Job.Weight * Math.Max(0, p.Ready - Of(due)) : 0);
            var finish = plan.Max(p => p.Ready);
            if (_best is not { } best || late < best.Late - 1e-9 || (late < best.Late + 1e-9 && finish < best.Finish))
            {
                _best = (late, finish);
            }

            return;
        }

        // Any job whose forerunners are placed; the first will do, since all starts of it are tried.
        var index = Enumerable
            .Range(0, request.Jobs.Count)
            .First(i => _at[i] is null && Before(request.Jobs[i]).All(b => _at[b] is not null));
        var job = request.Jobs[index];
        foreach (var people in Sets([.. job.Who is { Count: > 0 } who ? who : request.People.Select(p => p.Id)], job.People))
        {
            for (long start = 0; start <= horizon; start++)
            {
                if (Worked(job, people, start) is { } parts && Keeps(job, people, start, parts))
                {
                    _at[index] = (start, parts.Count > 0 ? parts[^1].To : start, people, parts);
                    Next(done + 1);
                    _at[index] = null;
                }
            }
        }
    }

    private IEnumerable<int> Before(Job job) =>
        (job.After ?? []).Concat(job.Within is { } w ? [w.Of] : []).Select(id => request.Jobs.ToList().FindIndex(j => j.Id == id));

    private List<(long From, long To)>? Worked(Job job, List<string> people, long start)
    {
        if (job.Minutes == 0)
        {
            return people.All(p => Inside(p, start)) ? [] : null;
        }

        var parts = new List<(long From, long To)>();
        var (at, left) = (start, job.Minutes);
        if (!people.TrueForAll(p => In(p, at)))
        {
            return null;
        }

        while (left > 0)
        {
            if (at > horizon * 3)
            {
                return null;
            }

            if (!people.TrueForAll(p => In(p, at)))
            {
                if (!job.Splits)
                {
                    return null;
                }

                at++;
                continue;
            }

            if (parts.Count > 0 && parts[^1].To == at)
            {
                parts[^1] = (parts[^1].From, at + 1);
            }
            else
            {
                parts.Add((at, at + 1));
            }

            at++;
            left--;
        }

        return parts;
    }

    private bool Keeps(Job job, List<string> people, long start, List<(long From, long To)> parts)
    {
        if (job.NotBefore is { } from && start < Of(from))
        {
            return false;
        }

        if (
            (request.Pins ?? []).Any(p =>
                p.Job == job.Id && ((p.At is { } at && Of(at) != start) || (p.Person is { } who && !people.Contains(who)))
            )
        )
        {
            return false;
        }

        foreach (var before in Before(job))
        {
            if (start < _at[before]!.Value.End + request.Jobs[before].WaitMinutes)
            {
                return false;
            }
        }

        if (job.Within is { } w)
        {
            var of = Before(job).Last();
            var end = _at[of]!.Value.End;
            if (start > (w.From == From.End ? end : end + request.Jobs[of].WaitMinutes) + w.Minutes)
            {
                return false;
            }
        }

        var placed = request.Jobs.Select((j, i) => (Job: j, At: _at[i])).Where(p => p.At is not null).ToList();
        if (
            placed.Exists(p =>
                p.At!.Value.People.Intersect(people).Any()
                && p.At.Value.Parts.Exists(a => parts.Exists(b => a.From < b.To && b.From < a.To))
            )
        )
        {
            return false;
        }

        var all = placed
            .SelectMany(p => Taken(p.Job, p.At!.Value.Parts, p.At.Value.End))
            .Concat(Taken(job, parts, parts.Count > 0 ? parts[^1].To : start))
            .ToList();
        return all.TrueForAll(t =>
            all.Where(o => o.Resource == t.Resource && o.From <= t.From && t.From < o.To).Sum(o => o.Count)
            <= request.Resources.Single(r => r.Id == t.Resource).Count
        );
    }

    private static IEnumerable<(string Resource, long From, long To, int Count)> Taken(
        Job job,
        List<(long From, long To)> parts,
        long end
    ) =>
        (job.Uses ?? [])
            .SelectMany(u => parts.Select(p => (u.Resource, p.From, p.To, u.Count)))
            .Concat((job.WaitUses ?? []).Where(_ => job.WaitMinutes > 0).Select(u => (u.Resource, end, end + job.WaitMinutes, u.Count)));

    private static IEnumerable<List<string>> Sets(List<string> who, int count)
    {
        if (count == 0)
        {
            yield return [];
            yield break;
        }

        for (var i = 0; i + count <= who.Count; i++)
        {
            foreach (var rest in Sets(who.GetRange(i + 1, who.Count - i - 1), count - 1))
            {
                yield return [who[i], .. rest];
            }
        }
    }
}
