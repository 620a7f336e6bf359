using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A ring of screws or bolts pulled in a star, each once.</summary>
internal static class BoltStar
{
    private const string Ring = "ring";
    private const string TurnedKey = "turned-on";

    /// <summary>A ring of them.</summary>
    public static FastenerSet Set(string name, ScrewThread thread, double torqueNm, Limit torque, int bolts, double circleMm) =>
        new(
            name,
            thread,
            torqueNm,
            torque,
            1,
            View.Front,
            [
                .. BoltRing
                    .StarDeg(bolts)
                    .Select(deg => new BoltPlace(
                        Clock.Text(deg),
                        circleMm / 2 * Math.Sin(deg * Math.PI / 180),
                        circleMm / 2 * Math.Cos(deg * Math.PI / 180),
                        Ring
                    )),
            ]
        );

    /// <summary>One place for each, in their order; and one for the turn of all, where they are turned on by an angle.</summary>
    public static IReadOnlyList<Slot> Slots(StepContext c, FastenerSet set, double? angleDeg) =>
        [
            .. BoltOut.Slots(c, renew: true),
            .. Torques(set),
            .. angleDeg is { } deg ? [AnglePass.All(TurnedKey, set.Bolts, deg)] : Array.Empty<Slot>(),
        ];

    private static IReadOnlyList<Slot> Torques(FastenerSet set) =>
        [
            .. BoltRing
                .StarDeg(set.Bolts.Count)
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
                            Plausible: new Band(set.TorqueNm / 3, set.TorqueNm * 3),
                            Peers: "torque",
                            Expected: set.TorqueNm,
                            Bolt: new BoltTag(Ring, Clock.Text(deg), 1)
                        )
                ),
        ];

    /// <summary>The next of them, and once all are pulled whether each got what it should.</summary>
    public static Judgement Judge(StepContext c, FastenerSet set, double? angleDeg)
    {
        if (BoltOut.Judge(c) is { } first)
        {
            return first;
        }

        var slots = Torques(set);
        if (slots.FirstOrDefault(s => !c.Taken(s)) is { } next)
        {
            return new Judgement(
                Sentence.Of(
                    "Number {n}, at {clock}: one smooth pull to {torque}. Type what the wrench shows.",
                    ("n", Quantity.Count(slots.ToList().IndexOf(next) + 1)),
                    ("clock", Quantity.AtClock(next.AngleDeg!.Value)),
                    ("torque", Quantity.Nm(set.TorqueNm))
                )
            );
        }

        var call = Call.Of(
            [
                .. slots.SelectMany(s =>
                    set.Torque.Checks($"torque at {s.Bolt!.Id}", c.Number(s)!.Value, c.Uncertainty(s), Dimension.Torque)
                        .Select(k => k with { Bolt = s.Bolt.Id })
                ),
            ],
            check =>
                Sentence.Of(
                    check.Verdict == Verdict.Go ? "All of them in their window." : "{value} {where}; the limit is {limit}.",
                    ("value", Quantity.Nm(check.Value)),
                    ("where", Quantity.Word($"at {check.Bolt}")),
                    ("limit", Quantity.Nm(check.Limit))
                )
        );
        if (
            angleDeg is { } deg
            && (call is null || call.Verdict == Verdict.Go)
            && AnglePass.JudgeAll(c, c.Step.Name.Pick(TurnedKey), set.Bolts.Count, deg, call?.Checks ?? []) is { } turning
        )
        {
            return turning;
        }

        return call is null
            ? new Judgement(Sentence.Of(Held.ToldOnly))
            : new Judgement(
                Sentence.Of(
                    call.Verdict switch
                    {
                        Verdict.Go => "All tight, in order.",
                        Verdict.LookAgain => "Pull that one again with a finer wrench and read it.",
                        _ when call.Checks[0].Side == Side.Upper => BoltOut.OneOfThem,
                        _ => "Pull that one again to {torque}.",
                    },
                    ("torque", Quantity.Nm(set.TorqueNm))
                ),
                call
            );
    }
}
