using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The seal pressed in by a plate on the flange, to its depth and square.</summary>
internal static class PressStep
{
    public static readonly StepName Name = new("press");

    public static Step Step =>
        new(Name, "Press it in, plate off, read it", "seal-depth")
        {
            Works = ["float"],
            Afresh = true,
            When = c => IsPressed(c, "The seal is in its housing already."),
            Slots = c => SealSeat.Slots(c.Sheet.Rear!.Seal, View.Rear, c.Sheet.Rear.Seal.DepthMm, "rear/seal"),
            Judge = c =>
                SealSeat.Judge(
                    c,
                    c.Sheet.Rear!.Seal,
                    c.Sheet.Rear.Seal.DepthMm,
                    "Square and at depth. Look at spring and case all round.",
                    PlateScrews(c)
                ),
            Gate = "square, at depth",
            Cautions = ["Plate’s gap even all round: small turns, round and round. Watch the spring and the case."],
        };

    /// <summary>Pressed in where it is: not with its housing, nor laid in with the cap.</summary>
    /// <param name="c">The step.</param>
    /// <param name="inAlready">Why not, where it is in its housing.</param>
    public static Applies IsPressed(StepContext c, string inAlready) =>
        Centring.BySeal(c).Because is null
            ? Applies.If(false, inAlready)
            : Applies.If(c.Sheet.Rear!.Kind is RearKind.Housing or RearKind.Block, "It is laid in with the cap, not pressed.");

    private static IReadOnlyList<Calculators.Centring.Squareness.Screw> PlateScrews(StepContext c)
    {
        var flange = c.Sheet.Rear!.Flange;
        return
        [
            .. flange
                .Places.Where((_, i) => i % 2 == 0)
                .Select(b => new Calculators.Centring.Squareness.Screw(
                    b.Id,
                    Sweeping.Deg(b.XMm, b.YMm),
                    flange.BoltCircleMm / 2,
                    flange.PitchMm
                )),
        ];
    }
}
