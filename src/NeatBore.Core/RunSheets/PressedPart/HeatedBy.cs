namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>An oven, a plate or a torch.</summary>
internal static class HeatedBy
{
    public static ChoiceName Name => new("heated-by");

    private static readonly Option s_oven = new("oven", "an oven");
    public static readonly Option Plate = new("plate", "a hot plate");
    public static readonly Option Torch = new("torch", "a torch, with soaks");

    public static Choice Choice => new(Name, WayStep.Name, "Warmed by", _ => [s_oven, Plate, Torch]);
}
