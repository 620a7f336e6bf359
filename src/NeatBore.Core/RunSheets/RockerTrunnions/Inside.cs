namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class InsideStep
    {
        public static readonly StepName Name = new("inside");
        public static readonly PressedIn.Diameters Inside = new(Name, "inside");
    }
}
