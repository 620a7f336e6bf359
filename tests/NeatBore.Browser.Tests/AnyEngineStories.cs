using System.Globalization;
using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>An engine that nobody has described, in a shop that is empty.</summary>
public sealed class AnyEngineStories(AnyEngineStories.EmptyShop app) : IClassFixture<AnyEngineStories.EmptyShop>
{
    /// <summary>The app as ./start --shop starts it.</summary>
    public sealed class EmptyShop : App
    {
        protected override IReadOnlyList<string> Of => ["--shop", "any-engine"];
    }

    private int _entries;

    [Fact]
    public async Task A_straight_four_that_nobody_described_gets_its_balancer_from_an_empty_shop_to_the_record()
    {
        using var builder = new Builder();
        void Type(params string[] keys)
        {
            _entries++;
            builder.Press(keys);
        }

        void Read(string place, string value)
        {
            _entries++;
            builder.Read(place, value);
        }

        void More(string place, string value)
        {
            _entries++;
            builder.More(place, value);
        }

        void Ticks(params string[] places)
        {
            _entries += places.Length;
            Steps.Ticks(builder, places);
        }

        builder.Open(app.Address);
        builder.See("Your shop");
        Type("Hill End");
        Type(Keys.Tab, "Ada", Keys.Enter);
        builder.See("Nothing is on the bench.");
        builder.Click("//button[.='Put an engine on the bench']");
        builder.Click("//a[.='An engine of yours']");

        // A number that can't be is said where it is typed, and nothing that was typed is lost.
        builder.See("An engine of yours");
        builder.Wait("return document.activeElement?.maxLength === 80");
        Type("Straight four 1.3");
        Labelled(builder, "Cylinders", "17");
        builder.See("This must be a whole number from 1 to 16.");
        Labelled(builder, "Cylinders", "2.5");
        builder.See("This must be a whole number.");
        _entries++;
        Labelled(builder, "Cylinders", "4");
        builder.SeeNot("This must be");
        foreach (var (label, value) in (IEnumerable<(string, string)>)[("Bore", "71"), ("Stroke", "82"), ("Cam bearings", "3")])
        {
            _entries++;
            Labelled(builder, label, value);
        }

        builder.SeeNot("Drawn lightly");
        builder.IsAccessible();
        builder.Click("//button[.='Put it on the bench']");

        // The card says what is missing, and nothing begins before it is there.
        builder.Click("//main//button[.='Balancer on']");
        builder.See("8 things of this engine to know first");
        Assert.NotNull(builder.Find("//button[.='Begin: Balancer on' and @disabled]"));
        builder.IsAccessible();
        builder.Click("//label[contains(., 'How it is made and held')]/preceding::select[1]/option[.='solid, pressed on']");
        _entries++;
        builder.See("7 things of this engine to know first");
        Card(builder, "Nose, across", "60");
        Card(builder, "Hub, across its outside", "50");
        builder.See("the nose can’t be larger than the hub that sits on it");
        // Both places say so; the one that was wrong is typed anew.
        Assert.Equal(2, builder.Texts("section [role=alert]").Count(t => t.StartsWith("the nose can’t", StringComparison.Ordinal)));
        Card(builder, "Nose, across", "30");
        builder.SeeNot("the nose can’t be larger");
        Card(builder, "Hub, long", "40");
        Card(builder, "Nose’s end below hub’s face, seated", "4");
        Card(builder, "Crank bolt, thread", "12");
        Card(builder, "Crank bolt, pitch", "1.25");
        Card(builder, "Crank bolt, torque", "95");
        builder.See("all is known that it wants. Begin.");
        builder.See("Neat Bore default: type yours");
        Assert.True(_entries <= 30, $"{_entries.ToString(CultureInfo.InvariantCulture)} entries up to Begin");
        builder.Picture("job-card");
        builder.GoOn("Begin: Balancer on");

        More("balancer", "HB-1");
        More("bolt", "new");
        Ticks("clean");
        foreach (var (place, reading) in Steps.Stations.Zip((string[])["30.011", "30.012", "30.009", "30.010"]))
        {
            Read(place, reading);
        }

        Read("temperature", "20");
        foreach (var (place, reading) in Steps.Stations.Zip((string[])["29.986", "29.988", "29.985", "29.987"]))
        {
            Read(place, reading);
        }

        builder.See("Fit it. Expect ");

        // A value turns out to be another: a lead corrects it with a reason, and the call is worked out again.
        builder.Click("//a[.='Its job card']");
        builder.See("Balancer on stands on this.");
        builder.IsAccessible();
        Card(builder, "Interference to", "0.015", waits: false);
        builder.See("say why it is corrected");
        builder.TypeAt("//label[starts-with(., 'Why it is corrected')]//input", "Read in the wrong column");
        builder.TypeAt("//label[.='Interference to']/preceding::input[1]", Keys.Enter);
        builder.See("engine’s manual, Ada");
        builder.Click("//button[.='Back to the work']");
        builder.See("Stop");
        builder.See("Don’t draw it on.");

        // It was right the first time; that is another correction, and the work goes on to its end without any gauge on a line.
        builder.Click("//a[.='Its job card']");
        builder.TypeAt("//label[starts-with(., 'Why it is corrected')]//input", "It was the right column");
        Card(builder, "Interference to", "0.05");
        builder.Click("//button[.='Back to the work']");
        Ticks("ready");
        builder.GoOn("Key, oil, sealant");
        Ticks("oil", "adapter");
        Read("start", "36");
        Ticks("home");
        foreach (var (place, depth) in ((string[])["0", "120", "240"]).Zip((string[])["4.01", "4.02", "4.00"]))
        {
            Read(place, depth);
        }

        builder.GoOn("Crank bolt");
        Read("set", "95");

        Ticks("click");
        builder.GoOn("Crank turns");
        Ticks("two-turns");
        Read("error", "0.4");
        // Correcting a value and back again is no part of the job.
        Assert.True(_entries - 2 < 60, $"{_entries.ToString(CultureInfo.InvariantCulture)} entries in all");
        builder.See("The balancer is on.");
        var build = (string)(await app.GetAsync("/api/builds"))["lines"]![0]!["id"]!;
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Told of this engine");
        builder.See("engine’s manual, typed by Ada");
        builder.See("Corrected: Read in the wrong column");
        builder.See("Corrected: It was the right column");
        builder.See("The balancer is on.");
        builder.See("0.050 mm");
    }

    /// <summary>Types into a field by the words over it, in place of what is there.</summary>
    private static void Labelled(Builder builder, string label, string value)
    {
        var field = builder.Find($"//label[starts-with(normalize-space(.), '{label}')]//input");
        field.Clear();
        field.SendKeys(value);
    }

    /// <summary>Types a value on the card and takes it.</summary>
    private void Card(Builder builder, string label, string value, bool waits = true)
    {
        _entries++;
        var field = builder.Find($"//label[.='{label}']/preceding::input[1]");
        field.SendKeys(value + Keys.Enter);
        if (!waits)
        {
            return;
        }

        builder.Wait($"return ![...document.querySelectorAll('span')].some(s => s.textContent === 'on its way')");
    }
}
