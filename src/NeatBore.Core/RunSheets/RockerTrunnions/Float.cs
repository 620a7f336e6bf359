namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class FloatStep
    {
        public static readonly StepName Name = new("float");
        public static readonly NumberSlot Float = Name.Number("float");
    }
}
