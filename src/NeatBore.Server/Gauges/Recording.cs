using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Gauges;

namespace NeatBore.Server.Gauges;

/// <summary>How a recording stands.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RecordingStands>))]
public enum RecordingStands
{
    /// <summary>The gauge is listened to.</summary>
    [JsonStringEnumMemberName("running")]
    Running,

    /// <summary>It is whole, and waits to be kept.</summary>
    [JsonStringEnumMemberName("stopped")]
    Stopped,

    /// <summary>What recorded it went away on the way; how it ended nobody knows.</summary>
    [JsonStringEnumMemberName("cut-off")]
    CutOff,
}

/// <summary>A recording as it stands.</summary>
/// <param name="Id">Its own id.</param>
/// <param name="Slot">The place that it is for.</param>
/// <param name="Gauge">What records it.</param>
/// <param name="Stands">How it stands.</param>
/// <param name="From">How many points come before these.</param>
/// <param name="Points">The points from there on, in base units.</param>
/// <param name="Missed">How many lines the gauge lost on the way.</param>
/// <param name="Enough">Whether there are points enough to be kept.</param>
/// <param name="Said">What the core says of a press on its way; a stop stays said. Null where there is nothing to hold it against.</param>
public sealed record RecordingNow(
    Guid Id,
    SlotRef Slot,
    string Gauge,
    RecordingStands Stands,
    int From,
    TraceColumns Points,
    int Missed,
    bool Enough,
    PressWatch.Answer? Said
);

/// <summary>What a press is held against while it moves: the band of the fit, and where the part stands when the press begins.</summary>
internal sealed record PressBand(PressTrace.ExpectedForce Expected, double SeatTravelMm, double StartedMm);

/// <summary>One recording on its way: what came, what the core said of it, and how much of it is in the record.</summary>
internal sealed class Recording(Guid id, Guid build, SlotRef slot, string gauge, TraceAxes axes, PressBand? band)
{
    private readonly TraceRecorder _recorder = new(axes);
    private readonly List<PressTrace.TracePoint> _watched = [];
    private readonly Lock _sync = new();
    private PressWatch.Answer? _said;
    private RecordingStands _stands = RecordingStands.Running;
    private TaskCompletionSource _news = new(TaskCreationOptions.RunContinuationsAsynchronously);

    private readonly TaskCompletionSource _settled = new(TaskCreationOptions.RunContinuationsAsynchronously);

    public Guid Id => id;

    public Guid Build => build;

    public string Gauge => gauge;

    public bool Runs
    {
        get
        {
            lock (_sync)
            {
                return _stands == RecordingStands.Running;
            }
        }
    }

    /// <summary>Completes when it has ended and all of it is in the record.</summary>
    public Task Settled => _settled.Task;

    public void Settle() => _settled.TrySetResult();

    /// <summary>Takes what came, and stops by itself when nothing moves any more or no more fits.</summary>
    public void Hear(IReadOnlyList<GaugeSample> samples, DateTimeOffset at)
    {
        lock (_sync)
        {
            if (_stands != RecordingStands.Running)
            {
                return;
            }

            var before = _recorder.Count;
            foreach (var sample in samples)
            {
                _recorder.Add(sample, at);
            }

            if (_recorder.Count > before)
            {
                Watch(before);
            }

            if (_recorder.Full || _recorder.IsStill(at))
            {
                _stands = RecordingStands.Stopped;
            }
            else if (_recorder.Count == before)
            {
                return;
            }
        }

        Ring();
    }

    public void End(RecordingStands how)
    {
        lock (_sync)
        {
            if (_stands != RecordingStands.Running)
            {
                return;
            }

            _stands = how;
        }

        Ring();
    }

    /// <summary>As it stands, with the points from one on, and what completes when there is more.</summary>
    public (RecordingNow Now, Task Next) After(int from)
    {
        lock (_sync)
        {
            from = Math.Clamp(from, 0, _recorder.Count);
            var enough = _recorder.Count >= TraceColumns.Fewest;
            return (new RecordingNow(id, slot, gauge, _stands, from, _recorder.From(from), _recorder.Missed, enough, _said), _news.Task);
        }
    }

    private void Watch(int before)
    {
        if (band is null)
        {
            return;
        }

        var fresh = _recorder.From(before);
        foreach (var (x, i) in fresh.X.Select((x, i) => (x, i)))
        {
            _watched.Add(new PressTrace.TracePoint(x + band.StartedMm, fresh.Y[i]));
            // A stop is not talked over.
            if (_said?.Call?.Verdict != Verdict.Stop)
            {
                _said = PressWatch.Solve(
                    new PressWatch.Request(PressWatch.Recent(_watched, _watched.Count), band.Expected, band.SeatTravelMm)
                );
            }
        }
    }

    private void Ring()
    {
        TaskCompletionSource waiting;
        lock (_sync)
        {
            waiting = _news;
            _news = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        }

        waiting.SetResult();
    }
}
