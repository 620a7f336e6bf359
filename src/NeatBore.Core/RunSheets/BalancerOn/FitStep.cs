using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The fit judged before anything is pressed.</summary>
internal static class FitStep
{
    public static readonly StepName Name = new("fit");

    public static Step Step =>
        new(Name, "The fit", "fit")
        {
            When = Which.IsMeasured,
            Needs = [NoseStep.Name, BoreStep.Name],
            Judge = Judge,
            Catches = Fit.Feels,
            Gate = "the fit is a go",
            CanHurt = true,
            Cautions = ["A tight hub stores its press force. No bigger tool past a Stop."],
        };

    public static Judgement Judge(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        var noseSlots = Fit.Diameters(c, "micrometer", sheet.Nose.DiameterMm);
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
        var friction = NoseOil.Of(c).Friction;
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
