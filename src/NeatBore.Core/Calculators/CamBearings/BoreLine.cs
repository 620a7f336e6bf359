using MathNet.Numerics.LinearAlgebra;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>Whether a straight cam fits through all its bearings, how much room it has, and which bearing is tightest.</summary>
/// <remarks>
/// Minimise over lines the largest of (distance − clearance): a convex problem of cones, solved by a barrier and Newton's steps (Boyd and
/// Vandenberghe, Convex Optimization, ch. 11). Of the lines within 1e-6 mm of the best, the one with the least sum of squared distances.
/// </remarks>
public static class BoreLine
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "slack = −min over lines of max(distance − clearance), by a barrier method; of equals the least Σ distance²";

    private const double AsGoodMm = 1e-6;
    private const double TightMm = 1e-5;

    /// <summary>Bearings as measured; x right and y towards 12 in the view, z from the face that it looks at; mm.</summary>
    /// <param name="Stations">2 to 20, each at its own place.</param>
    /// <param name="View">The end that it is seen from.</param>
    /// <param name="GaugeUncertaintyMm">Expanded uncertainty (k = 2) of a bearing's place.</param>
    /// <param name="Limits">Slack and neighbour's step.</param>
    public sealed record Request(
        IReadOnlyList<Station> Stations,
        View View = View.Front,
        double GaugeUncertaintyMm = 0,
        LineLimits? Limits = null
    );

    /// <summary>A bearing: its middle, mm, and the journal's radial clearance in it, mm, 0 or larger.</summary>
    public sealed record Station(string Id, double ZMm, double XMm, double YMm, double RadialClearanceMm);

    /// <summary>Least slack, and the most that a bearing may stand off the line through its neighbours, mm.</summary>
    public sealed record LineLimits(double MinSlackMm = 0, double? MaxNeighbourMm = null);

    /// <summary>What was found, mm. Slack above 0 turns freely, below 0 binds. The neighbour's step is null for two bearings.</summary>
    public sealed record Answer(
        double SlackMm,
        IReadOnlyList<string> Tightest,
        BestLine Line,
        IReadOnlyList<StationRoom> Stations,
        double? WorstNeighbourMm,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => BoreLine.Model;
    }

    /// <summary>The line: at z = 0, mm, and per metre of z, mm.</summary>
    public sealed record BestLine(double X0Mm, double XPerM, double Y0Mm, double YPerM);

    /// <summary>How far a bearing stands off the line, and the room that is left in it, mm.</summary>
    public sealed record StationRoom(string Id, double OffMm, double LeftMm);

    /// <summary>Works out the line.</summary>
    /// <exception cref="UnusableInputException">One bearing, two at one place, a clearance below 0, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var cones = new Cones(request.Stations);
        var (line, worst) = cones.Narrowest();
        line = cones.Calmest(line, worst + AsGoodMm);

        var rooms = request.Stations.Select((s, i) => (Station: s, Off: cones.Off(line, i))).ToList();
        var left = rooms.Min(r => r.Station.RadialClearanceMm - r.Off);
        var neighbour = WorstNeighbour(request.Stations);
        return new Answer(
            -worst,
            [
                .. rooms
                    .Where(r => r.Station.RadialClearanceMm - r.Off <= left + TightMm)
                    .OrderBy(r => r.Station.ZMm)
                    .Select(r => r.Station.Id),
            ],
            cones.LineOf(line),
            [.. rooms.Select(r => new StationRoom(r.Station.Id, r.Off, r.Station.RadialClearanceMm - r.Off))],
            neighbour?.Mm,
            CallOf(request, -worst, neighbour)
        );
    }

    private static Call? CallOf(Request request, double slack, (string Id, double Mm)? neighbour)
    {
        if (request.Limits is not { } limits)
        {
            return null;
        }

        List<Check> checks = [Check.AtLeast("slack", slack, limits.MinSlackMm, request.GaugeUncertaintyMm)];
        if (limits.MaxNeighbourMm is { } most && neighbour is { } step)
        {
            // A bearing against the mean of two: variances 1 and at most ½.
            checks.Add(Check.AtMost("step to its neighbours", step.Mm, most, request.GaugeUncertaintyMm * Math.Sqrt(1.5)));
        }

        return Call.Of(
            checks,
            k =>
                Sentence.Of(
                    (k.Name, k.Verdict) switch
                    {
                        ("slack", Verdict.Go) => "A straight cam has {value} of room in its tightest bearing.",
                        ("slack", Verdict.LookAgain) => "A straight cam has {value} ± {u} of room: too close to {limit} to decide.",
                        ("slack", _) => k.Value < 0
                            ? "A straight cam binds by {bind}."
                            : "A straight cam has {value} of room; {limit} is wanted.",
                        (_, Verdict.LookAgain) => "{id} stands {value} ± {u} off its neighbours’ line: too close to {limit} to decide.",
                        _ => "{id} stands {value} off its neighbours’ line; at most {limit} is wanted.",
                    },
                    ("value", Quantity.Mm(k.Value, 0.001)),
                    ("bind", Quantity.Mm(-k.Value, 0.001)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.001)),
                    ("limit", Quantity.Mm(k.Limit, 0.001)),
                    ("id", Quantity.Word(neighbour?.Id ?? ""))
                )
        );
    }

    private static (string Id, double Mm)? WorstNeighbour(IReadOnlyList<Station> stations)
    {
        var sorted = stations.OrderBy(s => s.ZMm).ToList();
        return Enumerable
            .Range(1, Math.Max(0, sorted.Count - 2))
            .Select(i =>
            {
                var (a, s, b) = (sorted[i - 1], sorted[i], sorted[i + 1]);
                var t = (s.ZMm - a.ZMm) / (b.ZMm - a.ZMm);
                return ((string Id, double Mm)?)
                    (
                        s.Id,
                        Math.Sqrt(Math.Pow(s.XMm - a.XMm - (t * (b.XMm - a.XMm)), 2) + Math.Pow(s.YMm - a.YMm - (t * (b.YMm - a.YMm)), 2))
                    );
            })
            .MaxBy(n => n!.Value.Mm);
    }

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        if (faults.Listed(request.Stations, 2, 20, "stations"))
        {
            for (var i = 0; i < request.Stations.Count; i++)
            {
                var station = request.Stations[i];
                faults.NotNegative(station.RadialClearanceMm, $"stations[{i}].radialClearanceMm");
                faults.Require(
                    request.Stations.Take(i).All(s => s.Id != station.Id),
                    $"stations[{i}].id",
                    $"“{station.Id}” stands twice; each bearing needs its own id"
                );
                faults.Require(
                    request.Stations.Take(i).All(s => Math.Abs(s.ZMm - station.ZMm) > 0.1),
                    $"stations[{i}].zMm",
                    "is where another bearing is; each stands at its own place"
                );
            }
        }

        faults.NotNegative(request.GaugeUncertaintyMm, "gaugeUncertaintyMm");
        faults.NotNegative(request.Limits?.MaxNeighbourMm ?? 0, "limits.maxNeighbourMm");
        faults.ThrowIfAny();
    }

    /// <summary>The stations as cones about a line; the line's variables are x and y at the middle and their slopes over half the
    /// length.</summary>
    private sealed class Cones
    {
        private readonly IReadOnlyList<Station> _stations;
        private readonly double _middle;
        private readonly double _half;
        private readonly double[] _t;

        public Cones(IReadOnlyList<Station> stations)
        {
            _stations = stations;
            var (low, high) = (stations.Min(s => s.ZMm), stations.Max(s => s.ZMm));
            (_middle, _half) = ((low + high) / 2, (high - low) / 2);
            _t = [.. stations.Select(s => (s.ZMm - _middle) / _half)];
        }

        public double Off(Vector<double> line, int i)
        {
            var (dx, dy) = Apart(line, i);
            return Math.Sqrt((dx * dx) + (dy * dy));
        }

        public BestLine LineOf(Vector<double> v) =>
            new(v[0] - (v[1] * _middle / _half), v[1] / _half * 1000, v[2] - (v[3] * _middle / _half), v[3] / _half * 1000);

        /// <summary>The line with the smallest worst (distance − clearance).</summary>
        public (Vector<double> Line, double Worst) Narrowest()
        {
            var v = Vector<double>.Build.Dense(5);
            v[0] = _stations.Average(s => s.XMm);
            v[2] = _stations.Average(s => s.YMm);
            v[4] = Enumerable.Range(0, _t.Length).Max(i => Off(v, i) - _stations[i].RadialClearanceMm) + 1;
            // Shared out: each cone adds at most 2/weight to what the barrier is off by.
            for (var weight = 1.0; _t.Length * 2 / weight > 1e-9; weight *= 8)
            {
                v = Newton(
                    v,
                    (x, g, h) =>
                    {
                        if (g is not null)
                        {
                            g[4] += weight;
                        }

                        return (weight * x[4]) + Barrier(x, x[4], g, h, true);
                    }
                );
            }

            return (v, Enumerable.Range(0, _t.Length).Max(i => Off(v, i) - _stations[i].RadialClearanceMm));
        }

        /// <summary>Of the lines whose worst (distance − clearance) is within a bound, the one with the least sum of squares.</summary>
        public Vector<double> Calmest(Vector<double> line, double bound)
        {
            var v = line.SubVector(0, 4);
            for (var weight = 1e3; _t.Length * 2 / weight > 1e-11; weight *= 8)
            {
                v = Newton(
                    v,
                    (x, g, h) =>
                    {
                        var sum = 0.0;
                        for (var i = 0; i < _t.Length; i++)
                        {
                            var (dx, dy) = Apart(x, i);
                            sum += (dx * dx) + (dy * dy);
                            Add(g, h, i, weight * 2 * dx, weight * 2 * dy, weight * 2, 0, weight * 2);
                        }

                        return (weight * sum) + Barrier(x, bound, g, h, false);
                    }
                );
            }

            return v;
        }

        private (double X, double Y) Apart(Vector<double> v, int i) =>
            (v[0] + (v[1] * _t[i]) - _stations[i].XMm, v[2] + (v[3] * _t[i]) - _stations[i].YMm);

        /// <summary>−Σ log((bound + clearance)² − distance²), with its gradient and Hessian; infinite outside.</summary>
        private double Barrier(Vector<double> v, double bound, Vector<double>? g, Matrix<double>? h, bool boundMoves)
        {
            var sum = 0.0;
            for (var i = 0; i < _t.Length; i++)
            {
                var (dx, dy) = Apart(v, i);
                var r = bound + _stations[i].RadialClearanceMm;
                var s = (r * r) - (dx * dx) - (dy * dy);
                if (r <= 0 || s <= 0)
                {
                    return double.PositiveInfinity;
                }

                sum -= Math.Log(s);
                var (sx, sy, sr) = (-2 * dx, -2 * dy, 2 * r);
                Add(g, h, i, -sx / s, -sy / s, (2 / s) + (sx * sx / (s * s)), sx * sy / (s * s), (2 / s) + (sy * sy / (s * s)));
                if (!boundMoves || g is null || h is null)
                {
                    continue;
                }

                g[4] -= sr / s;
                h[4, 4] += (-2 / s) + (sr * sr / (s * s));
                foreach (var (k, d) in ((int, double)[])[(0, sx), (1, sx * _t[i]), (2, sy), (3, sy * _t[i])])
                {
                    h[4, k] += sr * d / (s * s);
                    h[k, 4] += sr * d / (s * s);
                }
            }

            return sum;
        }

        /// <summary>Adds a station's part, known by x and y across, to the gradient and Hessian of the line.</summary>
        private void Add(Vector<double>? g, Matrix<double>? h, int i, double gx, double gy, double xx, double xy, double yy)
        {
            if (g is null || h is null)
            {
                return;
            }

            var t = _t[i];
            g[0] += gx;
            g[1] += gx * t;
            g[2] += gy;
            g[3] += gy * t;
            double[] w = [1, t];
            for (var a = 0; a < 2; a++)
            {
                for (var b = 0; b < 2; b++)
                {
                    h[a, b] += xx * w[a] * w[b];
                    h[a, 2 + b] += xy * w[a] * w[b];
                    h[2 + a, b] += xy * w[a] * w[b];
                    h[2 + a, 2 + b] += yy * w[a] * w[b];
                }
            }
        }

        private static Vector<double> Newton(Vector<double> v, Func<Vector<double>, Vector<double>?, Matrix<double>?, double> cost)
        {
            for (var step = 0; step < 60; step++)
            {
                var (g, h) = (Vector<double>.Build.Dense(v.Count), Matrix<double>.Build.Dense(v.Count, v.Count));
                var at = cost(v, g, h);
                var move = h.Solve(-g);
                var slope = g.DotProduct(move);
                if (!(slope < -1e-12))
                {
                    break;
                }

                var part = 1.0;
                while (part > 1e-14 && !(cost(v + (part * move), null, null) <= at + (0.1 * part * slope)))
                {
                    part /= 2;
                }

                if (part <= 1e-14)
                {
                    break;
                }

                v += part * move;
            }

            return v;
        }
    }
}
