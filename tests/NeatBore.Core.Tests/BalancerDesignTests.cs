using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>The same tasks on every way that a balancer is made and held.</summary>
public class BalancerDesignTests
{
    private static Workbench Off(string sheet) =>
        new Workbench(Workbench.Demo<EngineSheet>($"sheets/{sheet}.v1.json"), new TaskRef("balancer-off", "balancer"))
            .Begin()
            .TakeAll("before", "4° before");

    private static string[] Asked(Workbench bench) =>
        [.. bench.Task.Steps.Where(s => s.Status != StepStatus.LeftOut).Select(s => s.Ref.Step)];

    [Fact]
    public void A_screwed_body_comes_off_by_screws_that_go_right_through_its_steel_hub()
    {
        var bench = Off("v6-3.0").TakeAll("bolt");
        Assert.Equal(["before", "bolt", "body-screws", "puller", "yoke", "pull", "after"], Asked(bench));
        Assert.Contains("body screw out, 3 of 6", bench.Step("body-screws").Rounds[0].Slots[0].Slot.Label, StringComparison.Ordinal);
        bench.TakeAll("body-screws").Take("puller", "tool", "hp-2").Take("puller", "engaged", "8");
        Assert.Equal(
            (Verdict.Stop, "Run the screws right through the steel hub: 4.0 mm more."),
            (bench.Step("puller").Now.Call!.Verdict, bench.Says("puller"))
        );
        Assert.Equal("8.0 mm engaged; the steel hub is 12.0 mm through.", bench.Step("puller").Now.Call!.Because);
        bench
            .Do((id, at) => new BeginRound(id, at, bench.Step("puller").Ref, "Ran them in"))
            .Take("puller", "tool", "hp-2")
            .Take("puller", "engaged", "13.5");
        Assert.Equal(Verdict.Go, bench.Step("puller").Now.Call!.Verdict);
        // Ones that are long enough for a solid hub are too short to go through the body as well.
        Assert.Contains(
            "50 mm is needed",
            Off("v6-3.0").TakeAll("bolt").TakeAll("body-screws").Take("puller", "tool", "hp-7").Step("puller").Now.Call!.Because,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_spoked_hub_is_gripped_behind_its_spokes()
    {
        var bench = Off("four-1.8").TakeAll("bolt").Take("puller", "tool", "jp-1");
        Assert.Equal(["before", "bolt", "puller", "pull", "after"], Asked(bench));
        Assert.Contains("its screw would enter the crank’s thread", bench.Step("puller").Now.Call!.Because, StringComparison.Ordinal);
        Assert.Equal(
            Verdict.Go,
            Off("four-1.8").TakeAll("bolt").Take("puller", "tool", "jp-5").Take("puller", "behind").Step("puller").Now.Call!.Verdict
        );
        Assert.Contains(
            "rated for 18 kN",
            Off("four-1.8").TakeAll("bolt").Take("puller", "tool", "jp-6").Step("puller").Now.Call!.Because,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_flange_is_prised_off_square_and_bolted_on_in_a_star()
    {
        var off = Off("v8-4.4");
        Assert.Equal(["before", "prise", "after"], Asked(off));
        Assert.Equal("Nothing is pressed on here: it is bolted to a flange and prised off its pilot.", off.Says("puller"));
        off.Take("prise", "bolts").Take("prise", "0", "2.0").Take("prise", "120", "5.0").Take("prise", "240", "5.0");
        Assert.Equal(
            (Verdict.LookAgain, "Prise next at 12:00, where the gap is least, then read again."),
            (off.Step("prise").Now.Call!.Verdict, off.Says("prise"))
        );

        var on = new Workbench(off.Sheet).Begin().TakeAll("parts", "HB-8", "FB-6").TakeAll("pilot");
        Assert.Equal(["parts", "pilot", "flange-bolts", "turn", "mark"], Asked(on));
        Assert.Equal(["0", "180", "60", "240", "120", "300"], on.Step("flange-bolts").Rounds[0].Slots.Select(s => s.Slot.Key));
        on.TakeAll("flange-bolts", "62", "62", "62", "61", "62", "48");
        Assert.Equal(
            (Verdict.Stop, "Pull that one again to 62.0 N·m."),
            (on.Step("flange-bolts").Now.Call!.Verdict, on.Says("flange-bolts"))
        );
        Assert.Equal("48.0 N·m at 10:00; the limit is 57.0 N·m.", on.Step("flange-bolts").Now.Call!.Because);
        Assert.Equal(StepStatus.Blocked, on.Step("turn").Status);

        on.Again("flange-bolts").TakeAll("flange-bolts", "62", "62", "75", "61", "62", "62");
        var over = on.Step("flange-bolts").Now.Call!.Checks[0];
        Assert.Equal((Verdict.Stop, Side.Upper, 75), (over.Verdict, over.Side, over.Value));
        Assert.Equal("Over-tightened. Take that one out, look at its thread, fit a new one.", on.Says("flange-bolts"));
    }

    [Fact]
    public void Pulling_on_the_ring_is_refused_with_its_reason_on_every_design_that_is_pulled()
    {
        foreach (
            var bench in new[]
            {
                new Workbench(task: new TaskRef("balancer-off", "balancer")).Begin().TakeAll("before", "0"),
                Off("v6-3.0"),
                Off("four-1.8"),
            }
        )
        {
            bench.TakeAll("bolt").Choose("grip", "ring");
            Assert.Equal(Verdict.Stop, bench.Step("puller").Now.Call!.Verdict);
            Assert.Contains("only bonded to the hub", bench.Step("puller").Now.Call!.Because, StringComparison.Ordinal);
            Assert.False(bench.Choose("grip", "hub").Step("puller").Now.Call?.Verdict == Verdict.Stop);
        }
    }

    [Theory]
    [InlineData(2)]
    [InlineData(4)]
    [InlineData(8)]
    [InlineData(36)]
    public void A_star_goes_across_and_leaves_none_out(int bolts)
    {
        var order = BoltRing.StarDeg(bolts);
        Assert.Equal(bolts, order.Distinct().Count());
        Assert.All(order.Chunk(2), pair => Assert.Equal(180, Math.Abs(pair[0] - pair[1]), 1e-9));
        Assert.Throws<ArgumentOutOfRangeException>(() => BoltRing.StarDeg(bolts + 1));
    }

    [Theory]
    [InlineData("turned", Verdict.Go)]
    [InlineData("short", Verdict.Stop)]
    [InlineData("over", Verdict.Stop)]
    public void Flange_bolts_and_body_screws_are_turned_on_by_their_angle(string found, Verdict verdict)
    {
        var flanged = Workbench.Demo<EngineSheet>("sheets/v8-4.4.v2.json");
        var flange = (FlangeBalancer)flanged.Balancer!;
        flanged = flanged with { Balancer = flange with { Flange = flange.Flange! with { AngleDeg = 60 } } };
        var screwed = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");
        var body = (ScrewedBodyBalancer)screwed.Balancer!;
        screwed = screwed with { Balancer = body with { Body = body.Body! with { AngleDeg = 60 } } };
        foreach (var (sheet, step, torque) in ((EngineSheet, string, double)[])[(flanged, "flange-bolts", 62), (screwed, "body", 24)])
        {
            var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == "balancer-on").Steps.Single(s => s.Id == step);
            var taken = new Dictionary<string, (double? Value, string? Option)>();
            Judgement Judged() =>
                procedure.Judge(
                    new StepContext(
                        procedure,
                        "",
                        new PlainView(
                            sheet,
                            null,
                            slot =>
                                taken.TryGetValue(slot, out var v)
                                    ? new ReadingTaken(
                                        Guid.CreateVersion7(),
                                        Workbench.Start,
                                        new SlotRef(new(new("balancer-on", "balancer"), step), 1, slot),
                                        "x",
                                        v.Value,
                                        null,
                                        false,
                                        Option: v.Option
                                    )
                                    : null
                        )
                    )
                );
            var slots = procedure.Slots(new StepContext(procedure, "", new PlainView(sheet)));
            foreach (var slot in slots.Where(s => s.Kind == SlotKind.Number))
            {
                taken[slot.Key] = (torque, null);
            }

            Assert.Contains("in order, 60.0° on, in one go each.", Wording.Write(Judged().Do), StringComparison.Ordinal);
            Assert.Equal(60, slots[^1].Bolt!.Deg);
            taken[slots[^1].Key] = (null, found);
            Assert.Equal(verdict, Judged().Call!.Verdict);
        }
    }
}
