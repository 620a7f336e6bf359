using System.Diagnostics;
using System.Text.RegularExpressions;

namespace NeatBore.Mutate;

/// <summary>The core's tests by class: which come to a fault, and whether one of them fails on it.</summary>
internal sealed partial class TestRuns(string tests)
{
    private readonly List<(string Class, HashSet<int> Reached, TimeSpan Took)> _classes = [];

    public bool Reached(int mutant) => _classes.Exists(c => c.Reached.Contains(mutant));

    /// <summary>Runs each class once with nothing wrong, noting what it comes to.</summary>
    public async Task LookWhatIsReachedAsync()
    {
        var folder = Path.GetDirectoryName(tests)!;
        var (_, listed) = await MutatedBuild.RunAsync("dotnet", folder, [tests, "-list", "classes", "-noLogo"]);
        var names = Names().Matches(listed).Select(m => m.Value).Distinct().ToList();
        await Parallel.ForEachAsync(
            names,
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
            async (name, _) =>
            {
                var file = Path.Combine(folder, $"{name}.reached");
                var began = Stopwatch.GetTimestamp();
                var (code, said) = await MutatedBuild.RunAsync(
                    "dotnet",
                    folder,
                    [tests, "-noLogo", "-noColor", "-class", name],
                    new Dictionary<string, string> { ["NEATBORE_REACHED"] = file }
                );
                if (code != 0)
                {
                    // One that reads the sources themselves, and others can't fail: they are built on what passes.
                    Console.WriteLine($"{name} fails with nothing wrong, and is not asked:\n{said}");
                    return;
                }

                lock (_classes)
                {
                    _classes.Add(
                        (
                            name,
                            File.Exists(file)
                                ? [.. File.ReadLines(file).Select(l => int.Parse(l, System.Globalization.CultureInfo.InvariantCulture))]
                                : [],
                            Stopwatch.GetElapsedTime(began)
                        )
                    );
                }
            }
        );
        _classes.Sort((a, b) => a.Took.CompareTo(b.Took));
    }

    /// <summary>Whether a test fails on it; the quickest that come to it are asked first, and the first failure ends it.</summary>
    public async Task<bool> CatchAsync(int mutant)
    {
        var asked = _classes.Where(c => c.Reached.Contains(mutant)).ToList();
        if (asked.Count == 0)
        {
            return false;
        }

        // A few at a time: starting a run costs more than most classes do.
        foreach (var some in asked.Chunk(Math.Max(4, (asked.Count + 2) / 3)))
        {
            var (code, _) = await MutatedBuild.RunAsync(
                "dotnet",
                Path.GetDirectoryName(tests)!,
                [tests, "-noLogo", "-noColor", "-stopOnFail", .. some.SelectMany(c => new[] { "-class", c.Class })],
                new Dictionary<string, string> { ["NEATBORE_FAULT"] = $"{mutant}" },
                3 * TimeSpan.FromSeconds(20 + some.Sum(c => c.Took.TotalSeconds))
            );
            if (code != 0)
            {
                return true;
            }
        }

        return false;
    }

    [GeneratedRegex(@"NeatBore\.Core\.Tests\.\w+")]
    private static partial Regex Names();
}
