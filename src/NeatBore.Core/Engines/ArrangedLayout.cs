namespace NeatBore.Core.Engines;

/// <summary>Lays out an engine of which only its arrangement is known: a map to find one's way on, no place of which anybody
/// measured.</summary>
/// <remarks>
/// Bays of equal length between mains; throws such that the cylinders fire evenly over two turns, on shared crankpins where the angle
/// between the banks allows it and on split ones where it does not; a flat engine's on pins of their own, opposite one another.
/// Proportions are those of usual car engines.
/// </remarks>
internal static class ArrangedLayout
{
    // Of a bay's length: the main beside it, and each pin in it. What is left are the webs.
    private const double MainShare = 0.26;
    private const double PinShare = 0.3;
    private const double LobeShare = 0.11;
    private const double UsualBoreMm = 86;

    public static EngineLayout Of(Arrangement engine)
    {
        engine.Check();
        var bore = engine.BoreMm ?? engine.StrokeMm ?? UsualBoreMm;
        var stroke = engine.StrokeMm ?? bore;
        var bay = Math.Max(bore * 1.12, bore + 8);
        var margin = 0.3 * bay;
        var (mains, length) = (engine.Mains, (engine.Bays * bay) + (2 * margin));
        var main = MainShare * bay;
        double MainAt(int i) => margin + (i * bay);
        double BayAt(int i) => margin + ((i + 0.5) * bay);

        var camHeight = (stroke / 2) + (0.75 * bore);
        var deck = Math.Max((2.15 * stroke) + (0.4 * bore), camHeight + (0.5 * bore));
        var cams = Cams(engine).Select(i => (Index: i, ZMm: Math.Clamp(MainAt(i), main / 2, length - (main / 2)))).ToList();
        return new EngineLayout(
            length,
            deck,
            (stroke / 2) + 22,
            stroke,
            camHeight,
            [.. Enumerable.Range(0, mains).Select(i => new JournalPlace($"main-{i + 1}", MainAt(i), main, 0.68 * bore))],
            [
                .. Enumerable
                    .Range(0, engine.Bays)
                    .SelectMany(i => Pins(engine, i).Select(pin => new TurnedPlace(BayAt(i) + (pin.Along * bay), pin.Wide * bay, pin.Deg))),
            ],
            [.. cams.Select((c, i) => new JournalPlace($"cam-{i + 1}", c.ZMm, 0.22 * bay, 0.58 * bore - (0.4 * i)))],
            engine.CamBearings > 0 ? [.. Lobes(engine, BayAt, bay)] : [],
            [.. RockersAlong(engine, BayAt, bay)],
            0.5 * bore,
            1.15 * bore
        );
    }

    /// <summary>Clock angle of each cylinder's crankpin, degrees, seen from the front, row by row.</summary>
    public static IReadOnlyList<double> PinsDeg(Arrangement engine) =>
        engine.Banks == CylinderBanks.Straight
            ? [.. Enumerable.Range(0, engine.Bays).Select(i => BayDeg(engine, i))]
            :
            [
                .. Enumerable.Range(0, engine.Bays).Select(i => BayDeg(engine, i)),
                .. Enumerable.Range(0, engine.Bays).Select(i => Turned(BayDeg(engine, i) + SplitDeg(engine))),
            ];

    /// <summary>The pins of a bay: where along it, how wide, and at what angle.</summary>
    private static IEnumerable<(double Along, double Wide, double Deg)> Pins(Arrangement engine, int bay)
    {
        var deg = BayDeg(engine, bay);
        var split = SplitDeg(engine);
        if (engine.Banks == CylinderBanks.Straight || split == 0)
        {
            return [(0, PinShare, deg)];
        }

        // Two narrower ones beside one another, as the two rods lie.
        const double each = 0.2;
        return [(-0.11, each, deg), (0.11, each, Turned(deg + split))];
    }

