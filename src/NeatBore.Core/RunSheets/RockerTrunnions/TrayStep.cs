using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>All of them looked through: the odd one out.</summary>
internal static class TrayStep
{
    public static readonly StepName Name = new("tray");

    public static Step Step =>
        new(Name, "The set against itself", "tray-compared")
        {
            Weighs = [BodyStep.Name, FirstStep.Name, SecondStep.Name, FloatStep.Name],
            Judge = Judge,
            Gate = "no odd one out",
            Cautions = ["A rocker that is odd now comes apart at speed."],
        };

    private static Judgement Judge(StepContext c)
    {
        var rockers = c.Sheet.Rockers!.Places.OrderBy(p => p.Number).Select(p => c.For(p.Id)).ToList();
        var measures = SetMeasures
            .Of(c)
            .ConvertAll(m =>
            {
                var found = rockers.Select(o => (o.Item, Value: m.Of(o), U: m.Uncertainty(o))).Where(v => v.Value is not null).ToList();
                if (found.Count == 0)
                {
                    return new TrunnionSet.SetMeasure(m.Step, m.Words, m.Dimension, m.Resolution, null, null, []);
                }

                var set = SetOutlier.Solve(
                    new SetOutlier.Request([.. found.Select(v => new SetOutlier.SetReading(v.Item, v.Value!.Value))], found.Max(v => v.U))
                );
                return new TrunnionSet.SetMeasure(
                    m.Step,
                    m.Words,
                    m.Dimension,
                    m.Resolution,
                    set.Median,
                    set.Spread,
                    [.. set.Readings.Zip(found, (s, v) => new TrunnionSet.SetValue(s.Id, v.Value!.Value, s.Score, s.Verdict))]
                );
            });
        var own = RunSheet.Version1.Steps.Where(s => s.Together == Rockers.Together).ToList();
        var progress = rockers.ConvertAll(o =>
            (
                Rocker: o,
                Steps: own.Where(s => s.When(o.SeenBy(s)).Because is null).Select(s => (Step: s, Slots: s.Slots(o.SeenBy(s)))).ToList()
            )
        );
        bool Complete((Step Step, IReadOnlyList<Slot> Slots) s, StepContext o) =>
            s.Slots.All(x => !x.Required || o.Taken(s.Step.Name, x) || (HandWays.Measured(x) && o.ByHand(s.Step.Name)));
        var done = progress.Count(p => p.Steps.TrueForAll(s => Complete(s, p.Rocker)));
        var half = progress
            .Where(p =>
                p.Steps.Any(s => s.Slots.Any(x => p.Rocker.Taken(s.Step.Name, x))) && !p.Steps.TrueForAll(s => Complete(s, p.Rocker))
            )
            .Select(p => new TrunnionSet.HalfDoneRocker(
                p.Rocker.Item,
                p.Steps.Last(s => s.Slots.Any(x => p.Rocker.Taken(s.Step.Name, x))).Step.Title,
                p.Steps.First(s => !Complete(s, p.Rocker)).Step.Title,
                p.Steps.SelectMany(s => s.Slots.Select(x => p.Rocker.TakenAt(s.Step.Name, x))).Max()!.Value
            ))
            .ToList();
        var answer = new TrunnionSet.Answer(measures, half, done);
        var worst = measures
            .SelectMany(m => m.Values.Where(v => v.Verdict is not (null or Verdict.Go)).Select(v => (Measure: m, Value: v)))
            .OrderByDescending(x => x.Value.Verdict)
            .ThenByDescending(x => Math.Abs(x.Value.Score))
            .ToList();
        if (done < rockers.Count)
        {
            return new Judgement(
                half.Count > 0
                    ? Sentence.Of(
                        "{done} of {all} done. {who} is half done: next, {next}.",
                        ("done", Quantity.Count(done)),
                        ("all", Quantity.Count(rockers.Count)),
                        ("who", Quantity.Word(Rockers.Name(half[0].Item))),
                        ("next", Quantity.Word(half[0].Next.ToLowerInvariant()))
                    )
                    : Sentence.Of(
                        "{done} of {all} done. Go on with the next rocker.",
                        ("done", Quantity.Count(done)),
                        ("all", Quantity.Count(rockers.Count))
                    ),
                Answer: answer
            );
        }

        if (worst.Count == 0)
        {
            return new Judgement(
                Sentence.Of("All {all} are alike. Wash them, then back to their places.", ("all", Quantity.Count(rockers.Count))),
                new Call(
                    Verdict.Go,
                    measures.TrueForAll(m => m.Values.Count == rockers.Count)
                        ? Sentence.Of("Force, bore and float of each lie with the others.")
                        : Sentence.Of(
                            "What was measured of force, bore and float lies together; the rest was felt or taken to be like it."
                        ),
                    []
                ),
                answer
            );
        }

        var (measure, value) = worst[0];
        var force = measure.Dimension == Dimension.Force;
        var call = Sides.Stands(
            value.Verdict!.Value,
            measure.Words.ToLowerInvariant(),
            value.Value,
            measure.Median!.Value,
            measure.Dimension,
            measure.Resolution,
            Rockers.Name(value.Item)
        );
        return new Judgement(
            Sentence.Of(
                (force, value.Score < 0, value.Verdict) switch
                {
                    (true, true, _) =>
                        "{who} went in easier than its set: its body is worn. Another body, begun again at “Body and bushes”.",
                    (true, false, _) => "{who} took more than its set: look for a tear. Press it out and look, or say why it is good.",
                    _ when measure.Step == "body" =>
                        "{who}: its bore is not like the others. Measure it again; another body if it stays so.",
                    _ => "{who} floats unlike the others. Set its second side again, or say why it is good.",
                },
                ("who", Quantity.Word(Rockers.Name(value.Item)))
            ),
            call with
            {
                Checks =
                [
                    .. call.Checks,
                    .. worst
                        .Skip(1)
                        .Select(w => new Check(
                            $"{Rockers.Name(w.Value.Item).ToLowerInvariant()}, {w.Measure.Words.ToLowerInvariant()}",
                            w.Value.Verdict!.Value,
                            w.Value.Value,
                            w.Measure.Median!.Value,
                            0,
                            w.Value.Value < w.Measure.Median ? Side.Lower : Side.Upper,
                            w.Measure.Dimension,
                            "its own set"
                        )),
                ],
            },
            answer
        );
    }
}
