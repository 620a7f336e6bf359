using System.Text.Json;
using System.Text.Json.Nodes;
using CsCheck;
using NeatBore.Core.Calculators;
using NeatBore.Core.Measures;
using Xunit;
using Check = NeatBore.Core.Measures.Check;

namespace NeatBore.Core.Tests;

/// <summary>Laws that every calculator keeps that takes such input, whatever it works out: held over requests made up from sound
/// ones.</summary>
public class LawTests
{
    private const int Asked = 40;

    public static TheoryData<string> Names => [.. AnswerTests.Sound.Select(s => s.Key)];

    // By angle: what is read, and what of the request turns with the clock.
    private static readonly Dictionary<string, (string List, string Value)> s_round = new(StringComparer.Ordinal)
    {
        ["centring"] = ("readings", "valueMm"),
        ["squareness"] = ("readings", "depthMm"),
        ["run-out"] = ("radial", "valueMm"),
        ["turning-drag"] = ("readings", "nm"),
    };

    public static TheoryData<string> Round => [.. s_round.Keys];

    private static JsonNode? Answer(string name, JsonNode request)
    {
        var calculator = CalculatorBook.Default.All.Single(c => c.Name == name);
        try
        {
            var asked = request.Deserialize(calculator.Request!, CoreWire.Options)!;
            return JsonSerializer.SerializeToNode(calculator.Solve(asked), CoreWire.Options)!;
        }
        catch (Exception e) when (e is JsonException or UnusableInputException)
        {
            return null;
        }
    }

    private static Verdict? Called(JsonNode? answer) => answer?["call"]?["verdict"]?.Deserialize<Verdict>();

    private static IEnumerable<JsonNode> Requests(string name) =>
        Enumerable.Range(0, Asked).Select(i => AnswerTests.Other(AnswerTests.Sound[name]!.DeepClone(), new Random(i), i));

    /// <summary>Every member of a JSON, with the name it stands under.</summary>
    private static IEnumerable<(string Name, JsonNode Node)> Members(JsonNode? node) =>
        node switch
        {
            JsonObject o => o.Where(p => p.Value is not null).SelectMany(p => Members(p.Value).Prepend((p.Key, p.Value!))),
            JsonArray a => a.SelectMany(Members),
            _ => [],
        };

    /// <summary>With its numbers to nine digits and its lists in an order of their own: what is left is what it says.</summary>
    private static string Plain(JsonNode? node) =>
        node switch
        {
            JsonObject o =>
                $"{{{string.Join(',', o.OrderBy(p => p.Key, StringComparer.Ordinal).Select(p => $"{p.Key}:{Plain(p.Value)}"))}}}",
            JsonArray a => $"[{string.Join(',', a.Select(Plain).Order(StringComparer.Ordinal))}]",
            JsonValue v when v.GetValueKind() == JsonValueKind.Number => Math.Round(v.GetValue<double>(), 7) is var n && n == 0
                ? "0"
                : n.ToString("G9", System.Globalization.CultureInfo.InvariantCulture),
            // A sentence that lists things lists them in their order.
            JsonValue v when v.GetValueKind() == JsonValueKind.String => string.Concat(v.GetValue<string>().Order()),
            _ => node?.ToJsonString() ?? "null",
        };

