using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Crank;

/// <summary>Which shims of the stock bring the crank's end play nearest to what is wanted: an exact search.</summary>
/// <remarks>End play after = measured with none − sum of the shims. Thicknesses are whole tenths of a micrometre.</remarks>
public static class ShimChoice
{
    /// <summary>The rule in one line.</summary>
    public const string Model =
        "end play = measured − Σ shims; nearest to the ideal, then fewer shims, then thinner ones; exact search over the stock";

    private const double UnitMm = 1e-4;
    private const int MostShims = 6;
    private const double ThickestMm = 10;
    private const int Shown = 5;

    /// <summary>What is needed and what there is; mm.</summary>
    /// <param name="MeasuredEndPlayMm">With no shims fitted.</param>
    /// <param name="Target">What is wanted.</param>
    /// <param name="Count">How many shims the engine takes.</param>
    /// <param name="Stock">Up to 200 lines; none where no shim need be fitted.</param>
    /// <param name="GaugeUncertaintyMm">Expanded uncertainty (k = 2) of the end play.</param>
    public sealed record Request(
        double MeasuredEndPlayMm,
        EndPlay Target,
        ShimCount Count,
        IReadOnlyList<ShimLine> Stock,
        double GaugeUncertaintyMm = 0
    );

    /// <summary>Least, most and best end play, mm.</summary>
    public sealed record EndPlay(double MinMm, double MaxMm, double IdealMm);

    /// <summary>How many shims, 0 to 6.</summary>
    public sealed record ShimCount(int Min, int Max);

    /// <summary>A thickness in mm (above 0, up to 10) and how many there are.</summary>
    public sealed record ShimLine(double ThicknessMm, int Quantity);

