using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core.Calculators;
using NeatBore.Core.Measures;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>
/// What each calculator answers to a sound request and to others like it: numbers a little or far off, on a limit, equal to one another,
/// left out. They hold the answers still, not right: right is what the published examples and the independent methods hold them to.
/// </summary>
public class AnswerTests
{
    private const int Asked = 90;
    internal static readonly JsonObject Sound = JsonNode
        .Parse(File.ReadAllText(Repository.At("tests", "tables", "sound.json")))!
        .AsObject();

    public static TheoryData<string> Names => [.. Sound.Select(s => s.Key)];

    [Theory]
    [MemberData(nameof(Names))]
    public void Is_answered_as_before(string name)
    {
        var calculator = CalculatorBook.Default.All.Single(c => c.Name == name);
        Walk.Same(
            $"answers-{name}",
            Enumerable.Range(0, Asked).Select(i => $"{i}: {Answered(calculator, Other(Sound[name]!.DeepClone(), new Random(i), i))}")
        );
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Says_who_answered_as_the_list_names_it(string name)
    {
        var calculator = CalculatorBook.Default.All.Single(c => c.Name == name);
        var answer = calculator.Solve(Sound[name]!.Deserialize(calculator.Request!, CoreWire.Options)!);
        Assert.Equal((calculator.Model, calculator.Version), (answer.Model, answer.Version));
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void What_lies_far_out_is_answered_as_before(string name)
    {
        var calculator = CalculatorBook.Default.All.Single(c => c.Name == name);
        var paths = Numbers(Sound[name]!).Select(n => n.GetPath()).ToList();
        Walk.Same(
            $"answers-{name}-far-out",
            paths.SelectMany(path =>
                ((double[])[-1e9, 1e9]).Select(far =>
                {
                    var asked = Sound[name]!.DeepClone();
                    Numbers(asked).Single(n => $"$.{name}{n.GetPath()[1..]}" == path).ReplaceWith(far);
                    return $"{path} {far}: {Answered(calculator, asked)}";
                })
            )
        );
    }

    private static List<JsonValue> Numbers(JsonNode? node) =>
        node switch
        {
            JsonObject o => [.. o.SelectMany(p => Numbers(p.Value))],
            JsonArray a => [.. a.SelectMany(Numbers)],
            JsonValue v when v.GetValueKind() == JsonValueKind.Number => [v],
            _ => [],
        };

    private static string Answered(Calculator calculator, JsonNode asked)
    {
        object request;
        try
        {
            request = asked.Deserialize(calculator.Request!, CoreWire.Options)!;
        }
        catch (JsonException)
        {
            return "not a request";
        }

        try
        {
            var answer = calculator.Solve(request);
            var json = JsonSerializer.SerializeToNode(answer, CoreWire.Options)!;
            var call = json["call"];
            return $"{call?["verdict"]} {call?["because"]} {Walk.Digest(json.ToJsonString())}";
        }
        catch (UnusableInputException e)
        {
            return $"refused {string.Join("; ", e.Errors.Select(f => $"{f.Key}: {string.Join(", ", f.Value)}"))}";
        }
    }

    /// <summary>A request like another: the first is the request itself.</summary>
    internal static JsonNode Other(JsonNode asked, Random random, int i)
    {
        var numbers = new List<JsonNode>();
        var members = new List<(JsonObject Of, string Name)>();
        void Look(JsonNode? node)
        {
            switch (node)
            {
                case JsonObject o:
                    members.AddRange(o.Select(p => (o, p.Key)));
                    o.ToList().ForEach(p => Look(p.Value));
                    break;
                case JsonArray a:
                    a.ToList().ForEach(Look);
                    break;
                case JsonValue v when v.GetValueKind() == JsonValueKind.Number:
                    numbers.Add(v);
                    break;
            }
        }

        Look(asked);
        // A few at a time; the farther on, the more of them.
        for (var changed = 0; changed < Math.Min(i, 1 + (i / 30)); changed++)
        {
            if (random.Next(20) == 0 && members.Count > 0)
            {
                var (of, name) = members[random.Next(members.Count)];
                of.Remove(name);
                continue;
            }

            var at = random.Next(numbers.Count);
            var was = numbers[at].GetValue<double>();
            var now = random.Next(10) switch
            {
                0 => 0,
                1 => -was,
                2 => numbers[random.Next(numbers.Count)].GetValue<double>(),
                3 or 4 => was * (0.3 + (2.7 * random.NextDouble())),
                _ => was * (0.97 + (0.06 * random.NextDouble())),
            };
            var value = Math.Abs(was % 1) > 0 || random.Next(3) == 0 ? Math.Round(now, 6) : Math.Round(now);
            var node = JsonNode.Parse(value.ToString("R", CultureInfo.InvariantCulture))!;
            if (numbers[at].Parent is not null)
            {
                numbers[at].ReplaceWith(node);
                numbers[at] = node;
            }
        }

        return asked;
    }
}
