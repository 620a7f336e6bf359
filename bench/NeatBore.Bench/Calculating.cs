using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;

namespace NeatBore.Bench;

/// <summary>Calculators over HTTP, warm, one client.</summary>
internal static class Calculating
{
    private const int Rounds = 300;

    private static readonly (string Name, string Body)[] s_plain =
    [
        (
            "interference-fit",
            """
            {"shaft":{"readings":[{"stationMm":5,"angleDeg":0,"valueMm":34.021},{"stationMm":5,"angleDeg":90,"valueMm":34.022},{"stationMm":20,"angleDeg":0,"valueMm":34.02},{"stationMm":20,"angleDeg":90,"valueMm":34.021}],
                      "innerDiameterMm":12,"temperatureC":16,"roughnessRzUm":3,"material":{"youngGpa":205,"poisson":0.29,"yieldMpa":400,"expansionPerC":11.7e-6}},
             "hub":{"readings":[{"stationMm":5,"angleDeg":0,"valueMm":33.996},{"stationMm":5,"angleDeg":90,"valueMm":33.998},{"stationMm":20,"angleDeg":0,"valueMm":33.997},{"stationMm":20,"angleDeg":90,"valueMm":33.996}],
                    "outerDiameterMm":56,"temperatureC":24,"roughnessRzUm":5,"material":{"youngGpa":105,"poisson":0.26,"yieldMpa":180,"expansionPerC":10.6e-6}},
             "engagedLengthMm":38,"friction":{"low":0.1,"high":0.16},"gaugeUncertaintyMm":{"shaft":0.003,"hub":0.004},"limits":{"minMm":0.025,"maxMm":0.05}}
            """
        ),
        (
            "squareness",
            """
            {"readings":[{"angleDeg":0,"depthMm":4.1},{"angleDeg":120,"depthMm":4.34},{"angleDeg":240,"depthMm":4.22}],"measureRadiusMm":42,"targetDepthMm":4.6,
             "screws":[{"id":"a","angleDeg":60,"radiusMm":36,"pitchMm":1.25}]}
            """
        ),
        (
            "run-out",
            """{"radial":[{"angleDeg":0,"valueMm":0},{"angleDeg":90,"valueMm":0.05},{"angleDeg":180,"valueMm":0.09},{"angleDeg":270,"valueMm":0.04}],"gaugeUncertaintyMm":0.005}"""
        ),
        ("wrench-setting", """{"targetNm":140,"wrenchLengthMm":420,"adaptorLengthMm":60,"adaptorAngleDeg":35}"""),
    ];

    public static async Task RunAsync()
    {
        await using var serving = await Serving.StartAsync(5431);
        foreach (var (name, body) in s_plain)
        {
            await TimeAsync(serving, name, [JsonNode.Parse(body)!], "p50 ≤ 2, p99 ≤ 10");
        }

        var largest = new Searching();
        await TimeAsync(
            serving,
            "oil-hole-window",
            largest.Windows.Select(r => JsonSerializer.SerializeToNode(r, CoreWire.Options)!),
            "p99 ≤ 50"
        );
        await TimeAsync(serving, "bore-line", largest.Lines.Select(r => JsonSerializer.SerializeToNode(r, CoreWire.Options)!), "p99 ≤ 50");
        await TimeAsync(
            serving,
            "shim-stack",
            largest.Stacks.Select(r => JsonSerializer.SerializeToNode(r, CoreWire.Options)!),
            "p99 ≤ 50"
        );
        await TimeAsync(
            serving,
            "drive-order",
            largest.Orders.Select(r => JsonSerializer.SerializeToNode(r, CoreWire.Options)!),
            "p99 ≤ 50"
        );
    }

    private static async Task TimeAsync(Serving serving, string name, IEnumerable<JsonNode> requests, string wanted)
    {
        var (bodies, times, refused) = (requests.ToList(), new Times(), 0);
        for (var i = -100; i < Rounds; i++)
        {
            using var response = await (i < 0 ? new Times() : times).OfAsync(() =>
                serving.Client.PostAsJsonAsync(new Uri($"/api/calc/{name}", UriKind.Relative), bodies[(i + 100) % bodies.Count])
            );
            refused += response.IsSuccessStatusCode ? 0 : 1;
        }

        Console.WriteLine($"| {name} over HTTP{(refused > 0 ? ", refused" : "")} | {times} | {wanted} ms |");
    }
}
