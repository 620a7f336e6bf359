using System.Globalization;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>Covers, seals and floats: what is centred, pressed and shimmed, on three engines.</summary>
public sealed class CoverStories(GaugedApp app) : IClassFixture<GaugedApp>
{
    private static readonly (string Place, string Clock)[] s_all =
    [
        ("0", "12"),
        ("45", "1:30"),
        ("90", "3"),
        ("135", "4:30"),
        ("180", "6"),
        ("225", "7:30"),
        ("270", "9"),
        ("315", "10:30"),
    ];

    // What is enough: a first sweep tells an oval, a later one whether it moved.
    private static readonly string[] s_first = ["0", "45", "90", "180", "225", "270", "repeat"];
    private static readonly string[] s_later = ["0", "90", "180", "270"];

    [Fact]
    public async Task A_cover_without_dowels_walks_in_from_where_it_sat()
    {
        var build = await app.BuildAsync("061");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/timing-cover/cover");
        builder.GoOn("Begin: Timing cover");
        builder.More("cover", "TC-7");
        Steps.Ticks(builder, "clean");
        builder.Click("//button[contains(., 'upside down')]");
        builder.Read("droop", "0.02");
        builder.Pick("held", "held central");
        Steps.Ticks(builder, "on");
        builder.WaitForPlace("0");
        builder.Arm("Simulated dial");
        Sweep(builder);
        builder.See("The cover sits 0.");
        builder.See("until the dial meets the mark.");
        builder.IsAccessible();
        builder.Click("//button[contains(., 'Turn to how it hangs')]");
        builder.See("seen from the front, as it hangs");
        builder.Click("//button[contains(., 'Turn 12 to the top')]");
        builder.Park();
        builder.Picture("bench-cover");
        for (var tap = 0; tap < 10; tap++)
        {
            builder.Click("//button[starts-with(., 'Tap it towards ')]");
        }

        builder.See("on its mark: sweep again");
        builder.Again("Tapped it");
        Sweep(builder);
        builder.See("Central, ");
        builder.See("round 2");
        builder.GoOn("Sweep, snug");
        Sweep(builder, s_later);
        builder.See("Still central, ");
        builder.IsAccessible();
        builder.GoOn("Sump rail");
        builder.Read("left", "0.03");
        builder.Read("right", "-0.02");
        builder.See("The rail is flush. Scribe witness marks");
        builder.IsAccessible();
        builder.GoOn("Witness marks, cover off");
        Steps.Ticks(builder, "marks");
        builder.Read("shop", "18");
        builder.See("Begin the bead, and tick it as you do.");
        builder.IsAccessible();
        builder.Tick("spread");
        builder.See("left, min:s");
        builder.Picture("bench-sealant");

        // The clock is the record's: it runs on through a reload.
        builder.Open($"{app.Address}/");
        builder.See("Closed to its marks: ");
        builder.Open($"{app.Address}/builds/{build}/timing-cover/cover");
        builder.Tick("closed");
        builder.See("Closed in time.");
        builder.GoOn("One confirming sweep");
        Typed(builder);
        builder.See("On its marks, ");
        builder.GoOn("Tighten in order");
        Pull(builder, 3);
        await PulledAsync(build, "timing-cover", "cover", 3, 15);
        builder.Open($"{app.Address}/builds/{build}/timing-cover/cover");
        builder.BigSays("Pull bolt ");
        builder.IsAccessible();
        builder.Picture("bench-bolts");

        // Half way round, all groups of the engine in one place; and back to the next bolt.
        builder.Click("//a[.='Fasteners']");
        builder.See("Timing cover");
        builder.See("Under way");
        builder.IsAccessible();
        builder.Picture("fasteners");
        builder.Click("//li[contains(., 'Timing cover')]//a[.='To them']");
        builder.BigSays("Pull bolt ");
        await PulledAsync(build, "timing-cover", "cover", 18, 10);
        builder.Open($"{app.Address}/builds/{build}/timing-cover/cover");
        Pull(builder, 2);
        builder.See("All tight. One last sweep");
        builder.GoOn("Sweep, tight");
        builder.WaitForPlace("0");
        builder.Arm("Simulated dial");
        Sweep(builder, s_later);
        builder.See("The cover sits 0.0");
        builder.GoOn("Cure, then oil");
        builder.See("still to wait");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Tapped it");
        builder.See("The cover sits 0.");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task A_cover_with_its_seal_in_is_centred_by_a_ring_on_the_lip()
    {
        var build = await app.BuildAsync("064");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/timing-cover/cover");
        builder.GoOn("Begin: Timing cover");
        builder.Click("//button[contains(., 'ring, seal in')]");
        Steps.Ticks(builder, "clean", "on");
        builder.Read("left", "0.02");
        builder.Read("right", "0.01");
        builder.See("The rail is flush. Cover off, and the sealant.");
        builder.GoOn("Sealant");
        builder.Click("//button[contains(., 'dry gasket')]");
        Steps.Ticks(builder, "spread", "closed");
        builder.BigSays("Pull bolt ");
        builder.Click("//button[contains(., 'clicks: a tap a pass')]");
        foreach (var (pass, set) in ((int, string)[])[(1, "5"), (2, "10"), (3, "10")])
        {
            builder.Read($"set-{pass}", set);
            builder.Pick($"{pass}-all", "10 clicked, 10 marks seen");
        }

        builder.See("All tight.");
        builder.GoOn("Sweep, tight");
        builder.Pick("turns", "turns and slides by fingers");
        builder.See("Lip only: look round it again");
        builder.See("A soft lip centred it");
        builder.IsAccessible();
        builder.HasNoErrors();
    }

    [Fact]
    public async Task A_rear_housing_is_centred_and_its_seal_pressed_on_the_V6()
    {
        var build = await app.BuildAsync("062", "v6-3.0");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/rear-seal/rear-seal");
        builder.GoOn("Begin: Rear seal");
        builder.See("Set the crank’s float first");
        builder.Open($"{app.Address}/builds/{build}/crank-float/rear-seal");
        builder.GoOn("Begin: Crank float");
        Steps.Ticks(builder, "stand", "mark");
        builder.WaitForPlace("front-1");
        builder.Arm("Simulated dial");
        Pushes(builder);
        builder.See("The rear seal may go in.");
        builder.IsAccessible();
        builder.GoOn("Rear seal");
        builder.Tick("clean");
        builder.Read("left", "0.02");
        builder.Read("right", "0.01");
        builder.GoOn("How it hangs; droop");
        builder.Read("droop", "0.00");
        builder.Pick("held", "held central");
        builder.WaitForPlace("shop");
        builder.Click("//button[contains(., 'dry gasket')]");
        Steps.Ticks(builder, "spread", "on");
        builder.WaitForPlace("0");
        builder.Arm("Simulated dial");
        Sweep(builder, rear: true);
        builder.See("The housing sits 0.");
        builder.See("seen from the rear");
        builder.IsAccessible();
        builder.Park();
        for (var tap = 0; tap < 10; tap++)
        {
            builder.Click("//button[starts-with(., 'Tap it towards ')]");
        }

        builder.See("on its mark: sweep again");
        builder.Again("Tapped it");
        Sweep(builder, rear: true);
        builder.See("Central, ");
        builder.GoOn("Housing’s bolts in order");
        await PulledAsync(build, "rear-seal", "rear-seal", 0, 16);
        builder.Open($"{app.Address}/builds/{build}/rear-seal/rear-seal");
        Pull(builder, 2);
        builder.See("All tight. Sweep it once more.");
        builder.GoOn("Sweep, tight");
        builder.WaitForPlace("0");
        builder.Arm("Simulated dial");
        Sweep(builder, s_later, rear: true);
        builder.See("tight. Now the seal.");
        builder.GoOn("Lip, case and track");
        builder.Tick("dressed");
        foreach (var (place, depth) in (IEnumerable<(string, string)>)[("0", "0.20"), ("90", "0.10"), ("180", "-0.30"), ("270", "-0.20")])
        {
            builder.Read(place, depth);
        }

        builder.See("Turn screw 5 in by 0.25");
        builder.IsAccessible();
        builder.Again("One pass round");
        foreach (var (place, depth) in (IEnumerable<(string, string)>)[("0", "0.50"), ("90", "0.52"), ("180", "0.50"), ("270", "0.48")])
        {
            builder.Read(place, depth);
        }

        builder.See("Square and at depth.");
        builder.GoOn("Spring and case");
        builder.Pick("looks", "spring home, case whole, lip lies out");
        builder.See("The flange or flywheel is next.");
        builder.TypeAt("//header//a[.='Record']", Keys.Enter);
        builder.See("Tapped it");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task The_four_gets_its_shims_and_its_sleeve()
    {
        var build = await app.BuildAsync("063", "four-1.8");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/crank-float/rear-seal");
        builder.GoOn("Begin: Crank float");
        Steps.Ticks(builder, "stand", "mark");
        foreach (
            var (place, value) in (IEnumerable<(string, string)>)
                [("front-1", "0"), ("rear-1", "0.66"), ("front-2", "0"), ("rear-2", "0.67"), ("front-3", "0.01"), ("rear-3", "0.67")]
        )
        {
            builder.Read(place, value);
        }

        builder.Tick("stock");
        builder.See("Fit ");
        builder.See("it leaves 0.1");
        builder.IsAccessible();
        builder.GoOn("Trial, torqued");
        builder.WaitForPlace("stack");
        builder.Click("//button[@data-slot='stack']/parent::*/button[1]");
        builder.Tick("torqued");
        builder.See("These shims leave 0.1");
        builder.IsAccessible();
        builder.GoOn("Push it both ways, shimmed");
        builder.WaitForPlace("front-1");
        builder.Arm("Simulated dial");
        Pushes(builder);
        builder.See("Float 0.10 mm.");
        builder.GoOn("Repair sleeve");
        builder.GoOn("Begin: Repair sleeve");
        builder.Read("sleeve", "RSL-84");
        builder.Pick("film", "a film of sealant");
        builder.Pick("end", "its chamfer");
        // Held to its shaft before anything is drawn: half a millimetre off turns on it.
        builder.Read("shaft", "83.50");
        builder.Read("from", "83.90");
        builder.Read("to", "84.10");
        builder.See("It would turn on this shaft: another sleeve, one that fits 83.50 mm.");
        builder.Again("Another sleeve");
        builder.Read("shaft", "83.50");
        builder.Read("from", "83.40");
        builder.Read("to", "83.60");
        builder.See("It fits. Plate on the flange’s own circle.");
        builder.GoOn("Plate on the flange’s circle");
        builder.See("1 to 3: 57.16 mm");
        builder.IsAccessible();
        Steps.Ticks(builder, "made", "square");
        for (var look = 1; look <= 6; look++)
        {
            builder.Pick($"look-{look}", look == 2 ? "leaned: evened up" : "even");
        }

        builder.See("Small turns until it is home. Then read its gap.");
        builder.IsAccessible();
        builder.GoOn("Home, even all round");
        foreach (
            var gaps in (string[][])
                [
                    ["3.0", "3.4", "3.9", "3.5"],
                    ["1.00", "1.05", "1.10", "1.05"],
                    ["0.04", "0.05", "0.05", "0.04"],
                ]
        )
        {
            foreach (var (place, gap) in (string[])["0", "90", "180", "270"] is var places ? places.Zip(gaps) : [])
            {
                builder.Read(place, gap);
            }

            if (gaps[0] != "0.04")
            {
                builder.See(gaps[0] == "3.0" ? "Even it up: screw " : "of a turn on each screw");
                builder.IsAccessible();
                builder.Again("Turned the screws");
            }
        }

        builder.See("Home and even. Plate off.");
        builder.GoOn("Looked at");
        Steps.Ticks(builder, "flush", "smooth");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Turned the screws");
        builder.HasNoErrors();
    }

    private static void Sweep(Builder builder, string[]? places = null, bool rear = false)
    {
        foreach (var place in places ?? s_first)
        {
            var at = Array.FindIndex(s_all, r => r.Place == place);
            builder.Dial(place, at < 0 ? "12 again" : s_all[rear ? (8 - at) % 8 : at].Clock);
        }
    }

    private static void Typed(Builder builder)
    {
        foreach (var place in s_later)
        {
            var deg = place == "repeat" ? 0 : double.Parse(place, CultureInfo.InvariantCulture);
            builder.Read(place, (0.02 - (0.02 * Math.Cos(deg * Math.PI / 180))).ToString("0.000", CultureInfo.InvariantCulture));
        }
    }

    private static void Pushes(Builder builder)
    {
        for (var n = 1; n <= 3; n++)
        {
            builder.Gauge($"front-{n}");
            builder.Gauge($"rear-{n}");
        }
    }

    private static void Pull(Builder builder, int pulls)
    {
        for (var n = 0; n < pulls; n++)
        {
            builder.PullBolt();
        }
    }

    /// <summary>So many of the bolts that are next are pulled to what is asked, from another tablet, once what was pulled here is kept.</summary>
    private async Task PulledAsync(string build, string kind, string place, int pulled, int pulls)
    {
        List<JsonNode> bolts = [];
        bool Taken(JsonNode slot) => slot["readings"]!.AsArray().Count > 0;
        await App.Until(async () =>
        {
            var task = (await app.StateAsync(build))["tasks"]!.AsArray().Single(t => (string)t!["ref"]!["kind"]! == kind)!;
            var step = task["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == "torque")!;
            bolts = [.. step["rounds"]!.AsArray()[^1]!["slots"]!.AsArray().Where(s => s!["slot"]!["bolt"] is not null).Select(s => s!)];
            return bolts.Count(Taken) == pulled;
        });
        // A pass is one hand's.
        await app.WorkAsync(
            build,
            bolts
                .Where(b => !Taken(b))
                .Take(pulls)
                .Select(b => App.Taken(kind, place, "torque", "", 1, (string)b["slot"]!["key"]!, $"{b["slot"]!["expected"]}")),
            by: "ines"
        );
    }
}
