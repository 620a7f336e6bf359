using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;

namespace NeatBore.Core.Tests;

/// <summary>A build on a log in memory, worked on the way a builder would, with the demo's sheet and instruments.</summary>
internal sealed class Workbench
{
    public static readonly DateTimeOffset Start = new(2026, 6, 1, 8, 0, 0, TimeSpan.Zero);
    public static readonly TaskRef BalancerOn = new("balancer-on", "balancer");
    public static readonly Signer Ines = new("ines", "Ines", Role.Lead);
    public static readonly Signer Tomas = new("tomas", "Tomas", Role.Builder);

    private static readonly Shop s_shop = Demo<Shop>("shop.json");
    private readonly Desk _desk;
    private TaskRef _task;
    private int _clock;
    private WorkedBuild? _built;

    public Workbench(EngineSheet? sheet = null, TaskRef? task = null, Shop? shop = null)
    {
        _task = task ?? BalancerOn;
        Sheet = sheet ?? Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        Sheets = new Dictionary<SheetRef, EngineSheet> { [Sheet.Ref] = Sheet };
        _desk = new Desk(ProcedureBook.Default, shop ?? s_shop);
        Log = [new LogEntry(1, Start, Ines, new BuildOpened(Guid.CreateVersion7(), Start, "014", "Hill-climb tourer", Sheet.Ref))];
    }

    public EngineSheet Sheet { get; }

    public Dictionary<SheetRef, EngineSheet> Sheets { get; }

    public List<LogEntry> Log { get; }

    /// <summary>The log as it is, worked out on from what was known of it.</summary>
    public WorkedBuild Build =>
        _built = _built is { } known && known.Log.Count == Log.Count ? known : WorkedBuild.Of(Sheets, ProcedureBook.Default, Log);

    public BuildState State => Build.State;

    /// <summary>For a log that was changed behind its back.</summary>
    public void Forget() => _built = null;

    public TaskState Task => State.Tasks.Single(t => t.Ref == _task);

    public static T Demo<T>(string file) =>
        (T)JsonSerializer.Deserialize(File.ReadAllText(Repository.At("demo", file)), typeof(T), CoreJson.Default)!;

    /// <summary>The item that is worked on, where a step is done for each of many.</summary>
    public string Item { get; set; } = "";

    public StepState Step(string id) => Task.Steps.Single(s => s.Ref.Step == id && (s.Ref.Item == Item || s.Ref.Item.Length == 0));

    public Workbench Do(Func<Guid, DateTimeOffset, Command> command, Signer? by = null)
    {
        var at = Start.AddMinutes(++_clock);
        return Sit(_desk.Take(Build, command(Guid.CreateVersion7(), at), by ?? Ines, at));
    }

    /// <summary>Takes the build as it stands after some work.</summary>
    public Workbench Sit(WorkedBuild after)
    {
        Log.AddRange(after.Log.Skip(Log.Count));
        _built = after;
        return this;
    }

    /// <summary>Turns to another task of the same build, and begins it.</summary>
    public Workbench Turn(TaskRef task)
    {
        _task = task;
        return Begin();
    }

    /// <summary>Since it began.</summary>
    public int Minutes => _clock;

    /// <summary>Lets time go by.</summary>
    public Workbench Wait(int minutes)
    {
        _clock += minutes;
        return this;
    }

    public Workbench Again(string step) => Do((id, at) => new BeginRound(id, at, Step(step).Ref, "moved it"));

    public Workbench Begin() => Do((id, at) => new StartTask(id, at, _task));

    public Workbench Take(string step, string slot, string typed = "done", bool confirmed = false, Signer? by = null)
    {
        var state = Step(step);
        var kind = state.Rounds[^1].Slots.Single(s => s.Slot.Key == slot).Slot.Instrument;
        var (with, reaches) = kind is null ? (null, true) : Reaching(kind, typed);
        return Do(
            (id, at) =>
                new TakeReading(
                    id,
                    at,
                    new SlotRef(state.Ref, state.Round, slot),
                    typed,
                    Instrument: with?.Id,
                    OddConfirmed: confirmed || !reaches
                ),
            by
        );
    }

    /// <summary>The shop's first that reads so much, or the first of its kind; and whether it does.</summary>
    private static (Instrument? By, bool Reaches) Reaching(string kind, string typed)
    {
        var value = double.TryParse(typed, System.Globalization.CultureInfo.InvariantCulture, out var number) ? number : 0;
        var own = s_shop.Instruments.Where(i => i.Kind == kind).ToList();
        return own.Find(i => Desk.OutOfReach(s_any, value, i, []) is null) is { } by ? (by, true) : (own[0], false);
    }

