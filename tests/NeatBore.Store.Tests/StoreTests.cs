using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Store;
using NeatBore.Tests;
using Npgsql;
using Xunit;

namespace NeatBore.Store.Tests;

public sealed class StoreTests : IAsyncLifetime
{
    private static readonly DateTimeOffset s_at = new(2026, 6, 1, 8, 0, 0, 123, 456, TimeSpan.Zero);
    private static readonly Signer s_ines = new("ines", "Ines", Role.Lead);
    private static readonly StepRef s_step = new(new TaskRef("balancer-on", "balancer"), "nose");

    private TestDatabase _test = null!;
    private Database _database = null!;
    private BuildLog _builds = null!;

    public async ValueTask InitializeAsync()
    {
        (_test, _database) = await TestDatabase.OpenAsync();
        _builds = new BuildLog(_database);
    }

    public async ValueTask DisposeAsync()
    {
        await _database.DisposeAsync();
        await _test.DisposeAsync();
    }

    private static LogEntry Opened(long seq = 1) =>
        new(seq, s_at, s_ines, new BuildOpened(Guid.CreateVersion7(), s_at, "014", "Hill-climb tourer", new SheetRef("six", 1)));

    private static LogEntry Note(long seq, string text = "x", Guid? id = null) =>
        new(seq, s_at, s_ines, new Noted(id ?? Guid.CreateVersion7(), s_at, s_step, text));

    private async Task<Guid> OpenAsync()
    {
        var build = Guid.CreateVersion7();
        await _builds.OpenAsync(build, [Opened()], null, TestContext.Current.CancellationToken);
        return build;
    }

    [Fact]
    public async Task A_change_is_seen_by_whoever_asks_after_it_however_many_ask_meanwhile()
    {
        var (register, settings) = (new ShopRegister(_database), new ShopSettings(_database));
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        var asked = 0;
        var others = Enumerable
            .Range(0, 8)
            .Select(_ =>
                Task.Run(
                    async () =>
                    {
                        while (!stop.IsCancellationRequested)
                        {
                            await register.KeptAsync(TestContext.Current.CancellationToken);
                            Interlocked.Increment(ref asked);
                        }
                    },
                    TestContext.Current.CancellationToken
                )
            )
            .ToList();
        await settings.PutPersonAsync(s_ines, "Ines", stop.Token);
        for (var i = 0; i < 40; i++)
        {
            await settings.PutPersonAsync(new Signer($"p{i}", $"Person {i}", Role.Builder), "Ines", stop.Token);
            Assert.Contains((await register.ReadAsync(stop.Token)).People, p => p.Id == $"p{i}");
        }

        await stop.CancelAsync();
        await Task.WhenAll(others);
        Assert.True(asked > 40);
    }

