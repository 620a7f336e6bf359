using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>How something was seen down a passage.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SightKind>))]
public enum SightKind
{
    /// <summary>By eye: the drawn metal was moved until it looked the same.</summary>
    [JsonStringEnumMemberName("seen")]
    Seen,

    /// <summary>By a bent wire that catches on one side.</summary>
    [JsonStringEnumMemberName("wire")]
    Wire,

    /// <summary>Nothing but metal.</summary>
    [JsonStringEnumMemberName("shut")]
    Shut,
}

/// <summary>A look down a passage: how far the shell's hole stands off it, + clockwise seen from the front and + rearwards, mm.</summary>
public sealed record Sight(SightKind Kind, double AroundMm = 0, double AlongMm = 0);
