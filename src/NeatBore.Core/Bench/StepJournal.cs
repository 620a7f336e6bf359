using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>One step's part of a log. It never changes; what comes next makes another.</summary>
internal sealed class StepJournal
{
    public static readonly StepJournal Empty = new([]);

    private readonly IReadOnlyList<LogEntry> _entries;
    private readonly Dictionary<(int Round, string Slot), List<LogEntry>> _readings = [];
    private readonly Dictionary<Guid, StrikeReason> _struck = [];
    private readonly Dictionary<Guid, Release> _releases = [];
    private readonly Dictionary<int, LogEntry> _hands = [];
    private readonly List<RoundBegan> _rounds = [];
    private readonly List<LogEntry> _calls = [];

    // The last entry that changed anything there.
    private readonly Dictionary<string, long> _slotAt = new(StringComparer.Ordinal);
    private readonly Dictionary<int, long> _readAt = [];

    private StepJournal(IReadOnlyList<LogEntry> entries)
    {
        _entries = entries;
        var slotOf = new Dictionary<Guid, string>();
        foreach (var entry in entries)
        {
            switch (entry.Event)
            {
                case ReadingTaken { Slot: var at } taken:
                    slotOf.TryAdd(taken.Id, at.Slot);
                    if (!_readings.TryGetValue((at.Round, at.Slot), out var there))
                    {
                        _readings[(at.Round, at.Slot)] = there = [];
                    }

                    there.Add(entry);
                    _slotAt[at.Slot] = _readAt[at.Round] = entry.Seq;
                    break;
                case Struck struck when slotOf.TryGetValue(struck.Reading, out var slot):
                    _struck.TryAdd(struck.Reading, struck.Because);
                    _slotAt[slot] = entry.Seq;
                    break;
                case RoundBegan round:
                    _rounds.Add(round);
                    Round = Math.Max(Round, round.Round);
                    RoundAt = BegunAt = entry.Seq;
                    break;
                case Called:
                    _calls.Add(entry);
                    break;
                case Decided decided:
                    // Decided again, once what it stood on had changed.
                    _releases[decided.Call] = new Release(false, decided.Because, entry.By, decided.DoneAt) { StoodOn = decided.StoodOn };
                    break;
                case GateOpened opened:
                    _releases[opened.Call] = new Release(true, opened.Because, entry.By, opened.DoneAt) { StoodOn = opened.StoodOn };
                    break;
                case JudgedByHand hand:
                    _hands[hand.Round] = entry;
                    RoundAt = entry.Seq;
                    break;
            }
        }
    }

    /// <summary>The same step with more in the log.</summary>
    public StepJournal With(IEnumerable<LogEntry> entries) => new([.. _entries, .. entries]);

    /// <summary>The last entry about it; 0 where there is none.</summary>
    public long ToldAt => _entries.Count == 0 ? 0 : _entries[^1].Seq;

    /// <summary>Its newest round, from 1.</summary>
    public int Round { get; } = 1;

    /// <summary>When a round was begun last, or something judged by hand; 0 where neither was.</summary>
    public long RoundAt { get; }

    /// <summary>When a round was begun last; 0 where none was.</summary>
    public long BegunAt { get; }

    /// <summary>When anything was read or struck last at a slot; 0 where nothing was.</summary>
    public long SlotAt(string slot) => _slotAt.GetValueOrDefault(slot);

    /// <summary>When anything was read last in a round; 0 where nothing was.</summary>
    public long ReadAt(int round) => _readAt.GetValueOrDefault(round);

    /// <summary>When its newest live reading was taken or struck beside; 0 where nothing stands.</summary>
    public long LiveAt => _slotAt.Where(s => Live(s.Key) is not null).Select(s => s.Value).DefaultIfEmpty(0).Max();

    /// <summary>What was judged by hand in its newest round; null where nothing was.</summary>
    public LogEntry? Hand => _hands.GetValueOrDefault(Round);

    public IReadOnlyList<NoteState> Notes =>
        [.. _entries.SelectMany(e => e.Event is Noted n ? [new NoteState(n.Text, e.By, n.DoneAt)] : Array.Empty<NoteState>())];

    public IReadOnlyList<PhotoState> Photos =>
        [
            .. _entries.SelectMany(e =>
                e.Event is Attached a ? [new PhotoState(a.Photo, a.Caption, e.By, a.DoneAt)] : Array.Empty<PhotoState>()
            ),
        ];

    /// <summary>What the owner was asked; null where nothing was.</summary>
    public IReadOnlyList<QuestionState>? Questions
    {
        get
        {
            var asked = _entries.Where(e => e.Event is OwnerAsked).ToList();
            return asked.Count == 0 ? null : asked.ConvertAll(e => Question(e, (OwnerAsked)e.Event));
        }
    }

    /// <summary>The one live reading of a slot in the newest round.</summary>
    public ReadingTaken? Live(string slot)
    {
        ReadingTaken? live = null;
        foreach (var entry in _readings.GetValueOrDefault((Round, slot)) ?? [])
        {
            if (!_struck.ContainsKey(entry.Event.Id))
            {
                if (live is not null)
                {
                    return null;
                }

                live = (ReadingTaken)entry.Event;
            }
        }

        return live;
    }

    public IReadOnlyList<RoundState> Rounds(IReadOnlyList<Slot> slots) =>
        [
            .. Enumerable
                .Range(1, Round)
                .Select(round => new RoundState(
                    round,
                    _rounds.Find(r => r.Round == round)?.Because,
                    [
                        .. slots.Select(slot => new SlotState(
                            slot,
                            _readings.GetValueOrDefault((round, slot.Key))?.ConvertAll(Reading) ?? []
                        )),
                    ]
                )),
        ];

    public IReadOnlyList<CallState> Calls => _calls.ConvertAll(e => Given(e, _releases.GetValueOrDefault(e.Event.Id)));

    /// <summary>A call as it was given, with what was decided on it.</summary>
    public static CallState Given(LogEntry entry, Release? release)
    {
        var call = (Called)entry.Event;
        return new CallState(call.Id, call.Round, call.Judgement, call.Calculator, call.Version, call.DoneAt, release) { Seq = entry.Seq };
    }

    private QuestionState Question(LogEntry entry, OwnerAsked asked) =>
        new(
            asked.Id,
            asked.Finding,
            asked.Choices,
            entry.By,
            asked.DoneAt,
            _entries.FirstOrDefault(e => e.Event is OwnerAnswered a && a.Question == asked.Id) is { Event: OwnerAnswered told } answer
                ? new OwnerAnswer(told.Answer, told.Who, told.How, answer.By, told.DoneAt)
                : null
        );

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
            reading.Trace?.Drawn(),
            reading.Sight,
            reading.Stock,
            reading.CutOff,
            reading.From
        );
    }
}
