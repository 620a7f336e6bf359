namespace NeatBore.Core.Bench;

/// <summary>A whole build as an open file: out and in again without loss.</summary>
/// <param name="Format">Always <see cref="FormatName"/>.</param>
/// <param name="Id">The build's id.</param>
/// <param name="Sheets">Every sheet version that the log names.</param>
/// <param name="Log">The log in order.</param>
public sealed record BuildFile(string Format, Guid Id, IReadOnlyList<EngineSheet> Sheets, IReadOnlyList<LogEntry> Log)
{
    /// <summary>Names the format and its version.</summary>
    public const string FormatName = "neat-bore.build/1";
}
