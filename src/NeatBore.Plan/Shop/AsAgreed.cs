using System.Globalization;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Shop;

/// <summary>The plan as it was agreed: what keeping it asks for, and what it is that keeps it from being kept.</summary>
public static class AsAgreed
{
    /// <summary>So much later than agreed a job may begin, minutes, with the plan still kept: a Neat Bore default.</summary>
    public const double LateMinutes = 15;

    // What follows may have to begin after the break instead of before it.
    private const double MostSlipMinutes = 180;

    /// <summary>Why the agreed plan can't be kept: what is pinned elsewhere, what should have begun, what is new; empty where it may be.
    /// </summary>
    /// <param name="fresh">The plan as it would be made now: all that is still to be done.</param>
    /// <param name="agreed">As it was agreed.</param>
    /// <param name="pins">What is settled by hand since.</param>
    /// <param name="now">Now.</param>
    public static string Broken(ShopPlan fresh, IReadOnlyList<Planned> agreed, IReadOnlyList<Settled> pins, DateTimeOffset now)
    {
        var known = agreed.Select(p => p.Job).ToHashSet(StringComparer.Ordinal);
        var open = fresh.Blocks.Where(b => !b.UnderWay).ToList();
        // What somebody has just settled comes first: that is what they look for.
        if (open.Find(b => agreed.Any(a => a.Job == b.Id && pins.Any(p => p.Job == b.Id && Elsewhere(p, a)))) is { } moved)
        {
            return $"{moved.Called()} is pinned elsewhere by hand.";
        }

        // Whoever is still at something has missed nothing: what comes next slips for as long as that takes.
        var busy = fresh.Blocks.Where(b => b.UnderWay).SelectMany(b => b.People).ToHashSet(StringComparer.Ordinal);
        var idle = agreed.Where(p => !p.People.Any(busy.Contains)).ToList();
        if (Missed(fresh, idle, now.AddMinutes(-LateMinutes)) is { Length: > 0 } missed)
        {
            return missed;
        }

        var added = open.FindAll(b => !known.Contains(b.Id));
        return added.Count == 0 ? ""
            : added.Count == 1 ? $"{added[0].Called()} is new."
            : $"{added[0].Called()} and {added.Count - 1} more are new.";
    }

    /// <summary>What was to begin before a time and has not; empty for nothing.</summary>
    /// <param name="fresh">The plan as it would be made now.</param>
    /// <param name="agreed">As it was agreed.</param>
    /// <param name="before">The time.</param>
    public static string Missed(ShopPlan fresh, IReadOnlyList<Planned> agreed, DateTimeOffset before)
    {
        var at = agreed.ToDictionary(p => p.Job, p => p.StartAt, StringComparer.Ordinal);
        var all = fresh.Blocks.Where(b => !b.UnderWay && at.TryGetValue(b.Id, out var start) && start < before).ToList();
        if (all.Count == 0)
        {
            return "";
        }

        var first = all.MinBy(b => at[b.Id])!;
        var start = at[first.Id].ToOffset(first.StartAt.Offset);
        return string.Create(CultureInfo.InvariantCulture, $"{first.Called()} was to begin at {start:H:mm}")
            + (all.Count > 1 ? $", and {all.Count - 1} more." : ".");
    }

    /// <summary>The shop with what keeping it asks for, the closest first: what is not begun begins when it was to, with whom it was to;
    /// where something should have begun already, each may slip, by a quarter of an hour or else by what a break makes of it.</summary>
    /// <param name="shop">The shop.</param>
    /// <param name="fresh">The plan as it would be made now.</param>
    public static IReadOnlyList<ShopDay> Kept(ShopDay shop, ShopPlan fresh)
    {
        var open = fresh.Blocks.Where(b => !b.UnderWay).Select(b => b.Id).ToHashSet(StringComparer.Ordinal);
        var due = shop.Agreed.Where(p => open.Contains(p.Job)).ToList();
        var late = due.Exists(p => p.StartAt < shop.Now);
        var asked = shop with
        {
            Pins =
            [
                .. shop.Pins.Where(p => !shop.Agreed.Any(a => a.Job == p.Job)),
                .. due.SelectMany(p => p.People.DefaultIfEmpty().Select(who => Pin(p, who))),
            ],
        };
        return late ? [asked with { SlipMinutes = LateMinutes }, asked with { SlipMinutes = MostSlipMinutes }] : [asked];

        Settled Pin(Planned p, string? who) => late ? new Settled(p.Job, who, NotBefore: p.StartAt) : new Settled(p.Job, who, p.StartAt);
    }

    private static bool Elsewhere(Settled pin, Planned agreed) =>
        pin.NotBefore > agreed.StartAt
        || (pin.At is { } at && at != agreed.StartAt)
        || (pin.Person is { } person && !agreed.People.Contains(person));
}
