namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class ClipsStep
    {
        public static readonly StepName Name = new("clips");
        public static readonly PickSlot Turns = Name.Pick("turns");
    }
}
