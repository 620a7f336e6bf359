using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>The joint, and its clock.</summary>
internal static class Sealant
{
    public static readonly ChoiceName Name = new("sealant");
    public static readonly JointClock Clock = new(
        Name,
        new JointWords(
            "Cover on to its marks, bolts snug",
            "Cover on to its marks, bolts snug in order. Tick it when it is closed.",
            "Closed. Sweep once more.",
            "Closed in time. One sweep to confirm.",
            "Cured, then oiled. The cover is done.",
            "Too late: it has skinned. Cover off, both faces clean, a new bead."
        )
    )
    {
        DryRun = c => ClosingMinutes(c),
    };

    public static Choice Choice => new(Name, JointClock.Spread, "The joint", JointClock.Kinds);

    /// <summary>Minutes from the bead to snug bolts, by how long the dry run took: the bead is laid in about the time of a sweep.</summary>
    private static double ClosingMinutes(StepContext c)
    {
        var times = Centring.Sweeps.Slots(c).Select(s => c.TakenAt(SnugStep.Name, s)).OfType<DateTimeOffset>().ToList();
        var sweep = times.Count < 2 ? 2 : Math.Clamp((times.Max() - times.Min()).TotalMinutes, 0.5, 60);
        return sweep + (c.Sheet.Cover!.Bolts.Count * NeatBoreDefaults.SecondsPerBolt / 60);
    }
}
