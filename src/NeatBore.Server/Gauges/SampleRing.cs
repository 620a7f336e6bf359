using NeatBore.Gauges;

namespace NeatBore.Server.Gauges;

/// <summary>The newest values of one gauge, numbered; what a listener that was cut off goes on from.</summary>
/// <param name="size">How many are kept, 1 or more.</param>
internal sealed class SampleRing(int size)
{
    private readonly (long Id, GaugeSample Sample)[] _kept = new (long, GaugeSample)[size];
    private readonly Lock _sync = new();
    private long _count;

    /// <summary>Keeps one in place of the oldest; numbers only ever rise.</summary>
    public void Add(long id, GaugeSample sample)
    {
        lock (_sync)
        {
            _kept[_count++ % size] = (id, sample);
        }
    }

    /// <summary>Those after a number and up to another, as far as they are still kept, in order. Looks at no more than it gives
    /// back.</summary>
    public IReadOnlyList<(long Id, GaugeSample Sample)> Between(long after, long upTo)
    {
        var found = new List<(long, GaugeSample)>();
        lock (_sync)
        {
            for (var i = _count - 1; i >= 0 && i >= _count - size && _kept[i % size].Id > after; i--)
            {
                if (_kept[i % size].Id <= upTo)
                {
                    found.Add(_kept[i % size]);
                }
            }
        }

        found.Reverse();
        return found;
    }
}
