using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerInspection
{
    private static class MetalStep
    {
        public static readonly StepName Name = new("metal");
        public static readonly PickSlot Bore = Name.Pick("bore");
        public static readonly PickSlot Keyway = Name.Pick("keyway");
        public static readonly PickSlot Nose = Name.Pick("nose");
    }

    private static Judgement JudgeMetal(StepContext c)
    {
        if (
            c.Picked(MetalStep.Bore) is not { } bore
            || (Keyless.Is(c.Sheet) ? s_sound.Id : c.Picked(MetalStep.Keyway)) is not { } keyway
            || c.Picked(MetalStep.Nose) is not { } nose
        )
        {
            return Prompt.Next(c);
        }

        return bore is "crack" or "deep" || keyway == "spread"
                ? new Judgement(
                    Sentence.Of("Set the hub aside."),
                    Found(Verdict.Stop, "A cracked or deeply scored bore, or a spread keyway, will not hold.")
                )
            : nose == "worn"
                ? new Judgement(
                    Sentence.Of("The nose needs a sleeve before a hub goes on."),
                    Found(Verdict.Decide, "A worn nose gives no fit to press on.")
                )
            : bore == "light" || nose == "light" || keyway == "burr"
                ? new Judgement(
                    Sentence.Of("Dress the high spots with a fine stone, then measure the fit."),
                    Found(Verdict.Go, "Light scores and burrs dress out; the fit is measured before it goes on.")
                )
            : new Judgement(Sentence.Of("Hub, keyway and nose are sound."), Found(Verdict.Go, "Hub, keyway and nose sound."));
    }
}
