using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class TimingCover
{
    private static class RailStep
    {
        public static readonly StepName Name = new("rail");
    }

    private static Judgement JudgeRail(StepContext c) =>
        SumpRail.Judge(
            c,
            c.Sheet.Cover!.Rail ?? c.Sheet.Usual(NeatBoreDefaults.RailStep),
            BySweep(c) ? "The rail is flush. Scribe witness marks across the joint." : "The rail is flush. Cover off, and the sealant.",
            "The sump would leak at this corner. Dress or shim the rail now, while it is dry; sealant alone won’t do."
        );
}
