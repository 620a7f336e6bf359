namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>Two turns by hand, before anything else does.</summary>
internal static class TurnStep
{
    public static readonly StepName Name = new("turn");
    private const string Kind = "balancer-on";
    private static readonly TickSlot s_free = Name.Tick("free");
    private static readonly PickSlot s_timing = Name.Pick("timing");
    private static readonly TickSlot s_turned = Name.Tick("two-turns");

    public static Step Step =>
        new(Name, "Crank turns", "crank-turns")
        {
            Slots = c =>
                [
                    .. CrankTurns.Looked(c, Kind),
                    .. Keyless.Is(c.Sheet) ? [Slot.Tick(s_free, "Pins out of crank and cams")] : Array.Empty<Slot>(),
                    Slot.Tick(s_turned, "Two full turns by hand: no tight place, no scrape, float as before"),
                    .. Keyless.Is(c.Sheet) ? [Keyless.Timing(s_timing)] : Array.Empty<Slot>(),
                ],
            Judge = c =>
                CrankTurns.Judge(c, Kind, CrankTurns.Held(c, Kind, c.FirstAt(s_turned)) ?? Keyless.Judged(c, s_timing) ?? Prompt.Next(c)),
            Cautions = ["Crank lock out first. Fingers out of chain and belts."],
        };
}
