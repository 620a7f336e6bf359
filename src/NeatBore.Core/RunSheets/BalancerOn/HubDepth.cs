using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>A depth at the hub’s face, from the nose’s rim.</summary>
internal static class HubDepth
{
    public static Slot Slot(StepContext c, string key, string label, double most) =>
        new(key, label, SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(0, most), Peers: null);
}
