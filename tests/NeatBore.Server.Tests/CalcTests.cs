using System.Text.Json.Nodes;
using NeatBore.Core.Calculators;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Server.Tests;

public sealed class CalcTests(Site site) : IClassFixture<Site>
{
    private const string Fit = """
        {"shaft":{"readings":[{"stationMm":5,"angleDeg":0,"valueMm":34.021},{"stationMm":5,"angleDeg":90,"valueMm":34.022},{"stationMm":20,"angleDeg":0,"valueMm":34.020},{"stationMm":20,"angleDeg":90,"valueMm":34.021},{"stationMm":35,"angleDeg":0,"valueMm":34.019},{"stationMm":35,"angleDeg":90,"valueMm":34.020}],
                  "innerDiameterMm":12,"temperatureC":16,"roughnessRzUm":3,"material":{"youngGpa":205,"poisson":0.29,"yieldMpa":400,"expansionPerC":11.7e-6}},
         "hub":{"readings":[{"stationMm":5,"angleDeg":0,"valueMm":33.996},{"stationMm":5,"angleDeg":90,"valueMm":33.998},{"stationMm":20,"angleDeg":0,"valueMm":33.997},{"stationMm":20,"angleDeg":90,"valueMm":33.996},{"stationMm":35,"angleDeg":0,"valueMm":33.995},{"stationMm":35,"angleDeg":90,"valueMm":33.997}],
                "outerDiameterMm":56,"temperatureC":24,"roughnessRzUm":5,"material":{"youngGpa":105,"poisson":0.26,"yieldMpa":180,"expansionPerC":10.6e-6}},
         "engagedLengthMm":38,"friction":{"low":0.10,"high":0.16},"gaugeUncertaintyMm":{"shaft":0.003,"hub":0.004},"limits":{"minMm":0.025,"maxMm":0.050}}
        """;

    private const string Depths = """
        {"readings":[{"angleDeg":0,"depthMm":4.10},{"angleDeg":120,"depthMm":4.34},{"angleDeg":240,"depthMm":4.22}],"measureRadiusMm":42,"targetDepthMm":4.6,
         "screws":[{"id":"a","angleDeg":60,"radiusMm":36,"pitchMm":1.25}]}
        """;

    private const string Wrench = """{"targetNm":140,"wrenchLengthMm":420,"adaptorLengthMm":60,"adaptorAngleDeg":35}""";

    /// <summary>A sound request for every calculator, to be spoilt field by field.</summary>
    private static readonly (string Name, string Body)[] s_sound =
    [
        .. JsonNode
            .Parse(File.ReadAllText(Repository.At("tests", "tables", "sound.json")))!
            .AsObject()
            .Select(p => (p.Key, p.Value!.ToJsonString())),
        (
            "day-plan",
            """
            {"startAt":"2026-06-01T08:00:00+02:00","people":[{"id":"ines","hours":[{"from":"2026-06-01T08:00:00+02:00","to":"2026-06-01T17:00:00+02:00"}]}],
             "resources":[{"id":"oven"}],
             "jobs":[{"id":"warm","build":"014","minutes":10,"waitMinutes":90,"waitUses":[{"resource":"oven"}]},
                     {"id":"on","build":"014","minutes":20,"within":{"of":"warm","minutes":5}}]}
            """
        ),
    ];

    [Fact]
    public async Task Every_calculator_answers_a_sound_request_and_says_its_formula()
    {
        foreach (var (name, body) in s_sound)
        {
            var (status, answer) = await site.PostAsync($"/api/calc/{name}", body);
            Assert.True(status == 200, $"{name}: {status} {answer}");
            var listed = site.Book.All.Single(c => c.Name == name);
            Assert.Equal((listed.Model, listed.Version), ((string)answer["model"]!, (int)answer["version"]!));
        }

        var served = (await site.GetAsync("/api/openapi/v1.json"))["paths"]!
            .AsObject()
            .Select(p => p.Key)
            .Where(p => p.StartsWith("/api/calc/", StringComparison.Ordinal) && !p.Contains('.', StringComparison.Ordinal));
        var asked = site.Book.All.Where(c => c.Request is not null).Select(c => c.Name).Order(StringComparer.Ordinal);
        Assert.Equal(asked, served.Select(p => p["/api/calc/".Length..]).Order(StringComparer.Ordinal));
        Assert.Equal(asked, s_sound.Select(s => s.Name).Order(StringComparer.Ordinal));
        Assert.Contains("steel-forged", (await site.GetAsync("/api/materials")).AsObject().Select(m => m.Key));
    }

