using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

public sealed class BalancerOnStories(App app)
{
    private static readonly string[] s_nose = ["34.021", "34.022", "34.019", "34.020"];
    private static readonly string[] s_bore = ["33.996", "33.998", "33.995", "33.997"];

    [Fact]
    public async Task From_a_blank_build_to_its_record_with_the_keyboard_alone()
    {
        using var builder = new Builder();
        builder.Open(app.Address);
        builder.See("Tap a part on the drawing");
        builder.IsAccessible();
        builder.Picture("today");
        builder.TypeAt("//article[contains(@aria-label, '014')]//button[contains(., 'Balancer: Balancer off')]", Keys.Enter);
        builder.See("Begin: Balancer off");
        builder.TypeAt("//footer//button[.='Balancer on']", Keys.Enter);
        builder.GoOn("Begin: Balancer on");
        Ticks(builder, "clean");

        Sizes(builder, s_nose, "16");
        Sizes(builder, s_bore, "");
        builder.See("Fit it. Expect ");
        builder.See("0.024 mm ± 0.00");
        builder.IsAccessible();
        builder.Picture("bench-fit");
        builder.Alt('w');
        builder.See("DIN 7190-1");
        builder.See("Neat Bore default");
        builder.IsAccessible();
        builder.Picture("why");
        builder.Press(Keys.Escape);
        builder.GoOn("How it goes on");
        builder.See("Draw it on cold with a screw tool");
        builder.IsAccessible();
        Ticks(builder, "ready");
        builder.GoOn("Key, oil, sealant");

        Ticks(builder, "oil", "adapter");
        builder.Read("start", "40");
        builder.See("34.0 mm to go");
        builder.IsAccessible();
        builder.Tick("home");
        builder.Read("0", "6.01");
        builder.Read("120", "6.02");
        builder.Read("240", "6.00");
        builder.See("Seated and square.");
        builder.IsAccessible();
        builder.GoOn("Crank bolt");

        builder.See("Set the wrench to 140.0 N·m");
        builder.WaitForPlace("set");
        builder.Read("set", "103.3 lbf ft");
        builder.Tick("click");
        builder.See("Tight. Crank lock out");
        builder.IsAccessible();
        builder.GoOn("Crank turns");
        Ticks(builder, "two-turns");
        builder.Read("error", "0.5");
        builder.See("The balancer is on. Its record is kept.");
        builder.IsAccessible();
        builder.TypeAt("//header//a[.='Record']", Keys.Enter);

        builder.See("Record of build 014");
        foreach (
            var words in (string[])
                ["34.022 mm", "“103.3 lbf ft”", "Torque wrench 40–200", "Fit it. Expect ", "at least 0.010 mm (engine's manual)", "Ines"]
        )
        {
            builder.See(words);
        }

        builder.IsAccessible();
        builder.Picture("record");
        builder.HasNoErrors();
        var id = builder.Address.Split('/')[^2];
        Assert.Equal("done", (string)(await app.StateAsync(id))["standing"]!);
        builder.Open(app.Address);
        builder.See("Balancer on is done.");
    }

