using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>Which call stands at a step: what was said stays said while nothing that it looked at has changed, whatever today's code
/// would make of it; what was decided, while all that it stood on is so.</summary>
/// <param name="Says">What the step says.</param>
/// <param name="Otherwise">What today's code would say in its place; null where that is the same, or nothing stands.</param>
/// <param name="Differs">Whether the last call is another than what is said now.</param>
/// <param name="Decided">Whether the call was decided on, or its gate opened, and that holds.</param>
internal readonly record struct StandingCall(Judgement Says, Judgement? Otherwise, bool Differs, bool Decided)
{
    /// <summary>Whether what was said is a Go that stands, whatever more would be wanted today.</summary>
    public bool StillGo => Otherwise is not null && Says.Call?.Verdict == Verdict.Go;

    /// <summary>Works it out.</summary>
    /// <param name="now">What today's code says.</param>
    /// <param name="given">The last call that was given; null before the first.</param>
    /// <param name="same">Whether both say the same.</param>
    /// <param name="footing">Whether it was decided on, and all that the decision stood on is so.</param>
    /// <param name="changed">Whether anything that the step looks at has changed since it was given.</param>
    /// <param name="moved">Whether the task's sheet was moved since.</param>
    /// <param name="conflict">Whether two readings stand at one place.</param>
    public static StandingCall Of(Judgement now, CallState? given, bool same, bool footing, bool changed, bool moved, bool conflict)
    {
        var decided = given?.Release is not null && footing && (same || !moved);
        var otherwise = given is not null && !same && !conflict && (decided || !changed) ? now : null;
        return new(
            otherwise is null ? now : given!.Judgement.Read(),
            otherwise,
            given is not null && now.Call is not null && !same,
            decided
        );
    }
}
