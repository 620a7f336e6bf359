using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fasteners;

/// <summary>In which order the bolts of a part are tightened, pass by pass.</summary>
/// <remarks>Outwards from the middle evens out a long flange; a star draws a round one down level. Workshop practice; the engine's
/// manual wins.</remarks>
public static class TorquePlan
{
    /// <summary>The rule in one line.</summary>
    public const string Model =
        "outwards: along the longer principal axis, nearest the mean first, sides in turn; star: opposite, then the farthest "
        + "from any done; clock: clockwise";

    private const double SamePlaceMm = 0.1;
    private const double RadiusSpread = 0.15;
    private const double GapFactor = 1.6;
    private const int LeastForStar = 4;

    /// <summary>How the order goes round.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Pattern>))]
    public enum Pattern
    {
        /// <summary>Star for a round flange, outwards for any other.</summary>
        [JsonStringEnumMemberName("auto")]
        Auto,

        /// <summary>From the middle outwards.</summary>
        [JsonStringEnumMemberName("outwards")]
        Outwards,

        /// <summary>Across and across.</summary>
        [JsonStringEnumMemberName("star")]
        Star,

        /// <summary>Round by the clock.</summary>
        [JsonStringEnumMemberName("clock")]
        Clockwise,
    }

    /// <summary>The bolts and what they get.</summary>
    /// <param name="Fasteners">1 to 1,000, no two in one place.</param>
    /// <param name="Groups">What each group gets.</param>
    /// <param name="View">The end that places are seen from.</param>
    /// <param name="Pattern">How the order goes round.</param>
    /// <param name="FinalCheck">Whether every bolt is checked at its last torque once more; groups that are tightened by angle are
    /// not.</param>
    public sealed record Request(
        IReadOnlyList<Fastener> Fasteners,
        IReadOnlyList<Group> Groups,
        View View = View.Front,
        Pattern Pattern = Pattern.Auto,
        bool FinalCheck = true
    );

    /// <summary>A bolt at x (right) and y (towards 12), mm, as seen in the view.</summary>
    public sealed record Fastener(string Id, double XMm, double YMm, string Group);

    /// <summary>A group's last torque, N·m, the angle after it, degrees, and the shares of the torque at each stage, rising to 1.</summary>
    public sealed record Group(string Id, double FinalNm, double? FinalDeg = null, IReadOnlyList<double>? Stages = null);

