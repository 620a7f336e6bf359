using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>Twelve trunnions at the press, one in a worn body and one with a clip that is not seated; and a pin that is shrunk
/// in.</summary>
public sealed class PressedStories(GaugedApp app) : IClassFixture<GaugedApp>
{
    [Fact]
    public async Task Twelve_trunnions_go_in_and_the_set_tells_the_odd_one()
    {
        var build = await app.BuildAsync("091", "v6-3.0");
        var address = $"{app.Address}/builds/{build}/rocker-trunnions/rockers";
        using var builder = new Builder();
        builder.Open(address);
        builder.GoOn("Begin: Rocker trunnions");

        // One place is missing; nothing begins before it is found.
        builder.Read("kit", "TK-16-12");
        builder.Read("places", "1-6, 8-12");
        Steps.Ticks(builder, "marked", "pliers");
        builder.See("Find rocker 7 before you begin.");
        builder.Again("Found under the bench");
        builder.Read("kit", "TK-16-12");
        builder.Read("places", "1-12");
        Steps.Ticks(builder, "marked", "pliers");
        builder.See("All 12 are there.");
        builder.GoOn("Press, and its stack");

        builder.Click("//button[contains(., 'from the crib')]");
        builder.Click("//button[contains(., 'Arbor press, 20 kN')]");
        builder.Tick("stock");
        builder.See("Support tube 23.5 bore below, Press bar 18, short above.");
        builder.See("Won’t do, and why");
        builder.IsAccessible();
        builder.GoOn("Stack to press in");
        builder.Tick("tried");
        builder.See("Pusher sleeve 21.6 × 16.3 above: it clears the trunnion on both sides.");
        builder.GoOn("Rocker 1: out");

        // The first by hand, pressed with the foot on the pedal and the gauge on its line.
        builder.Pick("whole", "whole: every needle, every piece");
        builder.See("It came out whole.");
        builder.GoOn("Rocker 1: body and bushes");
        Body(builder, "22.000");
        builder.GoOn("Rocker 1: first side flush");
        Pressed(builder);
        builder.See("Clean. Wipe the swarf off, both faces.");
        builder.GoOn("Rocker 1: trunnion in");
        builder.More("inside-0", "15.990");
        builder.More("trunnion", "15.985");
        builder.See("Ream or hone 0.025 mm out, to 16.015 mm.");
        builder.Click("//footer//button[.='Again']");
        builder.TypeAt("//textarea", "Reamed by hand, wiped out" + Keys.Enter);
        builder.Pick("turns", "so, and turns freely");
        builder.See("It turns freely in the first side; its inside was not measured.");
        builder.GoOn("Rocker 1: second side");
        builder.See("Nothing brings this side back: press to ");
        Pressed(builder);
        builder.GoOn("Rocker 1: clips");
        builder.Pick("both", "both turn in their grooves");
        builder.Pick("turns", "turns and floats freely");
        builder.GoOn("Rocker 1: end float");
        builder.Read("float", "0.25");
        builder.See("Done. Back on the tray; the next one.");

        // Others are done meanwhile; the third in a body that is worn, before there is a set to tell.
        foreach (var n in (int[])[2, 3, 4, 5, 6, 8, 9, 10, 11, 12])
        {
            await app.WorkAsync(build, Whole(n, n == 3 ? "22.012" : "22.001", n == 3 ? "0.62" : $"1.{37 + (3 * (n * 5 % 7))}"));
        }

        builder.Open(address);
        builder.See("How it came out");
        builder.Pick("whole", "whole: every needle, every piece");
        builder.GoOn("Rocker 7: body and bushes");
        Body(builder, "22.001");
        builder.GoOn("Rocker 7: first side flush");
        Pressed(builder);
        builder.IsAccessible();
        builder.Picture("rocker-press");
        builder.GoOn("Rocker 7: trunnion in");

        // The end of a shift: whoever comes next reads what is half done, and by whom.
        builder.Click("//nav//button[contains(., 'The set against itself')]");
        builder.See("Rocker 7");
        Assert.Contains(
            "Rocker 7 half done by Ines",
            builder.Find("//section[contains(@aria-label, 'The set on its tray')]").Text,
            StringComparison.Ordinal
        );
        builder.Click("//section//button[starts-with(@aria-label, 'Rocker 7,')]");
        builder.Pick("turns", "so, and turns freely");
        builder.GoOn("Rocker 7: second side");
        Pressed(builder);
        builder.GoOn("Rocker 7: clips");
        builder.Pick("both", "one won’t turn");
        builder.See("Seat it: press it home all round, then turn it again.");
        builder.Pick("turns", "drags");
        builder.Again("Pressed home with the fine pliers");
        builder.Pick("both", "both turn in their grooves");
        builder.Pick("turns", "turns and floats freely");
        builder.GoOn("Rocker 7: end float");
        builder.Read("float", "0.26");
        builder.See("Done. Back on the tray; the next one.");

        // The whole set is in: the tray names the worn one.
        builder.GoOn("The set against itself");
        builder.See("Rocker 3 went in easier than its set: its body is worn.");
        builder.IsAccessible();
        builder.Click("//section//button[starts-with(@aria-label, 'Rocker 3,')]");
        builder.Click("//nav//button[contains(., 'Body and bushes')]");
        builder.Click("//footer//button[.='Again']");
        builder.TypeAt("//textarea", "Another body" + Keys.Enter);
        // Those before it are alike by now: its own size is more than is asked for.
        builder.More("bore-0", "22.001");
        builder.More("bush-0", "22.026");
        builder.See("It fits.");
        await app.WorkAsync(build, [.. Whole(3, "22.001", "1.43", 2).Skip(4)]);
        builder.Open(address);
        builder.Click("//nav//button[contains(., 'The set against itself')]");
        builder.See("All 12 are alike. Wash them, then back to their places.");
        builder.GoOn("Back to their places");
        Steps.Ticks(builder, "washed", "places", "counted");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Round 2: Another body");
        builder.See("Pressed home with the fine pliers");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task A_sprocket_comes_off_past_a_second_one()
    {
        var build = await app.BuildAsync("037");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/gear-off/pressed");
        builder.GoOn("Begin: Gear off");
        builder.Read("depth", "41.5");
        builder.Pick("facing", "mark or boss to the front");
        builder.Read("gap", "6");
        builder.Pick("next", "a gear, chain or guide");
        builder.Read("neighbour", "15");
        builder.WaitForPlace("tool");
        builder.Press(Keys.Enter);
        // What is too thick for what stands behind says so before it is carried to the engine.
        builder.See("Gear splitter with long bolts:");
        builder.IsAccessible();
        builder.TypeAt("//button[contains(., 'Gear splitter, thin edge')]", Keys.Enter);
        builder.See("It goes behind it. Pull it, stop at ");
        builder.GoOn("Pull it");
        Steps.Ticks(builder, "rest", "seated");
        builder.See("a quarter turn at a time; stop at ");
        Steps.Ticks(builder, "off");
        builder.Pick("shaft", "sound");
        builder.Pick("part", "good to go back");
        builder.See("Good to go back, the way round that it stood.");
        builder.Click("//*[@aria-label='Back to the crib']//button[contains(., 'thin edge')]");
        builder.SeeNot("Back to the crib");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task Four_rods_in_one_heat_and_one_grabs_half_way()
    {
        var build = await app.BuildAsync("092", "four-1.8");
        var address = $"{app.Address}/builds/{build}/shrunk-pin/pressed";
        using var builder = new Builder();
        builder.Open(address);
        builder.GoOn("Begin: Pin, shrunk in");

        // Which way each faces is asked before anything is warm; none faces both ways.
        Steps.Ticks(builder, "rule-1", "rule-2", "rule-3");
        builder.Read("front", "1-3");
        builder.Read("rear", "3-4");
        builder.See("Look at rod 3 on the bench: which way does it face?");
        builder.Again("Looked");
        Steps.Ticks(builder, "rule-1", "rule-2", "rule-3");
        builder.Read("front", "1-2");
        builder.Read("rear", "3-4");
        builder.See("1 and 2 to the front, 3 and 4 to the rear.");
        builder.GoOn("Rod 1: the fit");
        builder.Tick("clean");
        foreach (var (place, value) in s_sizes)
        {
            builder.Read(place, value);
        }

        builder.See("It fits. Cold it takes ");
        foreach (var rod in (string[])["2", "3", "4"])
        {
            await app.WorkAsync(
                build,
                [
                    App.Taken("shrunk-pin", "pressed", "sizes", rod, 1, "clean", "done"),
                    .. s_sizes.Select(x => App.Taken("shrunk-pin", "pressed", "sizes", rod, 1, x.Place, x.Value)),
                ]
            );
        }

        builder.Open(address);
        builder.Read("ambient", "18");
        builder.Tick("ready");
        builder.See("slowly, pin in the freezer. Stop set: in within about ");
        builder.IsAccessible();
        builder.Picture("pin-heat");
        builder.GoOn("All of them warm");
        Steps.Ticks(builder, "frozen", "oven");
        builder.See("Let it soak: about ");
        builder.Tick("half");
        builder.Read("outer", "252");
        builder.See("One out at a time, the others stay warm. Rod 1 first.");
        builder.See("4 in the queue: at most ");
        builder.IsAccessible();
        builder.GoOn("Rod 1: out, in");
        In(builder, "home, in one push");
        builder.See("Hold it until it grips. Next: Rod 2.");
        builder.GoOn("Rod 2: out, in");
        In(builder, "grabbed half way");
        builder.See("Don’t hit it. The others first; then press it out cold over a support, measure both again.");
        foreach (var rod in (string[])["3", "4"])
        {
            await app.WorkAsync(build, [.. s_home.Select(x => App.Taken("shrunk-pin", "pressed", "in", rod, 1, x.Place, x.Value))]);
        }

        // Rod 2 once more, when the others are home.
        builder.Open(address);
        builder.See("Don’t hit it.");
        builder.Again("Pressed out cold, both measured again");
        builder.Read("outer", "252");
        In(builder, "home, in one push");
        builder.See("Hold it until it grips. Let them all cool, then measure.");
        builder.GoOn("Rod 1: where it lies");
        builder.Read("home", "18.02");
        builder.Pick("slips", "slips and turns freely");
        builder.See("It lies where it should.");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Round 2: Pressed out cold, both measured again");
        builder.HasNoErrors();
    }

    private static readonly (string Place, string Value)[] s_sizes =
    [
        ("inner-0", "20.000"),
        ("inner-90", "20.001"),
        ("outer-0", "19.972"),
        ("outer-90", "19.973"),
        ("temperature", "20"),
    ];

    private static readonly (string Place, string Value)[] s_home = [("out", "done"), ("started", "done"), ("went", "home")];

    private static void In(Builder builder, string went)
    {
        Steps.Ticks(builder, "out", "started");
        builder.See("Push it home now, one push, against its stop.");
        builder.Pick("went", went);
    }

    private static void Body(Builder builder, string bore)
    {
        builder.Read("bore-0", bore);
        builder.Read("bush-0", "22.026");
        builder.See("It fits.");
    }

    /// <summary>The foot on the pedal until it is home or let go, and the trace kept.</summary>
    private static void Pressed(Builder builder)
    {
        builder.PressBig("Press it in");
        builder.PressBig("Keep the trace");
    }

    /// <summary>One rocker's readings as another tablet would send them.</summary>
    internal static List<JsonObject> Whole(int n, string bore, string force, int round = 1, string by = "peak")
    {
        var sheet = new (string Step, string Readings)[]
        {
            ("out", "came=caged whole=whole"),
            ("body", $"bore-0={bore} bush-0=22.026"),
            ("first", $"{by}={force}"),
            ("trunnion", "turns=freely"),
            ("second", $"{by}={force}"),
            ("clips", "both=seated turns=freely"),
            ("float", "float=0.25"),
        };
        return
        [
            .. sheet.SelectMany(s =>
                s.Readings.Split(' ')
                    .Select(r => r.Split('='))
                    .Select(r => App.Taken("rocker-trunnions", "rockers", s.Step, $"rocker-{n}", round, r[0], r[1]))
            ),
        ];
    }
}
