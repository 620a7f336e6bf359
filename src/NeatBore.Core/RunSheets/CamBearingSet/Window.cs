using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Oil hole and passage in one another: what is read, and what it says.</summary>
internal static class Window
{
    private static readonly Option s_free = new("yes", "it turns");
    private static readonly Option s_stuck = new("no", "it is stuck");

    public static Slot StillTurns(StepContext c) => Slot.Pick(Turns(c), "Does it still turn?", s_free, s_stuck);

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

        var (place, doubt) = Position(c, facing);
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
        var (recess, recessed) = atDepth ? JudgeRecess(c) : (null, null);
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

    /// <summary>How far it is turned, where that is measured at this step.</summary>
    private static NumberSlot Turned(StepContext c) => c.Step.Name.Number("turn");

    /// <summary>How deep its edge is, where that is measured at this step.</summary>
    private static NumberSlot Deep(StepContext c) => c.Step.Name.Number("depth");

    /// <summary>Whether it still turns, where that is tried at this step.</summary>
    public static PickSlot Turns(StepContext c) => c.Step.Name.Pick("turns");

    private static SightSlot Down(StepContext c, string passage) => c.Step.Name.Sight(passage);

    public static IEnumerable<Slot> Sights(StepContext c)
    {
        var measured = c.Taken(Turned(c)) && c.Taken(Deep(c));
        return
        [
            .. Bearings
                .Of(c)
                .Passages.Select(p => new Slot(
                    Down(c, p.Id),
                    $"Down {p.Id}, {Clock.Text(p.AngleDeg)}",
                    SlotKind.Sight,
                    AngleDeg: p.AngleDeg,
                    Required: !measured
                )),
            new Slot(
                Turned(c),
                "or measured: turned clockwise",
                SlotKind.Number,
                Dimension.Angle,
                0.1,
                "degree-wheel",
                Plausible: new Band(-30, 30),
                Required: false
            ),
            new Slot(
                Deep(c),
                "and its edge’s depth",
                SlotKind.Number,
                Dimension.Length,
                0.1,
                "depth-gauge",
                Plausible: new Band(-40, 40),
                Required: false
            ),
        ];
    }

    public static IEnumerable<Slot> Recess(StepContext c)
    {
        var places = c.Sheet.Cam!.ThrustPlate == c.Item ? new[] { 0, 90, 180, 270 } : [0];
        return places.Select(deg => new Slot(
            $"recess-{deg}",
            places.Length > 1 ? $"Below the face, {Clock.Text(deg)}" : "Edge below the bore’s face",
            SlotKind.Number,
            Dimension.Length,
            0.01,
            "depth-gauge",
            deg,
            Plausible: new Band(-3, 30),
            Peers: "recess",
            // Elsewhere what is seen along the passages tells how deep it stands.
            Required: places.Length > 1,
            Expected: Driver.FacingOf(c).FinalMm
        ));
    }

    /// <summary>Where the shell is: measured, or from what was seen; or why that can't be told.</summary>
    public static (OilHoleWindow.Place? Place, Judgement? Doubt) Position(StepContext c, Facing facing)
    {
        if (c.Number(Turned(c)) is { } turn && c.Number(Deep(c)) is { } depth)
        {
            return (
                new OilHoleWindow.Place(
                    facing.Sign * turn,
                    depth,
                    new SightPosition.ShellUncertainty(c.Uncertainty(Turned(c)), c.Uncertainty(Deep(c)))
                ),
                null
            );
        }

        var looks = facing.Passages.Select(p => (p.Id, p.Shape, Sight: c.Sight(Down(c, p.Id)))).Where(l => l.Sight is not null).ToList();
        var sights = looks
            .Where(l => l.Sight!.Kind != SightKind.Shut)
            .Select(l => new SightPosition.Look(
                l.Id,
                facing.Sign * l.Sight!.AroundMm,
                facing.Sign * l.Sight.AlongMm,
                l.Sight.Kind == SightKind.Wire ? l.Shape.AlongMm / 4 : NeatBoreDefaults.SightMm
            ))
            .ToList();
        Judgement Doubt(string what, Sentence why) => new(Sentence.Of(what), new Call(Verdict.LookAgain, why, []));
        if (sights.Count == 0)
        {
            return (
                null,
                Doubt(
                    "Measure its turn and depth: nothing can be seen.",
                    Sentence.Of("Every passage is shut: where the shell is can’t be told by eye.")
                )
            );
        }

        var found = SightPosition.Solve(new SightPosition.Request(facing.BoreMm, facing.Passages, facing.Holes, sights, facing.View));
        if (found.Call is { } contradicts)
        {
            return (
                null,
                new Judgement(
                    Sentence.Of(
                        found.OddOneOut is null
                            ? "The looks don’t agree. Look down each again."
                            : "Look down {odd} again: it contradicts the others.",
                        ("odd", Quantity.Word(found.OddOneOut ?? ""))
                    ),
                    contradicts,
                    found
                )
            );
        }

        var place = new OilHoleWindow.Place(found.RotationDeg, found.DepthMm, found.Uncertainty);
        foreach (var shut in looks.Where(l => l.Sight!.Kind == SightKind.Shut))
        {
            var passage = facing.Passages.First(p => p.Id == shut.Id);
            var hole = HolePairs.HoleOf(passage, facing.Holes);
            var share =
                SharedArea.Of(
                    passage.Shape,
                    hole.Shape,
                    HolePairs.Around(hole.AngleDeg - passage.AngleDeg + place.RotationDeg, facing.BoreMm),
                    hole.FromEdgeMm - passage.FromFaceMm + place.DepthMm
                ) / SharedArea.Most(passage.Shape, hole.Shape);
            if (share > 0.25)
            {
                return (
                    null,
                    Doubt(
                        "Look down the shut one again: by the others it would be open.",
                        Sentence.Of(
                            "{odd} looks shut; by the others it would be {share} open: wrong shell, or a hole drilled out of place.",
                            ("odd", Quantity.Word(shut.Id)),
                            ("share", Quantity.Share(share))
                        )
                    )
                );
            }
        }

        return (place, null);
    }

