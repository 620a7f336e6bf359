namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>How deep it is pressed so that the lip runs on sound metal.</summary>
internal static class Planned
{
    /// <summary>The depth that suits the track as it was found, mm; null where it was not looked at, or no depth helps.</summary>
    public static double? ByTrackMm(StepContext c) =>
        BalancerInspection.GrooveStep.TrackOf(c) is { } track ? track.Options.FirstOrDefault(o => o.Kind == track.Pick)?.SealDepthMm : null;

    /// <summary>How deep it is to sit, mm: what plan, press and call all go by.</summary>
    public static double DepthMm(StepContext c) => c.Number(PlanStep.Depth) ?? ByTrackMm(c) ?? c.Sheet.FrontSeal!.DepthMm;
}
