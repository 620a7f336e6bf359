using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A shop without micrometer, depth gauge or degree wheel: the same balancer goes back on by hand.</summary>
public sealed class ByHandStories(App app)
{
    private int _entries;

    [Fact]
    public async Task The_same_balancer_goes_back_on_without_one_measured_value()
    {
        var build = await app.BuildAsync("091");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin: Balancer on");
        builder.More("balancer", "the same");
        builder.More("bolt", "new");
        Ticks(builder, "clean");

        // How it was judged comes first, then what was found: two taps.
        builder.WaitForPlace("s1-0");
        builder.Click("//footer//button[.='By hand']");
        builder.Click("//button[.='Good']");
        builder.See("Tap first how it was judged.");
        builder.IsAccessible();
        builder.Click("//*[@role='radio'][.='the same part back']");
        builder.Click("//button[.='Good']");
        builder.See("Good, judged the same part back: not measured.");
        builder.See("Feel the force as it goes on");
        builder.GoOn("Measure the bore");
        ByHand(builder, "came off hard", "Not sure");
        builder.See("Not sure, judged came off hard: not measured.");
        builder.GoOn("How it goes on");
        Ticks(builder, "ready");
        builder.GoOn("Key, oil, sealant");
        Ticks(builder, "oil", "adapter");
        ByHand(builder, "by hand", "Good");
        builder.Tick("home");
        builder.GoOn("Seated depth");
        ByHand(builder, "went home with a sharp rise", "Good");
        builder.See("the ring must run true");
        builder.GoOn("Crank bolt");
        builder.Read("set", "140");
        builder.Tick("click");
        builder.GoOn("Crank turns");
        Ticks(builder, "two-turns");
        ByHand(builder, "by eye", "Good");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("steps judged by hand, not measured.");
        builder.See("Judged came off hard, not measured: not sure");
        builder.HasNoErrors();
        Assert.True(_entries <= 24, $"{_entries} entries");
    }

    [Fact]
    public async Task Off_and_the_same_one_back_with_a_ratchet_a_rule_and_no_gauge()
    {
        var build = await app.BuildAsync("063");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-off/balancer");
        builder.GoOn("Begin: Balancer off");
        Ticks(builder, "locked", "bolt", "tool");
        builder.TypeAt("//button[contains(., 'Three-slot yoke, long screws')]", Keys.Enter);
        builder.Read("engaged", "18");
        builder.GoOn("Square the yoke");
        builder.Pick("lies", "flat on the hub");
        builder.See("It lies flat: it is square.");
        builder.IsAccessible();
        builder.GoOn("Pull it");
        Ticks(builder, "grease");
        builder.See("stop at ");
        Ticks(builder, "off");
        builder.See("nobody read with how much");
        builder.GoOn("Kept together");
        Ticks(builder, "unlocked");
        _entries += 2;

        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin: Balancer on");
        builder.Click("//button[contains(., 'the same one back')]");
        Ticks(builder, "clean");
        builder.Pick("found", "clean");
        builder.Pick("came", "hard, as a tight one");
        builder.See("it came off hard: not measured.");
        builder.IsAccessible();
        builder.GoOn("How it goes on");
        Ticks(builder, "ready");
        builder.GoOn("Key, oil, sealant");
        Ticks(builder, "oil", "adapter", "home");
        ByHand(builder, "went home with a sharp rise", "Good");
        builder.GoOn("Crank bolt");
        builder.Read("set", "140");
        Ticks(builder, "click");
        builder.GoOn("Crank turns");
        Ticks(builder, "two-turns");
        builder.BigSays("Next");
        builder.HasNoErrors();
        _entries += 3;
        Assert.True(_entries <= 24, $"{_entries} entries");
        await App.Until(async () => (await app.StateAsync(build))["tasks"]!.AsArray().All(t => (string)t!["standing"]! == "done"));
    }

    [Fact]
    public async Task A_ring_that_has_moved_is_refused_at_the_first_step_and_held_at_the_gate()
    {
        var build = await app.BuildAsync("065");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-inspect/balancer");
        builder.GoOn("Begin: Inspection");
        Steps.Ticks(builder, "clean");
        builder.Pick("front", "sound");
        builder.Pick("back", "sound");
        builder.Pick("ring", "moved in or out");
        builder.See("Set it aside: the ring has let go of its hub.");
        builder.IsAccessible();

        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin: Balancer on");
        builder.Click("//button[contains(., 'the same one back')]");
        builder.GoOn("To the open step");
        builder.See("The ring has moved on its rubber");
        builder.See("Stop");
        builder.SeeNot("Faces clean");
        builder.Click("//button[contains(., 'Parts and cleaning')]");
        builder.Click("//button[contains(., 'a new or another one')]");
        builder.Tick("clean");
        builder.See("Measure the nose");
        builder.HasNoErrors();
    }

    private void Ticks(Builder builder, params string[] places)
    {
        _entries += places.Length;
        Steps.Ticks(builder, places);
    }

    private void ByHand(Builder builder, string how, string found)
    {
        _entries++;
        builder.Click("//footer//button[.='By hand']");
        builder.Click($"//*[@role='radio'][.='{how}']");
        builder.Click($"//button[.='{found}']");
    }
}
