using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A task as its steps may see it: its sheet, what was chosen and read, and the other tasks of its build.</summary>
public interface ITaskView
{
    /// <summary>The sheet version that the task is pinned to.</summary>
    EngineSheet Sheet { get; }

    /// <summary>What was worked out once for several steps, by name, with what was looked at for it.</summary>
    IDictionary<string, (object? Value, Looked Looked)> Known { get; }

    /// <summary>What is chosen, as far as a step's item goes: what was told once a build is what held when it was read.</summary>
    IReadOnlyDictionary<string, string> Choices(string step, string item);

    /// <summary>The one live reading of a slot in its newest round; null where there is none, or two.</summary>
    ReadingTaken? Live(string step, string item, string slot);

    /// <summary>When a slot was first taken in its newest round, also by a reading that was crossed out since; what was rubbed out at once
    /// was never taken. Null where nothing was.</summary>
    DateTimeOffset? FirstAt(string step, string item, string slot);

    /// <summary>How often a step has been begun for an item, from 1.</summary>
    int Round(string step, string item);

    /// <summary>Which time a step is done for an item since another was begun anew, from 1.</summary>
    int RoundsSince(string step, string other, string item);

    /// <summary>The Stop that was said last before a step's newest round, for an item, also where rounds lie between in which nothing was
    /// said; null where anything else was, and where a lead opened it.</summary>
    (Judgement Says, DateTimeOffset At)? StoppedBefore(string step, string item);

    /// <summary>Whether a step was judged by hand for an item, and not bad.</summary>
    bool ByHand(string step, string item);

    /// <summary>Another task of the build, by its kind; null where it was not begun.</summary>
    OtherTask? Other(string kind);

    /// <summary>When work was done last at some steps of another task, or at any of them where none is named, as a number that grows; 0
    /// where none was.</summary>
    long WorkedAt(string kind, IReadOnlyList<string> steps);

    /// <summary>What of another task has to be left alone; null where nothing has.</summary>
    Rest? Rests(string kind);
}
