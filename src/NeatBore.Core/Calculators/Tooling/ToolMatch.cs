using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Tooling;

/// <summary>Which tools of the crib fit a part, how to set them up, and every reason why each other won't do.</summary>
public static class ToolMatch
{
    /// <summary>The rule in one line.</summary>
    public const string Model = "fits if kind, threads, holes, circle, reach, spread, rating and tip all do; margin = rated/needed";

    private const double SameMm = 1e-6;

    /// <summary>What is needed, and what there is.</summary>
    /// <param name="Need">What the part asks for.</param>
    /// <param name="Crib">Up to 5,000 tools.</param>
    public sealed record Request(ToolNeed Need, IReadOnlyList<CribTool> Crib);

    /// <summary>What the part asks for; lengths in mm, force in N.</summary>
    /// <param name="Kind">The kind of tool, such as "hub-puller".</param>
    /// <param name="Threads">Screws that go into the part, with their least length.</param>
    /// <param name="ReachMm">From the part's face to where the tool pushes.</param>
    /// <param name="ForceN">That it must give.</param>
    /// <param name="BoltCircleMm">Circle of the part's holes.</param>
    /// <param name="Holes">How many holes, evenly spaced.</param>
    /// <param name="SpreadMm">Diameter that jaws must open to.</param>
    /// <param name="NoseTip">The tip that keeps off the crank's thread.</param>
    public sealed record ToolNeed(
        string Kind,
        IReadOnlyList<ScrewLength> Threads,
        double ReachMm,
        double ForceN,
        double? BoltCircleMm = null,
        int? Holes = null,
        double? SpreadMm = null,
        string? NoseTip = null
    );

    /// <summary>A metric screw with its length, mm.</summary>
    public sealed record ScrewLength(double MajorMm, double PitchMm, double LengthMm);

    /// <summary>A tool of the crib; lengths in mm, force in N (0 where it is not rated), ranges as [low, high].</summary>
    /// <param name="Id">The shop's own.</param>
    /// <param name="Kind">What it is, such as "hub-puller".</param>
    /// <param name="Threads">Its screws.</param>
    /// <param name="ReachMm">How far it reaches.</param>
    /// <param name="RatedForceN">What it is rated for; 0 for none.</param>
    /// <param name="Tips">Its tips, rings or adaptors.</param>
    /// <param name="Holes">Into how many holes it screws.</param>
    /// <param name="BoltCircleMm">Circles that it reaches.</param>
    /// <param name="SpreadMm">How far its jaws open, or diameters that it serves.</param>
    /// <param name="Name">As the shop calls it.</param>
    /// <param name="Screw">Its forcing screw.</param>
    /// <param name="OuterMm">Outside diameter of a socket, washer, sleeve or ring.</param>
    /// <param name="InnerMm">Its inside diameter.</param>
    /// <param name="LengthMm">Its length.</param>
    /// <param name="CalibrationDue">When its calibration runs out.</param>
    /// <param name="Kept">Where it is kept.</param>
    /// <param name="Quantity">How many there are, where they are counted.</param>
    public sealed record CribTool(
        string Id,
        string Kind,
        IReadOnlyList<ScrewLength> Threads,
        double ReachMm,
        double RatedForceN,
        IReadOnlyList<string> Tips,
        int? Holes = null,
        IReadOnlyList<double>? BoltCircleMm = null,
        IReadOnlyList<double>? SpreadMm = null,
        string? Name = null,
        ScrewThread? Screw = null,
        double? OuterMm = null,
        double? InnerMm = null,
        double? LengthMm = null,
        DateOnly? CalibrationDue = null,
        string? Kept = null,
        int? Quantity = null
    );

