using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A timing cover centred on the crank dry, then sealed and closed to its marks in time, tightened in order, and swept once more.</summary>
public static class TimingCover
{
    private static class BeforeStep
    {
        public static readonly StepName Name = new("before");
    }

    private static class SchoolStep
    {
        public static readonly StepName Name = new("school");
    }

    private static class HangStep
    {
        public static readonly StepName Name = new("hang");
    }

    private static class DryStep
    {
        public static readonly StepName Name = new("dry");
    }

    private static class SweepStep
    {
        public static readonly StepName Name = new("sweep");
    }

    private static class SnugStep
    {
        public static readonly StepName Name = new("snug");
    }

    private static class WitnessStep
    {
        public static readonly StepName Name = new("witness");
    }

    private static class CloseStep
    {
        public static readonly StepName Name = new("close");
        public static readonly TickSlot Closed = Name.Tick("closed");
    }

    private static class ConfirmStep
    {
        public static readonly StepName Name = new("confirm");
    }

    private static class TorqueStep
    {
        public static readonly StepName Name = new("torque");
    }

    private static class FinalStep
    {
        public static readonly StepName Name = new("final");
    }

    private static class RailStep
    {
        public static readonly StepName Name = new("rail");
        public static readonly NumberSlot Left = Name.Number("left");
        public static readonly NumberSlot Right = Name.Number("right");
    }

    private static class CureStep
    {
        public static readonly StepName Name = new("cure");
        public static readonly TickSlot Oil = Name.Tick("oil");
    }

    private static class SealantStep
    {
        public static readonly StepName Name = new("sealant");
        public static readonly NumberSlot Shop = Name.Number("shop");
        public static readonly TickSlot Spread = Name.Tick("spread");
    }

    private static readonly ChoiceName Sealant = new("sealant");

