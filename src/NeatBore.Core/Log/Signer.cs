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

/// <summary>How it was known who acts.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SignedHow>))]
public enum SignedHow
{
    /// <summary>Picked from the shop's people: nothing proved it.</summary>
    [JsonStringEnumMemberName("picked")]
    Picked,

    /// <summary>Signed in by a password.</summary>
    [JsonStringEnumMemberName("password")]
    Password,

    /// <summary>By a PIN, on a shop's tablet.</summary>
    [JsonStringEnumMemberName("pin")]
    Pin,

    /// <summary>By that person's ticket for a tablet, typed while there was no line.</summary>
    [JsonStringEnumMemberName("ticket")]
    Ticket,

    /// <summary>A script, by a key that a lead made.</summary>
    [JsonStringEnumMemberName("key")]
    Key,
}

/// <summary>Who did it, with the role held at that moment.</summary>
public sealed record Signer(string Id, string Name, Role Role)
{
    /// <summary>How that was known; null where nobody acted.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public SignedHow? How { get; init; }
}
