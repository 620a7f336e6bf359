namespace NeatBore.Core.Bench;

/// <summary>What surrounds a step.</summary>
/// <param name="ToldAt">The last entry about it; where there is no way back, about the task's parts too.</param>
/// <param name="Gate">The gate that holds it back; null where none does.</param>
/// <param name="Lacking">What is lacking that has to be there, where there is no way back; null where nothing is.</param>
/// <param name="Once">The open gate that a lead has to speak for once more before it, where there is no way back; null where none
/// is.</param>
internal readonly record struct Around(long ToldAt, string? Gate, string? Lacking, string? Once);

/// <summary>A step as it was worked out, with what it was worked out from.</summary>
/// <param name="State">How it stood.</param>
/// <param name="Judged">What its run sheet made of it.</param>
/// <param name="Around">What surrounded it.</param>
/// <param name="StoodOn">The steps that it needs or weighs, as they stood.</param>
internal sealed record WorkedStep(StepState State, Judged Judged, Around Around, IReadOnlyList<StepState> StoodOn)
{
    /// <summary>Whether it stands as it stood, given that what its run sheet made of it is good still.</summary>
    public bool Stays(Around around, IReadOnlyList<StepState> stoodOn) =>
        around == Around && stoodOn.SequenceEqual(StoodOn, ReferenceEqualityComparer.Instance);
}
