using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Flywheel or flange on: the one way that it fits, new bolts, a star in passes and perhaps an angle, the float once
/// more.</summary>
public static class FlywheelOn
{
    private static readonly ChoiceName Wrench = new("wrench");
    private static readonly ChoiceName Way = new("way");

    private static class FacesStep
    {
        public static readonly StepName Name = new("faces");
        public static readonly PickSlot Marks = Name.Pick("marks");
    }

    private static class HungStep
    {
        public static readonly StepName Name = new("hung");
    }

    private static class BoltsStep
    {
        public static readonly StepName Name = new("bolts");
    }

    private static class FloatStep
    {
        public static readonly StepName Name = new("float");
        public static readonly NumberSlot Front = Name.Number("front");
        public static readonly NumberSlot Rear = Name.Number("rear");
    }

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        new(
            "flywheel-on",
            1,
            "Flywheel",
            sheet => sheet.MayHave(sheet.Rear, "rear") ? ["rear-seal"] : [],
            [
                new Choice(
                    Way,
                    FacesStep.Name,
                    "It fits one way by",
                    sheet =>
                        sheet.Rear?.Flange.OffsetHoleDeg is null
                            ?
                            [
                                new("dowel", "a dowel"),
                                new("mark", "marks on both"),
                                new("offset", "an offset hole"),
                                new("any", "any way"),
                            ]
                            : [new("offset", "an offset hole"), new("dowel", "a dowel"), new("mark", "marks on both")]
                ),
                BoltPattern.Wrench(Wrench, BoltsStep.Name, geared: true),
            ],
            [
                new Step(FacesStep.Name, "Faces and the way round", "flywheel")
                {
                    Slots = _ =>
                        [
                            Slot.Pick(
                                FacesStep.Marks,
                                "Faces, holes, dowel",
                                new("clean", "clean and flat, threads chased"),
                                new("burr", "a burr or a bruise"),
                                new("cracked", "cracked, or holes drawn")
                            ),
                        ],
                    Judge = JudgeFaces,
                    Gate = "both faces are flat",
                    Cautions = ["A flywheel is heavy and its ring gear cuts: two hands or a hoist, toes clear."],
                },
                new Step(HungStep.Name, "On, the one way", "flywheel-on")
                {
                    Works = ["float"],
                    Leaves = [new("flywheel on, bolts by hand", BoltsStep.Name)],
                    Afresh = true,
                    Slots = c =>
                        [
                            Slot.Tick("on", OnWords(c.Chosen(Way))),
                            Slot.Tick(
                                "run",
                                c.Sheet.Rear!.Flange.BoltsUsedOnce
                                    ? "New bolts, under them what the sheet says, run in by hand"
                                    : "Bolts clean, under them what the sheet says, run in by hand"
                            ),
                            Slot.Tick("locked", "Crank locked"),
                        ],
                    Judge = Prompt.Next,
                    NoHand = true,
                    Cautions = ["Two bolts in by hand before anybody lets go of it."],
                },
                new Step(BoltsStep.Name, "Bolts in a star", "flange-bolts")
                {
                    Afresh = true,
                    NoWayBack = true,
                    Fasteners = sheet =>
                        [
                            BoltPattern.Set(
                                RearFlange.Group(sheet),
                                "Flywheel",
                                View.Rear,
                                sheet.Rear!.Flange.Places,
                                sheet.Rear.Flange.BoltsUsedOnce
                            ),
                        ],
                    Slots = c => BoltPattern.Slots(c, RearFlange.Plan(c), c.Chosen(Wrench)),
                    Judge = c =>
                        BoltPattern.Judge(
                            c,
                            RearFlange.Plan(c),
                            [RearFlange.Group(c.Sheet)],
                            c.Chosen(Wrench),
                            c.Sheet.EndFloat is null
                                ? "All tight. Crank lock out. The flywheel is on."
                                : "All tight. Crank lock out; the float once more."
                        ),
                    NoHand = true,
                    Cautions = ["Crank locked before you lean on the bar. Pull, don’t push. No impact driver on the last pull."],
                },
                new Step(FloatStep.Name, "Float, once more", "float")
                {
                    When = c => Applies.If(c.Sheet.EndFloat is not null, "This engine has no float to set."),
                    Slots = c =>
                        [
                            Push(FloatStep.Front, "Pushed to the front", 0),
                            Push(FloatStep.Rear, "Pushed to the rear", c.Sheet.EndFloat!.IdealMm),
                        ],
                    Judge = JudgeFloat,
                    Catches = "Push the crank both ways by hand before the gearbox goes on: it must move, and hardly",
                    Gate = "it floats still",
                    Cautions = ["Crank lock out first. Push, don’t hammer: the thrust faces mark."],
                },
            ]
        )
        {
            Comes = ["rear-seal", "rear-sleeve", "spigot-bearing", "pressed-spigot", "crank-float"],
            Stretches =
            [
                new(FacesStep.Name, "Flywheel faces cleaned, looked at"),
                new(HungStep.Name, "Flywheel hung and bolted")
                {
                    People = 2,
                    Crank = true,
                    Splits = false,
                },
            ],
            Wants = new("rear") { Also = ["endFloat"] },
            Supplies = sheet =>
                sheet.Rear?.Flange is { BoltsUsedOnce: true } flange
                    ?
                    [
                        Supply.Part(
                            "bolts",
                            flange.Bolts == 1
                                ? $"New flywheel nut M{Supply.Sized(flange.MajorMm, flange.PitchMm)}"
                                : $"{flange.Bolts} new flywheel bolts M{Supply.Sized(flange.MajorMm, flange.PitchMm)}"
                        ),
                    ]
                    : [],
            View = View.Rear,
        };

