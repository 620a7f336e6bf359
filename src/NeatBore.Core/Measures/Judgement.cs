namespace NeatBore.Core.Measures;

/// <summary>What a step says: what to do with the hands now, the call once there is one, and the numbers for the figure.</summary>
/// <param name="Do">One sentence for the hands.</param>
/// <param name="Call">Null until the least set of readings is in.</param>
/// <param name="Answer">What the calculator found.</param>
/// <param name="Deadline">When what is under way has to be done by.</param>
/// <param name="Until">Before when nothing more is to be done here.</param>
/// <param name="Then">What it says instead once that time has come; whoever reads it looks at the clock, nothing here does.</param>
public sealed record Judgement(
    Sentence Do,
    Call? Call = null,
    CalcAnswer? Answer = null,
    DateTimeOffset? Deadline = null,
    DateTimeOffset? Until = null,
    Sentence? Then = null
)
{
    /// <summary>From when on it says something else, and what; null where time changes nothing.</summary>
    public Later? Later() => (Deadline ?? Until, Then) is ({ } from, { } then) ? new Later(from, then) : null;
}

/// <summary>From a time on, something else is to be done.</summary>
/// <param name="From">From when.</param>
/// <param name="Do">One sentence for the hands.</param>
public sealed record Later(DateTimeOffset From, Sentence Do);
