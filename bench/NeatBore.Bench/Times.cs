using System.Diagnostics;
using System.Globalization;

namespace NeatBore.Bench;

/// <summary>Times of many of the same, ms.</summary>
internal sealed class Times
{
    private readonly List<double> _ms = [];

    public int Count => _ms.Count;

    public void Add(double ms)
    {
        lock (_ms)
        {
            _ms.Add(ms);
        }
    }

    public void Add(Times more)
    {
        lock (_ms)
        {
            _ms.AddRange(more._ms);
        }
    }

    public async Task<T> OfAsync<T>(Func<Task<T>> work)
    {
        var clock = Stopwatch.StartNew();
        var made = await work();
        Add(clock.Elapsed.TotalMilliseconds);
        return made;
    }

    /// <summary>The time that this share of them stays within.</summary>
    public double Within(double share) => _ms.Order().ElementAt(Math.Min(_ms.Count - 1, (int)(_ms.Count * share)));

    public override string ToString() =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"p50 {Within(0.5):0.00} ms, p95 {Within(0.95):0.00} ms, p99 {Within(0.99):0.00} ms, {Count} times"
        );
}
