using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A build as a whole, without its tasks; the same fields as in <see cref="BuildState"/>.</summary>
public sealed record BuildHead(
    string Number,
    string Name,
    SheetRef Sheet,
    long UpToSeq,
    DateTimeOffset OpenedAt,
    Standing Standing,
    Sentence Do,
    TaskRef? At,
    string? AtStep,
    IReadOnlyList<PlaceState> Places,
    IReadOnlyList<Wait> Waits,
    View View,
    Later? Later,
    BuildLife Life,
    Down? Down,
    IReadOnlyList<string> Loose,
    IReadOnlyList<TakenTool> Tools
)
{
    /// <summary>The head of a state.</summary>
    public static BuildHead Of(BuildState s) =>
        new(
            s.Number,
            s.Name,
            s.Sheet,
            s.UpToSeq,
            s.OpenedAt,
            s.Standing,
            s.Do,
            s.At,
            s.AtStep,
            s.Places,
            s.Waits,
            s.View,
            s.Later,
            s.Life,
            s.Down,
            s.Loose,
            s.Tools
        );
}
