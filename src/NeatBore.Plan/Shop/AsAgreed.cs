using System.Globalization;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Shop;

/// <summary>The plan as it was agreed: what keeping it asks for, and what it is that keeps it from being kept.</summary>
public static class AsAgreed
{
    /// <summary>So much later than agreed a job may begin, minutes, with the plan still kept: a Neat Bore default.</summary>
    public const double LateMinutes = 15;

    /// <summary>Why the agreed plan can't be kept: what is pinned elsewhere, what should have begun, what is new; empty where it may be.
    /// </summary>
    /// <param name="fresh">The plan as it would be made now: all that is still to be done.</param>
    /// <param name="agreed">As it was agreed.</param>
    /// <param name="pins">What is settled by hand since.</param>
    /// <param name="now">Now.</param>
    public static string Broken(ShopPlan fresh, IReadOnlyList<Planned> agreed, IReadOnlyList<Settled> pins, DateTimeOffset now)
    {
        var at = At(agreed);
        var open = fresh.Blocks.Where(b => !b.UnderWay).ToList();
        // What somebody has just settled comes first: that is what they look for.
        if (open.Find(b => agreed.Any(a => a.Job == b.Id && pins.Any(p => p.Job == b.Id && Elsewhere(p, a)))) is { } moved)
        {
            return $"{moved.Called()} is pinned elsewhere by hand.";
        }

        var missed = open.FindAll(b => at.TryGetValue(b.Id, out var start) && start < now.AddMinutes(-LateMinutes));
        if (missed.Count > 0)
        {
            return WasToBegin(missed, at);
        }

        var added = open.FindAll(b => !at.ContainsKey(b.Id));
        return added.Count == 0 ? ""
            : added.Count == 1 ? $"{added[0].Called()} is new."
            : $"{added[0].Called()} and {added.Count - 1} more are new.";
    }

    /// <summary>What keeping it asks for: what is not begun begins when it was to, with whom it was to. Where something should have begun
    /// already, what was to begin on that day may slip with it.</summary>
    /// <inheritdoc cref="Broken(ShopPlan, IReadOnlyList{Planned}, IReadOnlyList{Settled}, DateTimeOffset)"/>
    public static IReadOnlyList<Settled> Kept(
        ShopPlan fresh,
        IReadOnlyList<Planned> agreed,
        IReadOnlyList<Settled> pins,
        DateTimeOffset now
    )
    {
        var open = fresh.Blocks.Where(b => !b.UnderWay).ToDictionary(b => b.Id, StringComparer.Ordinal);
        var due = agreed.Where(p => open.ContainsKey(p.Job)).ToList();
        var late = due.Exists(p => p.StartAt < now);
        return
        [
            .. pins.Where(p => !agreed.Any(a => a.Job == p.Job)),
            .. due.SelectMany(p =>
                p.People.DefaultIfEmpty().Select(who => Slips(p) ? Settled(p, who) : new Settled(p.Job, who, p.StartAt))
            ),
        ];

        bool Slips(Planned p) =>
            late && p.StartAt.ToOffset(open[p.Job].StartAt.Offset).Date <= now.ToOffset(open[p.Job].StartAt.Offset).Date;

        static Settled Settled(Planned p, string? who) => new(p.Job, who, NotBefore: p.StartAt);
    }

    /// <summary>Why what was found for <see cref="Kept"/> does not keep it after all: what slips too far; empty where it does.</summary>
    /// <param name="kept">The plan that was found.</param>
    /// <param name="agreed">As it was agreed.</param>
    public static string Broken(ShopPlan kept, IReadOnlyList<Planned> agreed)
    {
        var at = At(agreed);
        var slipped = kept.Blocks.Where(b =>
            !b.UnderWay && at.TryGetValue(b.Id, out var start) && b.StartAt > start.AddMinutes(LateMinutes)
        );
        return slipped.ToList() is { Count: > 0 } all ? WasToBegin(all, at) : "";
    }

    private static Dictionary<string, DateTimeOffset> At(IReadOnlyList<Planned> agreed) =>
        agreed.ToDictionary(p => p.Job, p => p.StartAt, StringComparer.Ordinal);

    private static string WasToBegin(List<Block> all, Dictionary<string, DateTimeOffset> at)
    {
        var first = all.MinBy(b => at[b.Id])!;
        var start = at[first.Id].ToOffset(first.StartAt.Offset);
        return string.Create(CultureInfo.InvariantCulture, $"{first.Called()} was to begin at {start:H:mm}")
            + (all.Count > 1 ? $", and {all.Count - 1} more." : ".");
    }

    private static bool Elsewhere(Settled pin, Planned agreed) =>
        pin.NotBefore > agreed.StartAt
        || (pin.At is { } at && at != agreed.StartAt)
        || (pin.Person is { } person && !agreed.People.Contains(person));
}
