using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <content>The Stops that were said at it: what each stood on, whether it waits, what ended it.</content>
internal sealed partial class StepJournal
{
    /// <summary>The Stop that was said last in the newest round, with what was decided on it and the slots that it stood on here; what was
    /// rubbed out at once it did not stand on. Null where none was said, and where another call has come since.</summary>
    public (CallState Stop, IReadOnlyList<string> Grounds)? Stopped()
    {
        if (_calls.Count == 0 || _calls[^1] is not { Event: Called last } entry || !IsStop(last))
        {
            return null;
        }

        var said = _calls.AsEnumerable().Reverse().TakeWhile(e => IsStop((Called)e.Event)).ToList();
        return (
            Given(entry, _releases.GetValueOrDefault(last.Id)),
            [
                .. _readings
                    .Where(r => r.Key.Round == Round && r.Value.Exists(taken => said.Exists(stop => StoodOn(taken, stop))))
                    .Select(r => r.Key.Slot),
            ]
        );
    }

    /// <summary>Whether a Stop of it stands that no lead opened, or waits to be measured again.</summary>
    public bool Holds => WaitsSince is not null || Stopped() is { Stop.Release: null };

    /// <summary>When a Stop that a number made was first said since which its step was begun anew, or only looked at with a gauge that
    /// can't tell: it waits to be measured again. Null where none does.</summary>
    public long? WaitsSince
    {
        get
        {
            var said = _calls.AsEnumerable().Reverse().SkipWhile(c => VerdictOf(c) == Verdict.LookAgain).ToList();
            return
                said is [{ Event: Called last }, ..]
                && VerdictOf(said[0]) == Verdict.Stop
                && (last.Round < Round || said.Count < _calls.Count)
                && IsMeasured(last)
                && !_releases.ContainsKey(last.Id)
                ? said.TakeWhile(c => VerdictOf(c) is Verdict.Stop or Verdict.LookAgain).Last().Seq
                : null;
        }
    }

    /// <summary>The places of the numbers that a Stop stood on which waits to be measured again; none where none does.</summary>
    public IReadOnlyList<string> WaitsFor
    {
        get
        {
            if (WaitsSince is null)
            {
                return [];
            }

            var grounds = _calls.Select(c => (Called)c.Event).Last(c => c.Judgement.Call?.Verdict == Verdict.Stop).Grounds;
            return
            [
                .. _entries
                    .Select(e => e.Event)
                    .OfType<ReadingTaken>()
                    .Where(r => r.Value is not null && grounds?.Contains(r.Id) == true)
                    .Select(r => r.Slot.Slot)
                    .Distinct(StringComparer.Ordinal),
            ];
        }
    }

    /// <summary>The Stop that was said last before the newest round, also where rounds lie between in which nothing was said; null where
    /// anything else was, and where a lead opened it.</summary>
    public (Judgement Says, DateTimeOffset At)? StoppedBefore =>
        _calls.FindLast(c => ((Called)c.Event).Round < Round) is { Event: Called last } entry
        && VerdictOf(entry) == Verdict.Stop
        && !_releases.ContainsKey(last.Id)
            ? (last.Judgement.Read(), last.DoneAt)
            : null;

    private static Verdict? VerdictOf(LogEntry call) => ((Called)call.Event).Judgement.Call?.Verdict;

    private bool IsStop(Called call) => call.Round == Round && call.Judgement.Call?.Verdict == Verdict.Stop;

    private bool StoodOn(LogEntry taken, LogEntry stop) =>
        taken.Seq < stop.Seq
        // What a Stop of before kept nothing of stood on all that was there.
        && (((Called)stop.Event).Grounds is not { } grounds || grounds.Contains(taken.Event.Id))
        && (!_struckBy.TryGetValue(taken.Event.Id, out var struck) || (struck.Seq > stop.Seq && !RubbedOut(taken, struck)));

    /// <summary>A number or a tick that is rubbed out within a minute, with nothing done between, was never taken.</summary>
    private bool RubbedOut(LogEntry taken, LogEntry struck) =>
        taken.Event is ReadingTaken { Trace: null, Tool: null, Option: null, Sight: null } reading
        && ((Struck)struck.Event).DoneAt - reading.DoneAt is var after
        && after >= TimeSpan.Zero
        && after <= s_atOnce
        // A tablet may say any time; what it sent at once when its line was back came in together.
        && struck.StoredAt - taken.StoredAt <= s_atOnce
        && !_entries.Any(e => e.Seq > taken.Seq && e.Seq < struck.Seq && e.Event is not Called);

    /// <summary>What was crossed out at a slot of the newest round once a Stop stood on it, oldest first; what was rubbed out at once was
    /// never taken, and a Stop that a lead opened holds nobody.</summary>
    public IReadOnlyList<ReadingTaken> CrossedOut(string slot) =>
        [
            .. (_readings.GetValueOrDefault((Round, slot)) ?? [])
                .Where(taken => _struck.ContainsKey(taken.Event.Id))
                .SkipWhile(taken => !_calls.Exists(c => IsStop((Called)c.Event) && !_releases.ContainsKey(c.Event.Id) && StoodOn(taken, c)))
                .Where(taken => !RubbedOut(taken, _struckBy[taken.Event.Id]))
                .Select(taken => (ReadingTaken)taken.Event),
        ];

    private bool IsMeasured(Called call) =>
        call.Judgement.Call?.Checks.Count > 0
        || call.Grounds?.Any(id => _entries.Any(e => e.Event is ReadingTaken { Value: not null } taken && taken.Id == id)) == true;

    /// <summary>What ended a Stop that was said; null for any other call, and as long as nothing did.</summary>
    private StopEnd? EndOf(LogEntry said, int at)
    {
        if (((Called)said.Event).Judgement.Call?.Verdict != Verdict.Stop)
        {
            return null;
        }

        if (_releases.GetValueOrDefault(said.Event.Id) is { } opened)
        {
            return new(EndedHow.Opened, opened.By, opened.DoneAt, opened.Because);
        }

        var next = at + 1 < _calls.Count ? _calls[at + 1].Seq : long.MaxValue;
        var between = _entries.Where(e => e.Seq > said.Seq && e.Seq < next).ToList();
        return between.FirstOrDefault(e => e.Event is RoundBegan) is { Event: RoundBegan began } anew
                ? new(EndedHow.BegunAnew, anew.By, began.DoneAt, began.Because)
            : next == long.MaxValue || ((Called)_calls[at + 1].Event).Judgement.Call?.Verdict == Verdict.Stop ? null
            : between.LastOrDefault(e => e.Event is ReadingTaken) is { } read ? new(EndedHow.ReadAgain, read.By, read.Event.DoneAt, null)
            : new(EndedHow.NoLongerSo, _calls[at + 1].By, _calls[at + 1].Event.DoneAt, null);
    }
}