    private static readonly Slot s_any = new("any", "", SlotKind.Number);

    /// <summary>Picks what was found, or a tool of the crib.</summary>
    public Workbench Pick(string step, string slot, string option) => Take(step, slot, option);

    public Workbench See(string step, string passage, double around, double along, SightKind kind = SightKind.Seen)
    {
        var state = Step(step);
        return Do(
            (id, at) => new TakeReading(id, at, new SlotRef(state.Ref, state.Round, passage), "seen", Sight: new Sight(kind, around, along))
        );
    }

    /// <summary>Takes what a dial shows at every place of a sweep round a bore that stands off.</summary>
    public Workbench Sweep(string step, double offMm, double towardsDeg, double droop = 0, double up = 0)
    {
        foreach (
            var slot in Step(step).Rounds[^1].Slots.Select(s => s.Slot).Where(s => s is { Required: true, AngleDeg: not null }).ToList()
        )
        {
            var deg = slot.AngleDeg!.Value;
            var reads = -(offMm * Math.Cos((deg - towardsDeg) * Math.PI / 180)) + (droop * (1 - Math.Cos((deg - up) * Math.PI / 180)) / 2);
            Take(step, slot.Key, reads.ToString("0.000", System.Globalization.CultureInfo.InvariantCulture));
        }

        return this;
    }

    /// <summary>Takes every open place of a step that it waits for, in the order of the hand.</summary>
    public Workbench TakeAll(string step, params string[] typed) => Take(step, new Queue<string>(typed), s => s.Required);

    /// <summary>The same, with what is more: every place that takes a number or a word, while there is something to type.</summary>
    public Workbench TakeEvery(string step, params string[] typed)
    {
        var numbers = new Queue<string>(typed);
        return Take(step, numbers, s => s.Required || (numbers.Count > 0 && s.Kind is SlotKind.Number or SlotKind.Text));
    }

    private Workbench Take(string step, Queue<string> numbers, Func<Slot, bool> wanted)
    {
        // What is asked for can follow from what was just taken.
        while (Step(step).Rounds[^1].Slots.FirstOrDefault(s => s.Live is null && wanted(s.Slot)) is { } next)
        {
            Take(step, next.Slot.Key, next.Slot.Kind == SlotKind.Tick ? "done" : numbers.Dequeue());
        }

        return this;
    }

    /// <summary>Keeps a trace, as a gauge recorded it.</summary>
    public Workbench Record(string step, string slot, IEnumerable<(double X, double Y)> points, bool cutOff = false)
    {
        var (state, columns) = (Step(step), points.ToList());
        return Do(
            (id, at) =>
                new TakeReading(
                    id,
                    at,
                    new SlotRef(state.Ref, state.Round, slot),
                    "trace",
                    Trace: new TraceColumns([.. columns.Select(p => p.X)], [.. columns.Select(p => p.Y)])
                )
                {
                    CutOff = cutOff,
                }
        );
    }

    public Workbench Choose(string choice, string option) => Do((id, at) => new Choose(id, at, _task, choice, option));

    public string Says(string step) => Wording.Write(Step(step).Now.Do);

    public Workbench Measured(string nudgeBore = "33.996") =>
        Begin()
            .TakeEvery("parts", "HB-21", "B-7, new")
            .TakeEvery("nose", "34.021", "34.022", "34.020", "34.021", "34.019", "34.020", "16")
            .Take("bore", "temperature", "24")
            .TakeEvery("bore", nudgeBore, "33.998", "33.997", "33.996", "33.995", "33.997");

    public Workbench Done() =>
        Measured()
            .TakeAll("method")
            .TakeAll("dress")
            .TakeAll("tool")
            .TakeEvery("draw", "40.0", "22.5")
            .TakeAll("seat", "6.01", "6.02", "6.00")
            .TakeEvery("bolt", "60", "420", "35", "125.3")
            .TakeAll("turn")
            .TakeAll("mark", "0.5");

    public static StepRef At(string step) => new(BalancerOn, step);

    public IReadOnlyDictionary<string, string[]> Refused(Func<Guid, DateTimeOffset, Command> command, Signer? by = null)
    {
        var before = Log.Count;
        try
        {
            Do(command, by);
        }
        catch (UnusableInputException e)
        {
            Xunit.Assert.Equal(before, Log.Count);
            return e.Errors;
        }

        throw new Xunit.Sdk.XunitException("Should have been refused.");
    }
}
