using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A task as it stands.</summary>
public sealed record TaskState(
    TaskRef Ref,
    string Title,
    int Procedure,
    SheetRef Sheet,
    Standing Standing,
    IReadOnlyList<ChoiceState> Choices,
    IReadOnlyList<StepState> Steps,
    StepRef? Next,
    DateTimeOffset StartedAt,
    DateTimeOffset LastAt,
    View View,
    double? UpDeg,
    PressedKind? Pressed,
    IReadOnlyList<ItemState> Items
)
{
    /// <summary>What it leaves loose on the engine as it stands, in words; none where it is done.</summary>
    internal IReadOnlyList<string> Loose { get; init; } = [];
}

/// <summary>A choice as it stands.</summary>
public sealed record ChoiceState(string Id, string Step, string Ask, IReadOnlyList<Option> Options, string Chosen);
