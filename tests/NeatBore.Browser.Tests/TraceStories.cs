using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A press that has to be stopped in time, and a gauge that is lost on the way.</summary>
[Collection(Alone.Name)]
public sealed class TraceStories(HandPacedApp app) : IClassFixture<HandPacedApp>
{
    [Fact]
    public async Task A_cocked_start_is_seen_in_the_trace_and_backed_off_and_a_lost_gauge_loses_nothing()
    {
        var build = await app.BuildAsync("042");
        using var builder = new Builder();
        Steps.Fitted(builder, $"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.Tick("ready");
        builder.GoOn("Key, oil, sealant");
        Steps.Ticks(builder, "key", "oil", "sealant", "track", "adapter", "stud", "start", "bearing");
        builder.Read("start", "40");
        builder.BigSays("Draw it on");
        builder.Click("//footer//button[contains(., 'Made to start square')]");
        builder.PressBig("Draw it on");
        builder.See("Ease off. It has started cocked");
        builder.PressBig("Stop");
        builder.PressBig("Keep the trace");
        builder.See("this fit explains at most");
        builder.IsAccessible();
        builder.GoOn("Measure again");
        builder.Find("//textarea").SendKeys("Backed off, squared on its key" + Keys.Enter);
        builder.Read("start", "40");

        // The gauge drops out in mid-step: said, kept, and gone on with by hand.
        builder.BigSays("Draw it on");
        app.StopGauges();
        builder.See("Simulated press is off its line. Nothing is lost: go on by hand.");
        builder.Read("part", "22.5");
        builder.See("Draw it 16.5 mm more");
        builder.IsAccessible();
        app.StartGauges();
        builder.Tick("home");
        builder.WaitForPlace("0");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Round 2: Backed off, squared on its key");
        builder.See("It has started cocked.");
        builder.HasNoErrors();
    }
}
