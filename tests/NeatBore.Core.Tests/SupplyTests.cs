using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Where the parts of a task are: said on its card, and before what can't be undone.</summary>
public class SupplyTests
{
    private static readonly TaskRef s_frontSeal = new("front-seal", "cover");
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    private static Workbench Six() => new(task: s_frontSeal);

    private static Workbench Say(Workbench bench, SupplyPlace where, DateOnly? due = null, string supply = "seal") =>
        bench.Do((id, at) => new TellSupply(id, at, s_frontSeal, supply, where, due));

    private static JobCard Card(Workbench bench) => JobCard.Of(bench.Build, s_frontSeal, ProcedureBook.Default, s_shop)!;

    [Fact]
    public void A_missing_part_is_said_on_the_card_and_before_the_old_one_comes_out_until_it_is_here()
    {
        var bench = Six();
        Assert.Null(Card(bench).Lacking);
        Assert.All(Card(bench).Supplies, s => Assert.Null(s.Where));
        var label = Card(bench).Supplies[0].Label;
        Assert.Matches(@"^Front seal \d+ × \d+ × \d+$", label);

        Say(bench, SupplyPlace.Ordered, new DateOnly(2026, 12, 2));
        Assert.Equal($"Not here: {label} (ordered, due 2 December).", Card(bench).Lacking);
        bench.Begin();
        Assert.StartsWith($"Not here: {label} (ordered, due 2 December). This can’t be undone.", bench.Step("out").Cautions[0]);
        Assert.DoesNotContain(bench.Step("press").Cautions, c => c.StartsWith("Not here", StringComparison.Ordinal));
        var before = bench.Step("out").ChangedAt;

        // One at a time or all at once, it is the same; and a screen that holds the step learns that it is newer.
        Say(bench, SupplyPlace.Here);
        Assert.Null(Card(bench).Lacking);
        Assert.DoesNotContain(bench.Step("out").Cautions, c => c.StartsWith("Not here", StringComparison.Ordinal));
        Assert.True(bench.Step("out").ChangedAt > before);
        Assert.Equal("Ines", Card(bench).Supplies[0].By);
    }

    [Fact]
    public void Where_a_part_is_changes_no_call_and_undoes_no_decision()
    {
        var bench = new Workbench().Measured("34.010");
        Assert.NotEqual(Core.Measures.Verdict.Go, bench.Step("fit").Now.Call!.Verdict);
        bench.Do((id, at) => new OpenGate(id, at, bench.Step("fit").Ref, "for now"));
        var calls = bench.Log.Count(e => e.Event is Called);
        bench.Do((id, at) => new TellSupply(id, at, Workbench.BalancerOn, "bolt", SupplyPlace.Machinist));
        Assert.Equal(calls, bench.Log.Count(e => e.Event is Called));
        Assert.Equal(StepStatus.Released, bench.Step("fit").Status);
    }

    [Fact]
    public void What_can_not_be_said_is_refused_with_what_would_be_right()
    {
        string Refused(string supply, SupplyPlace where, DateOnly? due = null, TaskRef? task = null) =>
            Six().Refused((id, at) => new TellSupply(id, at, task ?? s_frontSeal, supply, where, due)).Single() is var (field, words)
                ? $"{field}: {words[0]}"
                : "";
        Assert.StartsWith("supply: must be one of seal, ", Refused("gasket", SupplyPlace.Here));
        Assert.Equal("due: is for what is ordered or at a machinist", Refused("seal", SupplyPlace.Here, new DateOnly(2026, 12, 2)));
        Assert.EndsWith(
            " fits no part and uses nothing up",
            Refused("seal", SupplyPlace.Here, task: new TaskRef("balancer-inspect", "balancer"))
        );
        Assert.StartsWith("task: there is no task", Refused("seal", SupplyPlace.Here, task: new TaskRef("front-seal", "sump")));
    }

    [Fact]
    public void Every_task_of_the_demo_s_engines_names_what_it_fits_once_and_has_one_step_that_can_not_be_undone_where_it_must()
    {
        foreach (
            var sheet in Directory
                .GetFiles(Repository.At("demo", "sheets"))
                .Select(f => Workbench.Demo<EngineSheet>($"sheets/{Path.GetFileName(f)}"))
        )
        {
            foreach (var procedure in ProcedureBook.Default.Newest.Where(p => p.Places(sheet).Count > 0))
            {
                var supplies = procedure.Supplies(sheet);
                Assert.Equal(supplies.Count, supplies.Select(s => s.Id).Distinct().Count());
                Assert.All(supplies, s => Assert.DoesNotContain("null", s.Label + s.Id));
                // What fits a new part for an old one takes the old one off in a step that says so.
                Assert.True(
                    supplies.All(s => s.Kind != SupplyKind.Part)
                        || procedure.Id is "balancer-on" or "crank-float"
                        || procedure.Steps.Any(s => s.NoWayBack),
                    procedure.Id
                );
            }
        }
    }
}
