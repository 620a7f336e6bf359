using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CamBearingSet
{
    private static class LineStep
    {
        public static readonly StepName Name = new("line");

        public static NumberSlot X(string bearing) => Name.Number($"{bearing}-x");

        public static NumberSlot Y(string bearing) => Name.Number($"{bearing}-y");
    }

    private static Judgement JudgeLine(StepContext c)
    {
        var bearings = c.Sheet.Cam!.Bearings;
        if (c.Step.Slots(c).FirstOrDefault(s => !c.Taken(LineStep.Name, s)) is { } next)
        {
            return new Judgement(
                Sentence.Of(
                    "Bar and dial through the tunnel. {label}: read how far its middle stands off.",
                    ("label", Quantity.Word(next.Label))
                )
            );
        }

        var answer = BoreLine.Solve(
            new BoreLine.Request(
                [
                    .. bearings.Select(b => new BoreLine.Station(
                        b.Id,
                        b.ZMm + (b.WidthMm / 2),
                        c.Number(LineStep.X(b.Id))!.Value,
                        c.Number(LineStep.Y(b.Id))!.Value,
                        Math.Max(0, (Clearance(c.For(b.Id))?.ClearanceMm ?? NeatBoreDefaults.CamClearanceMm) / 2)
                    )),
                ],
                GaugeUncertaintyMm: c.Uncertainty(LineStep.X(bearings[0].Id)),
                Limits: new BoreLine.LineLimits(0, NeatBoreDefaults.NeighbourStepMm)
            )
        );
        var call = answer.Call!.Sourced(k => k.Name == "slack" ? "geometry: a straight cam" : "Neat Bore default");
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "A straight cam fits with {slack} to spare. Tightest: {tight}.",
                    Verdict.LookAgain => "Measure {tight} again, finer: it is too close to tell.",
                    _ => "It would bind at {tight}. Look for a burr or a shell not home; else ream in line.",
                },
                ("slack", Quantity.Mm(answer.SlackMm, 0.001)),
                ("tight", Quantity.Word(string.Join(" and ", answer.Tightest.Take(2).Select(t => Name(c.Sheet, t).ToLowerInvariant()))))
            ),
            call,
            answer
        );
    }
}
