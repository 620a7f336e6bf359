using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A nose without a key: the bolt's clamp alone holds hub and timing gear, so crank and cams are pinned before it is touched,
/// the faces go together as the sheet says, and the timing is looked at after two turns.</summary>
internal static class Keyless
{
    /// <summary>Whether an engine's hub has no key.</summary>
    public static bool Is(EngineSheet sheet) => sheet.Balancer?.Nose.Hold == NoseHold.Clamp;

    /// <summary>Crank and cams pinned; nothing takes the place of it.</summary>
    public static Step Pinned(StepName name, StepName until) =>
        new(name, "Crank and cams pinned", "crank-locked")
        {
            When = c => Applies.If(Is(c.Sheet), "The hub has a key: the bolt’s clamp does not hold the timing."),
            Slots = _ =>
                [Slot.Tick(name.Tick("pinned"), "Crank and cams pinned with their own pins: the bolt’s clamp alone holds the timing gear")],
            Judge = Prompt.Next,
            Gate = "pinned before the bolt is touched",
            NoHand = true,
            Leaves = [new("crank and cams pinned", until.Id)],
            Cautions = ["Pins hold the timing, not the torque: hold the crank with its own tool."],
        };

    /// <summary>How the faces go together: never with sealant between them.</summary>
    public static string Faces(EngineSheet sheet) =>
        (
            sheet.Balancer!.Nose.Faces switch
            {
                ClampedFaces.Oiled => "Faces clean, a film of oil on them",
                ClampedFaces.Washers => "Faces clean and dry, new friction washers between them",
                ClampedFaces.Dry => "Faces clean and dry",
                _ => "Faces clean, dry or oiled as the engine’s manual says",
            }
        ) + "; no sealant on them. Lip’s track dressed";

    /// <summary>What is looked at after two turns.</summary>
    public static Slot Timing(PickSlot slot) => Slot.Pick(slot, "Timing after two turns", s_true, s_off);

    private static readonly Option s_true = new("true", "pins go in again");
    private static readonly Option s_off = new("off", "a pin does not go in");

    /// <summary>A timing that has slipped; null where it has not, or was not looked at.</summary>
    public static Judgement? Judged(StepContext c, PickSlot slot) =>
        Is(c.Sheet) && c.Is(slot, s_off)
            ? new Judgement(
                Sentence.Of("Don’t turn it further. Bolt out, timing set anew, pinned, and the bolt again."),
                new Call(Verdict.Stop, Sentence.Of("The timing gear slipped as the bolt was tightened: pistons meet valves."), [])
            )
            : null;
}
