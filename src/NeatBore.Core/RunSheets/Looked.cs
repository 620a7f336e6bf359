namespace NeatBore.Core.RunSheets;

/// <summary>What a step has looked at while it was judged: only what it looked at can change what it says.</summary>
public sealed class Looked
{
    private readonly Stack<Looked> _parts = new();
    private readonly HashSet<(string Step, string Item, string Slot)> _slots = [];
    private readonly HashSet<string> _choices = [];
    private readonly HashSet<(string Step, string Item)> _rounds = [];
    private readonly HashSet<string> _tasks = [];

    /// <summary>Slots, whatever stood in them.</summary>
    public IReadOnlyCollection<(string Step, string Item, string Slot)> Slots => _slots;

    /// <summary>Choices.</summary>
    public IReadOnlyCollection<string> Choices => _choices;

    /// <summary>Steps whose rounds were counted.</summary>
    public IReadOnlyCollection<(string Step, string Item)> Rounds => _rounds;

    /// <summary>Other tasks of the build, by kind.</summary>
    public IReadOnlyCollection<string> Tasks => _tasks;

    /// <summary>Looked at a slot.</summary>
    public void AtSlot(string step, string item, string slot) => Now._slots.Add((step, item, slot));

    /// <summary>Looked at a choice.</summary>
    public void AtChoice(string choice) => Now._choices.Add(choice);

    /// <summary>Counted a step's rounds.</summary>
    public void AtRounds(string step, string item) => Now._rounds.Add((step, item));

    /// <summary>Looked at another task.</summary>
    public void AtTask(string kind) => Now._tasks.Add(kind);

    /// <summary>Does a part of the work, and gives back what that part looked at; it counts for the whole too.</summary>
    internal Looked During(Action work)
    {
        var part = new Looked();
        _parts.Push(part);
        try
        {
            work();
        }
        finally
        {
            _parts.Pop();
            Add(part);
        }

        return part;
    }

    /// <summary>Counts what was looked at before for the same.</summary>
    internal void Add(Looked other)
    {
        Now._slots.UnionWith(other._slots);
        Now._choices.UnionWith(other._choices);
        Now._rounds.UnionWith(other._rounds);
        Now._tasks.UnionWith(other._tasks);
    }

    private Looked Now => _parts.Count > 0 ? _parts.Peek() : this;
}
