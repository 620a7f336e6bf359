using System.Text.Json;
using NeatBore.Core.Measures;
using NeatBore.Plan;
using NeatBore.Plan.Shop;
using NeatBore.Server.Errors;
using NeatBore.Server.Live;
using NeatBore.Store;

namespace NeatBore.Server.Planning;

/// <summary>Works the plan out again in the background when the shop moves, while anybody looks at it. The plan stays as agreed; a
/// better one is offered.</summary>
internal sealed class PlanKeeper(
    ShopDayReader reader,
    PlanShelf shelf,
    IPlanner planner,
    BuildWatch watch,
    Outage outage,
    TimeProvider time,
    ILogger<PlanKeeper> logger
) : BackgroundService
{
    // What comes within so long of one another is planned for at once.
    private static readonly TimeSpan s_settle = TimeSpan.FromSeconds(1.5);

    // A plan that nobody has asked for so long is not kept up.
    private static readonly TimeSpan s_lookedAt = TimeSpan.FromMinutes(2);

    // The now-line moves: what should have begun is seen within so long.
    private static readonly TimeSpan s_old = TimeSpan.FromMinutes(5);

    // Whoever pins a job waits to see what follows: a few seconds. As agreed there is nearly nothing to look for.
    private const double Effort = 0.6;
    private const double KeptEffort = 0.1;

    private readonly SemaphoreSlim _wanted = new(0, 1);
    private readonly Lock _lock = new();
    private CancellationTokenSource? _search;
    private TaskCompletionSource _done = new(TaskCreationOptions.RunContinuationsAsynchronously);
    private DateTimeOffset _askedAt;
    private Result? _result;
    private string _progress = "";
    private string _fault = "";

    // How often a plan was wanted, and how much of that is answered for.
    private int _asked;
    private int _answered;

    // What is settled, as it was last planned for or a search for it was stopped.
    private string _seen = "";

    // A search may be stopped before its thread has begun it.
    private int _stopped;

    /// <summary>What came of the last search.</summary>
    /// <param name="Read">The shop then.</param>
    /// <param name="Plan">The plan that is shown.</param>
    /// <param name="Better">The one that is offered; null for none.</param>
    /// <param name="Broken">What keeps the agreed one from being kept.</param>
    /// <param name="Offer">What the better one gains.</param>
    private sealed record Result(ShopDayReader.Read Read, ShopPlan Plan, ShopPlan? Better, string Broken, string Offer)
    {
        /// <summary>What would have late builds in time; null while that is not tried yet.</summary>
        public IReadOnlyList<string>? Advice { get; init; }
    }

    /// <summary>The plan as it stands, waiting a little for a first one.</summary>
    public async Task<PlanNow> NowAsync(TimeSpan patience, CancellationToken cancel)
    {
        Task done;
        lock (_lock)
        {
            _askedAt = time.GetUtcNow();
            done = _done.Task;
            var waiting = Busy;
            if (!waiting && (_result is null || _askedAt - _result.Read.Day.Now > s_old))
            {
                Want();
            }
            else if (_result is not null && !waiting)
            {
                done = Task.CompletedTask;
            }
        }

        if (_result is null || patience > s_settle)
        {
            await done.WaitAsync(patience, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }

        return await WordsAsync(cancel);
    }

    /// <summary>The same for who only wants to know what is next: a shop that has agreed no plan is not planned for.</summary>
    public async Task<PlanNow> KeptAsync(CancellationToken cancel) =>
        _result is null && !Busy && (await shelf.ReadAsync(cancel)).Agreed is null
            ? await WordsAsync(cancel)
            : await NowAsync(TimeSpan.Zero, cancel);

    /// <summary>Plans anew: something was changed.</summary>
    public void Anew()
    {
        lock (_lock)
        {
            _askedAt = time.GetUtcNow();
            _done = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
            Want();
            _search?.Cancel();
        }
    }

    /// <summary>Ends the search that runs; the last plan stays.</summary>
    public async Task StopSearchAsync(CancellationToken cancel)
    {
        var kept = ShopDayReader.Of((await reader.SettingsAsync(cancel)).Kept);
        lock (_lock)
        {
            if (Busy && _result is not null)
            {
                _fault = "The search was stopped. The last plan stays.";
            }

            (_stopped, _seen) = (_asked, kept);

            _search?.Cancel();
        }
    }

    /// <summary>Agrees what is shown, or what is offered in place of it.</summary>
    /// <param name="seen">When the plan was made that was looked at; null for whatever is shown now.</param>
    /// <param name="by">Who.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="UnusableInputException">There is nothing to agree, or another plan was looked at.</exception>
    public async Task AgreeAsync(DateTimeOffset? seen, string by, CancellationToken cancel)
    {
        if (seen is not null && _result is { } now && now.Plan.At != seen)
        {
            throw new UnusableInputException("seen", "is not the plan that stands now: another was worked out meanwhile. Look at it first");
        }

        if (_result is not { } result || (result.Better ?? result.Plan) is not { Blocks.Count: > 0 } plan)
        {
            throw new UnusableInputException("agree", "must wait for a plan: there is none to agree yet");
        }

        await AgreeAsync(plan, by, cancel);
        Anew();
    }

    /// <summary>Whether a plan is looked for, or about to be.</summary>
    private bool Busy => _answered != _asked;

    /// <summary>A job of the plan that is shown; null where it is not there.</summary>
    public Block? Find(string job) => _result?.Plan.Blocks.FirstOrDefault(b => b.Id == job);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        _ = FollowAsync(stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            await _wanted.WaitAsync(stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            if (stoppingToken.IsCancellationRequested)
            {
                return;
            }

            using var search = CancellationTokenSource.CreateLinkedTokenSource(stoppingToken);
            int asked;
            lock (_lock)
            {
                (_search, _progress, asked) = (search, "", _asked);
                if (_stopped >= asked)
                {
                    search.Cancel();
                }
            }

            try
            {
                search.Token.ThrowIfCancellationRequested();
                _result = await PlanAsync(search.Token);
                _fault = "";
            }
            catch (Exception e) when (e is Npgsql.NpgsqlException or IOException)
            {
                outage.Met("planning", e);
            }
            catch (OperationCanceledException)
            {
                // Something newer is to be planned, or the last plan stays.
            }
            catch (UnusableInputException e)
            {
                _fault = string.Join(" ", e.Errors.Select(f => $"{f.Key} {string.Join(", ", f.Value)}."));
            }
            catch (Exception e)
            {
                logger.LogError(e, "The plan could not be worked out");
                _fault = "The plan could not be worked out. The last one stays.";
            }

            lock (_lock)
            {
                (_search, _answered) = (null, asked);
                if (!Busy)
                {
                    _done.TrySetResult();
                }
            }

            await AdviseAsync(stoppingToken);
        }
    }

    /// <summary>Tries what would have late builds in time, once the plan is shown and until another is wanted.</summary>
    private async Task AdviseAsync(CancellationToken stop)
    {
        using var search = CancellationTokenSource.CreateLinkedTokenSource(stop);
        Result? result;
        lock (_lock)
        {
            result = Busy ? null : _result;
            _search = result is null ? null : search;
        }

        if (result is { Advice: null })
        {
            try
            {
                var advice = await ApartAsync(() => Advice.Of(result.Read.Day, result.Better ?? result.Plan, planner, search.Token));
                _result = result with { Advice = advice };
            }
            catch (OperationCanceledException)
            {
                // Something newer is planned; what is late then is tried then.
            }
            catch (Exception e)
            {
                logger.LogError(e, "What would have late builds in time could not be worked out");
            }
        }

        lock (_lock)
        {
            _search = null;
        }
    }

    // Called with the lock held.
    private void Want()
    {
        _asked++;
        if (_wanted.CurrentCount == 0)
        {
            _wanted.Release();
        }
    }

    private async Task FollowAsync(CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            await watch.AnyGrownAsync().WaitAsync(s_old, time, stop).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            await Task.Delay(s_settle, time, stop).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            lock (_lock)
            {
                if (time.GetUtcNow() - _askedAt < s_lookedAt && !stop.IsCancellationRequested)
                {
                    Want();
                }
            }
        }
    }

    private async Task<Result> PlanAsync(CancellationToken cancel)
    {
        var read = await reader.ReadAsync(cancel);
        if (_result is { } last && last.Read.Of == read.Of && read.Day.Now - last.Read.Day.Now < s_old)
        {
            // A reading more of what is under way moves nothing.
            return last;
        }

        var fresh = await SearchAsync(read.Day, Effort, cancel);
        if (fresh.Status == DayPlan.Status.Impossible)
        {
            // The last good plan stays, with what clashes beside it; where there is none, the one without what was pinned.
            var good =
                _result?.Plan is { Blocks.Count: > 0 } there ? there
                : read.Day.Pins.Count > 0 ? await SearchAsync(read.Day with { Pins = [] }, Effort, cancel)
                : fresh;
            var shown = good with { Impossible = fresh.Impossible };
            return new Result(read, shown, null, "", "");
        }

        if (read.Agreed is null)
        {
            if (fresh.Blocks.Count > 0)
            {
                await AgreeAsync(fresh, "", cancel);
                read = await reader.ReadAsync(cancel);
            }

            return new Result(read, fresh, null, "", "");
        }

        var agreed = read.Day.Agreed;
        var broken = AsAgreed.Broken(fresh, agreed, read.Day.Pins, read.Day.Now);
        if (broken.Length > 0)
        {
            return new Result(read, fresh, null, broken, "");
        }

        var late = AsAgreed.Missed(fresh, agreed, read.Day.Now);
        ShopPlan? kept = null;
        foreach (var day in AsAgreed.Kept(read.Day, fresh))
        {
            kept = await SearchAsync(day, KeptEffort, cancel, why: late.Length == 0);
            if (kept.Status != DayPlan.Status.Impossible)
            {
                break;
            }
        }

        if (kept!.Status == DayPlan.Status.Impossible)
        {
            // Where something is late already, that is what breaks it, and not the one of all that follows which fits no more.
            return new Result(read, fresh, null, late.Length > 0 ? late : string.Join(" ", kept.Impossible.Take(1)), "");
        }

        var gain = Compared.Gain(fresh, kept);
        return new Result(read, kept with { Best = fresh.Best }, gain.Length > 0 ? fresh : null, "", gain);
    }

    /// <summary>With what is settled of it by hand now: what was only kept as agreed was not.</summary>
    private static Block ByHand(Block block, IReadOnlyList<Settled> pins) =>
        block with
        {
            PinnedTo = pins.FirstOrDefault(p => p.Job == block.Id && p.Person is not null)?.Person,
            PinnedAt = pins.FirstOrDefault(p => p.Job == block.Id && p.At is not null)?.At,
            NotBefore = pins.FirstOrDefault(p => p.Job == block.Id)?.NotBefore,
            TypedMinutes = pins.FirstOrDefault(p => p.Job == block.Id)?.Minutes,
            Waits = block.Waits is "it is pinned" or "typed so by hand" && pins.All(p => p.Job != block.Id) ? "" : block.Waits,
        };

    private Task AgreeAsync(ShopPlan plan, string by, CancellationToken cancel) =>
        shelf.AgreeAsync(
            new KeptPlan(
                time.GetUtcNow(),
                by,
                JsonSerializer.Serialize(
                    [.. plan.Blocks.Select(b => new DayPlan.Planned(b.Id, b.StartAt, b.People))],
                    Json.Of<IReadOnlyList<DayPlan.Planned>>()
                )
            ),
            cancel
        );

    private Task<ShopPlan> SearchAsync(ShopDay day, double effort, CancellationToken cancel, bool why = true) =>
        ApartAsync(() => ShopPlan.Of(day, effort, new Told(this, day.Zone), why, planner, cancel));

    /// <summary>On a thread of its own, since it waits for the search.</summary>
    private static Task<T> ApartAsync<T>(Func<T> work) =>
        Task.Factory.StartNew(work, CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);

    private sealed class Told(PlanKeeper keeper, TimeZoneInfo zone) : IProgress<DayPlan.Progress>
    {
        public void Report(DayPlan.Progress value) =>
            keeper._progress = $"{value.Aim} of 5, all ready {TimeZoneInfo.ConvertTime(value.FinishAt, zone):ddd H:mm}";
    }

    private async Task<PlanNow> WordsAsync(CancellationToken cancel)
    {
        var (kept, zone, people, things) = await reader.SettingsAsync(cancel);
        var now = TimeZoneInfo.ConvertTime(time.GetUtcNow(), zone);
        var result = _result;
        lock (_lock)
        {
            // Another instance on this database has settled something since.
            if (result is not null && !Busy && ShopDayReader.Of(kept) is var of && result.Read.Kept != of && _seen != of)
            {
                _seen = of;
                Want();
            }
        }

        var settled = ShopDayReader.Settled(kept);
        var names = people.ToDictionary(p => p.Id, p => p.Name, StringComparer.Ordinal);
        var last = result?.Plan.FinishAt is { } finish ? Math.Clamp((int)(finish - now).TotalDays + 3, 7, DayPlan.MostDays) : 7;
        return new PlanNow(
            now,
            zone.HasIanaId ? zone.Id : "UTC",
            Busy,
            Busy ? _progress : "",
            [.. people.Select(p => new PersonHours(p.Id, p.Name, [.. p.Week.Hours(DateOnly.FromDateTime(now.DateTime), last, zone)]))],
            things,
            // What is settled shows at once, also while its plan is looked for: whoever settles more of a job then takes nothing back.
            result?.Plan
                is { } plan
                ? plan.Later(now) with
                {
                    Blocks = [.. plan.Blocks.Select(b => ByHand(b, settled))],
                }
                : null,
            result?.Read.Agreed is { } agreed ? TimeZoneInfo.ConvertTime(agreed.At, zone) : null,
            result?.Read.Agreed?.By,
            result is { Broken: "" },
            result?.Broken ?? "",
            result?.Offer ?? "",
            result is null ? [] : Compared.Moved(result.Better ?? result.Plan, result.Read.Day.Agreed, names),
            result?.Read.Unlisted ?? [],
            result?.Advice ?? [],
            _fault
        );
    }
}
