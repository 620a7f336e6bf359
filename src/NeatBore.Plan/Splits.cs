using Google.OrTools.Sat;

namespace NeatBore.Plan;

/// <summary>Jobs that pause at the end of a stretch of hours.</summary>
internal sealed partial class PlanModel
{
    private void Split(Problem.Work job, IntVar start)
    {
        var end = Model.NewIntVar(job.NotBefore, Math.Max(job.NotBefore, _latest[job.Index] - job.Wait), $"e{job.Index}");
        End[job.Index] = end + 0;
        // One pair of hands has nothing else to do in a pause; of two one may, and what is used is free then.
        var apart = job.People > 1 || job.Uses.Count > 0;
        var of = job.Who.ToDictionary(p => p, _ => new List<LinearExpr>());
        var worked = new List<LinearExpr>();
        var begins = new List<BoolVar>();
        foreach (var people in Chosen(job.Who, job.People))
        {
            List<Problem.Span> hours = [.. _problem.Together(people).Where(s => s.To > job.NotBefore && s.From < _latest[job.Index])];
            var ways = new Ways(job.Index, people, hours, [], [], []);
            long before = 0;
            LinearExpr under = LinearExpr.Constant(0);
            for (var k = 0; k < hours.Count; k++)
            {
                var (from, to) = (hours[k].From, hours[k].To);
                var (first, last) = (Model.NewBoolVar($"f{job.Index},{begins.Count}"), Model.NewBoolVar($"t{job.Index},{begins.Count}"));
                Model.AddLinearConstraint(start, from, to - 1).OnlyEnforceIf(first);
                Model.AddLinearConstraint(end, from + 1, to).OnlyEnforceIf(last);
                // What of these hours is gone by where it begins and where it ends: between them lie its minutes.
                worked.Add(last * (before - from) - first * (before - from));
                under += first;
                ways.First.Add(first);
                ways.Last.Add(last);
                begins.Add(first);
                if (apart)
                {
                    Part(job, start, end, people, hours[k], first, last, under, ways);
                }

                under -= last;
                before += to - from;
            }

            Model.Add(LinearExpr.Sum(ways.First) == LinearExpr.Sum(ways.Last));
            people.ForEach(p => of[p].AddRange(ways.First));
            _ways.Add(ways);
        }

        Model.AddExactlyOne(begins);
        Model.Add(LinearExpr.Sum(worked) + end - start == job.Minutes);
        foreach (var (person, lies) in of)
        {
            Model.Add(LinearExpr.Sum(lies) == _does[(job.Index, person)]);
        }

        _ends.Add((job.Index, end));
        if (apart)
        {
            return;
        }

        var length = Model.NewIntVar(job.Minutes, Math.Max(job.Minutes, _latest[job.Index]), $"n{job.Index}");
        _lengths.Add((job.Index, length));
        foreach (var person in job.Who)
        {
            _across[person].Add(Model.NewOptionalIntervalVar(start, length, end, _does[(job.Index, person)], $"x{job.Index},{person}"));
        }
    }

    /// <summary>What lies in one stretch, where any of it does: from its start or the stretch's, to its end or the stretch's.</summary>
    private void Part(
        Problem.Work job,
        IntVar start,
        IntVar end,
        List<int> people,
        Problem.Span span,
        BoolVar first,
        BoolVar last,
        LinearExpr under,
        Ways ways
    )
    {
        var name = $"{job.Index},{_ways.Count},{span.From}";
        var (on, from, to, length) = (
            Model.NewBoolVar($"o{name}"),
            Model.NewIntVar(span.From, span.To, $"b{name}"),
            Model.NewIntVar(span.From, span.To, $"d{name}"),
            Model.NewIntVar(0, span.To - span.From, $"m{name}")
        );
        Model.Add(under == on);
        Model.Add(from == start).OnlyEnforceIf(first);
        Model.Add(from == span.From).OnlyEnforceIf(first.Not());
        Model.Add(to == end).OnlyEnforceIf(last);
        Model.Add(to == span.To).OnlyEnforceIf(last.Not());
        var part = Model.NewOptionalIntervalVar(from, length, to, on, $"q{name}");
        ways.Parts.Add((on, from, to, length));
        people.ForEach(p => _person[p].Add(part));
        foreach (var (resource, count) in job.Uses)
        {
            _resource[resource].Add((part, count));
        }
    }

    /// <summary>How a job that splits may lie in the hours that some people share.</summary>
    private sealed record Ways(
        int Job,
        List<int> People,
        List<Problem.Span> Hours,
        List<BoolVar> First,
        List<BoolVar> Last,
        List<(BoolVar On, IntVar From, IntVar To, IntVar Length)> Parts
    );

    private static IEnumerable<List<int>> Chosen(IReadOnlyList<int> who, int count)
    {
        if (count == 0)
        {
            yield return [];
            yield break;
        }

        for (var i = 0; i + count <= who.Count; i++)
        {
            foreach (var rest in Chosen([.. who.Skip(i + 1)], count - 1))
            {
                yield return [who[i], .. rest];
            }
        }
    }
}
