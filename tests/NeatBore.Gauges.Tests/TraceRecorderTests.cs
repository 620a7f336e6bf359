using CsCheck;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Gauges.Tests;

/// <summary>What is recorded of a gauge's lines, and when it stops by itself.</summary>
public class TraceRecorderTests
{
    private static readonly DateTimeOffset s_start = new(2026, 6, 1, 8, 0, 0, TimeSpan.Zero);
    private static readonly TraceAxes s_press = new(Dimension.Length, 0.001, Dimension.Force, 1);
    private static readonly TraceAxes s_pull = new(Dimension.Angle, 0.01, Dimension.Torque, 0.01);

    private static GaugeSample Of(string quantity, double value, int missed = 0) =>
        new("sim-press", quantity, quantity is "force" ? Dimension.Force : Dimension.Length, value, 1, missed);

    private static void Pair(TraceRecorder recorder, double x, double y, double atS, bool pull = false)
    {
        recorder.Add(Of(pull ? "angle" : "travel", x), s_start.AddSeconds(atS));
        recorder.Add(Of(pull ? "torque" : "force", y), s_start.AddSeconds(atS));
    }

    [Fact]
    public void Each_force_is_kept_against_the_travel_before_it_and_what_stands_still_once() =>
        Gen.Select(Gen.Double[0, 50], Gen.Bool)
            .Array[0, 60]
            .Sample(lines =>
            {
                var recorder = new TraceRecorder(s_press);
                recorder.Add(Of("force", 99), s_start);
                foreach (var (x, moves) in lines)
                {
                    Pair(recorder, moves ? x : 10, 100 + x, 0);
                }

                var kept = recorder.From(0);
                // By another way: what comes with the same travel as the last that was kept is left out.
                var wanted = new List<(double X, double Y)>();
                foreach (var (x, moves) in lines)
                {
                    var along = moves ? x : 10;
                    if (wanted.Count == 0 || Math.Abs(along - wanted[^1].X) >= 0.015)
                    {
                        wanted.Add((along, 100 + x));
                    }
                }

                Assert.Equal(wanted, kept.X.Zip(kept.Y));
                Assert.Equal(kept.X.Skip(3), recorder.From(3).X);
            });

    [Theory]
    [InlineData(false, 1.1, false)]
    [InlineData(false, 1.3, true)]
    [InlineData(true, 0.4, false)]
    [InlineData(true, 0.6, true)]
    public void It_has_come_to_rest_when_enough_lines_stand_still_for_long_enough(bool pull, double afterS, bool still)
    {
        var recorder = new TraceRecorder(pull ? s_pull : s_press);
        for (var i = 0; i < 5; i++)
        {
            Pair(recorder, i, i, 0.1 * i, pull);
        }

        for (var i = 1; i <= 15; i++)
        {
            Assert.False(recorder.IsStill(s_start.AddSeconds(99)));
            Pair(recorder, 4, 4, 0.4 + (afterS * i / 15), pull);
        }

        Assert.Equal(still, recorder.IsStill(s_start.AddSeconds(0.4 + afterS)));
    }

    [Fact]
    public void What_has_not_begun_to_move_has_not_come_to_rest()
    {
        var recorder = new TraceRecorder(s_press);
        for (var i = 0; i < 500; i++)
        {
            Pair(recorder, 0, 0, i);
        }

        Assert.Equal((1, false), (recorder.Count, recorder.IsStill(s_start.AddHours(1))));
    }

    [Fact]
    public void Lost_lines_are_counted_and_no_more_is_taken_than_is_kept()
    {
        var recorder = new TraceRecorder(s_press);
        recorder.Add(Of("travel", 0, missed: 3), s_start);
        for (var i = 0; i <= TraceColumns.Most; i++)
        {
            Pair(recorder, i, i, i);
        }

        Assert.Equal((3, TraceColumns.Most, true), (recorder.Missed, recorder.Count, recorder.Full));
    }
}
