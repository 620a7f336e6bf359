using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>An engine's sheet made on its drawing, and worked from.</summary>
public sealed class SheetStories(SheetStories.OwnShop app) : IClassFixture<SheetStories.OwnShop>
{
    /// <summary>The app as ./start --shop starts it.</summary>
    public sealed class OwnShop : App
    {
        protected override IReadOnlyList<string> Of => ["--shop", "sheets"];
    }

    /// <summary>Types into the value that has the keyboard, and goes on to the next.</summary>
    private static void Next(Builder builder, params string[] values)
    {
        foreach (var value in values)
        {
            builder.Press(value, Keys.Enter);
        }
    }

    private static void At(Builder builder, string label) =>
        builder.Wait($"return document.activeElement?.labels?.[0]?.innerText === '{label}'");

    [Fact]
    public async Task Bearings_with_three_passages_are_typed_and_turned_on_the_drawing_and_their_set_is_begun()
    {
        await app.PostAsync("/api/shop", """{"name":"Sheets","units":"metric","lead":"Ada"}""");
        await app.PostAsync(
            "/api/engines",
            $$"""{"id":"{{Guid.NewGuid()}}","name":"Four 1.1","arrangement":{"banks":"straight","cylinders":4,"camBearings":3} }"""
        );
        var engine = (string)(await app.GetAsync("/api/sheets"))[0]!["id"]!;
        using var builder = new Builder();
        builder.Open(app.Address);
        builder.Click("//a[.='Engines']");
        builder.IsAccessible();
        builder.Click("//a[contains(., 'Four 1.1')]");
        builder.See("Nothing typed that isn’t kept.");
        builder.Click("//*[@aria-label='The engine']//button[contains(., 'Bearing 1')]");
        At(builder, "Bearing bore, across");
        builder.IsAccessible();

        // A number that can't be is said at its box, and stays in it.
        Next(builder, "5400");
        builder.See("Bearing bore, across: must be from 15.00 mm to 120.00 mm");
        builder.Click("//label[.='Bearing bore, across']/preceding::input[1]");
        builder.Press(Keys.Control + "a", "54", Keys.Enter);
        builder.SeeNot("must be from 15");
        Next(builder, "22", "", "1.8", "50", "", "", "", "180", "6", "", "90", "5", "9", "300", "5", "9", "");
        // On to the next bearing, of which only its own hole is still to be told.
        At(builder, "Bearing bore, across");
        builder.See("Bearing 2 from the front");
        builder.Click("//button[@aria-label='Bearing 2']");
        builder.Click("//label[starts-with(., 'Oil hole at')]/preceding::input[1]");
        Next(builder, "170");
        builder.Wait("return document.querySelector('[role=slider]')?.getAttribute('aria-valuenow') === '170'");
        builder.Js("document.querySelector('[role=slider]').focus()");
        builder.Press(Keys.PageUp, Keys.ArrowLeft, Keys.ArrowLeft);
        builder.Wait("return document.querySelector('[role=slider]')?.getAttribute('aria-valuenow') === '183'");
        builder.Js("scrollTo(0, 0)");
        builder.Picture("engine-sheet");
        // Turned to where it should not be, and undone at once.
        builder.Click("//button[@aria-label='Bearing 3']");
        builder.Click("//label[starts-with(., 'Oil hole at')]/preceding::input[1]");
        Next(builder, "180");
        builder.See("Undo: bearing 3: oil hole at");
        Next(builder, "3");
        builder.Click("//button[starts-with(., 'Undo: bearing 3')]");

        // The cover's bolts as rows out of a table; one that can't be read is said by its row, and all of it is undone at once.
        builder.Click("//nav[@aria-label='Parts']//button[contains(., 'Timing cover')]");
        builder.Click("//button[.='Place the bolts']");
        builder.TypeAt("//textarea", "70 150\n80\n");
        builder.Click("//button[.='Place them']");
        builder.See("Row 2, “80”, must be two numbers");
        builder.TypeAt("//textarea", "-60 -70\n-70 150");
        builder.Js("const t = document.querySelector('textarea'); t.setSelectionRange(7, 10); t.focus()");
        builder.Press("80 -60\n");
        builder.Click("//button[.='Place them']");
        builder.TypeAt("//*[@aria-label='Bolt 4: -70 mm right of the crank, 150 mm above it; arrow keys move it']", Keys.Left);
        builder.Find("//*[starts-with(@aria-label, 'Bolt 4: -70.5 mm')]");
        builder.IsAccessible();
        builder.Picture("sheet-bolts");

        // Somebody else makes a version meanwhile: both are there, and nothing that was typed is lost.
        await app.PostAsync(
            $"/api/sheets/{engine}/versions",
            """{"by":"ada","version":1,"because":"bolt read off","values":[{"path":"crankBolt/torqueNm","typed":"110","unit":"N·m","decimalMark":".","source":"manual"}]}"""
        );
        builder.TypeAt("//label[span[.='Why, if it needs saying']]//input", "measured on the block");
        builder.Click("//button[.='Keep as version 2']");
        builder.See("Somebody else has made version 2 meanwhile");
        builder.See("bolt read off");
        builder.Click("//button[.='Keep as version 3']");
        builder.See("Nothing typed that isn’t kept.");
        builder.See("measured on the block");
        builder.See("Bearing 2: oil hole at, from 12, seen from the front: not known → 183");
        builder.See("Bolt 2, above the crank: not known → −60.000 mm");
        builder.Size(390, 844);
        builder.Fits();
        builder.Size(1280, 800);

        // What the sheet knows the job card does not ask.
        await app.PostAsync(
            "/api/builds",
            $$"""{"build":"01a218c9-bce0-75a0-8292-55ba9b9e0701","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"ada","number":"1","name":"T","sheet":"{{engine}}"}"""
        );
        builder.Open($"{app.Address}/builds/01a218c9-bce0-75a0-8292-55ba9b9e0701/cam-bearings/cam");
        builder.GoOn("Begin: Cam bearings");
        builder.Find("//nav[contains(@aria-label, 'run sheet')]");
        var passages = (await app.GetAsync($"/api/builds/01a218c9-bce0-75a0-8292-55ba9b9e0701/file"))["log"]!
            .AsArray()
            .Select(e => e!["event"]!)
            .Last(e => (string?)e["kind"] == "task-started")["on"]!["cam"]!["bearings"]!
            .AsArray()
            .Select(b => b!["passages"]!.AsArray().Count);
        Assert.Equal([3, 1, 1], passages);

        // Another engine like it asks for what has to be confirmed.
        builder.Open($"{app.Address}/engines/{engine}");
        builder.Click("//button[.='Another like it']");
        builder.TypeAt("//label[span[.='What it is called']]//input", "Four 1.2" + Keys.Enter);
        builder.See("Copied from Four 1.1, version 3");
        builder.Click("//nav[@aria-label='Parts']//button[contains(., 'Crank bolt')]");
        builder.See("Crank bolt · 3 to know");
    }
}
