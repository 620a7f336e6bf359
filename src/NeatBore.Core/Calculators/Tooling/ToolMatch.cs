using System.Text.Json.Serialization;
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
    /// <param name="ReachMm">From the part's face to where the tool pushes; null where it isn't known.</param>
    /// <param name="ForceN">That it must give; null where it isn't known.</param>
    /// <param name="BoltCircleMm">Circle of the part's holes; null where it has none, or it isn't known.</param>
    /// <param name="Holes">How many holes, evenly spaced; null as before.</param>
    /// <param name="SpreadMm">Diameter that jaws must open to; null as before.</param>
    /// <param name="NoseTip">The tip that keeps off the crank's thread.</param>
    /// <param name="GapMm">The gap behind the part, that an edge has to go into; null as before.</param>
    /// <param name="NeighbourMm">How far it is to the next gear, chain or guide, that an arm has to keep clear of; null as
    /// before.</param>
    public sealed record ToolNeed(
        string Kind,
        IReadOnlyList<ScrewLength> Threads,
        double? ReachMm = null,
        double? ForceN = null,
        double? BoltCircleMm = null,
        int? Holes = null,
        double? SpreadMm = null,
        string? NoseTip = null,
        double? GapMm = null,
        double? NeighbourMm = null
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
    /// <param name="EdgeThicknessMm">How thick the edge is that goes behind the part.</param>
    /// <param name="ArmDepthMm">How deep its arms are, behind that edge.</param>
    /// <param name="BorrowedFrom">Whose it is, where it is borrowed; null where it is the shop's own.</param>
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
        int? Quantity = null,
        double? EdgeThicknessMm = null,
        double? ArmDepthMm = null,
        [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? BorrowedFrom = null
    );

    /// <summary>What fits, best margin first, what does not, and what has to be known before the rest can be told.</summary>
    public sealed record Answer(IReadOnlyList<Fit> Fits, IReadOnlyList<Refusal> Refused, IReadOnlyList<Unknown> Ask) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => ToolMatch.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>A tool that fits, how to set it up, and rated/needed force.</summary>
    public sealed record Fit(string Id, string SetUp, double Margin);

    /// <summary>A tool that does not, with every reason.</summary>
    public sealed record Refusal(string Id, string Because);

    /// <summary>A value that isn't known, by its path from need or from the tool's id, and which tools hang on it.</summary>
    public sealed record Unknown(string Field, string Because);

    /// <summary>Matches the crib. A tool that hangs on something that isn't known neither fits nor is refused.</summary>
    /// <exception cref="UnusableInputException">A value can't be: every fault is named by its field.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var fits = new List<Fit>();
        var refused = new List<Refusal>();
        var asked = new List<(string Field, string Tool, string What)>();
        foreach (var tool in request.Crib)
        {
            var reasons = Reasons(request.Need, tool);
            if (reasons.Count > 0)
            {
                refused.Add(new Refusal(tool.Id, string.Join("; ", reasons)));
                continue;
            }

            var unknown = NotKnown(request.Need, tool).ToList();
            asked.AddRange(unknown.Select(u => (u.Field, tool.Id, u.What)));
            if (unknown.Count == 0)
            {
                fits.Add(new Fit(tool.Id, SetUp(request.Need, tool), tool.RatedForceN / request.Need.ForceN!.Value));
            }
        }

        return new Answer(
            [.. fits.OrderByDescending(f => f.Margin).ThenBy(f => f.Id, StringComparer.Ordinal)],
            [.. refused.OrderBy(r => r.Id, StringComparer.Ordinal)],
            [.. asked.GroupBy(a => a.Field).Select(g => new Unknown(g.Key, Because(g.First().What, [.. g.Select(a => a.Tool)])))]
        );
    }

    private static string Because(string what, IReadOnlyList<string> tools) =>
        tools.Count <= 3
            ? $"{what}: {string.Join(", ", tools)} can’t be told without it"
            : $"{what}: {tools.Count} tools can’t be told without it";

    /// <summary>What a tool has a measure for and the need has not, and what the need gives and a tool with jaws doesn't tell.</summary>
    private static IEnumerable<(string Field, string What)> NotKnown(ToolNeed need, CribTool tool)
    {
        if (need.ReachMm is null)
        {
            yield return ("need.reachMm", "how far it has to reach isn’t known");
        }

        if (need.ForceN is null)
        {
            yield return ("need.forceN", "how much force it takes isn’t known");
        }

        if (need.BoltCircleMm is null && tool.BoltCircleMm is not null)
        {
            yield return ("need.boltCircleMm", "the circle of the part’s holes isn’t known");
        }

        if (need.Holes is null && tool.Holes is not null)
        {
            yield return ("need.holes", "how many holes the part has isn’t known");
        }

        if (need.SpreadMm is null && tool.SpreadMm is not null)
        {
            yield return ("need.spreadMm", "what the jaws have to open to isn’t known");
        }

        if (need.GapMm is null && tool.EdgeThicknessMm is not null)
        {
            yield return ("need.gapMm", "the gap behind the part isn’t known");
        }

        if (need.NeighbourMm is null && tool.ArmDepthMm is not null)
        {
            yield return ("need.neighbourMm", "how far it is to what stands behind isn’t known");
        }

        if (need.GapMm is not null && tool is { SpreadMm: not null, EdgeThicknessMm: null })
        {
            yield return ($"crib.{tool.Id}.edgeThicknessMm", "how thick its edge is isn’t known");
        }

        if (need.NeighbourMm is not null && tool is { SpreadMm: not null, ArmDepthMm: null })
        {
            yield return ($"crib.{tool.Id}.armDepthMm", "how deep its arms are isn’t known");
        }
    }

    private static string Name(ScrewLength screw) => new ScrewThread(screw.MajorMm, screw.PitchMm).Name;

    private static bool HasJaws(ToolNeed need) => need.Kind.EndsWith("puller", StringComparison.Ordinal);

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
            else if (same.Max(t => t.LengthMm) < screw.LengthMm - SameMm)
            {
                reasons.Add($"its {Name(screw)} is {same.Max(t => t.LengthMm):0.#} mm long, {screw.LengthMm:0.#} mm is needed");
            }
        }

        if (need.Holes is { } holes && tool.Holes is { } own && Used(holes, own) == 0)
        {
            reasons.Add($"it takes {own} screws, the part has {holes} evenly spaced holes");
        }

        if (need.BoltCircleMm is { } circle && tool.BoltCircleMm is { } range && (circle < range[0] - SameMm || circle > range[1] + SameMm))
        {
            reasons.Add($"its slots reach {range[0]:0.#} to {range[1]:0.#} mm, the holes are on {circle:0.#} mm");
        }

        if (need.SpreadMm is { } spread && (tool.SpreadMm is not { } opens || spread < opens[0] - SameMm || spread > opens[1] + SameMm))
        {
            reasons.Add(
                tool.SpreadMm is { } o
                    ? $"{(HasJaws(need) ? "its jaws open" : "it serves")} {o[0]:0.#} to {o[1]:0.#} mm, {spread:0.#} mm is needed"
                    : $"{(HasJaws(need) ? "it has no jaws to open to" : "nobody knows that it serves")} {spread:0.#} mm"
            );
        }

        if (need.ReachMm is { } reach && tool.ReachMm < reach - SameMm)
        {
            reasons.Add($"it reaches {tool.ReachMm:0.#} mm, {reach:0.#} mm is needed");
        }

        // An edge as thick as the gap does not go in.
        if (need.GapMm is { } gap && tool.EdgeThicknessMm is { } edge && edge >= gap - SameMm)
        {
            reasons.Add($"its edge is {edge:0.##} mm thick, the gap behind is {gap:0.##} mm");
        }

        if (need.NeighbourMm is { } neighbour && tool.ArmDepthMm is { } arm && arm >= neighbour - SameMm)
        {
            reasons.Add($"its arms are {arm:0.##} mm deep, what stands behind is {neighbour:0.##} mm away");
        }

        if (need.ForceN is { } force && tool.RatedForceN < force - SameMm)
        {
            reasons.Add(
                tool.RatedForceN == 0
                    ? "it is rated for no force"
                    : $"it is rated for {tool.RatedForceN / 1e3:0.#} kN, {force / 1e3:0.#} kN is expected"
            );
        }

        if (need.NoseTip is { } tip && !tool.Tips.Contains(tip, StringComparer.Ordinal))
        {
            reasons.Add($"it has no {tip}: its screw would enter the crank’s thread");
        }

        return reasons;
    }

    /// <summary>Into how many of a part's evenly spaced holes a tool's screws go, evenly spaced again: 3 of 6, 2 of 4; 0 where they
    /// don't.</summary>
    private static int Used(int holes, int screws)
    {
        var (few, many) = (Math.Min(holes, screws), Math.Max(holes, screws));
        return many % few == 0 && (few > 1 || many == 1) ? few : 0;
    }

    private static string SetUp(ToolNeed need, CribTool tool)
    {
        var parts = new List<string>();
        var used = need.Holes is { } all ? Used(all, tool.Holes ?? all) : (int?)null;
        foreach (var screw in need.Threads)
        {
            parts.Add($"{(used is { } n ? $"{n} × " : "")}{Name(screw)}, {screw.LengthMm:0.#} mm or longer");
        }

        if (used < need.Holes)
        {
            parts.Add($"evenly in {used} of its {need.Holes} holes");
        }

        if (need.BoltCircleMm is { } circle)
        {
            parts.Add($"on {circle:0.#} mm");
        }

        if (need.SpreadMm is { } spread)
        {
            parts.Add(HasJaws(need) ? $"jaws to {spread:0.#} mm" : $"for {spread:0.#} mm");
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
        faults.Require(request.Need.ReachMm is null or >= 0, "need.reachMm", "must be 0 or more");
        faults.Require(request.Need.ForceN is null or > 0, "need.forceN", "must be larger than 0");
        faults.Require(request.Need.BoltCircleMm is null or > 0, "need.boltCircleMm", "must be larger than 0");
        faults.Require(request.Need.Holes is null or (>= 1 and <= 36), "need.holes", "must be from 1 to 36");
        faults.Require(request.Need.SpreadMm is null or > 0, "need.spreadMm", "must be larger than 0");
        faults.Require(request.Need.GapMm is null or >= 0, "need.gapMm", "must be 0 or more");
        faults.Require(request.Need.NeighbourMm is null or >= 0, "need.neighbourMm", "must be 0 or more");
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
                faults.Require(tool.EdgeThicknessMm is null or > 0, $"crib[{i}].edgeThicknessMm", "must be larger than 0");
                faults.Require(tool.ArmDepthMm is null or > 0, $"crib[{i}].armDepthMm", "must be larger than 0");
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
