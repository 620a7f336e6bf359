using Google.OrTools.Sat;
using Google.OrTools.Util;

namespace NeatBore.Plan;

/// <summary>A problem, or some of its jobs, as constraints.</summary>
internal sealed class PlanModel
{
    private const long MostMinutes = DayPlan.MostDays * 24 * 60;
    private readonly Problem _problem;
    private readonly Dictionary<(int Job, int Person), BoolVar> _does = [];
    private readonly List<IntervalVar>[] _person;
    private readonly List<(IntervalVar Interval, int Count)>[] _resource;
    private readonly bool[] _in;
    private readonly long[] _latest;
    private readonly List<IntervalVar>[] _across;
    private readonly List<Ways> _ways = [];
    private readonly List<(int Job, IntVar Length)> _lengths = [];
    private readonly List<(int Job, IntVar End)> _ends = [];
    private readonly long _horizon;
    private readonly IReadOnlyList<Problem.Span>[] _hours;

    /// <param name="problem">The whole of it.</param>
    /// <param name="only">The jobs that are looked at; all where none is named.</param>
    /// <param name="latest">By when each is ready; the problem's horizon where none is given.</param>
    public PlanModel(Problem problem, IEnumerable<int>? only = null, long[]? latest = null)
    {
        _problem = problem;
        _latest = latest ?? [.. problem.Jobs.Select(_ => problem.Horizon)];
        _horizon = Math.Max(0, _latest.Max());
        _hours = [.. problem.Hours.Select(h => (IReadOnlyList<Problem.Span>)[.. h.Where(s => s.From <= _horizon)])];
        _across = [.. problem.Hours.Select(_ => new List<IntervalVar>())];
        _in = new bool[problem.Jobs.Count];
        foreach (var job in only ?? Enumerable.Range(0, problem.Jobs.Count))
        {
            _in[job] = true;
        }

        _person = [.. problem.Hours.Select(_ => new List<IntervalVar>())];
        _resource = [.. problem.Capacity.Select(_ => new List<(IntervalVar, int)>())];
        Start = new IntVar[problem.Jobs.Count];
        End = new LinearExpr[problem.Jobs.Count];
        foreach (var job in In)
        {
            Add(job);
        }

        foreach (var job in In)
        {
            Order(job);
        }

        for (var person = 0; person < _person.Length; person++)
        {
            if (_person[person].Count > 0)
            {
                // Out of hours somebody is taken too, so that a job lies in one stretch.
                Model.AddNoOverlap([.. _person[person], .. Off(person)]);
            }

            if (_across[person].Count > 0)
            {
                // What lies across the hours' ends meets nothing else of theirs.
                Model.AddNoOverlap([.. _person[person], .. _across[person]]);
            }
        }

        for (var r = 0; r < _resource.Length; r++)
        {
            if (_resource[r].Count == 0)
            {
                continue;
            }

            var all = Model.AddCumulative(problem.Capacity[r]);
            foreach (var (interval, count) in _resource[r])
            {
                all.AddDemand(interval, count);
            }
        }
    }

    public CpModel Model { get; } = new();

    public IntVar[] Start { get; }

    public LinearExpr[] End { get; }

    private IEnumerable<Problem.Work> In => _problem.Jobs.Where(j => _in[j.Index]);

    public LinearExpr Ready(int job) => End[job] + _problem.Jobs[job].Wait;

    /// <summary>Whether somebody does a job; null where they may not.</summary>
    public BoolVar? Does(int job, int person) => _does.GetValueOrDefault((job, person));

    private void Add(Problem.Work job)
    {
        var start = Model.NewIntVarFromDomain(Begins(job), $"s{job.Index}");
        Start[job.Index] = start;
        foreach (var at in job.At)
        {
            Model.Add(start == at);
        }

        foreach (var person in job.People > 0 ? job.Who : [])
        {
            _does[(job.Index, person)] = Model.NewBoolVar($"a{job.Index},{person}");
        }

        if (job.People > 0)
        {
            Model.Add(LinearExpr.Sum(job.Who.Select(p => _does[(job.Index, p)])) == job.People);
        }

        foreach (var person in job.Pinned)
        {
            if (Does(job.Index, person) is { } does)
            {
                Model.Add(does == 1);
            }
            else
            {
                Never();
            }
        }

        if (job.Splits && job.Minutes > 0)
        {
            Split(job, start);
        }
        else
        {
            Whole(job, start);
        }

        if (job.Wait > 0)
        {
            foreach (var (resource, count) in job.WaitUses)
            {
                _resource[resource].Add((Model.NewFixedSizeIntervalVar(End[job.Index], job.Wait, $"w{job.Index},{resource}"), count));
            }
        }
    }

