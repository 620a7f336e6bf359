using NeatBore.Core.Measures;
using NeatBore.Gauges;

namespace NeatBore.Server.Gauges;

/// <summary>The newest values of one gauge, numbered; what a listener that was cut off goes on from.</summary>
/// <remarks>It grows only while it holds less than it should of the time that has just gone by: a gauge that lies there speaks a few times
/// a second, one that is in a hand a hundred times. Values are kept by value: as objects of their own each would live just long enough to
/// become old garbage, which is rarely collected.</remarks>
/// <param name="gauge">The gauge's id.</param>
/// <param name="most">How many are kept at most, 1 or more.</param>
/// <param name="span">How long each is kept at least, where that is not more than <paramref name="most"/>.</param>
/// <param name="time">The clock.</param>
internal sealed class SampleRing(string gauge, int most, TimeSpan span, TimeProvider time)
{
    private const int First = 64;

    private readonly Lock _sync = new();
    private Kept[] _kept = new Kept[Math.Min(First, most)];
    private long _count;

    /// <summary>Keeps one in place of the oldest; numbers only ever rise.</summary>
    public void Add(long id, GaugeSample sample)
    {
        lock (_sync)
        {
            var now = time.GetTimestamp();
            if (_count >= _kept.Length && _kept.Length < most && time.GetElapsedTime(_kept[_count % _kept.Length].At, now) < span)
            {
                Grow();
            }

            _kept[_count++ % _kept.Length] = new Kept(
                id,
                now,
                sample.Quantity,
                sample.Dimension,
                sample.Value,
                sample.Sequence,
                sample.Missed
            );
        }
    }

    /// <summary>Those after a number and up to another, as far as they are still kept, in order. Looks at no more than it gives
    /// back.</summary>
    public IReadOnlyList<(long Id, GaugeSample Sample)> Between(long after, long upTo)
    {
        var found = new List<(long, GaugeSample)>();
        lock (_sync)
        {
            for (var i = _count - 1; i >= 0 && i >= _count - _kept.Length && _kept[i % _kept.Length].Id > after; i--)
            {
                var kept = _kept[i % _kept.Length];
                if (kept.Id <= upTo)
                {
                    found.Add((kept.Id, new GaugeSample(gauge, kept.Quantity, kept.Dimension, kept.Value, kept.Sequence, kept.Missed)));
                }
            }
        }

        found.Reverse();
        return found;
    }

    private void Grow()
    {
        var larger = new Kept[Math.Min(2 * _kept.Length, most)];
        for (var i = _count - _kept.Length; i < _count; i++)
        {
            larger[i % larger.Length] = _kept[i % _kept.Length];
        }

        _kept = larger;
    }

    private readonly record struct Kept(long Id, long At, string Quantity, Dimension Dimension, double Value, long Sequence, int Missed);
}
