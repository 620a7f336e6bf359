using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>What is judged without an instrument: how far it goes, and where it does not.</summary>
public class ByHandTests
{
    // With a puller for whatever it may take: a hand's word is none against one that is too weak.
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json") is var demo
        ? demo with
        {
            Crib = [.. demo.Crib, new("strong", "jaw-puller", [], 300, 200e3, ["nose-cap"], SpreadMm: [20, 400], EdgeThicknessMm: 1)],
        }
        : demo;

    /// <summary>Every task on every described engine of the demo.</summary>
    public static TheoryData<string, string> Tasks => HostileWorkTests.Tasks;

    [Theory]
    [MemberData(nameof(Tasks))]
    public void Every_task_comes_to_its_end_without_one_measured_value(string engine, string kind)
    {
        var sheet = HostileWorkTests.Sheets.Values.Single(s => s.Id == engine);
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == kind);
        var bench = new Workbench(sheet, new TaskRef("crank-float", "rear-seal"), s_shop);
        if (kind == "rear-seal")
        {
            // A new seal waits for the crank's float.
            Walk(bench.Begin());
            bench.Turn(At(procedure, sheet));
        }
        else
        {
            bench = new Workbench(sheet, At(procedure, sheet), s_shop).Begin();
        }

        // A wrench that clicks gives no number.
        foreach (var choice in bench.Task.Choices.Where(c => c.Id.EndsWith("wrench", StringComparison.Ordinal)))
        {
            var how = choice.Id == "wrench" ? "clicks" : "clicks-pass";
            bench.Do((id, at) => new Choose(id, at, bench.Task.Ref, choice.Id, how), Workbench.Tomas);
        }

