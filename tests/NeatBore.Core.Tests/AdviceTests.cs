using System.Globalization;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Whatever is read, what is advised can be done: never a depth outside what the part allows, a push where nothing gives, a
/// screw that isn't there; and where it is done, it is better than before.</summary>
public class AdviceTests
{
    private static readonly TaskRef s_off = new("balancer-off", "balancer");
    private static readonly TaskRef s_cover = new("timing-cover", "cover");
    private static readonly TaskRef s_seal = new("front-seal", "cover");

    private static IEnumerable<EngineSheet> Sheets(TaskRef task)
    {
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == task.Kind);
        return HostileWorkTests.Sheets.Values.Where(s => procedure.Places(s).Contains(task.Place));
    }

    private static string Typed(double value) => value.ToString("0.000", CultureInfo.InvariantCulture);

    [Fact]
    public void A_seal_is_never_to_be_pressed_outside_what_its_sheet_allows_wherever_the_groove_is()
    {
        var (random, told) = (new Random(17), 0);
        foreach (var sheet in Sheets(s_seal))
        {
            var seal = sheet.FrontSeal!;
            for (var i = 0; i < 12; i++)
            {
                var bench = new Workbench(sheet, s_seal).Begin().TakeAll("lip", "rubber");
                while (bench.Task.Next is { Step: not "plan" } next && bench.Step(next.Step).Rounds[^1].Slots.Any(s => s.Live is null))
                {
                    TakeFirst(bench, next.Step);
                }

                Holds(bench.Step("plan"), seal);
                bench.Take("plan", "depth", Typed(random.NextDouble() * 2 * seal.DepthMm), confirmed: true);
                told += Holds(bench.Step("plan"), seal);
            }
        }

        Assert.True(told > 20, $"{told} depths were told");
    }

    private static int Holds(StepState step, SealSheet seal)
    {
        if (!step.Now.Do.Template.Contains("{depth}", StringComparison.Ordinal))
        {
            return 0;
        }

        var depth = step.Now.Do.Args["depth"].Value;
        Assert.InRange(depth, (seal.Depth.Low ?? 0) - 1e-9, Math.Min(seal.Depth.High ?? 99, seal.BottomsMm ?? 99) + 1e-9);
        return 1;
    }

    private static void TakeFirst(Workbench bench, string step)
    {
        var slot = bench.Step(step).Rounds[^1].Slots.First(s => s.Live is null && s.Slot.Kind != SlotKind.Tool).Slot;
        bench.Take(
            step,
            slot.Key,
            slot.Kind switch
            {
                SlotKind.Pick => slot.Options![0].Id,
                SlotKind.Number => Typed(slot.Expected ?? ((slot.Plausible!.Low + slot.Plausible.High) / 2)),
                SlotKind.Text => "as marked",
                _ => "done",
            },
            confirmed: true
        );
    }

    [Fact]
    public void A_cover_is_tapped_the_other_way_than_it_stands_off_and_never_further_than_its_holes_give()
    {
        var (random, told, refused) = (new Random(5), 0, 0);
        foreach (var sheet in Sheets(s_cover))
        {
            for (var i = 0; i < 16; i++)
            {
                var (off, towards, dowels) = (random.NextDouble() * 0.45, random.NextDouble() * 360, random.Next(3) == 0);
                var bench = new Workbench(sheet, s_cover).Begin();
                bench.Choose("dowels", dowels ? "two" : "none");
                bench.TakeAll("school").Take("hang", "droop", "0").Take("hang", "held", "held").TakeAll("dry").Sweep("sweep", off, towards);
                var says = bench.Step("sweep").Now.Do;
                if (!says.Template.Contains("{move}", StringComparison.Ordinal))
                {
                    refused += off > 0.2 ? 1 : 0;
                    continue;
                }

                told++;
                Assert.False(dowels, $"{Wording.Write(says)} But two dowels hold it.");
                Assert.InRange(off, 0, sheet.Cover!.HoleFreeMm + 0.03);
                Assert.InRange(Math.Abs(Clock.Normalise(says.Args["move"].Value - towards) - 180), 0, 8);
            }
        }

        Assert.True(told > 5 && refused > 5, $"{told} told, {refused} refused");
    }

    [Fact]
    public void A_yoke_is_squared_by_a_screw_that_is_there_and_leans_less_after_it()
    {
        var (random, told) = (new Random(3), 0);
        foreach (var sheet in Sheets(s_off))
        {
            for (var i = 0; i < 10; i++)
            {
                var bench = new Workbench(sheet, s_off).Begin().TakeAll("before");
                if (bench.Step("yoke").Status == StepStatus.LeftOut)
                {
                    continue;
                }

                while (bench.Task.Next is { Step: not "yoke" } next)
                {
                    bench = bench.Step(next.Step).Rounds[^1].Slots.All(s => s.Live is not null || !s.Slot.Required)
                        ? bench.Do((id, at) => new OpenGate(id, at, bench.Step(next.Step).Ref, "not what is tried here"))
                        : Fitted(bench, next.Step);
                }

                bench.Pick("yoke", "lies", "gap");
                var gaps = bench
                    .Step("yoke")
                    .Rounds[^1]
                    .Slots.Where(s => s.Slot.AngleDeg is not null)
                    .ToDictionary(s => s.Slot.AngleDeg!.Value, _ => 40 + (random.NextDouble() * 3));
                foreach (var (deg, gap) in gaps)
                {
                    bench.Take("yoke", $"{deg}", gap.ToString("0.0", CultureInfo.InvariantCulture), confirmed: true);
                }

                var says = bench.Step("yoke").Now.Do;
                if (!says.Template.Contains("{screw}", StringComparison.Ordinal))
                {
                    continue;
                }

                told++;
                var screw = says.Args["screw"].Value;
                Assert.True(gaps.ContainsKey(screw), $"there is no screw at {screw}");
                var before = gaps.Values.Max() - gaps.Values.Min();
                gaps[screw] -= says.Args["turns"].Value * sheet.Balancer!.Puller!.PitchMm;
                Assert.InRange(gaps.Values.Max() - gaps.Values.Min(), 0, before + 0.06);
            }
        }

        Assert.True(told > 10, $"{told} told");
    }

    private static Workbench Fitted(Workbench bench, string step)
    {
        var tool = bench.Step(step).Rounds[^1].Slots.FirstOrDefault(s => s.Live is null && s.Slot.Kind == SlotKind.Tool);
        if (tool is not null)
        {
            return bench.Take(step, tool.Slot.Key, "hp-1");
        }

        TakeFirst(bench, step);
        return bench;
    }
}
