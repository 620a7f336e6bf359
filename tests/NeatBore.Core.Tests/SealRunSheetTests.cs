using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Core.RunSheets.CamBearingSet;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Seals and bearings at the crank's ends that have no browser story of their own.</summary>
public class SealRunSheetTests
{
    private static readonly EngineSheet s_six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
    private static readonly EngineSheet s_four = Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json");

    [Fact]
    public void A_dry_front_lip_is_left_alone_for_its_hours()
    {
        var bench = new Workbench(s_six, new("front-seal", "cover"))
            .Begin()
            .Choose("lip", "ptfe")
            .TakeAll("lip", "FS-2P")
            .TakeAll("out")
            .TakeAll("clean")
            .TakeAll("groove", "none")
            .TakeAll("plan", "5.0")
            .TakeAll("dress")
            .TakeAll("press", "5.00", "5.01", "5.02", "5.01");
        Assert.Equal(Verdict.Go, bench.Step("press").Now.Call!.Verdict);
        Assert.StartsWith("Lip and track dry", bench.Step("dress").Rounds[^1].Slots[0].Slot.Label, StringComparison.Ordinal);
        var wait = Assert.Single(bench.State.Waits);
        Assert.False(wait.IsDeadline);
        bench.Wait(30).Take("rest", "turned");
        Assert.Equal(Verdict.Stop, bench.Step("rest").Now.Call!.Verdict);
    }

    [Theory]
    [InlineData("extractor", "Bites by hand, not to its thread’s end; screw on the nose’s rim, seal out")]
    [InlineData("prised", "Shim round the shaft, prised a little all round, seal out")]
    public void An_old_seal_comes_out_by_the_way_that_was_chosen(string way, string first) =>
        Assert.Equal(
            first,
            new Workbench(s_six, new("front-seal", "cover"))
                .Begin()
                .Choose("out", way)
                .TakeAll("lip", "FS-2")
                .Step("out")
                .Rounds[^1]
                .Slots.Single(s => s.Slot.Required)
                .Slot.Label
        );

    [Theory]
    [InlineData("out", "se-1", "se-2")]
    [InlineData("press", "sp-3", "sp-4")]
    public void A_seal_s_tools_come_from_the_crib_and_one_of_another_size_is_refused(string step, string wrong, string right)
    {
        // Its shaft is 62, its outside 72.
        var six = s_six with
        {
            FrontSeal = s_six.FrontSeal! with { ShaftMm = 62 },
        };
        Workbench Begun() =>
            new Workbench(six, new("front-seal", "cover")).Begin().Pick("groove", "groove", "none").TakeAll("plan", "5").TakeAll("dress");
        var bench = Begun().Take(step, "tool", wrong);
        Assert.Equal((Verdict.Stop, false), (bench.Step(step).Now.Call!.Verdict, bench.Step(step).Passed));
        Assert.Contains("it serves ", Wording.Write(bench.Step(step).Now.Call!.Why), StringComparison.Ordinal);
        bench = Begun().Take(step, "tool", right);
        Assert.Null(bench.Step(step).Now.Call);
        Assert.Equal(right, Assert.Single(bench.State.Tools).Tool);
    }

    [Theory]
    [InlineData(3, Verdict.Decide)]
    [InlineData(5, Verdict.Go)]
    public void A_primer_flashes_before_the_seal_meets_it_and_what_is_injected_has_its_clock(int minutes, Verdict verdict)
    {
        var v6 = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");
        var bench = new Workbench(v6, new("front-seal", "cover")).Begin().Choose("lip", "rubber").TakeAll("lip").TakeAll("out");
        bench.Pick("groove", "groove", "none").TakeAll("plan", "2").TakeAll("dress").TakeAll("clean");
        var primed = Workbench.Start.AddMinutes(bench.Minutes);
        Assert.Equal(primed.AddMinutes(5), bench.Step("press").Now.Until);
        bench.Wait(minutes - 1).TakeAll("press", "2", "2", "2", "2");
        Assert.Equal(verdict, bench.Step("press").Now.Call!.Verdict);

        if (verdict != Verdict.Go)
        {
            return;
        }

        bench.Choose("sealant", "quick").Take("notches", "shop", "13").Take("notches", "pushed");
        // An hour at 23 °C, 1.05 longer for each of ten degrees.
        var set = Workbench.Start.AddMinutes(bench.Minutes + (60 * Math.Pow(1.05, 10)));
        Assert.Equal(0, (bench.Step("notches").Now.Until!.Value - set).TotalSeconds, 3);
    }

