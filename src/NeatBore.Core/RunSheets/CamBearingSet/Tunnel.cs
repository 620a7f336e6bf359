using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CamBearingSet
{
    private static class TunnelStep
    {
        public static readonly StepName Name = new("tunnel");
    }

    private static Judgement JudgeTunnel(StepContext c)
    {
        var shares = Changed(c).Select(b => (Bearing: b, Window: SeatedWindow(c.For(b.Id)))).ToList();
        if (shares.Any(s => s.Window is null))
        {
            return new Judgement(Sentence.Of("Drive them all first."));
        }

        var unmeasured = shares.Count(s => !c.For(s.Bearing.Id).Taken(SeatStep.Inside) && !c.Taken(ReamStep.Inside(s.Bearing.Id)));
        var worst = shares.MinBy(s => s.Window!.WorstShare);
        return new Judgement(
            Sentence.Of(
                unmeasured == 0
                    ? "The tunnel is done. Least open: {bearing}, {share}."
                    : "The tunnel is done. Least open: {bearing}, {share}. Not measured inside once driven: {n}.",
                ("n", Quantity.Count(unmeasured)),
                ("bearing", Quantity.Word(Name(c.Sheet, worst.Bearing.Id).ToLowerInvariant())),
                ("share", Quantity.Share(worst.Window!.WorstShare))
            ),
            new Call(Verdict.Go, Sentence.Of("Every bearing was driven, looked at and let go on."), [])
        );
    }
}
