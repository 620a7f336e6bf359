using System.Net.ServerSentEvents;
using System.Text.Json.Nodes;
using CsCheck;
using NeatBore.Core.Measures;
using NeatBore.Gauges;
using NeatBore.Server.Gauges;
using Xunit;

namespace NeatBore.Server.Tests;

public sealed class LiveTests(Site site) : IClassFixture<Site>
{
    private async Task<IAsyncEnumerator<SseItem<string>>> HearAsync(string path)
    {
        var request = new HttpRequestMessage(HttpMethod.Get, new Uri(path, UriKind.Relative));
        var response = await site.Client.SendAsync(
            request,
            HttpCompletionOption.ResponseHeadersRead,
            TestContext.Current.CancellationToken
        );
        Assert.Equal("text/event-stream", response.Content.Headers.ContentType!.MediaType);
        return SseParser
            .Create(await response.Content.ReadAsStreamAsync(TestContext.Current.CancellationToken))
            .EnumerateAsync(TestContext.Current.CancellationToken)
            .GetAsyncEnumerator();
    }

    private static async Task<SseItem<string>> NextAsync(IAsyncEnumerator<SseItem<string>> events)
    {
        Assert.True(await events.MoveNextAsync());
        return events.Current;
    }

    [Fact]
    public async Task A_second_screen_is_told_of_each_reading_and_goes_on_after_a_cut_where_it_was()
    {
        var build = await site.BeginAsync();
        var events = await HearAsync($"/api/live?build={build}");
        var first = await NextAsync(events);
        Assert.Equal((first.EventType, build), ("grown", (Guid)Data(first)["build"]!));
        // The bell is rung after the commit, so that it may still ring for what was told already: that is no news.
        await site.SqlAsync($"select pg_notify('build_grew', '{build} {Data(first)["upToSeq"]}')");
        await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"));
        var grown = await NextAsync(events);
        Assert.Equal("grown", grown.EventType);
        Assert.True((long)Data(grown)["upToSeq"]! > (long)Data(first)["upToSeq"]!);
        await events.DisposeAsync();

        // Whoever comes back is told how far it goes, whatever was missed.
        await site.WorkAsync(build, Site.Reading("nose", "s1-90", "34.022"));
        var again = await NextAsync(await HearAsync($"/api/live?build={build}"));
        Assert.True((long)Data(again)["upToSeq"]! > (long)Data(grown)["upToSeq"]!);
    }

    [Fact]
    public async Task One_line_tells_of_two_builds_of_any_and_of_a_gauge()
    {
        var (one, two) = (await site.BeginAsync(), await site.BeginAsync());
        var events = await HearAsync($"/api/live?build={one}&build={two}&any=true&gauge=nobody");
        // The bell of what was begun may ring late, so that "any" comes once more, between any two others.
        var first = new List<SseItem<string>>();
        while (first.Count(e => e.EventType == "grown") < 2 || first.All(e => e.EventType != "any"))
        {
            first.Add(await NextAsync(events));
        }

        Assert.Equal(new[] { one, two }.Order(), Grown(first).Order());
        await site.WorkAsync(two, Site.Reading("nose", "s1-0", "34.021"));
        var next = new List<SseItem<string>>();
        while (next.All(e => e.EventType != "grown"))
        {
            next.Add(await NextAsync(events));
        }

        Assert.Equal([two], Grown(next));
        Assert.All(first.Concat(next), e => Assert.Contains(e.EventType, new[] { "any", "grown" }));
        await events.DisposeAsync();
    }

    private static IEnumerable<Guid> Grown(IEnumerable<SseItem<string>> told) =>
        told.Where(e => e.EventType == "grown").Select(e => (Guid)Data(e)["build"]!);

    private static JsonNode Data(SseItem<string> item) => JsonNode.Parse(item.Data)!;

    [Fact]
    public async Task Today_is_told_when_any_build_grows_or_is_opened()
    {
        var events = await HearAsync("/api/live?any=true");
        Assert.Equal("any", (await NextAsync(events)).EventType);
        var build = await site.BeginAsync();
        Assert.Equal("any", (await NextAsync(events)).EventType);
        // What grows while the last one is being told is told of next; a page asked for before it does not pass for one that holds it.
        var before = (await site.GetAsync("/api/builds"))["mark"];
        await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"));
        var told = await NextAsync(events);
        Assert.Equal("any", told.EventType);
        Assert.True(Times(Data(told)["mark"]) > Times(before));
        var after = (await site.GetAsync("/api/builds"))["mark"];
        Assert.True(Times(after) >= Times(Data(told)["mark"]));
        await events.DisposeAsync();
    }

