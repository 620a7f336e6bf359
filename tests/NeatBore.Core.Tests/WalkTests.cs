using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>
/// What a builder reads after each entry, on work that goes each way by chance, over every run sheet and every demo engine: what is asked,
/// refused and told, with the numbers behind it. A change of any of it shows here, at the entry where it first shows;
/// scripts/golden writes the walks anew, and the commit says what changed and why.
/// </summary>
public class WalkTests
{
    private const int Entries = 120;
    private const int Ways = 8;
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    public static TheoryData<string> Procedures => [.. ProcedureBook.Default.Newest.Select(p => p.Id)];

    [Theory]
    [MemberData(nameof(Procedures))]
    public void What_is_read_after_each_entry_is_what_was_read(string id)
    {
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == id);
        var now = HostileWorkTests
            .Sheets.Values.Where(s => procedure.Places(s).Count > 0)
            .OrderBy(s => s.Id, StringComparer.Ordinal)
            .SelectMany(sheet => new[] { 1, 2 }.SelectMany(seed => Walked(procedure, sheet, seed)));
        Walk.Same(id, now);
    }

    /// <summary>Each way of working, chosen before anything is read: of all that is asked and said on it, what was not said before.</summary>
    [Theory]
    [MemberData(nameof(Procedures))]
    public void What_else_can_be_asked_and_said_is_what_could_be(string id)
    {
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == id);
        var known = new HashSet<string>(StringComparer.Ordinal);
        Walk.Same(
            $"said-{id}",
            HostileWorkTests
                .Sheets.Values.Where(s => procedure.Places(s).Count > 0)
                .OrderBy(s => s.Id, StringComparer.Ordinal)
                .SelectMany(sheet => Enumerable.Range(3, Ways).SelectMany(seed => Chosen(procedure, sheet, seed)))
                .SelectMany(said => said)
                .Where(said => known.Add(said.Kind))
                .Select(said => said.Words)
        );
    }

    private static IEnumerable<IEnumerable<(string Kind, string Words)>> Chosen(Procedure procedure, EngineSheet sheet, int seed)
    {
        var (random, at, desk) = (new Random(seed), Workbench.Start, new Desk(ProcedureBook.Default, s_shop));
        var build = WorkedBuild.Of(
            HostileWorkTests.Sheets,
            ProcedureBook.Default,
            [new(1, at, Workbench.Ines, new BuildOpened(Guid.CreateVersion7(), at, "1", "Walked", sheet.Ref))]
        );
        var task = new TaskRef(procedure.Id, procedure.Home ?? procedure.Places(sheet)[0]);
        (build, _) = Try(desk, build, new StartTask(Guid.CreateVersion7(), at, task), at);
        foreach (var choice in build.Tasks.Single().Choices)
        {
            var option = choice.Options[random.Next(choice.Options.Count)].Id;
            (build, _) = Try(desk, build, new Choose(Guid.CreateVersion7(), at, task, choice.Id, option), at);
        }

        for (var i = 0; i < Entries && build.Tasks.Single().Next is not null; i++)
        {
            at = at.AddMinutes(1);
            var before = build.Tasks.Single();
            (build, _) = Try(desk, build, RandomWork.GoingOn(before, random, Guid.CreateVersion7(), at), at);
            yield return build
                .Tasks.Single()
                .Steps.Where((s, n) => n >= before.Steps.Count || !ReferenceEquals(s, before.Steps[n]))
                .Where(s => s.Status != StepStatus.Blocked)
                .Select(s => (Kind(s), $"{Read(s)}{string.Concat(s.Rounds[^1].Slots.Select(Written))}"));
        }
    }

    /// <summary>What is asked and said, whatever the numbers.</summary>
    private static string Kind(StepState step) =>
        string.Join(
            '|',
            [
                step.Ref.Step,
                step.Now.Do.Template,
                step.Now.Call?.Why.Template ?? "",
                .. step.Now.Call?.Checks.Select(k => $"{k.Name} {k.Verdict} {k.Side} {k.Dimension}") ?? [],
                .. step.Rounds[^1].Slots.Select(s => s.Slot.Key),
            ]
        );

    private static string Written(SlotState slot) =>
        $"; {slot.Slot.Label}{(slot.Slot.Kind is SlotKind.Sight or SlotKind.Trace && slot.Live is { } live ? $" = {live.Typed}" : "")}";

    private static IEnumerable<string> Walked(Procedure procedure, EngineSheet sheet, int seed)
    {
        var (random, at, desk) = (new Random(seed), Workbench.Start, new Desk(ProcedureBook.Default, s_shop));
        Guid Id()
        {
            var bytes = new byte[16];
            random.NextBytes(bytes);
            return new Guid(bytes);
        }

        yield return $"== {procedure.Id} on {sheet.Id}, {seed}";
        var build = WorkedBuild.Of(
            HostileWorkTests.Sheets,
            ProcedureBook.Default,
            [new(1, at, Workbench.Ines, new BuildOpened(Id(), at, "1", "Walked", sheet.Ref))]
        );
        var task = new TaskRef(procedure.Id, procedure.Home ?? procedure.Places(sheet)[0]);
        build = desk.Take(build, new StartTask(Id(), at, task), Workbench.Ines, at);
        for (var (i, after) = (0, 0); i < Entries && after < 6; i++)
        {
            after += build.Tasks.Single().Next is null ? 1 : 0;
            at = at.AddMinutes(1);
            var command = RandomWork.GoingOn(build.Tasks.Single(), random, Id(), at);
            yield return $"{i} {Words(command)}";
            if (command is TakeReading { Trace: null, Sight: null } take && char.IsAsciiDigit(take.Typed.Trim('-')[0]))
            {
                // Asked first, as a builder's first Enter is.
                var (_, question) = Try(desk, build, take with { OddConfirmed = false }, at);
                if (question is not null)
                {
                    yield return $"  ? {question}";
                }
            }

            (build, var refused) = Try(desk, build, command, at);
            var stands = build.Tasks.Single();
            foreach (var step in stands.Steps.Where(s => s.Ref == At(command)))
            {
                Holds(step);
                Holds(step, stands.Steps, procedure);
                if (step.Rounds[^1].Slots.Any(s => s.Slot.Bolt is not null))
                {
                    Holds(FastenerBoard.Of(build.State, ProcedureBook.Default, build.SheetOf, build.Newest));
                }
            }

            yield return refused is null
                ? $"  {Walk.Digest(JsonSerializer.Serialize(BuildLine.Of(Guid.Empty, build.State), CoreJson.Default.BuildLine))} "
                    + $"{stands.Standing}, next {stands.Next?.Step}@{stands.Next?.Item}; "
                    + string.Join(" || ", stands.Steps.Where(s => s.Ref == At(command) || s.Ref == stands.Next).Select(Read))
                : $"  refused: {refused}";
        }
    }

    /// <summary>A Go has no check that says otherwise, what stops a check stops the call, and a check stands on the side of its limit that it says.</summary>
    private static void Holds(StepState step)
    {
        if (step.Now.Call is not { } call)
        {
            return;
        }

        Assert.All(
            call.Checks,
            k =>
                Assert.True(
                    k.Verdict is Verdict.Stop ? call.Verdict is Verdict.Stop : k.Verdict is Verdict.Go || call.Verdict is not Verdict.Go,
                    $"{step.Ref}: {call.Verdict}, but {k.Name} says {k.Verdict}"
                )
        );
        foreach (var check in call.Checks.Where(k => double.IsFinite(k.Value)))
        {
            var over = check.Side == Side.Upper ? check.Value - check.Limit : check.Limit - check.Value;
            Assert.False(
                check.Verdict == Verdict.Go ? over > 1e-6 : check.Verdict == Verdict.Stop && over < -1e-6,
                $"{step.Ref}: {check.Name} of {check.Value} against {check.Limit} ({check.Side}) says {check.Verdict}"
            );
        }
    }

    /// <summary>What a step says is measured at itself, where it asks for anything, and at what it needs and weighs for the same
    /// item.</summary>
    private static void Holds(StepState step, IReadOnlyList<StepState> all, Procedure procedure)
    {
        var declared = procedure.Steps.Single(s => s.Id == step.Ref.Step);
        if (step.Status == StepStatus.LeftOut)
        {
            return;
        }

        var others = all.Where(s =>
                (declared.Needs.Contains(s.Ref.Step) || declared.Weighs.Contains(s.Ref.Step))
                && (s.Ref.Item == step.Ref.Item || s.Ref.Item.Length == 0)
                && s.Status != StepStatus.LeftOut
            )
            .Select(s => s.Ref);
        var own = step.Rounds[^1].Slots.Count > 0 || declared.Needs.Count + declared.Weighs.Count == 0;
        Assert.Equal(own ? others.Prepend(step.Ref).ToHashSet() : [.. others], step.MeasuredAt.ToHashSet());
    }

    /// <summary>A group is wrong or missed where one of its bolts is, done where all are, and planned where none was pulled.</summary>
    private static void Holds(IReadOnlyList<FastenerGroup> board) =>
        Assert.All(
            board.Where(g => g.Bolts.Count > 0),
            group =>
            {
                bool Any(FastenerStanding standing) => group.Bolts.Any(b => b.Standing == standing);
                var expected =
                    Any(FastenerStanding.Wrong) ? FastenerStanding.Wrong
                    : Any(FastenerStanding.Missed) ? FastenerStanding.Missed
                    : group.Bolts.All(b => b.Standing == FastenerStanding.Done) ? FastenerStanding.Done
                    : group.Bolts.All(b => b.Standing == FastenerStanding.Planned) ? FastenerStanding.Planned
                    : FastenerStanding.UnderWay;
                Assert.Equal((group.Name, expected), (group.Name, group.Standing));
                // And once more round, to check.
                Assert.All(group.Bolts, b => Assert.InRange(b.PassesDone, 0, group.Passes + 1));
            }
        );

    private static (WorkedBuild Build, string? Refused) Try(Desk desk, WorkedBuild build, Command command, DateTimeOffset at)
    {
        try
        {
            return (desk.Take(build, command, Workbench.Ines, at), null);
        }
        catch (UnusableInputException e)
        {
            return (build, string.Join("; ", e.Errors.Select(f => $"{f.Key}: {string.Join(", ", f.Value)}")));
        }
        catch (OddReadingException e)
        {
            return (build, Wording.Write(e.Question));
        }
    }

    private static StepRef? At(Command command) =>
        command switch
        {
            TakeReading take => take.Slot.Step,
            BeginRound round => round.Step,
            Decide decide => decide.Step,
            OpenGate open => open.Step,
            _ => null,
        };

    private static string Words(Command command) =>
        command switch
        {
            TakeReading take => $"{take.Slot.Step.Step}@{take.Slot.Step.Item}/{take.Slot.Slot} {take.Typed}",
            Choose choose => $"choose {choose.Choice} {choose.Option}",
            _ => $"{command.GetType().Name} {At(command)?.Step}@{At(command)?.Item}",
        };

    private static string Read(StepState step)
    {
        var now = step.Now;
        var call = now.Call is not { } c
            ? ""
            : $" [{c.Verdict}] {c.Because}"
                + string.Concat(
                    c.Checks.Select(k =>
                        $" <{k.Name} {k.Verdict} {Walk.Short(k.Value)} {k.Side} {Walk.Short(k.Limit)} ±{Walk.Short(k.Uncertainty)} {k.Dimension} {k.Source}>"
                    )
                );
        var answer = now.Answer is { } a ? $" {Walk.Digest(JsonSerializer.Serialize(a, CoreWire.Options))}" : "";
        var then = now.Later() is { } later ? $" then at {later.From:HH:mm:ss} {Wording.Write(later.Do)}" : "";
        var slots = string.Join(' ', step.Rounds[^1].Slots.Select(s => Asked(s.Slot)));
        var measured = step.MeasuredAt.Count > 1 ? $" of {string.Join(' ', step.MeasuredAt.Select(m => $"{m.Step}@{m.Item}"))}" : "";
        return $"{step.Ref.Step}@{step.Ref.Item} {step.Status}{(step.Passed ? " passed" : "")} {step.BlockedBy} ({slots}){measured}: "
            + $"{Wording.Write(now.Do)}{call}{answer}{then}";
    }

    private static string Asked(Slot slot) =>
        $"{slot.Key}:{(slot.Expected is { } x ? Walk.Short(x) : "")}/{Walk.Short(slot.Resolution)}"
        + (slot.Plausible is { } band ? $"/{Walk.Short(band.Low)}..{Walk.Short(band.High)}" : "");
}
