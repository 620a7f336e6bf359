using System.Text.Json.Serialization;
using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>Somebody told a value of the engine that its sheet does not know, or knows otherwise; it holds for this build.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was told.</param>
/// <param name="Value">The value.</param>
/// <param name="Because">Why it was corrected, where work had begun on another.</param>
/// <param name="Was">The value that work had begun on.</param>
public sealed record ValueTold(
    Guid Id,
    DateTimeOffset DoneAt,
    KnownValue Value,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Because = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] KnownValue? Was = null
) : BuildEvent(Id, DoneAt);
