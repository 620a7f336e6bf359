using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The line of all of them.</summary>
internal static class LineStep
{
    public static readonly StepName Name = new("line");
    private static readonly PickSlot s_turns = Name.Pick("turns");
    private static readonly NumberSlot s_tightened = Name.Number("tightened");

    private static NumberSlot X(string bearing) => Name.Number($"{bearing}-x");

    private static NumberSlot Y(string bearing) => Name.Number($"{bearing}-y");

    public static Step Of(ShaftWords shaft) =>
        new(Name, "In line", "cam-line")
        {
            When = c => Applies.If(!c.Is(Line.Name, Line.Turn), "The oiled turn shows it."),
            Slots = Slots,
            Judge = JudgeLine,
            Gate = $"a straight {shaft.Word} fits",
            Cautions = [$"A long bar bends under its own weight: rest it at both ends. A {shaft.Word}’s {shaft.Edges} cut: two hands."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        c.Chosen(Line.Name) == Line.ByCam
            ?
            [
                Slot.Pick(
                    s_turns,
                    $"{ShaftWords.Of(c.Sheet).Title} in dry, turned as each took it",
                    new("two-fingers", "two fingers turn it"),
                    new("hand", "a whole hand turns it"),
                    new("stuck", "it binds")
                ),
                new Slot(
                    s_tightened,
                    "At how many bearings it tightened",
                    SlotKind.Number,
                    Dimension.Count,
                    1,
                    Plausible: new Band(0, c.Sheet.Cam!.Bearings.Count)
                ),
            ]
            :
            [
                .. c.Sheet.Cam!.Bearings.SelectMany(b =>
                    new[] { ("x", "towards 3"), ("y", "towards 12") }.Select(a => new Slot(
                        $"{b.Id}-{a.Item1}",
                        $"{Bearings.Name(c.Sheet, b.Id)}, {a.Item2}",
                        SlotKind.Number,
                        Dimension.Length,
                        0.001,
                        "dial",
                        Plausible: new Band(-1, 1)
                    ))
                ),
            ];

    /// <summary>What room a journal has: reamed, measured inside, or by bore and wall.</summary>
    private static double RoomMm(StepContext c) =>
        (c.Number(ReamStep.Inside(c.Item)) ?? c.Number(SeatStep.Inside)) - Bore.Journal(c)
        ?? Bore.Clearance(c)?.ClearanceMm
        ?? NeatBoreDefaults.CamClearanceMm;

    /// <summary>A cam that is put through bearing by bearing tells which of them it does not like.</summary>
    private static Judgement JudgeTrial(StepContext c)
    {
        if (c.Picked(s_turns) is not { } turns || c.Number(s_tightened) is not { } tightened)
        {
            return Prompt.Next(c);
        }

        var where = ("n", Quantity.Count((int)tightened));
        return (turns, tightened) switch
        {
            ("two-fingers", 0) => new Judgement(
                Sentence.Of("The line is good. Out again, oil it, and in for good."),
                new Call(Verdict.Go, Sentence.Of("Two fingers turn it in every bearing."), [])
            ),
            ("stuck", _) => new Judgement(
                Sentence.Of("Draw it back bearing by bearing: where it frees, look for a burr or a shell not home. Else ream in line."),
                new Call(Verdict.Stop, Sentence.Of("It binds; it tightened at {n}.", where), [])
            ),
            ("hand", 0) => new Judgement(
                Sentence.Of("Stiff in all alike: measure the clearances before it is oiled, or say why it will run in."),
                new Call(Verdict.Decide, Sentence.Of("A whole hand turns it, the same in every bearing."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Blue the journals there, turn it, and look where it shines. Scrape a shell’s burr, or ream."),
                new Call(
                    Verdict.Decide,
                    Sentence.Of(
                        tightened > 1 ? "It tightened at {n} bearings: the line is not straight." : "It tightened at one bearing.",
                        where
                    ),
                    []
                )
            ),
        };
    }

    private static Judgement JudgeLine(StepContext c)
    {
        if (c.Chosen(Line.Name) == Line.ByCam)
        {
            return JudgeTrial(c);
        }

        var bearings = c.Sheet.Cam!.Bearings;
        if (c.Step.Slots(c).FirstOrDefault(s => !c.Taken(Name, s)) is { } next)
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
                        c.Number(X(b.Id))!.Value,
                        c.Number(Y(b.Id))!.Value,
                        Math.Max(0, RoomMm(c.For(b.Id)) / 2)
                    )),
                ],
                GaugeUncertaintyMm: c.Uncertainty(X(bearings[0].Id)),
                Limits: new BoreLine.LineLimits(0, NeatBoreDefaults.NeighbourStepMm)
            )
        );
        var call = answer.Call!.Sourced(k =>
            k.Name == "slack" ? $"geometry: a straight {ShaftWords.Of(c.Sheet).Word}" : "Neat Bore default"
        );
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "A straight {shaft} fits with {slack} to spare. Tightest: {tight}.",
                    Verdict.LookAgain => "Measure {tight} again, finer: it is too close to tell.",
                    _ => "It would bind at {tight}. Look for a burr or a shell not home; else ream in line.",
                },
                ("slack", Quantity.Mm(answer.SlackMm, 0.001)),
                ("shaft", Quantity.Word(ShaftWords.Of(c.Sheet).Word)),
                (
                    "tight",
                    Quantity.Word(string.Join(" and ", answer.Tightest.Take(2).Select(t => Bearings.Name(c.Sheet, t).ToLowerInvariant())))
                )
            ),
            call,
            answer
        );
    }
}
