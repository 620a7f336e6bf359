using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A joint that is sealed against the clock: the bead, closed while it is open, oil once it is cured; or a gasket. What cover and
/// rear housing share.</summary>
/// <param name="Joint">What seals it, by the choice of that name.</param>
/// <param name="Words">What is said at each.</param>
internal sealed record JointClock(ChoiceName Joint, JointWords Words)
{
    /// <summary>The step where the bead is begun, or the gasket laid on.</summary>
    public static readonly StepName Spread = new("sealant");

    /// <summary>The step where it is closed.</summary>
    public static readonly StepName Close = new("close");

    /// <summary>The step where it cures.</summary>
    public static readonly StepName Cure = new("cure");

    /// <summary>Ticked where it is closed.</summary>
    public static readonly TickSlot Closed = Close.Tick("closed");

    /// <summary>Ticked once it is cured.</summary>
    public static readonly TickSlot Oil = Cure.Tick("oil");

    private static readonly NumberSlot s_shop = Spread.Number("shop");
    private static readonly TickSlot s_spread = Spread.Tick("spread");

    /// <summary>How long closing will take, in minutes, by a dry run; null where nobody tried.</summary>
    public Func<StepContext, double?> DryRun { get; init; } = _ => null;

    private Sentence Skinned => Sentence.Of(Words.Skinned);

    /// <summary>What the joint may be sealed with.</summary>
    public static IReadOnlyList<Option> Kinds(EngineSheet sheet) =>
        [.. (sheet.Sealants ?? []).Select(s => new Option(s.Id, s.Name)), new("gasket", "dry gasket"), new("dressed", "gasket, dressed")];

    /// <summary>Its sealant; null for a gasket.</summary>
    public SealantSheet? Product(StepContext c) => c.Sheet.Sealants?.FirstOrDefault(s => s.Id == c.Chosen(Joint));

    /// <summary>What is read and ticked where the bead is begun.</summary>
    public IReadOnlyList<Slot> SpreadSlots(StepContext c) =>
        Product(c) is null
            ? [Slot.Tick(s_spread, "Gasket on, holes in line")]
            :
            [
                new Slot(
                    s_shop,
                    "Temperature of the joint",
                    SlotKind.Number,
                    Dimension.Temperature,
                    1,
                    "thermometer",
                    Plausible: new Band(-5, 45),
                    Expected: 19
                ),
                Slot.Tick(s_spread, "Bead begun: the clock runs"),
            ];

    /// <summary>The sealant that sets: nothing turns meanwhile, once its task is past its own turning.</summary>
    public Rest? Resting(StepContext c, string what) =>
        c.TakenAt(s_spread) is { } spread && Clocked(c, spread, spread) is { } clock
            ? new Rest($"The {what}’s sealant sets", c.FirstAt(s_spread)!.Value, clock.HandleAt, Over: c.Taken(Oil))
            : null;

    private SealantClock.Answer? Clocked(StepContext c, DateTimeOffset spread, DateTimeOffset now) =>
        Product(c) is { } product
            ? SealantClock.Solve(new SealantClock.Request(product.Product, spread, now, c.Number(s_shop) ?? 23))
            : null;