    [Theory]
    [InlineData("split")]
    [InlineData("rope")]
    public void A_seal_in_block_and_cap_is_laid_in_and_nothing_is_centred(string lip)
    {
        var bench = new Workbench(s_six, new TaskRef("crank-float", "rear-seal"))
            .Begin()
            .TakeAll("dial")
            .TakeAll("float", "0", "0.12", "0", "0.12", "0", "0.12")
            .Turn(new("rear-seal", "rear-seal"))
            .Choose("lip", lip)
            .TakeAll("parts");
        Assert.All(new[] { "sweep", "torque", "final", "press" }, step => Assert.Equal(StepStatus.LeftOut, bench.Step(step).Status));
        bench.TakeAll("dress").TakeAll("cap");
        Assert.True(bench.Step("cap").Passed);
        Assert.Equal(Standing.Done, bench.Task.Standing);
    }

    private static Workbench Spigot() => new Workbench(s_four, new("spigot-bearing", "rear-seal")).Begin().TakeAll("out");

    [Theory]
    [InlineData("left", "none", Verdict.LookAgain)]
    [InlineData("none", "deep", Verdict.Decide)]
    [InlineData("none", "light", Verdict.Go)]
    public void A_spigot_bore_is_looked_into_before_its_bearing_goes_in(string rollers, string marks, Verdict verdict)
    {
        var bench = Spigot().Pick("bore", "rollers", rollers).Pick("bore", "marks", marks).Pick("bore", "tried", "held");
        Assert.Equal(verdict, bench.Step("bore").Now.Call!.Verdict);
    }

    [Theory]
    [InlineData("2.5", Verdict.Stop, "Not deep enough: 0.50 mm more, light blows.")]
    [InlineData("3.01", Verdict.LookAgain, "Read the depth again, on a clean flange.")]
    [InlineData("4.0", Verdict.Go, "At depth. Now its seal, by itself.")]
    [InlineData("5.4", Verdict.Stop, "Too deep by 0.40 mm: out and in again, or pack it as the sheet allows.")]
    public void A_spigot_bearing_leaves_room_for_its_seal(string depth, Verdict verdict, string says)
    {
        var bench = Spigot().TakeAll("bore", "none", "none", "held").TakeAll("in", depth);
        Assert.Equal((verdict, says), (bench.Step("in").Now.Call!.Verdict, bench.Says("in")));
    }

    [Theory]
    [InlineData("loose", null, null, Verdict.Stop, "The bore is too large: an oversize bearing, or a sleeve in the bore.")]
    [InlineData("held", "0.030", null, Verdict.Stop, "The bore is too large: an oversize bearing, or a sleeve in the bore.")]
    [InlineData("held", "-0.060", null, Verdict.Stop, "It would close on its rollers: another bearing, or hone the bore.")]
    [InlineData("held", "-0.015", "0.015", Verdict.Go, "It will hold. Bearing in the freezer, an hour.")]
    [InlineData("held", null, "0.030", Verdict.Go, "It will hold. Bearing in the freezer, an hour.")]
    public void A_bore_that_would_not_hold_its_bearing_says_so_before_it_is_cold(
        string tried,
        string? larger,
        string? pressed,
        Verdict verdict,
        string says
    )
    {
        var across = s_four.Spigot!.OuterMm;
        string Mm(double mm) => mm.ToString("0.000", System.Globalization.CultureInfo.InvariantCulture);
        var bench = Spigot().TakeAll("bore", "none", "none", tried);
        if (larger is not null)
        {
            bench.Take("bore", "bearing", Mm(across));
            bench.Take("bore", "bore", Mm(across + double.Parse(larger, System.Globalization.CultureInfo.InvariantCulture)));
        }

        Assert.Equal((verdict, says), (bench.Step("bore").Now.Call!.Verdict, bench.Says("bore")));
        if (pressed is not null)
        {
            // Steel at 11.5e-6 and 38 °C of cold: what is measured, or else the most that is usual, less that.
            var smaller = across * 1.15e-5 * 38;
            var left = double.Parse(pressed, System.Globalization.CultureInfo.InvariantCulture) - smaller;
            Assert.Equal(
                $"At −18 °C it is {Mm(smaller)} mm smaller: {Mm(left)} mm is left to press, light blows. Be quick: it warms.",
                bench.Says("in")
            );
        }
    }

    [Fact]
    public void One_run_sheet_stands_for_a_spigot_bearing()
    {
        foreach (var sheet in HostileWorkTests.Sheets.Values)
        {
            Assert.InRange(
                ProcedureBook.Default.Newest.Count(p => p.Id is "spigot-bearing" or "pressed-spigot" && p.Places(sheet).Count > 0),
                0,
                sheet.Spigot is null && sheet.HasPressed(PressedKind.Spigot) ? 2 : 1
            );
        }
    }

