using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Log;

/// <summary>A call as it was shown, with the numbers that made it.</summary>
/// <param name="Id">Follows from the command's that brought it about.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">Where.</param>
/// <param name="Round">The step's round then.</param>
/// <param name="Judgement">What was said, its answer as it was.</param>
/// <param name="Calculator">The calculator that answered; null where the run sheet judged by itself.</param>
/// <param name="Version">Of the calculator, or of the run sheet.</param>
public sealed record Called(
    Guid Id,
    DateTimeOffset DoneAt,
    StepRef Step,
    int Round,
    Given Judgement,
    string? Calculator = null,
    int Version = 1
) : StepEvent(Id, DoneAt)
{
    /// <summary>The readings of its own step that a Stop stood on; null for any other call, and for a Stop of before this was
    /// kept.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Guid>? Grounds { get; init; }

    internal override StepRef About => Step;

    internal override bool IsWork => false;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
