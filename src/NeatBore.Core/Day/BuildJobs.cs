using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Day;

/// <summary>Makes the jobs of a day's plan from a build as it stands: what is begun and what was asked for, without what is done.</summary>
/// <param name="build">The build.</param>
/// <param name="key">What its jobs' ids begin with: one word for each build.</param>
/// <param name="book">Every run sheet.</param>
/// <param name="shop">The shop.</param>
/// <param name="now">Now.</param>
/// <param name="learned">What the shop's own work took.</param>
/// <param name="typed">Minutes that were typed for a job, by whom; null where none were.</param>
/// <param name="morning">When work begins on a day: what comes that day is there then.</param>
public sealed class BuildJobs(
    WorkedBuild build,
    string key,
    ProcedureBook book,
    Shop shop,
    DateTimeOffset now,
    LearnedMinutes learned,
    Func<string, (int Minutes, string By)?> typed,
    Func<DateOnly, DateTimeOffset> morning
)
{
    /// <summary>Somebody whose last entry is no older than this is still at it, minutes.</summary>
    private const double AtItMinutes = 30;

    /// <summary>To put a part in the oven or the freezer, minutes.</summary>
    private const int PutInMinutes = 5;

    private const int WholeMinutes = 5;

    private readonly List<DayJob> _jobs = [];
    private readonly List<HeldBack> _held = [];
    private readonly Dictionary<string, string> _last = new(StringComparer.Ordinal);

    /// <summary>The jobs.</summary>
    public BuildDay Jobs()
    {
        var possible = build.State.Places.SelectMany(p => p.Tasks).DistinctBy(t => t.Ref).ToDictionary(t => t.Ref);
        var begun = build.Tasks.ToDictionary(t => t.Ref);
        var wanted = (build.State.Life.Work ?? [])
            .Where(possible.ContainsKey)
            .Concat(begun.Keys)
            .Distinct()
            .Where(t => !begun.TryGetValue(t, out var task) || task.Standing != Standing.Done)
            .ToList();
        foreach (var task in InOrder(wanted))
        {
            if (begun.TryGetValue(task, out var state))
            {
                Add(state.Title, task, build.ProcedureOf(task), build.SheetOf(task), state.Steps, state);
            }
            else
            {
                var procedure = book.Newest.First(p => p.Id == task.Kind);
                var steps = JobCard.Before(build, task, procedure, shop, out var sheet);
                Add(possible[task].Title, task, procedure, sheet, steps, null);
            }
        }

        var rests = begun.Keys.Select(t => build.RestOf(t)).OfType<Rest>().Where(r => !r.Over && r.Until > now).ToList();
        return new BuildDay(_jobs, _held, rests.Count == 0 ? null : rests.Select(r => new Hold(r.Until, r.What)).MaxBy(h => h.Until));
    }

    /// <summary>Tasks so that each comes after those that have to be done first; as the engine strip has them otherwise.</summary>
    private IEnumerable<TaskRef> InOrder(List<TaskRef> wanted)
    {
        var left = wanted
            .OrderBy(t => build.State.Places.Select((p, i) => (p, i)).FirstOrDefault(p => p.p.Tasks.Any(x => x.Ref == t)).i)
            .ToList();
        while (left.Count > 0)
        {
            var next = left.Find(t => !left.Exists(o => o != t && Comes(t).Contains(o.Kind))) ?? left[0];
            left.Remove(next);
            yield return next;
        }
    }

    private IReadOnlyList<string> Comes(TaskRef task) => book.Newest.First(p => p.Id == task.Kind).Comes;

    private void Add(string title, TaskRef task, Procedure procedure, EngineSheet sheet, IReadOnlyList<StepState> steps, TaskState? state)
    {
        var planned = new Planned(sheet, choice => Chosen(procedure, sheet, state, choice));
        var took = learned.Of(task.Kind, LearnedMinutes.Items(steps), Default(steps));
        var share = Default(steps) == 0 ? 1 : (double)took.Typical / Default(steps);
        var after = Comes(task).Select(_last.GetValueOrDefault).OfType<string>().ToList();
        var hold = Parts(procedure, sheet, task, out var missing);
        var first = true;
        foreach (var (stretch, own) in Stretched(procedure, title, steps))
        {
            var left = own.Where(s => !s.Passed).ToList();
            if (own.Count > 0 && left.Count == 0)
            {
                continue;
            }

            var asked = Question(left);
            if (asked is not null || (missing is not null && !own.Any(Touched)))
            {
                _held.Add(new HeldBack(task, title, asked is null ? missing! : $"the owner’s answer: {asked}"));
                return;
            }

            var id = $"{key}/{task.Kind}@{task.Place}/{stretch.From.Id}";
            (string, int)? within = null;
            if (stretch.First(planned) is { } pause && !own.Any(Touched))
            {
                _jobs.Add(
                    new DayJob($"{id}/first", task, pause.Begun, "", PutInMinutes, took)
                    {
                        Then = pause,
                        After = after,
                        NotBefore = first ? Later(hold, Waits(task)) : null,
                    }
                );
                (after, within, first) = ([$"{id}/first"], pause.Within is { } most ? ($"{id}/first", most) : null, false);
            }

            var hand = typed(id);
            var later = first ? Later(hold, Waits(task)) : null;
            var by = first && state is not null && later is null ? AtIt(task) : null;
            var minutes = hand is { } h ? (int)Math.Ceiling(h.Minutes * Part(own, left)) : Rounded(share * Minutes(left));
            _jobs.Add(
                new DayJob(id, task, stretch.Title, Left(own, left), minutes, hand is null ? took : took with { TypedBy = hand.Value.By })
                {
                    People = stretch.People,
                    Stand = stretch.Stand,
                    Uses = [.. stretch.Uses.Select(u => u.Id)],
                    Crank = stretch.Crank,
                    Then = stretch.Then(planned),
                    // Whoever is at it has passed over what would come first.
                    After = by is null ? after : [],
                    Within = within,
                    NotBefore = later,
                    BeginBy = first ? Deadline(task) : null,
                    Splits = stretch.Splits,
                    UnderWay = by,
                }
            );
            (after, first) = ([id], false);
            if (!stretch.Apart)
            {
                _last[task.Kind] = id;
            }
        }
    }

    /// <summary>What was chosen; before a task begins, what is usual.</summary>
    private static string? Chosen(Procedure procedure, EngineSheet sheet, TaskState? state, string choice) =>
        state is not null ? state.Choices.FirstOrDefault(c => c.Id == choice)?.Chosen
        : procedure.Choices.FirstOrDefault(c => c.Id == choice)?.Options(sheet) is [var usual, ..] ? usual.Id
        : null;

    /// <summary>The steps of each stretch: those from its step on, up to the next stretch's.</summary>
    private static List<(Stretch Stretch, List<StepState> Steps)> Stretched(
        Procedure procedure,
        string title,
        IReadOnlyList<StepState> steps
    )
    {
        var named = procedure.Stretches.Where(s => procedure.Steps.Any(p => p.Name == s.From)).ToList();
        if (named.Count == 0)
        {
            named = [new Stretch(procedure.Steps[0].Name, title)];
        }

        var at = 0;
        var of = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var step in procedure.Steps)
        {
            at = at + 1 < named.Count && named[at + 1].From == step.Name ? at + 1 : at;
            of[step.Id] = at;
        }

        return [.. named.Select((s, i) => (s, steps.Where(x => x.Status != StepStatus.LeftOut && of[x.Ref.Step] == i).ToList()))];
    }

    private static bool Touched(StepState step) => step.Status is not (StepStatus.Open or StepStatus.Blocked or StepStatus.LeftOut);

    private static int Default(IReadOnlyList<StepState> steps) => Rounded(Minutes(steps.Where(s => s.Status != StepStatus.LeftOut)));

    private static double Minutes(IEnumerable<StepState> steps) =>
        steps.Sum(s => JobCard.MinutesAStep + (JobCard.MinutesAReading * s.Rounds[^1].Slots.Count(x => x.Slot.Required && x.Live is null)));

    /// <summary>How much of a stretch is left, above 0 to 1.</summary>
    private static double Part(List<StepState> own, List<StepState> left) =>
        left.Count == own.Count || Minutes(own) <= 0 ? 1 : Math.Clamp(Minutes(left) / Minutes(own), 0.01, 1);

    private static int Rounded(double minutes) => (int)Math.Max(WholeMinutes, WholeMinutes * Math.Ceiling(minutes / WholeMinutes));

    private static string Left(List<StepState> own, List<StepState> left)
    {
        var all = own.Select(s => s.Ref.Item).Where(i => i.Length > 0).Distinct().Count();
        var still = left.Select(s => s.Ref.Item).Where(i => i.Length > 0).Distinct().Count();
        return left.Count == own.Count ? ""
            : all > 1 && still < all ? $"{still} of {all} left"
            : "goes on";
    }

    private static string? Question(IEnumerable<StepState> steps) =>
        steps.SelectMany(s => s.Questions ?? []).FirstOrDefault(q => q.Answer is null)?.Finding;

    /// <summary>From when on its parts are here; what has no day for it is missing.</summary>
    private Hold? Parts(Procedure procedure, EngineSheet sheet, TaskRef task, out string? missing)
    {
        var away = CardSupply.Of(procedure, sheet, task, build.Log).Where(s => s.Where is not (null or SupplyPlace.Here)).ToList();
        missing = away.Exists(s => s.Due is null) ? CardSupply.Lacking(away.Where(s => s.Due is null)) : null;
        return away.Where(s => s.Due is not null)
            .Select(s => new Hold(morning(s.Due!.Value), $"{s.Label} comes"))
            .Where(h => h.Until > now)
            .MaxBy(h => h.Until);
    }

    private Hold? Waits(TaskRef task) =>
        build.State.Waits.Where(w => w.Task == task && !w.IsDeadline && w.At > now).Select(w => new Hold(w.At, w.Step)).MaxBy(h => h.Until);

    private DateTimeOffset? Deadline(TaskRef task) =>
        build.State.Waits.Where(w => w.Task == task && w.IsDeadline && w.At > now).Select(w => (DateTimeOffset?)w.At).Min();

    private static Hold? Later(Hold? one, Hold? other) =>
        one is null || other is null ? one ?? other
        : one.Until >= other.Until ? one
        : other;

    /// <summary>Who is at a task now: whoever wrote its last entry, not long ago, on a build that was not put down.</summary>
    private Signer? AtIt(TaskRef task) =>
        build.State.Down is null
        && TaskWork.Of(build, task) is [.., var last]
        && now - last.At <= TimeSpan.FromMinutes(AtItMinutes)
        && now >= last.At
            ? last.By
            : null;
}
