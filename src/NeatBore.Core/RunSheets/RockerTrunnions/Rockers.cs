using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The rockers of an engine, one after the other.</summary>
internal static class Rockers
{
    public static string Name(string item) => $"Rocker {item["rocker-".Length..]}";

    public const string Together = "rocker";

    public static Step Each(Step step) =>
        step with
        {
            Each = c => [.. c.Sheet.Rockers!.Places.OrderBy(p => p.Number).Select(p => p.Id)],
            ItemName = (_, item) => Name(item),
            Together = Together,
            Apart = true,
        };

    public static TrunnionSheet Trunnion(StepContext c) => c.Sheet.Rockers!.Trunnion;

    public static PressSupport.PressedBody Body(StepContext c)
    {
        var body = c.Sheet.Rockers!.Body;
        return new PressSupport.PressedBody(body.BoreMm, body.WidthMm, body.LandInnerMm, body.LandOuterMm);
    }
}
