using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The housing's joint, sealed against the clock, or by a gasket.</summary>
internal static class Joints
{
    public static readonly ChoiceName Choice = new("joint");

    public static readonly JointClock Clock = new(
        Choice,
        new JointWords(
            "Housing on, centred, bolts snug",
            "Bolts snug in order, gently. Tick it when they are.",
            "Closed. Tighten in order.",
            "Closed in time. Tighten in order.",
            "Cured, then oiled. The rear seal is done.",
            "Too late: it has skinned. Housing off, both faces clean, a new bead."
        )
    );

    public static Step Spread =>
        new(JointClock.Spread, "The joint", "sealant")
        {
            Leaves = [new("sealant open on the face", JointClock.Close)],
            Afresh = true,
            When = Centring.Afresh,
            Slots = Clock.SpreadSlots,
            Judge = Clock.JudgeSpread,
            NoWayBack = true,
            Cautions = ["Sealant vapour: air the room, no flame near. Gloves."],
        };

    public static Step Close =>
        new(JointClock.Close, "Snug, in time", "sealant")
        {
            When = c => WithSealant(c, "A gasket waits for nobody."),
            Afresh = true,
            Needs = [JointClock.Spread],
            Slots = _ => [Slot.Tick(JointClock.Closed, "Bolts snug in order")],
            Judge = Clock.JudgeClosed,
            Gate = "closed in time",
            Cautions = ["Don’t slide it about: it smears the bead."],
        };

    public static Step Cure =>
        new(JointClock.Cure, "Cure, then oil", "sealant")
        {
            When = c => WithSealant(c, "A gasket needs no time to cure."),
            Slots = JointClock.CureSlots,
            Judge = Clock.JudgeCure,
            Cautions = ["Don’t turn or fill early: a torn bead leaks for ever."],
        };

    private static Applies WithSealant(StepContext c, string otherwise) =>
        Centring.Afresh(c) is { Because: not null } none ? none : Applies.If(Clock.Product(c) is not null, otherwise);
}
