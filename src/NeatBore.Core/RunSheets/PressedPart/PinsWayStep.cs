using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>The way the pins go in, by the rod that leaves least room.</summary>
internal static class PinsWayStep
{
    public static Step Step =>
        new(WayStep.Name, "How they go in", "pressed-way")
        {
            Slots = c =>
                c.Chosen(Way.Name) is Way.Cold or null
                    ? [Slot.Tick(WayStep.Ready, "Press and guide to hand")]
                    : [ShopAir.At(WayStep.Ambient), Slot.Tick(WayStep.Ready, "Stop and guide set, rods in a row, gloves, clear path")],
            Judge = c => WayStep.Judge(Rods.Tightest(c), Part.Of(c.Sheet, PressedKind.Pin), Pins.Parts),
            Gate = "a way that does no harm",
            CanHurt = true,
            Cautions = ["Oven gloves; freezer burns too. A torch moves all round and rests: one side alone bends the rod."],
        };
}