    /// <summary>How far the second pin of a bay stands from the first, so that both cylinders fire evenly.</summary>
    private static double SplitDeg(Arrangement engine)
    {
        if (engine.Banks == CylinderBanks.Straight)
        {
            return 0;
        }

        // What a shared pin gives is as far as the banks stand apart; it must be a whole number of intervals.
        var interval = 720.0 / engine.Cylinders;
        var apart = engine.BetweenBanksDeg;
        // On a crank whose bays pair up, each angle comes twice already: the other bank fires between them.
        var wanted =
            Paired(engine) && engine.Banks == CylinderBanks.Vee ? interval
            : engine.Banks == CylinderBanks.Flat ? 0
            : Nearest(apart, interval);
        return Turned(apart - wanted);
    }

    private static double Nearest(double apart, double interval) => Math.Round(apart / interval) * interval;

    /// <summary>Whether the crank is its own mirror, as that of a straight engine with an even number of bays.</summary>
    private static bool Paired(Arrangement engine) =>
        engine.Bays % 2 == 0 && (engine.Banks == CylinderBanks.Straight || (engine.Banks == CylinderBanks.Vee && engine.Bays >= 6));

    private static double BayDeg(Arrangement engine, int bay)
    {
        var bays = engine.Bays;
        if (Paired(engine))
        {
            var half = bays / 2;
            return 360.0 / half * Spread(half)[bay < half ? bay : bays - 1 - bay];
        }

        // Each bay at an angle of its own.
        return 360.0 / bays * Spread(bays)[bay];
    }

    /// <summary>Angles one after the other along the crank, in even steps of a turn, far from their neighbours.</summary>
    private static int[] Spread(int count) =>
        count switch
        {
            1 => [0],
            2 => [0, 1],
            3 => [0, 2, 1],
            4 => [0, 1, 3, 2],
            5 => [0, 3, 2, 4, 1],
            _ => [.. Enumerable.Range(0, (count + 1) / 2).SelectMany(i => (int[])[i, i + ((count + 1) / 2)]).Where(i => i < count)],
        };

    /// <summary>Beside which mains the cam's bearings stand: from first to last, as evenly as may be.</summary>
    private static IEnumerable<int> Cams(Arrangement engine) =>
        engine.CamBearings == 0
            ? []
            : Enumerable
                .Range(0, engine.CamBearings)
                .Select(i => (int)Math.Round((double)i * (engine.Mains - 1) / (engine.CamBearings - 1), MidpointRounding.AwayFromZero));

    private static IEnumerable<TurnedPlace> Lobes(Arrangement engine, Func<int, double> bayAt, double bay)
    {
        var pins = PinsDeg(engine);
        double[] along = engine.Banks == CylinderBanks.Straight ? [-0.18, 0.18] : [-0.27, -0.09, 0.09, 0.27];
        for (var i = 0; i < engine.Bays; i++)
        {
            for (var lobe = 0; lobe < along.Length; lobe++)
            {
                // The cam turns half as fast; inlet and exhaust peak either side of the change of strokes.
                var fires = pins[
                    lobe < along.Length / 2 ? i : i + engine.Bays - (engine.Banks == CylinderBanks.Straight ? engine.Bays : 0)
                ];
                var way = lobe % 2 == 0 ? 235 : 125;
                yield return new TurnedPlace(bayAt(i) + (along[lobe] * bay), LobeShare * bay, Turned((fires / 2) + way));
            }
        }
    }

    private static IEnumerable<double> RockersAlong(Arrangement engine, Func<int, double> bayAt, double bay)
    {
        if (engine.Rockers == 0)
        {
            return [];
        }

        var each = (engine.Rockers + engine.Bays - 1) / engine.Bays;
        return Enumerable.Range(0, engine.Rockers).Select(i => bayAt(i / each) + (((((i % each) + 0.5) / each) - 0.5) * 0.76 * bay));
    }

    private static double Turned(double deg) => ((deg % 360) + 360) % 360;
}
