using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>Home and even: the gap read all round.</summary>
internal static class GapStep
{
    public static readonly StepName Name = new("gap");
    private static readonly NumberSlot s_reach = Name.Number("reach");
    private static readonly int[] s_deg = [0, 90, 180, 270];

    public static Step Step =>
        new(Name, "Home, even all round", "sleeve-gap")
        {
            When = Way.IsOn,
            Slots = Slots,
            Judge = Judge,
            Gate = "home, even all round",
            Cautions = ["Swap screws for shorter ones before they bottom. Stand clear of a loaded plate."],
        };

    private static NumberSlot At(int deg) => Name.Number($"{deg}");

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        [
            .. s_deg.Select(deg => new Slot(
                At(deg),
                $"Gap, {Clock.Text(Clock.Seen(deg, View.Rear))}",
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "depth-gauge",
                deg,
                Plausible: new Band(0, c.Sheet.Rear!.SleeveMm!.Value * 1.5),
                Peers: "gap",
                Expected: 0.06
            )),
            new Slot(
                s_reach,
                "Screw thread left before they bottom",
                SlotKind.Number,
                Dimension.Length,
                0.5,
                "rule",
                Plausible: new Band(0, 60),
                Required: false
            ),
        ];

    private static Judgement Judge(StepContext c)
    {
        if (s_deg.Select(d => (int?)d).FirstOrDefault(d => !c.Taken(At(d!.Value))) is { } at)
        {
            return new Judgement(Sentence.Of("Gap between plate and flange at {clock}.", ("clock", Quantity.AtClock(at))));
        }

        var flange = c.Sheet.Rear!.Flange;
        var tilt = c.Sheet.Usual(NeatBoreDefaults.SealTilt);
        var gaps = s_deg.Select(d => new Squareness.DepthReading(d, c.Number(At(d))!.Value)).ToList();
        var home = c.Sheet.Usual(NeatBoreDefaults.SleeveHome);
        var answer = Squareness.Solve(
            new Squareness.Request(
                gaps,
                c.Sheet.Rear.Seal.ShaftMm / 2,
                Sense: Squareness.DepthSense.Gap,
                TargetDepthMm: 0,
                TiltLimitMm: tilt.High,
                GaugeUncertaintyMm: s_deg.Max(d => c.Uncertainty(At(d))),
                Screws:
                [
                    .. c
                        .Sheet.Rear!.Flange.Places.Where((_, i) => i % 2 == 0)
                        .Select(b => new Squareness.Screw(b.Id, Sweeping.Deg(b.XMm, b.YMm), flange.BoltCircleMm / 2, flange.PitchMm)),
                ]
            )
        );
        var mean = gaps.Average(g => g.DepthMm);
        var u = answer.UncertaintyMm.Mean;
        var reach = c.Number(s_reach);
        Check[] checks =
        [
            Check.AtMost("tilt", answer.TiltMm, tilt.High!.Value, answer.UncertaintyMm.Tilt, Dimension.Length, tilt.SourceWords),
            .. reach is { } left && mean > home.High
                ?
                [
                    new Check(
                        "screw left",
                        left < mean ? Verdict.LookAgain : Verdict.Go,
                        left,
                        mean,
                        0,
                        Side.Lower,
                        Dimension.Length,
                        "measured here"
                    ),
                ]
                : Array.Empty<Check>(),
            // Not home yet is the next pass, not a fault.
            new(
                "gap left",
                mean - u > home.High ? Verdict.LookAgain : Verdict.Go,
                mean,
                home.High!.Value,
                u,
                Side.Upper,
                Dimension.Length,
                home.SourceWords
            ),
        ];
        var call = Call.Of(
            checks,
            k =>
                Sentence.Of(
                    (k.Name, k.Verdict) switch
                    {
                        ("tilt", Verdict.Go) => "Even to {value}, and home.",
                        ("tilt", Verdict.LookAgain) => "It leans {value} ± {u}: too close to {limit} to tell.",
                        ("tilt", _) => "It leans {value} across; at most {limit} is wanted.",
                        ("screw left", _) => "The screws bottom in {value}; {limit} is still to go.",
                        _ => "{value} is left; it is home at {limit}.",
                    },
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        )!;
        var first = answer.Passes.Count > 0 && answer.Passes[0].Count > 0 ? answer.Passes[0][0] : null;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Name) switch
                {
                    (Verdict.Go, _) => "Home and even. Plate off.",
                    (_, "screw left") => "Swap the screws for shorter ones now, before they bottom.",
                    (_, "tilt") => "Even it up: screw {screw} in by {turns} of a turn, no other. Read again.",
                    _ => "Even. {turns} of a turn on each screw, from {screw} round. Read again.",
                },
                ("screw", Quantity.Word(first?.Id ?? "")),
                ("turns", new Quantity(Math.Min(0.25, first?.Turns ?? 0), Dimension.Number, 0.05))
            ),
            call,
            answer
        );
    }
}