    [Theory]
    [MemberData(nameof(Names))]
    public void What_comes_in_another_order_is_the_same(string name)
    {
        // Points come by time, and a curve by travel: their order is what they say. Two numbers are a range.
        string[] ordered = ["points", "curve"];
        foreach (var request in Requests(name))
        {
            var answer = Answer(name, request);
            var mixed = request.DeepClone();
            foreach (
                var list in Members(mixed)
                    .Where(m => !ordered.Contains(m.Name))
                    .Select(m => m.Node)
                    .OfType<JsonArray>()
                    .Where(a => a is [JsonObject, ..])
                    .ToList()
            )
            {
                var items = list.ToList();
                list.Clear();
                items.AsEnumerable().Reverse().ToList().ForEach(list.Add);
            }

            Assert.Equal(Plain(answer), Plain(Answer(name, mixed)));
        }
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void A_worse_gauge_is_never_kinder(string name)
    {
        var properties = CalculatorBook.Default.All.Single(c => c.Name == name).Request!.GetProperties();
        if (properties.FirstOrDefault(p => p.Name.Contains("ncertainty", StringComparison.Ordinal)) is not { } gauge)
        {
            return;
        }

        var field = JsonNamingPolicy.CamelCase.ConvertName(gauge.Name);
        JsonNode With(double u) =>
            gauge.PropertyType == typeof(double) || gauge.PropertyType == typeof(double?)
                ? JsonValue.Create(u)
                : new JsonObject(
                    gauge
                        .PropertyType.GetProperties()
                        .Where(p => p.PropertyType == typeof(double))
                        .Select(p => KeyValuePair.Create(JsonNamingPolicy.CamelCase.ConvertName(p.Name), (JsonNode?)JsonValue.Create(u)))
                );
        foreach (var request in Requests(name))
        {
            double[] gauges = [0, 0.002, 0.01, 0.05, 0.3];
            var calls = gauges
                .Select(u =>
                {
                    var asked = request.DeepClone();
                    asked[field] = With(u);
                    return Called(Answer(name, asked));
                })
                .ToList();
            // Once it is no go, no worse gauge makes it one; a stop may become a question, never the other way round.
            Assert.All(
                calls.Zip(calls.Skip(1)),
                pair => Assert.True(pair.Second != Verdict.Go || pair.First is Verdict.Go, $"{name}: {string.Join(", ", calls)}")
            );
        }
    }

    private static readonly Gen<(double[] Values, double Turn)> s_sweep = Gen.Select(
        Gen.Double[-0.1, 0.1].Array[8, 12],
        Gen.Double[0, 360]
    );

    /// <summary>A request with these values at even places, every angle of it moved.</summary>
    private static JsonNode Swept(string name, double[] values, Func<double, double> moved)
    {
        var (list, value) = s_round[name];
        var request = AnswerTests.Sound[name]!.DeepClone();
        request[list] = new JsonArray([
            .. values.Select(
                (v, i) =>
                    (JsonNode)new JsonObject { ["angleDeg"] = i * 360.0 / values.Length, [value] = name == "turning-drag" ? v + 2 : v }
            ),
        ]);
        if (name == "centring")
        {
            request["upDeg"] = 0;
        }

        foreach (var at in Members(request).Where(m => m.Name is "angleDeg" or "upDeg").Select(m => m.Node).ToList())
        {
            at.ReplaceWith(moved(at.Deserialize<double>()));
        }

        return request;
    }

    /// <summary>Whether an angle of the answer followed: the angle itself, or one that comes twice in a turn.</summary>
    private static void Follows(JsonNode? was, JsonNode? now, Func<double, double> moved)
    {
        static double Apart(double a, double b, double of) => Math.Abs(Math.IEEERemainder(a - b, of));
        var (before, after) = (Members(was).ToList(), Members(now).ToList());
        Assert.Equal(before.Select(m => m.Name), after.Select(m => m.Name));
        foreach (var (old, fresh) in before.Zip(after))
        {
            if (old.Node is not JsonValue a || a.GetValueKind() != JsonValueKind.Number)
            {
                continue;
            }

            var (x, y) = (a.GetValue<double>(), fresh.Node.GetValue<double>());
            var same = Math.Abs(x - y) <= 1e-6 * Math.Max(1, Math.Abs(x));
            Assert.True(
                same
                    || (
                        old.Name.EndsWith("Deg", StringComparison.Ordinal)
                        && (Apart(y, moved(x), 360) < 1e-3 || Apart(y, moved(x), 180) < 1e-3)
                    ),
                $"{old.Name}: {x} became {y}"
            );
        }

        Assert.Equal(Called(was), Called(now));
    }

    /// <summary>What an answer says beside its words, which name clocks, and its lists by place, which are sorted by size and angle.</summary>
    private static JsonNode? Bare(JsonNode? answer)
    {
        foreach (var name in (string[])["park", "turns", "passes", "fasteners"])
        {
            (answer as JsonObject)?.Remove(name);
        }

        if (answer?["call"] is JsonObject call)
        {
            call.Remove("why");
        }

        return answer;
    }

    [Theory]
    [MemberData(nameof(Round))]
    public void Turning_the_clock_turns_the_answer(string name) =>
        s_sweep.Sample(
            (values, turn) =>
                Follows(
                    Bare(Answer(name, Swept(name, values, at => at))),
                    Bare(Answer(name, Swept(name, values, at => (at + turn) % 360))),
                    at => at + turn
                ),
            iter: 60
        );

    [Theory]
    [MemberData(nameof(Round))]
    public void Its_mirror_image_has_the_mirrored_answer(string name) =>
        s_sweep.Sample(
            (values, _) =>
                Follows(
                    Bare(Answer(name, Swept(name, values, at => at))),
                    Bare(Answer(name, Swept(name, values, at => (360 - at) % 360))),
                    at => -at
                ),
            iter: 60
        );

    [Fact]
    public void Exactly_on_a_limit_is_inside_it_however_it_was_worked_out() =>
        Gen.Select(Gen.Int[1, 9999], Gen.Int[1, 9999], Gen.Int[0, 50])
            .Sample(
                (a, b, u) =>
                {
                    // Two ways to the same number, which differ in their last bits.
                    var (sum, limit, gauge) = ((a / 1000.0) + (b / 1000.0), (a + b) / 1000.0, u / 1000.0);
                    Assert.Equal(Verdict.Go, Check.AtMost("v", sum - gauge, limit, gauge).Verdict);
                    Assert.Equal(Verdict.Go, Check.AtLeast("v", sum + gauge, limit, gauge).Verdict);
                    Assert.Equal(Verdict.Go, Check.Stepped("v", sum, limit, limit + 1, Dimension.Length).Verdict);
                    Assert.NotEqual(Verdict.Go, Check.AtMost("v", sum - gauge + 1e-6, limit, gauge).Verdict);
                }
            );

    [Theory]
    [InlineData(0.0961, 0.1, 0.01, "0.096 mm is more than 0.100 mm")]
    [InlineData(0.10004, 0.1, 0.01, "0.10004 mm is more than 0.10000 mm")]
    [InlineData(0.14, 0.1, 0.01, "0.14 mm is more than 0.10 mm")]
    [InlineData(0.1, 0.1, 0.01, "0.10 mm is more than 0.10 mm")]
    public void What_would_read_like_its_limit_gets_another_digit(double value, double limit, double step, string said)
    {
        var check = Check.AtMost("v", value, limit);
        var call = Call.Of(
            [check],
            k => Sentence.Of("{v} is more than {l}", ("v", Quantity.Mm(k.Value, step)), ("l", Quantity.Mm(k.Limit, step)))
        )!;
        Assert.Equal(said, call.Because);
    }
}
