using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A shop without micrometer, depth gauge or degree wheel: the same balancer goes back on by hand.</summary>
public sealed class ByHandStories(App app) : IClassFixture<App>
{
    private int _entries;

    [Fact]
    public async Task The_same_balancer_goes_back_on_without_one_measured_value()
    {
        var build = await app.BuildAsync("091");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin: Balancer on");
        builder.Read("balancer", "the same");
        builder.Read("bolt", "new");
        Ticks(builder, "nose", "bore", "thread", "clean");

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
        builder.Tick("ready");
        builder.GoOn("Key, oil, sealant");
        Ticks(builder, "key", "oil", "sealant", "track", "adapter", "stud", "start", "bearing");
        ByHand(builder, "by hand", "Good");
        builder.Tick("home");
        builder.GoOn("Seated depth");
        ByHand(builder, "went home with a sharp rise", "Good");
        builder.See("the ring must run true");
        builder.GoOn("Crank bolt");
        Ticks(builder, "tool-off", "by-hand");
        builder.Read("adaptor", "0");
        builder.Read("set", "140");
        builder.Tick("click");
        builder.GoOn("Crank turns");
        Ticks(builder, "two-turns", "tight", "float");
        ByHand(builder, "by eye", "Good");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("steps judged by hand, not measured.");
        builder.See("Judged came off hard, not measured: not sure");
        builder.HasNoErrors();
        Assert.True(_entries <= 30, $"{_entries} entries");
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
