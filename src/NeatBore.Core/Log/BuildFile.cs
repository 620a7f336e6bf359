using System.Text.Json.Serialization;
using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>A whole build as an open file: out and in again without loss.</summary>
/// <param name="Format">Always <see cref="FormatName"/>.</param>
/// <param name="Id">The build's id.</param>
/// <param name="Sheets">Every sheet version that the log names.</param>
/// <param name="Log">The log in order.</param>
/// <param name="Photos">Every picture that the log names; null for none.</param>
public sealed record BuildFile(
    string Format,
    Guid Id,
    IReadOnlyList<EngineSheet> Sheets,
    IReadOnlyList<LogEntry> Log,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<PhotoFile>? Photos = null
)
{
    /// <summary>Names the format and its version.</summary>
    public const string FormatName = "neat-bore.build/2";

    /// <summary>That of before 1.0, which named run sheets that are gone.</summary>
    public const string Before = "neat-bore.build/1";
}

/// <summary>A picture with its bytes.</summary>
/// <param name="Sha256">SHA-256 of the bytes, in lower-case hex.</param>
/// <param name="Type">Its media type.</param>
/// <param name="Bytes">The picture; base64 in the file.</param>
public sealed record PhotoFile(string Sha256, string Type, byte[] Bytes);
