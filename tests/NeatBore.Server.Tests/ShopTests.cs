using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>A shop of one's own: empty at first, set up once, and never mistaken for another.</summary>
public sealed class ShopTests : IAsyncLifetime
{
    private readonly Site _site = new() { Shop = "mill-lane" };

    public ValueTask InitializeAsync() => _site.InitializeAsync();

    public ValueTask DisposeAsync() => _site.DisposeAsync();

    [Fact]
    public async Task It_begins_with_a_usual_set_of_instruments_each_said_to_be_a_default_and_with_nobody()
    {
        var shop = await _site.GetAsync("/api/shop");
        Assert.Equal(("", false), ((string)shop["name"]!, (bool)shop["demo"]!));
        Assert.Empty(shop["people"]!.AsArray());
        Assert.Empty((await _site.GetAsync("/api/builds"))["lines"]!.AsArray());
        Assert.Empty((await _site.GetAsync("/api/sheets")).AsArray());
        var instruments = shop["instruments"]!.AsArray();
        Assert.True(instruments.Count > 10);
        Assert.All(instruments, i => Assert.EndsWith("accuracy a default", (string)i!["name"]!, StringComparison.Ordinal));
        Assert.All(instruments, i => Assert.False((bool)i!["simulated"]!));
    }

    [Fact]
    public async Task It_is_set_up_once_and_its_lead_may_work()
    {
        Assert.Equal(422, (await _site.PostAsync("/api/shop", """{"name":" ","units":"metric","lead":"Ada"}""")).Status);
        var (status, shop) = await _site.PostAsync("/api/shop", """{"name":"Mill Lane","units":"inch","lead":"Ada Þ"}""");
        Assert.Equal((200, "Mill Lane", "inch"), (status, (string)shop["name"]!, (string)shop["units"]!));
        Assert.Equal(("ada", "lead"), ((string)shop["people"]![0]!["id"]!, (string)shop["people"]![0]!["role"]!));
        // What hangs on its wall goes by the inch too, each in round numbers.
        var wall = shop["instruments"]!.AsArray();
        Assert.Equal((15, 15), (wall.Count, wall.Select(i => (string)i!["id"]!).Distinct().Count()));
        Assert.Equal(
            [("Micrometer 1–2 in, accuracy a default", 25.4, 50.8), ("Torque wrench 30–150 lbf·ft, accuracy a default", 40.675, 203.373)],
            wall.Where(i => (string)i!["id"]! is "mic-2" or "torque-2")
                .Select(i => ((string)i!["name"]!, Math.Round((double)i["low"]!, 3), Math.Round((double)i["high"]!, 3)))
        );
        double[] Tenths(JsonNode i) =>
            [
                .. new[] { "low", "high" }
                    .Select(end => (double)i[end]!)
                    .Select(end =>
                        (string)i["kind"]! switch
                        {
                            "thermometer" => ((end * 1.8) + 32) / 10,
                            "torque-wrench" => end / 1.3558179483314,
                            _ => end / 2.54,
                        }
                    ),
            ];
        Assert.All(wall.Where(i => i!["high"] is not null), i => Assert.All(Tenths(i!), end => Assert.Equal(Math.Round(end), end, 1e-9)));
        var (again, why) = await _site.PostAsync("/api/shop", """{"name":"Other","units":"metric","lead":"Eve"}""");
        Assert.Equal((409, "This shop is set up already."), (again, (string)why["title"]!));
        Assert.Equal("Mill Lane", (string)(await _site.GetAsync("/api/shop"))["name"]!);
        // Its id stays the same, whatever is done in it.
        Assert.Equal((Guid)shop["id"]!, (Guid)(await _site.GetAsync("/api/shop"))["id"]!);
    }

    [Fact]
    public async Task What_waits_for_another_shop_is_not_taken_and_says_where_it_belongs()
    {
        var own = (string)(await _site.GetAsync("/api/shop"))["id"]!;
        async Task<int> SetUpAsAsync(string shop)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, new Uri("/api/shop", UriKind.Relative))
            {
                Content = new StringContent(
                    """{"name":"Mill Lane","units":"metric","lead":"Ada"}""",
                    System.Text.Encoding.UTF8,
                    "application/json"
                ),
            };
            request.Headers.Add("Neat-Bore-Shop", shop);
            using var response = await _site.Client.SendAsync(request, TestContext.Current.CancellationToken);
            if (response.StatusCode == System.Net.HttpStatusCode.Conflict)
            {
                var said = await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
                Assert.Contains("urn:neat-bore:other-shop", said, StringComparison.Ordinal);
                Assert.Contains("This waits for another shop.", said, StringComparison.Ordinal);
            }

            return (int)response.StatusCode;
        }

        Assert.Equal(409, await SetUpAsAsync(Guid.NewGuid().ToString()));
        Assert.Equal("", (string)(await _site.GetAsync("/api/shop"))["name"]!);
        Assert.Equal(200, await SetUpAsAsync(own.ToUpperInvariant()));
    }
}
