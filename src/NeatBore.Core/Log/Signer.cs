using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>What a person may do.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Role>))]
public enum Role
{
    /// <summary>Reads.</summary>
    [JsonStringEnumMemberName("viewer")]
    Viewer,

    /// <summary>Works.</summary>
    [JsonStringEnumMemberName("builder")]
    Builder,

    /// <summary>Works, and opens gates.</summary>
    [JsonStringEnumMemberName("lead")]
    Lead,
}

/// <summary>Who did it, with the role held at that moment.</summary>
public sealed record Signer(string Id, string Name, Role Role);