    [Fact]
    public async Task What_is_typed_wrong_is_said_in_place_and_nothing_is_lost()
    {
        var build = await app.BuildAsync("021");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin");
        builder.Click("//*[@data-slot='balancer']");
        builder.WaitForPlace("balancer");
        builder.Press(Keys.Enter);
        builder.See("Nothing is typed.");
        Parts(builder);

        builder.WaitForPlace("s1-0");
        builder.Press("about 34", Keys.Enter);
        builder.See("“about 34” is not a number.");
        Clear(builder);
        builder.Press("34..02", Keys.Enter);
        builder.See("more than one decimal mark");
        Clear(builder);
        builder.Press("34 in", Keys.Enter);
        builder.See("863.600 mm was understood");
        builder.IsAccessible();
        builder.WaitForPlace("s1-0");
        Clear(builder);
        builder.Read("s1-0", "34.021");

        // A second look at what is taken: struck with a reason, both stay.
        builder.WaitForPlace("s1-90");
        builder.TypeAt("//button[@data-taken='s1-0']", Keys.Enter);
        builder.TypeAt("//button[.='The gauge moved']", Keys.Enter);
        builder.Read("s1-0", "34.022");
        builder.WaitForPlace("s1-90");
        builder.Read("s1-90", "34.9");
        builder.WaitForPlace("s3-0");
        builder.Alt('r');
        builder.Read("s1-90", "34.022");
        foreach (var (place, value) in Steps.Stations.Skip(2).Zip(s_nose.Skip(2)))
        {
            builder.Read(place, value);
        }

        builder.Read("temperature", "61F");

        // A bore larger than the hub is asked about, kept if that is wanted, and judged as what can't be.
        builder.WaitForPlace("s1-0");
        builder.Press("60", Keys.Enter);
        builder.See("60.000 mm was understood");
        builder.WaitForPlace("s1-0");
        builder.Press(Keys.Enter);
        foreach (var (place, value) in Steps.Stations.Skip(1).Zip(s_bore.Skip(1)))
        {
            builder.Read(place, value);
        }

        builder.See("These readings can’t all be true.");
        builder.See("must be larger than the bore (60.000 mm)");

        // Measured again as a new round; the old one stays beside it.
        builder.GoOn("Measure again");
        builder.TypeAt("//button[@role='radio' and .='Measure the bore']", Keys.Enter);
        builder.TypeAt("//textarea", "Read the wrong scale" + Keys.Enter);
        builder.See("was 60.000");
        foreach (var (place, value) in Steps.Stations.Zip(s_bore.Select(b => b.Replace("33.99", "33.90", StringComparison.Ordinal))))
        {
            builder.Read(place, value);
        }

        builder.See("Don’t draw it on.");
        builder.IsAccessible();

        // A lead opens the gate against the Stop; the reason stays.
        builder.TypeAt("//button[.='Open gate']", Keys.Enter);
        builder.TypeAt("//textarea", "Trial hub, not to be run" + Keys.Enter);
        builder.See("Gate opened: Trial hub, not to be run");
        builder.Open($"{app.Address}/builds/{build}/record");
        foreach (
            var words in (string[])
                [
                    "worked on for",
                    "crossed out: the gauge moved",
                    "crossed out: rubbed out",
                    "odd, kept",
                    "Round 2: Read the wrong scale",
                    "Gate opened by Ines (lead)",
                ]
        )
        {
            builder.See(words);
        }

        builder.HasNoErrors();
    }

    [Fact]
    public async Task On_a_phone_nothing_sticks_out_and_the_work_goes_on()
    {
        var build = await app.BuildAsync("023");
        using var builder = new Builder(390, 844);
        builder.Open(app.Address);
        builder.See("Build 023");
        builder.Fits();
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin");
        Ticks(builder, "clean");
        builder.Fits();
        Sizes(builder, s_nose, "16");
        builder.Fits();
        builder.IsAccessible();
        Sizes(builder, s_bore, "");
        builder.See("Fit it.");
        builder.Fits();
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("34.022 mm");
        builder.Fits();
        builder.HasNoErrors();
    }

    [Fact]
    public void A_build_that_is_gone_is_said_to_be()
    {
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{Guid.CreateVersion7()}/balancer-on/balancer");
        builder.See("This build is not in the record");
        builder.IsAccessible();
    }

    private static void Parts(Builder builder)
    {
        builder.More("balancer", "HB-21");
        builder.More("bolt", "B-7, new");
        Ticks(builder, "clean");
    }

    private static void Sizes(Builder builder, string[] sizes, string temperature)
    {
        foreach (var (place, value) in Steps.Stations.Zip(sizes))
        {
            builder.Read(place, value);
        }

        if (temperature.Length > 0)
        {
            builder.Read("temperature", temperature);
        }
    }

    private static void Ticks(Builder builder, params string[] places)
    {
        foreach (var place in places)
        {
            builder.Tick(place);
        }
    }

    private static void Clear(Builder builder) => builder.Press(Keys.Control + "a", Keys.Delete);
}
