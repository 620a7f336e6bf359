using System.Text;
using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

public sealed class CribTests(Site site) : IClassFixture<Site>
{
    private const string Headings = "id,kind,name,threads,holes,boltCircleMm,reachMm,ratedKn,tips,calibrationDue\n";

    private Task<(int Status, JsonNode Body)> TakeAsync(string csv) =>
        site.PostAsync("/api/crib.csv", Encoding.UTF8.GetBytes(csv), "text/csv");

    private async Task<int> CountAsync() => (await site.GetAsync("/api/shop"))["crib"]!.AsArray().Count;

    [Fact]
    public async Task The_crib_comes_out_and_goes_in_again_without_loss()
    {
        var before = (await site.GetAsync("/api/shop"))["crib"]!.ToJsonString();
        var csv = await site.Client.GetStringAsync(new Uri("/api/crib.csv", UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.True(csv.Split('\n').Length > 60);
        Assert.Equal(200, (await TakeAsync(csv)).Status);
        Assert.Equal(before, (await site.GetAsync("/api/shop"))["crib"]!.ToJsonString());
        // A spreadsheet elsewhere writes semicolons and decimal commas.
        var elsewhere = "id;kind;name;reachMm;ratedKn;screw\nzz-1;hub-puller;Comma yoke;101,5;62,5;M24x1,5\n";
        Assert.Equal(200, (await TakeAsync(elsewhere)).Status);
        var tool = (await site.GetAsync("/api/shop"))["crib"]!.AsArray().Single(t => (string)t!["id"]! == "zz-1")!;
        Assert.Equal((101.5, 62_500, 1.5), ((double)tool["reachMm"]!, (double)tool["ratedForceN"]!, (double)tool["screw"]!["pitchMm"]!));
    }

    [Fact]
    public async Task A_cell_that_a_spreadsheet_would_run_goes_out_as_a_text_and_comes_back_as_it_was()
    {
        string[] names = ["=HYPERLINK(\"http://elsewhere.example\";\"x\")", "+1+1", "-2+3", "@SUM(A1)", "'=already", "plain, 5"];
        string Row(int i, string name) => $"run-{i},washer,\"{name.Replace("\"", "\"\"", StringComparison.Ordinal)}\"\n";
        Assert.Equal(
            200,
            (await TakeAsync("id,kind,name\n" + string.Concat(names.Select((n, i) => Row(i, n.StartsWith('\'') ? "'" + n : n))))).Status
        );
        var csv = await site.Client.GetStringAsync(new Uri("/api/crib.csv", UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.DoesNotMatch("(?m)(^|,)\"?[=+@-]", csv);
        Assert.Equal(200, (await TakeAsync(csv)).Status);
        var crib = (await site.GetAsync("/api/shop"))["crib"]!.AsArray();
        Assert.Equal(names, names.Select((_, i) => (string)crib.Single(t => (string)t!["id"]! == $"run-{i}")!["name"]!));
    }

    [Theory]
    [InlineData("", "row 1")]
    [InlineData("name,id,weight\na,b,c\n", "row 1, column 3", "row 1")]
    [InlineData(Headings, "row 2")]
    [InlineData(Headings + "a,hub-puller,A,M8x1.25x80,3,36 to 96,110,80,,\na,hub-puller,B,,,,1,1,,\n", "row 3, id")]
    [InlineData(Headings + "a,hub-puller,A,M8x1.25x80,3,36 to 96,110.5,80,,\nb,hub-puller,B,,,,\"1,5\",1,,\n", "row 3, reachMm")]
    [InlineData(Headings + "a,hub-puller,A,8 by 80,3,36 to 96,110,80,,\n", "row 2, threads")]
    [InlineData(
        Headings + "a,hub-puller,A,,99,96 to 36,-4,x,,next year\n",
        "row 2, holes",
        "row 2, reachMm",
        "row 2, ratedKn",
        "row 2, calibrationDue"
    )]
    [InlineData(Headings + "a,hub-puller,A,,3,96 to 36,4,8,,\n", "row 2, boltCircleMm")]
    [InlineData(Headings + "a,,,,,,,,,\n", "row 2, kind", "row 2, name")]
    public async Task A_fault_is_named_by_row_and_column_and_nothing_is_half_taken(string csv, params string[] places)
    {
        var before = await CountAsync();
        var (status, problem) = await TakeAsync(csv);
        Assert.Equal(422, status);
        Assert.All(
            places,
            place => Assert.True(problem["errors"]!.AsObject().ContainsKey(place), $"{place} in {problem["errors"]!.ToJsonString()}")
        );
        Assert.Equal(before, await CountAsync());
    }

    [Fact]
    public async Task Bytes_that_are_no_text_are_refused()
    {
        Assert.Equal(422, (await site.PostAsync("/api/crib.csv", [0xFF, 0xFE, 0x00, 0x41], "text/csv")).Status);
        Assert.Equal(422, (await TakeAsync("id,kind,name\na\0,b,c\n")).Status);
        Assert.Equal(413, (await TakeAsync(Headings + new string('x', 2 << 20))).Status);
    }

    [Fact]
    public async Task What_each_engine_asks_of_a_tool_is_there_to_be_matched()
    {
        var needs = (await site.GetAsync("/api/crib/needs")).AsArray();
        Assert.Equal(["Four 1.8", "Straight six 2.7", "V6 3.0"], needs.Select(n => (string)n!["sheet"]!).Order());
        var crib = (await site.GetAsync("/api/shop"))["crib"]!.ToJsonString();
        foreach (var need in needs)
        {
            var (status, match) = await site.PostAsync(
                "/api/calc/tool-match",
                $$"""{"need":{{need!["need"]!.ToJsonString()}},"crib":{{crib}}}"""
            );
            Assert.Equal(200, status);
            Assert.NotEmpty(match["fits"]!.AsArray());
        }
    }
}
