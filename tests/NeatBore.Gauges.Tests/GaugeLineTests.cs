using CsCheck;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Gauges.Tests;

public class GaugeLineTests
{
    [Theory]
    [InlineData("mic-1 length 34.021 mm 7", Dimension.Length, 34.021, 7)]
    [InlineData("press force 2.5 kN 0", Dimension.Force, 2500, 0)]
    [InlineData("press travel 0.5 in 12\r", Dimension.Length, 12.7, 12)]
    [InlineData("probe temperature 212 F 3", Dimension.Temperature, 100, 3)]
    [InlineData("wrench torque -0.4 Nm 9", Dimension.Torque, -0.4, 9)]
    public void A_line_is_read_in_its_base_unit(string line, Dimension dimension, double value, long sequence)
    {
        Assert.Null(GaugeLine.Read(line, out var sample));
        Assert.Equal((dimension, sequence), (sample!.Dimension, sample.Sequence));
        Assert.Equal(value, sample.Value, 1e-9);
    }

    [Theory]
    [InlineData("", "must be five words")]
    [InlineData("mic length 34.021 mm", "must be five words")]
    [InlineData("MIC length 34.021 mm 1", "the id must be")]
    [InlineData("mic size 34.021 mm 1", "the quantity must be one of")]
    [InlineData("mic length 34,021 mm 1", "the value must be a number")]
    [InlineData("mic length NaN mm 1", "the value must be a number")]
    [InlineData("mic length 1e3 mm 1", "the value must be a number")]
    [InlineData("mic length 34.021 kN 1", "the unit of length must be one of mm")]
    [InlineData("mic length 34.021 mm -1", "the sequence must be")]
    [InlineData("\u0000\u0001\u0002", "must be five words")]
    public void What_is_no_line_says_what_would_be_right(string line, string fault) =>
        Assert.StartsWith(fault, GaugeLine.Read(line, out _), StringComparison.Ordinal);

    [Fact]
    public void Any_text_is_a_line_or_a_fault_and_what_is_written_is_read_again()
    {
        Gen.String.Sample(text => Assert.True(GaugeLine.Read(text, out var sample) is null == sample is not null));
        Gen.Select(Gen.Double[-9e5, 9e5], Gen.Long[0, 1L << 40])
            .Sample(
                (value, n) =>
                {
                    Assert.Null(GaugeLine.Read(GaugeLine.Write("g-1", "force", value, "N", n), out var sample));
                    Assert.Equal(value, sample!.Value, 1e-6);
                    Assert.Equal(n, sample.Sequence);
                }
            );
    }

    [Theory]
    [InlineData("crank", "90", true)]
    [InlineData("place", "nose@/1/s1-0", true)]
    [InlineData("crank", "90 180", false)]
    [InlineData("crank", "", false)]
    [InlineData("a\nb", "1", false)]
    public void An_aim_is_three_plain_words(string key, string value, bool good)
    {
        if (good)
        {
            Assert.Equal($"aim sim-dial {key} {value}", GaugeLine.Aim("sim-dial", key, value));
        }
        else
        {
            Assert.Throws<ArgumentException>(() => GaugeLine.Aim("sim-dial", key, value));
        }
    }
}
