using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Two versions of a run sheet side by side, and one version whose code has changed: what was begun goes on as it was
/// begun.</summary>
public class TwoVersionsTests
{
    private static readonly TaskRef s_task = new("try-fit", "balancer");
    private static readonly StepRef s_size = new(s_task, "size");
    private static readonly StepRef s_wipe = new(s_task, "wipe");
    private static readonly EngineSheet s_sheet = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");
    private static readonly DateTimeOffset s_at = Workbench.Start;

    private static class SizeStep
    {
        public static readonly StepName Name = new("size");
        public static readonly NumberSlot A = Name.Number("a");
        public static readonly NumberSlot B = Name.Number("b");
    }

    private static readonly TickSlot s_wiped = new StepName("wipe").Tick("wiped");

    private static Slot Number(string key) =>
        new(key, key, SlotKind.Number, Dimension.Length, 0.01, "micrometer", Plausible: new Band(0, 100));

    private static Procedure Sheet(int version, Func<StepContext, Judgement> judge, params Step[] after) =>
        new(
            "try-fit",
            version,
            $"Try fit {version}",
            _ => ["balancer"],
            [],
            [
                new Step(new("wipe"), "Wiped", "checks") { Slots = _ => [Slot.Tick(s_wiped, "Wiped")], Judge = Prompt.Next },
                new Step(SizeStep.Name, "Its size", "checks")
                {
                    Slots = _ => [Number(SizeStep.A)],
                    Judge = judge,
                    Gate = "a size that fits",
                },
                new Step(new("on"), "On it goes", "checks") { Slots = _ => [Slot.Tick("on", "On")], Judge = Prompt.Next },
                .. after,
            ]
        );

    private static Judgement Says(string words, double? value, double decideAbove, double stopAbove) =>
        value is { } v
            ? new Judgement(
                Sentence.Of(words),
                Call.Of([Check.Stepped("size", v, decideAbove, stopAbove, Dimension.Length)], _ => Sentence.Of($"{words} it is."))
            )
            : new Judgement(Sentence.Of("Read it."));

    private static readonly Procedure s_one = Sheet(1, c => Says("As one says.", c.Number(SizeStep.A), 10, 20));

    private static WorkedBuild Opened(ProcedureBook book) =>
        WorkedBuild.Of(
            new Dictionary<SheetRef, EngineSheet> { [s_sheet.Ref] = s_sheet },
            book,
            [new(1, s_at, Workbench.Ines, new BuildOpened(Guid.CreateVersion7(), s_at, "1", "x", s_sheet.Ref))]
        );

    private static WorkedBuild Do(WorkedBuild build, ProcedureBook book, params Command[] commands) =>
        commands.Aggregate(build, (b, c) => new Desk(book, s_shop).Take(b, c, Workbench.Ines, s_at));

    private static TakeReading Read(StepRef step, string slot, string typed) =>
        new(Guid.CreateVersion7(), s_at, new SlotRef(step, 1, slot), typed, Instrument: "mic-25-50");

    private static StepState Size(WorkedBuild build) => build.Tasks.Single().Steps.Single(s => s.Ref == s_size);

    [Fact]
    public void A_task_is_added_by_its_run_sheet_and_one_line_of_the_book()
    {
        var book = new ProcedureBook([.. ProcedureBook.Default.All, s_one]);
        var opened = Opened(book);
        Assert.Equal("Try fit 1", opened.State.Places.Single(p => p.Id == "balancer").Tasks.Single(t => t.Ref == s_task).Title);
        var worked = Do(
            opened,
            book,
            new StartTask(Guid.CreateVersion7(), s_at, s_task),
            Read(s_wipe, s_wiped, "done") with
            {
                Instrument = null,
            },
            Read(s_size, SizeStep.A, "5") with
            {
                Instrument = null,
            },
            Read(new StepRef(s_task, "on"), "on", "done") with
            {
                Instrument = null,
            }
        );
        Assert.Equal((Standing.Done, Verdict.Go), (worked.Tasks.Single().Standing, Size(worked).Verdict));
    }

    /// <summary>The same log in the hands of other code.</summary>
    private static WorkedBuild Under(ProcedureBook book, WorkedBuild build) => WorkedBuild.Of(build.Sheets, book, build.Log);

    private static WorkedBuild Decided(ProcedureBook book) =>
        Do(
            Opened(book),
            book,
            new StartTask(Guid.CreateVersion7(), s_at, s_task),
            Read(s_size, "a", "12") with
            {
                Instrument = null,
            },
            new Decide(Guid.CreateVersion7(), s_at, s_size, "It will do")
        );

