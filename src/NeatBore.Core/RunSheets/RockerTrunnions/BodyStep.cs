using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>Body and bushes measured, the fit judged.</summary>
internal static class BodyStep
{
    public static readonly StepName Name = new("body");
    public static readonly NumberSlot Trunnion = Name.Number("trunnion");
    public static readonly Diameters Bore = new(Name, "bore");
    public static readonly Diameters Bush = new(Name, "bush");

    public static Step Step =>
        Rockers.Each(
            new Step(Name, "Body and bushes", "rocker-body")
            {
                Needs = [OutStep.Name],
                Renews = [FirstStep.Name, TrunnionStep.Name, SecondStep.Name, ClipsStep.Name, FloatStep.Name],
                Slots = Slots,
                Judge = Judge,
                Gate = "the fit is a go",
                Catches = "Feel each side go in: a worn body takes its bush too easily",
                Cautions = ["Solvent vapour: air the room, no flame near. Gloves."],
            }
        );

    private static IReadOnlyList<Slot> Slots(StepContext c)
    {
        var alike = Alike.Measured(c) is not null;
        return
        [
            .. PressedFit
                .Across(Bore, "Body’s bore", "bore-gauge", c.Sheet.Rockers!.Body.BoreMm)
                .Select(s => s with { Reads = "rockers/body/boreMm", Required = s.AngleDeg == 0 && !alike }),
            .. PressedFit
                .Across(Bush, Kit.Of(c).Kind == TrunnionKind.Bush ? "Bush, outside" : "Cup, outside", "micrometer", Kit.Of(c).OuterMm)
                .Select(s => s with { Required = s.AngleDeg == 0 && !alike }),
        ];
    }

    private static Judgement Judge(StepContext c) =>
        Alike.MeasuredAt(c) is not null && Fit.Of(c) is { } fit
            ? PressedFit.Judge(
                c.Sheet,
                fit,
                Fit.Wanted(c),
                Fit.Parts with
                {
                    Inner = Kit.Of(c).Kind == TrunnionKind.Bush ? "bush" : "cup",
                },
                "It fits. Expect {low} to {high} at the press."
            )
        : Alike.Measured(c) is not null && !Slots(c).Any(c.Taken)
            ? new Judgement(
                Sentence.Of("Wash it, wipe its bore. Force or feel tells a worn body."),
                new Call(Verdict.Go, Sentence.Of("Not measured: those measured before it are alike."), []),
                Alike.FitOf(c)
            )
        : Prompt.For(Slots(c).FirstOrDefault(s => s.AngleDeg == 0 && !c.Taken(s)));
}
