namespace NeatBore.Core.Measures;

/// <summary>Statistics that a few wild readings do not move.</summary>
internal static class Robust
{
    /// <summary>Scales a median absolute deviation to a standard deviation of normal scatter.</summary>
    public const double MadToSigma = 1.4826;

    public static double Median(IEnumerable<double> values)
    {
        var sorted = values.Order().ToList();
        var middle = sorted.Count / 2;
        return sorted.Count % 2 == 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
    }

    /// <summary>Median absolute deviation from the median.</summary>
    public static double Mad(IReadOnlyList<double> values)
    {
        var median = Median(values);
        return Median(values.Select(v => Math.Abs(v - median)));
    }

    /// <summary>A line by Theil and Sen: the median of all slopes, through the median of what is left. Slope 0 where x does not
    /// vary.</summary>
    public static (double Slope, double At0) Line(IReadOnlyList<(double X, double Y)> points)
    {
        var slopes = new List<double>();
        for (var i = 0; i < points.Count; i++)
        {
            for (var j = i + 1; j < points.Count; j++)
            {
                if (points[j].X != points[i].X)
                {
                    slopes.Add((points[j].Y - points[i].Y) / (points[j].X - points[i].X));
                }
            }
        }

        var slope = slopes.Count == 0 ? 0 : Median(slopes);
        return (slope, Median(points.Select(p => p.Y - (slope * p.X))));
    }

    /// <summary>Medians of even bins over [from, to]; empty bins are left out.</summary>
    public static List<(double X, double Y)> Bins(IEnumerable<(double X, double Y)> points, double from, double to, int count)
    {
        var width = (to - from) / count;
        return
        [
            .. points
                .Where(p => p.X >= from && p.X <= to)
                .GroupBy(p => width > 0 ? Math.Min(count - 1, (int)((p.X - from) / width)) : 0)
                .OrderBy(g => g.Key)
                .Select(g => (Median(g.Select(p => p.X)), Median(g.Select(p => p.Y)))),
        ];
    }
}
