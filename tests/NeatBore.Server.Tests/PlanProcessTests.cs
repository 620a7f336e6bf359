using System.Diagnostics;
using System.Text.Json;
using Microsoft.Extensions.Logging.Abstractions;
using NeatBore.Core.Measures;
using NeatBore.Plan;
using NeatBore.Plan.Tests;
using NeatBore.Server.Planning;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>The process that searches for plans: what it says is what would be said here, and what becomes of it is its own.</summary>
public sealed class PlanProcessTests : IDisposable
{
    // So many that it is searched for to the end of its effort.
    private static readonly DayPlan.Request s_long = Cases.Large(3, 10, 10, 4, 5);

    private readonly PlanProcess _process = new(TimeProvider.System, NullLogger<PlanProcess>.Instance);

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    public void Dispose() => _process.Dispose();

    [Fact]
    public void It_plans_as_it_would_be_planned_here_one_question_after_the_other()
    {
        int? first = null;
        foreach (var seed in Enumerable.Range(1, 20))
        {
            var request = Cases.Small(seed);
            Assert.Equal(
                JsonSerializer.Serialize(Planner.Here.Solve(request, cancel: Stop), PlanWorker.Wire),
                JsonSerializer.Serialize(_process.Solve(request, cancel: Stop), PlanWorker.Wire)
            );
            Assert.Equal(first ??= _process.Ids[0], Assert.Single(_process.Ids));
        }
    }

    [Fact]
    public void What_can_not_be_is_named_by_its_field()
    {
        var request = Cases.Small(1) with { Seed = -1 };
        var fault = Assert.Throws<UnusableInputException>(() => _process.Solve(request, cancel: Stop));
        Assert.Equal(["seed"], fault.Errors.Keys);
        Assert.NotEmpty(_process.Solve(request with { Seed = 1 }, cancel: Stop).Jobs);
        Assert.Single(_process.Ids);
    }

    [Fact]
    public async Task What_is_given_up_ends_and_the_next_is_answered_by_the_same()
    {
        using var cancel = CancellationTokenSource.CreateLinkedTokenSource(Stop);
        var progress = new Better();
        var search = Task.Run(() => _process.Solve(s_long, progress, cancel: cancel.Token), Stop);
        await progress.First.WaitAsync(Stop);
        var id = Assert.Single(_process.Ids);
        await cancel.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => search);
        Assert.NotEmpty(_process.Solve(Cases.Small(1), cancel: Stop).Jobs);
        Assert.Equal(id, Assert.Single(_process.Ids));
    }

    [Fact]
    public async Task Where_it_dies_another_answers()
    {
        var progress = new Better();
        var search = Task.Run(() => _process.Solve(s_long with { Effort = 0.5 }, progress, cancel: Stop), Stop);
        await progress.First.WaitAsync(Stop);
        var id = Assert.Single(_process.Ids);
        Process.GetProcessById(id).Kill();
        Assert.Equal(s_long.Jobs.Count, (await search).Jobs.Count);
        Assert.NotEqual(id, Assert.Single(_process.Ids));
    }

    [Fact]
    public async Task Where_it_hangs_it_is_ended_and_another_answers_and_stop_ends_it_too()
    {
        using var impatient = new PlanProcess(TimeProvider.System, NullLogger<PlanProcess>.Instance)
        {
            Patience = TimeSpan.FromSeconds(25),
        };
        async Task<(Task<DayPlan.Answer> Search, int Id)> HungAsync(CancellationToken cancel)
        {
            var progress = new Better();
            var search = Task.Run(() => impatient.Solve(s_long with { Effort = 0.5 }, progress, cancel: cancel), Stop);
            await progress.First.WaitAsync(Stop);
            var id = Assert.Single(impatient.Ids);
            // Stopped, it neither answers nor dies.
            using var stopped = Process.Start("kill", ["-STOP", $"{id}"]);
            await stopped.WaitForExitAsync(Stop);
            return (search, id);
        }

        var (hung, first) = await HungAsync(Stop);
        Assert.Equal(s_long.Jobs.Count, (await hung).Jobs.Count);
        Assert.NotEqual(first, Assert.Single(impatient.Ids));
        using var cancel = CancellationTokenSource.CreateLinkedTokenSource(Stop);
        var (given, _) = await HungAsync(cancel.Token);
        await cancel.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => given.WaitAsync(TimeSpan.FromSeconds(30), Stop));
        Assert.Empty(impatient.Ids);
    }

    [Fact]
    public async Task Where_it_died_while_nobody_asked_another_answers()
    {
        Assert.NotEmpty(_process.Solve(Cases.Small(1), cancel: Stop).Jobs);
        using var idle = Process.GetProcessById(Assert.Single(_process.Ids));
        idle.Kill();
        await idle.WaitForExitAsync(Stop);
        Assert.NotEmpty(_process.Solve(Cases.Small(2), cancel: Stop).Jobs);
        Assert.NotEqual(idle.Id, Assert.Single(_process.Ids));
    }

    [Fact]
    public async Task Where_the_second_dies_too_that_is_said()
    {
        var progress = new Better();
        var search = Task.Run(() => _process.Solve(s_long, progress, cancel: Stop), Stop);
        await progress.First.WaitAsync(Stop);
        var ids = new HashSet<int>();
        while (!search.IsCompleted)
        {
            foreach (var id in _process.Ids.Where(ids.Add))
            {
                Process.GetProcessById(id).Kill();
            }

            await Task.Yield();
        }

        Assert.Contains("died (137)", (await Assert.ThrowsAsync<SearchDiedException>(() => search)).Message, StringComparison.Ordinal);
        Assert.Equal(2, ids.Count);
        Assert.Empty(_process.Ids);
    }

    [Fact]
    public async Task Two_are_searched_for_at_once_and_both_end_when_nobody_asks()
    {
        using var brief = new PlanProcess(TimeProvider.System, NullLogger<PlanProcess>.Instance) { Quiet = TimeSpan.FromMilliseconds(50) };
        var (one, other) = (new Better(), new Better());
        var both = Task.WhenAll(
            Task.Run(() => brief.Solve(s_long with { Effort = 1 }, one, cancel: Stop), Stop),
            Task.Run(() => brief.Solve(s_long with { Effort = 1 }, other, cancel: Stop), Stop)
        );
        await Task.WhenAll(one.First, other.First).WaitAsync(Stop);
        var processes = brief.Ids.Select(Process.GetProcessById).ToList();
        Assert.Equal(2, processes.Count);
        await both;
        await Task.WhenAll(processes.Select(p => p.WaitForExitAsync(Stop)));
        Assert.Empty(brief.Ids);
    }

    [Fact]
    public async Task It_ends_with_whoever_asks()
    {
        var progress = new Better();
        var search = Task.Run(() => _process.Solve(s_long with { Effort = 1 }, progress, cancel: Stop), Stop);
        await progress.First.WaitAsync(Stop);
        using var process = Process.GetProcessById(Assert.Single(_process.Ids));
        _process.Dispose();
        await search;
        await process.WaitForExitAsync(Stop);
    }

    private sealed class Better : IProgress<DayPlan.Progress>
    {
        private readonly TaskCompletionSource _first = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public Task First => _first.Task;

        public void Report(DayPlan.Progress value) => _first.TrySetResult();
    }
}
