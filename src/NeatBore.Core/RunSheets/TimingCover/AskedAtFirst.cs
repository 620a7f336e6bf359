namespace NeatBore.Core.RunSheets;

public static partial class TimingCover
{
    /// <summary>What the first version asked for, tick by tick: logs name it.</summary>
    private static class AskedAtFirst
    {
        public static IReadOnlyList<Slot> Parts =>
            [
                new Slot("cover", "Cover", SlotKind.Text),
                Slot.Tick("clean", "Old sealant off, both faces degreased"),
                Slot.Tick("flat", "Cover’s face flat on a plate, no burr"),
                Slot.Tick("dowels", "Dowels looked at, holes clean"),
            ];

        public static IReadOnlyList<Slot> Dry =>
            [Slot.Tick("on", "Cover on dry, no sealant"), Slot.Tick("finger", "All bolts finger-tight: it moves by hand")];

        public static IReadOnlyList<Slot> Witness =>
            [
                Slot.Tick("marks", "Marks scribed, or temporary pins in"),
                Slot.Tick("off", "Cover off, faces wiped dry"),
                Slot.Tick("ready", "Bolts, wrench, dial, rag to hand"),
            ];
    }
}
