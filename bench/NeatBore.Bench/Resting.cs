using System.Diagnostics;
using OpenQA.Selenium.Chrome;

namespace NeatBore.Bench;

/// <summary>What the server holds in memory with the demo and its gauges, after page loads and a live page left open.</summary>
internal static class Resting
{
    private const int Loads = 100;
    private const int GaugePort = 5439;

    public static async Task RunAsync(TimeSpan live)
    {
        using var gauges = Process.Start(
            new ProcessStartInfo("dotnet")
            {
                ArgumentList = { Path.Combine(AppContext.BaseDirectory, "NeatBore.Gauges.Simulated.dll"), "--port", $"{GaugePort}" },
                RedirectStandardOutput = true,
            }
        )!;
        try
        {
            await LoadAsync(live);
        }
        finally
        {
            gauges.Kill();
        }
    }

    private static async Task LoadAsync(TimeSpan live)
    {
        await using var serving = await Serving.StartAsync(5435, gauges: $"127.0.0.1:{GaugePort}");
        Console.WriteLine($"| resident, just started | {serving.ResidentMb:0} MB | |");
        var lines = (await serving.GetAsync("/api/builds"))["lines"]!.AsArray();
        var options = new ChromeOptions();
        options.AddArguments("--headless=new", "--no-sandbox", "--window-size=1280,800");
        using var driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin"), options);
        for (var i = 0; i < Loads; i++)
        {
            var id = lines[i % lines.Count]!["id"];
            await driver
                .Navigate()
                .GoToUrlAsync(
                    new Uri(
                        $"{serving.Address}{(i % 4) switch { 0 => "/", 1 => $"/builds/{id}/record", 2 => $"/builds/{id}/fasteners", _ => $"/builds/{id}" }}"
                    )
                );
        }

        await driver
            .Navigate()
            .GoToUrlAsync(new Uri($"{serving.Address}/builds/{lines.Single(l => (string)l!["number"]! == "018")!["id"]}"));
        await Task.Delay(live);
        Console.WriteLine(
            $"| resident, after {Loads} page loads and {live.TotalMinutes:0} minutes of a live page | {serving.ResidentMb:0} MB "
                + $"| ≤ 150 MB |"
        );
    }
}
