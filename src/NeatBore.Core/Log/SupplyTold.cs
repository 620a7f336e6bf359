using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>Somebody said where a part or consumable of a task is.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was said.</param>
/// <param name="Task">The task that wants it, begun or not.</param>
/// <param name="Supply">Its id within the task.</param>
/// <param name="Where">Where it is.</param>
/// <param name="Due">When it is to come, where it is not here; null where nobody knows.</param>
public sealed record SupplyTold(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Supply, SupplyPlace Where, DateOnly? Due = null)
    : TaskEvent(Id, DoneAt)
{
    internal override TaskRef About => Task;

    internal override bool IsWork => false;

    internal override void To(ITaskReader reader, long seq) => reader.Read(this, seq);
}

/// <summary>Where a part is.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SupplyPlace>))]
public enum SupplyPlace
{
    /// <summary>In the shop.</summary>
    [JsonStringEnumMemberName("here")]
    Here,

    /// <summary>On order.</summary>
    [JsonStringEnumMemberName("ordered")]
    Ordered,

    /// <summary>Not here, and not ordered.</summary>
    [JsonStringEnumMemberName("not-ordered")]
    NotOrdered,

    /// <summary>Out at a machinist.</summary>
    [JsonStringEnumMemberName("machinist")]
    Machinist,
}
