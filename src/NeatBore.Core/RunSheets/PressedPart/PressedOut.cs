using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Bushes and pins pressed out of their eyes: a stack that takes all that comes out, on notched or hollow supports, one after
/// another.</summary>
public static class PressedOut
{
    private static class StackStep
    {
        public static readonly StepName Name = new("stack");
    }

    private static class OutStep
    {
        public static readonly StepName Name = new("out");
        public static readonly PickSlot Came = Name.Pick("came");
        public static readonly PickSlot Eye = Name.Pick("eye");
    }

    /// <summary>Plain bushes out of their eyes.</summary>
    public static Procedure Bush1 { get; } = Of("bush-out", "Bushes out", PressedKind.Bush, "bush");

    /// <summary>Pins out of their eyes.</summary>
    public static Procedure Pin1 { get; } = Of("pin-out", "Pins out", PressedKind.Pin, "pin");

    private static Procedure Of(string id, string title, PressedKind kind, string word)
    {
        PressedSheet Part(EngineSheet sheet) => sheet.Pressed!.First(p => p.Kind == kind);
        return new Procedure(
            id,
            1,
            title,
            sheet => sheet.HasPressed(kind) ? [EnginePlaces.Pressed] : [],
            [],
            [
                new Step(StackStep.Name, "Press and its stack", "pressed-stack")
                {
                    Slots = c =>
                        [
                            new Slot(
                                PressedIn.Picked(StackStep.Name),
                                "The press",
                                SlotKind.Tool,
                                Need: PressedIn.Press("hydraulic-press", PressedOff.MostN(c.Sheet, Part(c.Sheet)))
                            ),
                            Slot.Tick(PressedIn.LaidOut(StackStep.Name), "Lay out what the crib has to stack") with
                            {
                                Stock = PressedIn.Stacked,
                            },
                        ],
                    Judge = c => JudgeStack(c, Part(c.Sheet)),
                    Gate = "a stack that takes all that comes out",
                    Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
                },
                new Step(OutStep.Name, "Out", "pressed-home")
                {
                    Each = c => Part(c.Sheet).Items.Count == 0 ? [""] : [.. Part(c.Sheet).Items.Select((_, i) => $"{i + 1}")],
                    ItemName = (sheet, item) =>
                        item.Length == 0 ? "" : Part(sheet).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1],
                    Together = "out",
                    Apart = true,
                    NoWayBack = true,
                    Slots = _ =>
                        [
                            Slot.Tick("stands", "On its flat, over a notched or hollow support; number and way round kept"),
                            Slot.Pick(
                                OutStep.Came,
                                $"How the {word} came out",
                                new("eased", "easily"),
                                new("as-others", "as the others"),
                                new("hard", "hard, or with a bang")
                            ),
                            Slot.Pick(
                                OutStep.Eye,
                                "The eye, looked at and felt",
                                new("sound", "sound"),
                                new("scored", "scored"),
                                new("cracked", "cracked, or pulled out of round")
                            ),
                        ],
                    Judge = c => JudgeOut(c, word),
                    Cautions = ["Never on the edge of a rod or a piston’s skirt. Stand aside of a loaded stack."],
                },
            ]
        )
        {
            Pressed = kind,
            Stretches = [new(StackStep.Name, title) { Stand = false, Uses = [ShopThing.Press] }],
            Wants = PressedValues.PartOf(kind) is { } part ? new Wants(part) : Wants.Nothing,
        };
    }

    private static Judgement JudgeStack(StepContext c, PressedSheet part) =>
        PressedIn.Stack(
            c,
            StackStep.Name,
            new PressSupport.PressedBody(part.Inner.DiameterMm, part.Outer.HeightMm, part.Outer.LandInnerMm, part.Outer.LandOuterMm),
            // All of it comes out below, whole.
            new PressSupport.PassingPart(part.Inner.DiameterMm, part.Inner.LengthMm),
            new PressSupport.PushedPart(part.Inner.DiameterMm, part.Inner.InnerDiameterMm, 0, 0),
            "{support} below, taller than what comes out; {pusher} above, that follows it through."
        );

    private static Judgement JudgeOut(StepContext c, string word) =>
        (c.Picked(OutStep.Came), c.Picked(OutStep.Eye)) switch
        {
            _ when c.Step.Slots(c).Any(s => !c.Taken(s)) => Prompt.Next(c),
            (_, "cracked") => new Judgement(
                Sentence.Of("Set it aside: another rod, or its eye made good by a machinist."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("A cracked or oval eye does not hold the next {what}.", ("what", Quantity.Word(word))),
                    []
                )
            ),
            (_, "scored") => new Judgement(
                Sentence.Of("Hone the high spots off, and measure the eye before the next one goes in."),
                new Call(Verdict.Decide, Sentence.Of("A scored eye holds less than it measures."), [])
            ),
            ("eased", _) => new Judgement(
                Sentence.Of("Measure the eye: it may have been turning."),
                new Call(Verdict.Decide, Sentence.Of("It came out easily: the fit was gone."), [])
            ),
            _ => new Judgement(Sentence.Of("Out. The next one."), new Call(Verdict.Go, Sentence.Of("Out whole, its eye sound."), [])),
        };
}
