namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>The face’s run-out.</summary>
internal static class FaceStep
{
    public static readonly StepName Name = new("face");

    public static Step Step =>
        new(Name, "Run-out, face", "sweep-face")
        {
            Slots = _ => Sweep.Slots(Name),
            Judge = c => Sweep.Judge(c, Name),
            Cautions = ["Push the crank one way as you turn: float reads as run-out."],
        };
}
