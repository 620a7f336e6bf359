namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>What they are pressed with.</summary>
internal static class Press
{
    public static ChoiceName Name => new("press");

    public static Choice Choice =>
        new Choice(
            Name,
            StackOutStep.Name,
            "Pressed with",
            _ => [new("hand-press", "a hand press"), new("vice-tool", "a vice tool"), new("hydraulic-press", "a hydraulic press")]
        );
}
