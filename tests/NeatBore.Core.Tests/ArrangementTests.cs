using CsCheck;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>An engine laid out from its arrangement alone.</summary>
public class ArrangementTests
{
    private static readonly Gen<Arrangement> s_any =
        from banks in Gen.Enum<CylinderBanks>()
        from cylinders in banks == CylinderBanks.Straight ? Gen.Int[1, 16] : Gen.Int[1, 8].Select(n => 2 * n)
        from angle in Gen.OneOf(Gen.Const((double?)null), Gen.Double[10, 170].Select(d => (double?)d))
        from bore in Gen.OneOf(Gen.Const((double?)null), Gen.Double[20, 300].Select(d => (double?)d))
        from stroke in Gen.OneOf(Gen.Const((double?)null), Gen.Double[20, 400].Select(d => (double?)d))
        from cams in Gen.Int[0, 17]
        from rockers in Gen.Int[0, 64]
        let mains = (banks == CylinderBanks.Straight ? cylinders : cylinders / 2) + 1
        select new Arrangement(
            banks,
            cylinders,
            banks == CylinderBanks.Vee ? angle : null,
            bore,
            stroke,
            cams < 2 ? 0 : Math.Min(cams, mains),
            rockers
        );

    /// <summary>With its piston at the top a throw, a rod of 1.65 strokes and the crown over its pin stand under the deck.</summary>
    [Theory]
    [InlineData(80, 80)]
    [InlineData(70, 105)]
    public void A_deck_stands_over_throw_rod_and_crown(double bore, double stroke) =>
        Assert.Equal(
            (stroke / 2) + (1.65 * stroke) + (0.4 * bore),
            ArrangedLayout.Of(new Arrangement(CylinderBanks.Straight, 4, null, bore, stroke, 5, 0)).DeckMm,
            1e-9
        );

    /// <summary>Where in a turn each piston is at its top, by the pins and the way its bank leans: an independent count of the firing.</summary>
    private static List<double> TopsDeg(Arrangement engine)
    {
        var pins = ArrangedLayout.PinsDeg(engine);
        return
        [
            .. pins.Select(
                (pin, i) =>
                {
                    var leans = engine.Banks == CylinderBanks.Straight ? 0 : (i < engine.Bays ? -1 : 1) * engine.BetweenBanksDeg / 2;
                    return (((leans - pin) % 360) + 720) % 360;
                }
            ),
        ];
    }

    [Fact]
    public void The_cylinders_fire_evenly_over_two_turns() =>
        s_any.Sample(engine =>
        {
            // Each piston is at its top twice in two turns and fires at one of them: there are as many even slots as cylinders.
            var interval = 720.0 / engine.Cylinders;
            var first = TopsDeg(engine)[0];
            var slots = TopsDeg(engine)
                .Select(top => (((top - first) % 360) + 360 + 1e-9) % 360)
                .GroupBy(top => Math.Round(top / interval * 2) / 2)
                .ToList();
            Assert.All(slots, slot => Assert.All(slot, top => Assert.Equal(slot.Key * interval, top, 6)));
            // Of an even number two share each slot of a turn, of an odd one none does.
            Assert.All(slots, slot => Assert.Equal(engine.Cylinders % 2 == 0 ? 2 : 1, slot.Count()));
        });

