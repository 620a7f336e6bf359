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
            Assert.Equal(sheet.Cam is not null || sheet.Undescribed?.Contains("cam") == true, view.Parts.Any(p => p.Part == "cam"));
            Assert.All(view.Parts, p => Assert.NotEmpty(p.Values));
            Assert.All(view.Parts.SelectMany(p => p.Values), v => Assert.Null(v.Fault));
            // Lightly, until it is known.
            Assert.All(view.Parts.SelectMany(p => p.Values), v => Assert.Equal(v is { Number: null, Words: null }, v.Drawn is not null));
            if (sheet.Known is null)
            {
                Assert.Same(sheet, view.Sheet);
            }

            // Every task that the demo offers on it can begin.
            Assert.All(
                ProcedureBook.Default.Newest.Where(p => p.Places(sheet).Count > 0 && (p.Wants.Parts.Count == 0 || Described(sheet, p))),
                p => Assert.True(Completion.Of(sheet, [], p.Wants).Ready, $"{sheet.Name}, {p.Id}")
            );
        }

        // Of an engine that is only arranged, some parts are not described at all.
        static bool Described(EngineSheet sheet, Procedure procedure) =>
            procedure.Wants.Parts.All(part =>
                sheet.Arrangement is null || (sheet.Known ?? []).Any(k => k.Path.StartsWith($"{part}/", StringComparison.Ordinal))
            );
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

    [Fact]
    public void The_best_float_is_the_middle_of_what_it_may_be()
    {
        var sheet = Bare();
        KnownValue[] ends = [Typed(sheet, "endFloat/allowed/low", "0.08"), Typed(sheet, "endFloat/allowed/high", "0.22")];
        Assert.Equal(0.15, At(SheetView.Of(sheet, ends), "endFloat/idealMm").Number!.Value, 1e-9);
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

        // Where bolts stand on one side only, the edge goes round the seal's bore on the other.
        edge = SheetView
            .Of(sheet, [.. cover, .. Bolt(1, 0, 36), .. Bolt(2, 20, 30), .. Bolt(3, -20, 30), .. Bolt(4, 30, 20)])
            .Sheet.Cover!.Outline;
        Assert.All(
            Enumerable.Range(0, 36).Select(i => i * Math.PI / 18),
            a => Assert.True(Inside(31.5 * Math.Sin(a), 31.5 * Math.Cos(a)), $"{a}")
        );

        var twice = SheetView.Of(sheet, [.. all, .. Bolt(3, -70, 148)]);
        Assert.Equal("bolts 3 and 4 can’t stand at one place", At(twice, "cover/bolt3/xMm").Fault);
        Assert.Equal("bolts 3 and 4 can’t stand at one place", At(twice, "cover/bolt4/xMm").Fault);
        Assert.Equal(
            "bolt 1 can’t lie in the seal’s bore, whose edge is 31 mm from the crank’s axis",
            At(SheetView.Of(sheet, [.. all, .. Bolt(1, 0, 33)]), "cover/bolt1/xMm").Fault
        );
        Assert.Null(At(SheetView.Of(sheet, all), "cover/bolt1/xMm").Fault);
    }

    private static EngineSheet Six => Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");

    [Fact]
    public void Bolts_of_a_described_cover_are_moved_and_all_else_of_it_stays()
    {
        var sheet = Six;
        Assert.Equal(
            (84, 42),
            (At(SheetView.Of(sheet, []), "cover/bolt4/xMm").Number, At(SheetView.Of(sheet, []), "cover/bolt4/yMm").Number)
        );
        var cover = SheetView.Of(sheet, [Typed(sheet, "cover/bolt4/xMm", "82.5")]).Sheet.Cover!;
        Assert.Equal(sheet.Cover!.Bolts.Select(b => b.Id == "4" ? b with { XMm = 82.5 } : b), cover.Bolts);
        Assert.Equal(sheet.Cover.Outline, cover.Outline);

        // One that would lie outside of its part draws the outline along.
        var far = SheetView.Of(sheet, [Typed(sheet, "cover/bolt4/xMm", "140")]).Sheet.Cover!;
        Assert.True(far.Outline.Max(p => p.XMm) > 140);

        // Two kinds: the long ones have a torque of their own, and say which they are.
        KnownValue[] second =
        [
            Typed(sheet, "cover/groups/1/majorMm", "8"),
            Typed(sheet, "cover/groups/1/torqueNm", "24"),
            Typed(sheet, "cover/bolt1/kind", "2"),
        ];
        var (view, two) = (SheetView.Of(sheet, second), SheetView.Of(sheet, second).Sheet.Cover!);
        Assert.Equal((1.25, 21.6, 26.4), (two.Groups[1].PitchMm, two.Groups[1].Torque.Low, two.Groups[1].Torque.High));
        Assert.Equal([two.Groups[1].Id, "m6"], two.Bolts.Take(2).Select(b => b.Group));
        Assert.Null(At(view, "cover/bolt1/kind").Fault);
        Assert.True(At(SheetView.Of(sheet, second[..1]), "cover/groups/1/torqueNm").Missing);
    }

    [Fact]
    public void Passes_are_typed_as_the_manual_gives_them_and_the_thrust_plate_says_where_it_stands()
    {
        var sheet = Six;
        EngineSheet After(params (string Path, string Text)[] typed) =>
            SheetView.Of(sheet, [.. typed.Select(t => Typed(sheet, t.Path, t.Text))]).Sheet;
        // Of 10 N·m in two passes, as the sheet has it.
        Assert.Equal(5, At(SheetView.Of(sheet, []), "cover/groups/0/pass1/torqueNm").Number);
        Assert.Equal(
            [0.4, 0.8, 1],
            After(("cover/groups/0/pass1/torqueNm", "4"), ("cover/groups/0/pass2/torqueNm", "8")).Cover!.Groups[0].Stages!
        );
        var wrong = SheetView.Of(sheet, [Typed(sheet, "cover/groups/0/pass1/torqueNm", "12")]);
        Assert.Contains("less than the full torque", At(wrong, "cover/groups/0/pass1/torqueNm").Fault, StringComparison.Ordinal);

        var cam = After(("cam/thrust/bearing", "3"), ("cam/recess/low", "1"), ("cam/recess/high", "1.4")).Cam!;
        Assert.Equal((sheet.Cam!.Bearings[2].Id, 1.0, 1.4), (cam.ThrustPlate, cam.Recess!.Low, cam.Recess.High));
    }

    [Fact]
    public void A_passage_of_a_described_bearing_is_turned_and_the_shells_hole_goes_with_it()
    {
        var sheet = Six;
        var was = sheet.Cam!.Bearings[0];
        Assert.Equal(90, At(SheetView.Of(sheet, []), "cam/bearings/0/oil2/angleDeg").Number);
        var now = SheetView.Of(sheet, [Typed(sheet, "cam/bearings/0/oil2/angleDeg", "96")]).Sheet.Cam!.Bearings[0];
        Assert.Equal(("thrust", 96.0, 8.0), (now.Passages[1].Id, now.Passages[1].AngleDeg, now.Passages[1].FromFaceMm));
        Assert.Equal((was.Passages[0], was.Holes[0]), (now.Passages[0], now.Holes[0]));
        Assert.Equal(("thrust", 96.0, 7.0), (now.Holes[1].Feeds, now.Holes[1].AngleDeg, now.Holes[1].FromEdgeMm));
    }

    [Fact]
    public void An_engine_that_is_described_in_part_is_said_to_have_another_and_asks_for_it()
    {
        var sheet = Workbench.Demo<EngineSheet>("sheets/v8-4.4.v1.json");
        Assert.Equal(
            [
                "cover",
                "frontSeal",
                "cam",
                "auxiliary",
                "endFloat",
                "rear",
                "spigot",
                "pressed-gear",
                "pressed-race",
                "pressed-bush",
                "pressed-pin",
            ],
            SheetView.Lacked(sheet).Select(p => p.Id)
        );
        bool Offers(EngineSheet engine, string task) => ProcedureBook.Default.Newest.Single(p => p.Id == task).Places(engine).Count > 0;
        Assert.All(["timing-cover", "cam-bearings", "pressed-gear"], task => Assert.False(Offers(sheet, task)));
        var grown = sheet.With([], ["cover", "cam", "pressed-gear"]);
        Assert.Equal(2, grown.Version);
        Assert.All(["timing-cover", "cam-bearings", "pressed-gear"], task => Assert.True(Offers(grown, task)));
        Assert.False(Offers(grown, "rear-seal"));
        Assert.Contains(Completion.Of(grown, [], new Wants("cover")).Missing, v => v.Path == "cover/groups/0/torqueNm");

        // What is described already stays as it is.
        string Said(BalancerSheet? balancer) => System.Text.Json.JsonSerializer.Serialize(balancer, CoreJson.Default.Options);
        Assert.Equal(Said(sheet.Balancer), Said(SheetView.Of(grown, []).Sheet.Balancer));
    }

    [Fact]
    public void A_gear_is_described_value_by_value_and_can_be_drawn_on_then()
    {
        var sheet = Bare().With([], ["pressed-gear"]);
        (string Path, string Typed)[] typed =
        [
            ("inner/diameterMm", "42.03"),
            ("outer/outerDiameterMm", "66"),
            ("outer/heightMm", "20"),
            ("interference/low", "0.015"),
            ("interference/high", "0.04"),
            ("heat/outerMassKg", "0.4"),
            ("heat/most/high", "180 °C"),
        ];
        KnownValue[] told = [.. typed.Select(t => Typed(sheet, $"pressed-gear/{t.Path}", t.Typed))];
        var cold = Completion.Of(sheet, told[..5], new Wants("pressed-gear"));
        Assert.True(cold.Ready, string.Join(", ", cold.Missing.Select(v => v.Path)));
        Assert.Null(cold.Sheet.Pressed!.Single().Heat);
        var warm = Completion.Of(sheet, told, new Wants("pressed-gear")).Sheet.Pressed!.Single();
        Assert.Equal((PressedKind.Gear, 20.0, new Limit(0, 0.05, LimitSource.Default)), (warm.Kind, warm.EngagedMm, warm.Home));
        Assert.Equal(180, warm.Heat!.Most.High);
        // A disc of 66 × 20: both faces and its rim.
        Assert.Equal((2 * Math.PI * 0.033 * 0.033) + (Math.PI * 0.066 * 0.020), warm.Heat.OuterSurfaceM2, 4);
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
            // A pass is asked for once what it leads to is known.
            Assert.All(asked, path => Assert.False(now.GetValueOrDefault(path) is { Known: true, Source: not LimitSource.Default }, path));
            Assert.All(
                was.Values.Where(v => v is { Known: true } && !asked.Contains(v.Path) && v.Source != LimitSource.Default),
                v => Assert.Equal((v.Number, v.Word), (now[v.Path].Number, now[v.Path].Word))
            );
            Assert.All(
                now.Values.Where(v => v.Dimension == Dimension.Torque && v.Source != LimitSource.Default),
                v => Assert.False(v.Known)
            );
            if (sheet.Balancer is not FlangeBalancer)
            {
                // Nothing is tightened before its torque is told.
                Assert.Contains(Completion.Of(copy, [], new Wants("balancer", "crankBolt")).Missing, v => v.Path == "crankBolt/torqueNm");
            }
        }
    }

    private static Dictionary<string, WantedValue> Values(EngineSheet sheet) =>
        SheetView.Of(sheet, []).Parts.SelectMany(p => p.Values).ToDictionary(v => v.Path, StringComparer.Ordinal);
}
