using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>What a shop goes by is put right on its own screen.</summary>
public sealed class SettingsStories(App app) : IClassFixture<App>
{
    private static void Type(Builder builder, string label, string value)
    {
        var field = builder.Find($"//label[span[.='{label}']]//input");
        field.Clear();
        field.SendKeys(value);
    }

    [Fact]
    public async Task A_lead_puts_an_instrument_right_sets_a_rule_and_takes_somebody_in()
    {
        using var builder = new Builder();
        builder.Open(app.Address);
        builder.Click("//a[.='Settings']");
        builder.Click("//li/button[contains(., 'Depth gauge')]");
        builder.IsAccessible();
        Type(builder, "Uncertainty, k = 2", "0");
        builder.Click("//button[.='Keep it']");
        builder.See("no instrument is exact");
        Type(builder, "Uncertainty, k = 2", "0.018");
        builder.Click("//button[.='Keep it']");
        builder.See("± 0.018 mm");

        // A rule beside its default, which is back with a tap.
        builder.Click("//button[.='House rules']");
        builder.IsAccessible();
        var rule = "//li[contains(., 'Tilt of a puller’s yoke')]";
        builder.TypeAt($"{rule}//input", "9");
        builder.Click($"{rule}//button[.='House rule']");
        builder.See("It must be from 0.0 mm to 5.0 mm.");
        builder.TypeAt($"{rule}//input", OpenQA.Selenium.Keys.Backspace + "0.3");
        builder.Click($"{rule}//button[.='House rule']");
        builder.See("set by Ines");
        builder.Js("scrollTo(0, 0)");
        builder.Picture("settings");
        builder.Click($"{rule}//button[.='Default again']");
        builder.SeeNot("set by Ines");

        builder.Click("//button[.='People']");
        Type(builder, "Somebody else’s name", "Þóra");
        builder.Click("//button[.='Put in as builder']");
        builder.Find("//li[contains(., 'Þóra')]");
        builder.IsAccessible();
        builder.Click("//button[.='Sealants']");
        builder.Click("//button[.='Another sealant']");
        Type(builder, "As you call it", "Grey, slow");
        foreach (
            var (label, value) in ((string[])["Skin after", "Closed up within", "Handled after", "Oil after"]).Zip(
                (string[])["15", "20", "4", "24"]
            )
        )
        {
            Type(builder, label, value);
        }

        builder.Click("//button[.='Keep it']");
        builder.Find("//li[contains(., 'Grey, slow') and contains(., 'oil after 24 h')]");
        builder.IsAccessible();
        builder.Size(390, 844);
        foreach (var part in (string[])["Instruments", "House rules", "People", "The shop"])
        {
            builder.Click($"//nav//button[.='{part}']");
            builder.Fits();
        }

        // Whoever is no lead may look.
        builder.Click("//select[@aria-label='Who sets it']/option[.='Tomas, builder']");
        builder.Click("//button[.='Keep it']");
        builder.See("only a lead changes the shop’s settings; Tomas is not one");
        var shop = await app.GetAsync("/api/shop");
        Assert.Contains(shop["people"]!.AsArray(), p => (string)p!["name"]! == "Þóra");
    }
}
