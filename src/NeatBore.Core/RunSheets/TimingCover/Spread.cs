using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class TimingCover
{
    /// <summary>Minutes from the bead to snug bolts, by how long the dry run took: the bead is laid in about the time of a sweep.</summary>
    private static double ClosingMinutes(StepContext c)
    {
        var times = s_sweeping.Slots(c).Select(s => c.TakenAt(SnugStep.Name, s)).OfType<DateTimeOffset>().ToList();
        var sweep = times.Count < 2 ? 2 : Math.Clamp((times.Max() - times.Min()).TotalMinutes, 0.5, 60);
        return sweep + (c.Sheet.Cover!.Bolts.Count * NeatBoreDefaults.SecondsPerBolt / 60);
    }
}
