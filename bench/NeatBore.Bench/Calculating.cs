using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Core.CamBearings;
using NeatBore.Core.Crank;

namespace NeatBore.Bench;

/// <summary>Calculators over HTTP, warm, one client.</summary>
internal static class Calculating
{
    private const int Rounds = 300;

    private static readonly (string Name, string Body)[] s_plain =
    [
        ("interference-fit", """{"hub":{"boreMm":[33.996,33.998,33.997],"outsideMm":70,"material":"cast-iron"},"nose":{"outsideMm":[34.021,34.022,34.02],"material":"steel"},"lengthMm":46}"""),
        ("squareness", """{"depths":[{"angleDeg":0,"depthMm":6.01},{"angleDeg":120,"depthMm":6.02},{"angleDeg":240,"depthMm":6}],"diameterMm":60}"""),
        ("run-out", """{"readings":[{"angleDeg":0,"valueMm":0},{"angleDeg":90,"valueMm":0.05},{"angleDeg":180,"valueMm":0.09},{"angleDeg":270,"valueMm":0.04}]}"""),
        ("wrench-setting", """{"torqueNm":120,"wrenchLengthMm":400,"adapterLengthMm":60,"adapterAngleDeg":35}"""),
    ];

    public static async Task RunAsync()
    {
        await using var serving = await Serving.StartAsync(5431);
        foreach (var (name, body) in s_plain)
        {
            await TimeAsync(serving, name, [JsonNode.Parse(body)!], "p50 ≤ 2, p99 ≤ 10");
        }

        var largest = new Searching();
        await TimeAsync(serving, "oil-hole-window", largest.Windows.Select(r => JsonSerializer.SerializeToNode(r, CoreJson.Default.OilHoleWindowRequest)!), "p99 ≤ 50");
        await TimeAsync(serving, "bore-line", largest.Lines.Select(r => JsonSerializer.SerializeToNode(r, CoreJson.Default.BoreLineRequest)!), "p99 ≤ 50");
        await TimeAsync(serving, "shim-stack", largest.Stacks.Select(r => JsonSerializer.SerializeToNode(r, CoreJson.Default.ShimChoiceRequest)!), "p99 ≤ 50");
        await TimeAsync(serving, "drive-order", largest.Orders.Select(r => JsonSerializer.SerializeToNode(r, CoreJson.Default.DriveOrderRequest)!), "p99 ≤ 50");
    }

    private static async Task TimeAsync(Serving serving, string name, IEnumerable<JsonNode> requests, string wanted)
    {
        var (bodies, times, refused) = (requests.ToList(), new Times(), 0);
        for (var i = -100; i < Rounds; i++)
        {
            using var response = await (i < 0 ? new Times() : times).OfAsync(() => serving.Client.PostAsJsonAsync(new Uri($"/api/calc/{name}", UriKind.Relative), bodies[(i + 100) % bodies.Count]));
            refused += response.IsSuccessStatusCode ? 0 : 1;
        }

        Console.WriteLine($"| {name} over HTTP{(refused > 0 ? ", refused" : "")} | {times} | {wanted} ms |");
    }
}