    private static string OnWords(string? way) =>
        way switch
        {
            "dowel" => "On over its dowel, home all round",
            "mark" => "On, both marks in line, home all round",
            "offset" => "On the one way that every bolt enters, home all round",
            _ => "On, home all round; marked for next time",
        };

    private static Judgement JudgeFaces(StepContext c) =>
        c.Picked(FacesStep.Marks) switch
        {
            null => Prompt.Next(c),
            "clean" => new Judgement(
                Sentence.Of("Wipe both faces dry. Up with it."),
                new Call(Verdict.Go, Sentence.Of("Nothing stands between the faces."), [])
            ),
            "burr" => new Judgement(
                Sentence.Of("Stone it flat, wipe, and look again: a burr under the face swings the rim."),
                new Call(Verdict.Stop, Sentence.Of("It can’t lie flat on a burr."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Another flywheel, or a machinist’s word on it."),
                new Call(Verdict.Stop, Sentence.Of("A cracked flywheel bursts."), [])
            ),
        };

    private static Slot Push(NumberSlot key, string label, double expectedMm) =>
        new(key, label, SlotKind.Number, Dimension.Length, 0.01, "dial", Plausible: new Band(-2, 2), Expected: expectedMm);

    private static Judgement JudgeFloat(StepContext c)
    {
        if (c.Number(FloatStep.Front) is not { } front || c.Number(FloatStep.Rear) is not { } rear)
        {
            return Prompt.Next(c);
        }

        var limit = c.Sheet.EndFloat!.Allowed ?? c.Sheet.Usual(NeatBoreDefaults.CrankFloat);
        var call = Call.Of(
            [.. limit.Checks("float", rear - front, c.Uncertainty(FloatStep.Front) * Math.Sqrt(2))],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.LookAgain
                        ? "The crank floats {value} ± {u}: too close to {limit} for this dial to decide."
                        : "The crank floats {value}; {limit} is the limit.",
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.001)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return call is null
            ? new Judgement(Sentence.Of(Held.ToldOnly))
            : new Judgement(
                Sentence.Of(
                    (call.Verdict, call.Checks[0].Side) switch
                    {
                        (Verdict.Go, _) => "It floats still. The flywheel is on.",
                        (Verdict.LookAgain, _) => "Push it both ways again, with a finer dial.",
                        (_, Side.Upper) => "Too much: look at the shims under the flywheel, or at the thrust bearing.",
                        _ => "Too little: a shim too many, dirt, or a bolt that bottoms. Flywheel off, and look.",
                    }
                ),
                call
            );
    }
}
