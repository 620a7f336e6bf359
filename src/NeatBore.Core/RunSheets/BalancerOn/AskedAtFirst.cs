using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOn
{
    /// <summary>What the first version asked for, tick by tick: logs name it.</summary>
    private static class AskedAtFirst
    {
        public static IReadOnlyList<Slot> Parts =>
            [
                new Slot("balancer", "Balancer", SlotKind.Text),
                new Slot("bolt", "Crank bolt, new or used", SlotKind.Text),
                Slot.Tick("nose", "Nose deburred, keyway edges too"),
                Slot.Tick("bore", "Hub bore deburred"),
                Slot.Tick("thread", "Crank bolt’s thread chased"),
                Slot.Tick("clean", "Both washed, dry and at rest"),
            ];

        public static IReadOnlyList<Slot> Dress(Lubricant oil) =>
            [
                Slot.Tick("key", "Key home in its slot, not proud"),
                Slot.Tick("oil", $"Nose and bore: {oil.Name}"),
                Slot.Tick("sealant", "Dab of sealant in the keyway"),
                Slot.Tick("track", "Seal’s track as its lip wants it"),
            ];

        public static IReadOnlyList<Slot> Tool =>
            [
                Slot.Tick("adapter", "Adapter in by fingers, full depth, then back a touch"),
                Slot.Tick("stud", "Stud right in"),
                Slot.Tick("start", "Hub on its key by hand, square"),
                Slot.Tick("bearing", "Thrust bearing’s turning face to the nut"),
            ];

        public static IReadOnlyList<Slot> Bolt =>
            [
                Slot.Tick("tool-off", "Tool off, its adapter out of the nose"),
                Slot.Tick("by-hand", "Bolt and washer in by hand, raised side out"),
            ];

        public static IReadOnlyList<Slot> Turn =>
            [
                Slot.Tick(TurnStep.Turned, "Two full turns by hand, smooth"),
                Slot.Tick("tight", "No tight place, no scrape"),
                Slot.Tick("float", "Float feels as it did before"),
            ];
    }
}
