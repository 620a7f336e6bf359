using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The block’s bores.</summary>
internal static class TunnelStep
{
    public static readonly StepName Name = new("tunnel");

    public static Step Of(ShaftWords shaft) =>
        new(Name, "The whole tunnel", "cam-strip")
        {
            Weighs = [SetStep.Name, SeatStep.Name, LineStep.Name, TurnStep.Name],
            Judge = Judge,
            Cautions = [$"Cover the tunnel until the {shaft.Word} is in for good."],
        };

    private static Judgement Judge(StepContext c)
    {
        var shares = Bearings.Changed(c).Select(b => (Bearing: b, Window: SeatedWindow(c.For(b.Id)))).ToList();
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
                ("bearing", Quantity.Word(Bearings.Name(c.Sheet, worst.Bearing.Id).ToLowerInvariant())),
                ("share", Quantity.Share(worst.Window!.WorstShare))
            ),
            new Call(Verdict.Go, Sentence.Of("Every bearing was driven, looked at and let go on."), [])
        );
    }

    private static OilHoleWindow.Answer? SeatedWindow(StepContext c) =>
        c.Once(
            $"seated {c.Item}",
            () =>
            {
                var facing = Driver.FacingOf(c);
                return ShellPlace.Of(c.SeenBy(RunSheet.Version1.Steps.First(s => s.Id == "seat")), facing).Place is { } place
                    ? OilHoleWindow.Solve(
                        new OilHoleWindow.Request(
                            facing.BoreMm,
                            facing.Passages,
                            facing.Holes,
                            place,
                            new OilHoleWindow.Range([place.RotationDeg, place.RotationDeg], [place.DepthMm, place.DepthMm]),
                            facing.View
                        )
                    )
                    : null;
            }
        );
}
