using NeatBore.Tests;
using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A shop that somebody begins for himself.</summary>
public sealed class ShopStories(ShopStories.OwnShop app) : IClassFixture<ShopStories.OwnShop>
{
    /// <summary>The app as ./start --shop starts it.</summary>
    public sealed class OwnShop : App
    {
        protected override IReadOnlyList<string> Of => ["--shop", "mill-lane"];
    }

    [Fact]
    public async Task An_empty_shop_is_set_up_takes_an_engine_in_and_works_on_it()
    {
        using var builder = new Builder();
        builder.Open(app.Address);
        builder.See("Your shop");
        builder.IsAccessible();
        builder.Picture("shop-set-up");
        // What is missing is said where it is typed, and what was typed stays.
        builder.Press("Mill Lane", Keys.Enter);
        builder.See("who opens gates and answers for the shop");
        builder.Press(Keys.Tab, "Ada", Keys.Enter);
        builder.See("Nothing is on the bench.");
        builder.See("Mill Lane");
        builder.SeeNot("Demo");
        builder.Click("//button[.='Put an engine on the bench']");
        builder.See("How its cylinders stand is enough.");
        builder.IsAccessible();

        builder.Upload("input[type=file]", Repository.At("demo", "shop.json"));
        builder.See("shop.json was not taken, and nothing was changed.");
        builder.Click("//button[.='Put an engine on the bench']");
        builder.Upload("input[type=file]", Repository.At("demo", "sheets", "four-1.8.v1.json"));
        builder.SeeNot("was not taken");
        builder.Click("//button[.='Put an engine on the bench']");
        builder.See("Engine sheet");
        // What was brought in is asked for first; the keyboard is at the number.
        builder.Wait("return document.activeElement?.name === 'number'");
        builder.Press("001", Keys.Tab, "Saloon", Keys.Enter);
        builder.Click("//main//button[.='Crank float']");
        builder.GoOn("Begin: Crank float");
        builder.WaitForPlace("stand");
        var build = (string)(await app.GetAsync("/api/builds"))["lines"]![0]!["id"]!;
        Assert.Equal("Ada", (string)(await app.GetAsync($"/api/builds/{build}/file"))["log"]![0]!["by"]!["name"]!);

        // A whole build brings its own engine.
        builder.Open(app.Address);
        builder.Click("//button[.='Put an engine on the bench']");
        builder.Upload("input[type=file]", Repository.At("demo", "builds", "018-v6.json"));
        builder.See("Build 018");
        builder.See("Rocker 8");
        builder.SeeNot("Demo");
    }
}
