using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The fit of nose and bore as this build knows it, and the force that it takes home.</summary>
internal static class Fit
{
    private static readonly int[] s_acrossDeg = [0, 90];
    public const string Feels = "Feel the force as it goes on: one that goes easily is too loose, one that fights is too tight";

    /// <summary>The fit as it was measured; null before it was, and where the readings can't all be true.</summary>
    public static InterferenceFit.Answer? Of(StepContext c) =>
        Which.IsSame(c)
            ? c.Once("fit by the sheet", () => BySheet(c))
            : c.Once("fit", () => FitStep.Judge(c).Answer as InterferenceFit.Answer);

    /// <summary>The force that it takes when home, by the school that was chosen.</summary>
    public static Band? HomeForce(StepContext c)
    {
        if (Of(c) is not { } fit)
        {
            return null;
        }

        // Cold it takes what the fit says. Warm it begins with what the plan leaves; what lies in contact shares its heat
        // in seconds, and a draw that pauses ends as a cold one.
        return Warming.Force(c, fit) is { } warm ? new Band(warm.Low, fit.PressForceN.High) : fit.PressForceN;
    }

    public static IReadOnlyList<Slot> Diameters(StepContext c, string instrument, double nominal)
    {
        var plausible = new Band(nominal * 0.97, nominal * 1.03);
        var stations = c.Sheet.Balancer!.Nose.StationsMm;
        var sizes = stations.SelectMany(
            (station, i) =>
                s_acrossDeg.Select(deg => new Slot(
                    $"s{i + 1}-{deg}",
                    $"{Wording.Number(station, 0.1).Replace(".0", "", StringComparison.Ordinal)} mm in, {Clock.Across(deg)}",
                    SlotKind.Number,
                    Dimension.Length,
                    0.001,
                    instrument,
                    deg,
                    station,
                    plausible,
                    "diameter",
                    Expected: instrument == "micrometer" ? nominal : nominal - (Middle(c) ?? 0)
                )
                {
                    // Both ends tell size, taper and roundness; what lies between is more.
                    Required = i == 0 || i == stations.Count - 1,
                    Reads = instrument == "micrometer" ? "balancer/nose/diameterMm" : null,
                    Same =
                        instrument == "micrometer" ? $"nose/{(i == stations.Count - 1 ? "in" : $"s{i + 1}")}-{deg}" : $"hub/s{i + 1}-{deg}",
                })
        );
        return
        [
            .. sizes,
            new Slot(
                "temperature",
                "Its temperature",
                SlotKind.Number,
                Dimension.Temperature,
                1,
                "thermometer",
                Plausible: new Band(-10, 60),
                Required: instrument == "micrometer",
                Expected: 18
            ),
        ];
    }

    /// <summary>The middle of the wanted interference, mm.</summary>
    private static double? Middle(StepContext c) =>
        c.Sheet.Balancer!.Interference is { Low: { } low, High: { } high } ? (low + high) / 2 : null;

    /// <summary>The fit that the sheet wants, from its loosest to its tightest, for what goes back without being measured.</summary>
    private static InterferenceFit.Answer BySheet(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        var wanted = c.Sheet.InterferenceOf(sheet);
        var friction = NoseOil.Of(c).Friction;
        InterferenceFit.Answer At(double interference) =>
            InterferenceFit.Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(
                        [new(0, 0, sheet.Nose.DiameterMm + interference)],
                        sheet.Nose.Material,
                        sheet.Nose.InnerDiameterMm,
                        RoughnessRzUm: sheet.Nose.RoughnessRzUm
                    ),
                    new InterferenceFit.HubPart(
                        [new(0, 0, sheet.Nose.DiameterMm)],
                        sheet.Hub.OuterDiameterMm,
                        sheet.Hub.Material,
                        RoughnessRzUm: sheet.Hub.RoughnessRzUm
                    ),
                    sheet.Hub.LengthMm - sheet.SeatedDepthMm,
                    new Band(friction.Low!.Value, friction.High!.Value)
                )
            );
        // Warmed for the tightest, and expected to take from what the loosest does.
        var tightest = At(wanted.High!.Value);
        return tightest with { PressForceN = new Band(At(wanted.Low!.Value).PressForceN.Low, tightest.PressForceN.High) };
    }
}
