using System.ComponentModel;
using System.Diagnostics;
using System.Text;
using System.Text.Json;
using NeatBore.Core.Measures;
using NeatBore.Plan;

namespace NeatBore.Server.Planning;

/// <summary>Searches for plans in a process of its own, which gives way to all else: what the solver’s native library takes is given back
/// once nobody plans, and where that library dies the app lives.</summary>
internal sealed class PlanProcess : IPlanner, IDisposable
{
    private readonly Stack<Searcher> _free = [];
    private readonly List<Searcher> _asked = [];
    private readonly Lock _lock = new();
    private readonly ILogger<PlanProcess> _logger;
    private readonly ITimer _quiet;
    private bool _over;

    public PlanProcess(TimeProvider time, ILogger<PlanProcess> logger)
    {
        _logger = logger;
        _quiet = time.CreateTimer(_ => End(), null, Timeout.InfiniteTimeSpan, Timeout.InfiniteTimeSpan);
    }

    /// <summary>One that nobody has asked for so long ends; the next takes a third of a second to begin.</summary>
    public TimeSpan Quiet { get; init; } = TimeSpan.FromMinutes(1);

    /// <summary>So long after its effort a search that says nothing hangs, and is ended.</summary>
    public TimeSpan Patience { get; init; } = TimeSpan.FromSeconds(30);

    /// <summary>So long may a search take to give up.</summary>
    private static readonly TimeSpan s_givesUp = TimeSpan.FromSeconds(2);

    /// <summary>The ids of its processes.</summary>
    public IReadOnlyList<int> Ids
    {
        get
        {
            lock (_lock)
            {
                return [.. _asked.Concat(_free).Select(s => s.Id)];
            }
        }
    }

    /// <inheritdoc/>
    /// <exception cref="SearchDiedException">The process died, and so did a second one.</exception>
    public DayPlan.Answer Solve(
        DayPlan.Request request,
        IProgress<DayPlan.Progress>? progress = null,
        bool why = true,
        CancellationToken cancel = default
    )
    {
        try
        {
            return Ask(request, progress, why, cancel);
        }
        catch (SearchDiedException e)
        {
            _logger.LogWarning("{Fault} It is begun again", e.Message);
            return Ask(request, progress, why, cancel);
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _quiet.Dispose();
        lock (_lock)
        {
            _over = true;
        }

        End();
    }

    private DayPlan.Answer Ask(DayPlan.Request request, IProgress<DayPlan.Progress>? progress, bool why, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        var searcher = Taken();
        try
        {
            return searcher.Ask(request, progress, why, TimeSpan.FromSeconds(request.Effort) + Patience, cancel);
        }
        finally
        {
            Back(searcher);
        }
    }

    private Searcher Taken()
    {
        lock (_lock)
        {
            if (!_free.TryPop(out var searcher))
            {
                searcher = new Searcher();
            }

            _asked.Add(searcher);
            return searcher;
        }
    }

    private void Back(Searcher searcher)
    {
        lock (_lock)
        {
            _asked.Remove(searcher);
            if (searcher.Lives && !_over)
            {
                _free.Push(searcher);
                _quiet.Change(Quiet, Timeout.InfiniteTimeSpan);
                return;
            }
        }

        searcher.Dispose();
    }

    private void End()
    {
        lock (_lock)
        {
            while (_free.TryPop(out var searcher))
            {
                searcher.Dispose();
            }
        }
    }

    /// <summary>One process; it is asked one question at a time.</summary>
    private sealed class Searcher : IDisposable
    {
        private static readonly UTF8Encoding s_utf8 = new(encoderShouldEmitUTF8Identifier: false);

        private readonly Process _process;

        public Searcher()
        {
            // Where the app was started by a program of its own name, what runs it is on the path.
            var host = Environment.ProcessPath is { } path && Path.GetFileNameWithoutExtension(path) == "dotnet" ? path : "dotnet";
            _process = Process.Start(
                new ProcessStartInfo(host, [typeof(PlanProcess).Assembly.Location, PlanWorker.Word])
                {
                    RedirectStandardInput = true,
                    RedirectStandardOutput = true,
                    StandardInputEncoding = s_utf8,
                    StandardOutputEncoding = s_utf8,
                }
            )!;
            Lives = true;
            try
            {
                _process.PriorityClass = ProcessPriorityClass.BelowNormal;
            }
            catch (Exception e) when (e is InvalidOperationException or Win32Exception)
            {
                // It died already, and the first question finds that out; or it may not give way here, and searches all the same.
            }
        }

        public int Id => _process.Id;

        /// <summary>Whether it can be asked again.</summary>
        public bool Lives { get; private set; }

        public DayPlan.Answer Ask(
            DayPlan.Request request,
            IProgress<DayPlan.Progress>? progress,
            bool why,
            TimeSpan longest,
            CancellationToken cancel
        )
        {
            Lives = false;
            using var hangs = new CancellationTokenSource(longest);
            using var ended = hangs.Token.Register(Kill);
            try
            {
                Write(new PlanAsked(request, why));
                using var giveUp = cancel.Register(() =>
                {
                    GiveUp();
                    hangs.CancelAfter(s_givesUp);
                });
                while (_process.StandardOutput.ReadLine() is { } line)
                {
                    if (!cancel.IsCancellationRequested)
                    {
                        hangs.CancelAfter(longest);
                    }

                    var said = JsonSerializer.Deserialize<PlanSaid>(line, PlanWorker.Wire)!;
                    if (said.Progress is { } better)
                    {
                        progress?.Report(better);
                        continue;
                    }

                    Lives = true;
                    return said.Answer
                        ?? throw (said.Errors is { } errors ? new UnusableInputException(errors) : new OperationCanceledException(cancel));
                }
            }
            catch (IOException)
            {
                // Nobody reads what is asked any more.
            }

            cancel.ThrowIfCancellationRequested();
            _process.WaitForExit();
            throw new SearchDiedException(_process.ExitCode);
        }

        public void Dispose()
        {
            // It ends by itself once nobody can ask.
            try
            {
                _process.StandardInput.Dispose();
            }
            catch (IOException)
            {
                // It died with a question half written.
            }

            _process.Dispose();
        }

        private void Kill()
        {
            try
            {
                _process.Kill();
            }
            catch (InvalidOperationException)
            {
                // It has ended by itself.
            }
        }

        private void GiveUp()
        {
            try
            {
                Write(new PlanAsked());
            }
            catch (IOException)
            {
                // It died first: whoever waits for its answer finds that out.
            }
        }

        private void Write(PlanAsked what)
        {
            _process.StandardInput.WriteLine(JsonSerializer.Serialize(what, PlanWorker.Wire));
            _process.StandardInput.Flush();
        }
    }
}

/// <summary>The process that searched for a plan died.</summary>
internal sealed class SearchDiedException(int code) : Exception($"The search for a plan died ({code}).");
