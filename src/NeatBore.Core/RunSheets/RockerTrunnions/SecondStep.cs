namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The second side, to its depth.</summary>
internal static class SecondStep
{
    public static readonly StepName Name = new("second");
    public static readonly NumberSlot Depth = Name.Number("depth");

    public static Step Step =>
        Rockers.Each(
            new Step(Name, "Second side", "rocker-second")
            {
                Needs = [TrunnionStep.Name],
                Renews = [ClipsStep.Name, FloatStep.Name],
                Slots = c => Sides.Slots(c, Name),
                Judge = c => ByFeel.Judge(c, Name),
                Gate = "second side in",
                Cautions = ["Small steps, watch the depth: nothing stops this side, and nothing brings it back."],
            }
        );

    /// <summary>How far below the face the second side has to stand for the float that is wanted.</summary>
    public static double DeepMm(StepContext c) =>
        c.Sheet.Rockers!.FloatIdealMm + c.Sheet.Rockers.Body.WidthMm - Rockers.Trunnion(c).BetweenClipsMm;
}
