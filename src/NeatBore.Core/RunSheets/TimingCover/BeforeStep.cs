using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>What has to come off first, where the balancer is still on.</summary>
internal static class BeforeStep
{
    public static readonly StepName Name = new("before");

    public static Step Step =>
        new(Name, "Balancer comes later", "cover-before")
        {
            When = c =>
                Applies.If(BalancerIsOn(c) && !c.Is(Sweeping.School, Centring.Balancer), "The balancer is not on: it goes on last."),
            Judge = c => new Judgement(
                Sentence.Of("Balancer off again, or choose “balancer on first”. " + Covered(c.Sheet)),
                new Call(Verdict.Stop, Sentence.Of("A balancer on the nose hides the seal’s bore and holds the cover wherever it is."), [])
            ),
            Gate = "the nose is free",
            Cautions = ["No hammer on the balancer."],
        };

    /// <summary>Measured for it is not on; what was on may be off again.</summary>
    private static bool BalancerIsOn(StepContext c) =>
        c.WorkedAt("balancer-on", "draw", "pilot", "seat", "bolt") > c.WorkedAt("balancer-off", "pull", "prise");

    /// <summary>Which bolts a balancer that is on covers, in words; none where nobody knows how large it is.</summary>
    private static string Covered(EngineSheet sheet)
    {
        var ring = sheet.Balancer?.Ring.OuterDiameterMm / 2;
        var hidden = sheet.Cover!.Bolts.Where(b => Math.Sqrt((b.XMm * b.XMm) + (b.YMm * b.YMm)) < ring + 8).Select(b => b.Id).ToList();
        return hidden.Count == 0
            ? "It covers no bolt."
            : $"It covers bolt {string.Join(", ", hidden)}: a long thin socket or a ring spanner reaches behind it.";
    }
}
