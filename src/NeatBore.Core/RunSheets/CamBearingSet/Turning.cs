using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CamBearingSet
{
    private static class TurnStep
    {
        public static readonly StepName Name = new("turn");
    }

    private static Judgement JudgeTurn(StepContext c)
    {
        if (c.Step.Slots(c).FirstOrDefault(s => !c.Taken(TurnStep.Name, s)) is { } next)
        {
            return new Judgement(
                Sentence.Of("Turn the cam slowly through {clock}. Read the torque.", ("clock", Quantity.AtClock(next.AngleDeg!.Value)))
            );
        }

        var limit = c.Sheet.Cam!.TurnTorque ?? c.Sheet.Usual(NeatBoreDefaults.CamTurns);
        var answer = TurningDrag.Solve(
            new TurningDrag.Request(
                [.. c.Step.Slots(c).Select(s => new TurningDrag.TurningTorque(s.AngleDeg!.Value, c.Number(TurnStep.Name, s)!.Value))],
                LimitNm: limit.High
            )
        );
        return new Judgement(
            Sentence.Of(
                answer.Finding switch
                {
                    TurningDrag.Finding.Free => "It turns freely. The plug is next.",
                    TurningDrag.Finding.EvenDrag => "It drags all round: clearance too small everywhere. Measure, then ream.",
                    TurningDrag.Finding.Spot =>
                        "One tight place at {spot}: look there for dirt, a burr, or a shell that is shut on one side.",
                    TurningDrag.Finding.Hitch =>
                        "It hitches once a turn at {clock}: a bent cam, or one high shell. Roll the cam on blocks.",
                    _ => "It drags twice a turn: lobes touch, or a shell is oval. Look for bright spots.",
                },
                ("clock", Quantity.AtClock(answer.OnceDeg ?? 0)),
                ("spot", Quantity.AtClock(answer.SpotDeg ?? 0))
            ),
            answer.Call!.Sourced(k => k.Name == "mean torque" ? limit.SourceWords : "Neat Bore default"),
            answer
        );
    }
}