    /// <summary>What fits, best margin first, and what does not.</summary>
    public sealed record Answer(IReadOnlyList<Fit> Fits, IReadOnlyList<Refusal> Refused) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => ToolMatch.Model;
    }

    /// <summary>A tool that fits, how to set it up, and rated/needed force.</summary>
    public sealed record Fit(string Id, string SetUp, double Margin);

    /// <summary>A tool that does not, with every reason.</summary>
    public sealed record Refusal(string Id, string Because);

    /// <summary>Matches the crib.</summary>
    /// <exception cref="UnusableInputException">A value can't be: every fault is named by its field.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var fits = new List<Fit>();
        var refused = new List<Refusal>();
        foreach (var tool in request.Crib)
        {
            var reasons = Reasons(request.Need, tool);
            if (reasons.Count == 0)
            {
                fits.Add(new Fit(tool.Id, SetUp(request.Need), tool.RatedForceN / request.Need.ForceN));
            }
            else
            {
                refused.Add(new Refusal(tool.Id, string.Join("; ", reasons)));
            }
        }

        return new Answer(
            [.. fits.OrderByDescending(f => f.Margin).ThenBy(f => f.Id, StringComparer.Ordinal)],
            [.. refused.OrderBy(r => r.Id, StringComparer.Ordinal)]
        );
    }

    private static string Name(ScrewLength screw) => new ScrewThread(screw.MajorMm, screw.PitchMm).Name;

    private static List<string> Reasons(ToolNeed need, CribTool tool)
    {
        var reasons = new List<string>();
        if (!string.Equals(tool.Kind, need.Kind, StringComparison.Ordinal))
        {
            reasons.Add($"it is a {tool.Kind}, a {need.Kind} is wanted");
        }

        foreach (var screw in need.Threads)
        {
            var same = tool
                .Threads.Where(t => Math.Abs(t.MajorMm - screw.MajorMm) < SameMm && Math.Abs(t.PitchMm - screw.PitchMm) < SameMm)
                .ToList();
            if (same.Count == 0)
            {
                var near = tool.Threads.Where(t => Math.Abs(t.MajorMm - screw.MajorMm) < SameMm).Select(Name).ToList();
                reasons.Add(near.Count > 0 ? $"its {near[0]} starts in {Name(screw)} and wrecks it" : $"it has no {Name(screw)}");
            }
            else if (same.Max(t => t.LengthMm) < screw.LengthMm)
            {
                reasons.Add($"its {Name(screw)} is {same.Max(t => t.LengthMm):0.#} mm long, {screw.LengthMm:0.#} mm is needed");
            }
        }

        if (need.Holes is { } holes && tool.Holes is { } own && own % holes != 0)
        {
            reasons.Add($"it takes {own} screws, the part has {holes} evenly spaced holes");
        }

        if (need.BoltCircleMm is { } circle && tool.BoltCircleMm is { } range && (circle < range[0] || circle > range[1]))
        {
            reasons.Add($"its slots reach {range[0]:0.#} to {range[1]:0.#} mm, the holes are on {circle:0.#} mm");
        }

        if (need.SpreadMm is { } spread && (tool.SpreadMm is not { } opens || spread < opens[0] || spread > opens[1]))
        {
            reasons.Add(
                tool.SpreadMm is { } o
                    ? $"its jaws open {o[0]:0.#} to {o[1]:0.#} mm, {spread:0.#} mm is needed"
                    : $"it has no jaws to open to {spread:0.#} mm"
            );
        }

        if (tool.ReachMm < need.ReachMm)
        {
            reasons.Add($"it reaches {tool.ReachMm:0.#} mm, {need.ReachMm:0.#} mm is needed");
        }

        if (tool.RatedForceN < need.ForceN)
        {
            reasons.Add(
                tool.RatedForceN == 0
                    ? "it is rated for no force"
                    : $"it is rated for {tool.RatedForceN / 1e3:0.#} kN, {need.ForceN / 1e3:0.#} kN is expected"
            );
        }

        if (need.NoseTip is { } tip && !tool.Tips.Contains(tip, StringComparer.Ordinal))
        {
            reasons.Add($"it has no {tip}: its screw would enter the crank’s thread");
        }

        return reasons;
    }

    private static string SetUp(ToolNeed need)
    {
        var parts = new List<string>();
        foreach (var screw in need.Threads)
        {
            parts.Add($"{(need.Holes is { } n ? $"{n} × " : "")}{Name(screw)}, {screw.LengthMm:0.#} mm or longer");
        }

        if (need.BoltCircleMm is { } circle)
        {
            parts.Add($"on {circle:0.#} mm");
        }

        if (need.SpreadMm is { } spread)
        {
            parts.Add($"jaws to {spread:0.#} mm");
        }

        if (need.NoseTip is { } tip)
        {
            parts.Add($"with the {tip}");
        }

        return string.Join(", ", parts);
    }

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        CheckScrews(faults, request.Need.Threads, "need.threads");
        faults.NotNegative(request.Need.ReachMm, "need.reachMm");
        faults.Positive(request.Need.ForceN, "need.forceN");
        faults.Require(request.Need.BoltCircleMm is null or > 0, "need.boltCircleMm", "must be larger than 0");
        faults.Require(request.Need.Holes is null or (>= 1 and <= 36), "need.holes", "must be from 1 to 36");
        faults.Require(request.Need.SpreadMm is null or > 0, "need.spreadMm", "must be larger than 0");
        if (faults.Listed(request.Crib, 0, 5000, "crib"))
        {
            var ids = new HashSet<string>(StringComparer.Ordinal);
            for (var i = 0; i < request.Crib.Count; i++)
            {
                var tool = request.Crib[i];
                faults.Require(ids.Add(tool.Id), $"crib[{i}].id", $"“{tool.Id}” stands twice; each tool needs its own id");
                CheckScrews(faults, tool.Threads, $"crib[{i}].threads");
                faults.NotNegative(tool.ReachMm, $"crib[{i}].reachMm");
                faults.NotNegative(tool.RatedForceN, $"crib[{i}].ratedForceN");
                faults.Require(tool.Holes is null or (>= 1 and <= 36), $"crib[{i}].holes", "must be from 1 to 36");
                CheckRange(faults, tool.BoltCircleMm, $"crib[{i}].boltCircleMm");
                CheckRange(faults, tool.SpreadMm, $"crib[{i}].spreadMm");
                tool.Screw?.Check(faults, $"crib[{i}].screw");
                faults.Require(tool.Quantity is null or (>= 0 and <= 100_000), $"crib[{i}].quantity", "must be from 0 to 100,000");
            }
        }

        faults.ThrowIfAny();
    }

    private static void CheckScrews(Faults faults, IReadOnlyList<ScrewLength> screws, string field)
    {
        for (var i = 0; i < screws.Count; i++)
        {
            new ScrewThread(screws[i].MajorMm, screws[i].PitchMm).Check(faults, $"{field}[{i}]");
            faults.NotNegative(screws[i].LengthMm, $"{field}[{i}].lengthMm");
        }
    }

    private static void CheckRange(Faults faults, IReadOnlyList<double>? range, string field) =>
        faults.Require(range is null || (range.Count == 2 && range[0] <= range[1]), field, "must be [low, high]");
}
