using System.Globalization;
using System.Text.Json.Nodes;
using NeatBore.Plan;
using NeatBore.Server.Planning;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>The day's plan as it is asked for from outside.</summary>
public class DayPlanTests(Site site) : IClassFixture<Site>
{
    private const string Start = "2026-06-01T08:00:00+02:00";

    private static string Asked(string jobs, string more = "", string start = Start) =>
        $$"""
            {"startAt":"{{start}}","people":[{"id":"ines","hours":[{"from":"2026-06-01T08:00:00+02:00","to":"2026-06-01T12:00:00+02:00"}]}],
             "resources":[{"id":"oven"}],"jobs":[{{jobs}}]{{more}}}
            """;

    [Fact]
    public async Task A_plan_says_who_does_what_when()
    {
        var (status, plan) = await site.PostAsync(
            "/api/calc/day-plan",
            Asked(
                """
                {"id":"warm","build":"014","minutes":10,"waitMinutes":90,"waitUses":[{"resource":"oven"}]},
                {"id":"on","build":"014","minutes":20,"within":{"of":"warm","minutes":5},"due":"2026-06-01T09:30:00+02:00","weight":2}
                """
            )
        );
        Assert.Equal(200, status);
        Assert.Equal(("best", false, 60.0), ((string)plan["status"]!, (bool)plan["cut"]!, (double)plan["lateMinutes"]!));
        Assert.Equal("2026-06-01T10:00:00+02:00", (string)plan["finishAt"]!);
        Assert.Equal(["warm", "on"], plan["chain"]!.AsArray().Select(c => (string)c!));
        var on = plan["jobs"]![1]!;
        Assert.Equal(("2026-06-01T09:40:00+02:00", "ines"), ((string)on["startAt"]!, (string)on["people"]![0]!));
        Assert.Equal("2026-06-01T10:00:00+02:00", (string)on["parts"]![0]!["to"]!);
        Assert.Null(plan["gapOf"]);
        Assert.Empty(plan["impossible"]!.AsArray());
    }

    [Theory]
    [InlineData("""{"id":"a","build":"1","minutes":5,"after":["z"]}""", "", Start, 422, "jobs[0].after[0]")]
    [InlineData("""{"id":"a","build":"1","minutes":5,"uses":[{"resource":"lathe"}]}""", "", Start, 422, "jobs[0].uses[0].resource")]
    [InlineData("""{"id":"a","build":"1","minutes":5,"due":"2026-06-01T09:00:00"}""", "", Start, 422, "jobs[0].due")]
    [InlineData("""{"id":"a","build":"1","minutes":5}""", "", "2026-06-01T08:00:00", 422, "startAt")]
    [InlineData("""{"id":"a","build":"1","minutes":5}""", """,effort""", Start, 400, "")]
    [InlineData("""{"id":"a","build":"1","minutes":5}""", ""","effort":21""", Start, 422, "effort")]
    [InlineData("""{"id":"a","build":"1","minutes":2.5}""", "", Start, 400, "jobs[0].minutes")]
    public async Task What_can_not_be_asked_is_named_by_its_field(string jobs, string more, string start, int wanted, string field)
    {
        var (status, problem) = await site.PostAsync("/api/calc/day-plan", Asked(jobs, more, start));
        Assert.Equal(wanted, status);
        Assert.Equal([field], problem["errors"]!.AsObject().Select(e => e.Key));
    }

    [Fact]
    public async Task What_can_not_be_planned_is_an_answer_in_words()
    {
        var (status, plan) = await site.PostAsync(
            "/api/calc/day-plan",
            Asked("""{"id":"a","build":"1","minutes":5,"after":["b"]},{"id":"b","build":"1","minutes":5,"after":["a"]}""")
        );
        Assert.Equal((200, "impossible"), (status, (string)plan["status"]!));
        Assert.Equal(["a", "b"], plan["impossible"]![0]!["jobs"]!.AsArray().Select(j => (string)j!).Order(StringComparer.Ordinal));
        Assert.Contains("in a circle", (string)plan["impossible"]![0]!["because"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task One_plan_at_a_time_and_the_others_are_told_when_to_come_back()
    {
        var jobs = string.Join(
            ',',
            Enumerable
                .Range(0, 80)
                .Select(i =>
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $$"""{"id":"j{{i}}","build":"{{i % 9}}","minutes":{{1 + (i * 7 % 5)}},"due":"2026-06-01T08:{{10 + (i * 13 % 50)}}:00+02:00"}"""
                    )
                )
        );
        Task<HttpResponseMessage> AskAsync(string of, string more = "") =>
            site.Client.PostAsync(
                "/api/calc/day-plan",
                new StringContent(Asked(of, more), System.Text.Encoding.UTF8, "application/json"),
                TestContext.Current.CancellationToken
            );
        var slow = AskAsync(jobs, ""","effort":4""");
        HttpResponseMessage? told = null;
        while (told is null)
        {
            await Task.Delay(50, TestContext.Current.CancellationToken);
            var asked = await AskAsync("""{"id":"a","build":"1","minutes":5}""");
            told = (int)asked.StatusCode == 503 ? asked : null;
            if (told is null && slow.IsCompleted)
            {
                // The brief one came first, and the long one was told to come back.
                Assert.Equal(503, (int)(await slow).StatusCode);
                slow = AskAsync(jobs, ""","effort":4""");
            }
        }

        Assert.NotNull(told?.Headers.RetryAfter);
        Assert.Equal(200, (int)(await slow).StatusCode);
        var plan = JsonNode.Parse(await (await slow).Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
        Assert.Equal(80, plan["jobs"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_search_that_dies_twice_is_no_fault_of_the_one_who_asked()
    {
        var other = new Site { Others = new([DayPlan.Calculator(new Dying())]) };
        await other.InitializeAsync();
        try
        {
            var (status, said) = await other.PostAsync("/api/calc/day-plan", Asked("""{"id":"a","build":"1","minutes":5}"""));
            Assert.Equal(
                (503, "The search for a plan died (134). So did another. Ask again, with fewer jobs or less effort."),
                (status, (string)said["title"]!)
            );
        }
        finally
        {
            await other.DisposeAsync();
        }
    }

    private sealed class Dying : IPlanner
    {
        public DayPlan.Answer Solve(
            DayPlan.Request request,
            IProgress<DayPlan.Progress>? progress = null,
            bool why = true,
            CancellationToken cancel = default
        ) => throw new SearchDiedException(134);
    }
}
