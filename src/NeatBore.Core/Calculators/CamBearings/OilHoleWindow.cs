using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>How far the holes of a cam bearing's shell open the passages behind it, and where the shell should go.</summary>
/// <remarks>
/// Unrolled flat, valid for shapes under a third of the bore. The area that two convex shapes share is, to the power ½, concave in how
/// they are moved (Brunn and Minkowski), so the worst share over the reach has one summit and nested section searches find it.
/// </remarks>
public static class OilHoleWindow
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "open = area common to passage and hole on the unrolled bore, exact; share = open/most; best = largest worst share in "
        + "reach (Brunn–Minkowski: one summit)";

    private const double NearBest = 0.001;

    /// <summary>A bearing, where its shell is, and where it may still go; mm and degrees.</summary>
    /// <param name="BoreDiameterMm">Of the bore.</param>
    /// <param name="Passages">In the bore.</param>
    /// <param name="ShellHoles">In the shell, one for each passage.</param>
    /// <param name="Position">Where the shell is.</param>
    /// <param name="Reach">Where it may go; its turn spans at most 180°, counted over as many whole turns as you like.</param>
    /// <param name="View">The end that angles are seen from and depths are from.</param>
    /// <param name="FinalDepthMm">Where it will be driven to.</param>
    /// <param name="CanTurn">Whether it still turns.</param>
    /// <param name="CanBackOut">Whether it can come back; a driven shell only goes deeper.</param>
    /// <param name="GoShare">Share open that is wanted.</param>
    /// <param name="StopShare">Share below which it is a stop.</param>
    public sealed record Request(
        double BoreDiameterMm,
        IReadOnlyList<Passage> Passages,
        IReadOnlyList<ShellHole> ShellHoles,
        Place Position,
        Range Reach,
        View View = View.Front,
        double? FinalDepthMm = null,
        bool CanTurn = true,
        bool CanBackOut = false,
        double GoShare = 0.8,
        double StopShare = 0.6
    );

    /// <summary>The shell's turn, clockwise, and depth of its edge, with its expanded uncertainty.</summary>
    public sealed record Place(double RotationDeg, double DepthMm, SightPosition.ShellUncertainty? Uncertainty = null);

    /// <summary>Turn and depth as [low, high].</summary>
    public sealed record Range(IReadOnlyList<double> RotationDeg, IReadOnlyList<double> DepthMm);

    /// <summary>What is open now and at depth, the best place in reach, and what to do.</summary>
    public sealed record Answer(
        IReadOnlyList<Window> Passages,
        double WorstShare,
        AtDepth? AtFinal,
        BestPlace Best,
        DriveAdvice Advice,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => OilHoleWindow.Model;

        /// <inheritdoc/>
        public override int Version => 4;
    }

    /// <summary>One passage: area open, mm², its share of the most, and how far the hole stands off, + clockwise and + deeper,
    /// mm.</summary>
    public sealed record Window(string Id, double OpenMm2, double OpenShare, double OffAroundMm, double OffAlongMm);

    /// <summary>The same with the shell driven to depth and not turned.</summary>
    public sealed record AtDepth(double WorstShare, IReadOnlyList<Window> Passages);

    /// <summary>The best place in reach, the nearest of those that are as good.</summary>
    public sealed record BestPlace(double RotationDeg, double DepthMm, double WorstShare, IReadOnlyList<Window> Passages);

    /// <summary>Which way to turn it.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Turn>))]
    public enum Turn
    {
        /// <summary>Not at all.</summary>
        [JsonStringEnumMemberName("none")]
        None,

        /// <summary>Clockwise in the view.</summary>
        [JsonStringEnumMemberName("clockwise")]
        Clockwise,

        /// <summary>Anticlockwise in the view.</summary>
        [JsonStringEnumMemberName("anticlockwise")]
        Anticlockwise,
    }

    /// <summary>Turn it so far and drive it so far, in numbers and in words.</summary>
    public sealed record DriveAdvice(double TurnDeg, Turn Direction, double DriveMm, string Words);

    /// <summary>Works out the windows and the advice.</summary>
    /// <exception cref="UnusableInputException">A passage without its hole, holes that overlap, a reach with nothing in it, or a value
    /// that can't be.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        // Counted from the middle of the reach, which spans half a turn at most: nothing that could open lies a turn away.
        var middle = Middle(request);
        var half = request.Reach.RotationDeg[1] - middle;
        var pairs = OilHolePairs.Of(request, middle);
        request = request with
        {
            Position = request.Position with { RotationDeg = Short(request.Position.RotationDeg - middle) },
            Reach = request.Reach with { RotationDeg = [-half, half] },
        };
        var now = request.Position;
        var here = pairs.At(now.RotationDeg, now.DepthMm);
        var final = request.FinalDepthMm is { } depth ? pairs.At(now.RotationDeg, depth) : null;

        var turn = request.CanTurn ? (request.Reach.RotationDeg[0], request.Reach.RotationDeg[1]) : (now.RotationDeg, now.RotationDeg);
        var drive = (
            request.CanBackOut ? request.Reach.DepthMm[0] : Math.Max(request.Reach.DepthMm[0], now.DepthMm),
            request.Reach.DepthMm[1]
        );
        var search = new OilHoleSearch(pairs, turn, drive);
        var (rotation, best, worst) = search.Best();
        if (worst < NearBest)
        {
            (rotation, best) = (now.RotationDeg, now.DepthMm);
        }
        else
        {
            (rotation, best) = search.NearestAsGood(now.RotationDeg, now.DepthMm, worst - NearBest, rotation, best);
        }

        var at = pairs.At(rotation, best);
        var there = new BestPlace(rotation, best, at.Min(w => w.OpenShare), at);
        return new Answer(
            here,
            here.Min(w => w.OpenShare),
            final is null ? null : new AtDepth(final.Min(w => w.OpenShare), final),
            there with
            {
                RotationDeg = middle + there.RotationDeg,
            },
            Advise(request, there, worst < NearBest ? CannotOpen(pairs, turn, drive) : null),
            CallOf(request, pairs, there)
        );
    }

    private static double Middle(Request request) => (request.Reach.RotationDeg[0] + request.Reach.RotationDeg[1]) / 2;

    /// <summary>A turn the short way round, in [−180, 180).</summary>
    private static double Short(double deg) => Clock.Normalise(deg + 180) - 180;

    private static DriveAdvice Advise(Request request, BestPlace best, string? cannot)
    {
        var turn = Short(best.RotationDeg - request.Position.RotationDeg);
        var drive = best.DepthMm - request.Position.DepthMm;
        var direction =
            Math.Abs(turn) < 0.05 ? Turn.None
            : turn > 0 ? Turn.Clockwise
            : Turn.Anticlockwise;
        var end = request.View == View.Front ? "front" : "rear";
        var shares = string.Join(", ", best.Passages.Select(p => $"{p.Id} {Wording.Number(p.OpenShare * 100, 1)} %"));
        var how =
            direction == Turn.None
                ? ""
                : $"Turn it {Wording.Number(Math.Abs(turn), 0.1)}° "
                    + $"{(turn > 0 ? "clockwise" : "anticlockwise")} seen from the {end} while it still turns";
        var go =
            Math.Abs(drive) < 0.05 ? ""
            : drive > 0 ? $"drive {Wording.Number(drive, 0.1)} mm to depth"
            : $"draw it back {Wording.Number(-drive, 0.1)} mm";
        var words =
            cannot
            ?? (
                (how, go) switch
                {
                    ("", "") => $"Leave it there: {shares}",
                    ("", _) => $"{char.ToUpperInvariant(go[0])}{go[1..]}: {shares}",
                    (_, "") => $"{how}: {shares}",
                    _ => $"{how}, then {go}: {shares}",
                }
            );
        return new DriveAdvice(turn, direction, drive, words);
    }

    private static string CannotOpen(OilHolePairs pairs, (double, double) turn, (double, double) drive)
    {
        var never = pairs
            .List.Where(p => new OilHoleSearch(new OilHolePairs([p], pairs.BoreMm), turn, drive).Best().Worst < NearBest)
            .Select(p => p.Id)
            .ToList();
        return never.Count > 0
            ? $"Nothing in reach opens {string.Join(" and ", never)}: wrong shell, wrong way round, or out and again"
            : $"Nothing in reach opens {string.Join(" and ", pairs.List.Select(p => p.Id))} together: out and again";
    }

    private static Call CallOf(Request request, OilHolePairs pairs, BestPlace best)
    {
        var depth = request.FinalDepthMm ?? request.Position.DepthMm;
        var at = pairs.At(request.Position.RotationDeg, depth);
        var share = at.Min(w => w.OpenShare);
        var u = 0.0;
        if (request.Position.Uncertainty is { } by)
        {
            foreach (var (r, d) in ((double, double)[])[(1, 1), (1, -1), (-1, 1), (-1, -1)])
            {
                u = Math.Max(u, share - pairs.Worst(request.Position.RotationDeg + (r * by.RotationDeg), depth + (d * by.DepthMm)));
            }
        }

        // Within its own uncertainty of either limit it is a question.
        const double slack = 1e-9;
        var (verdict, limit) =
            share - u >= request.GoShare - slack ? (Verdict.Go, request.GoShare)
            : share + u < request.StopShare - slack ? (Verdict.Stop, request.StopShare)
            : share - u < request.StopShare - slack ? (Verdict.LookAgain, request.StopShare)
            : share + u >= request.GoShare - slack ? (Verdict.LookAgain, request.GoShare)
            : (Verdict.Decide, request.GoShare);
        var checks = new List<Check> { new("worst window", verdict, share, limit, u, Side.Lower, Dimension.Share) };
        if (best.WorstShare < request.StopShare - slack)
        {
            checks.Add(new Check("best in reach", Verdict.Stop, best.WorstShare, request.StopShare, 0, Side.Lower, Dimension.Share));
        }

        var least = at.MinBy(w => w.OpenShare)!.Id;
        var where = request.FinalDepthMm is null ? "" : " at depth";
        return Call.Of(
            checks,
            k =>
                Sentence.Of(
                    (k.Name, k.Verdict) switch
                    {
                        ("worst window", Verdict.Go) => $"The least open passage{where}, {{id}}, is open {{value}}.",
                        ("worst window", Verdict.LookAgain) =>
                            $"{{id}} is open {{value}} ± {{u}}{where}: too close to {{limit}} to decide. Look again, closer.",
                        ("worst window", _) => $"{{id}} is open {{value}}{where}; {{limit}} is "
                            + $"{(k.Verdict == Verdict.Stop ? "the least that can work" : "wanted")}.",
                        _ => "The best place in reach opens {value} at worst; {limit} is the least that can work.",
                    },
                    ("id", Quantity.Word(least)),
                    ("value", Quantity.Share(k.Value)),
                    ("u", Quantity.Share(k.Uncertainty)),
                    ("limit", Quantity.Share(k.Limit))
                )
        )!;
    }

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        HolePairs.Check(faults, request.BoreDiameterMm, request.Passages, request.ShellHoles);
        void Pair(IReadOnlyList<double> range, string field) =>
            faults.Require(range.Count == 2 && range[0] <= range[^1], field, "must be [low, high]");
        Pair(request.Reach.RotationDeg, "reach.rotationDeg");
        Pair(request.Reach.DepthMm, "reach.depthMm");
        faults.Within(request.GoShare, 0, 1, "goShare");
        faults.Require(
            request.StopShare >= 0 && request.StopShare <= request.GoShare,
            "stopShare",
            $"must be from 0 to the wanted share ({request.GoShare})"
        );
        faults.NotNegative(request.Position.Uncertainty?.RotationDeg ?? 0, "position.uncertainty.rotationDeg");
        faults.NotNegative(request.Position.Uncertainty?.DepthMm ?? 0, "position.uncertainty.depthMm");
        if (!faults.Any)
        {
            faults.Require(
                request.CanBackOut || request.Reach.DepthMm[1] >= request.Position.DepthMm,
                "reach.depthMm",
                $"has nothing in it: the shell is at {Wording.Number(request.Position.DepthMm, 0.01)} mm and only goes deeper"
            );
            faults.Require(
                request.CanTurn
                    || Math.Abs(Short(request.Position.RotationDeg - Middle(request)))
                        <= ((request.Reach.RotationDeg[1] - request.Reach.RotationDeg[0]) / 2) + 1e-9,
                "reach.rotationDeg",
                "has nothing in it: the shell no longer turns and stands outside"
            );
            faults.Require(
                request.Reach.RotationDeg[1] - request.Reach.RotationDeg[0] <= 180,
                "reach.rotationDeg",
                "must span at most 180°"
            );
        }

        faults.ThrowIfAny();
    }
}