    [Fact]
    public async Task The_bell_rings_for_what_was_committed_in_this_or_any_other_instance()
    {
        var rung = System.Threading.Channels.Channel.CreateUnbounded<(Guid Build, long UpTo)?>();
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        var listening = new BuildBell(_database).ListenAsync(g => rung.Writer.TryWrite(g), stop.Token);
        Assert.Null(await rung.Reader.ReadAsync(stop.Token));
        await using var other = new Database(_test.ConnectionString, _test.OwnerString);
        var build = Guid.CreateVersion7();
        await new BuildLog(other).OpenAsync(build, [Opened()], null, stop.Token);
        await new BuildLog(other).AppendAsync(build, 0, log => new Appended([Note(2), Note(3)], null), stop.Token);
        await new BuildLog(other).AppendAsync(build, 0, log => new Appended([], null), stop.Token);
        await new BuildLog(other).AppendAsync(build, 0, log => new Appended([Note(4)], null), stop.Token);
        // Told after the commit, those that came meanwhile at once: always of the build, further each time, to the end.
        var told = new List<(Guid Build, long UpTo)>();
        while (told.Count == 0 || told[^1].UpTo < 4)
        {
            told.Add((await rung.Reader.ReadAsync(stop.Token))!.Value);
        }

        Assert.All(told, t => Assert.Equal(build, t.Build));
        Assert.Equal(told.Select(t => t.UpTo).Distinct().Order(), told.Select(t => t.UpTo));
        Assert.Equal(4, await _builds.UpToAsync(build, stop.Token));
        Assert.Null(await _builds.UpToAsync(Guid.CreateVersion7(), stop.Token));
        await stop.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => listening);
    }

    [Fact]
    public async Task A_picture_is_kept_once_and_never_changed()
    {
        var blobs = new BlobShelf(_database);
        var cancel = TestContext.Current.CancellationToken;
        var name = new string('a', 64);
        await blobs.AddAsync(name, "image/png", [1, 2, 3], cancel);
        await blobs.AddAsync(name, "image/jpeg", [9], cancel);
        var kept = await blobs.ReadAsync(name, cancel);
        Assert.Equal(("image/png", "AQID"), (kept!.Value.Type, Convert.ToBase64String(kept.Value.Bytes)));
        Assert.Null(await blobs.ReadAsync(new string('b', 64), cancel));
        Assert.Equal((true, false), (await blobs.HasAsync(name, cancel), await blobs.HasAsync(new string('b', 64), cancel)));
    }

    [Fact]
    public async Task Migrating_again_or_at_once_from_several_places_changes_nothing()
    {
        var build = await OpenAsync();
        await Task.WhenAll(
            Enumerable.Range(0, 4).Select(_ => Task.Run(() => _database.MigrateAsync(TestContext.Current.CancellationToken)))
        );
        Assert.Single((await _builds.ReadAsync(build, 0, TestContext.Current.CancellationToken))!);
    }

    [Fact]
    public async Task What_was_appended_is_read_back_the_same()
    {
        var build = await OpenAsync();
        var called = new Called(
            Guid.CreateVersion7(),
            s_at.ToOffset(TimeSpan.FromHours(2)),
            s_step,
            2,
            new Given(
                Sentence.Of("Draw it {left} more; “µ” ± \" \\u0000-free.", ("left", Quantity.Mm(27.4))),
                Call.Of([Check.AtMost("tilt", 0.1 + 0.2, 1 / 3.0, 1e-17)], c => Sentence.Of(c.Name)),
                JsonDocument.Parse("""{"calculator":"one-of-tomorrow","version":3,"more":[1e-17,"µ"]}""").RootElement
            ),
            "one-of-tomorrow",
            3
        );
        var written = new LogEntry(2, s_at, s_ines, called);
        await _builds.AppendAsync(build, 0, _ => new Appended([written], null), TestContext.Current.CancellationToken);
        var read = (await _builds.ReadAsync(build, 0, TestContext.Current.CancellationToken))![1];
        // The database keeps the order of an answer’s fields in a way of its own.
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(Json(written)), JsonNode.Parse(Json(read))), $"{Json(written)}\n{Json(read)}");
        Assert.Equal(3, ((Called)read.Event).Judgement.Answer!.Value.GetProperty("version").GetInt32());
    }

    [Fact]
    public async Task Writers_of_one_build_wait_for_one_another_and_the_log_never_branches()
    {
        var build = await OpenAsync();
        await Parallel.ForEachAsync(
            Enumerable.Range(0, 120),
            new ParallelOptions { MaxDegreeOfParallelism = 12 },
            async (i, cancel) => await _builds.AppendAsync(build, 0, log => new Appended([Note(log[^1].Seq + 1, $"{i}")], null), cancel)
        );
        var log = (await _builds.ReadAsync(build, 0, TestContext.Current.CancellationToken))!;
        Assert.Equal(Enumerable.Range(1, 121).Select(i => (long)i), log.Select(e => e.Seq));
        Assert.Equal(120, log.Select(e => e.Event).OfType<Noted>().Select(n => n.Text).Distinct().Count());
    }

    [Fact]
    public async Task Whoever_knows_too_little_of_a_log_adds_nothing_to_it_and_nothing_to_Today()
    {
        var (build, cancel) = (await OpenAsync(), TestContext.Current.CancellationToken);
        Appended Grown(long seq, params LogEntry[] entries) =>
            new(entries, new MadeLine(Line(build, "1", Standing.Stop) with { Name = $"{seq}" }, seq, "v1"));
        Assert.True(await _builds.TryAppendAsync(build, Grown(2, Note(2)), cancel));
        Assert.False(await _builds.TryAppendAsync(build, Grown(3, Note(2), Note(3)), cancel));
        Assert.Equal([1, 2], (await _builds.ReadAsync(build, 0, cancel))!.Select(e => e.Seq));
        Assert.Equal("2", Assert.Single(await new TodayLines(_database).ReadAsync(null, 9, cancel)).Name);
        var tried = await Task.WhenAll(
            Enumerable.Range(0, 12).Select(_ => _builds.TryAppendAsync(build, Grown(3, Note(3), Note(4)), cancel))
        );
        Assert.Single(tried, true);
    }

    [Fact]
    public async Task An_id_that_another_build_has_is_refused_and_nothing_of_it_is_kept()
    {
        var (one, other) = (await OpenAsync(), await OpenAsync());
        var id = Guid.CreateVersion7();
        await _builds.AppendAsync(one, 0, _ => new Appended([Note(2, id: id)], null), TestContext.Current.CancellationToken);
        var refused = await Assert.ThrowsAsync<PostgresException>(() =>
            _builds.AppendAsync(other, 0, _ => new Appended([Note(2), Note(3, id: id)], null), TestContext.Current.CancellationToken)
        );
        Assert.Equal(PostgresErrorCodes.UniqueViolation, refused.SqlState);
        Assert.Single((await _builds.ReadAsync(other, 0, TestContext.Current.CancellationToken))!);
    }

    [Theory]
    [InlineData("update log set seq = seq + 1")]
    [InlineData("delete from log")]
    [InlineData("truncate log")]
    [InlineData("delete from sheet_version")]
    public async Task The_log_and_the_sheets_are_only_ever_added_to(string sql)
    {
        await OpenAsync();
        Assert.Contains("only ever added to", (await RefusedAsync(_test.OwnerString, sql)).MessageText, StringComparison.Ordinal);
        Assert.Equal(PostgresErrorCodes.InsufficientPrivilege, (await RefusedAsync(_test.ConnectionString, sql)).SqlState);
    }

    [Theory]
    [InlineData("drop table log")]
    [InlineData("alter table log disable trigger all")]
    [InlineData("create role other superuser")]
    [InlineData("update min_app set version = '0.1'")]
    [InlineData("insert into schemaversions (scriptname, applied) values ('x', now())")]
    [InlineData("select pg_read_file('/etc/passwd')")]
    public async Task The_apps_role_reads_and_adds_and_nothing_else(string sql) =>
        Assert.Equal(PostgresErrorCodes.InsufficientPrivilege, (await RefusedAsync(_test.ConnectionString, sql)).SqlState);

    [Fact]
    public async Task Many_at_once_leave_room_below_what_the_cluster_takes()
    {
        await OpenAsync();
        await Task.WhenAll(
            Enumerable
                .Range(0, 300)
                .Select(_ => Task.Run(() => new TodayLines(_database).CountAsync(TestContext.Current.CancellationToken)))
        );
        await using var connection = new NpgsqlConnection(_test.OwnerString);
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = new NpgsqlCommand(
            "select count(*) from pg_stat_activity where datname = current_database() and usename = 'neatbore_app'",
            connection
        );
        Assert.InRange((long)(await command.ExecuteScalarAsync(TestContext.Current.CancellationToken))!, 2, 40);
    }

    [Fact]
    public async Task A_record_that_wants_another_version_or_can_t_be_brought_up_to_date_says_so_in_one_line()
    {
        Task<CannotOpenException> CannotAsync() =>
            Assert.ThrowsAsync<CannotOpenException>(() => _database.MigrateAsync(TestContext.Current.CancellationToken));

        // What a newer version added stands beside, until it says that no older one may come back.
        await OwnAsync("insert into schemaversions (scriptname, applied) values ('NeatBore.Store.Migrations.9004_more.sql', now())");
        await _database.MigrateAsync(TestContext.Current.CancellationToken);
        await OwnAsync("update min_app set version = '9.4'");
        Assert.Contains("wants Neat Bore 9.4 or newer, and this is 1.0;", (await CannotAsync()).Message, StringComparison.Ordinal);

        await OwnAsync("update min_app set version = '1.0'; delete from schemaversions");
        var failed = await CannotAsync();
        Assert.Contains("0001_record.sql failed", failed.Message, StringComparison.Ordinal);
        Assert.DoesNotContain('\n', failed.Message);

        await OwnAsync("insert into schemaversions (scriptname, applied) values ('NeatBore.Store.Migrations.0001_log.sql', now())");
        Assert.Contains("made before 1.0", (await CannotAsync()).Message, StringComparison.Ordinal);
    }

    private async Task OwnAsync(string sql)
    {
        await using var connection = new NpgsqlConnection(_test.OwnerString);
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
    }

    private static async Task<PostgresException> RefusedAsync(string role, string sql)
    {
        await using var connection = new NpgsqlConnection(role);
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = new NpgsqlCommand(sql, connection);
        return await Assert.ThrowsAsync<PostgresException>(() => command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task A_build_that_is_gone_is_nothing_and_one_that_is_there_is_not_opened_again()
    {
        var gone = Guid.CreateVersion7();
        Assert.Null(await _builds.ReadAsync(gone, 0, TestContext.Current.CancellationToken));
        Assert.False(await _builds.AppendAsync(gone, 0, _ => new Appended([Note(1)], null), TestContext.Current.CancellationToken));
        var build = await OpenAsync();
        Assert.False(await _builds.OpenAsync(build, [Opened()], null, TestContext.Current.CancellationToken));
        Assert.Equal(1, await new TodayLines(_database).CountAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task The_shop_is_added_to_and_what_is_there_is_left_as_it_is()
    {
        var register = new ShopRegister(_database);
        var mic = new Instrument("mic-1", "Micrometer", "micrometer", 0.003, CalibrationDue: new DateOnly(2027, 3, 31));
        var puller = new ToolMatch.CribTool("hp-1", "hub-puller", [new ToolMatch.ScrewLength(8, 1.25, 60)], 90, 80e3, ["nose cap"]);
        await register.AddAsync(new Shop("Coldbrook Lane", [s_ines], [mic], [puller]), TestContext.Current.CancellationToken);
        await register.AddAsync(
            new Shop("Other", [s_ines with { Role = Role.Viewer }], [mic with { Uncertainty = 1 }], [puller with { RatedForceN = 1 }]),
            TestContext.Current.CancellationToken
        );
        var shop = await register.ReadAsync(TestContext.Current.CancellationToken);
        Assert.Equal(("Coldbrook Lane", s_ines, mic), (shop.Name, shop.People.Single(), shop.Instruments.Single()));
        Assert.Equal(80e3, shop.Crib.Single().RatedForceN);
    }

    private static string Json(LogEntry entry) =>
        JsonSerializer.Serialize(new BuildFile("", Guid.Empty, [], [entry]), CoreJson.Default.BuildFile);

    private static BuildLine Line(Guid build, string number, Standing standing) =>
        new(build, number, "Trial", "six", standing, Sentence.Of("Do."), null, null, [], 0, 3, s_at, [], View.Front, null, null);

    [Fact]
    public async Task Today_comes_a_page_at_a_time_trouble_first_and_no_line_twice()
    {
        var today = new TodayLines(_database);
        var wanted = new List<(Standing Standing, string Number)>();
        foreach (var i in Enumerable.Range(0, 23))
        {
            var (build, standing) = (Guid.CreateVersion7(), (Standing)(1 + (i % 6)));
            // Numbers may be alike, and hold anything.
            var line = Line(build, $"{i / 8}, é", standing);
            Assert.True(await _builds.OpenAsync(build, [Opened()], new MadeLine(line, 1, "v1"), TestContext.Current.CancellationToken));
            wanted.Add((standing, line.Number));
        }

        var read = new List<BuildLine>();
        for (TodayMark? mark = null; ; )
        {
            var page = await today.ReadAsync(mark, 5, TestContext.Current.CancellationToken);
            read.AddRange(page);
            if (page.Count < 5)
            {
                break;
            }

            mark = new TodayMark(page[^1].Standing, page[^1].Number, page[^1].Id);
        }

        Assert.Equal(
            wanted.OrderByDescending(w => w.Standing).ThenBy(w => w.Number, StringComparer.Ordinal),
            read.Select(l => (l.Standing, l.Number))
        );
        Assert.Equal(23, read.Select(l => l.Id).Distinct().Count());
    }

    [Fact]
    public async Task A_line_grows_with_its_log_and_is_old_when_another_version_made_it_or_its_sheet_has_a_newer_one()
    {
        var (today, cancel) = (new TodayLines(_database), TestContext.Current.CancellationToken);
        var (build, bare) = (Guid.CreateVersion7(), await OpenAsync());
        await _builds.OpenAsync(build, [Opened()], new MadeLine(Line(build, "1", Standing.ToDo), 1, "v1"), cancel);
        await _builds.AppendAsync(build, 1, _ => new Appended([Note(2)], new MadeLine(Line(build, "1", Standing.Stop), 2, "v1")), cancel);
        // One that was worked out before the append comes late.
        await today.PutAsync(new MadeLine(Line(build, "1", Standing.Done), 1, "v1"), cancel);
        Assert.Equal(Standing.Stop, Assert.Single(await today.ReadAsync(null, 50, cancel)).Standing);

        Assert.Equal([(bare, -1)], await today.StaleAsync("v1", cancel));
        Assert.Equal(2, (await today.StaleAsync("v2", cancel)).Count);
        var sheet = JsonSerializer.Deserialize(
            File.ReadAllText(Repository.At("demo", "sheets", "straight-six-2.7.v1.json")),
            CoreJson.Default.EngineSheet
        )!;
        await new SheetShelf(_database).AddAsync(sheet with { Id = "six" }, cancel);
        Assert.Equal(2, (await today.StaleAsync("v1", cancel)).Count);
    }

    [Fact]
    public async Task A_part_of_a_trace_whose_answer_was_lost_is_sent_again_with_what_came_since_and_a_gauge_records_at_one_place()
    {
        var (shelf, cancel) = (new TraceShelf(_database), TestContext.Current.CancellationToken);
        var (build, id) = (await OpenAsync(), Guid.CreateVersion7());
        Assert.True(await shelf.BeginAsync(id, build, """{"slot":"trace"}""", "press", cancel));
        Assert.False(await shelf.BeginAsync(id, build, """{"slot":"trace"}""", "press", cancel));
        static TraceColumns Points(int count) => new([.. Enumerable.Range(0, count).Select(i => (double)i)], [.. new double[count]]);
        await shelf.AddAsync(id, 0, Points(5), 0, cancel);
        await shelf.AddAsync(id, 0, Points(9), 0, cancel);
        await shelf.AddAsync(id, 0, Points(3), 0, cancel);
        Assert.Equal(9, (await shelf.PointsAsync(id, cancel)).X.Count);
        var elsewhere = await Assert.ThrowsAsync<PostgresException>(() =>
            shelf.BeginAsync(Guid.CreateVersion7(), build, """{"slot":"other"}""", "press", cancel)
        );
        Assert.Equal(PostgresErrorCodes.UniqueViolation, elsewhere.SqlState);
        await shelf.EndAsync(id, "stopped", cancel);
        Assert.True(await shelf.BeginAsync(Guid.CreateVersion7(), build, """{"slot":"other"}""", "press", cancel));
    }

    [Fact]
    public async Task The_same_sheets_are_the_same_map_until_one_comes()
    {
        var (shelf, cancel) = (new SheetShelf(_database), TestContext.Current.CancellationToken);
        var sheet = JsonSerializer.Deserialize(
            File.ReadAllText(Repository.At("demo", "sheets", "v8-4.4.v1.json")),
            CoreJson.Default.EngineSheet
        )!;
        await shelf.AddAsync(sheet, cancel);
        var first = await shelf.AllAsync(cancel);
        Assert.Same(first, await shelf.AllAsync(cancel));
        await shelf.AddAsync(sheet with { Version = 2 }, cancel);
        var grown = await shelf.AllAsync(cancel);
        Assert.Equal(2, grown.Count);
        Assert.Same(first[sheet.Ref], grown[sheet.Ref]);
    }
}
