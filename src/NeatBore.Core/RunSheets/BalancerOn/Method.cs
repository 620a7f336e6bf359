namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>Cold, warmed, and the two ways that do harm.</summary>
internal static class Method
{
    public static readonly ChoiceName Name = new("method");
    private static readonly Option s_cold = new("cold", "cold, oiled, drawn on");
    public static readonly Option Warm = new("warm", "hub warmed, then drawn");
    private static readonly Option s_hammer = new("hammer", "driven on with a hammer");
    private static readonly Option s_crankBolt = new("crank-bolt", "drawn with the crank bolt");

    public static Choice Choice =>
        new(
            Name,
            MethodStep.Name,
            "How it goes on",
            sheet => [s_cold, .. sheet.Balancer!.Warm is null ? Array.Empty<Option>() : [Warm], s_hammer, s_crankBolt]
        );
}
