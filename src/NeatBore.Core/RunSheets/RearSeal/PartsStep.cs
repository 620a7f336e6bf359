using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The old seal out, faces and track clean.</summary>
internal static class PartsStep
{
    public static readonly StepName Name = new("parts");

    public static Step Step =>
        new(Name, "Parts and faces", "housing")
        {
            Slots = c =>
                [
                    new Slot("seal", "New seal", SlotKind.Text, Required: false),
                    Slot.Tick(
                        "clean",
                        c.Sheet.Rear!.Kind == RearKind.TwoPiece
                            ? "Old seal out; bore, faces, cap’s sides and split clean; track smooth, its edge broken"
                            : "Old seal out; bore and faces clean; flange’s track smooth, its edge broken"
                    ),
                ],
            Judge = c => SealCare.Follows(c, c.Sheet.Rear!.Seal),
            NoWayBack = true,
            Cautions = ["Solvent vapour: no flame near. Hook tools slip: guard the shaft."],
        };
}
