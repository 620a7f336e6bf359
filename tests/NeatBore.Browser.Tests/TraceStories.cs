using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A press that has to be stopped in time, and a gauge that is lost on the way.</summary>
[Collection(Alone.Name)]
public sealed class TraceStories(HandPacedApp app) : IClassFixture<HandPacedApp>
{
    private const string Points =
        "return /^([3-9][0-9]|[1-9][0-9]{2,}) points/.test(document.querySelector('[data-trace]')?.innerText ?? '')";

    [Fact]
    public async Task A_cocked_start_is_seen_in_the_trace_and_backed_off_and_a_lost_gauge_loses_nothing()
    {
        var build = await app.BuildAsync("042");
        var bench = $"{app.Address}/builds/{build}/balancer-on/balancer";
        using var builder = new Builder();
        Steps.Fitted(builder, bench);
        builder.Tick("ready");
        builder.GoOn("Key, oil, sealant");
        Steps.Ticks(builder, "oil", "adapter");
        builder.Read("start", "40");
        builder.BigSays("Draw it on");
        builder.Click("//footer//button[contains(., 'Made to start square')]");
        builder.PressBig("Draw it on");
        builder.See("Ease off. It has started cocked");
        // No hand is as quick as this one: what is shorter than 20 points can't be judged.
        builder.Wait(Points);
        builder.PressBig("Stop");
        builder.PressBig("Keep the trace");
        builder.See("this fit explains at most");
        builder.IsAccessible();
        builder.GoOn("Measure again");
        builder.TypeAt("//textarea", "Backed off, squared on its key" + Keys.Enter);
        builder.Read("start", "40");

        // The gauge drops out in mid-step: said, kept, and gone on with by hand.
        builder.BigSays("Draw it on");
        app.StopGauges();
        builder.See("Simulated press is off its line. Nothing is lost: go on by hand.");

        // Looked at anew, the hand's place has the keyboard; it gives way to the gauge when that is back, unless it is typed at.
        builder.Open(bench);
        builder.WaitForPlace("home");
        app.StartGauges();
        builder.BigSays("Draw it on");
        app.StopGauges();
        builder.Click("//*[@data-slot='part']");
        builder.WaitForPlace("part");
        builder.Press("22");
        builder.See("is off its line");
        app.StartGauges();
        builder.SeeNot("is off its line");
        builder.Read("part", ".5");
        builder.See("Draw it 16.5 mm more");
        builder.IsAccessible();
        builder.Tick("home");
        builder.WaitForPlace("0");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Round 2: Backed off, squared on its key");
        builder.See("It has started cocked.");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task A_screen_that_goes_away_loses_no_trace_and_what_a_dead_server_had_is_offered_as_cut_off()
    {
        var build = await app.BuildAsync("045");
        var bench = $"{app.Address}/builds/{build}/balancer-on/balancer";
        using var builder = new Builder();
        Steps.Fitted(builder, bench);
        builder.Tick("ready");
        builder.GoOn("Key, oil, sealant");
        Steps.Ticks(builder, "oil", "adapter");
        builder.Read("start", "40");
        builder.PressBig("Draw it on");
        builder.Wait(Points);

        // The screen goes away; the press goes on, and another screen finds all of it.
        builder.Open("about:blank");
        using (var second = new Builder())
        {
            second.Open(bench);
            second.Wait(Points);
            second.PressBig("Keep the trace");
            second.See("Clean. Tick that it is home");
            second.Alt('r');
            second.BigSays("Draw it on");
            second.PressBig("Draw it on");
            second.Wait(Points);
        }

        // The server dies on the way: what it had put into the record is offered, and not judged.
        await Task.Delay(TimeSpan.FromSeconds(2), TestContext.Current.CancellationToken);
        await app.CrashAsync();
        await app.StartServerAsync();
        await App.Until(async () => await app.RecordingAsync(build, "draw", "trace") == "cut-off");
        builder.Open(bench);
        builder.See("points, cut off");
        builder.IsAccessible();
        builder.PressBig("Keep what there is");
        builder.See("kN, cut off");
        builder.Read("part", "22.5");
        builder.See("Draw it 16.5 mm more");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("cut off at");
    }
}