    private static readonly Sweeping s_sweeping = new(sheet => sheet.Cover!, View.Front, "cover", HangStep.Name, DryStep.Name);
    private static readonly Sentence s_skinned = Sentence.Of("Too late: it has skinned. Cover off, both faces clean, a new bead.");

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } = new(
        "timing-cover",
        1,
        "Timing cover",
        sheet => sheet.Cover is null ? [] : ["cover"],
        [
            new Choice(Sweeping.School, SchoolStep.Name, "How it is centred", _ =>
                [new("dial", "dial turned with the crank"), new("feeler", "feelers round the crank"), new("ring", "ring on the nose"), new("balancer", "balancer on first")]),
            new Choice(Sweeping.Dowelled, SchoolStep.Name, "Dowels", sheet =>
            {
                Option[] all = [new("none", "none"), new("one", "one"), new("two", "two")];
                var there = all[Math.Min(sheet.Cover?.Dowels?.Count ?? 0, 2)];
                return [there, .. all.Where(o => o != there)];
            }),
            new Choice(Sweeping.Hang, HangStep.Name, "How the engine hangs", _ => Sweeping.Hangs),
            new Choice(Sweeping.Surface, HangStep.Name, "The dial’s tip reads", _ => [new("bore", "the seal’s bore"), new("outside", "an outside")]),
            new Choice(Sealant, SealantStep.Name, "The joint", sheet => [.. (sheet.Sealants ?? []).Select(s => new Option(s.Id, s.Name)), new("gasket", "dry gasket"), new("dressed", "gasket, dressed")]),
        ],
        [
            new Step(BeforeStep.Name, "Balancer comes later", "checks")
            {
                When = c => Applies.If(c.Other("balancer-on") is not (null or Standing.ToDo), "The balancer is not on: it goes on last."),
                Judge = _ => new Judgement(
                    Sentence.Of("Balancer off again: the cover is centred before it goes on."),
                    new Call(Verdict.Stop, Sentence.Of("A balancer on the nose hides the seal’s bore and holds the cover wherever it is."), [])),
                Gate = "the nose is free",
                Cautions = ["No hammer on the balancer."],
            },
            new Step(SchoolStep.Name, "Parts and faces", "cover")
            {
                Slots = _ =>
                [
                    new Slot("cover", "Cover", SlotKind.Text),
                    Slot.Tick("clean", "Old sealant off, both faces degreased"),
                    Slot.Tick("flat", "Cover’s face flat on a plate, no burr"),
                    Slot.Tick("dowels", "Dowels looked at, holes clean"),
                ],
                Judge = Prompt.Next,
                Cautions = ["Solvent vapour: air the room, no flame near. Scrapers cut."],
            },
            new Step(HangStep.Name, "How it hangs; droop", "hang")
            {
                Slots = Sweeping.SetupSlots,
                Judge = Sweeping.JudgeSetup,
                Cautions = ["Never under a hanging engine. Check the stand’s rating."],
            },
            new Step(DryStep.Name, "On dry, finger-tight", "cover")
            {
                Slots = c =>
                [
                    Slot.Tick("on", "Cover on dry, no sealant"),
                    Slot.Tick("finger", "All bolts finger-tight: it moves by hand"),
                    .. c.Chosen(Sweeping.Dowelled) == "two" ? Array.Empty<Slot>() :
                    [
                        new Slot(Sweeping.Free(DryStep.Name), "How far it moves, side to side", SlotKind.Number, Dimension.Length, 0.01, "depth-gauge",
                            Plausible: new Band(0, 3), Required: false, Expected: 2 * c.Sheet.Cover!.HoleFreeMm),
                    ],
                ],
                Judge = Prompt.Next,
                Cautions = ["Keep fingers out of the chain."],
            },
            new Step(SweepStep.Name, "Sweep, finger-tight", "centring")
            {
                Slots = c => s_sweeping.Slots(c),
                Judge = c => s_sweeping.Judge(c, "Central, {offset} off. Snug the bolts in order, then sweep again."),
                Gate = "the bore is central",
                Cautions = ["Keep fingers out of the chain while the crank turns."],
            },
            new Step(SnugStep.Name, "Sweep, snug", "centring")
            {
                Slots = c => s_sweeping.Slots(c, 1),
                Judge = c => s_sweeping.Judge(c, "Still central, {offset} off. Scribe witness marks across the joint."),
                Gate = "central when snug",
                Cautions = ["Tightening shifts it: sweep before you mark."],
            },
            new Step(WitnessStep.Name, "Witness marks, cover off", "cover")
            {
                Slots = _ =>
                [
                    Slot.Tick("marks", "Marks scribed, or temporary pins in"),
                    Slot.Tick("off", "Cover off, faces wiped dry"),
                    Slot.Tick("ready", "Bolts, wrench, dial, rag to hand"),
                ],
                Judge = Prompt.Next,
                Cautions = ["A scriber slips: eye protection."],
            },
            new Step(SealantStep.Name, "Sealant", "sealant")
            {
                Slots = c => Product(c) is null
                    ? [Slot.Tick(SealantStep.Spread, "Gasket on, holes in line")]
                    :
                    [
                        new Slot(SealantStep.Shop, "Temperature of the joint", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(-5, 45), Expected: 19),
                        Slot.Tick(SealantStep.Spread, "Bead begun: the clock runs"),
                    ],
                Judge = JudgeSpread,
                Cautions = ["Sealant vapour: air the room, no flame near. Gloves."],
            },
            new Step(CloseStep.Name, "Closed to its marks", "sealant")
            {
                Needs = [SealantStep.Name],
                Slots = _ => [Slot.Tick(CloseStep.Closed, "On to its marks, bolts snug in order")],
                Judge = JudgeClosed,
                Gate = "closed in time",
                Cautions = ["Don’t slide it about: it smears the bead."],
            },
            new Step(ConfirmStep.Name, "One confirming sweep", "centring")
            {
                Slots = c => s_sweeping.Slots(c, 1),
                Judge = c => s_sweeping.Judge(c, "On its marks, {offset} off. Tighten in order."),
                Gate = "central on its sealant",
                Cautions = ["Keep fingers out of the chain while the crank turns."],
            },
            new Step(TorqueStep.Name, "Tighten in order", "bolts")
            {
                Slots = c => BoltPattern.Slots(BoltPattern.Plan(c.Sheet.Cover!.Bolts, c.Sheet.Cover.Groups, View.Front)),
                Judge = c => BoltPattern.Judge(c, BoltPattern.Plan(c.Sheet.Cover!.Bolts, c.Sheet.Cover.Groups, View.Front), c.Sheet.Cover.Groups, "All tight. One last sweep: tightening shifts it."),
                Cautions = ["Small bolts in light alloy: no impact driver."],
            },
            new Step(FinalStep.Name, "Sweep, tight", "centring")
            {
                Slots = c => s_sweeping.Slots(c, 2),
                Judge = c => s_sweeping.Judge(c, "The cover sits {offset} off, tight. Now its sump rail."),
                Gate = "central when tight",
                Cautions = ["Keep fingers out of the chain while the crank turns."],
            },
            new Step(RailStep.Name, "Sump rail", "rail")
            {
                Slots = c => new[] { ("left", "9 side"), ("right", "3 side") }.Select(p => new Slot(
                    p.Item1, $"Cover proud of the block, {p.Item2}; − if below", SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(-2, 2), Expected: 0.02)).ToList(),
                Judge = JudgeRail,
                Cautions = ["Edges of the rail cut."],
            },
            new Step(CureStep.Name, "Cure, then oil", "sealant")
            {
                When = c => Applies.If(Product(c) is not null, "A gasket needs no time to cure."),
                Slots = _ => [Slot.Tick(CureStep.Oil, "Oil in")],
                Judge = JudgeCure,
                Cautions = ["Don’t turn or fill early: a torn bead leaks for ever."],
            },
        ])
    {
        Up = chosen => Sweeping.UpDeg(chosen.GetValueOrDefault(Sweeping.Hang)),
    };

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
        return sweep + (c.Sheet.Cover!.Bolts.Count * HouseDefaults.SecondsPerBolt / 60);
    }

    private static Judgement JudgeSpread(StepContext c)
    {
        if (Product(c) is not { } product)
        {
            return Prompt.Next(c);
        }

        if (c.Number(SealantStep.Shop) is not { } shop)
        {
            return new Judgement(Sentence.Of("Read the joint’s temperature: it sets the clock of {name}.", ("name", Quantity.Word(product.Name))));
        }

        var open = SealantClock.Solve(new SealantClock.Request(product.Product, DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch, shop));
        var minutes = (open.CloseUpBy - DateTimeOffset.UnixEpoch).TotalMinutes;
        var needed = ClosingMinutes(c);
        if (c.TakenAt(SealantStep.Spread) is { } spread)
        {
            var times = Clocked(c, spread)!;
            return new Judgement(
                Sentence.Of("Cover on to its marks, bolts snug, within {left} of the first bead.", ("left", Quantity.Minutes(minutes))), Answer: times, Deadline: c.Taken(CloseStep.Closed) ? null : times.CloseUpBy,
                Then: s_skinned);
        }

        var enough = needed <= minutes;
        return new Judgement(
            Sentence.Of(
                enough ? "Your dry run says {needed}; it stays open {open}. Begin the bead, and tick it as you do."
                    : "Your dry run says {needed}; it stays open only {open}. Use a slower one, or get a second pair of hands.",
                ("needed", Quantity.Minutes(needed)), ("open", Quantity.Minutes(minutes))),
            new Call(
                enough ? Verdict.Go : Verdict.Decide,
                Sentence.Of("About {needed} to close by the dry run and {bolt} a bolt; {name} stays open {open} here.",
                    ("needed", Quantity.Minutes(needed)), ("open", Quantity.Minutes(minutes)), ("bolt", new Quantity(HouseDefaults.SecondsPerBolt, Dimension.Seconds)), ("name", Quantity.Word(product.Name))),
                [new Check("time to close", enough ? Verdict.Go : Verdict.Decide, needed * 60, minutes * 60, 0, Side.Upper, Dimension.Seconds, Words(product.Source))]));
    }

    private static string Words(LimitSource source) => source == LimitSource.Manual ? "the maker’s sheet" : new Limit(null, null, source).SourceWords;

    private static Judgement JudgeClosed(StepContext c)
    {
        if (Product(c) is not { } product)
        {
            return c.Taken(CloseStep.Closed) ? new Judgement(Sentence.Of("Closed. Sweep once more.")) : Prompt.Next(c);
        }

        if (c.TakenAt(CloseStep.Closed) is not { } closed)
        {
            var by = c.TakenAt(SealantStep.Spread) is { } began ? Clocked(c, began) : null;
            return new Judgement(Sentence.Of("Cover on to its marks, bolts snug in order. Tick it when it is closed."), Answer: by, Deadline: by?.CloseUpBy, Then: s_skinned);
        }

        var times = Clocked(c, closed)!;
        var spread = c.TakenAt(SealantStep.Spread)!.Value;
        var (took, open) = ((closed - spread).TotalSeconds, (times.CloseUpBy - spread).TotalSeconds);
        var late = took > open;
        return new Judgement(
            Sentence.Of(late ? "Too late: off with it, clean both faces, begin again." : "Closed in time. One sweep to confirm."),
            new Call(
                late ? Verdict.Stop : Verdict.Go,
                Sentence.Of(
                    late ? "Closed {took} after the bead was begun; {name} stays open {open} here: it has skinned."
                        : "Closed {took} after the bead was begun, within {open}.",
                    ("took", Quantity.Minutes(took / 60)), ("open", Quantity.Minutes(open / 60)), ("name", Quantity.Word(product.Name))),
                [new Check("time open", late ? Verdict.Stop : Verdict.Go, took, open, 0, Side.Upper, Dimension.Seconds, Words(product.Source))]),
            times);
    }

    private static Judgement JudgeRail(StepContext c)
    {
        if (c.Number(RailStep.Left) is not { } left || c.Number(RailStep.Right) is not { } right)
        {
            return Prompt.Next(c);
        }

        var limit = c.Sheet.Cover!.Rail ?? HouseDefaults.RailStep;
        IEnumerable<Check> Both(string side, double v) => limit.Checks($"rail, {side} side", v, c.Uncertainty(RailStep.Left));
        var call = Call.Of([.. Both("9", left), .. Both("3", right)], k => Sentence.Of(
            k.Verdict switch
            {
                Verdict.Go => "The rail steps {value} at most: the sump’s gasket bridges it.",
                Verdict.LookAgain => "The {name} stands {value} ± {u}: too close to {limit} for this gauge to decide.",
                _ => k.Side == Side.Upper ? "The {name} stands {value} proud; up to {limit} is allowed." : "The {name} stands {value}, below the block; {limit} is allowed.",
            },
            ("name", Quantity.Word(k.Name)), ("value", Quantity.Mm(k.Value)), ("u", Quantity.Mm(k.Uncertainty)), ("limit", Quantity.Mm(k.Limit))));
        return call is null ? new Judgement(Sentence.Of(Held.ToldOnly)) : new Judgement(
            Sentence.Of(call.Verdict switch
            {
                Verdict.Go => "The rail is flush. Leave the joint to cure.",
                Verdict.LookAgain => "Straight edge on clean faces: read both sides again.",
                _ => "The sump will leak at this corner. Dress or shim the rail; more sealant there alone won’t do.",
            }),
            call);
    }

    private static Judgement JudgeCure(StepContext c)
    {
        if (c.TakenAt(SealantStep.Spread) is not { } spread || Product(c) is not { } product)
        {
            return Prompt.Next(c);
        }

        if (c.TakenAt(CureStep.Oil) is not { } oil)
        {
            var waiting = Clocked(c, spread)!;
            return new Judgement(Sentence.Of("No oil, no turning. It cures by itself."), Answer: waiting, Until: waiting.CureAt, Then: Sentence.Of("Cured. Oil may go in."));
        }

        var times = Clocked(c, oil)!;
        var soon = oil < times.CureAt;
        return new Judgement(
            Sentence.Of(soon ? "Oiled too soon. Drain it, look along the joint, wait, or a lead says why it will hold." : "Cured, then oiled. The cover is done."),
            new Call(
                soon ? Verdict.Stop : Verdict.Go,
                Sentence.Of(
                    soon ? "Oil came {after} after the bead; {name} wants {cure} here." : "Oil came {after} after the bead; {cure} is enough.",
                    ("after", Quantity.Hours((oil - spread).TotalHours)), ("cure", Quantity.Hours((times.CureAt - spread).TotalHours)), ("name", Quantity.Word(product.Name))),
                [new Check("time to cure", soon ? Verdict.Stop : Verdict.Go, (oil - spread).TotalSeconds, (times.CureAt - spread).TotalSeconds, 0, Side.Lower, Dimension.Seconds, Words(product.Source))]),
            times);
    }
}
