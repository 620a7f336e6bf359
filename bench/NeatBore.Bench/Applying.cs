using System.Diagnostics;
using System.Text.Json;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;

namespace NeatBore.Bench;

/// <summary>The core alone: a reading on the build of twelve rockers, and its whole log at once.</summary>
internal static class Applying
{
    private const int Rounds = 200;

    public static Task RunAsync()
    {
        var file = JsonSerializer.Deserialize(
            File.ReadAllText(Repository.At("demo", "builds", "018-v6.json")),
            CoreJson.Default.BuildFile
        )!;
        var shop = JsonSerializer.Deserialize(File.ReadAllText(Repository.At("demo", "shop.json")), CoreJson.Default.Shop)!;
        var sheets = file.Sheets.ToDictionary(s => s.Ref);
        var build = WorkedBuild.Of(sheets, ProcedureBook.Default, file.Log);
        var (desk, at, by) = (new Desk(ProcedureBook.Default, shop), build.Log[^1].StoredAt, shop.People[0]);
        var (whole, reading, head) = (new Times(), new Times(), new Times());
        for (var i = -50; i < Rounds; i++)
        {
            var clock = Stopwatch.StartNew();
            _ = WorkedBuild.Of(sheets, ProcedureBook.Default, file.Log);
            var all = clock.Elapsed.TotalMilliseconds;
            clock.Restart();
            var after = desk.Take(
                build,
                new TakeReading(
                    Guid.CreateVersion7(),
                    at,
                    new SlotRef(new StepRef(new TaskRef("rocker-trunnions", "rockers"), "body", "rocker-8"), 1, "bore-0"),
                    "22.001",
                    Instrument: "bore-2",
                    OddConfirmed: true
                ),
                by,
                at
            );
            var one = clock.Elapsed.TotalMilliseconds;
            clock.Restart();
            _ = BuildLine.Of(Guid.Empty, after.State);
            _ = after.Tasks.Select(TaskLine.Of).ToList();
            if (i >= 0)
            {
                whole.Add(all);
                reading.Add(one);
                head.Add(clock.Elapsed.TotalMilliseconds);
            }
        }

        Console.WriteLine($"| twelve rockers in the core: the whole log | {whole} | |");
        Console.WriteLine($"| … one reading | {reading} | |");
        Console.WriteLine($"| … its head and lines | {head} | |");
        return Task.CompletedTask;
    }
}