    private static (Call? Call, Sentence? Do) JudgeRecess(StepContext c)
    {
        if (c.Sheet.Cam!.ThrustPlate != c.Item || c.Sheet.Cam.Recess is not { } limit)
        {
            return JudgeEdge(c);
        }

        var checks = Recess(c)
            .SelectMany(s =>
            {
                var (v, u) = (c.Number(SeatStep.Name, s)!.Value, c.Uncertainty(SeatStep.Name, s));
                return new[]
                {
                    limit.Low is { } low
                        ? Check.AtLeast($"recess at {Clock.Text(s.AngleDeg!.Value)}", v, low, u, Dimension.Length, limit.SourceWords)
                        : null,
                    limit.High is { } high
                        ? Check.AtMost($"recess at {Clock.Text(s.AngleDeg!.Value)}", v, high, u, Dimension.Length, limit.SourceWords)
                        : null,
                };
            })
            .OfType<Check>()
            .ToList();
        var call = Call.Of(
            checks,
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.LookAgain ? "The {name} is {value} ± {u}: too close to {limit} to decide."
                        : k.Side == Side.Lower ? "The {name} is {value}; at least {limit} is wanted, or the thrust plate rides on it."
                        : "The {name} is {value}; at most {limit} is wanted.",
                    ("name", Quantity.Word(k.Name)),
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return (
            call,
            Sentence.Of(
                call?.Verdict == Verdict.LookAgain ? "Wipe the face and read the recess again."
                : call?.Checks[0].Side == Side.Lower ? "Drive it in a touch, at that place."
                : "Too deep: the thrust plate loses its oil. Out and again."
            )
        );
    }

    /// <summary>The edge of any other shell, against its own depth from the end that it was driven from; and its inside, where that was
    /// measured.</summary>
    private static (Call? Call, Sentence? Do) JudgeEdge(StepContext c)
    {
        var edge = c.Sheet.Usual(NeatBoreDefaults.ShellEdge);
        var recess = Recess(c).First();
        var checks = new List<Check>();
        if (c.Number(SeatStep.Name, recess) is { } depth)
        {
            checks.AddRange(
                edge.Checks("edge off its depth", depth - Driver.FacingOf(c).FinalMm, c.Uncertainty(SeatStep.Name, recess))
                    .Select(k => k.Verdict == Verdict.Stop ? k with { Verdict = Verdict.Decide } : k)
            );
        }

        if (c.Number(SeatStep.Inside) is { } inside && !c.Is(Shells.Name, Shells.Undersize))
        {
            checks.AddRange(
                (c.Sheet.Cam!.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.CamClearance)).Checks(
                    "clearance, driven",
                    inside - Bore.Journal(c),
                    c.Uncertainty(SeatStep.Inside)
                )
            );
        }

        var call = Call.Of(
            checks,
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.LookAgain
                        ? "Its {name} is {value} ± {u}: too close to {limit} to decide."
                        : "Its {name} is {value}; {limit} is the limit.",
                    ("name", Quantity.Word(k.Name)),
                    ("value", Quantity.Mm(k.Value, k.Name == "clearance, driven" ? 0.001 : 0.1)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.01)),
                    ("limit", Quantity.Mm(k.Limit, k.Name == "clearance, driven" ? 0.001 : 0.1))
                )
        );
        var lead = call?.Checks[0];
        return (
            call,
            Sentence.Of(
                (call?.Verdict, lead?.Name, lead?.Side) switch
                {
                    (Verdict.LookAgain, _, _) => "Measure that again, finer.",
                    (_, "clearance, driven", Side.Lower) => "Too close on the journal: ream it, or another shell.",
                    (_, "clearance, driven", _) => "Too loose on the journal: another shell.",
                    (_, _, Side.Lower) => "Drive it in {by} more, light blows; or say why it may stand there.",
                    _ => "It stands {by} past its place: say why it may, or out and again.",
                },
                ("by", Quantity.Mm(Math.Abs((lead?.Value ?? 0) - (lead?.Limit ?? 0)), 0.1))
            )
        );
    }
}
