using NeatBore.Tests;
using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>Two shops that take turns at one address.</summary>
public sealed class TwoShopStories(TwoShopStories.OwnShop app) : IClassFixture<TwoShopStories.OwnShop>
{
    /// <summary>The app as ./start --shop starts it.</summary>
    public sealed class OwnShop : App
    {
        protected override IReadOnlyList<string> Of => ["--shop", "long-barn"];
    }

    [Fact]
    public async Task A_build_goes_out_as_a_file_into_another_shop_and_what_waits_for_the_one_never_reaches_the_other()
    {
        await app.ChangeShopAsync();
        using var builder = new Builder();
        SetUp(builder, "Long Barn", app.Address);
        TakeIn(builder, Repository.At("demo", "builds", "014-straight-six.json"));
        var build = (string)(await app.GetAsync("/api/builds"))["lines"]![0]!["id"]!;
        var file = Path.Combine(Path.GetTempPath(), $"{build}.json");
        var task = $"{app.Address}/builds/{build}/front-seal/cover";
        try
        {
            builder.Open(task);
            builder.GoOn("Begin: Front seal");
            builder.WaitForPlace("size");
            await File.WriteAllTextAsync(
                file,
                (await app.GetAsync($"/api/builds/{build}/file")).ToJsonString(),
                TestContext.Current.CancellationToken
            );
            builder.Line(up: false);
            builder.More("seal", "FS-WAITS");
            builder.See("1 waiting, not judged.");

            // The same address serves another shop, which takes the same build in.
            await app.ChangeShopAsync();
            builder.Line(up: true);
            SetUp(builder, "High Street", app.Address);
            TakeIn(builder, file);
            builder.Open(task);
            builder.WaitForPlace("size");
            builder.More("seal", "FS-HERE");
            builder.Tick("size");
            await App.Until(async () => (await Seals(build)).SequenceEqual(["FS-HERE"]));

            // Back in the first one it is sent, there and nowhere else.
            await app.ChangeShopAsync();
            builder.Open(task);
            await App.Until(async () => (await Seals(build)).SequenceEqual(["FS-WAITS"]));
            await app.ChangeShopAsync();
            Assert.Equal(["FS-HERE"], await Seals(build));
        }
        finally
        {
            File.Delete(file);
        }
    }

    private static void SetUp(Builder builder, string name, string address)
    {
        builder.Open(address);
        builder.See("Your shop");
        builder.Press(name, Keys.Enter);
        builder.See("who opens gates and answers for the shop");
        builder.Press(Keys.Tab, "Ada", Keys.Enter);
        builder.See("Nothing is on the bench.");
    }

    private static void TakeIn(Builder builder, string file)
    {
        builder.Click("//button[.='Put an engine on the bench']");
        builder.Upload("input[type=file]", file);
        builder.See("Build 014");
    }

    private async Task<IEnumerable<string>> Seals(string build) =>
        (await app.StateAsync(build))["tasks"]!.AsArray().Single(t => (string)t!["ref"]!["kind"]! == "front-seal")!["steps"]![0]![
            "rounds"
        ]![0]!["slots"]![0]!["readings"]!
            .AsArray()
            .Select(r => (string)r!["typed"]!);
}
