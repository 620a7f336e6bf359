using System.Text.Json;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;

namespace NeatBore.Core.Bench;

/// <summary>A judgement as it was given. Its answer is kept as the JSON that it was then, so that a calculator may answer with more, or otherwise, one day.</summary>
/// <param name="Do">One sentence for the hands.</param>
/// <param name="Call">The call.</param>
/// <param name="Answer">What the calculator found, with its name and version; null where none was asked.</param>
/// <param name="Deadline">When what was under way had to be done by.</param>
/// <param name="Until">Before when nothing more was to be done.</param>
/// <param name="Then">What it said instead once that time had come.</param>
public sealed record Given(Sentence Do, Call? Call = null, JsonElement? Answer = null, DateTimeOffset? Deadline = null, DateTimeOffset? Until = null, Sentence? Then = null)
{
    /// <summary>A judgement, to be kept.</summary>
    public static Given Of(Judgement judgement) => new(
        judgement.Do, judgement.Call, judgement.Answer is { } answer ? JsonSerializer.SerializeToElement(answer, CoreJson.Default.CalcAnswer) : null, judgement.Deadline, judgement.Until, judgement.Then);

    /// <summary>The name of the calculator that answered; null where none was asked.</summary>
    public string? Calculator() => Answer?.TryGetProperty("calculator", out var name) == true && name.ValueKind == JsonValueKind.String ? name.GetString() : null;

    /// <summary>The same as this version reads it: without its answer where that is of a kind that this version does not know.</summary>
    public Judgement Read() => new(Do, Call, Answered(), Deadline, Until, Then);

    /// <summary>Whether a judgement gives the same verdict on the same numbers, to what a reader could see.</summary>
    internal bool SaysTheSame(Judgement now) => Saying.TheSame((Do, Call), (now.Do, now.Call));

    private CalcAnswer? Answered()
    {
        try
        {
            return Answer?.Deserialize(CoreJson.Default.CalcAnswer);
        }
        catch (Exception e) when (e is JsonException or NotSupportedException or InvalidOperationException)
        {
            return null;
        }
    }
}

/// <summary>Tells judgements apart by what a reader could see of them.</summary>
internal static class Saying
{
    /// <summary>Whether both give the same verdict on the same numbers.</summary>
    public static bool TheSame(Judgement a, Judgement b) => TheSame((a.Do, a.Call), (b.Do, b.Call));

    internal static bool TheSame((Sentence Do, Call? Call) a, (Sentence Do, Call? Call) b) =>
        a.Call is { } x && b.Call is { } y && x.Verdict == y.Verdict && x.Because == y.Because && Wording.Write(a.Do) == Wording.Write(b.Do)
        && x.Checks.Count == y.Checks.Count
        && x.Checks.Zip(y.Checks).All(p => p.First.Name == p.Second.Name && p.First.Verdict == p.Second.Verdict
            && Close(p.First.Value, p.Second.Value) && Close(p.First.Limit, p.Second.Limit) && Close(p.First.Uncertainty, p.Second.Uncertainty));

    private static bool Close(double a, double b) => Math.Abs(a - b) <= 1e-9 * Math.Max(1, Math.Abs(a)) || a.Equals(b);
}
