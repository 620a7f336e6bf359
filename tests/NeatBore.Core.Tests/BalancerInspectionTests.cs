using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

public class BalancerInspectionTests
{
    private static readonly string[] s_true = ["0.00", "0.01", "0.02", "0.03", "0.03", "0.02", "0.01", "0.00"];

    private static Workbench Inspected(
        string rubber = "sound",
        string ring = "firm",
        string[]? radial = null,
        string keyway = "sound",
        string nose = "sound",
        string after = "23.6",
        string[]? groove = null
    ) =>
        new Workbench(task: new TaskRef("balancer-inspect", "balancer"))
            .Begin()
            .TakeAll("rubber", rubber, "sound", ring)
            .TakeAll("radial", radial ?? s_true)
            .TakeAll("face", s_true)
            .TakeAll("metal", "sound", keyway, nose)
            .TakeAll("mark", "24", after)
            .TakeAll("groove", groove ?? ["none"]);

    private static BalancerVerdict.Answer Outcome(Workbench bench) =>
        Assert.IsType<BalancerVerdict.Answer>(bench.Step("verdict").Now.Answer);

    /// <summary>A nail that catches is a verdict by itself: no hand wipes it out, and who presses the same one on hears it again.</summary>
    [Fact]
    public void A_groove_that_is_felt_is_decided_on_and_heard_where_the_same_one_goes_on()
    {
        var bench = Inspected();
        var none = bench.Step("groove").Rounds[0].Slots[0].Live!.Id;
        bench.Do((id, at) => new Strike(id, at, none, StrikeReason.Slip)).Pick("groove", "groove", "felt");
        Assert.Equal(Verdict.Decide, bench.Step("groove").Now.Call!.Verdict);
        bench.Do((id, at) => new JudgeByHand(id, at, bench.Step("groove").Ref, HandWays.ByHand.Id, HandFound.NotSure), Workbench.Tomas);
        Assert.False(bench.Step("groove").Passed);
        bench.Do((id, at) => new Decide(id, at, bench.Step("groove").Ref, "a sleeve is ordered"), Workbench.Tomas);
        Assert.True(bench.Step("groove").Passed);
        Assert.Equal(Verdict.Decide, bench.Step("verdict").Now.Call!.Verdict);
        bench.Turn(new TaskRef("balancer-on", "balancer")).Choose("which", "same");
        Assert.StartsWith("A fingernail catches", bench.Step("others").Now.Call!.Because, StringComparison.Ordinal);
        Assert.False(bench.Step("others").Passed);
        Assert.Equal(StepStatus.LeftOut, bench.Choose("which", "another").Step("others").Status);
    }

    [Fact]
    public void A_sound_one_goes_back_and_every_question_is_shown()
    {
        var bench = Inspected();
        Assert.Equal(BalancerVerdict.Outcome.Reuse, Outcome(bench).Outcome);
        Assert.Equal(6, Outcome(bench).Branches.Count);
        Assert.Equal(Standing.Done, bench.Task.Standing);
        Assert.Equal("0.03 mm radial, 0.03 mm face", Wording.Write(Outcome(bench).Branches[1].Found));
    }

    [Fact]
    public void Each_fault_leads_where_the_tree_says_and_the_worst_wins()
    {
        string[] bent = ["0.00", "0.06", "0.12", "0.20", "0.24", "0.20", "0.12", "0.06"];
        Assert.Equal(BalancerVerdict.Outcome.Replace, Outcome(Inspected(rubber: "deep")).Outcome);
        Assert.Equal(BalancerVerdict.Outcome.Replace, Outcome(Inspected(ring: "moved")).Outcome);
        Assert.Equal(BalancerVerdict.Outcome.Replace, Outcome(Inspected(radial: bent)).Outcome);
        Assert.Equal(BalancerVerdict.Outcome.Replace, Outcome(Inspected(keyway: "spread")).Outcome);
        Assert.Equal(BalancerVerdict.Outcome.Sleeve, Outcome(Inspected(nose: "worn")).Outcome);
        Assert.Equal(BalancerVerdict.Outcome.ReMark, Outcome(Inspected(after: "20")).Outcome);
        Assert.Equal(BalancerVerdict.Outcome.Sleeve, Outcome(Inspected(nose: "worn", after: "20")).Outcome);
        Assert.Equal(BalancerVerdict.Outcome.Replace, Outcome(Inspected(rubber: "deep", nose: "worn")).Outcome);
    }

    [Fact]
    public void One_that_is_replaced_is_a_stop_with_the_question_that_decided()
    {
        var bench = Inspected(ring: "moved");
        Assert.Equal(
            (Verdict.Stop, "Rubber sound, ring where it was? No: sound, moved in or out."),
            (bench.Step("verdict").Now.Call!.Verdict, bench.Step("verdict").Now.Call!.Because)
        );
        Assert.Equal("Replace it. It does not go back on an engine.", bench.Says("verdict"));
        Assert.Equal(Standing.Stop, bench.Task.Standing);
    }

    [Fact]
    public void A_groove_moves_the_seal_or_asks_for_a_sleeve()
    {
        // The lip runs at 35; it has to stand 0.5 clear of (0.8 + 1.2)/2 + 0.075 + 0.2 = 1.275 round the groove's middle at 34.5.
        var moved = Inspected(groove: ["felt", "34.5", "1.2", "0.06"]);
        Assert.Equal("Press the next seal to 6.3 mm, deeper, and the lip clears the groove.", moved.Says("groove"));
        Assert.Equal(BalancerVerdict.Outcome.Reuse, Outcome(moved).Outcome);
        var wide = Inspected(groove: ["felt", "35", "4.5", "0.10"]);
        Assert.Equal("Fit a thin repair sleeve over the groove, or say why not.", wide.Says("groove"));
        Assert.Equal(BalancerVerdict.Outcome.Sleeve, Outcome(wide).Outcome);
    }

    [Fact]
    public void A_mark_that_lies_says_where_to_cut_the_new_one()
    {
        // (24 − 20)/2 = 2° before; π · 168 · 2/360 = 2.93 mm.
        var bench = Inspected(after: "20");
        Assert.Equal("The mark lies by 2.0°. Cut a new one 2.9 mm round the ring, with rotation.", bench.Says("mark"));
        bench.Do((id, at) => new Decide(id, at, bench.Step("mark").Ref, "Re-marked"));
        bench.Do((id, at) => new Decide(id, at, bench.Step("verdict").Ref, "New mark cut, old one defaced"));
        Assert.Equal(Standing.Done, bench.Task.Standing);
    }

    [Fact]
    public void Nothing_but_the_words_offered_can_be_picked()
    {
        var bench = new Workbench(task: new TaskRef("balancer-inspect", "balancer")).Begin();
        var errors = bench.Refused((id, at) => new TakeReading(id, at, new SlotRef(bench.Step("rubber").Ref, 1, "front"), "fine-ish"));
        Assert.Equal("must be one of sound, fine, deep, bulge, missing", errors["typed"][0]);
    }
}
