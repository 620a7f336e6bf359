using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The kit that goes in.</summary>
internal static class Kit
{
    public static ChoiceName Name => new("kit");

    public static Choice Choice =>
        new Choice(Name, SetStep.Name, "The kit", sheet => [.. sheet.Rockers!.Kits.Select(k => new Option(k.Id, k.Name))]);

    public static TrunnionKit Of(StepContext c) =>
        c.Sheet.Rockers!.Kits.FirstOrDefault(k => k.Id == c.Chosen(Name)) ?? c.Sheet.Rockers.Kits[0];
}