    /// <summary>The best five different stacks, and whether any lies within the target.</summary>
    public sealed record Answer(IReadOnlyList<Pick> Picks, bool Reachable) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => ShimChoice.Model;
    }

    /// <summary>One stack, thick to thin, mm; the end play that it leaves, mm; and what is to be said of it.</summary>
    public sealed record Pick(IReadOnlyList<double> Shims, double EndPlayMm, Call Call);

    /// <summary>Searches the stock.</summary>
    /// <exception cref="UnusableInputException">A thickness, a count or a target that can't be.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var lines = request
            .Stock.Where(l => l.Quantity > 0)
            .GroupBy(l => (int)Math.Round(l.ThicknessMm / UnitMm))
            .Select(g => (Thickness: g.Key, Quantity: (int)Math.Min(MostShims, g.Sum(l => (long)l.Quantity))))
            .OrderBy(l => l.Thickness)
            .ToList();
        var search = new Search(lines, request.Count.Max);

        // The wanted sum is no whole number of units, so that distances are compared as they are.
        var wanted = (request.MeasuredEndPlayMm - request.Target.IdealMm) / UnitMm;
        var picks = search.Nearest(wanted, request.Count.Min).Take(Shown).Select(stack => PickOf(request, stack)).ToList();
        var reachable = search.Any(
            (request.MeasuredEndPlayMm - request.Target.MaxMm) / UnitMm,
            (request.MeasuredEndPlayMm - request.Target.MinMm) / UnitMm,
            request.Count.Min
        );
        return new Answer(picks, reachable);
    }

    private static Pick PickOf(Request request, IReadOnlyList<int> stack)
    {
        var left = request.MeasuredEndPlayMm - (stack.Sum() * UnitMm);
        var (target, u) = (request.Target, request.GaugeUncertaintyMm);
        return new Pick(
            [.. stack.Select(t => Math.Round(t * UnitMm, 4))],
            left,
            Call.Of(
                [Check.AtLeast("end play", left, target.MinMm, u), Check.AtMost("end play", left, target.MaxMm, u)],
                c =>
                    Sentence.Of(
                        (c.Verdict, c.Side) switch
                        {
                            (Verdict.Go, _) => "It leaves {value} of end play.",
                            (Verdict.LookAgain, _) => "It leaves {value} ± {u}: too close to {limit} for this gauge to decide.",
                            (_, Side.Upper) => "It leaves {value}; at most {limit} is wanted.",
                            _ => "It leaves {value}; at least {limit} is wanted.",
                        },
                        ("value", Quantity.Mm(c.Value, 0.001)),
                        ("limit", Quantity.Mm(c.Limit, 0.001)),
                        ("u", Quantity.Mm(c.Uncertainty, 0.001))
                    )
            )!
        );
    }

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        var (target, count) = (request.Target, request.Count);
        faults.Require(target.MaxMm >= target.MinMm, "target.maxMm", $"must be at least the least end play ({target.MinMm} mm)");
        faults.Require(
            target.IdealMm >= target.MinMm && target.IdealMm <= target.MaxMm,
            "target.idealMm",
            $"must lie from {target.MinMm} to {target.MaxMm} mm"
        );
        faults.Require(count.Min is >= 0 and <= MostShims, "count.min", $"must be from 0 to {MostShims}");
        faults.Require(
            count.Max >= count.Min && count.Max <= MostShims,
            "count.max",
            $"must be from count.min ({count.Min}) to {MostShims}"
        );
        faults.NotNegative(request.GaugeUncertaintyMm, "gaugeUncertaintyMm");
        // Where none is needed, none need be there.
        if (faults.Listed(request.Stock, count.Min > 0 ? 1 : 0, 200, "stock"))
        {
            for (var i = 0; i < request.Stock.Count; i++)
            {
                var line = request.Stock[i];
                faults.Require(
                    line.ThicknessMm >= UnitMm && line.ThicknessMm <= ThickestMm,
                    $"stock[{i}].thicknessMm",
                    $"must be above 0 and at most {ThickestMm} mm"
                );
                faults.Require(line.Quantity >= 0, $"stock[{i}].quantity", "must be 0 or more");
            }
        }

        faults.ThrowIfAny();
    }

    /// <summary>Which sums the thinner lines can make, by how many shims: it prunes every branch of the search that comes to
    /// nothing.</summary>
    private sealed class Search
    {
        private readonly List<(int Thickness, int Quantity)> _lines;
        private readonly int _most;
        private readonly int _words;

        /// <summary>[lines used, shims]: bit s is set where the thinnest lines make the sum s.</summary>
        private readonly ulong[,][] _sums;

        public Search(List<(int Thickness, int Quantity)> lines, int most)
        {
            (_lines, _most) = (lines, most);
            _words = ((most * (lines.Count == 0 ? 0 : lines[^1].Thickness)) >> 6) + 1;
            _sums = new ulong[lines.Count + 1, most + 1][];
            for (var i = 0; i <= lines.Count; i++)
            {
                for (var shims = 0; shims <= most; shims++)
                {
                    var sums = _sums[i, shims] = new ulong[_words];
                    if (i == 0)
                    {
                        sums[0] = shims == 0 ? 1u : 0;
                        continue;
                    }

                    for (var taken = 0; taken <= Math.Min(shims, lines[i - 1].Quantity); taken++)
                    {
                        OrShifted(sums, _sums[i - 1, shims - taken], taken * lines[i - 1].Thickness);
                    }
                }
            }
        }

        public bool Any(double low, double high, int least)
        {
            var (from, to) = (Math.Max(0, (long)Math.Ceiling(low - 1e-6)), Math.Min((_words * 64L) - 1, (long)Math.Floor(high + 1e-6)));
            for (var sum = from; sum <= to; sum++)
            {
                for (var shims = least; shims <= _most; shims++)
                {
                    if (Has(_lines.Count, shims, (int)sum))
                    {
                        return true;
                    }
                }
            }

            return false;
        }

        /// <summary>All stacks, nearest to a sum first, then fewer shims, then by their list from thick to thin.</summary>
        public IEnumerable<IReadOnlyList<int>> Nearest(double wanted, int least)
        {
            var top = (_words * 64) - 1;
            var below = (int)Math.Clamp(Math.Floor(wanted), -1, top);
            var above = Math.Max(0, below + 1);
            while (below >= 0 || above <= top)
            {
                var (toBelow, toAbove) = (
                    below < 0 ? double.MaxValue : Math.Abs(wanted - below),
                    above > top ? double.MaxValue : Math.Abs(above - wanted)
                );
                var tie = Math.Abs(toBelow - toAbove) < 1e-6;
                List<int> sums =
                    tie ? [below, above]
                    : toBelow < toAbove ? [below]
                    : [above];
                for (var shims = least; shims <= _most; shims++)
                {
                    // Two sums at one distance share a rank, so that their stacks are merged by their lists.
                    var found = sums.SelectMany(sum => Stacks(_lines.Count - 1, 0, shims, sum).Take(Shown));
                    foreach (var stack in sums.Count == 1 ? found : found.Order(Comparer<IReadOnlyList<int>>.Create(ByList)))
                    {
                        yield return stack;
                    }
                }

                if (tie || toBelow < toAbove)
                {
                    below--;
                }

                if (tie || toAbove < toBelow)
                {
                    above++;
                }
            }
        }

        private static int ByList(IReadOnlyList<int> a, IReadOnlyList<int> b) =>
            a.Zip(b, (x, y) => x.CompareTo(y)).FirstOrDefault(c => c != 0) is var first && first != 0 ? first : a.Count.CompareTo(b.Count);

        private static void OrShifted(ulong[] into, ulong[] from, int by)
        {
            var (words, bits) = (by >> 6, by & 63);
            for (var i = into.Length - 1; i >= words; i--)
            {
                var low = from[i - words] << bits;
                var carried = bits > 0 && i - words > 0 ? from[i - words - 1] >> (64 - bits) : 0;
                into[i] |= low | carried;
            }
        }

        private bool Has(int lines, int shims, int sum) =>
            sum >= 0 && sum < _words * 64 && (_sums[lines, shims][sum >> 6] >> (sum & 63) & 1) == 1;

        /// <summary>Stacks of so many shims that make a sum out of the lines up to one, of which some are used, thin beginnings
        /// first.</summary>
        private IEnumerable<IReadOnlyList<int>> Stacks(int upTo, int used, int shims, int sum)
        {
            if (shims == 0)
            {
                if (sum == 0)
                {
                    yield return [];
                }

                yield break;
            }

            for (var j = 0; j <= upTo; j++)
            {
                var (thickness, quantity) = _lines[j];
                var spent = j == upTo ? used : 0;
                if (spent >= quantity || !CanFinish(j, spent + 1, shims - 1, sum - thickness))
                {
                    continue;
                }

                foreach (var rest in Stacks(j, spent + 1, shims - 1, sum - thickness))
                {
                    yield return [thickness, .. rest];
                }
            }
        }

        private bool CanFinish(int line, int used, int shims, int sum)
        {
            for (var more = 0; more <= Math.Min(shims, _lines[line].Quantity - used); more++)
            {
                if (Has(line, shims - more, sum - (more * _lines[line].Thickness)))
                {
                    return true;
                }
            }

            return false;
        }
    }
}
