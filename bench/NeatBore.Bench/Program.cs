using NeatBore.Bench;

// Measures what docs/measured.md holds. Run it with scripts/measure [WHAT …]: it makes a cluster and builds the server.
var all = new Dictionary<string, Func<Task>>
{
    ["calculators"] = Calculating.RunAsync,
    ["reading"] = Reading.RunAsync,
    ["writes"] = Writing.RunAsync,
    ["plans"] = Planning.RunAsync,
    ["apply"] = Applying.RunAsync,
    ["enter"] = Entering.RunAsync,
    ["rest"] = () => Resting.RunAsync(args.Contains("--hour") ? TimeSpan.FromHours(1) : TimeSpan.FromMinutes(2)),
};
var wanted = args.Where(a => !a.StartsWith("--", StringComparison.Ordinal)).ToList();
if (wanted.Find(w => !all.ContainsKey(w)) is { } unknown)
{
    Console.Error.WriteLine($"does not measure “{unknown}”; it measures {string.Join(", ", all.Keys)}");
    return 1;
}

Console.WriteLine($"{Environment.ProcessorCount} processors, {System.Runtime.InteropServices.RuntimeInformation.FrameworkDescription}");
Console.WriteLine();
Console.WriteLine("| what | measured | wanted |");
Console.WriteLine("| --- | --- | --- |");
foreach (var (name, run) in all)
{
    if (wanted.Count == 0 || wanted.Contains(name))
    {
        await run();
    }
}

return 0;
