using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A value of an engine's sheet as it was measured on a build.</summary>
/// <param name="Path">Where it stands in the sheet.</param>
/// <param name="Number">The mean of what was read, in the base unit.</param>
/// <param name="Readings">How many were.</param>
/// <param name="Build">The build's number.</param>
/// <param name="By">Who took the last of them.</param>
/// <param name="At">When.</param>
public sealed record MeasuredValue(string Path, double Number, int Readings, string Build, Signer By, DateTimeOffset At)
{
    /// <summary>All that was measured on a build and can stand in a sheet; the newest task of each value.</summary>
    public static IReadOnlyList<MeasuredValue> Of(WorkedBuild build) =>
        [
            .. build
                .Tasks.SelectMany(t => t.Steps)
                .SelectMany(s => s.Rounds[^1].Slots.Select(slot => (slot.Slot.Reads, slot.Live, Step: s.Ref)))
                .Where(s => s is { Reads: not null, Live.Value: not null })
                // Of several alike, such as rockers, each place is a measurement of the same value.
                .GroupBy(s => s.Reads!)
                .Select(g =>
                {
                    var last = g.MaxBy(s => s.Live!.DoneAt).Live!;
                    return new MeasuredValue(
                        g.Key,
                        Math.Round(g.Average(s => s.Live!.Value!.Value), 4),
                        g.Count(),
                        build.State.Number,
                        last.By,
                        last.DoneAt
                    );
                }),
        ];
}