    public Judgement JudgeSpread(StepContext c)
    {
        if (Product(c) is not { } product)
        {
            return Prompt.Next(c);
        }

        if (c.Number(s_shop) is not { } shop)
        {
            return new Judgement(
                Sentence.Of("Read the joint’s temperature: it sets the clock of {name}.", ("name", Quantity.Word(product.Name)))
            );
        }

        var open = SealantClock.Solve(new SealantClock.Request(product.Product, DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch, shop));
        var minutes = (open.CloseUpBy - DateTimeOffset.UnixEpoch).TotalMinutes;
        if (c.FirstAt(s_spread) is { } spread)
        {
            var times = Clocked(c, spread, spread)!;
            return new Judgement(
                Sentence.Of(Words.On + ", within {left} of the first bead.", ("left", Quantity.Minutes(minutes))),
                Answer: times,
                Deadline: c.Taken(Closed) ? null : times.CloseUpBy,
                Then: Skinned
            );
        }

        if (DryRun(c) is not { } needed)
        {
            return new Judgement(
                Sentence.Of(
                    "It stays open {open} here: all laid out, then begin the bead, and tick it as you do.",
                    ("open", Quantity.Minutes(minutes))
                )
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
                        SourceOf(product.Source)
                    ),
                ]
            )
        );
    }

    public Judgement JudgeClosed(StepContext c)
    {
        if (Product(c) is not { } product)
        {
            return c.Taken(Closed) ? new Judgement(Sentence.Of(Words.Closed)) : Prompt.Next(c);
        }

        if (c.TakenAt(Closed) is not { } closed)
        {
            var by = c.FirstAt(s_spread) is { } began ? Clocked(c, began, began) : null;
            return new Judgement(Sentence.Of(Words.Tick), Answer: by, Deadline: by?.CloseUpBy, Then: Skinned);
        }

        if (c.FirstAt(s_spread) is not { } spread)
        {
            return new Judgement(
                Sentence.Of("Tick when the bead was begun: its time runs from there."),
                new Call(Verdict.LookAgain, Sentence.Of("It is closed, and nobody knows since when it lay open."), [])
            );
        }

        var times = Clocked(c, spread, closed)!;
        var (took, open) = ((closed - spread).TotalSeconds, (times.CloseUpBy - spread).TotalSeconds);
        var late = took > open;
        return new Judgement(
            Sentence.Of(late ? "Too late: off with it, clean both faces, begin again." : Words.InTime),
            new Call(
                late ? Verdict.Stop : Verdict.Go,
                Sentence.Of(
                    late
                        ? "Closed {took} after the bead was begun; {name} stays open {open} here: it has skinned."
                        : "Closed {took} after the bead was begun, within {open}.",
                    ("took", Quantity.Minutes(took / 60)),
                    ("open", Quantity.Minutes(open / 60)),
                    ("name", Quantity.Word(product.Name))
                ),
                [
                    new Check(
                        "time open",
                        late ? Verdict.Stop : Verdict.Go,
                        took,
                        open,
                        0,
                        Side.Upper,
                        Dimension.Seconds,
                        SourceOf(product.Source)
                    ),
                ]
            ),
            times
        );
    }

    /// <summary>Oil, and what is looked at first where it came too soon.</summary>
    public static IReadOnlyList<Slot> CureSlots(StepContext c) =>
        [.. TooSoon.Slots(c, c.TakenAt(s_spread), "Drained, joint looked along"), Slot.Tick(Oil, "Oil in")];

    public Judgement JudgeCure(StepContext c) => TooSoon.Judge(c, c.TakenAt(s_spread), Cured(c));

    private Judgement Cured(StepContext c)
    {
        if (c.TakenAt(s_spread) is not { } spread || Product(c) is not { } product)
        {
            return Prompt.Next(c);
        }

        if (c.FirstAt(Oil) is not { } oil)
        {
            var waiting = Clocked(c, spread, spread)!;
            return new Judgement(
                Sentence.Of("No oil, no turning. It cures by itself."),
                Answer: waiting,
                Until: waiting.CureAt,
                Then: Sentence.Of("Cured. Oil may go in.")
            );
        }

        var times = Clocked(c, spread, oil)!;
        var soon = oil < times.CureAt;
        return new Judgement(
            Sentence.Of(soon ? TooSoon.Oil : Words.Cured),
            new Call(
                soon ? Verdict.Stop : Verdict.Go,
                Sentence.Of(
                    soon
                        ? "Oil came {after} after the bead; {name} wants {cure} here."
                        : "Oil came {after} after the bead; {cure} is enough.",
                    ("after", Quantity.Hours((oil - spread).TotalHours)),
                    ("cure", Quantity.Hours((times.CureAt - spread).TotalHours)),
                    ("name", Quantity.Word(product.Name))
                ),
                [
                    new Check(
                        "time to cure",
                        soon ? Verdict.Stop : Verdict.Go,
                        (oil - spread).TotalSeconds,
                        (times.CureAt - spread).TotalSeconds,
                        0,
                        Side.Lower,
                        Dimension.Seconds,
                        SourceOf(product.Source)
                    ),
                ]
            ),
            times
        );
    }

    private static string SourceOf(LimitSource source) =>
        source == LimitSource.Manual ? "the maker’s sheet" : new Limit(null, null, source).SourceWords;
}

/// <summary>What is said of a joint at each of its steps.</summary>
/// <param name="On">How it goes together, before "within its time".</param>
/// <param name="Tick">The same where closing it is ticked.</param>
/// <param name="Closed">What follows a gasket that is closed.</param>
/// <param name="InTime">What follows a bead that was closed in time.</param>
/// <param name="Cured">What follows once it is cured.</param>
/// <param name="Skinned">What to do where it has skinned.</param>
internal sealed record JointWords(string On, string Tick, string Closed, string InTime, string Cured, string Skinned);
