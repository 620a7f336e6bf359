using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>One step's part of a log. It never changes; what comes next makes another.</summary>
internal sealed partial class StepJournal : IStepReader
{
    public static readonly StepJournal Empty = new([]);

    private static readonly TimeSpan s_atOnce = TimeSpan.FromSeconds(60);

    private readonly IReadOnlyList<LogEntry> _entries;
    private readonly Dictionary<(int Round, string Slot), List<LogEntry>> _readings = [];
    private readonly Dictionary<Guid, StrikeReason> _struck = [];
    private readonly Dictionary<Guid, LogEntry> _struckBy = [];
    private readonly Dictionary<Guid, Release> _releases = [];
    private readonly Dictionary<int, LogEntry> _hands = [];
    private readonly List<RoundBegan> _rounds = [];
    private readonly List<LogEntry> _calls = [];
    private readonly List<NoteState> _notes = [];
    private readonly List<PhotoState> _photos = [];
    private readonly List<LogEntry> _late = [];
    private readonly List<QuestionState> _questions = [];
    private readonly HashSet<Guid> _taken = [];

    // The last entry that changed anything there.
    private readonly Dictionary<string, long> _slotAt = new(StringComparer.Ordinal);
    private readonly Dictionary<int, long> _readAt = [];

    private StepJournal(IReadOnlyList<LogEntry> entries)
    {
        _entries = entries;
        foreach (var entry in entries)
        {
            ((StepEvent)entry.Event).To(this, entry);
        }
    }

    /// <summary>The same step with more in the log.</summary>
    public StepJournal With(IEnumerable<LogEntry> entries) => new([.. _entries, .. entries]);

    /// <summary>The last entry about it; 0 where there is none.</summary>
    public long ToldAt => _entries.Count == 0 ? 0 : _entries[^1].Seq;

    /// <summary>Its newest round, from 1.</summary>
    public int Round { get; private set; } = 1;

    /// <summary>When a round was begun last, or something judged by hand; 0 where neither was.</summary>
    public long RoundAt { get; private set; }

    /// <summary>When a round was begun last; 0 where none was.</summary>
    public long BegunAt { get; private set; }

    /// <summary>When anything was read or struck last at a slot; 0 where nothing was.</summary>
    public long SlotAt(string slot) => _slotAt.GetValueOrDefault(slot);

    /// <summary>When anything was read last in a round; 0 where nothing was.</summary>
    public long ReadAt(int round) => _readAt.GetValueOrDefault(round);

    /// <summary>When its newest live reading was taken or struck beside; 0 where nothing stands.</summary>
    public long LiveAt => _slotAt.Where(s => Live(s.Key) is not null).Select(s => s.Value).DefaultIfEmpty(0).Max();

    /// <summary>Whether anything of its newest round was done.</summary>
    public bool IsBegun => ReadAt(Round) > 0 || Hand is not null;

    /// <summary>What was judged by hand in its newest round; null where nothing was.</summary>
    public LogEntry? Hand => _hands.GetValueOrDefault(Round);

    public IReadOnlyList<NoteState> Notes => _notes;

    public IReadOnlyList<PhotoState> Photos => _photos;

    /// <summary>What came too late for its place; null where nothing did.</summary>
    /// <param name="slots">The newest round's places.</param>
    /// <param name="open">Whether anything can be taken at the step.</param>
    public IReadOnlyList<LateState>? Late(IReadOnlyList<SlotState> slots, bool open) =>
        _late.Count == 0
            ? null
            :
            [
                .. _late.Select(entry =>
                {
                    var late = (ArrivedLate)entry.Event;
                    var place = slots.FirstOrDefault(s => s.Slot.Key == late.Slot.Slot);
                    return new LateState(
                        late.Id,
                        late.Slot.Slot,
                        place?.Slot.Label,
                        $"{late.Typed} {late.Unit}".TrimEnd(),
                        entry.By,
                        late.DoneAt,
                        late.Why,
                        open && place is { Live: null, Conflict: false, Slot.Kind: not (SlotKind.Trace or SlotKind.Sight) },
                        _entries.Any(e => e.Event is ReadingTaken { From.Reading: var from } && from == late.Id)
                    );
                }),
            ];

    /// <summary>What the owner was asked; null where nothing was.</summary>
    public IReadOnlyList<QuestionState>? Questions => _questions.Count == 0 ? null : _questions;

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

    /// <summary>When a slot was first taken in the newest round; what was rubbed out at once was never taken.</summary>
    /// <param name="slot">The slot.</param>
    /// <param name="asItArrived">By when it was told, where that was late.</param>
    public DateTimeOffset? FirstAt(string slot, bool asItArrived = false) =>
        (_readings.GetValueOrDefault((Round, slot)) ?? [])
            .Where(r => !_struckBy.TryGetValue(r.Event.Id, out var struck) || !RubbedOut(r, struck))
            .Min(r => (DateTimeOffset?)(asItArrived && ToldLate.Is(r) ? r.StoredAt : r.Event.DoneAt));

    /// <summary>Whether anything was told late at a slot of the newest round.</summary>
    public bool IsLate(string slot) => _readings.GetValueOrDefault((Round, slot))?.Exists(ToldLate.Is) == true;

    /// <summary>When a reading of the newest round was done, or told, where that was late.</summary>
    public DateTimeOffset ArrivedAt(ReadingTaken reading) =>
        _readings.GetValueOrDefault((Round, reading.Slot.Slot))?.Find(r => r.Event.Id == reading.Id) is { } entry && ToldLate.Is(entry)
            ? entry.StoredAt
            : reading.DoneAt;

