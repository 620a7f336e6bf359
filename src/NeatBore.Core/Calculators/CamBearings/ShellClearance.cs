using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>How tight a cam bearing's shell sits in its bore, cold and hot, and what clearance it leaves the journal.</summary>
public static class ShellClearance
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "crush = shell outside − bore; inside = bore − 2·wall; clearance = inside − journal; hot by each part's expansion (a "
        + "thin shell takes the bore's shape)";

    private const double ReferenceC = 20;

    /// <summary>A bore, its shell and the journal at 20 °C; lengths in mm.</summary>
    /// <param name="BoreMm">1 to 1,000 readings of the bore.</param>
    /// <param name="ShellOuterMm">Outside of the shell.</param>
    /// <param name="WallMm">Its wall.</param>
    /// <param name="JournalMm">The cam's journal.</param>
    /// <param name="Block">Material of the block.</param>
    /// <param name="Shell">Material of the shell.</param>
    /// <param name="Cam">Material of the cam.</param>
    /// <param name="OperatingC">Temperature when hot, −60 to 300 °C.</param>
    /// <param name="Limits">Crush and clearance as [low, high].</param>
    /// <param name="GaugeUncertaintyMm">Expanded uncertainty (k = 2) of one reading.</param>
    public sealed record Request(
        IReadOnlyList<double> BoreMm,
        double ShellOuterMm,
        double WallMm,
        double JournalMm,
        MaterialChoice Block,
        MaterialChoice Shell,
        MaterialChoice Cam,
        double OperatingC,
        ShellLimits? Limits = null,
        double GaugeUncertaintyMm = 0
    );

    /// <summary>Crush and clearance wanted, [low, high], mm.</summary>
    public sealed record ShellLimits(IReadOnlyList<double>? CrushMm = null, IReadOnlyList<double>? ClearanceMm = null);

    /// <summary>What was found, mm. Ream to and stock are null without a clearance limit; ream to is null too where the shell is too
    /// large already.</summary>
    public sealed record Answer(
        double CrushMm,
        double CrushHotMm,
        double InsideMm,
        double ClearanceMm,
        double ClearanceHotMm,
        double BoreGrowthMm,
        double? ReamToMm,
        double? StockMm,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => ShellClearance.Model;
    }

    /// <summary>Works out crush and clearance.</summary>
    /// <exception cref="UnusableInputException">A shell with no inside, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var (block, shell, cam) = CheckUsable(request);
        var (bore, wall, journal, outer) = (request.BoreMm.Average(), request.WallMm, request.JournalMm, request.ShellOuterMm);
        double Inside(double b) => b - (2 * wall);
        var hot = request.OperatingC - ReferenceC;
        double Grown(double mm, Material material) => mm * (1 + (material.ExpansionPerC * hot));

        var (crush, inside) = (outer - bore, Inside(bore));
        var clearance = inside - journal;
        var crushHot = Grown(outer, shell) - Grown(bore, block);
        var clearanceHot = Grown(bore, block) - (2 * Grown(wall, shell)) - Grown(journal, cam);
        var growth = crush / (1 + (block.YoungGpa * (bore / 2) / (shell.YoungGpa * wall * (1 + block.Poisson))));
        double? ream = null,
            stock = null;
        if (request.Limits?.ClearanceMm is { } wanted)
        {
            ream = journal + ((wanted[0] + wanted[1]) / 2);
            stock = ream - inside;
            ream = stock < 0 ? null : ream;
        }

        return new Answer(crush, crushHot, inside, clearance, clearanceHot, growth, ream, stock, CallOf(request, crushHot, Inside));
    }

    private static Call? CallOf(Request request, double crushHot, Func<double, double> inside)
    {
        var (small, large) = (request.BoreMm.Min(), request.BoreMm.Max());
        var checks = new List<Check>();
        if (request.Limits?.CrushMm is { } crush)
        {
            // The tightest place is held against the most, the loosest against the least.
            var u = request.GaugeUncertaintyMm * Math.Sqrt(2);
            checks.Add(Check.AtLeast("crush", request.ShellOuterMm - large, crush[0], u));
            checks.Add(Check.AtMost("crush", request.ShellOuterMm - small, crush[1], u));
            checks.Add(Check.AtLeast("crush hot", crushHot, 0));
        }

        if (request.Limits?.ClearanceMm is { } clearance)
        {
            var u = request.GaugeUncertaintyMm * Math.Sqrt(6);
            checks.Add(Check.AtLeast("clearance", inside(small) - request.JournalMm, clearance[0], u));
            checks.Add(Check.AtMost("clearance", inside(large) - request.JournalMm, clearance[1], u));
        }

        return Call.Of(
            checks,
            k =>
                Sentence.Of(
                    (k.Verdict, k.Name, k.Side) switch
                    {
                        (Verdict.Go, _, _) => "{Name} {value}: inside what is wanted.",
                        (Verdict.LookAgain, _, _) => "{Name} {value} ± {u}: too close to {limit} for these gauges to decide.",
                        (_, "crush hot", _) => "Hot, the shell loses its grip: {value} of crush is left.",
                        (_, _, Side.Upper) => "{Name} {value}; at most {limit} is wanted.",
                        _ => "{Name} {value}; at least {limit} is wanted.",
                    },
                    ("Name", Quantity.Word(char.ToUpperInvariant(k.Name[0]) + k.Name[1..])),
                    ("value", Quantity.Mm(k.Value, 0.001)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.001)),
                    ("limit", Quantity.Mm(k.Limit, 0.001))
                )
        );
    }

    private static (Material Block, Material Shell, Material Cam) CheckUsable(Request request)
    {
        var faults = new Faults();
        var block = request.Block.Resolve(faults, "block");
        var shell = request.Shell.Resolve(faults, "shell");
        var cam = request.Cam.Resolve(faults, "cam");
        if (faults.Listed(request.BoreMm, 1, 1000, "boreMm"))
        {
            for (var i = 0; i < request.BoreMm.Count; i++)
            {
                faults.Positive(request.BoreMm[i], $"boreMm[{i}]");
            }
        }

        faults.Positive(request.ShellOuterMm, "shellOuterMm");
        faults.Positive(request.JournalMm, "journalMm");
        faults.Require(
            request.WallMm > 0 && request.WallMm < request.ShellOuterMm / 2,
            "wallMm",
            "must be larger than 0 and smaller than half the shell's outside"
        );
        faults.Within(request.OperatingC, -60, 300, "operatingC");
        faults.NotNegative(request.GaugeUncertaintyMm, "gaugeUncertaintyMm");
        foreach (
            var (range, field) in ((IReadOnlyList<double>?, string)[])
                [(request.Limits?.CrushMm, "limits.crushMm"), (request.Limits?.ClearanceMm, "limits.clearanceMm")]
        )
        {
            faults.Require(
                range is null || (range.Count == 2 && range[0] <= range[1] && range[0] >= 0),
                field,
                "must be [low, high], not below 0"
            );
        }

        faults.ThrowIfAny();
        return (block!, shell!, cam!);
    }
}