    private static long Times(JsonNode? mark) =>
        long.Parse(mark!.GetValue<string>().Split('.')[1], System.Globalization.CultureInfo.InvariantCulture);

    [Fact]
    public async Task A_gauge_line_with_nothing_to_say_says_so_now_and_then()
    {
        site.Clock.Pace = 100;
        try
        {
            var events = await HearAsync("/api/live?gauge=nobody");
            Assert.Equal("still", (await NextAsync(events)).EventType);
            Assert.Equal("still", (await NextAsync(events)).EventType);
            await events.DisposeAsync();
        }
        finally
        {
            site.Clock.Pace = 1;
        }
    }

    [Fact]
    public void The_newest_of_a_gauge_come_back_in_order_from_any_number_on() =>
        Gen.Select(Gen.Int[1, 200], Gen.Select(Gen.Int[1, 9], Gen.Int[0, 900]).Array[1, 400], Gen.Int[0, 900])
            .Sample(
                (most, steps, after) =>
                {
                    var time = new HandWound();
                    var ring = new SampleRing("g", most, TimeSpan.FromSeconds(40), time);
                    var all = new List<(long Id, long At, GaugeSample Sample)>();
                    foreach (var (step, ms) in steps)
                    {
                        time.Ms += ms;
                        var sample = new GaugeSample("g", step < 5 ? "length" : "travel", Dimension.Length, ms / 7.0, all.Count, step - 1);
                        all.Add((step + (all.Count > 0 ? all[^1].Id : 0), time.Ms, sample));
                        ring.Add(all[^1].Id, sample);
                    }

                    var kept = ring.Between(0, long.MaxValue);
                    Assert.Equal(all.TakeLast(kept.Count).Select(a => (a.Id, a.Sample)), kept);
                    Assert.InRange(kept.Count, Math.Min(most, all.Count(a => time.Ms - a.At < 40_000)), most);
                    var upTo = after + 50;
                    Assert.Equal(kept.Where(k => k.Id > after && k.Id <= upTo), ring.Between(after, upTo));
                }
            );

    [Fact]
    public void A_gauge_that_lies_there_is_kept_no_longer_than_it_is_wanted()
    {
        var time = new HandWound();
        var ring = new SampleRing("g", 4_000, TimeSpan.FromSeconds(40), time);
        for (var i = 1; i <= 10_000; i++)
        {
            time.Ms += 500;
            ring.Add(i, new GaugeSample("g", "length", Dimension.Length, i, i));
        }

        Assert.InRange(ring.Between(0, long.MaxValue).Count, 80, 160);
    }

    /// <summary>A clock that goes on when it is told to, milliseconds.</summary>
    private sealed class HandWound : TimeProvider
    {
        public long Ms { get; set; }

        public override long TimestampFrequency => 1000;

        public override long GetTimestamp() => Ms;
    }

    [Fact]
    public async Task Of_a_build_that_is_not_there_nothing_is_told_and_of_the_others_all_the_same()
    {
        var build = await site.BeginAsync();
        var told = await NextAsync(await HearAsync($"/api/live?build={Guid.CreateVersion7()}&build={build}"));
        Assert.Equal(("grown", build), (told.EventType, (Guid)Data(told)["build"]!));
    }

    [Fact]
    public async Task Gauges_that_can_t_be_reached_say_so_and_only_stand_ins_are_aimed()
    {
        var told = Data(await NextAsync(await HearAsync("/api/live?gauge=sim-mic&gauge=nobody")))["gauges"]!;
        Assert.Equal(("sim-mic", false), ((string)told["lines"]![0]!["gauge"]!, (bool)told["lines"]![0]!["up"]!));
        Assert.Equal(422, (await site.PostAsync("/api/gauges/mic-1/aim", """{"set":{"near":"34"}}""")).Status);
        Assert.Equal(422, (await site.PostAsync("/api/gauges/sim-dial/aim", """{"set":{"crank":"9 0"}}""")).Status);
        Assert.Equal(422, (await site.PostAsync("/api/gauges/sim-dial/aim", """{"set":{}}""")).Status);
        Assert.Equal(400, (await site.PostAsync("/api/gauges/sim-dial/aim", """{"set":5}""")).Status);
    }
}
