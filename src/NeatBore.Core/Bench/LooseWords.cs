using NeatBore.Core.Engines;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What is loose on an engine while a task is half done, in words.</summary>
internal static class LooseWords
{
    /// <summary>The words, what was left last first.</summary>
    public static IReadOnlyList<string> Of(IReadOnlyList<StepState> steps, Procedure procedure, EngineSheet sheet)
    {
        if (steps.All(s => s.Passed))
        {
            return [];
        }

        return
        [
            .. procedure.Steps.SelectMany(step => steps.Where(s => s.Ref.Step == step.Id).SelectMany(s => Bolts(step, s, sheet))),
            .. procedure
                .Steps.AsEnumerable()
                .Reverse()
                .SelectMany(step => step.Leaves.Where(l => Left(step.Id, l, steps)).Select(l => l.What))
                .Distinct(),
        ];
    }

    /// <summary>Whether a step has left it or may have, at any of its items, and nothing has ended it there.</summary>
    private static bool Left(string step, Loose loose, IReadOnlyList<StepState> steps) =>
        steps.Any(s =>
            s.Ref.Step == step
            && s.Status != StepStatus.LeftOut
            && (s.Passed || s.Rounds[^1].Slots.Any(x => x.Live is not null))
            && steps.FirstOrDefault(u => u.Ref.Step == loose.Until && (u.Ref.Item == s.Ref.Item || u.Ref.Item.Length == 0))
                is { Passed: false }
        );

    /// <summary>How far the bolts of a step are pulled, where they are not all.</summary>
    private static IEnumerable<string> Bolts(Step step, StepState state, EngineSheet sheet)
    {
        if (state is { Passed: true } or { Status: StepStatus.LeftOut })
        {
            yield break;
        }

        foreach (var pass in TorquePass.Of(state).Where(p => p.Done.Count > 0).GroupBy(p => p.Group).Select(g => g.MaxBy(p => p.Pass)!))
        {
            var bolts = Named(step, sheet, pass.All);
            yield return $"{pass.Done.Count} of {pass.All.Count} {bolts} done"
                + (pass.Passes > 1 ? $" in pass {pass.Pass} of {pass.Passes}" : "");
        }

        // What was turned on by an angle is told by its marks.
        foreach (var turns in state.Rounds[^1].Slots.Where(s => s.Slot.Bolt is { Deg: not null }).GroupBy(s => s.Slot.Bolt!.Group))
        {
            var done = turns.Count(s => s.Live is not null);
            if (done > 0 && done < turns.Count())
            {
                var bolts = Named(step, sheet, [.. turns.Select(s => s.Slot.Bolt!.Id)]);
                yield return $"{done} of {turns.Count()} {bolts} turned on by {turns.First().Slot.Bolt!.Deg:0.#}°: their marks say which";
            }
        }
    }

    private static string Named(Step step, EngineSheet sheet, IReadOnlyList<string> ids)
    {
        var name = step.Fasteners(sheet).FirstOrDefault(f => f.Bolts.Any(b => ids.Contains(b.Id)))?.Name ?? "";
        var bolts = name.Contains("bolt", StringComparison.OrdinalIgnoreCase) ? name : $"{name} bolts".TrimStart();
        return $"{char.ToLowerInvariant(bolts[0])}{bolts[1..]}";
    }
}
