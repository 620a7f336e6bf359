namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>The rim’s run-out.</summary>
internal static class RadialStep
{
    public static readonly StepName Name = new("radial");

    public static Step Step =>
        new(Name, "Run-out, radial", "sweep-radial")
        {
            Slots = _ => Sweep.Slots(Name),
            Judge = c => Sweep.Judge(c, Name),
            Cautions = ["Turn by hand. Sleeves tied, fingers out of belts."],
        };
}
