namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The first side, flush.</summary>
internal static class FirstStep
{
    public static readonly StepName Name = new("first");
    public static readonly NumberSlot Flush = Name.Number("flush");

    public static Step Step =>
        Rockers.Each(
            new Step(Name, "First side flush", "rocker-first")
            {
                Needs = [BodyStep.Name],
                Renews = [TrunnionStep.Name, SecondStep.Name, ClipsStep.Name, FloatStep.Name],
                Slots = c => Sides.Slots(c, Name),
                Judge = c => ByFeel.Judge(c, Name),
                Gate = "first side flush",
                Cautions = ["Fingers out of the stack. Stand clear of the press line."],
            }
        );
}
