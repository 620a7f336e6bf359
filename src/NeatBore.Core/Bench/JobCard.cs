using System.Text.RegularExpressions;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A task before it begins: what it still wants to know, what it is done with, what it takes.</summary>
/// <param name="Task">Its address.</param>
/// <param name="Title">As the builder says it.</param>
/// <param name="Sheet">The engine made whole for it; for drawing alone while something is missing.</param>
/// <param name="Values">What it wants to know, in the order in which it is asked.</param>
/// <param name="Ready">Whether it can begin.</param>
/// <param name="Tools">What is picked from the crib for it.</param>
/// <param name="Gauges">What it is measured with, a line a kind.</param>
/// <param name="Supplies">The parts that it fits and what it uses up, and where each is.</param>
/// <param name="Lacking">What of those is said not to be here, in a sentence; null where nothing is.</param>
/// <param name="Cautions">Of its steps, in order, each once.</param>
/// <param name="Steps">How many steps it has as it stands.</param>
/// <param name="Readings">How many readings those ask for, ticks among them.</param>
/// <param name="Minutes">How long it takes: a Neat Bore default by its steps and readings.</param>
/// <param name="View">The end that the builder faces.</param>
/// <param name="Begun">Whether it has begun: then only a lead corrects what it stands on, with a reason.</param>
/// <param name="NotOnSheet">How many values were told on this build that the engine's sheet does not have.</param>
public sealed record JobCard(
    TaskRef Task,
    string Title,
    EngineSheet Sheet,
    IReadOnlyList<WantedValue> Values,
    bool Ready,
    IReadOnlyList<CardTool> Tools,
    IReadOnlyList<CardGauge> Gauges,
    IReadOnlyList<CardSupply> Supplies,
    string? Lacking,
    IReadOnlyList<string> Cautions,
    int Steps,
    int Readings,
    int Minutes,
    View View,
    bool Begun,
    int NotOnSheet
)
{
    internal const double MinutesAStep = 2;
    internal const double MinutesAReading = 0.5;
    private const double FineEnough = 1.0 / 3;

    /// <summary>The card of a task.</summary>
    /// <param name="build">The build.</param>
    /// <param name="task">The task.</param>
    /// <param name="book">Every run sheet.</param>
    /// <param name="shop">Its instruments and its crib.</param>
    /// <returns>Null where the engine has no such task.</returns>
    public static JobCard? Of(WorkedBuild build, TaskRef task, ProcedureBook book, Shop shop)
    {
        var possible = build.State.Places.SelectMany(p => p.Tasks).FirstOrDefault(t => t.Ref == task);
        if (possible is null || book.Newest.FirstOrDefault(p => p.Id == task.Kind) is not { } procedure)
        {
            return null;
        }

        var begun = build.Tasks.Any(t => t.Ref == task);
        var told = build.ToldValues;
        var whole = begun
            ? Completion.Of(build.SheetOf(task), [], procedure.Wants)
            : Completion.Of(shop.Over(build.Newest), told, procedure.Wants);
        var steps = Tried(build, task, procedure, whole);
        var slots = steps.SelectMany(s => s.Rounds[^1].Slots.Select(x => x.Slot)).ToList();
        var readings = slots.Count(s => s.Required);
        // Sizes that nobody knows yet are drawn, but not ordered by.
        var supplies = CardSupply.Of(procedure, whole.Ready ? whole.Sheet : build.Newest, task, build.Log);
        return new JobCard(
            task,
            possible.Title,
            whole.Sheet,
            whole.Values,
            whole.Ready,
            [.. slots.Where(s => s.Need is not null).Select(s => CardTool.Of(s.Label, s.Need!, shop.Crib))],
            [
                .. slots
                    .Where(s => s is { Kind: SlotKind.Number, Instrument: not null })
                    .GroupBy(s => s.Instrument!)
                    .Select(g =>
                        CardGauge.Of(g.Key, [.. g.Select(Around)], shop.Instruments, whole.Values, procedure.Wants, whole.Sheet.Layout)
                    ),
            ],
            supplies,
            CardSupply.Lacking(supplies),
            [.. (steps.Count > 0 ? steps.SelectMany(s => s.Cautions) : procedure.Steps.SelectMany(s => s.Cautions)).Distinct()],
            steps.Count,
            readings,
            (int)(5 * Math.Ceiling(((steps.Count * MinutesAStep) + (readings * MinutesAReading)) / 5)),
            procedure.View,
            begun,
            build.Newest.Lacks(told).Count
        );
    }

    /// <summary>The steps of a task that is not begun, on the engine as far as it is known; none where they can't even be tried.</summary>
    internal static IReadOnlyList<StepState> Before(WorkedBuild build, TaskRef task, Procedure procedure, Shop shop, out EngineSheet sheet)
    {
        var whole = Completion.Of(shop.Over(build.Newest), build.ToldValues, procedure.Wants);
        sheet = procedure.Sees(whole.Sheet);
        return Tried(build, task, procedure, whole);
    }

    /// <summary>Its steps as they stand before anything is read; none where what is missing can't even be tried.</summary>
    private static List<StepState> Tried(WorkedBuild build, TaskRef task, Procedure procedure, Completion whole)
    {
        try
        {
            var (state, _) = TaskEvaluation.TaskOf(
                new TaskStarted(Guid.Empty, DateTimeOffset.UnixEpoch, task, procedure.Version, whole.Sheet.Ref),
                procedure,
                whole.Sheet,
                [],
                new Journal(task),
                kind => build.Tasks.FirstOrDefault(t => t.Ref.Kind == kind),
                _ => null,
                _ => null
            );
            return [.. state.Steps.Where(s => s.Status != StepStatus.LeftOut)];
        }
        catch (Exception e) when (!whole.Ready && e is not OutOfMemoryException)
        {
            // Sizes as they are usually drawn need not go with those that are known.
            return [];
        }
    }

    /// <summary>About what is read at a place; null where nobody can tell.</summary>
    private static double? Around(Slot slot) => slot.Expected ?? (slot.Plausible is { } band ? (band.Low + band.High) / 2 : null);

    /// <summary>Whether an uncertainty is small enough for a limit: a third of it.</summary>
    internal static bool Suits(double uncertainty, double limit) => uncertainty <= limit * FineEnough;
}

