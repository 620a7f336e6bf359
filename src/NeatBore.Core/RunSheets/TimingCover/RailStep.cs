using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>The sump rail, flush with the block’s.</summary>
internal static class RailStep
{
    public static readonly StepName Name = new("rail");

    public static Step Step =>
        new(Name, "Sump rail", "rail")
        {
            Slots = _ => SumpRail.Slots("Cover"),
            Judge = Judge,
            Afresh = true,
            Gate = "the rail is flush",
            Cautions = ["Edges of the rail cut."],
        };

    private static Judgement Judge(StepContext c) =>
        SumpRail.Judge(
            c,
            c.Sheet.Cover!.Rail ?? c.Sheet.Usual(NeatBoreDefaults.RailStep),
            Ring.BySweep(c)
                ? "The rail is flush. Scribe witness marks across the joint."
                : "The rail is flush. Cover off, and the sealant.",
            "The sump would leak at this corner. Dress or shim the rail now, while it is dry; sealant alone won’t do."
        );
}
