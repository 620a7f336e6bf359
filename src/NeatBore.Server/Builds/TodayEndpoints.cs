using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Errors;
using NeatBore.Server.Gauges;
using NeatBore.Server.Live;
using NeatBore.Store;

namespace NeatBore.Server.Builds;

/// <summary>A page of Today.</summary>
/// <param name="Lines">Builds, trouble first.</param>
/// <param name="Strips">What their strips are drawn from, each engine once.</param>
/// <param name="Total">How many builds there are.</param>
/// <param name="After">Asks for the page after this one; null at the end.</param>
/// <param name="Mark">How far the instance had heard of growth when it looked, as the live line tells it; null where a page was found by
/// its words or stand.</param>
public sealed record TodayPage(
    IReadOnlyList<BuildLine> Lines,
    IReadOnlyList<EngineStrip> Strips,
    int Total,
    string? After,
    string? Mark = null
);

/// <summary>What the next build would be called.</summary>
/// <param name="Number">One more than the largest number of this shop, as wide as that is.</param>
public sealed record NextBuild(string Number);

/// <summary>Builds as lines of Today.</summary>
internal static class TodayEndpoints
{
    private const int PageLines = 50;

    public static async Task<Ok<TodayPage>> TodayAsync(
        string? after,
        TodayLines today,
        SheetShelf shelf,
        ProcedureBook book,
        BuildWatch watch,
        CancellationToken cancel
    )
    {
        // Before the look, so that nothing falls between the two.
        var mark = watch.Mark;
        var lines = await today.ReadAsync(after is null ? null : MarkOf(after), PageLines, cancel);
        var page = await PageOf(lines, shelf, book, cancel);
        return TypedResults.Ok(
            page with
            {
                Total = await today.CountAsync(cancel),
                After = lines.Count < PageLines ? null : $"{(int)lines[^1].Standing},{lines[^1].Id},{lines[^1].Number}",
                Mark = mark,
            }
        );
    }

    private static async Task<TodayPage> PageOf(
        IReadOnlyList<BuildLine> lines,
        SheetShelf shelf,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var engines = lines.Select(l => l.Engine).ToHashSet(StringComparer.Ordinal);
        var strips = (await shelf.AllAsync(cancel))
            .Values.Where(s => engines.Contains(s.Id))
            .GroupBy(s => s.Id)
            .Select(g => EngineStrip.Of(g.MaxBy(s => s.Version)!, book));
        return new TodayPage(lines, [.. strips], lines.Count, null);
    }

    public static async Task<Ok<TodayPage>> FindAsync(
        string words,
        TodayLines today,
        SheetShelf shelf,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var each = words.ToLower(CultureInfo.InvariantCulture).Split(' ', StringSplitOptions.RemoveEmptyEntries).Distinct().ToList();
        if (each.Count is 0 or > 10)
        {
            throw new UnusableInputException("words", "must be 1 to 10 words, such as 014 tourer");
        }

        return TypedResults.Ok(await PageOf(await today.FindAsync(each, PageLines, cancel), shelf, book, cancel));
    }

    public static async Task<Ok<TodayPage>> StandAsync(
        string stand,
        TodayLines today,
        SheetShelf shelf,
        ProcedureBook book,
        CancellationToken cancel
    ) =>
        stand.Trim() is { Length: > 0 and <= 8 } named
            ? TypedResults.Ok(await PageOf(await today.OnStandAsync(named, cancel), shelf, book, cancel))
            : throw new UnusableInputException("stand", "must be 1 to 8 characters, such as 2");

    private static TodayMark MarkOf(string after) =>
        after.Split(',', 3) is [var standing, var build, var number]
        && int.TryParse(standing, NumberStyles.None, CultureInfo.InvariantCulture, out var stands)
        && Enum.IsDefined((Standing)stands)
        && Guid.TryParse(build, out var id)
            ? new TodayMark((Standing)stands, number, id)
            : throw new UnusableInputException("after", "must be what the page before it gave");
}
