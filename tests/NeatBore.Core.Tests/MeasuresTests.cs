using CsCheck;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Xunit;
using Check = NeatBore.Core.Measures.Check;

namespace NeatBore.Core.Tests;

public class MeasuresTests
{
    [Theory]
    [InlineData(3600, 3600, "1.0 h")]
    [InlineData(90_000, 3600, "25 h")]
    [InlineData(3600, 60, "60 min")]
    [InlineData(90, 60, "1.5 min")]
    [InlineData(90, 59, "90 s")]
    public void A_time_is_written_in_the_unit_that_its_resolution_asks_for(double seconds, double resolution, string written) =>
        Assert.Equal(written, Wording.Write(new Quantity(seconds, Dimension.Seconds, resolution)));

    [Theory]
    [InlineData(Dimension.Temperature, "thermometer")]
    [InlineData(Dimension.Angle, "degree-wheel")]
    [InlineData(Dimension.Torque, "torque-wrench", "angle-wrench")]
    [InlineData(Dimension.Force, "press", "force-gauge")]
    public void An_instrument_reads_a_length_unless_it_is_one_of_these(Dimension dimension, params string[] kinds)
    {
        Assert.Equal(kinds, InstrumentKind.All.Where(k => k.Dimension == dimension).Select(k => k.Id));
        Assert.All(kinds, k => Assert.Equal(dimension, InstrumentKind.Reads(k)));
        Assert.Equal(Dimension.Length, InstrumentKind.Reads("plug gauge of the house's own"));
    }

    [Theory]
    [InlineData("1001", "kN", Dimension.Force, "must be between −1,000 and 1,000 kN")]
    [InlineData("-1000001", "mm", Dimension.Length, "must be between −1,000,000 and 1,000,000 mm")]
    [InlineData("40000 in", "mm", Dimension.Length, "must be between −39,370.1 and 39,370.1 in")]
    [InlineData("-1", "", Dimension.Count, "must be a whole number from 0: it is a count")]
    public void What_can_not_be_is_refused_in_the_unit_that_was_typed(string typed, string unit, Dimension dimension, string why)
    {
        var refused = Assert.Throws<UnusableInputException>(() => TypedNumber.Read(typed, unit, ".", dimension));
        Assert.Equal([why], refused.Errors["typed"]);
    }

    [Theory]
    [InlineData("1000", "kN", Dimension.Force, 1e6)]
    [InlineData("-1000000", "mm", Dimension.Length, -1e6)]
    [InlineData("0", "", Dimension.Count, 0)]
    public void What_can_just_be_is_taken(string typed, string unit, Dimension dimension, double value) =>
        Assert.Equal(value, TypedNumber.Read(typed, unit, ".", dimension));

    [Fact]
    public void Entries_are_understood_as_the_shared_table_says()
    {
        foreach (var row in Table.Read("entry.json").EnumerateArray())
        {
            var typed = Entry.Read(row.Text("text")!, row.DimensionOf(), row.Text("unit")!, (row.Text("mark") ?? ".")[0]);
            Assert.Equal((row.ToString(), row.Text("error")), (row.ToString(), typed.Error));
            if (typed.Error is null)
            {
                Assert.Equal(row.GetProperty("value").GetDouble(), typed.Value, 1e-9);
            }
            else
            {
                Assert.DoesNotContain("{", typed.Message, StringComparison.Ordinal);
            }
        }
    }

    [Fact]
    public void Quantities_are_worded_as_the_shared_table_says()
    {
        foreach (var row in Table.Read("wording.json").EnumerateArray())
        {
            var raw = row.GetProperty("quantity");
            var quantity = new Quantity(
                raw.GetProperty("value").GetDouble(),
                raw.DimensionOf(),
                raw.GetProperty("resolution").GetDouble(),
                raw.Text("text")
            );
            Assert.Equal(row.Text("metric"), Wording.Write(quantity));
            Assert.Equal(row.Text("inch"), Wording.Write(quantity, UnitSystem.Inch));
            Assert.Equal(
                row.Text("rear") ?? row.Text("metric"),
                Wording.Write(quantity, view: row.Text("rear") is null ? View.Front : View.Rear)
            );
        }
    }

    [Fact]
    public void A_word_that_holds_braces_is_not_filled_in_again() =>
        Assert.Equal("{b} then 2", Wording.Write(Sentence.Of("{a} then {b}", ("a", Quantity.Word("{b}")), ("b", Quantity.Count(2)))));

    [Theory]
    [InlineData(0, "12:00")]
    [InlineData(3.75, "12:15")]
    [InlineData(3.74, "12:00")]
    [InlineData(-7.5, "11:45")]
    [InlineData(307.4, "10:15")]
    [InlineData(127.4, "4:15")]
    public void Clock_text_is_to_the_nearest_quarter_halves_up(double deg, string text) => Assert.Equal(text, Clock.Text(deg));

    [Fact]
    public void Seen_from_the_rear_and_back_again_is_the_same_spot() =>
        Gen.Double[-2000, 2000]
            .Sample(deg =>
            {
                var there = Clock.FromOtherEnd(deg);
                var off = Math.Abs(Clock.Normalise(Clock.FromOtherEnd(there) - deg));
                return there is >= 0 and < 360 && Math.Min(off, 360 - off) < 1e-9;
            });

    [Theory]
    [InlineData(0.04, 0.05, 0.01, Verdict.Go)]
    [InlineData(0.0401, 0.05, 0.01, Verdict.LookAgain)]
    [InlineData(0.06, 0.05, 0.01, Verdict.LookAgain)]
    [InlineData(0.0601, 0.05, 0.01, Verdict.Stop)]
    public void A_call_allows_for_the_gauge_on_both_sides(double value, double limit, double u, Verdict verdict)
    {
        // Nudged off the edges by less than any gauge reads, as 0.05 − 0.01 is not 0.04 to a computer.
        Assert.Equal(verdict, Check.AtMost("x", value - 1e-12, limit, u).Verdict);
        Assert.Equal(verdict, Check.AtLeast("x", -value + 1e-12, -limit, u).Verdict);
    }

    [Fact]
    public void Built_in_materials_are_metals_of_their_kind() =>
        Assert.All(
            Material.BuiltIn,
            m =>
            {
                // The ranges of handbooks; the stiffer metal grows less.
                Assert.InRange(m.Value.Poisson, 0.25, 0.35);
                Assert.InRange(m.Value.YieldMpa / m.Value.TensileMpa!.Value, 0.5, 0.9);
                var (young, growth) = m.Key.Split('-')[0] switch
                {
                    "steel" => ((200.0, 210.0), (11e-6, 12.5e-6)),
                    "iron" => ((90.0, 175.0), (10e-6, 12e-6)),
                    "aluminium" => ((68.0, 75.0), (21e-6, 24e-6)),
                    _ => ((95.0, 120.0), (17e-6, 19e-6)),
                };
                Assert.InRange(m.Value.YoungGpa, young.Item1, young.Item2);
                Assert.InRange(m.Value.ExpansionPerC, growth.Item1, growth.Item2);
                Assert.Equal(m.Key == "iron-grey", m.Value.Brittle);
            }
        );

    [Fact]
    public void A_call_is_as_bad_as_its_worst_check_and_puts_it_first()
    {
        var call = Call.Of([Check.AtMost("a", 1, 2), Check.AtMost("b", 3, 2), Check.AtMost("c", 2, 2, 1)], c => Sentence.Of(c.Name))!;
        Assert.Equal((Verdict.Stop, "b", 3), (call.Verdict, call.Because, call.Checks.Count));
        Assert.Equal("b", call.Checks[0].Name);
    }
}
