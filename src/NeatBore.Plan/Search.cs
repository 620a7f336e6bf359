using System.Diagnostics;
using System.Globalization;
using Google.OrTools.Sat;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan;

/// <summary>One aim after the other, each kept while the next is sought; the solver's time is shared between them.</summary>
/// <param name="problem">What is planned.</param>
/// <param name="progress">Told of each better plan.</param>
/// <param name="cancel">Ends the search; there is no plan then.</param>
/// <param name="why">Whether the jobs that clash are sought where there is no plan: that may take longer than a plan.</param>
internal sealed class Search(Problem problem, IProgress<Progress>? progress, CancellationToken cancel, bool why = true)
{
    private const int Aims = 5;

    // One thread that takes turns between ways of searching ends the same each time; to probe takes longer than it saves here.
    private const string Always = "num_workers:1,interleave_search:true,cp_model_probing_level:0,symmetry_level:0,linearization_level:0";

    // The clock on the wall ends a search that takes this many times its effort.
    private const double Guard = 10;

    // Of what is left of the effort, an aim may take this share; the last takes all.
    private const double Share = 0.5;

    // An order of people's jobs by build is sought for so many jobs at most: each pair of a person's is a choice.
    private const int MostOrdered = 40;

    // A shop of so few jobs is searched whole at once.
    private const int FewJobs = 20;

    // What of the effort goes into other orders of the rules.
    private const double OrdersShare = 0.8;

    private readonly Stopwatch _clock = Stopwatch.StartNew();
    private readonly Bounds _bounds = new(problem);
    private double _left = problem.Request.Effort;
    private bool _cut;
    private (string Of, double Percent)? _gap;

    public Answer Solve()
    {
        if (Clashes.Alone(problem) is { } alone)
        {
            return Never(alone);
        }

        var plans = Rules.Plans(problem);
        if (plans.Count > 0)
        {
            Report(0, plans[0].Plan);
        }

        var best = plans.Count > 0 ? Nearby(plans[0].Plan, plans[0].Order) : null;
        var model = new PlanModel(problem, latest: best is null ? null : Latest(best, Rules.Far(problem, plans.Select(p => p.Plan))));
        if (best is null)
        {
            var (found, impossible) = Step(model, null, null, 0);
            if (impossible)
            {
                return Never(why ? Clashes.Smallest(problem, cancel) : new Clash("There is no plan.", []));
            }

            if (found is null)
            {
                _cut = true;
                return Never(new Clash("No plan was found in the time allowed. Allow more effort, or fewer jobs.", []));
            }

            best = Nearby(found, [.. found.Starts.Select(s => (double)s)]);
        }

        Report(1, best);
        best = Late(model, best);
        Report(2, best);
        best = Finish(model, Nearby(best, [.. best.Starts.Select(s => (double)s)]));
        Report(3, best);
        best = Moved(model, best);
        best = Changes(model, best);
        best = Windows(model, best);
        return new Reading(problem, best).Answer(
            _gap is null ? Status.Best : Status.Good,
            _cut,
            _gap is { } gap ? (gap.Of, gap.Percent) : null
        );
    }

    /// <summary>A large shop's first plan, made better by other orders of the same jobs.</summary>
    private Solution Nearby(Solution plan, double[] order)
    {
        if (problem.Jobs.Count(j => j.At.Count == 0) <= FewJobs)
        {
            return plan;
        }

        var orders = new Orders(problem, _bounds.Late, cancel);
        var spent = _left * OrdersShare;
        _left -= spent;
        return orders.Better(
            plan,
            order,
            (int)(spent / orders.Price),
            s => s.Late(problem) <= _bounds.Late && s.Finish(problem) <= _bounds.Finish,
            () => _clock.Elapsed.TotalSeconds > problem.Request.Effort * Guard
        );
    }

    /// <summary>By when each job is ready in any plan that is no later than the one there is.</summary>
    private long[] Latest(Solution best, long far)
    {
        var late = best.Late(problem);
        var latest = problem.Jobs.Select(j => Math.Min(far, j.Due is { } due ? due + (late / j.Weight) : problem.Horizon)).ToArray();
        for (var again = true; again; )
        {
            again = false;
            foreach (var job in problem.Jobs)
            {
                foreach (var before in job.Follows)
                {
                    var least = latest[job.Index] - job.Wait - job.Minutes;
                    if (latest[before] > least)
                    {
                        (latest[before], again) = (least, true);
                    }
                }
            }
        }

        return latest;
    }

