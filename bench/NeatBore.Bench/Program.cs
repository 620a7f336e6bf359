using System.Diagnostics;
using System.Globalization;
using NeatBore.Core.CamBearings;
using NeatBore.Core.Crank;

// Times the calculators that search, each on requests of the largest size that a shop has, warm, and prints medians and 99th centiles.
// Run it with: dotnet run -c Release --project bench/NeatBore.Bench
const int Rounds = 200;
var chance = new Random(7);
double Between(double low, double high) => low + (chance.NextDouble() * (high - low));

var windows = Enumerable.Range(0, 50).Select(_ => new OilHoleWindow.Request(
    52,
    [new("a", Between(180, 190), 12, HoleShape.Round(7)), new("b", Between(25, 35), 12.3, new HoleShape(ShapeKind.Slot, null, 8, 4)), new("c", Between(300, 310), 11.8, HoleShape.Round(5))],
    [new("a", 185, 10, HoleShape.Round(7)), new("b", 30, 10, HoleShape.Round(5)), new("c", 305, 10, HoleShape.Round(5))],
    new(Between(-4, 4), Between(0, 2)), new([-10, 10], [0, 3]), FinalDepthMm: 2)).ToList();
var lines = Enumerable.Range(0, 50).Select(_ => new BoreLine.Request(
    [.. Enumerable.Range(0, 7).Select(i => new BoreLine.Station($"{i}", 24 + (92 * i), Between(-0.05, 0.05), Between(-0.05, 0.05), Between(0.02, 0.05)))])).ToList();
var stacks = Enumerable.Range(0, 50).Select(_ => new ShimChoice.Request(
    Between(1, 3), new(0.05, 0.25, 0.12), new(1, 6), [.. Enumerable.Range(0, 200).Select(_ => new ShimChoice.ShimLine(Math.Round(Between(0.05, 1.5), 4), 3))])).ToList();
var orders = Enumerable.Range(0, 50).Select(_ => new DriveOrder.Request(
    [.. Enumerable.Range(0, 9).Select(i => new DriveOrder.Bore($"{i}", 10 + (90 * i), 22, 52 - Between(0, 3), 52.09 - Between(0, 3), 46, 20))],
    new(true, true), new(DriveOrder.DriverKind.Expanding, 900, 40, 53, 30, 40), DriveOrder.DriveSchool.NearerEnd)).ToList();

Console.WriteLine($"{Environment.ProcessorCount} processors, {System.Runtime.InteropServices.RuntimeInformation.FrameworkDescription}");
Console.WriteLine("| calculator | median ms | 99th centile ms |");
Console.WriteLine("| --- | --- | --- |");
Time("oil-hole-window, 3 holes", windows, r => OilHoleWindow.Solve(r));
Time("bore-line, 7 bearings", lines, r => BoreLine.Solve(r));
Time("shim-stack, 200 lines, up to 6", stacks, r => ShimChoice.Solve(r));
Time("drive-order, 9 bores", orders, r => DriveOrder.Solve(r));

static void Time<T>(string name, List<T> requests, Action<T> solve)
{
    requests.ForEach(solve);
    var times = new List<double>();
    for (var i = 0; i < Rounds; i++)
    {
        var clock = Stopwatch.StartNew();
        solve(requests[i % requests.Count]);
        times.Add(clock.Elapsed.TotalMilliseconds);
    }

    times.Sort();
    Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {name} | {times[times.Count / 2]:0.00} | {times[(int)(times.Count * 0.99)]:0.00} |"));
}
