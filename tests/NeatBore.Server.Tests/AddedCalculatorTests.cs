using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Core.Calculators;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>How much of a shim's stack is used: a calculator that nobody ships.</summary>
public static class StackShare
{
    public sealed record Request(double StackMm, double RoomMm);

    public sealed record Answer(double Share) : CalcAnswer
    {
        public override string Model => "share = stack/room";
    }

    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Positive(request.RoomMm, "roomMm");
        faults.ThrowIfAny();
        return new Answer(request.StackMm / request.RoomMm);
    }
}

/// <summary>A new calculator is its file and one line of the book: its route, its checks, its description and its place in a log
/// follow.</summary>
public sealed class AddedCalculatorTests
{
    private static readonly CalculatorBook s_book = new([
        .. CalculatorBook.Default.All,
        new Calculator<StackShare.Request, StackShare.Answer>("stack-share", 1, "share = stack/room", StackShare.Solve),
    ]);

    [Fact]
    public async Task It_is_served_checked_and_described()
    {
        var site = new Site { Others = s_book };
        await site.InitializeAsync();
        await using (site)
        {
            var (status, answer) = await site.PostAsync("/api/calc/stack-share", """{"stackMm":3,"roomMm":4}""");
            Assert.Equal((200, 0.75), (status, (double)answer["share"]!));
            Assert.Equal(400, (await site.PostAsync("/api/calc/stack-share", """{"stackMm":3}""")).Status);
            Assert.Equal(422, (await site.PostAsync("/api/calc/stack-share", """{"stackMm":3,"roomMm":0}""")).Status);
            var described = await site.GetAsync("/api/openapi/v1.json");
            Assert.NotNull(described["paths"]!["/api/calc/stack-share"]);
            Assert.Contains("StackShareAnswer", described["components"]!["schemas"]!.AsObject().Select(s => s.Key));
        }
    }

    [Fact]
    public void Its_answer_is_written_and_read_where_any_answer_stands()
    {
        var json = JsonSerializer.SerializeToNode<CalcAnswer>(new StackShare.Answer(0.5), CoreWire.For(s_book))!;
        Assert.Equal("stack-share", (string)json["calculator"]!);
        Assert.Equal(new StackShare.Answer(0.5), json.Deserialize<CalcAnswer>(s_book.Json));
        Assert.Throws<JsonException>(() => json.Deserialize<CalcAnswer>(CalculatorBook.Default.Json));
    }
}
