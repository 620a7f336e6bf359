using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>A housing that its own seal centres as the crank turns in it, and one that a dial or feelers do.</summary>
internal static class Centring
{
    public static readonly Option Dial = new(Sweeping.ByDial, "dial on the crank, no seal in");
    public static readonly Option Turned = new("turn", "seal in, crank turned both ways");
    public static readonly Option Feelers = new(Sweeping.ByFeelers, "feelers round the crank");

    public static readonly Sweeping Sweeps = new(
        sheet => sheet.Rear!.Housing!,
        View.Rear,
        "housing",
        HangStep.Name,
        LooseStep.Name,
        SweepStep.Name,
        "rear-seal"
    );

    public static bool HasHousing(StepContext c) => c.Sheet.Rear!.Kind == RearKind.Housing;

    /// <summary>A housing that is centred afresh.</summary>
    public static Applies Afresh(StepContext c) =>
        HasHousing(c)
            ? Applies.If(!c.Is(Job.Name, Job.Reseal), "Only the seal changes: the housing is centred already.")
            : Applies.If(false, "This seal has no housing that floats.");

    /// <summary>Centred by its seal: in before the housing goes on.</summary>
    public static Applies BySeal(StepContext c) =>
        Afresh(c) is { Because: not null } none ? none : Applies.If(c.Is(Sweeping.School, Turned), "It is centred with no seal in.");

    /// <summary>Centred by a dial or by feelers.</summary>
    public static Applies BySweep(StepContext c) =>
        Afresh(c) is { Because: not null } none ? none : Applies.If(!c.Is(Sweeping.School, Turned), "Its own seal centres it.");
}
