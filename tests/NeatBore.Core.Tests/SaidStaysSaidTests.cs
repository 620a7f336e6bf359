using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>A log from a version that judged otherwise: nothing is taken back, nothing is said by itself, and both can be seen.</summary>
public class SaidStaysSaidTests
{
    /// <summary>The same log, as if another version had said what was said of a step.</summary>
    private static Workbench Said(Workbench bench, string step, Func<Judgement, Judgement> otherwise)
    {
        for (var i = 0; i < bench.Log.Count; i++)
        {
            if (bench.Log[i].Event is Called called && called.Step.Step == step)
            {
                bench.Log[i] = bench.Log[i] with
                {
                    Event = called with { Judgement = Given.Of(otherwise(called.Judgement.Read())), Version = 0 },
                };
            }
        }

        bench.Forget();
        return bench;
    }

    private static Judgement As(Judgement said, Verdict verdict) => said with { Call = said.Call! with { Verdict = verdict } };

    private static Judgement Worded(Judgement said) => said with { Do = Sentence.Of("In the words of then.") };

    private static Workbench Decided() =>
        new Workbench()
            .Measured()
            .TakeAll("method")
            .TakeAll("dress")
            .TakeAll("tool")
            .TakeEvery("draw", "40.0", "22.5")
            .TakeAll("seat", "6.01", "6.02", "6.00")
            .TakeEvery("bolt", "60", "420", "35", "125.3")
            .TakeAll("turn")
            .TakeAll("mark", "2")
            .Do((id, at) => new Decide(id, at, Workbench.At("mark"), "Marked anew at true centre"));

    [Fact]
    public void Finished_work_is_not_reopened_by_what_would_be_said_now()
    {
        var bench = Said(new Workbench().Measured("33.900"), "fit", s => As(s, Verdict.Go));
        Assert.Equal(
            (Verdict.Go, true, Verdict.Stop),
            (bench.Step("fit").Now.Call!.Verdict, bench.Step("fit").Passed, bench.Step("fit").Otherwise!.Call!.Verdict)
        );
        Assert.Null(bench.Step("method").BlockedBy);
        var before = bench.Log.Count;
        bench.TakeAll("method");
        Assert.Equal(
            bench.Step("method").Rounds[0].Slots.Count(s => s.Slot.Required)
                + bench.Log.Skip(before).Count(e => e.Event is Called { Step.Step: "method" }),
            bench.Log.Count - before
        );
        Assert.DoesNotContain(bench.Log.Skip(before), e => e.Event is Called { Step.Step: "fit" });
    }

    [Fact]
    public void Once_what_it_looks_at_has_changed_it_is_judged_as_today()
    {
        var bench = Said(new Workbench().Measured("33.900"), "fit", s => As(s, Verdict.Go));
        var bore = bench.Step("bore").Rounds[0].Slots[0].Live!.Id;
        bench.Do((id, at) => new Strike(id, at, bore, StrikeReason.Slip)).Take("bore", "s1-0", "33.901");
        Assert.Equal((Verdict.Stop, (Judgement?)null), (bench.Step("fit").Now.Call!.Verdict, bench.Step("fit").Otherwise));
        Assert.Equal(2, bench.Step("fit").Calls.Count);
    }

    [Fact]
    public void A_decision_outlives_other_words_and_another_verdict()
    {
        foreach (var otherwise in (Func<Judgement, Judgement>[])[Worded, s => As(s, Verdict.LookAgain), s => As(Worded(s), Verdict.Stop)])
        {
            var bench = Said(Decided(), "mark", otherwise);
            Assert.Equal(
                (StepStatus.Released, true, Standing.Done),
                (bench.Step("mark").Status, bench.Step("mark").Passed, bench.Task.Standing)
            );
            Assert.Equal("Marked anew at true centre", bench.Step("mark").Calls[^1].Release!.Because);
            Assert.NotNull(bench.Step("mark").Otherwise);
        }
    }

    [Fact]
    public void A_decision_falls_with_what_it_stood_on_and_can_be_made_again()
    {
        var bench = Decided();
        Assert.Equal(StepStatus.Released, bench.Step("mark").Status);
        var read = bench.Step("mark").Rounds[0].Slots[0].Live!.Id;
        bench.Do((id, at) => new Strike(id, at, read, StrikeReason.Slip)).Take("mark", "error", "2");
        // The same number, read again: another reading, and not yet decided on.
        Assert.Equal((Verdict.Decide, false), (bench.Step("mark").Now.Call!.Verdict, bench.Step("mark").Passed));
        bench.Do((id, at) => new Decide(id, at, Workbench.At("mark"), "Read again, the same"));
        Assert.Equal(
            (StepStatus.Released, "Read again, the same"),
            (bench.Step("mark").Status, bench.Step("mark").Calls[^1].Release!.Because)
        );

        // A second reading beside it is one too many.
        bench.Take("mark", "error", "2.1", by: Workbench.Tomas);
        Assert.False(bench.Step("mark").Passed);
    }

    [Fact]
    public void What_a_decision_did_not_stand_on_changes_nothing_of_it()
    {
        var bench = Decided();
        var nose = bench.Step("parts").Rounds[0].Slots.First(s => s.Slot.Kind == SlotKind.Text).Live!.Id;
        bench
            .Do((id, at) => new Note(id, at, Workbench.At("mark"), "Pointer bent"))
            .Do((id, at) => new Strike(id, at, nose, StrikeReason.Slip));
        Assert.NotNull(bench.Step("mark").Calls[^1].Release);
        var kept = Assert.Single(bench.Log.Select(e => e.Event).OfType<Decided>()).StoodOn!;
        Assert.Contains(kept.Readings, r => r.Slot.Slot == "error" && r.Reading is not null);
        Assert.DoesNotContain(kept.Readings, r => r.Slot.Step.Step == "parts");
        Assert.True(kept.Complete);
    }

    [Fact]
    public void Other_words_in_a_new_version_append_nothing_by_themselves()
    {
        var bench = new Workbench().Done();
        foreach (var step in bench.Task.Steps.Select(s => s.Ref.Step).ToList())
        {
            Said(bench, step, Worded);
        }

        var before = bench.Log.Count;
        bench.Do((id, at) => new Note(id, at, Workbench.At("nose"), "Looked at again"));
        Assert.Equal(1, bench.Log.Count - before);
        Assert.Equal(Standing.Done, bench.Task.Standing);
    }

    [Fact]
    public void A_call_that_no_older_version_gave_is_in_the_log_once_it_is_decided_on()
    {
        var bench = Decided();
        bench.Log.RemoveAll(e => e.Event is Called { Step.Step: "mark" } or NeatBore.Core.Log.Decided);
        for (var i = 0; i < bench.Log.Count; i++)
        {
            bench.Log[i] = bench.Log[i] with { Seq = i + 1 };
        }

        bench.Forget();
        Assert.Empty(bench.Step("mark").Calls);
        bench.Do((id, at) => new Decide(id, at, Workbench.At("mark"), "Marked anew"));
        Assert.Equal((StepStatus.Released, "Marked anew"), (bench.Step("mark").Status, bench.Step("mark").Calls.Single().Release!.Because));
    }
}