        Walk(bench);
        Assert.All(
            bench.Log.Select(e => e.Event).OfType<ReadingTaken>(),
            r => Assert.True(r.Value is null || Told(r.Slot.Slot) || Counted(bench, r), $"{r.Slot.Step.Step}/{r.Slot.Slot}")
        );
        Assert.DoesNotContain(bench.Log, e => e.Event is GateOpened);
    }

    private static TaskRef At(Procedure procedure, EngineSheet sheet) => new(procedure.Id, procedure.Home ?? procedure.Places(sheet)[0]);

    /// <summary>To the end of a task, by a builder: no gate is opened by anybody.</summary>
    private static void Walk(Workbench bench)
    {
        for (var n = 0; n < 900 && bench.Task.Next is { } at; n++)
        {
            var step = bench.Task.Steps.First(s => s.Ref == at);
            Assert.True(Forward(bench, step), $"ends at “{step.Title}”: {Wording.Write(step.Now.Do)} {step.Now.Call?.Because}");
        }

        Assert.Null(bench.Task.Next);
    }

    // What a wrench is set to is told, not measured.
    private static bool Told(string slot) => slot is "set" or "adaptor" || slot.StartsWith("set-", StringComparison.Ordinal);

    private static bool Counted(Workbench bench, ReadingTaken reading) =>
        bench.Task.Steps.SelectMany(s => s.Rounds).SelectMany(r => r.Slots).First(s => s.Slot.Key == reading.Slot.Slot).Slot.Dimension
        == Dimension.Count;

    /// <summary>Does the next thing that a step asks for: a tick, a pick, a word, a count; what would be measured is judged by
    /// hand.</summary>
    private static bool Forward(Workbench bench, StepState step)
    {
        bench.Item = step.Ref.Item;
        if (step.Now.Until is { } until && until > Workbench.Start.AddMinutes(bench.Minutes))
        {
            bench.Wait((int)(until - Workbench.Start).TotalMinutes + 1 - bench.Minutes);
        }

        var empty = step.Rounds[^1].Slots.FirstOrDefault(s => s.Live is null && s.Slot.Required && !HandWays.Measured(s.Slot));
        if (empty is not null)
        {
            Take(bench, step, empty.Slot);
            return true;
        }

        if (step is { HandWays: [var way, ..], Hand: null })
        {
            bench.Do((id, at) => new JudgeByHand(id, at, step.Ref, way.Id, HandFound.Good), Workbench.Tomas);
            return true;
        }

        if (step.Rounds[^1].Slots.FirstOrDefault(s => s.Live is null && s.Slot.Required && Told(s.Slot.Key)) is { } told)
        {
            Take(bench, step, told.Slot);
            return true;
        }

        if (step.Now.Call is { Verdict: Verdict.LookAgain } && step.Round == 1)
        {
            bench.Again(step.Ref.Step);
            return true;
        }

        if (step.Now.Call is { Verdict: Verdict.Decide } && !step.Passed)
        {
            bench.Do((id, at) => new Decide(id, at, step.Ref, "by hand so far"), Workbench.Tomas);
            return true;
        }

        return false;
    }

    private static void Take(Workbench bench, StepState step, Slot slot) =>
        bench.Do(
            (id, at) =>
                new TakeReading(
                    id,
                    at,
                    new SlotRef(step.Ref, step.Round, slot.Key),
                    slot.Kind switch
                    {
                        SlotKind.Pick => slot.Options![0].Id,
                        SlotKind.Tool => Tool(slot),
                        SlotKind.Number when slot.Key == "set" => $"{bench.Sheet.CrankBolt!.TorqueNm}",
                        SlotKind.Number => $"{slot.Expected ?? 0}",
                        SlotKind.Text when slot.Key == "front" => "1-4",
                        SlotKind.Text when slot.Key == "rear" => "none",
                        SlotKind.Text when slot.Key == "places" => $"1-{bench.Sheet.Rockers!.Places.Count}",
                        // Shims of the stock.
                        SlotKind.Text when slot.Key == "fitted" => "0.26 + 0.20 + 0.10",
                        _ => "done",
                    },
                    OddConfirmed: true,
                    Sight: slot.Kind == SlotKind.Sight ? new Sight(SightKind.Wire, 0, 0) : null
                ),
            Workbench.Tomas
        );

    /// <summary>One that fits, or that may, where what nobody measured would tell.</summary>
    private static string Tool(Slot slot)
    {
        var match = Calculators.Tooling.ToolMatch.Solve(new(slot.Need!, s_shop.Crib));
        return match.Fits is [var fits, ..] ? fits.Id : s_shop.Crib.First(t => match.Refused.All(r => r.Id != t.Id)).Id;
    }

    private static string Refused(Workbench bench, string step, string how, HandFound found, string line = "", Signer? by = null) =>
        Assert
            .Throws<UnusableInputException>(() =>
                bench.Do((id, at) => new JudgeByHand(id, at, bench.Step(step).Ref, how, found, line), by ?? Workbench.Tomas)
            )
            .Errors.Select(e => $"{e.Key}: {e.Value[0]}")
            .First();

    private static Workbench Judge(Workbench bench, string step, HandFound found, string how = "same-part", Signer? by = null) =>
        bench.Do((id, at) => new JudgeByHand(id, at, bench.Step(step).Ref, how, found), by ?? Workbench.Tomas);

    private static Workbench Cleaned() =>
        new Workbench().Begin().Take("parts", "balancer", "HB-21").Take("parts", "bolt", "B-7").Take("parts", "clean");

    [Fact]
    public void It_is_said_how_and_what_was_found_and_what_needs_no_instrument_is_done()
    {
        var bench = Cleaned();
        Assert.Equal(["same-part", "came-off-hard", "by-hand", "other"], bench.Step("nose").HandWays!.Select(w => w.Id));
        Assert.Null(bench.Step("parts").HandWays);
        Assert.StartsWith("step: “Parts and cleaning” needs no instrument", Refused(bench, "parts", "by-hand", HandFound.Good));
        Assert.StartsWith("how: must be one of same-part, came-off-hard", Refused(bench, "nose", "guessed", HandFound.Good));
        Assert.Equal("line: must say how it was judged", Refused(bench, "nose", "other", HandFound.Good));
        Assert.Equal(
            "by: only a lead goes on with what was not checked at all; Tomas is a builder",
            Refused(bench, "nose", "", HandFound.NotChecked, "no time")
        );
        Assert.Equal("line: must say why it was not checked", Refused(bench, "nose", "", HandFound.NotChecked, "", Workbench.Ines));
    }

    [Fact]
    public void What_was_found_decides_and_the_fit_has_nothing_to_reckon_with()
    {
        var bench = Judge(Judge(Cleaned(), "nose", HandFound.Good), "bore", HandFound.NotSure);
        var (nose, fit) = (bench.Step("nose"), bench.Step("fit"));
        Assert.Equal((Verdict.Decide, true, StepStatus.Released), (nose.Now.Call!.Verdict, nose.Passed, nose.Status));
        Assert.Equal("Good, judged the same part back: not measured.", nose.Now.Call.Because);
        Assert.StartsWith("Feel the force as it goes on", Wording.Write(nose.Now.Do));
        Assert.Equal("Not measured: “Measure the nose” was judged by hand.", fit.Now.Call!.Because);
        Assert.True(fit.Passed);
        Assert.Equal("method", bench.Task.Next!.Step);
        // It is worked out alike from the log.
        var whole = WorkedBuild.Of(bench.Sheets, ProcedureBook.Default, bench.Log).Tasks.Single();
        Assert.Equal(bench.Task.Steps.Select(s => (s.Ref, s.Status, s.Passed)), whole.Steps.Select(s => (s.Ref, s.Status, s.Passed)));
    }

    [Fact]
    public void What_is_bad_by_hand_stands_until_something_was_done_about_it()
    {
        var bench = Judge(Cleaned(), "nose", HandFound.Bad);
        Assert.Equal((Verdict.Stop, false), (bench.Step("nose").Now.Call!.Verdict, bench.Step("nose").Passed));
        Assert.StartsWith("step: “Measure the nose” was judged bad", Refused(bench, "nose", "by-hand", HandFound.Good));
        Judge(bench.Again("nose"), "nose", HandFound.Good);
        Assert.True(bench.Step("nose").Passed);
    }

    /// <summary>A bad reading, its strike and a good one, all sent at once as after a line that was gone.</summary>
    [Fact]
    public void A_stop_that_comes_and_goes_within_a_batch_was_said()
    {
        var bench = new Workbench().Measured();
        var slot = bench.Step("bore").Rounds[0].Slots[0];
        var (at, bad) = (Workbench.Start.AddHours(3), Guid.CreateVersion7());
        Command Reads(Guid id, string typed) =>
            new TakeReading(
                id,
                at,
                new SlotRef(bench.Step("bore").Ref, 1, slot.Slot.Key),
                typed,
                Instrument: slot.Live!.Instrument!.Id,
                OddConfirmed: true
            );
        var sat = new Desk(ProcedureBook.Default, s_shop).Take(
            bench.Build,
            [
                new Strike(Guid.CreateVersion7(), at, slot.Live!.Id, StrikeReason.Slip),
                Reads(bad, "33.900"),
                new Strike(Guid.CreateVersion7(), at, bad, StrikeReason.Slip),
                Reads(Guid.CreateVersion7(), slot.Live.Typed),
            ],
            Workbench.Tomas,
            at
        );
        Assert.Equal(
            [Verdict.Stop, Verdict.Go],
            sat.Added.Select(e => e.Event).OfType<Called>().Where(c => c.Step.Step == "fit").Select(c => c.Judgement.Call!.Verdict)
        );
    }

    /// <summary>What was rubbed out at once was never taken; later it is crossed out, and the Stop waits for it to be read again.</summary>
    [Fact]
    public void A_stop_ends_where_what_was_crossed_out_is_read_again()
    {
        var depth = Seated("7.5", "7.5", "7.5");
        var first = depth.Step("seat").Rounds[^1].Slots[0];
        depth.Wait(depth.Minutes + 10);
        depth.Do((id, at) => new Strike(id, at, first.Live!.Id, StrikeReason.Slip));
        Assert.Equal((Verdict.Stop, false), (depth.Step("seat").Now.Call!.Verdict, depth.Step("seat").Passed));
        foreach (var slot in depth.Step("seat").Rounds[^1].Slots.Where(s => s.Live is not null))
        {
            depth.Do((id, at) => new Strike(id, at, slot.Live!.Id, StrikeReason.Slip));
        }

        depth.TakeAll("seat", Home(depth), Home(depth), Home(depth));
        Assert.NotEqual(Verdict.Stop, depth.Step("seat").Now.Call!.Verdict);
    }

    [Fact]
    public void Once_taken_a_number_rules_also_where_it_was_struck()
    {
        // Measured, the fit is far too tight; each is struck then, and judged by hand.
        var bench = Cleaned();
        bench.TakeAll("nose", [.. Enumerable.Repeat("34.120", 6), "20"]).TakeAll("bore", [.. Enumerable.Repeat("33.900", 6), "20"]);
        Assert.Equal(Verdict.Stop, bench.Step("fit").Now.Call!.Verdict);
        Assert.Null(bench.Step("fit").HandWays);
        var depth = Seated("7.5", "7.5", "7.5");
        Assert.Equal(Verdict.Stop, depth.Step("seat").Now.Call!.Verdict);
        Assert.StartsWith("step: “Seated depth” was measured, and its number is a stop", Refused(depth, "seat", "by-eye", HandFound.Good));
        foreach (var slot in depth.Step("seat").Rounds[^1].Slots)
        {
            depth.Do((id, at) => new Strike(id, at, slot.Live!.Id, StrikeReason.Slip));
        }

        Assert.StartsWith("step: “Seated depth” was measured, and its number is a stop", Refused(depth, "seat", "by-eye", HandFound.Good));
        Assert.StartsWith("step: “Seated depth” was measured", Refused(depth.Again("seat"), "seat", "by-eye", HandFound.Good));
        depth.TakeAll("seat", Home(depth), Home(depth), Home(depth));
        Assert.Equal(Verdict.Go, depth.Step("seat").Now.Call!.Verdict);
    }

    [Fact]
    public void A_number_takes_the_place_of_what_a_hand_judged()
    {
        var depth = Seated();
        Judge(depth, "seat", HandFound.Good, "sharp-rise");
        Assert.True(depth.Step("seat").Passed);
        depth.TakeAll("seat", "7.5", "7.5", "7.5");
        Assert.Equal((Verdict.Stop, false), (depth.Step("seat").Now.Call!.Verdict, depth.Step("seat").Passed));
        Assert.Null(depth.Step("seat").Hand);
    }

    [Fact]
    public void A_lead_opens_a_gate_that_has_no_call_yet()
    {
        var depth = Seated();
        Assert.Null(depth.Step("seat").Now.Call);
        Assert.Throws<UnusableInputException>(() =>
            depth.Do((id, at) => new OpenGate(id, at, depth.Step("seat").Ref, "the owner drives it home"), Workbench.Tomas)
        );
        depth.Do((id, at) => new OpenGate(id, at, depth.Step("seat").Ref, "the owner drives it home"));
        Assert.True(depth.Step("seat").Passed);
        Assert.Equal("Not checked at all: the owner drives it home.", depth.Step("seat").Now.Call!.Because);
    }

    private static string Home(Workbench bench) => FormattableString.Invariant($"{bench.Sheet.Balancer!.SeatedDepthMm:0.00}");

    /// <summary>Up to the seated depth, by hand; then with these depths.</summary>
    private static Workbench Seated(params string[] depths)
    {
        var bench = Judge(Judge(Cleaned(), "nose", HandFound.Good), "bore", HandFound.Good);
        while (bench.Task.Next is { Step: not "seat" } at)
        {
            Assert.True(Forward(bench, bench.Task.Steps.First(s => s.Ref == at)));
        }

        return depths.Length == 0 ? bench : bench.TakeAll("seat", depths);
    }
}
