using System.Globalization;
using CsCheck;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>How deep a front seal goes comes from one place, on every engine of the demo: what the plan advises, the plan, the press and the
/// call allow.</summary>
public class SealDepthTests
{
    private static readonly List<EngineSheet> s_sheets =
    [
        .. HostileWorkTests.Sheets.Values.Where(s => s is { FrontSeal: not null, Balancer.SealTrack: not null }),
    ];

    private static string Typed(double mm) => mm.ToString("0.00", CultureInfo.InvariantCulture);

    /// <summary>A seal that is about to be planned, over a groove somewhere on the track.</summary>
    private static Workbench Grooved(EngineSheet sheet, double share, double widthMm, double deepMm)
    {
        var track = sheet.Balancer!.SealTrack!;
        var bench = new Workbench(sheet, new("front-seal", "cover")).Begin();
        foreach (var step in bench.Task.Steps.TakeWhile(s => s.Ref.Step != "groove").Select(s => s.Ref.Step).ToList())
        {
            bench.TakeAll(step);
        }

        bench.Pick("groove", "groove", "felt");
        var at = track.FromMm + (share * (track.ToMm - track.FromMm));
        foreach (var (slot, typed) in new[] { ("centre", at), ("width", widthMm), ("depth", deepMm) })
        {
            bench.Take("groove", slot, Typed(typed), confirmed: true);
        }

        if (bench.Step("groove") is { Passed: false } held)
        {
            bench.Do((id, at) => new OpenGate(id, at, held.Ref, "to see what is advised then"));
        }

        return bench;
    }

    [Fact]
    public void What_is_advised_can_be_planned_and_pressed_and_what_the_sheet_does_not_allow_is_never_a_go()
    {
        Assert.True(s_sheets.Count >= 2);
        Gen.Select(Gen.Int[0, s_sheets.Count - 1], Gen.Double[0.05, 0.95], Gen.Double[0.3, 1.5], Gen.Double[0.02, 0.2])
            .Sample(
                (n, share, wide, deep) =>
                {
                    var seal = s_sheets[n].FrontSeal!;
                    var bench = Grooved(s_sheets[n], share, wide, deep);
                    var prompt = bench.Step("plan").Now.Do;
                    var advised = prompt.Args["depth"].Value;
                    Assert.InRange(advised, seal.Depth.Low ?? 0, seal.Depth.High ?? double.MaxValue);
                    Assert.True(seal.BottomsMm is null || advised < seal.BottomsMm);
                    // Not yet typed, it is what the press is set to.
                    Assert.All(Depths(bench), s => Assert.Equal(advised, s.Expected!.Value, 1e-9));
                    bench.Take("plan", "depth", Typed(advised), confirmed: true);
                    Assert.NotEqual(Verdict.Stop, bench.Step("plan").Now.Call?.Verdict ?? Verdict.Go);
                    Assert.All(Depths(bench), s => Assert.Equal(advised, s.Expected!.Value, 0.006));

                    var past = (seal.Depth.High ?? advised) + 0.2;
                    Assert.NotEqual(Verdict.Go, Pressed(s_sheets[n], bench, past));
                    var shy = (seal.Depth.Low ?? advised) - 0.2;
                    Assert.NotEqual(Verdict.Go, Pressed(s_sheets[n], bench, shy));
                },
                iter: 12
            );
    }

    [Fact]
    public void A_depth_that_is_planned_at_one_end_lets_nothing_past_that_end()
    {
        foreach (var sheet in s_sheets.Where(s => s.FrontSeal!.Depth is { Low: not null, High: not null }))
        {
            var (low, high) = (sheet.FrontSeal!.Depth.Low!.Value, sheet.FrontSeal.Depth.High!.Value);
            var tolerance = Math.Min(high - sheet.FrontSeal.DepthMm, sheet.FrontSeal.DepthMm - low);
            var bench = Grooved(sheet, 0.5, 0.4, 0.03);
            bench.Take("plan", "depth", Typed(low + (tolerance / 4)), confirmed: true);
            // Nearer to what was planned than the sheet's own tolerance, and yet less than the sheet allows.
            Assert.NotEqual(Verdict.Go, Pressed(sheet, bench, low - (tolerance / 2)));
        }
    }

    private static IEnumerable<Core.RunSheets.Slot> Depths(Workbench bench) =>
        bench.Step("press").Rounds[^1].Slots.Select(s => s.Slot).Where(s => s is { Kind: Core.RunSheets.SlotKind.Number });

    /// <summary>What four depths that are all so would be called, in a work of its own.</summary>
    private static Verdict? Pressed(EngineSheet sheet, Workbench at, double mm)
    {
        var bench = new Workbench(sheet, at.Task.Ref).Sit(at.Build);
        foreach (var slot in Depths(bench).ToList())
        {
            bench.Take("press", slot.Key, Typed(mm), confirmed: true);
        }

        return bench.Step("press").Now.Call?.Verdict;
    }
}
