using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>A rear housing that its own seal centres, its joint against the clock, and the flywheel after it.</summary>
public class RearEndTests
{
    private static readonly TaskRef s_rear = new("rear-seal", "rear-seal");
    private static readonly TaskRef s_wheel = new("flywheel-on", "rear-seal");
    private static readonly EngineSheet s_v6 = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");

    /// <summary>The V6 with its float set, its housing flush while dry, and its seal in it on the bench.</summary>
    private static Workbench Turned(string joint, string lip = "rubber")
    {
        var bench = new Workbench(s_v6, new("crank-float", "rear-seal"))
            .Begin()
            .TakeAll("dial")
            .TakeAll("float", "0", "0.12", "0", "0.12", "0", "0.12")
            .Turn(s_rear);
        bench.Choose("lip", lip).Choose("school", "turn").Choose("joint", joint).Choose("wrench", "clicks-pass");
        return bench.TakeAll("parts").TakeAll("rail", "0.02", "0.01").TakeAll("bench");
    }

    private static Workbench Tight(Workbench bench)
    {
        bench.Take("loose", "turned");
        foreach (var slot in bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot).ToList())
        {
            bench.Take("torque", slot.Key, slot.Kind == SlotKind.Pick ? "clicked" : $"{slot.Expected:0.0}");
        }

