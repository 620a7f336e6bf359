namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>How the crank is held.</summary>
internal static class Lock
{
    public static readonly ChoiceName Name = new("lock");

    public static Choice Choice =>
        new(
            Name,
            BeforeStep.Name,
            "Crank locked by",
            _ =>
                [
                    new("flywheel-lock", "a flywheel lock"),
                    new("flange-bar", "a bar across the flange bolts"),
                    new("screw-bar", "a bar across the puller’s screws"),
                    new("helper", "a helper and a gear"),
                ]
        );
}