    [Fact]
    public async Task The_calculators_answer_over_http_as_they_do_in_the_core()
    {
        var (_, fit) = await site.PostAsync("/api/calc/interference-fit", Fit);
        Assert.Equal(0.02703, (double)fit["interferenceMm"]!["mean"]!, 5e-6);
        Assert.Equal("look-again", (string)fit["call"]!["verdict"]!);
        Assert.Contains("0.027 mm ± 0.005 mm", (string)fit["call"]!["because"]!, StringComparison.Ordinal);
        Assert.Equal(11, fit["curve"]!.AsArray().Count);
        Assert.Contains("DIN 7190-1", (string)fit["model"]!, StringComparison.Ordinal);
        var (_, depths) = await site.PostAsync("/api/calc/squareness", Depths);
        Assert.Equal(0.2771, (double)depths["tiltMm"]!, 5e-5);
        var (_, wrench) = await site.PostAsync("/api/calc/wrench-setting", Wrench);
        Assert.Equal(125.33, (double)wrench["setNm"]!, 5e-3);
        Assert.Null(wrench["call"]);
    }

    [Theory]
    [InlineData(
        """{"targetNm":"x","wrenchLengthMm":1e999,"zap":1,"adaptorLengthMm":null,"multiplier":{"ratio":2,"ratio":3}}""",
        "adaptorLengthMm",
        "multiplier.efficiency",
        "multiplier.ratio",
        "targetNm",
        "wrenchLengthMm",
        "zap"
    )]
    [InlineData("{}", "targetNm", "wrenchLengthMm")]
    [InlineData("[]", "")]
    [InlineData("{\"targetNm\":140,", "")]
    [InlineData("", "")]
    [InlineData(
        """{"targetNm":140,"wrenchLengthMm":420,"wrench":{"minNm":1,"maxNm":2,"calibrationDue":"soon","today":"2026-06-01"}}""",
        "wrench.calibrationDue"
    )]
    public async Task What_is_not_well_formed_is_named_field_by_field(string body, params string[] fields)
    {
        var (status, problem) = await site.PostAsync("/api/calc/wrench-setting", body);
        Assert.Equal(400, status);
        Assert.Equal(fields, problem["errors"]!.AsObject().Select(e => e.Key));
    }

    [Theory]
    [InlineData("wrench-setting", """{"targetNm":10000000,"wrenchLengthMm":420}""", "targetNm")]
    [InlineData("wrench-setting", """{"targetNm":-1,"wrenchLengthMm":0}""", "targetNm", "wrenchLengthMm")]
    [InlineData(
        "squareness",
        """{"readings":[{"angleDeg":0,"depthMm":1},{"angleDeg":1,"depthMm":1},{"angleDeg":180,"depthMm":1}],"measureRadiusMm":42}""",
        "readings"
    )]
    [InlineData("squareness", """{"readings":[],"measureRadiusMm":42}""", "readings")]
    public async Task What_cannot_be_is_named_field_by_field(string calculator, string body, params string[] fields)
    {
        var (status, problem) = await site.PostAsync($"/api/calc/{calculator}", body);
        Assert.Equal(422, status);
        Assert.Equal(fields, problem["errors"]!.AsObject().Select(e => e.Key));
    }

    [Fact]
    public async Task An_unknown_material_is_answered_with_the_known_ones()
    {
        var body = JsonNode.Parse(Fit)!;
        body["hub"]!["material"] = "cheese";
        var (status, problem) = await site.PostAsync("/api/calc/interference-fit", body.ToJsonString());
        Assert.Equal(422, status);
        Assert.Contains("iron-grey", (string)problem["errors"]!["hub.material"]![0]!, StringComparison.Ordinal);
        body["hub"]!["material"] = "iron-grey";
        Assert.Equal(200, (await site.PostAsync("/api/calc/interference-fit", body.ToJsonString())).Status);
    }

    /// <summary>Whatever one field is turned into, the answer is an answer or a clear 4xx, with no NaN in it and never a 500.</summary>
    [Fact]
    public async Task A_spoilt_field_never_breaks_a_calculator()
    {
        string[] spoils =
        [
            "null",
            "\"x\"",
            "-1",
            "0",
            "1e6",
            "-1e6",
            "1e-300",
            "1e308",
            "[]",
            "{}",
            "true",
            "[[[[[]]]]]",
            "\"\\u0000é\"",
            "123456789012345678901234567890",
        ];
        foreach (var (name, body) in s_sound)
        {
            foreach (var path in Leaves(JsonNode.Parse(body)!).ToList())
            {
                foreach (var spoil in spoils)
                {
                    var spoilt = JsonNode.Parse(body)!;
                    Set(spoilt, path, JsonNode.Parse(spoil));
                    var (status, answer) = await site.PostAsync($"/api/calc/{name}", spoilt.ToJsonString());
                    Assert.True(status is 200 or 400 or 422, $"{name} {string.Join('.', path)} = {spoil}: {status} {answer}");
                    Assert.True(
                        status == 200 || answer["errors"]!.AsObject().Count > 0,
                        $"{name} {string.Join('.', path)} = {spoil}: no field named"
                    );
                }
            }
        }
    }

