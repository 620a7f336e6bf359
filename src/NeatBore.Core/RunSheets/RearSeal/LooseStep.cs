using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The housing on, its bolts finger-tight; the crank turned in it where its lip centres it.</summary>
internal static class LooseStep
{
    public static readonly StepName Name = new("loose");
    private const string Kind = "rear-seal";
    private static readonly PickSlot s_rods = Name.Pick("rods");
    private static readonly Option s_off = new("off", "off the crank");
    private static readonly Option s_on = new("on", "on it: it turns stiffly");
    private static readonly TickSlot s_turned = Name.Tick("turned");

    public static Step Step =>
        new(Name, "On, finger-tight", "housing")
        {
            Leaves = [new("housing on, finger-tight", TorqueStep.Name)],
            Afresh = true,
            When = Centring.Afresh,
            Slots = Slots,
            Judge = c => BySeal(c) ? CrankTurns.Judge(c, Kind, Judge(c)) : Prompt.Next(c),
            Cautions = ["With rods in, the crank is stiff: a bar slips."],
        };

    private static bool BySeal(StepContext c) => Centring.BySeal(c).Because is null;

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        BySeal(c)
            ?
            [
                .. CrankTurns.Looked(c, Kind),
                Slot.Pick(s_rods, "Rods and pistons", s_off, s_on),
                Slot.Tick(s_turned, "On over a sleeve, bolts finger-tight; crank turned both ways, twice; snug"),
            ]
            : [Slot.Tick("on", "On, no seal in, bolts finger-tight"), Centring.Sweeps.FreeSlot(c)];

    private static Judgement Judge(StepContext c)
    {
        if (CrankTurns.Held(c, Kind, c.FirstAt(s_turned)) is { } held)
        {
            return held;
        }

        return !c.Taken(s_rods) ? Prompt.Next(c)
            : c.Taken(s_turned) ? new Judgement(Sentence.Of("Tighten its bolts in order."))
            : new Judgement(
                Sentence.Of(
                    c.Is(s_rods, s_on)
                        ? "Two turns each way on a long bar, slowly: the lip pulls the housing to the middle. Then snug the bolts."
                        : "Two turns each way by hand: the lip pulls the housing to the middle. Then snug the bolts."
                )
            );
    }
}
