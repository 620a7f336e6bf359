using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>Swept once more, tight; or the lip looked at where a ring or the balancer centred it.</summary>
internal static class FinalStep
{
    public static readonly StepName Name = new("final");
    private static readonly Option s_even = new("free", "even all round");
    private static readonly Option s_uneven = new("tight", "pressed to one side");

    public static Step Step =>
        new(Name, "Sweep, tight", "centring")
        {
            Loosens = [TorqueStep.Name],
            Slots = Slots,
            Judge = Judge,
            Catches = "Turn the crank two turns by hand and look round the lip: the same gap all round, no weeping when it runs",
            Gate = "central when tight",
            Cautions = ["Keep fingers out of the chain while the crank turns."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        Ring.BySweep(c) ? Centring.Sweeps.Slots(c)
        : c.Is(Sweeping.School, Centring.Balancer) ? [Slot.Pick(Ring.Turns, "Lip round the hub", s_even, s_uneven)]
        : [Slot.Pick(Ring.Turns, "Ring, after the last tightening", new("free", "turns and slides by fingers"), new("tight", "tight"))];

    private static Judgement Judge(StepContext c)
    {
        if (Ring.BySweep(c))
        {
            return Centring.Sweeps.Judge(c, "The cover sits {offset} off, tight. " + AtLast(c), tight: true);
        }

        if (c.Picked(Ring.Turns) is not { } turns)
        {
            return Prompt.Next(c);
        }

        if (turns == "tight")
        {
            return new Judgement(
                Sentence.Of("Slacken every bolt, let it find its middle, and tighten again in order."),
                new Call(Verdict.LookAgain, Sentence.Of("Tightening pushed it against what centres it."), [])
            );
        }

        if (!c.Is(Sweeping.School, Centring.Ring) || Ring.Play(c) is not { } play)
        {
            return new Judgement(
                Sentence.Of("Lip only: look round it again after two turns by hand. " + AtLast(c)),
                new Call(Verdict.Decide, Sentence.Of("A soft lip centred it: no reading shows where the bore stands."), [])
            );
        }

        return new Judgement(
            Sentence.Of("Central to {half}, and the ring is free. Ring out. " + AtLast(c), ("half", Quantity.Mm(play.HalfMm))),
            Call.Of(
                [Ring.Bound(play, Ring.Offset(c))],
                k =>
                    Sentence.Of(
                        "The ring turns and slides: at most {half} off; {limit} is wanted.",
                        ("half", Quantity.Mm(k.Value)),
                        ("limit", Quantity.Mm(k.Limit))
                    )
            )
        );
    }

    private static string AtLast(StepContext c) => Sealant.Clock.Product(c) is null ? "The cover is done." : "Let it cure.";
}