    /// <summary>The readings at a slot of the newest round that are not crossed out, oldest first.</summary>
    public IReadOnlyList<ReadingTaken> Uncrossed(string slot) =>
        [.. (_readings.GetValueOrDefault((Round, slot)) ?? []).Select(r => (ReadingTaken)r.Event).Where(r => !_struck.ContainsKey(r.Id))];

    /// <summary>Whether anything was recorded at a slot of the newest round.</summary>
    public bool IsRecorded(string slot) =>
        _readings.GetValueOrDefault((Round, slot))?.Exists(r => r.Event is ReadingTaken { Trace: not null }) == true;

    /// <summary>Whether what was picked at a slot has been picked anew since an entry of the log.</summary>
    public bool PickedAnew(string slot, long since) =>
        SlotAt(slot) > since
        && (_readings.GetValueOrDefault((Round, slot)) ?? []).Exists(taken =>
            taken.Seq < since && (_struckBy.GetValueOrDefault(taken.Event.Id)?.Seq ?? long.MaxValue) > since
        );

    public IReadOnlyList<RoundState> Rounds(IReadOnlyList<Slot> slots) =>
        [
            .. Enumerable
                .Range(1, Round)
                .Select(round => (Round: round, Began: _rounds.Find(r => r.Round == round)))
                .Select(x => new RoundState(
                    x.Round,
                    x.Began?.Because,
                    [
                        .. slots.Select(slot => new SlotState(
                            slot,
                            _readings.GetValueOrDefault((x.Round, slot.Key))?.ConvertAll(Reading) ?? []
                        )),
                    ]
                )
                {
                    Part = x.Began?.Part,
                }),
        ];

    public IReadOnlyList<CallState> Calls =>
        [
            .. _calls.Select(
                (e, i) =>
                    Given(e, _releases.GetValueOrDefault(e.Event.Id)) with
                    {
                        Ended = EndOf(e, i),
                        Measured = IsMeasured((Called)e.Event),
                    }
            ),
        ];

    /// <summary>A call as it was given, with what was decided on it.</summary>
    public static CallState Given(LogEntry entry, Release? release)
    {
        var call = (Called)entry.Event;
        return new CallState(call.Id, call.Round, call.Judgement, call.Calculator, call.Version, call.DoneAt, release) { Seq = entry.Seq };
    }

    void IStepReader.Read(ReadingTaken taken, LogEntry entry)
    {
        var (round, slot) = (taken.Slot.Round, taken.Slot.Slot);
        _taken.Add(taken.Id);
        if (!_readings.TryGetValue((round, slot), out var there))
        {
            _readings[(round, slot)] = there = [];
        }

        there.Add(entry);
        _slotAt[slot] = _readAt[round] = entry.Seq;
    }

    void IStepReader.Read(Struck struck, LogEntry entry)
    {
        if (_taken.Contains(struck.Reading))
        {
            _struck.TryAdd(struck.Reading, struck.Because);
            _struckBy.TryAdd(struck.Reading, entry);
            _slotAt[struck.Slot.Slot] = entry.Seq;
        }
    }

    void IStepReader.Read(RoundBegan began, LogEntry entry)
    {
        _rounds.Add(began);
        Round = Math.Max(Round, began.Round);
        RoundAt = BegunAt = entry.Seq;
    }

    void IStepReader.Read(JudgedByHand judged, LogEntry entry)
    {
        _hands[judged.Round] = entry;
        RoundAt = entry.Seq;
    }

    void IStepReader.Read(Called called, LogEntry entry) => _calls.Add(entry);

    // Decided again, once what it stood on had changed.
    void IStepReader.Read(Decided decided, LogEntry entry) =>
        _releases[decided.Call] = new Release(false, decided.Because, entry.By, decided.DoneAt) { StoodOn = decided.StoodOn };

    void IStepReader.Read(GateOpened opened, LogEntry entry) =>
        _releases[opened.Call] =
            opened.Again && _releases.GetValueOrDefault(opened.Call) is { } open
                ? open with
                {
                    StoodOn = opened.StoodOn,
                    Again = new SaidAgain(entry.By, opened.DoneAt, opened.Because),
                }
                : new Release(true, opened.Because, entry.By, opened.DoneAt)
                {
                    StoodOn = opened.StoodOn,
                    Telephone = opened.Telephone,
                    OwnWork = opened.OwnWork,
                };

    void IStepReader.Read(Noted noted, LogEntry entry) => _notes.Add(new NoteState(noted.Text, entry.By, noted.DoneAt));

    void IStepReader.Read(ArrivedLate late, LogEntry entry) => _late.Add(entry);

    void IStepReader.Read(Attached attached, LogEntry entry) =>
        _photos.Add(new PhotoState(attached.Photo, attached.Caption, entry.By, attached.DoneAt));

    void IStepReader.Read(OwnerAsked asked, LogEntry entry) =>
        _questions.Add(new QuestionState(asked.Id, asked.Finding, asked.Choices, entry.By, asked.DoneAt, null));

    void IStepReader.Read(OwnerAnswered answered, LogEntry entry)
    {
        if (_questions.FindIndex(q => q.Id == answered.Question && q.Answer is null) is >= 0 and var at)
        {
            _questions[at] = _questions[at] with
            {
                Answer = new OwnerAnswer(answered.Answer, answered.Who, answered.How, entry.By, answered.DoneAt),
            };
        }
    }

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
