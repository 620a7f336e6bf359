using NeatBore.Core.Measures;

namespace NeatBore.Gauges;

/// <summary>Pairs what a gauge sends, one quantity against another, for as long as something moves. It holds no clock: whoever feeds
/// it says when.</summary>
/// <param name="axes">What the columns are.</param>
public sealed class TraceRecorder(TraceAxes axes)
{
    /// <summary>What stands still is not recorded again and again: mm or degrees.</summary>
    private const double SmallestMove = 0.015;

    /// <summary>So many lines that stand still: what is held up on its way has not stopped.</summary>
    private const int StillLines = 15;

    /// <summary>So many points before it can stop by itself.</summary>
    private const int Begun = 4;

    private static readonly TimeSpan s_pressStill = TimeSpan.FromMilliseconds(1200);

    // A wrench that clicked is let go at once.
    private static readonly TimeSpan s_pullStill = TimeSpan.FromMilliseconds(500);

    private readonly string _along = axes.X == Dimension.Angle ? "angle" : "travel";
    private readonly string _against = axes.Y == Dimension.Torque ? "torque" : "force";
    private readonly List<double> _x = [];
    private readonly List<double> _y = [];
    private double? _now;
    private int _still;
    private DateTimeOffset? _moved;

    /// <summary>How many points there are, at most <see cref="TraceColumns.Most"/>.</summary>
    public int Count => _x.Count;

    /// <summary>How many lines the gauge lost on the way.</summary>
    public int Missed { get; private set; }

    /// <summary>Whether no more points are taken.</summary>
    public bool Full => Count >= TraceColumns.Most;

    /// <summary>The points from one on, in base units.</summary>
    public TraceColumns From(int first) => new([.. _x.Skip(first)], [.. _y.Skip(first)]);

    /// <summary>Takes one value.</summary>
    /// <param name="sample">In its base unit; of other quantities nothing is taken.</param>
    /// <param name="at">When it came.</param>
    public void Add(GaugeSample sample, DateTimeOffset at)
    {
        Missed += sample.Missed;
        if (sample.Quantity == _along)
        {
            _now = sample.Value;
        }

        if (sample.Quantity != _against || _now is not { } along)
        {
            return;
        }

        if (Count > 0 && Math.Abs(along - _x[^1]) < SmallestMove)
        {
            _still++;
            return;
        }

        (_still, _moved) = (0, at);
        if (!Full)
        {
            _x.Add(along);
            _y.Add(sample.Value);
        }
    }

    /// <summary>Whether what it records has come to rest.</summary>
    /// <param name="at">The time now.</param>
    public bool IsStill(DateTimeOffset at) =>
        Count >= Begun && _still >= StillLines && at - _moved > (_against == "torque" ? s_pullStill : s_pressStill);
}