    [Fact]
    public async Task Deep_or_large_bodies_are_refused_plainly()
    {
        var deep = new string('[', 5000) + new string(']', 5000);
        Assert.Equal(400, (await site.PostAsync("/api/calc/squareness", deep)).Status);
        var many =
            $$"""{"measureRadiusMm":42,"readings":[{{string.Join(',', Enumerable.Range(0, 1001).Select(i => $$"""{"angleDeg":{{i}},"depthMm":1}"""))}}]}""";
        Assert.Equal(422, (await site.PostAsync("/api/calc/squareness", many)).Status);
    }

    private static IEnumerable<object[]> Leaves(JsonNode node) =>
        node switch
        {
            JsonObject o => o.SelectMany(p => Leaves(p.Value!).Append([]).Select(rest => (object[])[p.Key, .. rest])),
            JsonArray a => a.Take(1).SelectMany((item, i) => Leaves(item!).Append([]).Select(rest => (object[])[i, .. rest])),
            _ => [],
        };

    private static void Set(JsonNode node, object[] path, JsonNode? value)
    {
        foreach (var step in path[..^1])
        {
            node = step is int i ? node[i]! : node[(string)step]!;
        }

        if (path[^1] is int at)
        {
            node[at] = value;
        }
        else
        {
            node[(string)path[^1]] = value;
        }
    }

    private async Task<string> DrawnAsync(string kind, string body)
    {
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        using var response = await site.Client.PostAsync(
            new Uri($"/api/calc/bolt-circle.{kind}", UriKind.Relative),
            content,
            TestContext.Current.CancellationToken
        );
        return await response.EnsureSuccessStatusCode().Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task A_plate_comes_as_drawings_that_hold_its_holes()
    {
        var body =
            """{"diameterMm":76,"holes":6,"holeDiameterMm":10,"outerMm":100,"centreHoleMm":20,"offsets":[{"hole":"6","radialMm":0,"deg":-6}]}""";
        var svg = await DrawnAsync("svg", body);
        var drawn = System.Xml.Linq.XDocument.Parse(svg);
        Assert.Equal(8, drawn.Descendants().Count(e => e.Name.LocalName == "circle"));
        Assert.EndsWith("mm", drawn.Root!.Attribute("width")!.Value, StringComparison.Ordinal);

        // A DXF is pairs of lines: a group code, and its value.
        var dxf = await DrawnAsync("dxf", body);
        var lines = dxf.Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(0, lines.Length % 2);
        Assert.True(dxf.All(char.IsAscii));
        var pairs = lines
            .Chunk(2)
            .Select(p => (Code: int.Parse(p[0], System.Globalization.CultureInfo.InvariantCulture), Value: p[1]))
            .ToList();
        Assert.Equal("AC1009", pairs[pairs.FindIndex(p => p is (9, "$ACADVER")) + 1].Value);
        Assert.Equal(8, pairs.Count(p => p is (0, "CIRCLE")));
        Assert.Equal((0, "EOF"), pairs[^1]);

        // Every layer that something lies on is in the table, before it is used.
        var layers = pairs.Zip(pairs.Skip(1)).Where(p => p.First is (0, "LAYER")).Select(p => p.Second.Value).ToHashSet();
        Assert.Subset(layers, pairs.Where(p => p.Code == 8).Select(p => p.Value).ToHashSet());
        // Nothing reaches beyond what the head says.
        double At(string corner, int axis) =>
            double.Parse(pairs[pairs.FindIndex(p => p == (9, corner)) + 1 + axis].Value, System.Globalization.CultureInfo.InvariantCulture);
        var entities = pairs[pairs.FindIndex(p => p is (2, "ENTITIES"))..];
        foreach (var axis in (int[])[0, 1])
        {
            var places = entities
                .Where(p => p.Code == 10 + (10 * axis))
                .Select(p => double.Parse(p.Value, System.Globalization.CultureInfo.InvariantCulture))
                .ToList();
            Assert.InRange(places.Min(), At("$EXTMIN", axis), -1);
            Assert.InRange(places.Max(), 1, At("$EXTMAX", axis));
        }
    }

    [Theory]
    [InlineData("2026-03-01T10:00:00", 422)]
    [InlineData("2026-03-01", 422)]
    [InlineData("2026-03-01T10:00:00Z", 200)]
    [InlineData("2026-03-01T10:00:00-05:00", 200)]
    public async Task A_time_without_its_offset_is_refused_with_what_would_do(string spread, int status)
    {
        var (found, answer) = await site.PostAsync(
            "/api/calc/sealant-clock",
            $$"""{"product":{"skinMinutes":10,"openMinutes":12,"handleHours":2,"cureHours":24},"spreadAt":"{{spread}}","nowAt":"2026-03-01T18:00:00+00:00"}"""
        );
        Assert.Equal(status, found);
        Assert.True(status == 200 || answer.ToString().Contains("with its offset, such as", StringComparison.Ordinal));
    }
}
