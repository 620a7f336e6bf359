using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>What all of it says: back, or another one.</summary>
internal static class VerdictStep
{
    public static readonly StepName Name = new("verdict");
    private const string TrackAsk = "Good metal for the seal’s lip?";

    public static Step Step =>
        new(Name, "What now", "tree")
        {
            Weighs = [RubberStep.Name, RadialStep.Name, FaceStep.Name, MetalStep.Name, MarkStep.Name, GrooveStep.Name],
            Judge = Judge,
            Gate = "it may go back",
            CanHurt = true,
            Cautions = ["A ring that lets go flies. In doubt, it does not go back."],
        };

    private static Judgement Judge(StepContext c)
    {
        var (radial, face, mark, track) = (
            Sweep.Of(c, RadialStep.Name),
            Sweep.Of(c, FaceStep.Name),
            MarkStep.Marked(c),
            GrooveStep.TrackOf(c)
        );
        if (
            c.Picked(RubberStep.Ring) is null
            || radial is null
            || face is null
            || c.Picked(MetalStep.Nose) is null
            || mark is null
            || (track is null && c.Sheet.Balancer?.SealTrack is not null)
        )
        {
            return GrooveStep.IsFelt(c) && c.ByHand(GrooveStep.Name)
                ? new Judgement(
                    Sentence.Of("Sleeve it, or settle where the seal will run. Say which, then it may go back."),
                    GrooveStep.Felt
                )
                : new Judgement(Sentence.Of("Look at and measure everything first."));
        }

        bool Says(params PickSlot[] slots) =>
            slots.Any(s => c.Picked(s) is "deep" or "bulge" or "missing" or "moved" or "crack" or "spread");
        var (radialLimit, faceLimit) = (Sweep.Limit(c, RadialStep.Name).Limit.High!.Value, Sweep.Limit(c, FaceStep.Name).Limit.High!.Value);
        var branches = new List<BalancerVerdict.Branch>
        {
            new(
                "Rubber sound, ring where it was?",
                Word(c, RubberStep.Front, RubberStep.Back, RubberStep.Ring),
                BalancerVerdict.Outcome.Replace,
                Says(RubberStep.Front, RubberStep.Back, RubberStep.Ring)
            ),
            new(
                "Ring runs true?",
                Sentence.Of(
                    "{radial} radial, {face} face",
                    ("radial", Quantity.Mm(radial.Radial.SwingMm)),
                    ("face", Quantity.Mm(face.Radial.SwingMm))
                ),
                BalancerVerdict.Outcome.Replace,
                radial.Radial.SwingMm > radialLimit || face.Radial.SwingMm > faceLimit
            ),
            new(
                "Hub’s bore and keyway hold?",
                Word(c, MetalStep.Bore, MetalStep.Keyway),
                BalancerVerdict.Outcome.Replace,
                Says(MetalStep.Bore, MetalStep.Keyway)
            ),
            new("Nose fit to press on?", Word(c, MetalStep.Nose), BalancerVerdict.Outcome.Sleeve, c.Is(MetalStep.Nose, MetalStep.Worn)),
        };
        if (track is not null)
        {
            var pick = track.Options.First(o => o.Kind == track.Pick);
            branches.Add(
                new(
                    TrackAsk,
                    Sentence.Of(
                        "{pick}",
                        (
                            "pick",
                            Quantity.Word(
                                pick.Kind switch
                                {
                                    LipTrack.Way.AsIs => "as it is",
                                    LipTrack.Way.Shallower => "seal pressed shallower",
                                    LipTrack.Way.Deeper => "seal pressed deeper",
                                    LipTrack.Way.TurnRace => "only with its race turned",
                                    LipTrack.Way.Sleeve => "only on a sleeve",
                                    _ => "none left",
                                }
                            )
                        )
                    ),
                    pick.Kind == LipTrack.Way.Renew ? BalancerVerdict.Outcome.Replace : BalancerVerdict.Outcome.Sleeve,
                    pick.Kind is LipTrack.Way.Sleeve or LipTrack.Way.TurnRace or LipTrack.Way.Renew
                )
            );
        }

        branches.Add(
            new(
                "Mark true?",
                Sentence.Of("{error} off", ("error", Quantity.Degrees(Math.Abs(mark.MarkErrorDeg)))),
                BalancerVerdict.Outcome.ReMark,
                Math.Abs(mark.MarkErrorDeg) > c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg).Go
            )
        );
        var answer = BalancerVerdict.Solve(branches);
        var why = branches.FirstOrDefault(b => b.Fault && b.LeadsTo == answer.Outcome);
        var because = why is null
            ? Sentence.Of("Every question was answered well.")
            : Sentence.Of("{ask} No: {found}.", ("ask", Quantity.Word(why.Ask)), ("found", Quantity.Word(Wording.Write(why.Found))));
        return answer.Outcome switch
        {
            BalancerVerdict.Outcome.Reuse => new Judgement(
                Sentence.Of("Use it again. Measure nose and bore before it goes on."),
                new Call(Verdict.Go, because, []),
                answer
            ),
            BalancerVerdict.Outcome.ReMark => new Judgement(
                Sentence.Of("Cut a new mark at true centre and deface the old one. Say when it is done."),
                new Call(Verdict.Decide, because, []),
                answer
            ),
            BalancerVerdict.Outcome.Sleeve => new Judgement(
                Sentence.Of(
                    why?.Ask == TrackAsk && track!.Pick == LipTrack.Way.TurnRace
                        ? "Turn its race first: off, end for end, on again. Say that it is done, then it may go back."
                        : "Sleeve it first. Say what was fitted, then it may go back."
                ),
                new Call(Verdict.Decide, because, []),
                answer
            ),
            _ => new Judgement(Sentence.Of("Replace it. It does not go back on an engine."), new Call(Verdict.Stop, because, []), answer),
        };
    }

    private static Sentence Word(StepContext c, params PickSlot[] slots) =>
        Sentence.Of("{found}", ("found", Quantity.Word(string.Join(", ", slots.Select(s => c.Reading(s)?.Typed).Distinct()))));
}
