using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOn
{
    private static class BodyStep
    {
        public static readonly StepName Name = new("body");
    }

    private static class FlangeBoltsStep
    {
        public static readonly StepName Name = new("flange-bolts");
    }

    private const string Ring = "ring";

    private static IReadOnlyList<FastenerSet> BodySet(EngineSheet sheet) =>
        sheet.Balancer is { Design: not BalancerDesign.Flange, Body: { } body }
            ?
            [
                new FastenerSet(
                    "Balancer’s body",
                    new ScrewThread(body.MajorMm, body.PitchMm),
                    body.TorqueNm,
                    body.Torque,
                    1,
                    View.Front,
                    Star(body.Screws, body.ScrewCircleMm)
                ),
            ]
            : [];

    private static IReadOnlyList<FastenerSet> FlangeSet(EngineSheet sheet) =>
        sheet.Balancer is { Design: BalancerDesign.Flange, Flange: { } flange }
            ?
            [
                new FastenerSet(
                    "Balancer’s flange",
                    new ScrewThread(flange.MajorMm, flange.PitchMm),
                    flange.TorqueNm,
                    flange.Torque,
                    1,
                    View.Front,
                    Star(flange.Bolts, flange.BoltCircleMm)
                ),
            ]
            : [];

    private static IReadOnlyList<BoltPlace> Star(int bolts, double circleMm) =>
        [
            .. BoltRing
                .StarDeg(bolts)
                .Select(deg => new BoltPlace(
                    Clock.Text(deg),
                    circleMm / 2 * Math.Sin(deg * Math.PI / 180),
                    circleMm / 2 * Math.Cos(deg * Math.PI / 180),
                    Ring
                )),
        ];

    private static IReadOnlyList<Slot> RingSlots(int bolts, double torqueNm) =>
        [
            .. BoltRing
                .StarDeg(bolts)
                .Select(
                    (deg, i) =>
                        new Slot(
                            $"{deg:0}",
                            $"{Clock.Text(deg)}, number {i + 1}",
                            SlotKind.Number,
                            Dimension.Torque,
                            0.1,
                            "torque-wrench",
                            deg,
                            Plausible: new Band(torqueNm / 3, torqueNm * 3),
                            Peers: "torque",
                            Expected: torqueNm,
                            Bolt: new BoltTag(Ring, Clock.Text(deg), 1)
                        )
                ),
        ];

    private static Judgement JudgeRing(StepContext c, int bolts, double torqueNm, Limit limit)
    {
        var slots = RingSlots(bolts, torqueNm);
        if (slots.FirstOrDefault(s => !c.Taken(s)) is { } next)
        {
            return new Judgement(
                Sentence.Of(
                    "Number {n}, at {clock}: one smooth pull to {torque}. Type what the wrench shows.",
                    ("n", Quantity.Count(slots.ToList().IndexOf(next) + 1)),
                    ("clock", Quantity.AtClock(next.AngleDeg!.Value)),
                    ("torque", Quantity.Nm(torqueNm))
                )
            );
        }

        var call = Call.Of(
            [
                .. slots.SelectMany(s =>
                    limit.Checks($"torque at {Clock.Text(s.AngleDeg!.Value)}", c.Number(s)!.Value, c.Uncertainty(s), Dimension.Torque)
                ),
            ],
            check =>
                Sentence.Of(
                    check.Verdict == Verdict.Go ? "All of them in their window." : "{value} {where}; the limit is {limit}.",
                    ("value", Quantity.Nm(check.Value)),
                    ("where", Quantity.Word(check.Name["torque ".Length..])),
                    ("limit", Quantity.Nm(check.Limit))
                )
        );
        return call is null
            ? new Judgement(Sentence.Of(Held.ToldOnly))
            : new Judgement(
                Sentence.Of(
                    call.Verdict switch
                    {
                        Verdict.Go => "All tight, in order.",
                        Verdict.LookAgain => "Pull that one again with a finer wrench and read it.",
                        _ when call.Checks[0].Side == Side.Upper => "Over-tightened. Take that one out, look at its thread, fit a new one.",
                        _ => "Pull that one again to {torque}.",
                    },
                    ("torque", Quantity.Nm(torqueNm))
                ),
                call
            );
    }
}
