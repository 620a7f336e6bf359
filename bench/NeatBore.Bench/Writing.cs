using System.Diagnostics;
using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Store;
using NeatBore.Tests;
using Npgsql;

namespace NeatBore.Bench;

/// <summary>Writes, against what the same database does for pgbench on the same cores.</summary>
internal static partial class Writing
{
    private const int Writers = 20;

    /// <summary>As many as a task of a build sees; a log of thousands at one place is nobody's.</summary>
    private const int BuildCommands = 60;

    private static readonly string[] s_slots = ["s1-0", "s1-90", "s2-0", "s2-90"];
    private static readonly TimeSpan s_long = TimeSpan.FromSeconds(10);
    private static readonly Signer s_ines = new("ines", "Ines", Role.Lead);
    private static readonly StepRef s_step = new(new TaskRef("balancer-on", "balancer"), "nose");

    public static async Task RunAsync()
    {
        var (test, database) = await TestDatabase.OpenAsync();
        await using (test)
        await using (database)
        {
            await AppendsAsync(test, database);
        }

        await ReadingsAsync();
    }

    /// <summary>The append as the store does it, without evaluation, and the same statements as a script.</summary>
    private static async Task AppendsAsync(TestDatabase test, Database database)
    {
        var (log, at) = (new BuildLog(database), DateTimeOffset.UtcNow);
        Guid Build(int i) => Guid.Parse($"00000000-0000-7000-8000-{i:000000000000}");
        MadeLine Line(int i, long upTo) =>
            new(
                new BuildLine(
                    Build(i),
                    $"{i}",
                    "Measured",
                    "six",
                    Standing.ToDo,
                    Sentence.Of("Do."),
                    null,
                    null,
                    [],
                    0,
                    3,
                    at,
                    [],
                    View.Front,
                    null,
                    null
                ),
                upTo,
                "bench"
            );
        var opened = new BuildOpened(Guid.Empty, at, "1", "Measured", new SheetRef("six", 1));
        for (var i = 0; i < 2 * Writers; i++)
        {
            await log.OpenAsync(Build(i), [new LogEntry(1, at, s_ines, opened with { Id = Guid.CreateVersion7() })], Line(i, 1));
        }

        var (times, done, clock) = (new Times(), 0, Stopwatch.StartNew());
        await Task.WhenAll(
            Enumerable
                .Range(0, Writers)
                .Select(i =>
                    Task.Run(async () =>
                    {
                        for (var seq = 2L; clock.Elapsed < s_long; seq++)
                        {
                            await times.OfAsync(() =>
                                log.TryAppendAsync(
                                    Build(i),
                                    new Appended(
                                        [new LogEntry(seq, at, s_ines, new Noted(Guid.CreateVersion7(), at, s_step, "measured"))],
                                        Line(i, seq)
                                    )
                                )
                            );
                            Interlocked.Increment(ref done);
                        }
                    })
                )
        );
        var ours = done / clock.Elapsed.TotalSeconds;
        var script = await PgBenchAsync(
            test,
            """
            \set i :client_id + 20
            \set n :n + 1
            begin;
            insert into log (build, seq, id, stored_at, kind, signer, body, raw)
            select ('00000000-0000-7000-8000-' || lpad(:i::text, 12, '0'))::uuid, :n, gen_random_uuid(), now(), e ->> 'kind', '{"id":"ines","name":"Ines","role":"lead"}'::jsonb, e, e::text
            from (select '{"kind":"noted","id":"00000000-0000-7000-8000-000000000001","doneAt":"2026-06-01T08:00:00Z","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose","item":""},"text":"measured"}'::jsonb as e) x;
            insert into line (build, standing, number, up_to, made_by, engine, body)
            values (('00000000-0000-7000-8000-' || lpad(:i::text, 12, '0'))::uuid, 2, '1', :n, 'bench', 'six', '{"id":"x","number":"1","name":"Measured","engine":"six","standing":"to-do","do":{"template":"Do.","args":{}},"places":[],"done":0,"tasks":3,"waits":[],"view":"front"}'::jsonb)
            on conflict (build) do update set standing = excluded.standing, number = excluded.number, up_to = excluded.up_to, made_by = excluded.made_by, engine = excluded.engine, body = excluded.body
            where line.up_to <= excluded.up_to;
            commit;
            select pg_notify('build_grew', 'x 1');
            """
        );
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"| (a) appends, {Writers} writers: the store {ours:0}/s, pgbench with the same statements {script:0}/s | "
                    + $"{ours / script:0.00}; {times} | ≥ 0.5 |"
            )
        );
    }

    /// <summary>Whole readings through HTTP, evaluated.</summary>
    private static async Task ReadingsAsync()
    {
        await using var serving = await Serving.StartAsync(5436);
        var next = 0;
        async Task<List<string[]>> BuildsAsync(int each)
        {
            var builds = new List<string[]>();
            for (var writer = 0; writer < Writers; writer++)
            {
                builds.Add([.. await Task.WhenAll(Enumerable.Range(0, each).Select(_ => serving.BeginAsync(next++)))]);
            }

            return builds;
        }

        await PacedAsync(serving, await BuildsAsync(5), null, TimeSpan.FromSeconds(5));
        var (rate, own, _, _) = await PacedAsync(serving, await BuildsAsync(20), null, s_long);
        await using (var connection = new NpgsqlConnection(serving.OwnerString))
        {
            await connection.OpenAsync();
            await using var make = new NpgsqlCommand(
                "create table single (id uuid primary key, at timestamptz not null, body jsonb not null)",
                connection
            );
            await make.ExecuteNonQueryAsync();
        }

        var single = await PgBenchAsync(
            serving.OwnerString,
            """insert into single (id, at, body) values (gen_random_uuid(), now(), '{"kind":"noted","text":"measured"}'::jsonb);"""
        );
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"| (b) readings through HTTP, {Writers} writers on {Writers} builds: {rate:0}/s, pgbench’s single row "
                    + $"{single:0}/s | {rate / single:0.00}; {own} | ≥ 0.10 |"
            )
        );
        var (_, paced, work, store) = await PacedAsync(serving, await BuildsAsync(3), 200, s_long);
        Console.WriteLine($"| (b) readings at 200/s, whole | {paced} | p95 ≤ 50 ms |");
        Console.WriteLine($"| … of it worked out | {work} | |");
        Console.WriteLine($"| … of it stored | {store} | |");
        await QueuedAsync(serving);
        // One build after another: half a second on each is too short to count by itself.
        var (crowded, commits) = (new Times(), new Times());
        for (var round = -2; round < 10; round++)
        {
            string[] one = [await serving.BeginAsync(next++)];
            var (_, waited, _, stored) = await PacedAsync(serving, [.. Enumerable.Repeat(one, Writers)], null, s_long, 25);
            if (round >= 0)
            {
                crowded.Add(waited);
                commits.Add(stored);
            }
        }

        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"| (b) {Writers} writers on one build, 25 commands each, on 10 builds in turn | "
                    + $"{crowded.Within(0.95) / commits.Within(0.5):0.0} × the median commit; {crowded} | p95 ≤ 20 × |"
            )
        );
        Console.WriteLine($"| … of it stored | {commits} | |");
    }

    /// <summary>What a tablet had queued for the build of twelve rockers while it had no line.</summary>
    private static async Task QueuedAsync(Serving serving)
    {
        var build = (string)(await serving.GetAsync("/api/builds"))["lines"]!.AsArray().Single(l => (string)l!["number"]! == "018")!["id"]!;
        var times = new Times();
        for (var round = 0; round < 3; round++)
        {
            var (commands, live) = (new List<JsonObject>(), (string?)null);
            while (commands.Count < 500)
            {
                var id = $"{Guid.CreateVersion7()}";
                commands.Add(
                    live is null
                        ? new JsonObject
                        {
                            ["do"] = "take-reading",
                            ["id"] = id,
                            ["typed"] = $"22.00{commands.Count % 10}",
                            ["unit"] = "mm",
                            ["instrument"] = "bore-2",
                            ["oddConfirmed"] = true,
                            ["slot"] = JsonNode.Parse(
                                """{"step":{"task":{"kind":"rocker-trunnions","place":"rockers"},"step":"body","item":"rocker-8"},"round":1,"slot":"bore-0"}"""
                            ),
                        }
                        : new JsonObject
                        {
                            ["do"] = "strike",
                            ["id"] = id,
                            ["reading"] = live,
                            ["because"] = "slip",
                        }
                );
                live = live is null ? id : null;
            }

            var (response, body) = await times.OfAsync(() => serving.WorkAsync(build, [.. commands]));
            response.Dispose();
            if (body["results"]!.AsArray().Any(r => !(bool)r!["taken"]!))
            {
                throw new InvalidOperationException("Not all of what was queued was taken.");
            }
        }

        Console.WriteLine($"| 500 queued commands on twelve rockers, at once | {times} | ≤ 5,000 ms |");
    }

    /// <summary>Each writer takes a reading and strikes it, place by place, on one of his builds after another: as fast as it goes, or
    /// so many a second together.</summary>
    private static async Task<(double Rate, Times Whole, Times Work, Times Store)> PacedAsync(
        Serving serving,
        List<string[]> builds,
        double? perSecond,
        TimeSpan howLong,
        int commands = BuildCommands
    )
    {
        var (whole, work, store, clock) = (new Times(), new Times(), new Times(), Stopwatch.StartNew());
        await Task.WhenAll(
            builds.Select(
                (own, writer) =>
                    Task.Run(async () =>
                    {
                        string? live = null;
                        for (var i = 0; clock.Elapsed < howLong && i < commands * own.Length; i++)
                        {
                            if (
                                perSecond is { } pace
                                && (i + ((double)writer / builds.Count)) * builds.Count / pace - clock.Elapsed.TotalSeconds
                                    is > 0
                                        and var early
                            )
                            {
                                await Task.Delay(TimeSpan.FromSeconds(early));
                            }

                            var (build, slot) = (own[i / commands], s_slots[i / 2 % s_slots.Length]);
                            var id = $"{Guid.CreateVersion7()}";
                            var command = live is null
                                ? new JsonObject
                                {
                                    ["do"] = "take-reading",
                                    ["id"] = id,
                                    ["typed"] = $"34.02{i % 10}",
                                    ["unit"] = "mm",
                                    ["oddConfirmed"] = true,
                                    ["slot"] = JsonNode.Parse(
                                        $$"""{"step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"round":1,"slot":"{{slot}}"}"""
                                    ),
                                }
                                : new JsonObject
                                {
                                    ["do"] = "strike",
                                    ["id"] = id,
                                    ["reading"] = live,
                                    ["because"] = "slip",
                                };
                            live = live is null ? id : null;
                            command["doneAt"] = DateTimeOffset.UtcNow;
                            var body = $$"""{"by":"ines","commands":[{{command.ToJsonString()}}]}""";
                            using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
                            using var response = await whole.OfAsync(() =>
                                serving.Client.PostAsync(new Uri($"/api/builds/{build}/work", UriKind.Relative), content)
                            );
                            var timing = response.Headers.GetValues("Server-Timing").Single();
                            work.Add(Duration(timing, "work"));
                            store.Add(Duration(timing, "store"));
                        }
                    })
            )
        );
        return (whole.Count / clock.Elapsed.TotalSeconds, whole, work, store);
    }

    private static double Duration(string timing, string name) =>
        double.Parse(Regex.Match(timing, $"{name};dur=([0-9.]+)").Groups[1].Value, CultureInfo.InvariantCulture);

    private static Task<double> PgBenchAsync(TestDatabase test, string script) => PgBenchAsync(test.OwnerString, script);

    private static async Task<double> PgBenchAsync(string connection, string script)
    {
        var file = Path.GetTempFileName();
        await File.WriteAllTextAsync(file, script);
        var to = new NpgsqlConnectionStringBuilder(connection);
        var run = Process.Start(
            new ProcessStartInfo("pgbench")
            {
                ArgumentList =
                {
                    "-n",
                    "-M",
                    "prepared",
                    "-c",
                    $"{Writers}",
                    "-j",
                    "2",
                    "-T",
                    $"{s_long.TotalSeconds}",
                    "-D",
                    "n=1",
                    "-f",
                    file,
                    to.Database!,
                },
                Environment =
                {
                    ["PGHOST"] = to.Host,
                    ["PGPORT"] = $"{to.Port}",
                    ["PGUSER"] = to.Username,
                    ["PGPASSWORD"] = to.Password,
                },
                RedirectStandardOutput = true,
            }
        )!;
        var said = await run.StandardOutput.ReadToEndAsync();
        await run.WaitForExitAsync();
        File.Delete(file);
        return double.Parse(Rate().Match(said).Groups[1].Value, CultureInfo.InvariantCulture);
    }

    [GeneratedRegex(@"tps = ([0-9.]+)")]
    private static partial Regex Rate();
}
