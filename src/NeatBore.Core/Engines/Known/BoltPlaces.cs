using System.Text.Json.Nodes;

namespace NeatBore.Core.Engines;

/// <summary>Where the bolts of a cover or housing are, as far as anybody has placed them: from the crank's axis as seen from the front, x
/// to the right, y towards 12, mm.</summary>
internal static class BoltPlaces
{
    /// <summary>The most that can be placed one by one.</summary>
    public const int Most = 40;

    /// <summary>The most kinds of bolts in one part.</summary>
    public const int MostKinds = 4;

    // From a bolt's middle to the part's edge, mm.
    private const double LandMm = 9;

    private static string X(string at, int bolt) => $"{at}/bolt{bolt}/xMm";

    private static string Y(string at, int bolt) => $"{at}/bolt{bolt}/yMm";

    private static string Kind(string at, int bolt) => $"{at}/bolt{bolt}/kind";

    /// <summary>The values of a bolt's place, and of what kind it is where there are several.</summary>
    /// <param name="at">The part's path.</param>
    /// <param name="count">The path of how many bolts it has.</param>
    /// <param name="bolt">Its number, from 1.</param>
    public static IReadOnlyList<SheetValue> Of(string at, string count, int bolt)
    {
        SheetValue One(string path, string label, string axis) =>
            Ask.Mm(path, label, -600, 600) with
            {
                Asked = true,
                Group = $"{at}/bolt{bolt}",
                Optional = true,
                More = true,
                When = k => k.Number(count) >= bolt,
                // One that nobody has placed is drawn, and is not known.
                From = sheet => sheet.At($"{at}/bolts/{bolt - 1}/drawn") is null ? sheet.NumberAt($"{at}/bolts/{bolt - 1}/{axis}") : null,
            };
        return
        [
            One(X(at, bolt), $"Bolt {bolt}, right of the crank", "xMm"),
            One(Y(at, bolt), $"Bolt {bolt}, above the crank", "yMm"),
            Ask.Count(Kind(at, bolt), $"Bolt {bolt}, of which kind", 1, MostKinds) with
            {
                Asked = true,
                Group = Kind(at, bolt),
                Optional = true,
                More = true,
                When = k => k.Number(count) >= bolt && KindsOf(k, at) > 1,
                From = sheet =>
                    sheet.At($"{at}/bolts/{bolt - 1}/group") is JsonValue group ? Groups(sheet, at).IndexOf($"{group}") + 1 : null,
            },
        ];
    }

    /// <summary>The bolts, each where it was placed or else evenly on the edge; one that was there keeps its id.</summary>
    /// <param name="k">What is known.</param>
    /// <param name="sheet">As it was.</param>
    /// <param name="at">The part's path.</param>
    /// <param name="even">Where they stand evenly.</param>
    public static JsonArray Bolts(KnownValues k, JsonObject sheet, string at, IReadOnlyList<(double X, double Y)> even)
    {
        var groups = Groups(sheet, at);
        return new JsonArray([
            .. even.Select(
                (p, i) =>
                {
                    var placed = At(k, at, i + 1);
                    var kind = (int)Math.Min(k.Number(Kind(at, i + 1)) ?? 1, Math.Max(1, groups.Count));
                    var bolt = new JsonObject
                    {
                        ["id"] = sheet.At($"{at}/bolts/{i}/id")?.ToString() ?? $"{i + 1}",
                        ["xMm"] = (placed ?? p).X,
                        ["yMm"] = (placed ?? p).Y,
                        ["group"] = groups.Count == 0 ? "bolts" : groups[kind - 1],
                    };
                    if (placed is null)
                    {
                        bolt["drawn"] = true;
                    }

                    return (JsonNode)bolt;
                }
            ),
        ]);
    }

    /// <summary>How many kinds of bolts there are.</summary>
    private static int KindsOf(KnownValues k, string at) =>
        Enumerable.Range(1, MostKinds - 1).TakeWhile(g => k.Number($"{at}/groups/{g}/majorMm") is not null).Count() + 1;

    private static List<string> Groups(JsonObject sheet, string at) =>
        [.. (sheet.At($"{at}/groups") as JsonArray ?? []).Select((g, i) => g?["id"]?.ToString() ?? GroupId(i))];

    /// <summary>The id of a kind of bolt that was asked for, counted from 0.</summary>
    public static string GroupId(int index) => index == 0 ? "bolts" : $"bolts-{index + 1}";

    /// <summary>Where a bolt is; null where nobody has placed it.</summary>
    public static (double X, double Y)? At(KnownValues k, string at, int bolt) =>
        k.Number(X(at, bolt)) is { } x && k.Number(Y(at, bolt)) is { } y ? (x, y) : null;

    /// <summary>The part's outline: as it was while every bolt lies in it, else round its bolts; null until all of them are
    /// placed.</summary>
    public static IReadOnlyList<(double X, double Y)>? Outline(KnownValues k, JsonObject sheet, string at, string count, double boreMm)
    {
        var placed = Placed(k, at, count);
        if (placed.Count < 3 || placed.Count < k.Number(count))
        {
            return null;
        }

        if (sheet.At($"{at}/outline") is JsonArray { Count: >= 3 } was)
        {
            var edge = was.Select(p => (X: (double)p!["xMm"]!, Y: (double)p["yMm"]!)).ToList();
            if (placed.TrueForAll(p => Within(edge, p)))
            {
                return edge;
            }
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

    /// <summary>Whether a point lies within an outline (a ray to the right crosses it an odd number of times).</summary>
    private static bool Within(List<(double X, double Y)> edge, (double X, double Y) p)
    {
        var within = false;
        for (var (i, j) = (0, edge.Count - 1); i < edge.Count; j = i++)
        {
            var ((ax, ay), (bx, by)) = (edge[i], edge[j]);
            if (ay > p.Y != by > p.Y && p.X < ((bx - ax) * (p.Y - ay) / (by - ay)) + ax)
            {
                within = !within;
            }
        }

        return within;
    }

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
