namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>Centred without a sweep: by a ring on the nose that fits the bare bore, by a ring or the balancer on the soft lip.</summary>
internal static class RingStep
{
    public static readonly NumberSlot Inside = HangStep.Name.Number("ring");
    public static readonly NumberSlot Nose = HangStep.Name.Number("shaft");
    public static readonly NumberSlot Tape = HangStep.Name.Number("tape");
    public static readonly NumberSlot Outside = HangStep.Name.Number("ring-outside");
    public static readonly NumberSlot Bore = HangStep.Name.Number("bore");
    public static readonly PickSlot Turns = FinalStep.Name.Pick("turns");
}
