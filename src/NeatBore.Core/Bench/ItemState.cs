using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>How one item of a set stands.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ItemStands>))]
public enum ItemStands
{
    /// <summary>Nothing of it is begun.</summary>
    [JsonStringEnumMemberName("to-do")]
    ToDo,

    /// <summary>Begun, and not finished.</summary>
    [JsonStringEnumMemberName("half")]
    Half,

    /// <summary>Finished.</summary>
    [JsonStringEnumMemberName("done")]
    Done,

    /// <summary>Something of it is the builder's to decide, or it stands out of its set.</summary>
    [JsonStringEnumMemberName("decide")]
    Decide,

    /// <summary>Something of it has to be looked at again.</summary>
    [JsonStringEnumMemberName("look-again")]
    LookAgain,

    /// <summary>A Stop stands on it, or it lies far out of its set.</summary>
    [JsonStringEnumMemberName("stop")]
    Stop,
}

/// <summary>An item of a task whose steps are done for each, such as one rocker of a set.</summary>
/// <param name="Item">Which, as the steps' addresses name it.</param>
/// <param name="Stands">How it stands: by its first open step's call, else by its place in the set, else by how far it is.</param>
public sealed record ItemState(string Item, ItemStands Stands)
{
    /// <summary>Every item that a task's steps name, in their order.</summary>
    internal static IReadOnlyList<ItemState> Of(IReadOnlyList<StepState> steps)
    {
        var answers = steps.Where(s => !s.Passed).Select(s => s.Now.Answer).OfType<CalcAnswer>().ToList();
        return
        [
            .. steps
                .Where(s => s.Ref.Item != "" && s.Status != StepStatus.LeftOut)
                .GroupBy(s => s.Ref.Item)
                .Select(own => new ItemState(own.Key, StandsOf([.. own], answers.Max(a => a.Of(own.Key))))),
        ];
    }

    private static ItemStands StandsOf(IReadOnlyList<StepState> own, Verdict? apart) =>
        own.FirstOrDefault(s => !s.Passed) switch
        {
            { BlockedBy: null, Verdict: Verdict.Stop } => ItemStands.Stop,
            { BlockedBy: null, Verdict: Verdict.LookAgain } => ItemStands.LookAgain,
            { BlockedBy: null, Verdict: Verdict.Decide } => ItemStands.Decide,
            _ when apart == Verdict.Stop => ItemStands.Stop,
            _ when apart == Verdict.Decide => ItemStands.Decide,
            null => ItemStands.Done,
            _ => own.Any(s => s.Status is not (StepStatus.Open or StepStatus.Blocked)) ? ItemStands.Half : ItemStands.ToDo,
        };
}
