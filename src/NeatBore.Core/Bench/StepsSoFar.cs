using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>The steps of a task that are worked out so far, as those after them look at them.</summary>
internal sealed class StepsSoFar
{
    private readonly Dictionary<(string Step, string Item), int> _at = [];

    /// <summary>All of them, in order.</summary>
    public List<StepState> All { get; } = [];

    public void Add(StepState step)
    {
        _at[(step.Ref.Step, step.Ref.Item)] = All.Count;
        All.Add(step);
    }

    /// <summary>What has to be done before a step and is not; null where all is.</summary>
    public StepState? Needed(Step step, string item) =>
        step.Needs.Select(need => Find(need, item)).OfType<int>().Select(at => All[at]).FirstOrDefault(s => !s.Passed);

    /// <summary>The steps that one needs or weighs, of its own item or done once, in order.</summary>
    public IReadOnlyList<StepState> StoodOn(Step step, string item) =>
        step.Needs.Count + step.Weighs.Count == 0
            ? []
            : [.. step.Needs.Union(step.Weighs).Select(id => Find(id, item)).OfType<int>().Order().Select(at => All[at])];

    private int? Find(string step, string item) =>
        _at.TryGetValue((step, item), out var at) || _at.TryGetValue((step, ""), out at) ? at : null;
}
