using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>What is behind it is finished first, and what was said of it is heard.</summary>
internal static class OthersStep
{
    public static readonly StepName Name = new("others");

    // What is behind it is finished before it goes on, and what was said of it is heard.
    private static readonly string[] s_behind = ["timing-cover", "front-seal"];

    public static Step Step =>
        new(Name, "What holds it back", "balancer-parts")
        {
            When = HasOthers,
            Judge = Judge,
            Gate = "what is behind it is done",
            Cautions = ["What is behind the balancer is out of reach once it is on."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (Refused(c) is { } said)
        {
            return new Judgement(
                Sentence.Of("Not this one again. Take another balancer, and choose so at “Parts and cleaning”."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("It was looked at, and refused: {why}", ("why", Quantity.Word(said.Call?.Because ?? said.Step ?? ""))),
                    []
                )
            );
        }

        if (Grooved(c))
        {
            return new Judgement(
                Sentence.Of("Sleeve it, or press the seal clear of the groove, before it goes on. Say which."),
                BalancerInspection.GrooveStep.Felt
            );
        }

        var open = Unfinished(c).First();
        return new Judgement(
            Sentence.Of("Finish “{task}” first: the balancer hides it. Or say why it goes on now.", ("task", Quantity.Word(open.Title))),
            new Call(
                Verdict.Decide,
                Sentence.Of(
                    "“{task}” is under way, at “{step}”.",
                    ("task", Quantity.Word(open.Title)),
                    ("step", Quantity.Word(open.Step ?? ""))
                ),
                []
            )
        );
    }

    private static IEnumerable<OtherTask> Unfinished(StepContext c) =>
        s_behind.Select(c.Task).OfType<OtherTask>().Where(t => t.Standing is not (Standing.Done or Standing.ToDo));

    private static OtherTask? Refused(StepContext c) =>
        Which.IsSame(c) && c.Task("balancer-inspect") is { Standing: Standing.Stop } said ? said : null;

    private static bool Grooved(StepContext c) =>
        Which.IsSame(c) && c.Task("balancer-inspect") is { } said && BalancerInspection.GrooveStep.IsFelt(c.Sheet, said);

    private static Applies HasOthers(StepContext c) =>
        Applies.If(Refused(c) is not null || Grooved(c) || Unfinished(c).Any(), "Nothing else of this build holds it back.");
}
