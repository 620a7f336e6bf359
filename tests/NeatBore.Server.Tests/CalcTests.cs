using System.Text.Json.Nodes;
using NeatBore.Core.Calculators;
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

    private const string Holes = """
        "passages":[{"id":"main","angleDeg":185,"fromFaceMm":12,"shape":{"kind":"circle","diameterMm":7}},{"id":"rocker","angleDeg":30,"fromFaceMm":12.3,"shape":{"kind":"slot","lengthMm":8,"widthMm":4,"axis":"around"}}],
        "shellHoles":[{"feeds":"main","angleDeg":180,"fromEdgeMm":10,"shape":{"kind":"circle","diameterMm":7}},{"feeds":"rocker","angleDeg":30,"fromEdgeMm":10,"shape":{"kind":"circle","diameterMm":5}}]
        """;

    private const string Steel = """{"youngGpa":205,"poisson":0.29,"yieldMpa":400,"expansionPerC":11.7e-6}""";

    /// <summary>A sound request for every other calculator, to be spoilt field by field.</summary>
    private static readonly (string Name, string Body)[] s_sound =
    [
        ("interference-fit", Fit),
        ("squareness", Depths),
        ("draw-travel", """{"hubLengthMm":45,"seatedDepthMm":4.6,"depthNowMm":25,"pressForceN":{"low":9000,"high":14000} }"""),
        (
            "press-watch",
            """{"points":[{"travelMm":10,"forceN":3000},{"travelMm":11,"forceN":3300}],"expected":{"curve":[{"travelMm":0,"lowN":0,"highN":0},{"travelMm":38,"lowN":9000,"highN":14000}]},"seatTravelMm":38}"""
        ),
        ("wrench-setting", Wrench),
        (
            "thermal-fit",
            $$"""
            {"boreMm":33.9965,"shaftMm":34.0205,"hub":{"material":{{Steel}},"massKg":3.4,"surfaceAreaM2":0.085,"specificHeatJPerKgC":460,"limitC":105},
             "shaft":{"material":{{Steel}},"massKg":0.5,"specificHeatJPerKgC":470},"shaftTemperatureC":16,"ambientC":16,"wantedClearanceMm":0.008,
             "airFilmWPerM2C":12,"contact":{"lengthMm":38,"fluidConductivityWPerMC":0.13} }
            """
        ),
        (
            "forcing-screw",
            """{"forceN":24000,"thread":{"majorMm":18,"pitchMm":1.5},"threadFriction":0.12,"collarFriction":0.02,"collarDiameterMm":26,"ratedForceN":40000,"yieldMpa":900}"""
        ),
        (
            "thread-engagement",
            """{"thread":{"majorMm":8,"pitchMm":1.25},"engagedMm":9,"forceN":8000,"boltTensileMpa":1000,"holeTensileMpa":300}"""
        ),
        (
            "press-support",
            """
            {"body":{"boreMm":22,"heightMm":26,"landInnerMm":23,"landOuterMm":31.6},"passing":{"outerMm":15.985,"lengthMm":4},
             "pushed":{"outerMm":22.025,"innerMm":16.03,"clearOverMm":15.985,"proudMm":8},"daylightMm":160,
             "crib":[{"id":"tube","kind":"sleeve","outerMm":31,"innerMm":23.5,"lengthMm":32},{"id":"sleeve","kind":"sleeve","outerMm":21.6,"innerMm":16.3,"lengthMm":70}]}
            """
        ),
        (
            "set-outlier",
            """{"readings":[{"id":"1","value":1400},{"id":"2","value":1450},{"id":"3","value":1430},{"id":"4","value":1440},{"id":"5","value":1500},{"id":"6","value":600}],"uncertainty":20}"""
        ),
        (
            "tool-match",
            """
            {"need":{"kind":"hub-puller","threads":[{"majorMm":8,"pitchMm":1.25,"lengthMm":45}],"reachMm":60,"forceN":15000,"boltCircleMm":62,"holes":3},
             "crib":[{"id":"a","kind":"hub-puller","threads":[{"majorMm":8,"pitchMm":1.25,"lengthMm":70}],"reachMm":90,"ratedForceN":40000,"tips":["point"],"boltCircleMm":[50,110]}]}
            """
        ),
        (
            "run-out",
            """{"radial":[{"angleDeg":0,"valueMm":0},{"angleDeg":120,"valueMm":0.1},{"angleDeg":240,"valueMm":0.2}],"gaugeUncertaintyMm":0.01,"limits":{"radialTirMm":0.3}}"""
        ),
        (
            "lip-track",
            """
            {"track":{"fromMm":0,"toMm":24},"lip":{"atNominalMm":12,"bandMm":0.6},"sealDepthMm":{"nominal":8,"min":6,"max":9},"floatMm":0.2,"toleranceMm":0.1,
             "wantClearMm":0.5,"grooveLimitMm":0.03,"groove":{"centreMm":12.5,"widthMm":1,"depthMm":0.1},"race":{"lengthMm":24}}
            """
        ),
        ("top-dead-centre", """{"beforeDeg":30,"afterDeg":31,"ringDiameterMm":168,"limits":{"goDeg":1,"stopDeg":3}}"""),
        ("mark-slip", """{"arcMm":2,"ringDiameterMm":168}"""),
        (
            "bolt-preload",
            """{"thread":{"majorMm":10,"pitchMm":1.5},"threadFriction":0.12,"headFriction":0.12,"headMeanDiameterMm":14,"proofMpa":830,"torqueNm":60}"""
        ),
        (
            "centring",
            """{"readings":[{"angleDeg":0,"valueMm":0},{"angleDeg":90,"valueMm":-0.11},{"angleDeg":180,"valueMm":-0.09},{"angleDeg":270,"valueMm":0.03}],"sense":"plunger-in","gaugeUncertaintyMm":0.01,"limitMm":0.1,"sagMm":-0.02}"""
        ),
        (
            "shim-stack",
            """{"measuredEndPlayMm":0.62,"target":{"minMm":0.08,"maxMm":0.18,"idealMm":0.12},"count":{"min":1,"max":3},"stock":[{"thicknessMm":0.3,"quantity":2},{"thicknessMm":0.2,"quantity":4}]}"""
        ),
        (
            "torque-plan",
            """{"fasteners":[{"id":"a","xMm":0,"yMm":40,"group":"m6"},{"id":"b","xMm":40,"yMm":0,"group":"m6"},{"id":"c","xMm":-40,"yMm":0,"group":"m6"}],"groups":[{"id":"m6","finalNm":10}]}"""
        ),
        ("bolt-circle", """{"diameterMm":76,"holes":6,"holeDiameterMm":10,"outerMm":100,"offsets":[{"hole":2,"radialMm":0.5,"deg":1}]}"""),
        (
            "sealant-clock",
            """{"product":{"skinMinutes":10,"openMinutes":12,"handleHours":2,"cureHours":24},"spreadAt":"2026-03-01T10:00:00+00:00","nowAt":"2026-03-01T10:05:00+00:00"}"""
        ),
        ("tape-wraps", """{"ringInnerMm":34.4,"noseMm":34.02,"tapeMm":0.08}"""),
        (
            "oil-hole-window",
            $$"""{"boreDiameterMm":52,{{Holes}},"position":{"rotationDeg":2.1,"depthMm":1.4},"reach":{"rotationDeg":[-10,10],"depthMm":[0,3]},"finalDepthMm":2.5}"""
        ),
        (
            "sight-position",
            $$"""{"boreDiameterMm":52,{{Holes}},"sights":[{"passage":"main","offAroundMm":0.4,"offAlongMm":-0.6,"uncertaintyMm":0.4}]}"""
        ),
        (
            "shell-clearance",
            $$"""{"boreMm":[52.0,52.01],"shellOuterMm":52.09,"wallMm":1.5,"journalMm":48.95,"block":"iron-grey","shell":{{Steel}},"cam":"steel-forged","operatingC":95,"limits":{"crushMm":[0.05,0.13],"clearanceMm":[0.04,0.11]} }"""
        ),
        (
            "bore-line",
            """{"stations":[{"id":"1","zMm":20,"xMm":0,"yMm":0.01,"radialClearanceMm":0.03},{"id":"2","zMm":120,"xMm":0.02,"yMm":0,"radialClearanceMm":0.03},{"id":"3","zMm":220,"xMm":0,"yMm":0,"radialClearanceMm":0.03}],"limits":{"maxNeighbourMm":0.05}}"""
        ),
        (
            "drive-order",
            """{"bores":[{"id":"1","zMm":10,"widthMm":22,"diameterMm":52,"shellOuterMm":52.09,"shellInnerMm":49,"shellWidthMm":20},{"id":"2","zMm":110,"widthMm":22,"diameterMm":51.5,"shellOuterMm":51.59,"shellInnerMm":48.5,"shellWidthMm":20}],"ends":{"front":true,"rear":false},"tool":{"kind":"expanding","reachMm":700,"coneMinMm":45,"coneMaxMm":53,"barMm":30,"colletLengthMm":40},"school":"far-end-first"}"""
        ),
        (
            "turning-drag",
            $$"""{"readings":[{{string.Join(',', Enumerable.Range(0, 8).Select(i => $$$"""{"angleDeg":{{{45 * i}}},"nm":{{{1 + (i % 2)}}}}"""))}}],"limitNm":3}"""
        ),
        (
            "press-trace",
            $$"""
            {"points":[{{string.Join(
                ',',
                Enumerable.Range(0, 40).Select(i => $$$"""{"travelMm":{{{i}}},"forceN":{{{(i < 38 ? 300 * i : 20000)}}}}""")
            )}}],
             "expected":{"curve":[{"travelMm":0,"lowN":0,"highN":0},{"travelMm":38,"lowN":8800,"highN":14090}]},"seatTravelMm":38,"seatToleranceMm":1,"limitN":25000}
            """
        ),
        (
            "torque-trace",
            $$"""
            {"points":[{{string.Join(
                ',',
                Enumerable.Range(0, 40).Select(i => $$$"""{"angleDeg":{{{2 * i}}},"nm":{{{4 * i}}}}""")
            )}}],"targetNm":140,"windowPercent":15,"snugNm":30}
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
            var listed = CalculatorBook.Default.All.Single(c => c.Name == name);
            Assert.Equal((listed.Model, listed.Version), ((string)answer["model"]!, (int)answer["version"]!));
        }

        var served = (await site.GetAsync("/api/openapi/v1.json"))["paths"]!
            .AsObject()
            .Select(p => p.Key)
            .Where(p => p.StartsWith("/api/calc/", StringComparison.Ordinal) && !p.Contains('.', StringComparison.Ordinal));
        var asked = CalculatorBook.Default.All.Where(c => c.Request is not null).Select(c => c.Name).Order(StringComparer.Ordinal);
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
    }
}