    /// <summary>The passes in order, and why they go that way.</summary>
    public sealed record Answer(IReadOnlyList<Pass> Passes, string Because) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => TorquePlan.Model;
    }

    /// <summary>Once round a group: torque in N·m, the angle after it, the order.</summary>
    public sealed record Pass(string Group, double Nm, double? Deg, IReadOnlyList<string> Order);

    /// <summary>Works out the passes.</summary>
    /// <exception cref="UnusableInputException">Bolts in one place, a group without bolts, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var orders = request.Groups.ToDictionary(
            g => g.Id,
            g => OrderOf([.. request.Fasteners.Where(f => f.Group == g.Id)], request.Pattern),
            StringComparer.Ordinal
        );
        var passes = new List<Pass>();
        var stages = request.Groups.ToDictionary(g => g.Id, g => g.Stages ?? [0.5, 1], StringComparer.Ordinal);
        for (var stage = 0; stage < stages.Values.Max(s => s.Count); stage++)
        {
            foreach (var group in request.Groups.Where(g => stage < stages[g.Id].Count))
            {
                var last = stage == stages[group.Id].Count - 1;
                passes.Add(
                    new Pass(group.Id, group.FinalNm * stages[group.Id][stage], last ? group.FinalDeg : null, orders[group.Id].Order)
                );
            }
        }

        if (request.FinalCheck)
        {
            passes.AddRange(request.Groups.Where(g => g.FinalDeg is null).Select(g => new Pass(g.Id, g.FinalNm, null, orders[g.Id].Order)));
        }

        var reasons = request.Groups.Select(g => orders[g.Id].Because).Distinct(StringComparer.Ordinal).ToList();
        return new Answer(
            passes,
            reasons.Count == 1 ? reasons[0] : string.Join(" ", request.Groups.Select(g => $"{g.Id}: {orders[g.Id].Because}"))
        );
    }

    private static (IReadOnlyList<string> Order, string Because) OrderOf(List<Fastener> bolts, Pattern pattern)
    {
        if (bolts.Count == 1)
        {
            return ([bolts[0].Id], "There is one bolt.");
        }

        if (pattern != Pattern.Auto)
        {
            return (
                pattern switch
                {
                    Pattern.Star => Star(bolts),
                    Pattern.Clockwise => Clockwise(bolts),
                    _ => Outwards(bolts),
                },
                "As asked for."
            );
        }

        var why = NotRound(bolts);
        return why is null
            ? (Star(bolts), $"A star: {bolts.Count} bolts round a circle draw down level when each is followed by the one across.")
            : (Outwards(bolts), $"From the middle outwards: {why}.");
    }

    /// <summary>Why these bolts are no round flange; null where they are.</summary>
    private static string? NotRound(List<Fastener> bolts)
    {
        if (bolts.Count < LeastForStar)
        {
            return $"{bolts.Count} bolts make no star";
        }

        var (mx, my) = Mean(bolts);
        var radii = bolts.ConvertAll(b => Math.Sqrt(Math.Pow(b.XMm - mx, 2) + Math.Pow(b.YMm - my, 2)));
        if (radii.Any(r => Math.Abs(r - radii.Average()) > RadiusSpread * radii.Average()))
        {
            return "they are not on one circle";
        }

        var angles = ByClock(bolts).Select(b => b.Deg).ToList();
        var gap = angles.Zip(angles.Skip(1).Append(angles[0] + 360), (a, b) => b - a).Max();
        return gap > GapFactor * 360 / bolts.Count ? $"there is a gap of {gap:0}° round them" : null;
    }

    private static List<string> Outwards(List<Fastener> bolts)
    {
        var (mx, my) = Mean(bolts);
        double Sum(Func<double, double, double> of) => bolts.Sum(b => of(b.XMm - mx, b.YMm - my));
        var axis = 0.5 * Math.Atan2(2 * Sum((x, y) => x * y), Sum((x, _) => x * x) - Sum((_, y) => y * y));
        var left = bolts
            .Select(b => (Bolt: b, Along: Math.Round(((b.XMm - mx) * Math.Cos(axis)) + ((b.YMm - my) * Math.Sin(axis)), 9)))
            .OrderBy(b => Math.Abs(b.Along))
            .ThenByDescending(b => b.Bolt.YMm)
            .ThenByDescending(b => b.Bolt.XMm)
            .ThenBy(b => b.Bolt.Id, StringComparer.Ordinal)
            .ToList();
        var order = new List<string>();
        var side = 0;
        while (left.Count > 0)
        {
            var at = Math.Max(0, left.FindIndex(b => side == 0 || Math.Sign(b.Along) != side));
            order.Add(left[at].Bolt.Id);
            side = Math.Sign(left[at].Along);
            left.RemoveAt(at);
        }

        return order;
    }

    private static List<string> Star(List<Fastener> bolts)
    {
        var round = Clockwise(bolts);
        var n = round.Count;
        if (n % 2 == 1)
        {
            return [.. Enumerable.Range(0, n).Select(i => round[i * ((n - 1) / 2) % n])];
        }

        var angle = ByClock(bolts).ToDictionary(b => b.Bolt.Id, b => b.Deg, StringComparer.Ordinal);
        double Apart(string a, string b) => Math.Abs(Clock.Normalise(angle[a] - angle[b] + 180) - 180);
        var order = new List<string> { round[0] };
        while (order.Count < n)
        {
            var left = round.Except(order, StringComparer.Ordinal).ToList();
            order.Add(
                order.Count % 2 == 1
                    ? left.MinBy(id => Math.Round(180 - Apart(id, order[^1]), 9))!
                    : left.MaxBy(id => Math.Round(order.Min(done => Apart(id, done)), 9))!
            );
        }

        return order;
    }

    /// <summary>Clockwise from the topmost.</summary>
    private static List<string> Clockwise(List<Fastener> bolts)
    {
        var round = ByClock(bolts);
        var first = round.FindIndex(b =>
            b.Bolt == bolts.OrderByDescending(x => x.YMm).ThenByDescending(x => x.XMm).ThenBy(x => x.Id, StringComparer.Ordinal).First()
        );
        return [.. round.Skip(first).Concat(round.Take(first)).Select(b => b.Bolt.Id)];
    }

    private static List<(Fastener Bolt, double Deg)> ByClock(List<Fastener> bolts)
    {
        var (mx, my) = Mean(bolts);
        return
        [
            .. bolts
                .Select(b => (b, Clock.Normalise(Math.Atan2(b.XMm - mx, b.YMm - my) * 180 / Math.PI)))
                .OrderBy(b => b.Item2)
                .ThenBy(b => b.b.Id, StringComparer.Ordinal),
        ];
    }

    private static (double X, double Y) Mean(List<Fastener> bolts) => (bolts.Average(b => b.XMm), bolts.Average(b => b.YMm));

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        var (bolts, groups) = (request.Fasteners, request.Groups);
        if (faults.Listed(groups, 1, 100, "groups") & faults.Listed(bolts, 1, 1000, "fasteners"))
        {
            for (var i = 0; i < groups.Count; i++)
            {
                var group = groups[i];
                faults.Require(
                    groups.Take(i).All(g => g.Id != group.Id),
                    $"groups[{i}].id",
                    $"“{group.Id}” stands twice; each group needs its own id"
                );
                faults.Require(bolts.Any(b => b.Group == group.Id), $"groups[{i}].id", $"no fastener is of the group “{group.Id}”");
                faults.Positive(group.FinalNm, $"groups[{i}].finalNm");
                faults.Require(group.FinalDeg is null or (> 0 and <= 720), $"groups[{i}].finalDeg", "must be above 0 and at most 720");
                if (group.Stages is { } stages && faults.Listed(stages, 1, 20, $"groups[{i}].stages"))
                {
                    faults.Require(
                        stages[0] > 0 && stages[^1] == 1 && stages.Zip(stages.Skip(1)).All(p => p.Second > p.First),
                        $"groups[{i}].stages",
                        "must rise from above 0 to 1, such as [0.5, 1]"
                    );
                }
            }

            var ids = new HashSet<string>(StringComparer.Ordinal);
            for (var i = 0; i < bolts.Count; i++)
            {
                var bolt = bolts[i];
                faults.Require(ids.Add(bolt.Id), $"fasteners[{i}].id", $"“{bolt.Id}” stands twice; each bolt needs its own id");
                faults.Require(groups.Any(g => g.Id == bolt.Group), $"fasteners[{i}].group", $"there is no group “{bolt.Group}”");
            }

            // Sorted by x, only neighbours can stand in one place.
            var sorted = bolts.Select((b, i) => (b, i)).OrderBy(p => p.b.XMm).ToList();
            for (var i = 0; i < sorted.Count; i++)
            {
                for (var j = i + 1; j < sorted.Count && sorted[j].b.XMm - sorted[i].b.XMm < SamePlaceMm; j++)
                {
                    faults.Require(
                        Math.Abs(sorted[j].b.YMm - sorted[i].b.YMm) >= SamePlaceMm,
                        $"fasteners[{Math.Max(sorted[i].i, sorted[j].i)}].xMm",
                        $"“{sorted[i].b.Id}” and “{sorted[j].b.Id}” stand in one place; give each bolt its own"
                    );
                }
            }
        }

        faults.ThrowIfAny();
    }
}
