using System.Text.Json;
using NeatBore.Core.Calculators;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Log;

/// <summary>A judgement as it was given. Its answer is kept as the JSON that it was then, so that a calculator may answer with more, or
/// otherwise, one day.</summary>
/// <param name="Do">One sentence for the hands.</param>
/// <param name="Call">The call.</param>
/// <param name="Answer">What the calculator found, with its name and version; null where none was asked.</param>
/// <param name="Deadline">When what was under way had to be done by.</param>
/// <param name="Until">Before when nothing more was to be done.</param>
/// <param name="Then">What it said instead once that time had come.</param>
public sealed record Given(
    Sentence Do,
    Call? Call = null,
    JsonElement? Answer = null,
    DateTimeOffset? Deadline = null,
    DateTimeOffset? Until = null,
    Sentence? Then = null
)
{
    /// <summary>A judgement, to be kept.</summary>
    public static Given Of(Judgement judgement) =>
        new(
            judgement.Do,
            judgement.Call,
            judgement.Answer is { } answer ? JsonSerializer.SerializeToElement(answer, CalculatorBook.Default.Json) : null,
            judgement.Deadline,
            judgement.Until,
            judgement.Then
        );

    /// <summary>The name of the calculator that answered; null where none was asked.</summary>
    public string? Calculator() =>
        Answer?.TryGetProperty("calculator", out var name) == true && name.ValueKind == JsonValueKind.String ? name.GetString() : null;

    /// <summary>The same as this version reads it: without its answer where that is of a kind that this version does not know.</summary>
    public Judgement Read() => new(Do, Call, Answered(), Deadline, Until, Then);

    /// <summary>Whether a judgement gives the same verdict on the same numbers, to what a reader could see.</summary>
    internal bool SaysTheSame(Judgement now) => Saying.TheSame((Do, Call), (now.Do, now.Call));

    private CalcAnswer? Answered()
    {
        try
        {
            return Answer?.Deserialize<CalcAnswer>(CalculatorBook.Default.Json);
        }
        catch (Exception e) when (e is JsonException or NotSupportedException or InvalidOperationException)
        {
            return null;
        }
    }
}
