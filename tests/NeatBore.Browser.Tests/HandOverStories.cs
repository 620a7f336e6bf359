using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>Half done work that changes hands, tools that go out and come back, and a tablet that was carried to another engine.</summary>
public sealed class HandOverStories(App app) : IClassFixture<App>
{
    [Fact]
    public async Task An_engine_is_put_down_with_what_is_loose_and_its_puller_comes_back_to_the_crib()
    {
        var build = await app.BuildAsync("071");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-off/balancer");
        builder.GoOn("Begin: Balancer off");
        builder.WaitForPlace("locked");
        builder.Click("//header//button[.='Build 071']");
        builder.TypeAt("//label[contains(., 'Engine stand')]/input", "2" + Keys.Enter);
        builder.Click("//*[@data-slot='locked']");
        Steps.Ticks(builder, "bolt");
        builder.WaitForPlace("tool");
        builder.Click("//button[.='Put down']");
        builder.See("Build 071, stand 2 was put down.");
        builder.See("Crank bolt out");
        builder.See("Crank locked");
        builder.IsAccessible();

        // Across the shop: on Today, on the tag, and by the code on the stand.
        builder.Open(app.Address);
        builder.See("Put down by Ines");
        builder.Open($"{app.Address}/builds/{build}/tag");
        builder.See("Loose on this engine");
        builder.Find("//*[@aria-label='Opens this build on the bench']");
        builder.IsAccessible();
        builder.Click("//a[.='The stand’s sign']");
        builder.Find("//*[@aria-label='Opens the engine that is on this stand']");
        builder.Open($"{app.Address}/stands/2");
        builder.GoOn("Pick it up");

        builder.WaitForPlace("tool");
        builder.Press(Keys.Enter);
        builder.TypeAt("//button[contains(., 'Three-slot yoke, long screws')]", Keys.Enter);
        builder.Read("engaged", "18");
        builder.See("It holds.");
        builder.Open($"{app.Address}/crib");
        builder.See("out at 071, stand 2 since ");
        builder.Open($"{app.Address}/builds/{build}/balancer-off/balancer");
        builder.Pick("lies", "flat on the hub");
        builder.GoOn("Pull it");
        Steps.Ticks(builder, "grease", "off");
        builder.GoOn("Kept together");
        Steps.Ticks(builder, "unlocked");
        builder.Click("//*[@aria-label='Back to the crib']//button[contains(., 'Three-slot yoke, long screws')]");
        builder.SeeNot("Back to the crib");
        builder.Open($"{app.Address}/crib");
        builder.See("Three-slot yoke, long screws");
        builder.SeeNot("out at 071");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task What_was_read_on_the_wrong_engine_goes_to_the_right_one_and_the_nose_is_read_once()
    {
        var (wrong, right) = (await app.BuildAsync("072"), await app.BuildAsync("073"));
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{wrong}/balancer-on/balancer");
        builder.GoOn("Begin: Balancer on");
        Steps.Ticks(builder, "clean");
        builder.Read("s1-0", "34.021");
        builder.Read("s1-90", "34.022");
        builder.WaitForPlace("s3-0");

        // It is said; nothing of it is typed again.
        builder.Click("//header//button[.='Build 072']");
        builder.Click("//button[.='Wrong engine']");
        builder.See("3 readings are crossed out on 072 and offered there, in order.");
        builder.IsAccessible();
        builder.Click("//button[.='073: Trial']");
        builder.GoOn("Begin: Balancer on");
        builder.Click("//button[contains(., 'Take it over')]");
        builder.Click("//button[contains(., 'Take 34.021 mm') and contains(., 'taken on 072 by mistake')]");
        builder.Click("//button[contains(., 'Take 34.022 mm')]");
        builder.Read("s3-0", "34.019");
        builder.Read("s3-90", "34.020");
        builder.Read("temperature", "16");

        builder.WaitForPlace("s1-0");

        // Five idle minutes later it asks once, and a key that was meant for the bench takes nothing meanwhile.
        void Idle() =>
            builder.Js(
                "const k = Object.keys(sessionStorage).find((k) => k.startsWith('neat-bore engine'));"
                    + "sessionStorage[k] = JSON.stringify({ ...JSON.parse(sessionStorage[k]), at: Date.now() - 400000 });"
            );
        Idle();
        builder.GoOn("Yes, 073");
        builder.SeeNot("073?");
        builder.WaitForPlace("s1-0");

        // The tap that raised it is done once the answer is yes.
        Idle();
        builder.Click("//button[.='Why']");
        builder.GoOn("Yes, 073");
        builder.See("Why: Measure the");
        builder.Press(Keys.Escape);

        // The ring that centres the cover goes on the same nose.
        builder.Open($"{app.Address}/builds/{right}/timing-cover/cover");
        builder.GoOn("Begin: Timing cover");
        builder.Click("//button[contains(., 'ring, bore bare')]");
        Steps.Ticks(builder, "clean");
        builder.Read("ring", "34.05");
        builder.WaitForPlace("shaft");
        builder.Click("//button[contains(., 'Take 34.019 mm') and contains(., 'Balancer on, measure the nose')]");
        builder.WaitForPlace("ring-outside");

        // The other engine's record still shows what stood there, struck.
        var nose = (await app.StateAsync(wrong))["tasks"]![0]!["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == "nose")!;
        Assert.All(
            nose["rounds"]![0]!["slots"]!.AsArray().SelectMany(s => s!["readings"]!.AsArray()),
            r => Assert.Equal("wrong-engine", (string)r!["struck"]!)
        );
        builder.Open($"{app.Address}/builds/{wrong}/record");
        builder.See("wrong engine");
        builder.HasNoErrors();
    }
}
