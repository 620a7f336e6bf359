using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The sump rail, read while there is no sealant on the face.</summary>
internal static class RailStep
{
    public static readonly StepName Name = new("rail");

    public static Step Step =>
        new(Name, "Dry on the block: sump rail", "rail")
        {
            When = Centring.Afresh,
            Slots = _ => SumpRail.Slots("Housing"),
            Judge = c =>
                SumpRail.Judge(
                    c,
                    c.Sheet.Rear!.Housing!.Rail ?? c.Sheet.Usual(NeatBoreDefaults.RailStep),
                    "The rail is flush. Housing off again.",
                    "The sump would leak at this corner. Dress or shim the rail now, while it is dry; sealant alone won’t do."
                ),
            Gate = "the rail is flush",
            Cautions = ["Edges of the rail cut."],
        };
}
