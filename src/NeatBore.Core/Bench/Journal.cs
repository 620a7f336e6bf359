using NeatBore.Core.Procedures;

namespace NeatBore.Core.Bench;

/// <summary>One task's part of a log, by address.</summary>
internal sealed class Journal
{
    private const int DrawnPoints = 400;
    private readonly Dictionary<Guid, StrikeReason> _struck = [];
    private readonly ILookup<SlotRef, LogEntry> _readings;
    private readonly ILookup<StepRef, RoundBegan> _rounds;
    private readonly ILookup<StepRef, LogEntry> _calls;
    private readonly Dictionary<Guid, Release> _releases = [];
    private readonly ILookup<StepRef, NoteState> _notes;
    private readonly ILookup<StepRef, PhotoState> _photos;
    private readonly Dictionary<string, string> _chosen = new(StringComparer.Ordinal);

    public Journal(TaskRef task, List<LogEntry> log)
    {
        foreach (var entry in log)
        {
            switch (entry.Event)
            {
                case Struck struck:
                    _struck.TryAdd(struck.Reading, struck.Because);
                    break;
                case Decided decided when decided.Step.Task == task:
                    _releases.TryAdd(decided.Call, new Release(false, decided.Because, entry.By, decided.DoneAt));
                    break;
                case GateOpened opened when opened.Step.Task == task:
                    _releases.TryAdd(opened.Call, new Release(true, opened.Because, entry.By, opened.DoneAt));
                    break;
                case Chose chose when chose.Task == task:
                    _chosen[chose.Choice] = chose.Option;
                    break;
                case ReadingTaken reading when reading.Slot.Step.Task == task:
                    LastAt = LastAt > reading.DoneAt ? LastAt : reading.DoneAt;
                    break;
            }
        }

        _readings = log.Where(e => e.Event is ReadingTaken r && r.Slot.Step.Task == task).ToLookup(e => ((ReadingTaken)e.Event).Slot);
        _rounds = log.Select(e => e.Event).OfType<RoundBegan>().Where(r => r.Step.Task == task).ToLookup(r => r.Step);
        _calls = log.Where(e => e.Event is Called c && c.Step.Task == task).ToLookup(e => ((Called)e.Event).Step);
        _notes = log.Where(e => e.Event is Noted n && n.Step.Task == task)
            .ToLookup(e => ((Noted)e.Event).Step, e => new NoteState(((Noted)e.Event).Text, e.By, e.Event.DoneAt));
        _photos = log.Where(e => e.Event is Attached a && a.Step.Task == task)
            .ToLookup(e => ((Attached)e.Event).Step, e => new PhotoState(((Attached)e.Event).Photo, ((Attached)e.Event).Caption, e.By, e.Event.DoneAt));
    }

    /// <summary>When the newest reading was taken; null before the first.</summary>
    public DateTimeOffset? LastAt { get; }

    public string? Chosen(string choice) => _chosen.GetValueOrDefault(choice);

    public IReadOnlyList<NoteState> Notes(StepRef step) => [.. _notes[step]];

    public IReadOnlyList<PhotoState> Photos(StepRef step) => [.. _photos[step]];

    public int Round(StepRef step) => _rounds[step].Select(r => r.Round).DefaultIfEmpty(1).Max();

    /// <summary>The one live reading of a slot in the step's newest round.</summary>
    public ReadingTaken? Live(StepRef step, string slot)
    {
        var live = _readings[new SlotRef(step, Round(step), slot)].Where(e => !_struck.ContainsKey(e.Event.Id)).ToList();
        return live is [var only] ? (ReadingTaken)only.Event : null;
    }

    public IReadOnlyList<RoundState> Rounds(StepRef step, IReadOnlyList<Slot> slots) =>
    [
        .. Enumerable.Range(1, Round(step)).Select(round => new RoundState(
            round,
            _rounds[step].FirstOrDefault(r => r.Round == round)?.Because,
            [.. slots.Select(slot => new SlotState(slot, [.. _readings[new SlotRef(step, round, slot.Key)].Select(Reading)]))])),
    ];

    public IReadOnlyList<CallState> Calls(StepRef step) =>
    [
        .. _calls[step].Select(e =>
        {
            var call = (Called)e.Event;
            return new CallState(call.Id, call.Round, call.Judgement, call.CalculatorVersion, call.DoneAt, _releases.GetValueOrDefault(call.Id));
        }),
    ];

    private ReadingState Reading(LogEntry entry)
    {
        var reading = (ReadingTaken)entry.Event;
        return new ReadingState(
            reading.Id,
            reading.Typed,
            reading.Value,
            reading.Instrument,
            entry.By,
            reading.DoneAt,
            reading.OddConfirmed,
            _struck.TryGetValue(reading.Id, out var because) ? because : null,
            reading.Tool,
            reading.Option,
            reading.Trace?.Columns().Thinned(DrawnPoints),
            reading.Sight,
            reading.Stock);
    }
}
