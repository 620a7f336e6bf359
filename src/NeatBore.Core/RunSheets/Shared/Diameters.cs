namespace NeatBore.Core.RunSheets;

/// <summary>Two diameters of one part, at 12 and at 3.</summary>
internal sealed record Diameters(StepName Step, string Key)
{
    /// <summary>One of them.</summary>
    public NumberSlot At(int deg) => Step.Number($"{Key}-{deg}");
}
