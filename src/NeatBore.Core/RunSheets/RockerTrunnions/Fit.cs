using System.Globalization;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class BodyStep
    {
        public static readonly StepName Name = new("body");
        public static readonly NumberSlot Trunnion = Name.Number("trunnion");
        public static readonly PressedIn.Diameters Bore = new(Name, "bore");
        public static readonly PressedIn.Diameters Bush = new(Name, "bush");
    }

    private static TrunnionKit KitOf(StepContext c) =>
        c.Sheet.Rockers!.Kits.FirstOrDefault(k => k.Id == c.Chosen(Kit)) ?? c.Sheet.Rockers.Kits[0];

    private static TrunnionSheet TrunnionOf(StepContext c) => c.Sheet.Rockers!.Trunnion;

    private static Limit Wanted(StepContext c) => KitOf(c).Interference ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionInterference);

    private static PressSupport.PressedBody BodyOf(StepContext c)
    {
        var body = c.Sheet.Rockers!.Body;
        return new PressSupport.PressedBody(body.BoreMm, body.WidthMm, body.LandInnerMm, body.LandOuterMm);
    }

    /// <summary>How far the trunnion stands out of a body, each side.</summary>
    private static double StandsOutMm(StepContext c) => Math.Max(0, (TrunnionOf(c).LengthMm - c.Sheet.Rockers!.Body.WidthMm) / 2);

    /// <summary>How far below the face the second side has to stand for the float that is wanted.</summary>
    private static double DeepMm(StepContext c) =>
        c.Sheet.Rockers!.FloatIdealMm + c.Sheet.Rockers.Body.WidthMm - TrunnionOf(c).BetweenClipsMm;

    /// <summary>The most that pressing one can take by the sheet: the tightest fit that is wanted.</summary>
    private static double MostN(StepContext c)
    {
        var (body, kit) = (c.Sheet.Rockers!.Body, KitOf(c));
        return InterferenceFit
            .Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(
                        [new(0, 0, body.BoreMm + (Wanted(c).High ?? 0.04))],
                        kit.Material,
                        kit.InnerMm,
                        RoughnessRzUm: kit.RoughnessRzUm
                    ),
                    new InterferenceFit.HubPart([new(0, 0, body.BoreMm)], body.OuterMm, body.Material, RoughnessRzUm: body.RoughnessRzUm),
                    kit.LengthMm,
                    new Band(kit.Friction.Low ?? 0, kit.Friction.High ?? 0.2)
                )
            )
            .PressForceN.High;
    }

    private static InterferenceFit.Answer? Fit(StepContext c) =>
        c.Once(
            $"fit {c.Item}",
            () =>
            {
                var (body, kit) = (c.Sheet.Rockers!.Body, KitOf(c));
                return PressedIn.Fit(
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

    private static double ClosesUp(StepContext c) =>
        Fit(c) is { } fit ? PressedIn.ClosesUpMm(fit.PressureMpa, KitOf(c).OuterMm, KitOf(c).InnerMm, KitOf(c).Material) : 0;
}
