using System.Text.Json.Serialization;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>A call as it was given, by which calculator in which version, with what was decided on it; without a calculator, by the run
/// sheet.</summary>
public sealed record CallState(
    Guid Id,
    int Round,
    Given Judgement,
    string? Calculator,
    int Version,
    DateTimeOffset DoneAt,
    Release? Release
)
{
    /// <summary>What ended it, where it is a Stop that is over; null for any other call.</summary>
    public StopEnd? Ended { get; init; }

    /// <summary>Whether a number made it: one that was held against a limit, or that it stood on.</summary>
    internal bool Measured { get; init; }

    /// <summary>Its place in the log.</summary>
    internal long Seq { get; init; }
}

/// <summary>A decision or an opened gate, with its reason.</summary>
public sealed record Release(bool GateOpened, string Because, Signer By, DateTimeOffset DoneAt)
{
    /// <summary>The lead who said so by telephone; null where it was opened here.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Telephone { get; init; }

    /// <summary>Whether who opened it had done the work.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool OwnWork { get; init; }

    /// <summary>What a lead said once it was open, where it had to be said again; null before.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public SaidAgain? Again { get; init; }

    /// <summary>What a lead still has to say of it, in words; null where nothing is wanting.</summary>
    internal Sentence? Asks =>
        !GateOpened || Again is not null ? null
        : Telephone is { } lead ? Sentence.Of("Opened by telephone: {lead} says so here before it is done.", ("lead", Quantity.Word(lead)))
        : OwnWork
            ? Sentence.Of(
                "{name} opened it on work of their own: a lead says so once more before what can’t be undone.",
                ("name", Quantity.Word(By.Name))
            )
        : null;

    /// <summary>What its call stood on.</summary>
    internal Footing? StoodOn { get; init; }
}

/// <summary>A lead's word on a gate that was open already.</summary>
/// <param name="By">Who.</param>
/// <param name="DoneAt">When, at the bench.</param>
/// <param name="Because">Why.</param>
public sealed record SaidAgain(Signer By, DateTimeOffset DoneAt, string Because);
