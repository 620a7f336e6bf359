using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>Where castings meet in the seal's bore: the primer's flash time, and the clock of what is injected.</summary>
internal static class Joints
{
    public static readonly ChoiceName Name = new("sealant");

    public static Choice Choice =>
        new(
            Name,
            NotchesStep.Name,
            "What goes into the notches",
            sheet => [.. (sheet.Sealants ?? []).Select(s => new Option(s.Id, s.Name)), new("other", "another")]
        );

    public static SealantSheet? Injected(StepContext c) => c.Sheet.Sealants?.FirstOrDefault(s => s.Id == c.Chosen(Name));

    public static SealantClock.Answer? Clocked(StepContext c) =>
        Injected(c) is { } product && c.TakenAt(NotchesStep.Pushed) is { } pushed
            ? SealantClock.Solve(new SealantClock.Request(product.Product, pushed, pushed, c.Number(NotchesStep.Shop) ?? 23))
            : null;
}
