using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>One pass over a group of bolts, as far as it is pulled.</summary>
/// <param name="Step">The step.</param>
/// <param name="Group">The group's id within the step.</param>
/// <param name="Pass">Which pass, from 1.</param>
/// <param name="Passes">Of how many.</param>
/// <param name="All">Its bolts, in the order in which they are pulled.</param>
/// <param name="Done">Those of them that are pulled.</param>
/// <param name="Pulls">The readings that say so.</param>
/// <param name="First">The places where its first bolt is taken, by key.</param>
internal sealed record TorquePass(
    StepRef Step,
    string Group,
    int Pass,
    int Passes,
    IReadOnlyList<string> All,
    IReadOnlyList<string> Done,
    IReadOnlyList<ReadingState> Pulls,
    IReadOnlyList<string> First
)
{
    /// <summary>Whether it was begun and is not ended.</summary>
    public bool BrokenOff => Done.Count > 0 && Done.Count < All.Count;

    /// <summary>What a step says while a pass that was broken off has not begun again; null where none was.</summary>
    public static Judgement? Again(RoundState round, Judgement? judged) =>
        judged is { Call: null }
        && round
            .Slots.Where(s => s.Slot.Bolt is not null)
            .GroupBy(s => (s.Slot.Bolt!.Group, s.Slot.Bolt.Pass))
            .FirstOrDefault(g => g.All(s => s.Live is null) && g.Any(s => s.Readings.Any(r => r.Struck == StrikeReason.BegunAgain)))
            is { } pass
            ? judged with
            {
                Do = Sentence.Of(
                    "Pass {pass} was broken off: it begins again at its first bolt, {bolt}.",
                    ("pass", Quantity.Count(pass.Key.Pass)),
                    ("bolt", Quantity.Word(pass.First().Slot.Bolt!.All?[0] ?? pass.First().Slot.Bolt!.Id))
                ),
            }
            : null;

    /// <summary>Every pass of a step's newest round.</summary>
    public static IReadOnlyList<TorquePass> Of(StepState step)
    {
        // What was turned on by an angle is not turned again: its mark says which was.
        var pulls = step.Rounds[^1].Slots.Where(s => s.Slot.Bolt is { Deg: null }).ToList();
        return
        [
            .. pulls
                .GroupBy(s => (s.Slot.Bolt!.Group, s.Slot.Bolt.Pass))
                .Select(g =>
                {
                    var live = g.SelectMany(s => s.Readings.Where(r => r.Struck is null).Select(r => (Slot: s, Reading: r))).ToList();
                    return new TorquePass(
                        step.Ref,
                        g.Key.Group,
                        g.Key.Pass,
                        pulls.Where(p => p.Slot.Bolt!.Group == g.Key.Group).Max(p => p.Slot.Bolt!.Pass),
                        [.. g.SelectMany(s => s.Slot.Bolt!.All ?? [s.Slot.Bolt.Id]).Distinct()],
                        [.. live.SelectMany(s => s.Slot.Slot.Bolt!.All ?? [s.Slot.Slot.Bolt.Id]).Distinct()],
                        [.. live.Select(l => l.Reading)],
                        [.. g.Where(s => s.Slot.Bolt!.Names(g.First().Slot.Bolt!.Id)).Select(s => s.Slot.Key)]
                    );
                }),
        ];
    }
}
