using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Turns a log into the state of its build. No clock, no randomness: the same log gives the same state.</summary>
public static class Evaluation
{
    /// <summary>Works out a build's whole state.</summary>
    /// <param name="sheets">Every sheet version that the log names.</param>
    /// <param name="book">Every procedure version that the log names.</param>
    /// <param name="log">The whole log in order; its first entry opens the build.</param>
    /// <param name="asOf">Entries stored after this are left out.</param>
    /// <exception cref="ArgumentException">Nothing was stored by then.</exception>
    /// <exception cref="UnreadableLogException">The log names a sheet or a procedure version that is not given, or holds what its run
    /// sheet can't work with.</exception>
    public static BuildState Evaluate(
        IReadOnlyDictionary<SheetRef, EngineSheet> sheets,
        ProcedureBook book,
        IReadOnlyList<LogEntry> log,
        DateTimeOffset asOf
    ) => WorkedBuild.Of(sheets, book, [.. log.Where(e => e.StoredAt <= asOf)]).State;
}
