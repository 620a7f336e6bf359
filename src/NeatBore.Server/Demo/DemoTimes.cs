using System.Globalization;
using System.Text.RegularExpressions;

namespace NeatBore.Server.Demo;

/// <summary>Moves the demo's times by whole days, so that its newest entry is of the day on which it is first opened: what is due, what
/// waits and what runs out are then as they are meant to be.</summary>
internal static partial class DemoTimes
{
    /// <summary>By how many days the files have to be moved; 0 where they hold no time.</summary>
    /// <param name="builds">Build files as text.</param>
    /// <param name="today">The day of the first opening.</param>
    public static int DaysTo(IEnumerable<string> builds, DateOnly today)
    {
        var stored = builds.SelectMany(b => Stored().Matches(b)).Select(m => Day(m.Groups[1].Value)).ToList();
        return stored.Count == 0 ? 0 : today.DayNumber - stored.Max().DayNumber;
    }

    /// <summary>A file with each of its days and times moved.</summary>
    public static string Moved(string json, int days) =>
        Days().Replace(json, m => $"\"{Day(m.Groups[1].Value).AddDays(days).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}");

    private static DateOnly Day(string text) => DateOnly.ParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture);

    [GeneratedRegex("\"storedAt\":\\s*\"(\\d{4}-\\d\\d-\\d\\d)T")]
    private static partial Regex Stored();

    // A whole value, with a time or without.
    [GeneratedRegex("(?<=[:\\[,]\\s*)\"(\\d{4}-\\d\\d-\\d\\d)(?=T\\d\\d:|\")")]
    private static partial Regex Days();
}
