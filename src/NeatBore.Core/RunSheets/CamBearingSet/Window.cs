using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Oil hole and passage in one another: how far open, and what to do.</summary>
internal static class Window
{
    private static readonly Option s_free = new("yes", "it turns");
    private static readonly Option s_stuck = new("no", "it is stuck");

    public static Judgement Judge(StepContext c, bool atDepth)
    {
        var facing = Driver.FacingOf(c);
        if (c.Step.Slots(c).FirstOrDefault(s => s.Required && !c.Taken(s)) is { } next)
        {
            return next.Kind == SlotKind.Sight
                ? new Judgement(
                    Sentence.Of(
                        "Look down {passage}, lamp in front. Move the metal until it looks the same.",
                        ("passage", Quantity.Word(next.Key))
                    )
                )
                : Prompt.Next(c);
        }

        var (place, doubt) = ShellPlace.Of(c, facing);
        if (place is null)
        {
            return doubt!;
        }

        var canTurn = !atDepth && c.Is(Turns(c), s_free);
        var window = c.Sheet.UsualThresholds(NeatBoreDefaults.OilWindow);
        // What is left of the way: no farther than its depth, and a little turn either way.
        var deepest = Math.Max(facing.FinalMm, place.DepthMm);
        var answer = OilHoleWindow.Solve(
            new OilHoleWindow.Request(
                facing.BoreMm,
                facing.Passages,
                facing.Holes,
                place,
                new OilHoleWindow.Range(
                    [place.RotationDeg - NeatBoreDefaults.ShellTurnDeg, place.RotationDeg + NeatBoreDefaults.ShellTurnDeg],
                    [atDepth ? place.DepthMm : Math.Min(deepest, facing.FinalMm), deepest]
                ),
                facing.View,
                atDepth ? null : facing.FinalMm,
                canTurn,
                GoShare: window.Go,
                StopShare: window.Stop
            )
        );
        var call = answer.Call!.Sourced(_ => window.SourceWords);
        var (recess, recessed) = atDepth ? Recess.Judge(c) : (null, null);
        if (recess is not null && recess.Verdict > call.Verdict)
        {
            return new Judgement(recessed!, recess with { Checks = [.. recess.Checks, .. call.Checks] }, answer);
        }

        var drives = StartStep.Drives(c);
        var advice = answer.Advice;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, atDepth, canTurn) switch
                {
                    (Verdict.Go, true, _) => "Open: {shares}. Wash it out; the next one.",
                    (Verdict.Go, false, _) when advice.Direction == OilHoleWindow.Turn.None =>
                        "Drive it {drive} to depth, light blows. Then look again.",
                    (Verdict.Go, false, _) when !canTurn => "Drive it {drive} to depth as it stands. Then look again.",
                    (_, false, true) when advice.Direction != OilHoleWindow.Turn.None =>
                        "Turn it {turn} {way} seen from the {end} while it still turns, then look again.",
                    (Verdict.LookAgain, _, _) => "Look again, closer, or measure its turn and depth.",
                    (Verdict.Decide, _, _) => "It no longer turns: say why it will do, or out and again; that is drive {n}.",
                    _ => "Out with it and again: that is drive {n}, and costs crush.",
                },
                (
                    "shares",
                    Quantity.Word(string.Join(", ", answer.Passages.Select(p => $"{p.Id} {Wording.Number(p.OpenShare * 100, 1)} %")))
                ),
                ("drive", Quantity.Mm(Math.Max(0, facing.FinalMm - place.DepthMm), 0.1)),
                ("turn", Quantity.Degrees(Math.Abs(advice.TurnDeg))),
                ("way", Quantity.Word(advice.Direction == OilHoleWindow.Turn.Clockwise ? "clockwise" : "anticlockwise")),
                ("end", Quantity.Word(facing.View == View.Front ? "front" : "rear")),
                ("n", Quantity.Count(drives + 1))
            ),
            call,
            answer
        );
    }

    public static Slot StillTurns(StepContext c) => Slot.Pick(Turns(c), "Does it still turn?", s_free, s_stuck);

    /// <summary>Whether it still turns, where that is tried at this step.</summary>
    public static PickSlot Turns(StepContext c) => c.Step.Name.Pick("turns");
}