        return bench;
    }

    [Fact]
    public void A_dry_lip_is_never_turned_to_centre_its_housing()
    {
        var bench = Turned("gasket", "ptfe");
        Assert.Equal((Verdict.Stop, false), (bench.Step("bench").Now.Call!.Verdict, bench.Step("bench").Passed));
        Assert.StartsWith("Take the dial or feelers", bench.Says("bench"), StringComparison.Ordinal);
    }

    [Fact]
    public void A_housing_is_turned_central_in_its_order_and_nothing_presses_a_seal_that_is_in()
    {
        var bench = Turned("gasket").TakeAll("sealant").Pick("loose", "rods", "on");
        Assert.Contains("long bar", bench.Says("loose"), StringComparison.Ordinal);
        Tight(bench);
        Assert.All(
            new[] { "hang", "sweep", "final", "close", "dress", "press", "spring", "cure" },
            step => Assert.Equal(StepStatus.LeftOut, bench.Step(step).Status)
        );
        bench.Pick("reach", "lip", "even");
        Assert.Equal(
            (Verdict.Decide, true),
            (bench.Step("reach").Now.Call!.Verdict, bench.Says("reach").StartsWith("Lip only", StringComparison.Ordinal))
        );
        // A gap beside the lip, 0.4 wider at one side, is 0.2 off; 0.02 wider is 0.01.
        bench.Take("reach", "widest", "1.02").Take("reach", "narrowest", "1.00");
        Assert.Equal(Verdict.Go, bench.Step("reach").Now.Call!.Verdict);
        Assert.Equal(Standing.Done, bench.Task.Standing);
    }

    [Theory]
    [InlineData("side")]
    [InlineData("folded")]
    public void A_lip_that_does_not_lie_even_holds_the_housing_back_and_going_again_slackens_it(string lip)
    {
        var bench = Tight(Turned("gasket").TakeAll("sealant").Pick("loose", "rods", "on")).Pick("reach", "lip", lip);
        Assert.Equal((Verdict.Stop, false), (bench.Step("reach").Now.Call!.Verdict, bench.Step("reach").Passed));
        bench.Again("reach");
        Assert.Equal(2, bench.Step("torque").Round);
    }

    [Theory]
    [InlineData(5, Verdict.Go)]
    [InlineData(90, Verdict.Stop)]
    public void Its_sealant_has_a_clock_from_the_bead_to_snug_bolts_and_another_to_the_oil(int minutes, Verdict verdict)
    {
        var product = s_v6.Sealants![0].Id;
        var bench = Turned(product).Take("sealant", "shop", "23").Take("sealant", "spread");
        Assert.NotNull(bench.Step("sealant").Now.Deadline);
        bench.Pick("loose", "rods", "off").Take("loose", "turned").Wait(minutes - 3).Take("close", "closed");
        Assert.Equal(verdict, bench.Step("close").Now.Call!.Verdict);
        Assert.Equal(verdict == Verdict.Go, bench.Step("close").Passed);
        // While it sets, no other task turns the crank.
        Assert.Contains(bench.State.Waits, w => !w.IsDeadline);
    }

    [Fact]
    public void A_reseal_on_a_sound_engine_asks_nothing_of_float()
    {
        var bench = new Workbench(s_v6, s_rear).Begin();
        Assert.Equal(Verdict.Stop, bench.Step("float-first").Now.Call!.Verdict);
        bench.Choose("job", "reseal");
        Assert.Equal(StepStatus.LeftOut, bench.Step("float-first").Status);
        bench.TakeAll("parts").Pick("leave", "sound", "sound").TakeAll("dress").TakeAll("press", "0.50", "0.50", "0.50", "0.50");
        bench.Pick("spring", "looks", "spring");
        Assert.Equal(Verdict.Stop, bench.Step("spring").Now.Call!.Verdict);
    }

    private static readonly RearSheet s_rearPart = s_v6.Rear!;

    /// <summary>A flywheel with its bolts to pull: eight of them, two passes and 90° on.</summary>
    private static Workbench Wheel(string wrench)
    {
        var sheet = s_v6 with { Rear = s_rearPart with { Flange = s_rearPart.Flange with { Bolts = 8, AngleDeg = 90 } } };
        return new Workbench(sheet, s_wheel).Begin().Choose("wrench", wrench).Pick("faces", "marks", "clean").TakeAll("hung");
    }

    [Fact]
    public void Eight_flywheel_bolts_get_two_passes_and_an_angle_with_a_tap_each()
    {
        var bench = Wheel("clicks");
        var taps = bench.Step("bolts").Rounds[^1].Slots.Select(s => s.Slot).Where(s => s.Bolt is not null).ToList();
        Assert.Equal(24, taps.Count);
        Assert.Equal([90.0], taps.Select(t => t.Bolt!.Deg).OfType<double>().Distinct());
        // A star: each next one stands at least a third of a turn from the one before.
        var first = taps.Take(8).Select(t => (int.Parse(t.Bolt!.Id, System.Globalization.CultureInfo.InvariantCulture) - 1) * 45).ToList();
        Assert.All(first.Zip(first.Skip(1)), p => Assert.InRange(Math.Abs(((p.Second - p.First + 540) % 360) - 180), 90, 180));
        foreach (var slot in bench.Step("bolts").Rounds[^1].Slots.Select(s => s.Slot).ToList())
        {
            bench.Take(
                "bolts",
                slot.Key,
                slot.Bolt is null ? $"{slot.Expected:0.0}"
                    : slot.Bolt.Deg is null ? "clicked"
                    : "turned"
            );
        }

        Assert.Equal(Verdict.Go, bench.Step("bolts").Now.Call!.Verdict);
        bench.TakeAll("float", "0", "0.12");
        Assert.Equal((Verdict.Go, Standing.Done), (bench.Step("float").Now.Call!.Verdict, bench.Task.Standing));
    }

    [Fact]
    public void A_float_that_the_flywheel_took_away_is_a_stop()
    {
        var bench = Wheel("clicks-pass");
        foreach (var slot in bench.Step("bolts").Rounds[^1].Slots.Select(s => s.Slot).ToList())
        {
            bench.Take(
                "bolts",
                slot.Key,
                slot.Bolt is null ? $"{slot.Expected:0.0}"
                    : slot.Bolt.Deg is null ? "clicked"
                    : "turned"
            );
        }

        bench.TakeAll("float", "0", "0.01");
        Assert.Equal(Verdict.Stop, bench.Step("float").Now.Call!.Verdict);
        Assert.Contains("a bolt that bottoms", bench.Says("float"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("burr")]
    [InlineData("cracked")]
    public void Nothing_is_bolted_to_a_face_that_is_not_flat(string marks)
    {
        var bench = new Workbench(s_v6, s_wheel).Begin().Pick("faces", "marks", marks);
        Assert.Equal((Verdict.Stop, false), (bench.Step("faces").Now.Call!.Verdict, bench.Step("faces").Passed));
    }

    [Fact]
    public void One_nut_in_the_middle_is_pulled_through_a_multiplier()
    {
        var sheet = s_v6 with
        {
            Rear = s_v6.Rear! with
            {
                Flange = s_v6.Rear.Flange with
                {
                    Bolts = 1,
                    OffsetHoleDeg = null,
                    MajorMm = 36,
                    PitchMm = 1.5,
                    TorqueNm = 400,
                    Torque = new Limit(380, 420, LimitSource.Manual),
                },
            },
        };
        var bench = new Workbench(sheet, s_wheel).Begin().Choose("wrench", "geared").Pick("faces", "marks", "clean").TakeAll("hung");
        Assert.Equal((0.0, 0.0), (sheet.Rear!.Flange.Places.Single().XMm, sheet.Rear.Flange.Places.Single().YMm));
        bench.Take("bolts", "ratio", "4").Take("bolts", "efficiency", "95");
        // 400 N·m at the nut through 4 to 1 with 95 % of it: 105.3 at the wrench; 40 % of it first.
        Assert.Equal("Set the wrench to 42.1 N·m: pass 1 of 3.", bench.Says("bolts"));
        bench.Take("bolts", "set-1", "42").Take("bolts", "1-1", "clicked");
        // As if there were no gears it would be far over.
        bench.Take("bolts", "set-2", "400", confirmed: true);
        Assert.Equal((Verdict.Stop, "Don’t pull yet: set 105.3 N·m on it."), (bench.Step("bolts").Now.Call!.Verdict, bench.Says("bolts")));
        bench.Again("bolts").TakeAll("bolts", "4", "95", "42", "clicked", "105", "clicked", "105", "clicked");
        Assert.Equal(Verdict.Go, bench.Step("bolts").Now.Call!.Verdict);
        // 105 at the wrench is 399 at the nut.
        Assert.Contains(bench.Step("bolts").Now.Call!.Checks, k => Math.Abs(k.Value - 399) < 0.5);
    }

    [Fact]
    public void A_multiplier_that_gives_more_than_it_gets_is_asked_about()
    {
        var bench = new Workbench(s_v6, s_wheel).Begin().Choose("wrench", "geared").Pick("faces", "marks", "clean").TakeAll("hung");
        bench.Take("bolts", "ratio", "4").Take("bolts", "efficiency", "140", confirmed: true);
        Assert.Equal(Verdict.LookAgain, bench.Step("bolts").Now.Call!.Verdict);
        Assert.StartsWith("Read its plate again", bench.Says("bolts"), StringComparison.Ordinal);
    }

    [Fact]
    public void An_angle_is_not_taken_where_the_sheet_has_none()
    {
        var bench = new Workbench(s_v6, s_wheel).Begin().Choose("wrench", "clicks").Pick("faces", "marks", "clean").TakeAll("hung");
        Assert.DoesNotContain(bench.Step("bolts").Rounds[^1].Slots, s => s.Slot.Bolt?.Deg is not null);
        // The pass that a turn would be is none of this engine's.
        var turn = bench.Step("bolts").Rounds[^1].Slots.Max(s => s.Slot.Bolt?.Pass ?? 0) + 1;
        var refused = bench.Refused((id, at) => new TakeReading(id, at, new SlotRef(bench.Step("bolts").Ref, 1, $"{turn}-1"), "turned"));
        Assert.Contains("slot.slot", refused.Keys);
    }
}
