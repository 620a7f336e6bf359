using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class TimingCover
{
    private static class SealantStep
    {
        public static readonly StepName Name = new("sealant");
        public static readonly NumberSlot Shop = Name.Number("shop");
        public static readonly TickSlot Spread = Name.Tick("spread");
    }

    private static SealantSheet? Product(StepContext c) => c.Sheet.Sealants?.FirstOrDefault(s => s.Id == c.Chosen(Sealant));

    private static SealantClock.Answer? Clocked(StepContext c, DateTimeOffset now) =>
        Product(c) is { } product && c.TakenAt(SealantStep.Spread) is { } spread
            ? SealantClock.Solve(new SealantClock.Request(product.Product, spread, now, c.Number(SealantStep.Shop) ?? 23))
            : null;

    /// <summary>Minutes from the bead to snug bolts, by how long the dry run took: the bead is laid in about the time of a sweep.</summary>
    private static double ClosingMinutes(StepContext c)
    {
        var times = s_sweeping.Slots(c).Select(s => c.TakenAt(SnugStep.Name, s)).OfType<DateTimeOffset>().ToList();
        var sweep = times.Count < 2 ? 2 : Math.Clamp((times.Max() - times.Min()).TotalMinutes, 0.5, 60);
        return sweep + (c.Sheet.Cover!.Bolts.Count * NeatBoreDefaults.SecondsPerBolt / 60);
    }

    private static Judgement JudgeSpread(StepContext c)
    {
        if (Product(c) is not { } product)
        {
            return Prompt.Next(c);
        }

        if (c.Number(SealantStep.Shop) is not { } shop)
        {
            return new Judgement(
                Sentence.Of("Read the joint’s temperature: it sets the clock of {name}.", ("name", Quantity.Word(product.Name)))
            );
        }

        var open = SealantClock.Solve(new SealantClock.Request(product.Product, DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch, shop));
        var minutes = (open.CloseUpBy - DateTimeOffset.UnixEpoch).TotalMinutes;
        var needed = ClosingMinutes(c);
        if (c.TakenAt(SealantStep.Spread) is { } spread)
        {
            var times = Clocked(c, spread)!;
            return new Judgement(
                Sentence.Of("Cover on to its marks, bolts snug, within {left} of the first bead.", ("left", Quantity.Minutes(minutes))),
                Answer: times,
                Deadline: c.Taken(CloseStep.Closed) ? null : times.CloseUpBy,
                Then: s_skinned
            );
        }

        var enough = needed <= minutes;
        return new Judgement(
            Sentence.Of(
                enough
                    ? "Your dry run says {needed}; it stays open {open}. Begin the bead, and tick it as you do."
                    : "Your dry run says {needed}; it stays open only {open}. Use a slower one, or get a second pair of hands.",
                ("needed", Quantity.Minutes(needed)),
                ("open", Quantity.Minutes(minutes))
            ),
            new Call(
                enough ? Verdict.Go : Verdict.Decide,
                Sentence.Of(
                    "About {needed} to close by the dry run and {bolt} a bolt; {name} stays open {open} here.",
                    ("needed", Quantity.Minutes(needed)),
                    ("open", Quantity.Minutes(minutes)),
                    ("bolt", new Quantity(NeatBoreDefaults.SecondsPerBolt, Dimension.Seconds)),
                    ("name", Quantity.Word(product.Name))
                ),
                [
                    new Check(
                        "time to close",
                        enough ? Verdict.Go : Verdict.Decide,
                        needed * 60,
                        minutes * 60,
                        0,
                        Side.Upper,
                        Dimension.Seconds,
                        Words(product.Source)
                    ),
                ]
            )
        );
    }

    private static string Words(LimitSource source) =>
        source == LimitSource.Manual ? "the maker’s sheet" : new Limit(null, null, source).SourceWords;
}