    private static Workbench Cam(Action<Workbench>? choose = null)
    {
        var bench = new Workbench(s_six, new("cam-bearings", "cam")).Begin();
        foreach (var bearing in s_six.Cam!.Bearings)
        {
            bench.Item = bearing.Id;
            bench.TakeAll("out");
        }

        bench.TakeAll("wash");
        for (var n = 0; n < 7; n++)
        {
            bench.Item = $"cam-{n + 1}";
            var bore = s_six.Cam.Bearings[n].DiameterMm;
            string[] sizes =
            [
                $"SC{n + 1}",
                "right",
                Invariant(bore + 0.09),
                "1.500",
                Invariant(s_six.Cam.Bearings[n].JournalMm),
                Invariant(bore),
                Invariant(bore),
                Invariant(bore),
                Invariant(bore),
            ];
            bench.TakeEvery("set", sizes);
        }

        choose?.Invoke(bench);
        return bench;
    }

    private static string Invariant(double mm) => mm.ToString("0.000", System.Globalization.CultureInfo.InvariantCulture);

    [Fact]
    public void A_threaded_rod_has_to_bear_flat_before_it_draws()
    {
        var shop = Workbench.Demo<Shop>("shop.json");
        var rod = shop.Crib.First(t => t is { Kind: "bearing-driver", Screw: not null });
        var bench = Cam(b => b.Pick("order", "tool", rod.Id));
        bench.Item = bench.Task.Steps.First(s => s.Ref.Step == "start").Ref.Item;
        Assert.Contains(
            bench.Step("start").Rounds[^1].Slots,
            s =>
                s.Slot.Label.StartsWith("Backing piece ", StringComparison.Ordinal)
                && s.Slot.Label.EndsWith(" mm across, flat, relieved at the radius; started square", StringComparison.Ordinal)
        );
        bench.TakeAll("start").Take("start", "square-12", "1.0").Take("start", "square-6", "0.2");
        Assert.Equal(
            (Verdict.Stop, "Back the nut off, tap it in at 6:00, and draw again from there."),
            (bench.Step("start").Now.Call!.Verdict, bench.Says("start"))
        );
    }

    [Theory]
    [InlineData("10", null, null)]
    [InlineData("10", "60", null)]
    [InlineData("10", "160", Verdict.LookAgain)]
    [InlineData("20", "12", Verdict.Decide)]
    public void A_nut_that_takes_more_than_its_shell_explains_is_backed_off(string first, string? now, Verdict? verdict)
    {
        var rod = Workbench.Demo<Shop>("shop.json").Crib.First(t => t is { Kind: "bearing-driver", Screw: not null });
        var bench = Cam(b => b.Pick("order", "tool", rod.Id));
        bench.Item = bench.Task.Steps.First(s => s.Ref.Step == "start").Ref.Item;
        bench.TakeAll("start").Take("bite", "nut", first).TakeAll("bite", "in-line", "yes");
        bench = now is null ? bench : bench.Take("look", "nut", now);
        Assert.Equal(verdict, bench.Step("look").Now.Call?.Verdict);
        Assert.Equal(verdict is not null, bench.Step("look").Now.Call?.Checks.Any(k => k.Name == "nut’s torque") ?? false);
    }

    [Fact]
    public void Undersize_shells_are_reamed_in_line_to_a_size_each()
    {
        var bench = Cam(b => b.Choose("shells", "undersize"));
        Assert.NotEqual(StepStatus.LeftOut, bench.Step("ream").Status);
        // What it says of each follows from its journal and the clearance that is wanted: the middle of 0.04 to 0.11.
        var first = s_six.Cam!.Bearings[0];
        bench.Item = "";
        var step = RunSheet.Version1.Steps.First(s => s.Id == "ream");
        ReadingTaken Taken(string slot, double? value) =>
            new(Guid.CreateVersion7(), Workbench.Start, new SlotRef(bench.Step("ream").Ref, 1, slot), "x", value, null, false);
        var readings = new Dictionary<string, double?> { ["pilots"] = null };
        Judgement Judged() =>
            step.Judge(
                new StepContext(
                    step,
                    "",
                    new PlainView(
                        s_six,
                        new Dictionary<string, string> { ["shells"] = "undersize" },
                        slot => readings.TryGetValue(slot, out var v) ? Taken(slot, v) : null
                    )
                )
            );
        Assert.Equal($"Bearing 1: ream to {Invariant(first.JournalMm + 0.075)} mm, then measure it.", Wording.Write(Judged().Do));
        foreach (var bearing in s_six.Cam.Bearings)
        {
            readings[$"{bearing.Id}-inside"] = bearing.JournalMm + (bearing.Id == "cam-4" ? 0.13 : 0.07);
        }

        Assert.Equal((Verdict.Stop, "Reamed too far: a new shell there."), (Judged().Call!.Verdict, Wording.Write(Judged().Do)));
        readings["cam-4-inside"] = s_six.Cam.Bearings[3].JournalMm + 0.03;
        Assert.Equal("Ream that one on, a little.", Wording.Write(Judged().Do));
    }
}
