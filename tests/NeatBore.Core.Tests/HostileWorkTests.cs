using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Whatever a tablet sends to any task on any engine, it is taken, asked about or refused in words; nothing breaks.</summary>
public class HostileWorkTests
{
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    private static readonly Dictionary<SheetRef, EngineSheet> s_sheets = Directory.EnumerateFiles(Repository.At("demo", "sheets"))
        .Select(f => JsonSerializer.Deserialize(File.ReadAllText(f), CoreJson.Default.EngineSheet)!).ToDictionary(s => s.Ref);

    public static TheoryData<string, string> Tasks => [.. s_sheets.Values.GroupBy(s => s.Id).Select(g => g.MaxBy(s => s.Version)!)
        .SelectMany(sheet => ProcedureBook.Default.Newest.Where(p => p.Places(sheet).Count > 0).Select(p => (sheet.Id, p.Id)))];

    [Theory]
    [MemberData(nameof(Tasks))]
    public void Anything_at_any_place_is_taken_or_refused_in_words(string engine, string kind)
    {
        var sheet = s_sheets.Values.Where(s => s.Id == engine).MaxBy(s => s.Version)!;
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == kind);
        var task = new TaskRef(kind, procedure.Home ?? procedure.Places(sheet)[0]);
        var desk = new Desk(s_sheets, ProcedureBook.Default, s_shop);
        foreach (var seed in Enumerable.Range(1, 2))
        {
            var random = new Random(seed);
            var at = Workbench.Start;
            List<LogEntry> log = [new(1, at, Workbench.Ines, new BuildOpened(Guid.CreateVersion7(), at, "1", "x", sheet.Ref))];
            bool Try(Func<Guid, DateTimeOffset, Command> command)
            {
                at = at.AddMinutes(1);
                var sent = command(Guid.CreateVersion7(), at);
                try
                {
                    log.AddRange(desk.Take(log, sent, Workbench.Ines, at));
                    return true;
                }
                catch (Exception e) when (e is UnusableInputException or OddReadingException)
                {
                    return false;
                }
                catch (Exception e)
                {
                    throw new Xunit.Sdk.XunitException($"{engine} {kind}: {sent}: {e}");
                }
            }

            Try((id, done) => new StartTask(id, done, task));
            for (var i = 0; i < 60; i++)
            {
                var state = Evaluation.Evaluate(s_sheets, ProcedureBook.Default, log, DateTimeOffset.MaxValue).Tasks.FirstOrDefault(t => t.Ref == task);
                // Some tasks may not begin before another.
                if (state is null)
                {
                    return;
                }

                // Worked with one version all along, nothing was said that it would not say now: each step knows all that it looks at.
                Assert.All(state.Steps, s => Assert.Null(s.Otherwise));
                var open = state.Steps.Where(s => s.BlockedBy is null && s.Status != StepStatus.LeftOut).ToList();
                var step = open.Find(s => !s.Passed) is { } next && random.Next(6) > 0 ? next : open[random.Next(open.Count)];
                var slots = step.Rounds[^1].Slots;
                var place = slots.FirstOrDefault(s => s.Live is null && s.Slot.Required) is { } empty && random.Next(5) > 0 ? empty : slots.Count > 0 ? slots[random.Next(slots.Count)] : null;
                if (place is null || slots.All(s => s.Live is not null) || random.Next(12) == 0)
                {
                    if (!Try((id, done) => new OpenGate(id, done, step.Ref, "to go on")))
                    {
                        Try((id, done) => random.Next(2) == 0 && state.Choices.Count > 0
                            ? new Choose(id, done, task, state.Choices[random.Next(state.Choices.Count)] is var c ? c.Id : "", c.Options[random.Next(c.Options.Count)].Id)
                            : new BeginRound(id, done, step.Ref, "again"));
                    }

                    continue;
                }

                var (typed, trace, sight) = Anything(place.Slot, random);
                Try((id, done) => new TakeReading(id, done, new SlotRef(step.Ref, step.Round, place.Slot.Key), typed, OddConfirmed: true, Trace: trace, Sight: sight));
            }
        }
    }

    private static (string Typed, TraceColumns? Trace, Sight? Sight) Anything(Slot slot, Random random) => slot.Kind switch
    {
        SlotKind.Tool => (s_shop.Crib[random.Next(s_shop.Crib.Count)].Id, null, null),
        SlotKind.Pick => (slot.Options![random.Next(slot.Options.Count)].Id, null, null),
        SlotKind.Sight => ("seen", null, new Sight((SightKind)random.Next(3), Odd(random, 0, 4), Odd(random, 0, 4))),
        SlotKind.Trace => ("trace", new TraceColumns([.. Enumerable.Range(0, 40).Select(i => i * Odd(random, 0.5, 0.2))], [.. Enumerable.Range(0, 40).Select(i => i * Odd(random, 100, 50))]), null),
        SlotKind.Number => (Wording.Number(
            slot.Dimension == Dimension.Count ? Math.Round(Odd(random, 3, 3)) : slot.Plausible is { } part && random.Next(4) > 0 ? Odd(random, (part.Low + part.High) / 2, part.High - part.Low) : Odd(random, slot.Expected ?? 10, 10), 0.001).Replace('−', '-'), null, null),
        _ => ("done", null, null),
    };

    private static double Odd(Random random, double about, double spread) => random.Next(12) switch
    {
        0 => 0,
        1 => -about,
        2 => 999_999,
        3 => 1e-3,
        4 => about,
        _ => about + ((random.NextDouble() - 0.5) * spread),
    };
}
