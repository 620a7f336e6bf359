using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>What is put on nose and bore, by the sheet.</summary>
internal static class NoseOil
{
    public static readonly ChoiceName Name = new("lubricant");

    public static Choice Choice =>
        new(Name, FitStep.Name, "On nose and bore", sheet => [.. sheet.Balancer!.Lubricants.Select(l => new Option(l.Id, l.Name))]);

    public static Lubricant Of(StepContext c) => c.Sheet.Balancer!.Lubricants.First(l => l.Id == c.Chosen(Name));
}
