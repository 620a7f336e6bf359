using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The oiled turn.</summary>
internal static class TurnStep
{
    public static readonly StepName Name = new("turn");
    private static readonly PickSlot s_feel = Name.Pick("feel");
    private static readonly Option s_free = new("free", "free all round");
    private static readonly Option s_hitch = new("hitch", "a slight hitch at one place");
    private static readonly Option s_tight = new("tight", "tight");
    private static readonly NumberSlot s_where = Name.Number("where");

    private static NumberSlot At(int eighth) => Name.Number($"{eighth * 45}");

    public static Step Of(ShaftWords shaft) =>
        new(Name, "Turn it", "cam-drag")
        {
            Slots = Slots,
            Judge = JudgeTurn,
            Gate = "it turns freely",
            Cautions = [$"Slow and even: a {shaft.Word} that snatches pinches fingers."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c)
    {
        var read = Enumerable.Range(0, 8).Any(i => c.Taken(At(i)));
        return
        [
            Slot.Pick(s_feel, "Turned by hand, oiled", s_free, s_hitch, s_tight).Unless(read),
            .. c.Is(s_feel, s_hitch)
                ?
                [
                    new Slot(
                        s_where,
                        "Where it hitches, from 12",
                        SlotKind.Number,
                        Dimension.Angle,
                        5,
                        "degree-wheel",
                        Plausible: new Band(0, 360),
                        Required: false
                    ),
                ]
                : Array.Empty<Slot>(),
            .. Enumerable
                .Range(0, 8)
                .Select(i => new Slot(
                    At(i),
                    Clock.Text(i * 45).Replace(":00", "", StringComparison.Ordinal),
                    SlotKind.Number,
                    Dimension.Torque,
                    0.1,
                    "torque-wrench",
                    i * 45,
                    Plausible: new Band(0, 30),
                    Peers: "turn",
                    Required: read
                )),
        ];
    }

    private static Judgement JudgeFeel(StepContext c, string feel) =>
        feel switch
        {
            "free" => new Judgement(
                Sentence.Of("It turns freely. The plug is next."),
                new Call(Verdict.Go, Sentence.Of("Turned by hand: free all round."), [])
            ),
            "hitch" => new Judgement(
                c.Number(s_where) is { } deg
                    ? Sentence.Of(
                        "Look at {clock} for dirt, a burr or a shell that stands high; or say why it will do.",
                        ("clock", Quantity.AtClock(deg))
                    )
                    : Sentence.Of("Look there for dirt, a burr or a shell that stands high; or say why it will do."),
                new Call(Verdict.Decide, Sentence.Of("Turned by hand: a slight hitch at one place."), [])
            ),
            _ => new Judgement(
                Sentence.Of(
                    "{shaft} out. Look where it shines; measure the clearances, then ream.",
                    ("shaft", Quantity.Word(ShaftWords.Of(c.Sheet).Title))
                ),
                new Call(Verdict.Stop, Sentence.Of("Turned by hand: tight."), [])
            ),
        };

    private static Judgement JudgeTurn(StepContext c)
    {
        // Once read, the torque rules.
        if (!Enumerable.Range(0, 8).Any(i => c.Taken(At(i))))
        {
            return c.Picked(s_feel) is { } feel ? JudgeFeel(c, feel) : Prompt.Next(c);
        }

        if (c.Step.Slots(c).FirstOrDefault(s => s.Required && !c.Taken(Name, s)) is { } next)
        {
            return new Judgement(
                Sentence.Of(
                    "Turn the {shaft} slowly through {clock}. Read the torque.",
                    ("shaft", Quantity.Word(ShaftWords.Of(c.Sheet).Word)),
                    ("clock", Quantity.AtClock(next.AngleDeg!.Value))
                )
            );
        }

        var limit = c.Sheet.Cam!.TurnTorque ?? c.Sheet.Usual(NeatBoreDefaults.CamTurns);
        var answer = TurningDrag.Solve(
            new TurningDrag.Request(
                [.. Enumerable.Range(0, 8).Select(i => new TurningDrag.TurningTorque(i * 45, c.Number(At(i))!.Value))],
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
                        "It hitches once a turn at {clock}: a bent {shaft}, or one high shell. Roll the {shaft} on blocks.",
                    _ => "It drags twice a turn: lobes touch, or a shell is oval. Look for bright spots.",
                },
                ("clock", Quantity.AtClock(answer.OnceDeg ?? 0)),
                ("shaft", Quantity.Word(ShaftWords.Of(c.Sheet).Word)),
                ("spot", Quantity.AtClock(answer.SpotDeg ?? 0))
            ),
            answer.Call!.Sourced(k => k.Name == "mean torque" ? limit.SourceWords : "Neat Bore default"),
            answer
        );
    }
}
