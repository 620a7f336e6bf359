using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Whatever a tablet sends to any task on any engine, it is taken, asked about or refused in words; nothing breaks.</summary>
public class HostileWorkTests
{
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    internal static readonly Dictionary<SheetRef, EngineSheet> Sheets = Directory
        .EnumerateFiles(Repository.At("demo", "sheets"))
        // An auxiliary shaft by itself, as the four's is once it is told.
        .Concat(Directory.EnumerateFiles(Repository.At("tests", "sheets")))
        .Select(f => JsonSerializer.Deserialize(File.ReadAllText(f), CoreJson.Default.EngineSheet)!)
        // A task on one that was made by telling begins on its completion, not on itself.
        .Where(s => s.Known is null)
        .ToDictionary(s => s.Ref);

    public static TheoryData<string, string> Tasks =>
        [
            .. Sheets.Values.SelectMany(sheet =>
                ProcedureBook.Default.Newest.Where(p => p.Places(sheet).Count > 0).Select(p => (sheet.Id, p.Id))
            ),
        ];

    [Theory]
    [MemberData(nameof(Tasks))]
    public void Anything_at_any_place_is_taken_or_refused_in_words(string engine, string kind)
    {
        var sheet = Sheets.Values.Single(s => s.Id == engine);
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == kind);
        var task = new TaskRef(kind, procedure.Home ?? procedure.Places(sheet)[0]);
        var desk = new Desk(ProcedureBook.Default, s_shop);
        foreach (var seed in Enumerable.Range(1, 2))
        {
            var random = new Random(seed);
            var at = Workbench.Start;
            var build = WorkedBuild.Of(
                Sheets,
                ProcedureBook.Default,
                [new(1, at, Workbench.Ines, new BuildOpened(Guid.CreateVersion7(), at, "1", "x", sheet.Ref))]
            );
            bool Try(Func<Guid, DateTimeOffset, Command> command)
            {
                at = at.AddMinutes(1);
                var sent = command(Guid.CreateVersion7(), at);
                try
                {
                    build = desk.Take(build, sent, Workbench.Ines, at);
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
                var state = build.Tasks.FirstOrDefault(t => t.Ref == task);
                // Some tasks may not begin before another.
                if (state is null)
                {
                    return;
                }

                // Worked with one version all along, nothing was said that it would not say now: each step knows all that it looks at.
                Assert.All(state.Steps, s => Assert.Null(s.Otherwise));
                // At a gate that won't open for a decision, a lead opens it; otherwise no task would get far.
                var next = RandomWork.On(state, random, Guid.CreateVersion7(), at);
                if (next is not OpenGate || !Try((_, _) => next))
                {
                    Try((id, done) => next is OpenGate gate ? new BeginRound(id, done, gate.Step, "again") : next);
                }
            }
        }
    }
}
