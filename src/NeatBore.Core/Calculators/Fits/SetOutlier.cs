using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>Parts of one set held against the set itself: which one is odd.</summary>
/// <remarks>
/// Median and MAD, so that the odd one does not hide itself by stretching the spread (Iglewicz and Hoaglin, How to Detect
/// and Handle Outliers, 1993: 3.5). The spread is never taken finer than half the gauge's U or a fiftieth of the median.
/// </remarks>
public static class SetOutlier
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "score = (v − median)/max(1.4826·MAD, U/2, 0.02·|median|); above 3.5 decide, above 6 stop (Iglewicz and Hoaglin)";

    /// <summary>Fewer than these say nothing of a set.</summary>
    public const int Fewest = 6;

    private const double DecideAbove = 3.5;
    private const double StopAbove = 6;
    private const double LeastShare = 0.02;

    /// <summary>Where nothing of a set differs and its median is 0, a score stands at this at most.</summary>
    private const double MostScore = 1e6;

    /// <summary>One value of each part, all in the same unit.</summary>
    /// <param name="Readings">1 to 1,000, each part once.</param>
    /// <param name="Uncertainty">Expanded uncertainty of a value (k = 2), 0 or more.</param>
    public sealed record Request(IReadOnlyList<SetReading> Readings, double Uncertainty = 0);

    /// <summary>A part of the set and its value.</summary>
    public sealed record SetReading(string Id, double Value);

    /// <summary>The set's middle and spread, and how far each part is off.</summary>
    public sealed record Answer(double Median, double Spread, IReadOnlyList<SetScore> Readings) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => SetOutlier.Model;
    }

    /// <summary>How many spreads a part is off, and what that says; no verdict in a set of fewer than six.</summary>
    public sealed record SetScore(string Id, double Score, Verdict? Verdict);

    /// <summary>Scores the set.</summary>
    /// <exception cref="UnusableInputException">No readings, a part without an id or there twice, or a negative uncertainty.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        if (faults.Listed(request.Readings, 1, 1000, "readings"))
        {
            var ids = new HashSet<string>(StringComparer.Ordinal);
            for (var i = 0; i < request.Readings.Count; i++)
            {
                var id = request.Readings[i].Id;
                if (faults.Require(id.Trim().Length > 0, $"readings[{i}].id", "must name the part, such as its place in the set"))
                {
                    faults.Require(ids.Add(id), $"readings[{i}].id", $"“{id}” stands twice; each place of the set has one value");
                }
            }
        }

        faults.NotNegative(request.Uncertainty, "uncertainty");
        faults.ThrowIfAny();

        var values = request.Readings.Select(r => r.Value).ToList();
        var median = Robust.Median(values);
        var spread = new[] { Robust.MadToSigma * Robust.Mad(values), request.Uncertainty / 2, LeastShare * Math.Abs(median) }.Max();
        double Score(double value)
        {
            var off = value - median;
            return off == 0 ? 0
                : spread == 0 ? Math.Sign(off) * MostScore
                : Math.Clamp(off / spread, -MostScore, MostScore);
        }

        Verdict? Says(double score) =>
            values.Count < Fewest ? null
            : Math.Abs(score) > StopAbove ? Verdict.Stop
            : Math.Abs(score) > DecideAbove ? Verdict.Decide
            : Verdict.Go;
        return new Answer(
            median,
            spread,
            [.. request.Readings.Select(r => (r.Id, Score: Score(r.Value))).Select(r => new SetScore(r.Id, r.Score, Says(r.Score)))]
        );
    }
}
