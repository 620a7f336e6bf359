using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The seal into its housing on the bench, where its lip is to centre it.</summary>
internal static class BenchStep
{
    public static readonly StepName Name = new("bench");

    public static Step Step =>
        new(Name, "Seal in, on the bench", "seal")
        {
            Leaves = [new("seal in a housing that is not on yet", LooseStep.Name)],
            When = Centring.BySeal,
            Slots = c => [SealCare.DressedOver(c.Chosen(SealCare.Lip), "pressed flush and square, on the bench")],
            Judge = Judge,
            Gate = "a lip that can centre it",
            Cautions = ["Support the housing right under its bore: light alloy cracks."],
        };

    private static Judgement Judge(StepContext c) =>
        SealCare.Is(c, LipKind.Ptfe)
            ? new Judgement(
                Sentence.Of("Take the dial or feelers: a PTFE lip can’t centre a housing."),
                new Call(Verdict.Stop, Sentence.Of("Turning the crank drags a dry PTFE lip and spoils it."), [])
            )
            : Prompt.Next(c);
}
