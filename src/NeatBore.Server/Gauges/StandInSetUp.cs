using System.Globalization;
using System.Text.RegularExpressions;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Server.Gauges;

/// <summary>What a simulated gauge is told before it is used at a place. All of it follows from what the bench knows; a real gauge needs
/// none of it.</summary>
internal static partial class StandInSetUp
{
    /// <summary>The longest word that the line takes.</summary>
    private const int Longest = 60;

    /// <summary>One word to another, in the order in which they are said.</summary>
    /// <param name="number">The build's number: how a part of it sits is remembered by it.</param>
    /// <param name="task">The task.</param>
    /// <param name="step">The step.</param>
    /// <param name="slot">The place within it.</param>
    public static IReadOnlyDictionary<string, string> Of(string number, TaskState task, StepState step, Slot slot)
    {
        var set = new Dictionary<string, string>(StringComparer.Ordinal)
        {
            ["place"] = Word($"{step.Ref.Step}@{step.Ref.Item}/{step.Round}/{slot.Key}"),
            ["part"] = Word($"{number}/{task.Ref.Kind}"),
        };
        if (slot.Expected is { } near)
        {
            set["near"] = Number(near);
        }

        var about = slot switch
        {
            { Trace.Y: Dimension.Torque } => [("target", slot.Expected ?? 0)],
            { Trace: not null } => Press(step, slot),
            { Instrument: "dial", AngleDeg: null, Expected: { } pushed } => [("push", pushed)],
            { Instrument: "dial", AngleDeg: not null } when step.Figure == "centring" => InBore(task, step),
            { Instrument: "dial", AngleDeg: not null } => [("sweep", 1 + Swept(task).IndexOf(step.Ref.Step))],
            _ => Array.Empty<(string, double)>(),
        };
        foreach (var (key, value) in about)
        {
            set[key] = Number(value);
        }

        if (slot.Trace is not null)
        {
            (set["back"], set["start"]) = ("1", "square");
        }

        return set;
    }

    /// <summary>The force when the part is home, the travel to there and how far in it begins; nothing where the fit is not
    /// known.</summary>
    private static (string, double)[] Press(StepState step, Slot slot) =>
        step.Now.Answer is DrawTravel.Answer { Curve: [.., var home] } && slot.StartedAt is { } started
            ? [("home", (home.LowN + home.HighN) / 2), ("travel", home.TravelMm - started), ("engaged", started)]
            : [];

    /// <summary>A dial that hangs in a part's bore; snugging the part draws it aside once, tightening it once more.</summary>
    private static (string, double)[] InBore(TaskState task, StepState step)
    {
        var pulled = task.Steps.SelectMany(s => s.Rounds[^1].Slots).Any(s => s.Slot.Bolt is not null && s.Live is not null);
        var first = Swept(task)[0] == step.Ref.Step;
        var droop = task.Steps.SelectMany(s => s.Rounds[^1].Slots).FirstOrDefault(s => s.Slot.Key == "droop")?.Live?.Value;
        return
        [
            ("bore", 1),
            ("droop", droop ?? 0),
            ("up", task.UpDeg ?? -1),
            (
                "tightened",
                pulled ? 2
                : first ? 0
                : 1
            ),
        ];
    }

    private static List<string> Swept(TaskState task) =>
        [
            .. task
                .Steps.Where(s => s.Rounds[^1].Slots.Any(x => x.Slot is { Instrument: "dial", AngleDeg: not null }))
                .Select(s => s.Ref.Step)
                .Distinct(),
        ];

    private static string Number(double value) => value.ToString("R", CultureInfo.InvariantCulture);

    private static string Word(string words)
    {
        var word = NoWord().Replace(words, "_");
        return word[Math.Max(0, word.Length - Longest)..];
    }

    [GeneratedRegex(@"[^A-Za-z0-9\-+./@_]")]
    private static partial Regex NoWord();
}
