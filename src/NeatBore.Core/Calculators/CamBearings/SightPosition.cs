using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>What was seen down the passages turned into where the shell is.</summary>
/// <remarks>Weighted least squares with weights 4/U²: each sight gives a turn and a depth; the scatter widens U where it is larger than
/// the sights' own.</remarks>
public static class SightPosition
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "weighted least squares, w = 4/U²; around = D/2·(hole + turn − passage), along = depth + fromEdge − fromFace";

    private const double Contradicts = 4;
    private const double Agrees = 1.5;

    /// <summary>A bearing and what was seen; mm and degrees.</summary>
    /// <param name="BoreDiameterMm">Of the bore.</param>
    /// <param name="Passages">In the bore.</param>
    /// <param name="ShellHoles">In the shell.</param>
    /// <param name="Sights">1 to 100.</param>
    /// <param name="View">The end that angles are seen from.</param>
    public sealed record Request(
        double BoreDiameterMm,
        IReadOnlyList<Passage> Passages,
        IReadOnlyList<ShellHole> ShellHoles,
        IReadOnlyList<Look> Sights,
        View View = View.Front
    );

    /// <summary>A look down one passage: how far the hole stands off it, + clockwise and + deeper, mm, with its expanded uncertainty (k
    /// = 2).</summary>
    public sealed record Look(string Passage, double OffAroundMm, double OffAlongMm, double UncertaintyMm);

    /// <summary>The shell's place, its expanded uncertainty, what the sights leave (RMS, mm), and the one that contradicts the
    /// others.</summary>
    public sealed record Answer(
        double RotationDeg,
        double DepthMm,
        ShellUncertainty Uncertainty,
        double ResidualMm,
        string? OddOneOut,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => SightPosition.Model;
    }

    /// <summary>Expanded uncertainty (k = 2) of turn and depth.</summary>
    public sealed record ShellUncertainty(double RotationDeg, double DepthMm);

    private readonly record struct Fit(double AroundMm, double AlongMm, double UncertaintyMm, double ChiSquare, int Freedom, double Rms)
    {
        // As many sights as there are unknowns leave nothing over, and contradict nothing.
        public double PerFreedom => ChiSquare / Math.Max(1, Freedom);
    }

    /// <summary>Works out the shell's place.</summary>
    /// <exception cref="UnusableInputException">A sight of no passage, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        HolePairs.Check(faults, request.BoreDiameterMm, request.Passages, request.ShellHoles);
        if (faults.Listed(request.Sights, 1, 100, "sights"))
        {
            for (var i = 0; i < request.Sights.Count; i++)
            {
                faults.Require(
                    request.Passages.Any(p => p.Id == request.Sights[i].Passage),
                    $"sights[{i}].passage",
                    $"there is no passage “{request.Sights[i].Passage}”"
                );
                faults.Positive(request.Sights[i].UncertaintyMm, $"sights[{i}].uncertaintyMm");
            }
        }

        faults.ThrowIfAny();

        var seen = request
            .Sights.Select(s =>
            {
                var passage = request.Passages.First(p => p.Id == s.Passage);
                var hole = HolePairs.HoleOf(passage, request.ShellHoles);
                return (
                    Sight: s,
                    Around: s.OffAroundMm - HolePairs.Around(hole.AngleDeg - passage.AngleDeg, request.BoreDiameterMm),
                    Along: s.OffAlongMm - (hole.FromEdgeMm - passage.FromFaceMm)
                );
            })
            .ToList();
        Fit Of(IReadOnlyList<(Look Sight, double Around, double Along)> sights)
        {
            var weights = sights.Select(s => 4 / (s.Sight.UncertaintyMm * s.Sight.UncertaintyMm)).ToList();
            var total = weights.Sum();
            var around = sights.Zip(weights, (s, w) => s.Around * w).Sum() / total;
            var along = sights.Zip(weights, (s, w) => s.Along * w).Sum() / total;
            var chi = sights.Zip(weights, (s, w) => w * (Math.Pow(s.Around - around, 2) + Math.Pow(s.Along - along, 2))).Sum();
            var freedom = (2 * sights.Count) - 2;
            var widened = freedom > 0 ? Math.Max(1, Math.Sqrt(chi / freedom)) : 1;
            var rms = Math.Sqrt(sights.Average(s => Math.Pow(s.Around - around, 2) + Math.Pow(s.Along - along, 2)) / 2);
            return new Fit(around, along, 2 / Math.Sqrt(total) * widened, chi, freedom, rms);
        }

        var fit = Of(seen);
        string? odd = null;
        if (seen.Count >= 3 && fit.PerFreedom > Contradicts)
        {
            var cures = seen.Where(s => Of([.. seen.Where(o => o != s)]).PerFreedom < Agrees).ToList();
            odd = cures is [var only] ? only.Sight.Passage : null;
        }

        var perMm = 180 / (Math.PI * request.BoreDiameterMm / 2);
        var turn = fit.AroundMm * perMm;
        Call? call =
            fit.PerFreedom <= Contradicts
                ? null
                : new Call(
                    Verdict.LookAgain,
                    odd is null
                        ? Sentence.Of("The sights contradict one another by {rms}.", ("rms", Quantity.Mm(fit.Rms)))
                        : Sentence.Of(
                            "What was seen at {odd} contradicts the others: wrong shell, or a hole drilled out of place.",
                            ("odd", Quantity.Word(odd))
                        ),
                    [new Check("sights agree", Verdict.LookAgain, fit.PerFreedom, Contradicts, 0, Side.Upper, Dimension.Number)]
                );
        return new Answer(turn, fit.AlongMm, new ShellUncertainty(fit.UncertaintyMm * perMm, fit.UncertaintyMm), fit.Rms, odd, call);
    }
}
