using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A light-alloy body screwed to a steel hub that is pressed on the nose: the puller's screws go right through the hub, in
/// place of every other body screw.</summary>
internal sealed class ScrewedBody : DesignRules<ScrewedBodyBalancer>
{
    private static class BodyStep
    {
        public static readonly StepName Name = new("body");
    }

    private static class BodyScrewsStep
    {
        public static readonly StepName Name = new("body-screws");
    }

    /// <inheritdoc/>
    public override ToolMatch.ToolNeed? Need(EngineSheet sheet) => Pulling.ByScrews(sheet, Mine(sheet)!.Body!.ThicknessMm);

    /// <inheritdoc/>
    public override IReadOnlyList<Slot> PullerSlots(StepContext c) => Pulling.ScrewSlots(c);

    /// <inheritdoc/>
    public override Judgement JudgePuller(StepContext c)
    {
        var judged = Pulling.JudgeScrews(c);
        if (judged.Call is null || c.Number(PullerStep.Engaged) is not { } engaged || !Pulling.Fits(c))
        {
            return judged;
        }

        var through = c.Sheet.Balancer!.Puller!.DepthMm;
        return engaged < through
            ? judged with
            {
                Do = Sentence.Of("Run the screws right through the steel hub: {more} more.", ("more", Quantity.Mm(through - engaged, 0.1))),
                Call = Call.Of(
                    [Check.AtLeast("engagement", engaged, through, 0, Dimension.Length, "right through the steel hub")],
                    check =>
                        Sentence.Of(
                            "{value} engaged; the steel hub is {limit} through.",
                            ("value", Quantity.Mm(check.Value, 0.1)),
                            ("limit", Quantity.Mm(check.Limit, 0.1))
                        )
                ),
            }
            : judged;
    }

    /// <inheritdoc/>
    public override IReadOnlyList<Step> BeforePuller =>
        [
            new Step(BodyScrewsStep.Name, "Every other body screw out", "body-screws")
            {
                When = Only("No body is screwed to this hub."),
                Slots = c =>
                    [Slot.Tick("out", $"Marked; every other body screw out, {Body(c).Screws / 2} of {Body(c).Screws}, the others tight")],
                Judge = Prompt.Next,
                Cautions = ["The body hangs on what is left: take no more out."],
            },
        ];

    /// <inheritdoc/>
    public override IReadOnlyList<Step> BeforeDraw =>
        [
            new Step(BodyStep.Name, "Body screws back", "bolt-ring")
            {
                When = Only("No body is screwed to this hub."),
                Fasteners = sheet => Mine(sheet)?.Body is { } body ? [Screws(body)] : [],
                Slots = c => BoltStar.Slots(c, Screws(Body(c)), Body(c).AngleDeg),
                Judge = c => BoltStar.Judge(c, Screws(Body(c)), Body(c).AngleDeg),
                Cautions = ["Crank held. Small screws in light alloy: by hand first, to the end."],
            },
        ];

    private static BodySheet Body(StepContext c) => Mine(c.Sheet)!.Body!;

    private static FastenerSet Screws(BodySheet body) =>
        BoltStar.Set(
            "Balancer’s body",
            new ScrewThread(body.MajorMm, body.PitchMm),
            body.TorqueNm,
            body.Torque,
            body.Screws,
            body.ScrewCircleMm
        );
}
