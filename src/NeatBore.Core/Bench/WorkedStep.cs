using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A step as it was worked out, with what it was worked out from.</summary>
/// <param name="State">How it stood.</param>
/// <param name="Judged">What its run sheet made of it.</param>
/// <param name="ToldAt">The last entry about it.</param>
/// <param name="Gate">The gate that held it back; null where none did.</param>
/// <param name="StoodOn">The steps that it needs or weighs, as they stood.</param>
internal sealed record WorkedStep(StepState State, Judged Judged, long ToldAt, string? Gate, IReadOnlyList<StepState> StoodOn)
{
    /// <summary>Whether it stands as it stood, given that what its run sheet made of it is good still.</summary>
    public bool Stays(Step step, long toldAt, string? gate, IReadOnlyList<StepState> stoodOn) =>
        toldAt == ToldAt
        && gate == Gate
        && stoodOn.SequenceEqual(StoodOn, ReferenceEqualityComparer.Instance)
        // Parts that are lacking are told at the step with no way back, and a decision stands on what the step may look at no more.
        && !step.NoWayBack
        && State.Calls is not [.., { Release.StoodOn: not null }];
}
