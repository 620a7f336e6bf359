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
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    /// <summary>Every task on every described engine of the demo.</summary>
    public static TheoryData<string, string> Tasks => HostileWorkTests.Tasks;

    [Theory]
    [MemberData(nameof(Tasks))]
    public void Every_task_comes_to_its_end_without_one_measured_value(string engine, string kind)
    {
        var sheet = HostileWorkTests.Sheets.Values.Single(s => s.Id == engine);
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == kind);
        var bench = new Workbench(sheet, new TaskRef("crank-float", "rear-seal"));
        if (kind == "rear-seal")
        {
            // A new seal waits for the crank's float.
            Walk(bench.Begin());
            bench.Turn(At(procedure, sheet));
        }
        else
        {
            bench = new Workbench(sheet, At(procedure, sheet)).Begin();
        }

        Walk(bench);
        Assert.All(
            bench.Log.Select(e => e.Event).OfType<ReadingTaken>(),
            r => Assert.True(r.Value is null || s_settings.Contains(r.Slot.Slot) || Counted(bench, r), $"{r.Slot.Step.Step}/{r.Slot.Slot}")
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
    private static readonly HashSet<string> s_settings = ["set", "wrench", "adaptor", "angle"];

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

        if (step.Rounds[^1].Slots.FirstOrDefault(s => s.Live is null && s.Slot.Required && s_settings.Contains(s.Slot.Key)) is { } told)
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
                        SlotKind.Number => $"{slot.Expected ?? 0}",
                        SlotKind.Text when slot.Key == "places" => $"1-{bench.Sheet.Rockers!.Places.Count}",
                        _ => "done",
                    },
                    OddConfirmed: true,
                    Sight: slot.Kind == SlotKind.Sight ? new Sight(SightKind.Wire, 0, 0) : null
                ),
            Workbench.Tomas
        );

    private static string Tool(Slot slot) =>
        Calculators.Tooling.ToolMatch.Solve(new(slot.Need!, s_shop.Crib)).Fits is [var fits, ..] ? fits.Id : s_shop.Crib[0].Id;
}