    [Fact]
    public void Nothing_overlaps_and_nothing_stands_outside_the_block() =>
        s_any.Sample(engine =>
        {
            var layout = EngineLayout.From(engine);
            static void Apart(IEnumerable<(double ZMm, double WidthMm)> along)
            {
                var row = along.OrderBy(p => p.ZMm).ToList();
                foreach (var (a, b) in row.Zip(row.Skip(1)))
                {
                    Assert.True(a.ZMm + (a.WidthMm / 2) <= b.ZMm - (b.WidthMm / 2) + 1e-9, $"{a} and {b}");
                }
            }

            Apart([.. layout.Mains.Select(m => (m.ZMm, m.WidthMm)), .. layout.Throws.Select(t => (t.ZMm, t.WidthMm))]);
            Apart([.. layout.CamBearings.Select(c => (c.ZMm, c.WidthMm)), .. layout.Lobes.Select(l => (l.ZMm, l.WidthMm))]);
            // A cylinder's two valves open 110° of the cam apart, one after the other.
            Assert.All(layout.Lobes.Chunk(2), two => Assert.Equal(110, (((two[0].AngleDeg - two[1].AngleDeg) % 360) + 360) % 360, 1e-6));
            Assert.Equal(layout.Rockers.Order(), layout.Rockers);
            var all = layout
                .Mains.Select(m => (m.ZMm, m.WidthMm))
                .Concat(layout.CamBearings.Select(c => (c.ZMm, c.WidthMm)))
                .Concat(layout.Throws.Select(t => (t.ZMm, t.WidthMm)));
            Assert.All(
                all,
                p => Assert.True(p.ZMm - (p.WidthMm / 2) >= -1e-9 && p.ZMm + (p.WidthMm / 2) <= layout.BlockLengthMm + 1e-9, $"{p}")
            );
            Assert.All(layout.Rockers, z => Assert.InRange(z, 0, layout.BlockLengthMm));
            Assert.Equal(engine.CamBearings, layout.CamBearings.Count);
            Assert.Equal(engine.Rockers, layout.Rockers.Count);
            Assert.True(layout.CamHeightMm > layout.StrokeMm / 2 && layout.CamHeightMm < layout.DeckMm);
        });

    [Theory]
    [InlineData(CylinderBanks.Straight, 4, null, new[] { 0.0, 180, 180, 0 })]
    [InlineData(CylinderBanks.Straight, 6, null, new[] { 0.0, 240, 120, 120, 240, 0 })]
    [InlineData(CylinderBanks.Straight, 3, null, new[] { 0.0, 240, 120 })]
    [InlineData(CylinderBanks.Vee, 8, null, new[] { 0.0, 90, 270, 180 })]
    public void The_usual_cranks_are_as_they_are_known(CylinderBanks banks, int cylinders, double? angle, double[] throws) =>
        Assert.Equal(throws, EngineLayout.From(new Arrangement(banks, cylinders, angle)).Throws.Select(t => t.AngleDeg));

    [Fact]
    public void A_six_at_sixty_degrees_splits_its_pins_by_sixty_and_a_flat_four_has_opposite_ones()
    {
        var six = EngineLayout.From(new Arrangement(CylinderBanks.Vee, 6)).Throws.Select(t => t.AngleDeg).ToList();
        Assert.Equal(6, six.Count);
        Assert.All([(0, 1), (2, 3), (4, 5)], pair => Assert.Equal(60, Math.Min(Between(six[pair.Item1], six[pair.Item2]), 60), 9));
        var flat = EngineLayout.From(new Arrangement(CylinderBanks.Flat, 4)).Throws.Select(t => t.AngleDeg).ToList();
        Assert.All([(0, 1), (2, 3)], pair => Assert.Equal(180, Between(flat[pair.Item1], flat[pair.Item2]), 9));
    }

    private static double Between(double a, double b) => Math.Abs(a - b) is var d && d > 180 ? 360 - d : d;

    [Theory]
    [InlineData(CylinderBanks.Straight, 0, null, 0, "cylinders", "must be a whole number from 1 to 16")]
    [InlineData(CylinderBanks.Straight, 17, null, 0, "cylinders", "must be a whole number from 1 to 16")]
    [InlineData(CylinderBanks.Vee, 5, null, 0, "cylinders", "must be even: a V or a flat engine has as many on either side")]
    [InlineData(CylinderBanks.Straight, 4, 90.0, 0, "bankAngleDeg", "belongs to a V alone: leave it out, or choose V")]
    [InlineData(CylinderBanks.Vee, 8, 200.0, 0, "bankAngleDeg", "must be from 10 to 170 degrees")]
    [InlineData(CylinderBanks.Straight, 4, null, 6, "camBearings", null)]
    public void What_no_engine_is_like_is_refused_with_what_would_be_right(
        CylinderBanks banks,
        int cylinders,
        double? angle,
        int cams,
        string field,
        string? words
    )
    {
        var refused = Assert.Throws<UnusableInputException>(() =>
            EngineLayout.From(new Arrangement(banks, cylinders, angle, CamBearings: cams))
        );
        Assert.StartsWith(
            words ?? "must be from 2 to 5, one beside each cylinder at most",
            refused.Errors[field][0],
            StringComparison.Ordinal
        );
    }
}