/// <summary>A tool that a task wants from the crib.</summary>
/// <param name="What">What it is for, as its step names it.</param>
/// <param name="Name">The one that fits best; null where none does.</param>
/// <param name="SetUp">How it is set up, or why the nearest one does not fit.</param>
public sealed record CardTool(string What, string? Name, string SetUp)
{
    internal static CardTool Of(string what, ToolMatch.ToolNeed need, IReadOnlyList<ToolMatch.CribTool> crib)
    {
        string Called(string id) => crib.FirstOrDefault(t => t.Id == id)?.Name ?? id;
        var match = ToolMatch.Solve(new ToolMatch.Request(need, crib));
        return match.Fits is [var best, ..] ? new(what, Called(best.Id), best.SetUp)
            : match.Ask is [var ask, ..] ? new(what, null, ask.Because)
            : match.Refused is [var near, ..] ? new(what, null, $"{Called(near.Id)}: {near.Because}")
            : new(what, null, "none in the crib");
    }
}

/// <summary>What a kind of reading is taken with.</summary>
/// <param name="Kind">Such as "micrometer".</param>
/// <param name="Name">The finest of the shop; null where it has none.</param>
/// <param name="Uncertainty">Its expanded uncertainty (k = 2), in the base unit of what it reads.</param>
/// <param name="Due">When its calibration runs out.</param>
/// <param name="CoarseFor">A limit that is finer than it can judge: its label; null where none is.</param>
/// <param name="Limit">How wide that limit is, in the same unit.</param>
/// <param name="Dimension">What both measure.</param>
public sealed partial record CardGauge(
    string Kind,
    string? Name,
    double Uncertainty,
    DateOnly? Due,
    string? CoarseFor,
    double? Limit,
    Dimension Dimension
)
{
    internal static CardGauge Of(
        string kind,
        IReadOnlyList<double?> read,
        IReadOnlyList<Instrument> shop,
        IReadOnlyList<WantedValue> values,
        Wants wants,
        EngineLayout layout
    )
    {
        // One that reaches what is read with it, where there is one.
        bool Reaches(Instrument i) => read.OfType<double>().All(v => v >= (i.Low ?? v) && v <= (i.High ?? v));
        if (
            shop.Where(i => i.Kind == kind).OrderBy(i => !Reaches(i)).ThenBy(i => i.Simulated).ThenBy(i => i.Uncertainty).FirstOrDefault()
            is not { } best
        )
        {
            return new(kind, null, 0, null, null, null, Dimension.Length);
        }

        // The limits that it judges, each as wide as it is: from end to end, or up to its one end.
        var judged = wants
            .Parts.SelectMany(p => SheetValues.Of(p, layout)?.Values ?? [])
            .Where(v => v.Gauge == kind)
            .Select(v => (v, At: values.FirstOrDefault(w => w.Path == v.Path)))
            .Where(v => v.At is { Number: not null })
            .Select(v =>
                (
                    Label: EndOf().Replace(v.At!.Label, ""),
                    v.v.Dimension,
                    Wide: v.At.Number!.Value
                        - (
                            values
                                .FirstOrDefault(w =>
                                    w.Path == v.v.Path.Replace("/high", "/low", StringComparison.Ordinal) && w.Path != v.v.Path
                                )
                                ?.Number
                            ?? 0
                        )
                )
            )
            .ToList();
        var finest = judged.Count > 0 ? judged.MinBy(j => j.Wide) : default;
        var coarse = judged.Count > 0 && !JobCard.Suits(best.UncertaintyAt(finest.Wide), finest.Wide);
        return new(
            kind,
            best.Name,
            best.Uncertainty,
            best.CalibrationDue,
            coarse ? finest.Label : null,
            coarse ? finest.Wide : null,
            InstrumentKind.Reads(kind)
        );
    }

    /// <summary>What a limit's label says of its one end.</summary>
    [GeneratedRegex(" (up )?to$")]
    private static partial Regex EndOf();
}
