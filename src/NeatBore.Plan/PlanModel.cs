using Google.OrTools.Sat;
using Google.OrTools.Util;

namespace NeatBore.Plan;

/// <summary>A problem, or some of its jobs, as constraints.</summary>
internal sealed partial class PlanModel
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
