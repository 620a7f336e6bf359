using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A Stop on the screen: what a builder can do about it alone, what a lead says, and what the record keeps.</summary>
public sealed class StopStories(App app) : IClassFixture<App>
{
    private const string Kind = "timing-cover";

    /// <summary>Swept by another tablet, and the cover stands off by more than its holes allow.</summary>
    private async Task<string> SweptAsync(string number)
    {
        var build = await app.BuildAsync(number);
        await app.WorkAsync(build, [App.Begun(Kind, "cover")]);
        await app.FillAsync(
            build,
            Kind,
            "cover",
            "school: clean=done",
            "hang: droop=0 held=held",
            "dry: on=done free=0.4",
            "sweep: 0=0 45=0.124 90=0.3 135=0.424 180=0.600 225=0.724 270=0.3 repeat=0"
        );
        return build;
    }

    [Fact]
    public async Task A_stop_stands_until_it_is_put_right_or_a_lead_says_so()
    {
        var build = await SweptAsync("081");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/{Kind}/cover");
        builder.Click("//select[@aria-label='At the bench']/option[.='Tomas, builder']");
        builder.BigSays("Measure again");
        // One number of it is crossed out: it stands, and says what ends it.
        builder.Click("//button[starts-with(., '0.60')]");
        builder.Click("//button[.='A slip']");
        builder.See("That Stop stands. Read it again with a gauge as good");
        builder.IsAccessible();

        // On what a lead says by telephone the work goes on.
        builder.Click("//button[.='By telephone']");
        builder.TypeAt("//textarea", Keys.Enter);
        builder.See("Say it in a few words");
        builder.TypeAt("//textarea", "Holes opened to 9; go on" + Keys.Enter);
        builder.See("Opened by telephone: Ines says so here before it is done.");
        builder.BigSays("Next");

        // Back at the bench the lead says so, too.
        builder.Click("//select[@aria-label='At the bench']/option[.='Ines, lead']");
        builder.Click("//button[.='It stays open']");
        builder.TypeAt("//textarea", "seen: it will sit" + Keys.Enter);
        builder.SeeNot("says so here before it is done");

        // Another cover is told by its mark, and where the old one went.
        builder.Alt('a');
        builder.TypeAt("//textarea", "the other cover after all");
        builder.Click("//button[.='Another part']");
        builder.TypeAt("//label[contains(., 'Its mark')]//input", "TC-9");
        builder.Click("//button[.='Begin round 2']");
        builder.See("Say where the old one went");
        builder.TypeAt("//label[contains(., 'Where the old one went')]//input", "scrap bin");
        builder.Click("//button[.='Begin round 2']");
        builder.WaitForPlace("0");
        builder.Open($"{app.Address}/builds/{build}/record");
        foreach (
            var words in (string[])
                [
                    "as Ines said by telephone: Holes opened to 9; go on",
                    "Said once more by Ines (lead)",
                    "Another part: TC-9; the old one: scrap bin",
                ]
        )
        {
            builder.See(words);
        }

        builder.HasNoErrors();
    }
}
