namespace NeatBore.Core.Calculators.Fasteners;

/// <summary>Bolts evenly spaced on a circle.</summary>
public static class BoltRing
{
    /// <summary>The order of a star: from 12 to the bolt opposite, then the one farthest from all that are done and its opposite,
    /// clockwise first.</summary>
    /// <param name="bolts">An even number, 2 to 36.</param>
    /// <returns>Degrees clockwise from 12, in the order of tightening.</returns>
    /// <exception cref="ArgumentOutOfRangeException">An odd number, or too few or too many.</exception>
    public static IReadOnlyList<double> StarDeg(int bolts)
    {
        if (bolts is < 2 or > 36 || bolts % 2 != 0)
        {
            throw new ArgumentOutOfRangeException(nameof(bolts), bolts, "must be even, from 2 to 36");
        }

        List<int> order = [];
        while (order.Count < bolts)
        {
            int Apart(int a, int b) => Math.Min((a - b + bolts) % bolts, (b - a + bolts) % bolts);
            var next = Enumerable.Range(0, bolts).Except(order).MaxBy(i => order.Count == 0 ? 0 : order.Min(done => Apart(i, done)));
            order.AddRange([next, (next + (bolts / 2)) % bolts]);
        }

        return [.. order.Select(i => i * 360.0 / bolts)];
    }
}
