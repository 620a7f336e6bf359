using System.Globalization;

namespace NeatBore.Core.RunSheets;

/// <summary>Parts of a set that are named by their numbers.</summary>
internal static class Numbered
{
    /// <summary>Numbers and ranges as a builder types them, such as "1-6, 8-12". Null where it can't be read.</summary>
    public static IReadOnlyList<int>? Read(string typed)
    {
        var places = new List<int>();
        foreach (
            var part in typed
                .Replace('–', '-')
                .Split([',', ';', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        )
        {
            var ends = part.Split('-')
                .Select(e => int.TryParse(e, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n is > 0 and <= 99 ? n : 0)
                .ToList();
            if (ends.Count > 2 || ends.Contains(0) || ends[^1] < ends[0])
            {
                return null;
            }

            places.AddRange(Enumerable.Range(ends[0], ends[^1] - ends[0] + 1));
        }

        return places.Count == 0 ? null : places;
    }

    /// <summary>Numbers as they are said: "1", "1 and 3", "1, 2 and 4".</summary>
    public static string Say(IReadOnlyList<int> numbers) =>
        numbers.Count == 1
            ? numbers[0].ToString(CultureInfo.InvariantCulture)
            : $"{string.Join(", ", numbers.Take(numbers.Count - 1))} and {numbers[^1]}";
}
