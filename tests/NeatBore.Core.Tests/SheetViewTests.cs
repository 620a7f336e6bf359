using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>An engine's sheet as it is read and typed on: part by part, version after version, and copied to another engine.</summary>
public class SheetViewTests
{
    private static EngineSheet Bare(int bearings = 7)
    {
        var engine = new Arrangement(CylinderBanks.Straight, 6, CamBearings: bearings);
        return new("bare", 1, "Bare", "", EngineLayout.From(engine), Arrangement: engine);
    }

    private static IEnumerable<EngineSheet> Demo() =>
        Directory.GetFiles(Repository.At("demo", "sheets")).Select(f => Workbench.Demo<EngineSheet>($"sheets/{Path.GetFileName(f)}"));

    private static KnownValue Typed(EngineSheet sheet, string path, string typed) => new TypedValue(path, typed).Read(sheet.Layout, "Ines");

    [Fact]
    public void Every_value_of_a_described_engine_stands_on_its_sheet_and_nothing_is_wrong_with_it()
    {
        foreach (var sheet in Demo())
        {
            var view = SheetView.Of(sheet, []);
            Assert.Equal(sheet.Cam is not null, view.Parts.Any(p => p.Part == "cam"));
            Assert.All(view.Parts, p => Assert.NotEmpty(p.Values));
            Assert.All(view.Parts.SelectMany(p => p.Values), v => Assert.Null(v.Fault));
            Assert.Same(sheet, view.Sheet);
        }
    }

    [Fact]
    public void A_bearing_gets_a_second_and_a_third_passage_whole_or_not_at_all()
    {
        var sheet = Bare();
        KnownValue[] first =
        [
            Typed(sheet, "cam/bearings/2/oil/angleDeg", "180"),
            Typed(sheet, "cam/bearings/0/diameterMm", "54"),
            Typed(sheet, "cam/bearings/0/oil/diameterMm", "6"),
        ];
        Assert.DoesNotContain(Completion.Of(sheet, first, new Wants("cam")).Values, v => v.Path.Contains("oil2", StringComparison.Ordinal));
        Assert.Equal(Need.Skip, At(SheetView.Of(sheet, first), "cam/bearings/2/oil2/angleDeg").Need);

        // Half of it is asked for, on the job card too, and the task does not begin.
        KnownValue[] half = [.. first, Typed(sheet, "cam/bearings/2/oil2/angleDeg", "300")];
        Assert.Contains(Completion.Of(sheet, half, new Wants("cam")).Missing, v => v.Path == "cam/bearings/2/oil2/diameterMm");
        KnownValue[] two =
        [
            .. half,
            Typed(sheet, "cam/bearings/2/oil2/diameterMm", "5"),
            Typed(sheet, "cam/bearings/2/oil2/fromFaceMm", "8"),
            Typed(sheet, "cam/bearings/2/oil3/angleDeg", "60"),
            Typed(sheet, "cam/bearings/2/oil3/diameterMm", "4"),
            Typed(sheet, "cam/bearings/2/oil3/fromFaceMm", "9"),
        ];
        var cam = SheetView.Of(sheet, two).Sheet.Cam!;
        Assert.Equal([180.0, 300, 60], cam.Bearings[2].Passages.Select(p => p.AngleDeg));
        Assert.Equal(["feed", "feed-2", "feed-3"], cam.Bearings[2].Holes.Select(h => h.Feeds));
        // In the shell each hole lies as far from its edge as the passage from the face, less the shell's own depth.
        Assert.Equal(8 - cam.Bearings[2].DepthMm, cam.Bearings[2].Holes[1].FromEdgeMm, 2);
        Assert.Single(cam.Bearings[1].Passages);

        // One wider than its bearing is said at both.
        var wide = SheetView.Of(
            sheet,
            [.. two, Typed(sheet, "cam/bearings/2/oil2/diameterMm", "20"), Typed(sheet, "cam/bearings/2/widthMm", "18")]
        );
        Assert.Equal("the oil hole can’t be wider than the bearing", At(wide, "cam/bearings/2/oil2/diameterMm").Fault);
        Assert.Equal("the oil hole can’t be wider than the bearing", At(wide, "cam/bearings/2/widthMm").Fault);
    }

    private static WantedValue At(SheetView view, string path) => view.Parts.SelectMany(p => p.Values).Single(v => v.Path == path);

    [Fact]
    public void An_able_typist_goes_through_a_whole_sheet_with_one_Enter_a_value() =>
        Assert.InRange(SheetView.Of(Bare(), []).Parts.Sum(p => p.Values.Count), 100, 400);

