using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOn
{
    private static class NoseStep
    {
        public static readonly StepName Name = new("nose");
        public static readonly NumberSlot Temperature = Name.Number("temperature");
    }

    private static class BoreStep
    {
        public static readonly StepName Name = new("bore");
        public static readonly NumberSlot Temperature = Name.Number("temperature");
    }

    private static class FitStep
    {
        public static readonly StepName Name = new("fit");
    }

    /// <summary>The fit as it was measured; null before it was, and where the readings can't all be true.</summary>
    private static InterferenceFit.Answer? FitOf(StepContext c) =>
        Same(c) ? c.Once("fit by the sheet", () => BySheet(c)) : c.Once("fit", () => JudgeFit(c).Answer as InterferenceFit.Answer);

    /// <summary>The force that it takes when home, by the school that was chosen.</summary>
    private static Band? HomeForce(StepContext c)
    {
        if (FitOf(c) is not { } fit)
        {
            return null;
        }

        // Cold it takes what the fit says. Warm it begins with what the plan leaves; what lies in contact shares its heat
        // in seconds, and a draw that pauses ends as a cold one.
        return WarmForce(c, fit) is { } warm ? new Band(warm.Low, fit.PressForceN.High) : fit.PressForceN;
    }

    private static IReadOnlyList<Slot> Diameters(StepContext c, string instrument, double nominal)
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

    private static Lubricant Chosen(StepContext c) => c.Sheet.Balancer!.Lubricants.First(l => l.Id == c.Chosen(Lubricant));

    private static Judgement JudgeFit(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        var noseSlots = Diameters(c, "micrometer", sheet.Nose.DiameterMm);
        if (noseSlots.Any(s => s.Required && (!c.Taken(NoseStep.Name, s) || (s.StationMm is not null && !c.Taken(BoreStep.Name, s)))))
        {
            return new Judgement(Sentence.Of("Measure nose and bore first."));
        }

        IReadOnlyList<InterferenceFit.DiameterReading> Sizes(StepName step) =>
            [
                .. noseSlots
                    .Where(s => s.StationMm is not null && c.Taken(step, s))
                    .Select(s => new InterferenceFit.DiameterReading(s.StationMm!.Value, s.AngleDeg!.Value, c.Number(step, s)!.Value)),
            ];
        double Gauge(StepName step) => noseSlots.Where(s => s.StationMm is not null).Max(s => c.Uncertainty(step, s));

        var interference = c.Sheet.InterferenceOf(sheet);
        var roundness = sheet.Roundness ?? c.Sheet.Usual(NeatBoreDefaults.Roundness);
        var taper = sheet.Taper ?? c.Sheet.Usual(NeatBoreDefaults.Taper);
        var friction = Chosen(c).Friction;
        var answer = InterferenceFit.Solve(
            new InterferenceFit.Request(
                new InterferenceFit.ShaftPart(
                    Sizes(NoseStep.Name),
                    sheet.Nose.Material,
                    sheet.Nose.InnerDiameterMm,
                    c.Number(NoseStep.Temperature)!.Value,
                    sheet.Nose.RoughnessRzUm
                ),
                new InterferenceFit.HubPart(
                    Sizes(BoreStep.Name),
                    sheet.Hub.OuterDiameterMm,
                    sheet.Hub.Material,
                    c.Number(BoreStep.Temperature) ?? c.Number(NoseStep.Temperature)!.Value,
                    sheet.Hub.RoughnessRzUm
                ),
                sheet.Hub.LengthMm - sheet.SeatedDepthMm,
                new Band(friction.Low!.Value, friction.High!.Value),
                Limits: new InterferenceFit.FitLimits(interference.Low, interference.High, roundness.High, taper.High),
                GaugeUncertaintyMm: new InterferenceFit.FitGauges(Gauge(NoseStep.Name), Gauge(BoreStep.Name))
            )
        );
        var call = answer.Call!.Sourced(check =>
            check.Name switch
            {
                "interference" => interference.SourceWords,
                "nose roundness" or "bore roundness" => roundness.SourceWords,
                "nose taper" or "bore taper" => taper.SourceWords,
                _ => "Neat Bore default",
            }
        );

        var lead = call.Checks[0];
        var middle = (interference.Low + interference.High) / 2 ?? answer.InterferenceMm.Mean;
        string template = (call.Verdict, lead.Name, lead.Side) switch
        {
            (Verdict.Go, _, _) => "Fit it. Expect {low} to {high} to draw it home.",
            (Verdict.LookAgain, _, _) => "Measure both again, with a finer gauge if you have one.",
            (Verdict.Stop, "interference", Side.Upper) => "Don’t draw it on. Hone {hone} out of the bore, then measure again.",
            (Verdict.Stop, "interference", _) or (_, "effective interference", _) =>
                "Don’t fit it: it is loose. Sleeve the nose or change the hub.",
            (Verdict.Stop, "nose roundness" or "nose taper", _) => "Don’t fit it. Dress or sleeve the nose, then measure again.",
            (Verdict.Stop, "bore roundness" or "bore taper", _) => "Don’t fit it. Hone or change the hub, then measure again.",
            (Verdict.Stop, _, _) => "Don’t draw it on. It would yield: hone {hone} out of the bore.",
            _ => "Tight for the material. Hone {hone} out of the bore, or say why it can go on.",
        };
        return new Judgement(
            Sentence.Of(
                template,
                ("low", Quantity.Newtons(answer.PressForceN.Low)),
                ("high", Quantity.Newtons(answer.PressForceN.High)),
                ("hone", Quantity.Mm(answer.InterferenceMm.Mean - middle, 0.001))
            ),
            call,
            answer
        );
    }
}