    private Answer Never(Clash clash) => new(Status.Impossible, _cut, null, 0, 0, null, [], [], [], [clash]);

    private void Report(int aim, Solution best) =>
        progress?.Report(new Progress(aim, best.Late(problem) / Problem.WeightUnit, problem.Time(best.Finish(problem))));

    private Solution Late(PlanModel model, Solution best)
    {
        var due = problem.Jobs.Where(j => j.Due is not null).ToList();
        if (due.Count == 0)
        {
            return best;
        }

        var terms = due.ConvertAll(j =>
        {
            var late = model.Model.NewIntVar(0, Math.Max(0, problem.Horizon - j.Due!.Value), $"l{j.Index}");
            model.Model.Add(late >= model.Ready(j.Index) - j.Due.Value);
            return late * j.Weight;
        });
        return Closed(Least(model, LinearExpr.Sum(terms), best, s => s.Late(problem), "lateness", 1, Problem.WeightUnit, _bounds.Late));
    }

    private Solution Finish(PlanModel model, Solution best)
    {
        var finish = model.Model.NewIntVar(0, Math.Max(1, problem.Horizon), "finish");
        foreach (var job in problem.Jobs)
        {
            model.Model.Add(finish >= model.Ready(job.Index));
        }

        return Closed(Least(model, finish + 0, best, s => s.Finish(problem), "finish", 2, 1, _bounds.Finish));
    }

    /// <summary>Without gaps; where there was a plan before, only if that is better for it: what need not move stays.</summary>
    private Solution Closed(Solution plan)
    {
        var closed = plan.Closed(problem);
        return problem.Before.Count == 0 || closed.Late(problem) < plan.Late(problem) || closed.Finish(problem) < plan.Finish(problem)
            ? closed
            : plan;
    }

    private Solution Moved(PlanModel model, Solution best)
    {
        if (problem.Before.Count == 0)
        {
            return best;
        }

        var kept = new List<LinearExpr>();
        foreach (var (job, start, people) in problem.Before)
        {
            if (
                people is null
                || people.Count != problem.Jobs[job].People
                || start < 0
                || people.Any(p => problem.Jobs[job].People > 0 && model.Does(job, p) is null)
            )
            {
                continue;
            }

            var same = model.Model.NewBoolVar($"k{job}");
            model.Model.Add(model.Start[job] == start).OnlyEnforceIf(same);
            foreach (var person in people)
            {
                model.Model.Add(model.Does(job, person)! == 1).OnlyEnforceIf(same);
            }

            kept.Add(same);
        }

        return Least(model, LinearExpr.Constant(problem.Before.Count) - LinearExpr.Sum(kept), best, problem.Moved, "moved", 3, 1);
    }

    private Solution Changes(PlanModel model, Solution best)
    {
        var hands = problem.Jobs.Where(j => j.People > 0 && j.Minutes > 0).ToList();
        if (hands.Select(j => j.Build).Distinct().Count() < 2)
        {
            return best;
        }

        if (hands.Count > MostOrdered)
        {
            // Left as it came out: said, and not claimed to be the best.
            _gap ??= ("changes", 100);
            return best;
        }

        var changes = new List<LinearExpr>();
        for (var person = 0; person < problem.Hours.Count; person++)
        {
            var own = hands.FindAll(j => model.Does(j.Index, person) is not null);
            if (own.Count < 2)
            {
                continue;
            }

            var circuit = model.Model.AddCircuit();
            circuit.AddArc(0, 0, model.Model.NewBoolVar($"none{person}"));
            foreach (var (a, i) in own.Select((j, i) => (j, i + 1)))
            {
                circuit.AddArc(0, i, model.Model.NewBoolVar($"f{person},{i}"));
                circuit.AddArc(i, 0, model.Model.NewBoolVar($"t{person},{i}"));
                circuit.AddArc(i, i, model.Does(a.Index, person)!.Not());
                foreach (var (b, k) in own.Select((j, k) => (j, k + 1)).Where(o => o.Item2 != i))
                {
                    var next = model.Model.NewBoolVar($"n{person},{i},{k}");
                    circuit.AddArc(i, k, next);
                    model.Model.Add(model.Start[b.Index] >= model.End[a.Index]).OnlyEnforceIf(next);
                    if (a.Build != b.Build)
                    {
                        changes.Add(next);
                    }
                }
            }
        }

        return changes.Count == 0 ? best : Least(model, LinearExpr.Sum(changes), best, s => ChangesOf(s, hands), "changes", 4, 1);
    }

