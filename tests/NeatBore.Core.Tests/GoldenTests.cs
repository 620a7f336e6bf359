using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>
/// Logs with all that was said of them, one for each version of each run sheet. They show what a change of a run sheet or
/// a calculator changes: scripts/golden writes them anew, and the commit says what changed and why.
/// </summary>
public class GoldenTests
{
    private static readonly bool s_writes = Environment.GetEnvironmentVariable("NEATBORE_WRITE_GOLDEN") == "1";
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    public static TheoryData<string> Sheets => [.. ProcedureBook.Default.All.Select(Folder)];

    [Theory]
    [MemberData(nameof(Sheets))]
    public void Of_a_golden_log_is_said_what_was_said(string folder)
    {
        var log = Repository.At("tests", "golden", folder, "build.json");
        var said = Repository.At("tests", "golden", folder, "said.txt");
        if (s_writes)
        {
            Directory.CreateDirectory(Path.GetDirectoryName(log)!);
            // A log that is kept stays as it was; what is said of it is written anew.
            if (!File.Exists(log))
            {
                File.WriteAllText(log, Written(Worked(ProcedureBook.Default.All.Single(p => Folder(p) == folder))));
            }

            File.WriteAllText(said, Said(Read(log)));
        }

        Assert.Equal(File.ReadAllText(said), Said(Read(log)));
    }

    [Fact]
    public void There_is_one_for_each_version_of_each_run_sheet_and_no_other() =>
        Assert.Equal(
            Sheets.Select(s => s.Data).Order(),
            Directory.GetDirectories(Repository.At("tests", "golden")).Select(d => Path.GetFileName(d)).Order()
        );

    [Fact]
    public void The_demo_of_today_is_as_it_was_loaded()
    {
        foreach (var file in Directory.GetFiles(Repository.At("demo", "builds")))
        {
            Assert.All(Read(file).Tasks.SelectMany(t => t.Steps), s => Assert.False(s.Differs));
        }
    }

    private static string Folder(Procedure p) => $"{p.Id}-v{p.Version}";

    private static int Seed(Procedure p) => p.Id.Aggregate(p.Version, (seed, letter) => unchecked((seed * 31) + letter));

    /// <summary>Chance with a seed, and ids that follow from it, so that writing it twice is the same.</summary>
    private static WorkedBuild Worked(Procedure p)
    {
        var sheet = HostileWorkTests.Sheets.Values.First(s => p.Places(s).Count > 0);
        var (random, at, desk) = (new Random(Seed(p)), Workbench.Start, new Desk(new ProcedureBook([p]), s_shop));
        Guid Id()
        {
            var bytes = new byte[16];
            random.NextBytes(bytes);
            return new Guid(bytes);
        }

        var build = WorkedBuild.Of(
            HostileWorkTests.Sheets,
            new ProcedureBook([p]),
            [new(1, at, Workbench.Ines, new BuildOpened(Id(), at, "1", "Golden", sheet.Ref))]
        );
        build = desk.Take(build, new StartTask(Id(), at, new TaskRef(p.Id, p.Home ?? p.Places(sheet)[0])), Workbench.Ines, at);
        for (var i = 0; i < 200 && build.Log.Count < 100; i++)
        {
            at = at.AddMinutes(1);
            try
            {
                build = desk.Take(build, RandomWork.On(build.Tasks.Single(), random, Id(), at, odd: 60, apart: 0.02), Workbench.Ines, at);
            }
            catch (Exception e) when (e is UnusableInputException or OddReadingException)
            {
                continue;
            }
        }

        return build;
    }

    private static string Written(WorkedBuild build)
    {
        var file = new BuildFile(BuildFile.FormatName, build.Log[0].Event.Id, [build.Sheets[build.State.Sheet]], build.Log);
        return JsonSerializer.Serialize(file, CoreJson.Default.BuildFile).Replace("},{\"seq\"", "},\n{\"seq\"", StringComparison.Ordinal)
            + "\n";
    }

    private static WorkedBuild Read(string file)
    {
        var read = JsonSerializer.Deserialize(File.ReadAllText(file), CoreJson.Default.BuildFile)!;
        return WorkedBuild.Of(read.Sheets.ToDictionary(s => s.Ref), ProcedureBook.Default, read.Log);
    }

    /// <summary>All that is said: of each step now, and each call as it was given.</summary>
    private static string Said(WorkedBuild build)
    {
        static string Of(Sentence does, Call? call) =>
            $"{Wording.Write(does)}{(call is null ? "" : $" [{call.Verdict}] {call.Because}{string.Concat(call.Checks.Select(k => $" <{k.Name} {k.Verdict} {k.Value:0.####} {k.Side} "
                + $"{k.Limit:0.####} ±{k.Uncertainty:0.####} {k.Source}>"))}")}";
        var steps = build
            .Tasks.SelectMany(t => t.Steps)
            .Select(s =>
                $"{s.Ref.Step}@{s.Ref.Item} “{s.Title}” "
                + $"{s.Status}{(s.Passed ? " passed" : "")}{(s.BlockedBy is { } by ? $" ({by})" : "")}: "
                + Of(s.Now.Do, s.Now.Call)
                + (s.Now.Answer is { } answer ? $" {CalculatorBook.Default.Of(answer).Name} {answer.Version}" : "")
            );
        var calls = build
            .Log.Where(e => e.Event is Called)
            .Select(e => (Entry: e, Called: (Called)e.Event))
            .Select(c =>
                $"#{c.Entry.Seq} {c.Called.Step.Step}@{c.Called.Step.Item} round {c.Called.Round}, "
                + $"{c.Called.Calculator ?? "run sheet"} {c.Called.Version}: {Of(c.Called.Judgement.Do, c.Called.Judgement.Call)}"
            );
        return string.Join('\n', [build.Tasks.First().Standing.ToString(), .. steps, .. calls]) + "\n";
    }
}
