using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Store;
using NeatBore.Tests;
using Npgsql;
using Xunit;

namespace NeatBore.Store.Tests;

public sealed class TraceShelfTests : IAsyncLifetime
{
    private const string Slot = """{"slot":"trace","round":1}""";
    private static readonly DateTimeOffset s_at = new(2026, 6, 1, 8, 0, 0, TimeSpan.Zero);
    private readonly Guid _build = Guid.CreateVersion7();
    private TestDatabase _test = null!;
    private Database _database = null!;
    private TraceShelf _shelf = null!;

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    public async ValueTask InitializeAsync()
    {
        (_test, _database) = await TestDatabase.OpenAsync();
        _shelf = new TraceShelf(_database);
        var opened = new BuildOpened(Guid.CreateVersion7(), s_at, "014", "Hill-climb tourer", new SheetRef("six", 1));
        await new BuildLog(_database).OpenAsync(
            _build,
            [new LogEntry(1, s_at, new Signer("ines", "Ines", Role.Lead), opened)],
            null,
            Cancel
        );
    }

    public async ValueTask DisposeAsync()
    {
        await _database.DisposeAsync();
        await _test.DisposeAsync();
    }

    private async Task<Guid> BegunAsync(string gauge = "press-1", string slot = Slot)
    {
        var id = Guid.CreateVersion7();
        await _shelf.BeginAsync(id, _build, slot, gauge, Cancel);
        return id;
    }

    /// <summary>Whatever recorded them has not been heard of for so long.</summary>
    private async Task QuietForAsync(int seconds)
    {
        await using var owner = new NpgsqlConnection(_test.OwnerString);
        await owner.OpenAsync(Cancel);
        await using var command = new NpgsqlCommand($"update recording set flushed_at = now() - interval '{seconds} seconds'", owner);
        await command.ExecuteNonQueryAsync(Cancel);
    }

    [Fact]
    public async Task What_was_flushed_is_there_in_order_however_often_it_was_sent()
    {
        var id = await BegunAsync();
        await _shelf.AddAsync(id, 2, new TraceColumns([3, 4], [30, 40]), 1, Cancel);
        await _shelf.AddAsync(id, 0, new TraceColumns([1, 2], [10, 20]), 0, Cancel);
        await _shelf.AddAsync(id, 2, new TraceColumns([3, 4], [30, 40]), 5, Cancel);
        Assert.False(await _shelf.AddAsync(id, 4, new TraceColumns([], []), 5, Cancel));
        var points = await _shelf.PointsAsync(id, Cancel);
        Assert.Equal([(1, 10), (2, 20), (3, 30), (4, 40)], points.X.Zip(points.Y));
        Assert.Equal(("running", 5), (await _shelf.FindAsync(id, Cancel)) is { } r ? (r.Stands, r.Missed) : default);
        await _shelf.AskToStopAsync(id, Cancel);
        Assert.True(await _shelf.AddAsync(id, 4, new TraceColumns([], []), 5, Cancel));
    }

    [Fact]
    public async Task What_nobody_flushes_any_more_was_cut_off_and_its_gauge_is_free()
    {
        var id = await BegunAsync();
        await QuietForAsync(4);
        Assert.Equal((id, "running"), (await _shelf.RunningAsync("press-1", Cancel)) is { } r ? (r.Id, r.Stands) : default);
        await QuietForAsync(6);
        Assert.Null(await _shelf.RunningAsync("press-1", Cancel));
        Assert.Equal((id, "cut-off"), (await _shelf.OpenAtAsync(_build, Slot, Cancel)) is { } c ? (c.Id, c.Stands) : default);
        // Kept as it is: cut off is what it stays, however often it is sent.
        await _shelf.CloseAsync(id, "kept", Cancel);
        await _shelf.CloseAsync(id, "dropped", Cancel);
        Assert.Equal("cut-off", (await _shelf.FindAsync(id, Cancel))!.Stands);
        Assert.Null(await _shelf.OpenAtAsync(_build, Slot, Cancel));
    }

    [Fact]
    public async Task A_new_one_at_a_place_takes_the_place_of_what_was_not_kept_there_and_of_nothing_else()
    {
        var (old, elsewhere) = (await BegunAsync(), await BegunAsync("press-2", """{"slot":"trace","round":2}"""));
        await _shelf.EndAsync(old, "stopped", Cancel);
        // The same place, written otherwise.
        var id = await BegunAsync(slot: """{"round": 1, "slot": "trace"}""");
        Assert.Equal(id, (await _shelf.OpenAtAsync(_build, Slot, Cancel))!.Id);
        Assert.Equal(elsewhere, (await _shelf.RunningAsync("press-2", Cancel))!.Id);
        Assert.True(await _shelf.AddAsync(old, 0, new TraceColumns([], []), 0, Cancel));
    }
}
