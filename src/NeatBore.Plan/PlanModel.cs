using Google.OrTools.Sat;
using Google.OrTools.Util;

namespace NeatBore.Plan;

/// <summary>A problem, or some of its jobs, as constraints.</summary>
internal sealed class PlanModel
{
    private readonly Problem _problem;
    private readonly Dictionary<(int Job, int Person), BoolVar> _does = [];
    private readonly List<IntervalVar>[] _person;
    private readonly List<(IntervalVar Interval, int Count)>[] _resource;
    private readonly bool[] _in;

    public PlanModel(Problem problem, IEnumerable<int>? only = null)
    {
        _problem = problem;
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

        foreach (var intervals in _person)
        {
            Model.AddNoOverlap(intervals);
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
        var start = Model.NewIntVar(job.NotBefore, Math.Max(job.NotBefore, _problem.Horizon), $"s{job.Index}");
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

    private void Whole(Problem.Work job, IntVar start)
    {
        End[job.Index] = start + job.Minutes;
        foreach (var person in job.People > 0 ? job.Who : [])
        {
            var does = _does[(job.Index, person)];
            var spans = _problem.Hours[person].Where(h => h.To - h.From >= job.Minutes).Select(h => new[] { h.From, h.To - job.Minutes });
            Model.AddLinearExpressionInDomain(start, Domain.FromIntervals([.. spans])).OnlyEnforceIf(does);
            if (job.Minutes > 0)
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
        var end = Model.NewIntVar(0, _problem.Horizon, $"e{job.Index}");
        End[job.Index] = end + 0;
        var all = new List<BoolVar>();
        var of = job.Who.ToDictionary(p => p, _ => new List<BoolVar>());
        foreach (var people in Chosen(job.Who, job.People))
        {
            var hours = _problem.Together(people);
            foreach (var piece in Working.Pieces(job, hours))
            {
                var lies = Model.NewBoolVar($"p{job.Index},{all.Count}");
                all.Add(lies);
                people.ForEach(p => of[p].Add(lies));
                Model.AddLinearConstraint(start, piece.Low, piece.High).OnlyEnforceIf(lies);
                Model.Add(end == start + (job.Minutes + piece.Pauses)).OnlyEnforceIf(lies);
                for (var k = piece.First; k <= piece.Last; k++)
                {
                    var part = Part(start, end, piece, hours, k, lies, $"q{job.Index},{all.Count},{k}");
                    people.ForEach(p => _person[p].Add(part));
                    foreach (var (resource, count) in job.Uses)
                    {
                        _resource[resource].Add((part, count));
                    }
                }
            }
        }

        Model.AddExactlyOne(all);
        foreach (var (person, lies) in of)
        {
            Model.Add(LinearExpr.Sum(lies) == _does[(job.Index, person)]);
        }
    }

    private IntervalVar Part(
        IntVar start,
        IntVar end,
        Working.Piece piece,
        IReadOnlyList<Problem.Span> hours,
        int k,
        BoolVar lies,
        string name
    )
    {
        if (k > piece.First && k < piece.Last)
        {
            return Model.NewOptionalFixedSizeIntervalVar(LinearExpr.Constant(hours[k].From), hours[k].To - hours[k].From, lies, name);
        }

        var length = Model.NewIntVar(0, hours[k].To - hours[k].From, $"{name}n");
        return Model.NewOptionalIntervalVar(
            k == piece.First ? start : LinearExpr.Constant(hours[k].From),
            length,
            k == piece.Last ? end : LinearExpr.Constant(hours[k].To),
            lies,
            name
        );
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
