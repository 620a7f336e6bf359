using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>How warm it is where a part is warmed or chilled from.</summary>
internal static class ShopAir
{
    public static Slot At(NumberSlot slot) =>
        new(slot, "Air in the shop", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(-10, 45), Expected: 18);
}
