namespace NeatBore.Core.Engines;

/// <summary>Where the bolts of a cover or housing are, as far as anybody has placed them: from the crank's axis as seen from the front, x
/// to the right, y towards 12, mm.</summary>
internal static class BoltPlaces
{
    /// <summary>The most that can be placed one by one.</summary>
    public const int Most = 40;

    // From a bolt's middle to the part's edge, mm.
    private const double LandMm = 9;

    private static string X(string at, int bolt) => $"{at}/bolt{bolt}/xMm";

    private static string Y(string at, int bolt) => $"{at}/bolt{bolt}/yMm";

    /// <summary>The values of a bolt's place.</summary>
    /// <param name="at">The part's path.</param>
    /// <param name="count">The path of how many bolts it has.</param>
    /// <param name="bolt">Its number, from 1.</param>
    public static IReadOnlyList<SheetValue> Of(string at, string count, int bolt)
    {
        SheetValue One(string path, string label) =>
            Ask.Mm(path, label, -600, 600) with
            {
                Asked = true,
                Group = $"{at}/bolt{bolt}",
                Optional = true,
                More = true,
                When = k => k.Number(count) >= bolt,
            };
        return [One(X(at, bolt), $"Bolt {bolt}, right of the crank"), One(Y(at, bolt), $"Bolt {bolt}, above the crank")];
    }

    /// <summary>Where a bolt is; null where nobody has placed it.</summary>
    public static (double X, double Y)? At(KnownValues k, string at, int bolt) =>
        k.Number(X(at, bolt)) is { } x && k.Number(Y(at, bolt)) is { } y ? (x, y) : null;

    /// <summary>The part's outline round its bolts; null until all of them are placed.</summary>
    public static IReadOnlyList<(double X, double Y)>? Outline(KnownValues k, string at, string count, double boreMm)
    {
        var placed = Placed(k, at, count);
        if (placed.Count < 3 || placed.Count < k.Number(count))
        {
            return null;
        }

        var (cx, cy) = (placed.Average(p => p.X), placed.Average(p => p.Y));
        // Round the seal's bore too, where no bolt stands outside of it.
        var bore = Enumerable
            .Range(0, 24)
            .Select(i =>
                (i * Math.PI / 12) is var a ? (X: ((boreMm / 2) + LandMm) * Math.Sin(a), Y: ((boreMm / 2) + LandMm) * Math.Cos(a)) : default
            );
        return Hull([
            .. placed.Select(p =>
            {
                var far = Math.Max(1e-6, Math.Sqrt(((p.X - cx) * (p.X - cx)) + ((p.Y - cy) * (p.Y - cy))));
                return (X: p.X + (LandMm * (p.X - cx) / far), Y: p.Y + (LandMm * (p.Y - cy) / far));
            }),
            .. bore,
        ]);
    }

    /// <summary>Two bolts at one place, or one in the seal's bore.</summary>
    public static IReadOnlyDictionary<string, string> Clashes(KnownValues k, string at, string count, double boreMm)
    {
        var across = k.Number($"{at}/groups/0/majorMm") ?? 6;
        var clashes = new Dictionary<string, string>(StringComparer.Ordinal);
        var all = (int)Math.Min(Most, k.Number(count) ?? 0);
        for (var i = 1; i <= all; i++)
        {
            if (At(k, at, i) is not { } own)
            {
                continue;
            }

            if (Math.Sqrt((own.X * own.X) + (own.Y * own.Y)) < (boreMm + across) / 2)
            {
                clashes[X(at, i)] = FormattableString.Invariant(
                    $"bolt {i} can’t lie in the seal’s bore, whose edge is {boreMm / 2:0.#} mm from the crank’s axis"
                );
            }

            for (var j = i + 1; j <= all; j++)
            {
                if (
                    At(k, at, j) is { } other
                    && Math.Sqrt(((own.X - other.X) * (own.X - other.X)) + ((own.Y - other.Y) * (own.Y - other.Y))) < across
                )
                {
                    clashes[X(at, i)] = $"bolts {i} and {j} can’t stand at one place";
                    clashes[X(at, j)] = clashes[X(at, i)];
                }
            }
        }

        return clashes;
    }

    private static List<(double X, double Y)> Placed(KnownValues k, string at, string count) =>
        [.. Enumerable.Range(1, (int)Math.Min(Most, k.Number(count) ?? 0)).Select(i => At(k, at, i)).OfType<(double X, double Y)>()];

    /// <summary>The convex hull, clockwise (Andrew's monotone chain).</summary>
    private static List<(double X, double Y)> Hull(IEnumerable<(double X, double Y)> points)
    {
        var sorted = points
            .Select(p => (X: Math.Round(p.X, 1), Y: Math.Round(p.Y, 1)))
            .Distinct()
            .OrderBy(p => p.X)
            .ThenBy(p => p.Y)
            .ToList();
        static double Turn((double X, double Y) o, (double X, double Y) a, (double X, double Y) b) =>
            ((a.X - o.X) * (b.Y - o.Y)) - ((a.Y - o.Y) * (b.X - o.X));
        List<(double X, double Y)> Half(IEnumerable<(double X, double Y)> way)
        {
            var half = new List<(double X, double Y)>();
            foreach (var p in way)
            {
                while (half.Count >= 2 && Turn(half[^2], half[^1], p) >= 0)
                {
                    half.RemoveAt(half.Count - 1);
                }

                half.Add(p);
            }

            return half;
        }

        return [.. Half(sorted).SkipLast(1), .. Half(Enumerable.Reverse(sorted)).SkipLast(1)];
    }
}
