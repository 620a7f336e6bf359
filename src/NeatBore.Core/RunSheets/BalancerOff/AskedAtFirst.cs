namespace NeatBore.Core.RunSheets;

public static partial class BalancerOff
{
    /// <summary>What the first version asked for, tick by tick: logs name it.</summary>
    private static class AskedAtFirst
    {
        public static IReadOnlyList<Slot> Before =>
            [
                Slot.Tick("cold", "Engine cold, battery off"),
                new Slot("mark", "Mark against its pointer", SlotKind.Text),
                Slot.Tick("locked", "Crank locked, and how chosen below"),
            ];

        public static IReadOnlyList<Slot> Bolt =>
            [
                Slot.Tick("bolt", "Crank bolt out"),
                Slot.Tick("washer", "Washer kept, its raised side noted"),
                Slot.Tick("holes", "Hub’s threaded holes cleaned"),
            ];

        public static IReadOnlyList<Slot> After =>
            [
                Slot.Tick("key", "Key found and kept"),
                Slot.Tick("rubber", "Rubber looked at all round"),
                Slot.Tick("unlocked", "Crank lock out"),
            ];
    }
}
