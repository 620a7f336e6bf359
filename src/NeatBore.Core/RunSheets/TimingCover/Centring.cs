using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>The cover’s sweep from the crank.</summary>
internal static class Centring
{
    public static readonly Option Dial = new(Sweeping.ByDial, "dial on the crank");
    public static readonly Option Feelers = new(Sweeping.ByFeelers, "feelers");
    public static readonly Option Ring = new(Sweeping.ByRing, "ring, bore bare");
    private static readonly Option s_lip = new("lip", "ring, seal in");
    public static readonly Option Balancer = new("balancer", "balancer on first");

    public static readonly Sweeping Sweeps = new(
        sheet => sheet.Cover!,
        View.Front,
        "cover",
        HangStep.Name,
        DryStep.Name,
        SweepStep.Name,
        "timing-cover"
    );

    public static Choice School => new(Sweeping.School, SchoolStep.Name, "How it is centred", _ => [Dial, Feelers, Ring, s_lip, Balancer]);
}