    [Fact]
    public void Bolts_stand_where_they_are_placed_and_the_rest_evenly_and_two_at_one_place_are_said_at_both()
    {
        var sheet = Bare();
        KnownValue[] cover =
        [
            Typed(sheet, "cover/boreMm", "62"),
            Typed(sheet, "cover/boltCount", "4"),
            Typed(sheet, "cover/groups/0/majorMm", "6"),
        ];
        KnownValue[] Bolt(int n, double x, double y) =>
            [
                Typed(sheet, $"cover/bolt{n}/xMm", FormattableString.Invariant($"{x}")),
                Typed(sheet, $"cover/bolt{n}/yMm", FormattableString.Invariant($"{y}")),
            ];
        var some = SheetView.Of(sheet, [.. cover, .. Bolt(2, 60, -40)]).Sheet.Cover!;
        Assert.Equal((60, -40), (some.Bolts[1].XMm, some.Bolts[1].YMm));
        Assert.Equal(4, some.Bolts.Select(b => (b.XMm, b.YMm)).Distinct().Count());
        Assert.DoesNotContain(SheetView.Of(sheet, cover).Parts.SelectMany(p => p.Values), v => v.Path == "cover/bolt5/xMm");

        // All placed, the edge follows them: each bolt, and the bore, lies inside it.
        KnownValue[] all = [.. cover, .. Bolt(1, 70, 150), .. Bolt(2, 80, -60), .. Bolt(3, -80, -60), .. Bolt(4, -70, 150)];
        var whole = SheetView.Of(sheet, all).Sheet.Cover!;
        var edge = whole.Outline;
        bool Inside(double x, double y) =>
            Enumerable
                .Range(0, edge.Count)
                .All(i =>
                    (edge[i], edge[(i + 1) % edge.Count]) is var (a, b)
                    && ((b.XMm - a.XMm) * (y - a.YMm)) - ((b.YMm - a.YMm) * (x - a.XMm)) < 0
                );
        Assert.All(whole.Bolts, b => Assert.True(Inside(b.XMm, b.YMm), b.Id));
        Assert.True(Inside(0, 31) && Inside(0, -31) && !Inside(0, 170) && !Inside(120, 0));

        var twice = SheetView.Of(sheet, [.. all, .. Bolt(3, -70, 148)]);
        Assert.Equal("bolts 3 and 4 can’t stand at one place", At(twice, "cover/bolt3/xMm").Fault);
        Assert.Equal("bolts 3 and 4 can’t stand at one place", At(twice, "cover/bolt4/xMm").Fault);
        Assert.Equal(
            "bolt 1 can’t lie in the seal’s bore, whose edge is 31 mm from the crank’s axis",
            At(SheetView.Of(sheet, [.. all, .. Bolt(1, 0, 33)]), "cover/bolt1/xMm").Fault
        );
        Assert.Null(At(SheetView.Of(sheet, all), "cover/bolt1/xMm").Fault);
    }

    [Fact]
    public void A_version_says_what_it_changed_and_what_only_follows_is_left_out()
    {
        var first = Bare();
        var second = first.With([Typed(first, "balancer/nose/diameterMm", "36"), Typed(first, "crankBolt/torqueNm", "140")]);
        var third = second.With([Typed(first, "balancer/nose/diameterMm", "36.02"), Typed(first, "crankBolt/torqueNm", "")]);
        Assert.Equal((2, 3), (second.Version, third.Version));
        string Words(EngineSheet before, EngineSheet after) =>
            string.Join(
                "; ",
                SheetChange
                    .Between(before, after)
                    .Select(c => $"{c.Label} {(c.Was is { } w ? Wording.Write(w) : "–")} > {(c.Is is { } i ? Wording.Write(i) : "–")}")
            );
        Assert.Equal("Nose, across – > 36.000 mm; Crank bolt, torque – > 140.0 N·m", Words(first, second));
        Assert.Equal("Nose, across 36.000 mm > 36.020 mm; Crank bolt, torque 140.0 N·m > –", Words(second, third));
        Assert.Empty(SheetChange.Between(third, third));
    }

    [Fact]
    public void A_copy_says_what_the_first_does_but_for_what_somebody_has_to_confirm()
    {
        foreach (
            var sheet in Demo()
                .Append(Bare().With([Typed(Bare(), "crankBolt/torqueNm", "140"), Typed(Bare(), "balancer/nose/diameterMm", "36")]))
        )
        {
            var copy = SheetCopy.Of(sheet, "copy", "Copy");
            var (was, now) = (Values(sheet), Values(copy));
            var asked = was
                .Values.Where(v => v.Known && v.Source != LimitSource.Default && SheetCopy.Confirmed(v))
                .Select(v => v.Path)
                .ToList();
            Assert.All(asked, path => Assert.False(now[path].Known && now[path].Source != LimitSource.Default, path));
            Assert.All(
                was.Values.Where(v => v is { Known: true } && !asked.Contains(v.Path) && v.Source != LimitSource.Default),
                v => Assert.Equal((v.Number, v.Word), (now[v.Path].Number, now[v.Path].Word))
            );
            Assert.All(
                now.Values.Where(v => v.Dimension == Dimension.Torque && v.Source != LimitSource.Default),
                v => Assert.False(v.Known)
            );
            if (sheet.Balancer is { Design: not BalancerDesign.Flange } || sheet.Balancer is null)
            {
                // Nothing is tightened before its torque is told.
                Assert.Contains(Completion.Of(copy, [], new Wants("balancer", "crankBolt")).Missing, v => v.Path == "crankBolt/torqueNm");
            }
        }
    }

    private static Dictionary<string, WantedValue> Values(EngineSheet sheet) =>
        SheetView.Of(sheet, []).Parts.SelectMany(p => p.Values).ToDictionary(v => v.Path, StringComparer.Ordinal);
}
