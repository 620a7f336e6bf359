using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>What each rocker of a set is held against the others by.</summary>
internal static class SetMeasures
{
    public static List<(
        string Step,
        string Words,
        Dimension Dimension,
        double Resolution,
        Func<StepContext, double?> Of,
        Func<StepContext, double> Uncertainty
    )> Of(StepContext c) =>
        [
            (
                FirstStep.Name,
                "Press force, first side",
                Dimension.Force,
                100,
                o => PressForce.TakenN(o, FirstStep.Name, Alike.FitOf(o), Sides.Travel(o, FirstStep.Name)),
                o => o.Uncertainty(Sides.ForceSlot(o, FirstStep.Name))
            ),
            (
                SecondStep.Name,
                "Press force, second side",
                Dimension.Force,
                100,
                o => PressForce.TakenN(o, SecondStep.Name, Alike.FitOf(o), Sides.Travel(o, SecondStep.Name)),
                o => o.Uncertainty(Sides.ForceSlot(o, SecondStep.Name))
            ),
            // A bore is held against its own size: a fiftieth of its diameter would hide any wear.
            (
                "body",
                "Bore over its size",
                Dimension.Length,
                0.001,
                o => Bore(o) - c.Sheet.Rockers!.Body.BoreMm,
                o => o.Uncertainty(BodyStep.Bore.At(0))
            ),
            ("float", "End float", Dimension.Length, 0.01, o => o.Number(FloatStep.Float), o => o.Uncertainty(FloatStep.Float)),
        ];

    private static double? Bore(StepContext c) =>
        c.Number(BodyStep.Bore.At(0)) is { } a ? (a + (c.Number(BodyStep.Bore.At(90)) ?? a)) / 2 : null;
}