    [Fact]
    public void A_task_goes_on_with_the_version_it_was_begun_with_and_the_next_begins_with_the_newest()
    {
        var two = Sheet(
            2,
            c => Says("As two says.", c.Number(SizeStep.A), 5, 8),
            new Step(new("more"), "One step more", "checks") { Slots = _ => [Slot.Tick("more", "More")], Judge = Prompt.Next }
        );
        var (before, both) = (new ProcedureBook([s_one]), new ProcedureBook([s_one, two]));
        var begun = Do(Opened(before), before, new StartTask(Guid.CreateVersion7(), s_at, s_task));
        var after = Do(Under(both, begun), both, Read(s_size, "a", "9") with { Instrument = null });
        Assert.Equal(
            (1, 3, "As one says. it is."),
            (after.Tasks.Single().Procedure, after.Tasks.Single().Steps.Count, Size(after).Now.Call!.Because)
        );
        Assert.Equal((null, 1), (((Called)after.Log[^1].Event).Calculator, ((Called)after.Log[^1].Event).Version));
        Assert.Equal("Try fit 2", after.State.Places.SelectMany(p => p.Tasks).Single(t => t.Ref == s_task).Title);

        var fresh = Do(
            Opened(both),
            both,
            new StartTask(Guid.CreateVersion7(), s_at, s_task),
            Read(s_size, "a", "9") with
            {
                Instrument = null,
            }
        );
        Assert.Equal(
            (2, 4, Verdict.Stop),
            (fresh.Tasks.Single().Procedure, fresh.Tasks.Single().Steps.Count, Size(fresh).Now.Call!.Verdict)
        );
        Assert.Equal(2, ((Called)fresh.Log[^1].Event).Version);

        // Once the version is gone the log can't be read, and says which.
        Assert.Contains(
            "version 1 of “try-fit”",
            Assert.Throws<UnreadableLogException>(() => Under(new ProcedureBook([two]), after)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_decision_stands_though_new_code_looks_at_more_and_that_changes()
    {
        var old = new ProcedureBook([s_one]);
        var curious = new ProcedureBook([
            Sheet(
                1,
                c => c.Taken(s_wiped) ? Says("Wiped, then.", c.Number(SizeStep.A), 1, 2) : Says("Unwiped.", c.Number(SizeStep.A), 1, 2)
            ),
        ]);
        var build = Under(curious, Decided(old));
        Assert.Equal(
            (StepStatus.Released, Verdict.Decide, Verdict.Stop),
            (Size(build).Status, Size(build).Verdict, Size(build).Otherwise!.Call!.Verdict)
        );

        // What the call did not stand on then is changed: nothing is said, nothing is taken back.
        var wiped = Do(build, curious, Read(s_wipe, "wiped", "done") with { Instrument = null });
        Assert.Equal(build.Log.Count + 1, wiped.Log.Count);
        Assert.Equal((StepStatus.Released, "It will do"), (Size(wiped).Status, Size(wiped).Calls[^1].Release!.Because));

        // What it did stand on is: it falls, and is judged as today.
        var struck = Do(
            wiped,
            curious,
            new Strike(Guid.CreateVersion7(), s_at, Size(wiped).Rounds[0].Slots[0].Live!.Id, StrikeReason.Slip),
            Read(s_size, "a", "12") with
            {
                Instrument = null,
            }
        );
        Assert.Equal((false, Verdict.Stop), (Size(struck).Passed, Size(struck).Verdict));
    }

    [Fact]
    public void New_code_that_wants_more_before_it_judges_does_not_reopen_what_was_judged()
    {
        var old = new ProcedureBook([s_one]);
        var done = Do(
            Opened(old),
            old,
            new StartTask(Guid.CreateVersion7(), s_at, s_task),
            Read(s_size, "a", "9") with
            {
                Instrument = null,
            }
        );
        var slow = new ProcedureBook([
            s_one with
            {
                Steps =
                [
                    s_one.Steps[0],
                    s_one.Steps[1] with
                    {
                        Slots = _ => [Number(SizeStep.A), Number(SizeStep.B)],
                        Judge = c => c.Taken(SizeStep.B) ? s_one.Steps[1].Judge(c) : new Judgement(Sentence.Of("Read b.")),
                    },
                    s_one.Steps[2],
                ],
            },
        ]);
        var build = Under(slow, done);
        Assert.Equal((true, Verdict.Go), (Size(build).Passed, Size(build).Verdict));
        Assert.Null(Size(build).Otherwise!.Call);
        Assert.Null(build.Tasks.Single().Steps[2].BlockedBy);
    }

    [Theory]
    [InlineData("""{"calculator":"of-tomorrow","version":7,"found":{"much":[1,2]}}""", "of-tomorrow", 7, false)]
    [InlineData(
        """{"calculator":"draw-travel","version":3,"more":true,"engagedMm":3.5,"leftMm":1,"share":0.5,"forceN":null}""",
        "draw-travel",
        3,
        true
    )]
    public void An_answer_of_another_version_stays_as_it_was_and_the_log_goes_on(
        string answer,
        string calculator,
        int version,
        bool readable
    )
    {
        var old = new ProcedureBook([s_one]);
        var decided = Decided(old);
        var text = JsonSerializer.Serialize(
            new BuildFile(
                BuildFile.FormatName,
                Guid.Empty,
                [s_sheet],
                [
                    .. decided.Log.Select(e =>
                        e.Event is Called c
                            ? e with
                            {
                                Event = c with
                                {
                                    Calculator = calculator,
                                    Version = version,
                                    Judgement = c.Judgement with
                                    {
                                        Do = Sentence.Of("In other words."),
                                        Answer = JsonDocument.Parse(answer).RootElement,
                                    },
                                },
                            }
                            : e
                    ),
                ]
            ),
            CoreJson.Default.BuildFile
        );
        var read = JsonSerializer.Deserialize(text, CoreJson.Default.BuildFile)!;
        Assert.Equal(text, JsonSerializer.Serialize(read, CoreJson.Default.BuildFile));

        var build = WorkedBuild.Of(decided.Sheets, old, read.Log);
        Assert.Equal(
            (StepStatus.Released, calculator, version),
            (Size(build).Status, Size(build).Calls[^1].Calculator!, Size(build).Calls[^1].Version)
        );
        Assert.Equal(answer, Size(build).Calls[^1].Judgement.Answer!.Value.GetRawText());
        Assert.Equal(readable, Size(build).Now.Answer is not null);
        Assert.Equal("In other words.", Wording.Write(Size(build).Now.Do));
        Assert.Equal(
            build.Log.Count + 1,
            Do(build, old, new Note(Guid.CreateVersion7(), s_at, s_wipe, "read by another version")).Log.Count
        );
    }
}
