using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>Bush and body, one against the other.</summary>
internal static class Fit
{
    public static readonly PressedWords Parts = new(
        "bush",
        "body",
        "Don’t press it: this body is worn. Another body, or an oversize bush.",
        "Don’t press it: the body would split. Hone {by} out of its bore."
    );

    public static Limit Wanted(StepContext c) => Kit.Of(c).Interference ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionInterference);

    public static InterferenceFit.Answer? Of(StepContext c) =>
        c.Once(
            $"fit {c.Item}",
            () =>
            {
                var (body, kit) = (c.Sheet.Rockers!.Body, Kit.Of(c));
                return PressedFit.Of(
                    c,
                    BodyStep.Bush,
                    BodyStep.Bore,
                    new PressedInner(kit.OuterMm, kit.InnerMm, kit.LengthMm, kit.Material, kit.RoughnessRzUm),
                    new PressedOuter(body.OuterMm, body.WidthMm, body.LandInnerMm, body.LandOuterMm, body.Material, body.RoughnessRzUm),
                    kit.LengthMm,
                    kit.Friction,
                    Wanted(c)
                );
            }
        );
}