    /// <summary>When a job may begin at all: in anybody's hours, with room for it where it does not split.</summary>
    private Domain Begins(Problem.Work job)
    {
        var latest = Math.Max(job.NotBefore, _latest[job.Index] - job.Wait - job.Minutes);
        var any = new Domain(job.NotBefore, latest);
        return job.People == 0
            ? any
            : any.IntersectionWith(
                Domain.FromIntervals([
                    .. job
                        .Who.SelectMany(p =>
                            job.Splits && job.Minutes > 0 ? _hours[p].Select(h => new[] { h.From, h.To - 1 }) : Spans(job, p)
                        )
                        .OrderBy(s => s[0]),
                ])
            );
    }

    private IEnumerable<long[]> Spans(Problem.Work job, int person) =>
        _hours[person].Where(h => h.To - h.From >= job.Minutes).Select(h => new[] { h.From, h.To - job.Minutes });

    private IEnumerable<IntervalVar> Off(int person)
    {
        long at = 0;
        foreach (var span in _hours[person].Append(new Problem.Span(_horizon + MostMinutes, _horizon + MostMinutes)))
        {
            if (span.From > at)
            {
                yield return Model.NewFixedSizeIntervalVar(LinearExpr.Constant(at), span.From - at, $"off{person},{at}");
            }

            at = span.To;
        }
    }

    private void Whole(Problem.Work job, IntVar start)
    {
        End[job.Index] = start + job.Minutes;
        foreach (var person in job.People > 0 ? job.Who : [])
        {
            var does = _does[(job.Index, person)];
            if (job.Minutes == 0)
            {
                Model.AddLinearExpressionInDomain(start, Domain.FromIntervals([.. Spans(job, person)])).OnlyEnforceIf(does);
            }
            else
            {
                _person[person].Add(Model.NewOptionalFixedSizeIntervalVar(start, job.Minutes, does, $"i{job.Index},{person}"));
            }
        }

        if (job.Minutes > 0)
        {
            foreach (var (resource, count) in job.Uses)
            {
                _resource[resource].Add((Model.NewFixedSizeIntervalVar(start, job.Minutes, $"u{job.Index},{resource}"), count));
            }
        }
    }

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

    /// <summary>Lays a plan over the model as where to begin, every variable of it, so that it is one.</summary>
    public void Hint(Solution from)
    {
        Model.ClearHints();
        foreach (var job in In)
        {
            Model.AddHint(Start[job.Index], from.Starts[job.Index]);
            foreach (var person in job.Who)
            {
                if (Does(job.Index, person) is { } does)
                {
                    Model.AddHint(does, from.People[job.Index].Contains(person) ? 1 : 0);
                }
            }
        }

        foreach (var ways in _ways)
        {
            var (start, end) = (from.Starts[ways.Job], from.Ends[ways.Job]);
            var these = ways.People.Order().SequenceEqual(from.People[ways.Job].Order());
            for (var k = 0; k < ways.Hours.Count; k++)
            {
                var span = ways.Hours[k];
                var (first, last) = (these && span.From <= start && start < span.To, these && span.From < end && end <= span.To);
                Model.AddHint(ways.First[k], first ? 1 : 0);
                Model.AddHint(ways.Last[k], last ? 1 : 0);
                if (ways.Parts.Count > 0)
                {
                    var part = ways.Parts[k];
                    var (a, b) = (first ? start : span.From, last ? end : span.To);
                    Model.AddHint(part.On, these && start < span.To && span.From < end ? 1 : 0);
                    Model.AddHint(part.From, a);
                    Model.AddHint(part.To, b);
                    Model.AddHint(part.Length, b - a);
                }
            }
        }

        foreach (var (job, length) in _lengths)
        {
            Model.AddHint(length, from.Ends[job] - from.Starts[job]);
        }

        foreach (var (job, end) in _ends)
        {
            Model.AddHint(end, from.Ends[job]);
        }
    }

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

    private void Order(Problem.Work job)
    {
        foreach (var other in job.Follows.Where(o => _in[o]))
        {
            if (other == job.Index)
            {
                Never();
            }
            else
            {
                Model.Add(Start[job.Index] >= Ready(other));
            }
        }

        if (job.Within is { } window && _in[window.Of] && window.Of != job.Index)
        {
            Model.Add(Start[job.Index] <= (window.FromEnd ? End[window.Of] : Ready(window.Of)) + window.Minutes);
        }
    }

    private void Never() => Model.AddBoolOr([Model.FalseLiteral()]);
}
