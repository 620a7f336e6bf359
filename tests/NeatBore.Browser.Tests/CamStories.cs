using System.Globalization;
using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>The six's seven cam bearings: one goes in turned and is corrected while it still turns, one has to be driven again.</summary>
public sealed class CamStories(App app)
{
    private static readonly (double Bore, string[] Passages)[] s_bearings =
    [
        (52, ["feed", "thrust"]),
        (51.5, ["feed"]),
        (51, ["feed", "rockers"]),
        (50.5, ["feed"]),
        (50, ["feed", "left rockers", "right rockers"]),
        (49.5, ["feed"]),
        (49, ["feed", "plug"]),
    ];

    [Fact]
    public async Task Seven_cam_bearings_go_in_with_their_holes_open()
    {
        var build = await app.BuildAsync("081");
        using var builder = new Builder();
        Out(builder, build);
        Set(builder, s_bearings[0].Bore);
        builder.GoOn("Bearing 2: shell");
        await ShellsAsync(build);
        Open(builder, build);
        builder.FromCrib("Expanding bearing driver");
        builder.See("Bearing 7 first, from the front.");
        builder.IsAccessible();
        builder.Picture("cam-order");
        builder.GoOn("Bearing 7: before the first blow");
        for (var n = 6; n >= 0; n -= 2)
        {
            Steps.Ticks(builder, "mark", "lined");
            Bite(builder, n);
            if (n == 2)
            {
                DrivenAgain(builder);
            }

            if (n == 4)
            {
                Look(builder, n, 5, -7);
                builder.Pick("turns", "it turns");
                builder.See("Turn it 2.3° anticlockwise seen from the front while it still turns");
                builder.IsAccessible();
                builder.Picture("cam-window");
                builder.Click("//footer//button[.='Again']");
                builder.TypeAt("//textarea", "Turned it back 2.3 degrees" + Keys.Enter);
            }

            Look(builder, n, 0, -7);
            builder.Pick("turns", "it turns");
            builder.See("Drive it 1.4 mm to depth");
            builder.GoOn($"Bearing {n + 1}: at depth");
            Look(builder, n, 0, 0);
            foreach (var deg in (string[])(n == 0 ? ["0", "90", "180", "270"] : []))
            {
                builder.Read($"recess-{deg}", "1.0");
            }

            builder.See("Open: feed ");
            builder.GoOn(n > 0 ? $"Bearing {n}: before the first blow" : "In line");
            if (n > 0)
            {
                await DrivenAsync(build, n);
                Open(builder, build);
            }
        }

        builder.Click("//button[contains(., 'bar and dial')]");
        for (var n = 0; n < 7; n++)
        {
            builder.Read($"cam-{n + 1}-x", n == 3 ? "0.012" : "0.004");
            builder.Read($"cam-{n + 1}-y", n == 5 ? "-0.010" : "0.002");
        }

        builder.See("A straight cam fits with ");
        builder.IsAccessible();
        builder.GoOn("Cam in, oiled");
        Steps.Ticks(builder, "washed", "oiled", "in");
        builder.Pick("feel", "free all round");
        builder.See("It turns freely.");
        builder.IsAccessible();
        builder.GoOn("Blanking plug");
        builder.Tick("sealant");
        builder.Read("depth", "2.0");
        builder.See("Plug in.");
        builder.GoOn("The whole tunnel");
        builder.See("The tunnel is done. Least open: ");
        builder.See("2 times");
        builder.IsAccessible();
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Turned it back 2.3 degrees");
        builder.See("Stuck half turned");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task Seven_cam_bearings_go_in_by_wire_light_and_hand_alone()
    {
        var build = await app.BuildAsync("082");
        using var builder = new Builder();
        Out(builder, build);
        builder.Pick("holes", "all there, right way round");
        builder.WaitForPlace("outer");
        builder.Click("//footer//button[.='By hand']");
        builder.Click("//*[@role='radio'][.='by hand']");
        builder.Click("//button[.='Good']");
        builder.See("Good, judged by hand: not measured.");
        builder.GoOn("Bearing 2: shell");
        await ShellsAsync(build);
        Open(builder, build);

        builder.FromCrib("Expanding bearing driver");
        builder.GoOn("Bearing 7: before the first blow");
        for (var n = 6; n >= 0; n -= 6)
        {
            Steps.Ticks(builder, "mark", "lined");
            Bite(builder, n);
            Look(builder, n, 0, -7);
            builder.Pick("turns", "it turns");
            builder.GoOn($"Bearing {n + 1}: at depth");
            Look(builder, n, 0, 0);
            if (n == 0)
            {
                builder.Click("//footer//button[.='By hand']");
                builder.Click("//*[@role='radio'][.='wire or light']");
                builder.Click("//button[.='Good']");
            }

            builder.See(n == 0 ? "Good, judged wire or light" : "Open: feed ");
            builder.GoOn(n > 0 ? $"Bearing {n}: before the first blow" : "In line");
            for (var other = 6; n > 0 && other > 1; other--)
            {
                await DrivenAsync(build, other);
            }

            Open(builder, build);
        }

        builder.Pick("turns", "two fingers turn it");
        builder.Read("tightened", "0");
        builder.See("The line is good.");
        builder.IsAccessible();
        builder.GoOn("Cam in, oiled");
        Steps.Ticks(builder, "washed", "oiled", "in");
        builder.Pick("feel", "free all round");
        builder.GoOn("Blanking plug");
        builder.Tick("sealant");
        builder.Click("//footer//button[.='By hand']");
        builder.Click("//*[@role='radio'][.='by eye']");
        builder.Click("//button[.='Good']");
        builder.GoOn("The whole tunnel");
        builder.See("Not measured inside once driven: 7.");
        builder.IsAccessible();
        builder.HasNoErrors();
    }

    /// <summary>Begins, and notes what came out of where.</summary>
    private void Out(Builder builder, string build)
    {
        Open(builder, build);
        builder.GoOn("Begin: Cam bearings");
        for (var n = 0; n < 7; n++)
        {
            builder.See($"Bearing {n + 1}: out");
            builder.Tick("noted");
        }

        Steps.Ticks(builder, "rodded", "plugs", "edges", "dry");
    }

    private void Open(Builder builder, string build) => builder.Open($"{app.Address}/builds/{build}/cam-bearings/cam");

    /// <summary>The other shells are measured meanwhile; all fit.</summary>
    private Task ShellsAsync(string build) =>
        app.FillAsync(
            build,
            "cam-bearings",
            "cam",
            from n in Enumerable.Range(2, 6)
            let bore = s_bearings[n - 1].Bore
            select string.Create(
                CultureInfo.InvariantCulture,
                $"set cam-{n}: holes=right outer={bore + 0.09:0.000} front-0={bore + 0.001:0.000}"
            )
        );

    /// <summary>A bearing that another drives meanwhile, as it should go.</summary>
    private Task DrivenAsync(string build, int n)
    {
        string Seen(string at) => string.Join(' ', s_bearings[n - 1].Passages.Select(p => $"{p.Replace(' ', '_')}={at}"));
        return app.FillAsync(
            build,
            "cam-bearings",
            "cam",
            $"start cam-{n}: mark=done lined=done",
            $"bite cam-{n}: mark=in-line turns=yes",
            $"look cam-{n}: {Seen("seen@-1.4")} turns=yes",
            $"seat cam-{n}: {Seen("seen")}"
        );
    }

    /// <summary>Measures a shell and its bore, which fit.</summary>
    internal static void Set(Builder builder, double bore)
    {
        string N(double mm) => mm.ToString("0.000", CultureInfo.InvariantCulture);
        builder.Pick("holes", "all there, right way round");
        builder.Read("outer", N(bore + 0.09));
        builder.Read("front-0", N(bore + 0.001));
        builder.See("It fits: ");
    }

    /// <summary>Moves the metal at each passage by so many steps of 0.2 mm to the left and to the rear, and says that it looks like
    /// this.</summary>
    private static void Look(Builder builder, int n, int left, int rear) => Look(builder, s_bearings[n].Passages, left, rear);

    internal static void Look(Builder builder, IEnumerable<string> passages, int left, int rear)
    {
        foreach (var passage in passages)
        {
            builder.WaitForPlace(passage);
            builder.Type(
                string.Concat(Enumerable.Repeat(left > 0 ? Keys.ArrowLeft : Keys.ArrowRight, Math.Abs(left)))
                    + string.Concat(Enumerable.Repeat(rear > 0 ? Keys.ArrowDown : Keys.ArrowUp, Math.Abs(rear)))
                    + Keys.Enter
            );
        }
    }

    internal static void Bite(Builder builder, int n)
    {
        builder.Pick("mark", "in line");
        builder.Pick("turns", "it turns");
        builder.See("until the holes begin to show");
        builder.GoOn($"Bearing {n + 1}: near the end");
    }

    private static void DrivenAgain(Builder builder)
    {
        Look(builder, 2, 14, -7);
        builder.Pick("turns", "it is stuck");
        builder.See("Out with it and again: that is drive 2");
        builder.Click("//nav//button[contains(., 'Before the first blow')]");
        builder.Click("//footer//button[.='Again']");
        builder.TypeAt("//textarea", "Stuck half turned, out and again" + Keys.Enter);
        Steps.Ticks(builder, "mark", "lined");
        builder.Read("again", "51.070");
        builder.See("Enough crush left.");
        // What was seen of the drive before does not stand for this one.
        builder.GoOn("Bearing 3: two or three millimetres in");
        Bite(builder, 2);
    }
}
