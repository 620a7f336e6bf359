using System.Globalization;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What a build is found by: its number, name and owner, its engine, what was done, what was typed of its parts, who worked on
/// it, and on which days.</summary>
public static class FindWords
{
    /// <summary>All of that, small letters, a space between.</summary>
    public static string Of(WorkedBuild build)
    {
        var (life, words) = (BuildLife.Of(build.Log), new HashSet<string>(StringComparer.Ordinal));
        void Add(string text) => words.Add(text.ToLower(CultureInfo.InvariantCulture));
        Add(life.Number);
        Add(life.Name);
        Add(life.Owner);
        Add(life.Stand.Length > 0 ? $"stand {life.Stand}" : "");
        Add(build.Newest.Name);
        foreach (var task in build.Tasks)
        {
            Add(task.Title);
            foreach (var slot in task.Steps.SelectMany(s => s.Rounds).SelectMany(r => r.Slots).Where(s => s.Slot.Kind == SlotKind.Text))
            {
                foreach (var reading in slot.Readings)
                {
                    Add(reading.Typed);
                }
            }
        }

        foreach (var entry in build.Log)
        {
            Add(entry.By.Name);
            Add(entry.Event.DoneAt.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
        }

        return string.Join(' ', words);
    }
}
