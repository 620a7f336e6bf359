using System.Text.Json.Serialization;
using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>What ended a Stop.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<EndedHow>))]
public enum EndedHow
{
    /// <summary>What it stood on was read again, and says something else.</summary>
    [JsonStringEnumMemberName("read-again")]
    ReadAgain,

    /// <summary>Its step was begun anew, once something was moved, mended or renewed.</summary>
    [JsonStringEnumMemberName("begun-anew")]
    BegunAnew,

    /// <summary>A lead opened it.</summary>
    [JsonStringEnumMemberName("opened")]
    Opened,

    /// <summary>What it had heard from another step or task, or by a choice, is no longer so.</summary>
    [JsonStringEnumMemberName("no-longer-so")]
    NoLongerSo,
}

/// <summary>What ended a Stop, who did it and when.</summary>
/// <param name="How">What it was.</param>
/// <param name="By">Who.</param>
/// <param name="At">When, at the bench.</param>
/// <param name="Because">Why, where that was said.</param>
public sealed record StopEnd(EndedHow How, Signer By, DateTimeOffset At, string? Because);
