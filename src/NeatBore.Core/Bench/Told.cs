using System.Security.Cryptography;
using System.Text.Json;
using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>What a tablet says of a command: whether its clock is believed, and whether the words are the same as before.</summary>
public static class Told
{
    /// <summary>A queue that waited longer than this is not likely; a clock that is wrong is. A Neat Bore default.</summary>
    public static readonly TimeSpan Oldest = TimeSpan.FromDays(30);

    /// <summary>How far a tablet's clock may run ahead. A Neat Bore default.</summary>
    public static readonly TimeSpan Ahead = TimeSpan.FromMinutes(5);

    // A field that a later version adds and this tablet does not send must not change the digest.
    private static readonly CoreJson s_bare = new(
        new JsonSerializerOptions(CoreJson.Default.Options)
        {
            DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingDefault,
            // What can’t be read as a number is refused further on, by its field.
            NumberHandling = System.Text.Json.Serialization.JsonNumberHandling.AllowNamedFloatingPointLiterals,
        }
    );

    /// <summary>When something counts as done: as it was said, or when it is stored where that can't be.</summary>
    /// <param name="saidAt">As the tablet said.</param>
    /// <param name="storedAt">When it is stored.</param>
    /// <returns>The time that counts, and the tablet's own where that is another.</returns>
    public static (DateTimeOffset DoneAt, DateTimeOffset? SaidAt) When(DateTimeOffset saidAt, DateTimeOffset storedAt) =>
        storedAt - saidAt <= Oldest && saidAt - storedAt <= Ahead ? (saidAt, null) : (storedAt, saidAt);

    /// <summary>A digest of a command and who sent it: 32 hex digits.</summary>
    public static string Words(Command command, Signer by) =>
        Convert.ToHexStringLower(
            SHA256.HashData([.. JsonSerializer.SerializeToUtf8Bytes(command, s_bare.Command), .. System.Text.Encoding.UTF8.GetBytes(by.Id)])
        )[..32];
}