    private long ChangesOf(Solution s, List<Problem.Work> hands) =>
        Enumerable
            .Range(0, problem.Hours.Count)
            .Sum(p =>
            {
                var own = hands.Where(j => s.People[j.Index].Contains(p)).OrderBy(j => s.Starts[j.Index]).Select(j => j.Build).ToList();
                return own.Zip(own.Skip(1)).Count(pair => pair.First != pair.Second);
            });

    private Solution Windows(PlanModel model, Solution best)
    {
        var windows = problem.Jobs.Where(j => j.Within is not null).ToList();
        return windows.Count == 0
            ? best
            : Least(
                model,
                LinearExpr.Sum(windows.Select(j => model.Start[j.Index] - model.Ready(j.Within!.Value.Of))),
                best,
                s => windows.Sum(j => s.Starts[j.Index] - s.Ready(problem, j.Within!.Value.Of)),
                "windows",
                Aims,
                1
            );
    }

    /// <summary>The least of an aim, from what was found before it; the aims after it keep to that.</summary>
    private Solution Least(
        PlanModel model,
        LinearExpr aim,
        Solution best,
        Func<Solution, long> value,
        string name,
        int number,
        double unit,
        long least = 0
    )
    {
        _bound = least;
        if (value(best) > least)
        {
            model.Model.Add(aim >= least);
            var (found, _) = Step(model, aim, best, number);
            best = found is not null && value(found) < value(best) ? found : best;
            _bound = Math.Max(_bound, least);
        }

        var reached = value(best);
        if (_bound < reached)
        {
            _gap ??= (name, 100 * (reached - _bound) / Math.Max(reached, unit));
        }

        model.Model.Add(aim <= reached);
        return best;
    }

    private double _bound;

    private (Solution? Found, bool Impossible) Step(PlanModel model, LinearExpr? aim, Solution? from, int number)
    {
        if (from is not null)
        {
            model.Hint(from);
        }

        model.Model.Model.Objective = null;
        if (aim is not null)
        {
            model.Model.Minimize(aim);
        }

        var guard = (problem.Request.Effort * Guard) - _clock.Elapsed.TotalSeconds;
        var effort = number is 0 or Aims ? _left : _left * Share;
        if (guard <= 0)
        {
            _cut = true;
            _bound = 0;
            return (null, false);
        }

        using var solver = new CpSolver();
        solver.StringParameters = string.Create(
            CultureInfo.InvariantCulture,
            $"{Always},random_seed:{problem.Request.Seed}," + $"max_deterministic_time:{Math.Max(effort, 0.01)},max_time_in_seconds:{guard}"
        );
        using var stop = cancel.Register(solver.StopSearch);
        var status = solver.Solve(model.Model);
        cancel.ThrowIfCancellationRequested();
        _left = Math.Max(0, _left - solver.Response!.DeterministicTime);
        _cut |= status is not (CpSolverStatus.Optimal or CpSolverStatus.Infeasible) && solver.WallTime() >= guard;
        _bound =
            status == CpSolverStatus.Optimal || aim is null ? solver.BestObjectiveBound : Math.Ceiling(solver.BestObjectiveBound - 1e-6);
        return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible
            ? (Found(model, solver), false)
            : (null, status == CpSolverStatus.Infeasible);
    }

    private Solution Found(PlanModel model, CpSolver solver)
    {
        var people = problem
            .Jobs.Select(j => (IReadOnlyList<int>)[.. j.Who.Where(p => model.Does(j.Index, p) is { } does && solver.BooleanValue(does))])
            .ToList();
        return new Solution(
            [.. problem.Jobs.Select(j => solver.Value(model.Start[j.Index]))],
            [.. problem.Jobs.Select(j => solver.Value(model.End[j.Index]))],
            people
        );
    }
}
