using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>State holds instants: when only the clock goes on, nothing that the server says changes, in whichever view.</summary>
public sealed class ClockTests(Site site) : IClassFixture<Site>
{
    private const string Task = """{"kind":"shrunk-pin","place":"pressed"}""";

    // The fit is a rod's own; the rest is done for all.
    private static string ItemOf(string step) => step == "sizes" ? "1" : "";

    /// <summary>Takes every place of a step that is asked for and empty, as a builder would who has these numbers.</summary>
    private async Task TakeAsync(Guid build, string step, params string[] typed)
    {
        var numbers = new Queue<string>(typed);
        while (
            (await site.GetAsync($"/api/builds/{build}/steps?kind=shrunk-pin&place=pressed&at={step}@{ItemOf(step)}"))[0]![
                "rounds"
            ]!.AsArray()[^1]!["slots"]!
                .AsArray()
                .FirstOrDefault(s => s!["live"] is null && (bool)s["slot"]!["required"]!)
                ?["slot"]
                is { } slot
            && (numbers.Count > 0 || (string)slot["kind"]! == "tick")
        )
        {
            var answer = await site.WorkAsync(
                build,
                new JsonObject
                {
                    ["do"] = "take-reading",
                    ["slot"] = JsonNode.Parse(
                        $$"""{"step":{"task":{{Task}},"step":"{{step}}","item":"{{ItemOf(step)}}"},"round":1,"slot":"{{slot["key"]}}"}"""
                    ),
                    ["typed"] = (string)slot["kind"]! == "tick" ? "done" : numbers.Dequeue(),
                    ["oddConfirmed"] = true,
                }.ToJsonString()
            );
            Assert.True((bool)answer["results"]![0]!["taken"]!, answer["results"]!.ToJsonString());
        }
    }

    /// <summary>A rod's eye in the oven: it soaks, and until then nothing is to be done.</summary>
    private async Task<Guid> SoakingAsync()
    {
        var build = Guid.CreateVersion7();
        Assert.Equal(
            200,
            (
                await site.PostAsync(
                    "/api/builds",
                    $$"""{"build":"{{build}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"ines","number":"077","name":"Pins","sheet":"four-1.8"}"""
                )
            ).Status
        );
        await site.WorkAsync(build, $$"""{"do":"start-task","task":{{Task}}}""");
        await site.WorkAsync(build, $$"""{"do":"choose","task":{{Task}},"choice":"which","option":"1"}""");
        await TakeAsync(build, "facing");
        await TakeAsync(build, "sizes", "20.000", "20.001", "19.972", "19.973", "20");
        await TakeAsync(build, "way", "18");
        foreach (var slot in (string[])["frozen", "oven"])
        {
            await site.WorkAsync(
                build,
                $$"""{"do":"take-reading","slot":{"step":{"task":{{Task}},"step":"heat","item":""},"round":1,"slot":"{{slot}}"},"typed":"done"}"""
            );
        }

        return build;
    }

    [Fact]
    public async Task The_clock_alone_changes_no_view()
    {
        var build = await SoakingAsync();
        string[] paths =
        [
            "/api/builds",
            $"/api/builds/{build}",
            $"/api/builds/{build}/record",
            $"/api/builds/{build}/fasteners",
            $"/api/builds/{build}/steps?kind=shrunk-pin&place=pressed&at=heat@",
        ];
        async Task<List<string>> Views()
        {
            await site.MakeLinesAsync();
            var views = new List<string>();
            foreach (var path in paths)
            {
                var view = await site.GetAsync(path);
                // The mark counts what was heard meanwhile, the build's own last entries among it.
                (view as JsonObject)?.Remove("mark");
                views.Add(view.ToJsonString());
            }

            return views;
        }

        var before = await Views();
        // The words for before and for after, and the time between them, are the same in Today, at the bench and in the record.
        var line = JsonNode.Parse(before[0])!["lines"]!.AsArray().Single(l => (string)l!["number"]! == "077")!;
        var head = JsonNode.Parse(before[1])!["head"]!;
        var now = JsonNode.Parse(before[4])![0]!["now"]!;
        Assert.Equal("Soaked. The oven to {full} now.", (string)line["later"]!["do"]!["template"]!);
        Assert.True(
            JsonNode.DeepEquals(line["later"], head["later"])
                && JsonNode.DeepEquals(head["later"]!["do"], now["then"])
                && JsonNode.DeepEquals(head["later"]!["from"], now["until"])
        );
        Assert.StartsWith("Let it soak", (string)line["do"]!["template"]!, StringComparison.Ordinal);

        foreach (var days in (int[])[1, 60, -10])
        {
            site.Clock.Off = TimeSpan.FromDays(days);
            await site.SqlAsync("update line set made_by = ''");
            Assert.Equal(before, await Views());
        }

        site.Clock.Off = TimeSpan.Zero;
    }
}
