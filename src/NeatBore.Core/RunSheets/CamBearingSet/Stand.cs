namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>What the engine is on.</summary>
internal static class Stand
{
    public static readonly ChoiceName Name = new("stand");
    private static readonly Option s_cart = new("cart", "a cart or bench");
    public static readonly Option OnStand = new("stand", "a stand: rear closed");

    public static Choice Choice => new(Name, OrderStep.Name, "The engine is on", _ => [s_cart, OnStand]);
}
