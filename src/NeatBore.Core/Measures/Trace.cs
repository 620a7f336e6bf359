using System.IO.Compression;
using System.Runtime.CompilerServices;

namespace NeatBore.Core.Measures;

/// <summary>What a trace's two columns are, and the smallest step of each that is kept.</summary>
/// <param name="X">What runs along: travel, angle.</param>
/// <param name="XStep">Smallest step of it that is kept, base unit, larger than 0.</param>
/// <param name="Y">What is recorded against it: force, torque.</param>
/// <param name="YStep">Smallest step of it that is kept, base unit, larger than 0.</param>
public sealed record TraceAxes(Dimension X, double XStep, Dimension Y, double YStep);

/// <summary>A trace as a gauge sent it: two columns of the same length, in base units.</summary>
public sealed record TraceColumns(IReadOnlyList<double> X, IReadOnlyList<double> Y)
{
    /// <summary>The fewest points that make a trace.</summary>
    public const int Fewest = 20;

    /// <summary>The most points that are kept.</summary>
    public const int Most = 20_000;

    /// <summary>The largest value of the second column; not for an empty trace.</summary>
    public double Peak() => Y.Max();

    /// <summary>Names what is wrong with it, and what would be right.</summary>
    public void Check(Faults faults, string field)
    {
        faults.Require(X.Count == Y.Count, $"{field}.y", $"must be as long as x ({X.Count})");
        faults.Require(
            X.Count is >= Fewest and <= Most,
            $"{field}.x",
            $"must have {Fewest} to {Most:N0} points, not {X.Count:N0}; thin it out before it is kept"
        );
        faults.Require(
            X.Concat(Y).All(v => double.IsFinite(v) && Math.Abs(v) <= 1e6),
            field,
            "must hold finite numbers between −1,000,000 and 1,000,000"
        );
    }

    /// <summary>At most about <paramref name="most"/> points that look the same drawn: the lowest and the highest of each even
    /// stretch.</summary>
    public TraceColumns Thinned(int most)
    {
        if (X.Count <= most)
        {
            return this;
        }

        var stretch = (int)Math.Ceiling(X.Count / (most / 2.0));
        List<int> kept = [];
        for (var from = 0; from < X.Count; from += stretch)
        {
            var here = Enumerable.Range(from, Math.Min(stretch, X.Count - from)).ToList();
            kept.AddRange(new[] { here.MinBy(i => Y[i]), here.MaxBy(i => Y[i]) }.Distinct().Order());
        }

        return new TraceColumns([.. kept.Select(i => X[i])], [.. kept.Select(i => Y[i])]);
    }
}

/// <summary>A trace as the log keeps it: whole steps, the difference from the point before, packed. Nothing finer than a step is lost by
/// it, and nothing coarser.</summary>
/// <param name="Axes">What the columns are.</param>
/// <param name="Count">How many points.</param>
/// <param name="Packed">Differences as variable-length integers, x and y in turn, deflated, in base 64.</param>
public sealed record PackedTrace(TraceAxes Axes, int Count, string Packed)
{
    /// <summary>Packs a trace that was checked.</summary>
    public static PackedTrace Of(TraceColumns trace, TraceAxes axes)
    {
        using var bytes = new MemoryStream();
        using (var deflate = new DeflateStream(bytes, CompressionLevel.SmallestSize, leaveOpen: true))
        using (var writer = new BinaryWriter(deflate))
        {
            var (x, y) = (0L, 0L);
            for (var i = 0; i < trace.X.Count; i++)
            {
                var (nextX, nextY) = ((long)Math.Round(trace.X[i] / axes.XStep), (long)Math.Round(trace.Y[i] / axes.YStep));
                writer.Write7BitEncodedInt64(Folded(nextX - x));
                writer.Write7BitEncodedInt64(Folded(nextY - y));
                (x, y) = (nextX, nextY);
            }
        }

        return new PackedTrace(axes, trace.X.Count, Convert.ToBase64String(bytes.GetBuffer(), 0, (int)bytes.Length));
    }

    /// <summary>As many points as are drawn.</summary>
    private const int DrawnPoints = 400;

    // Unpacked once for as long as anyone has the trace; it is no part of what makes two traces the same.
    private static readonly ConditionalWeakTable<PackedTrace, Unpacked> s_unpacked = [];

    /// <summary>The trace again.</summary>
    public TraceColumns Columns() => s_unpacked.GetValue(this, t => new Unpacked(t)).Whole.Value;

    /// <summary>The trace with no more points than are drawn.</summary>
    public TraceColumns Drawn() => s_unpacked.GetValue(this, t => new Unpacked(t)).Drawn.Value;

    private sealed class Unpacked(PackedTrace trace)
    {
        public Lazy<TraceColumns> Whole { get; } = new(() => Read(trace.Axes, trace.Count, trace.Packed));

        public Lazy<TraceColumns> Drawn { get; } = new(() => Read(trace.Axes, trace.Count, trace.Packed).Thinned(DrawnPoints));
    }

    private static TraceColumns Read(TraceAxes axes, int count, string packed)
    {
        using var reader = new BinaryReader(
            new DeflateStream(new MemoryStream(Convert.FromBase64String(packed)), CompressionMode.Decompress)
        );
        var (xs, ys) = (new double[count], new double[count]);
        var (x, y) = (0L, 0L);
        for (var i = 0; i < count; i++)
        {
            x += Unfolded(reader.Read7BitEncodedInt64());
            y += Unfolded(reader.Read7BitEncodedInt64());
            (xs[i], ys[i]) = (x * axes.XStep, y * axes.YStep);
        }

        return new TraceColumns(xs, ys);
    }

    // Small differences of either sign become small numbers, which are short.
    private static long Folded(long difference) => (difference << 1) ^ (difference >> 63);

    private static long Unfolded(long folded) => (folded >>> 1) ^ -(folded & 1);
}
