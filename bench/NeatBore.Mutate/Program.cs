using NeatBore.Mutate;

// scripts/mutate [N] [SEED]: N faults drawn by the seed, one after the other, each by the tests that come to its line.
var root = args[0];
var count = args.Length > 1 ? int.Parse(args[1], System.Globalization.CultureInfo.InvariantCulture) : 100;
var seed = args.Length > 2 ? int.Parse(args[2], System.Globalization.CultureInfo.InvariantCulture) : 1;

var built = await MutatedBuild.MakeAsync(root);
Console.WriteLine($"{built.Mutants.Count} faults can be made");
var runs = new TestRuns(built.Tests);
await runs.LookWhatIsReachedAsync();

// One that makes no difference to anybody is named with its reason, and does not count.
var equivalents = File.ReadLines(Path.Combine(root, "bench", "NeatBore.Mutate", "equivalent.txt"))
    .Where(line => line.Length > 0 && line[0] != '#')
    .Select(line => line.Split(" | ")[0])
    .ToHashSet(StringComparer.Ordinal);
var all = built.Mutants.ToArray();
new Random(seed).Shuffle(all);
var (caught, missed, skipped) = (0, new List<Mutant>(), 0);
foreach (var mutant in all)
{
    if (equivalents.Contains(mutant.Key))
    {
        skipped++;
        continue;
    }

    if (caught + missed.Count == count)
    {
        break;
    }

    if (await runs.CatchAsync(mutant.Number))
    {
        caught++;
    }
    else
    {
        missed.Add(mutant);
        Console.WriteLine($"NOT CAUGHT {mutant.File}:{mutant.Line}{(runs.Reached(mutant.Number) ? "" : " (no test comes here)")}");
        Console.WriteLine($"    {mutant.Key}");
    }
}

var tried = Math.Max(1, caught + missed.Count);
Console.WriteLine($"| seed {seed}: {caught} of {tried} caught, {skipped} equivalent | {100.0 * caught / tried:0} % | ≥ 85 % |");
return 0;
