using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>Hub, keyway and nose.</summary>
internal static class MetalStep
{
    public static readonly StepName Name = new("metal");
    public static readonly PickSlot Bore = Name.Pick("bore");
    public static readonly PickSlot Keyway = Name.Pick("keyway");
    public static readonly PickSlot Nose = Name.Pick("nose");
    private static readonly Option s_light = new("light", "light scores");
    public static readonly Option Worn = new("worn", "worn or deep scores");

    public static Step Step =>
        new(Name, "Hub, keyway and nose", "inspect-metal")
        {
            Slots = c =>
                [
                    Slot.Pick(
                        Bore,
                        "Hub’s bore",
                        Looks.Sound,
                        new("light", "light scores"),
                        new("deep", "deep scores"),
                        new("crack", "cracked")
                    ),
                    .. Keyless.Is(c.Sheet)
                        ? Array.Empty<Slot>()
                        : [Slot.Pick(Keyway, "Keyway and key", Looks.Sound, new("burr", "burred"), new("spread", "spread or rolled"))],
                    Slot.Pick(Nose, "Nose", Looks.Sound, s_light, Worn),
                ],
            Judge = Judge,
            Cautions = ["Keyway edges cut. Feel with a rag, not a thumb."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (
            c.Picked(Bore) is not { } bore
            || (Keyless.Is(c.Sheet) ? Looks.Sound.Id : c.Picked(Keyway)) is not { } keyway
            || c.Picked(Nose) is not { } nose
        )
        {
            return Prompt.Next(c);
        }

        return bore is "crack" or "deep" || keyway == "spread"
                ? new Judgement(
                    Sentence.Of("Set the hub aside."),
                    Looks.Found(Verdict.Stop, "A cracked or deeply scored bore, or a spread keyway, will not hold.")
                )
            : nose == "worn"
                ? new Judgement(
                    Sentence.Of("The nose needs a sleeve before a hub goes on."),
                    Looks.Found(Verdict.Decide, "A worn nose gives no fit to press on.")
                )
            : bore == "light" || nose == "light" || keyway == "burr"
                ? new Judgement(
                    Sentence.Of("Dress the high spots with a fine stone, then measure the fit."),
                    Looks.Found(Verdict.Go, "Light scores and burrs dress out; the fit is measured before it goes on.")
                )
            : new Judgement(Sentence.Of("Hub, keyway and nose are sound."), Looks.Found(Verdict.Go, "Hub, keyway and nose sound."));
    }
}
