using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Sheets made whole for a task: what is known, what rules give, what is missing.</summary>
public class CompletionTests
{
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    /// <summary>Every task that wants something, on every demo engine that has what it is about.</summary>
    public static TheoryData<string, string> Tasks
    {
        get
        {
            var data = new TheoryData<string, string>();
            foreach (var file in Directory.GetFiles(Repository.At("demo", "sheets")).Select(f => Path.GetFileName(f)).Order())
            {
                var sheet = Workbench.Demo<EngineSheet>($"sheets/{file}");
                if (sheet.Known is not null)
                {
                    // Made by telling: those that are described whole are what telling is held against.
                    continue;
                }

                foreach (var task in ProcedureBook.Default.Newest.Where(p => p.Wants.Parts.Count > 0 && p.Places(sheet).Count > 0))
                {
                    data.Add(file, task.Id);
                }
            }

            return data;
        }
    }

    [Theory]
    [MemberData(nameof(Tasks))]
    public void A_bare_engine_that_is_told_all_that_a_described_one_says_becomes_that_one(string file, string task)
    {
        var (demo, procedure) = Of(file, task);
        var told = Told(demo, procedure).ToList();
        var whole = Completion.Of(Bare(demo), told, procedure.Wants);
        Assert.Empty(whole.Missing);
        Assert.All(whole.Values, v => Assert.Null(v.Fault));
        var again = Completion.Of(whole.Sheet, [], procedure.Wants).Values.ToDictionary(v => v.Path);
        Assert.All(
            told.Where(t => again.ContainsKey(t.Path) && !s_asked.Any(a => t.Path.EndsWith(a, StringComparison.Ordinal))),
            t => Assert.Equal((t.Number, t.Word), (again[t.Path].Number, again[t.Path].Word))
        );
        Assert.False(Completion.Of(demo, [], procedure.Wants).Made);
    }

    [Theory]
    [MemberData(nameof(Tasks))]
    public void Whatever_is_taken_away_is_asked_for_and_nothing_is_begun_without_it(string file, string task)
    {
        var (demo, procedure) = Of(file, task);
        var all = Told(demo, procedure).ToList();
        for (var seed = 1; seed <= 15; seed++)
        {
            var random = new Random(seed);
            var left = all.Where(_ => random.Next(seed < 8 ? 10 : 3) > 0).ToList();
            var sheet = Bare(demo);
            var whole = Completion.Of(sheet, left, procedure.Wants);
            var gone = all.Select(t => t.Path).Except(left.Select(t => t.Path)).ToHashSet();
            Assert.All(whole.Values.Where(v => v.Need == Need.Must), v => Assert.Equal(gone.Contains(v.Path), v.Missing));
            Assert.All(whole.Values.Where(v => v.Known && gone.Contains(v.Path)), v => Assert.Equal(LimitSource.Default, v.Source));
            Assert.All(
                whole.Values.Where(v => v.Known && gone.Contains(v.Path)),
                v => Assert.False(v.Dimension is Dimension.Torque && !v.Path.EndsWith("/low") && !v.Path.EndsWith("/high"))
            );

            var desk = new Desk(ProcedureBook.Default, s_shop);
            var build = Opened(sheet with { Known = left });
            var at = new TaskRef(procedure.Id, procedure.Home ?? procedure.Places(sheet)[0]);
            // Whatever is missing, its card can be drawn.
            Assert.Equal(whole.Ready, JobCard.Of(build, at, ProcedureBook.Default, s_shop)!.Ready);
            var start = new StartTask(Guid.CreateVersion7(), Workbench.Start, at);
            if (whole.Missing.Any() || whole.Values.Any(v => v.Fault is not null))
            {
                var refused = Assert.Throws<UnusableInputException>(() => desk.Take(build, start, Workbench.Ines, Workbench.Start));
                Assert.Equal(
                    whole.Values.Where(v => v.Missing || v.Fault is not null).Select(v => v.Path).Order(),
                    refused.Errors.Keys.Order()
                );
                continue;
            }

            build = desk.Take(build, start, Workbench.Ines, Workbench.Start);
            for (var n = 0; n < 40; n++)
            {
                try
                {
                    var now = Workbench.Start.AddMinutes(n);
                    var command = RandomWork.GoingOn(build.Tasks.Single(), random, Guid.CreateVersion7(), now);
                    build = desk.Take(build, command, Workbench.Ines, now);
                }
                catch (UnusableInputException) { }
                catch (OddReadingException) { }
            }

            Assert.All(
                build.Tasks.Single().Steps.SelectMany(s => s.Now.Call?.Checks ?? []),
                c => Assert.True(double.IsFinite(c.Value) && double.IsFinite(c.Limit))
            );
        }
    }

    /// <summary>An engine of which nothing is known but its cylinders, with every part that one can have.</summary>
    public static TheoryData<CylinderBanks, string> Blank =>
        [
            .. Enum.GetValues<CylinderBanks>()
                .SelectMany(banks => ProcedureBook.Default.Newest.Where(p => p.Wants.Parts.Count > 0).Select(p => (banks, p.Id))),
        ];

    [Theory]
    [MemberData(nameof(Blank))]
    public void A_card_is_there_whatever_of_its_values_is_told(CylinderBanks banks, string task)
    {
        var arrangement = new Arrangement(banks, 4, CamBearings: 3, Rockers: 8);
        var sheet = new EngineSheet("blank", 1, "Blank", "", EngineLayout.From(arrangement), Arrangement: arrangement) with
        {
            Undescribed = ["auxiliary", .. Enum.GetValues<PressedKind>().Select(PressedValues.PartOf).OfType<string>()],
        };
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == task);
        var at = new TaskRef(task, procedure.Home ?? procedure.Places(sheet)[0]);
        var wanted = Completion.Of(sheet, [], procedure.Wants).Values;
        KnownValue Guess(WantedValue v) =>
            v.Words is { } words
                ? new(v.Path, null, words[0].Id, LimitSource.Manual)
                : new(v.Path, v.Dimension == Dimension.Count ? 3 : (v.Plausible.Low + v.Plausible.High) / 2, null, LimitSource.Manual);
        var some = new Random(5);
        foreach (
            var told in wanted
                .Select(v => new List<WantedValue> { v })
                .Concat(Enumerable.Range(0, 12).Select(_ => wanted.Where(_ => some.Next(3) > 0).ToList()))
                .Prepend([])
        )
        {
            var card = JobCard.Of(Opened(sheet with { Known = [.. told.Select(Guess)] }), at, ProcedureBook.Default, s_shop)!;
            Assert.NotEmpty(JsonSerializer.Serialize(card, CoreJson.Default.JobCard));
        }
    }

    /// <summary>What is not wanted has no part in what is said, whatever it is: other parts of the sheet can be gone, and other values
    /// can be anything.</summary>
    [Theory]
    [MemberData(nameof(Tasks))]
    public void A_task_looks_at_nothing_that_it_does_not_want(string file, string task)
    {
        var (demo, procedure) = Of(file, task);
        var wants = procedure.Wants;
        var other = JsonSerializer.SerializeToNode(demo, CoreJson.Default.EngineSheet)!.AsObject();
        string[] own =
        [
            "id",
            "version",
            "name",
            "summary",
            "layout",
            "sealants",
            .. wants.Parts.Select(p => p.StartsWith("pressed-", StringComparison.Ordinal) ? "pressed" : p),
            .. wants.Also,
        ];
        foreach (var part in other.Select(p => p.Key).Except(own).ToList())
        {
            other.Remove(part);
        }

        var changed = 0;
        foreach (var value in wants.Parts.SelectMany(p => SheetValues.Of(p, demo.Layout)!.Values).Where(v => !wants.Looks(v.Path)))
        {
            if (Parent(other, value.Path, out var name) is { } at && at[name]?.GetValueKind() == JsonValueKind.Number)
            {
                at[name] =
                    value.Dimension == Dimension.Count ? at[name]!.GetValue<int>() + 2 : (at[name]!.GetValue<double>() * 1.37) + 0.11;
                changed++;
            }
        }

        Assert.True(changed > 0 || wants.Not.Count == 0);
        var another = other.Deserialize(CoreJson.Default.EngineSheet)!;
        Assert.Equal(Walked(demo, procedure), Walked(another, procedure));
    }

    [Fact]
    public void No_rule_makes_up_a_torque_a_rating_a_heat_or_one_use()
    {
        var layout = EngineLayout.From(new Arrangement(CylinderBanks.Straight, 6, CamBearings: 4, Rockers: 12));
        foreach (
            var value in Parts
                .Concat(PressedValues.Parts.Select(p => p.Part))
                .SelectMany(p => SheetValues.Of(p, layout)!.Values)
                .Where(v => v.HasRule)
        )
        {
            var end = value.Path.EndsWith("/low", StringComparison.Ordinal) || value.Path.EndsWith("/high", StringComparison.Ordinal);
            Assert.False(value.Dimension == Dimension.Torque && !end, value.Path);
            Assert.DoesNotContain("screwTensile", value.Path, StringComparison.Ordinal);
            Assert.DoesNotContain("rubber/high", value.Path, StringComparison.Ordinal);
            Assert.DoesNotContain("most/high", value.Path, StringComparison.Ordinal);
            Assert.DoesNotContain("outerMass", value.Path, StringComparison.Ordinal);
            Assert.DoesNotContain("once", value.Path, StringComparison.Ordinal);
        }

        // The ends of a torque's limit follow from the torque, and are nothing without it.
        var bolt = Completion.Of(Bare(layout), [], new Wants("crankBolt"));
        Assert.Equal(["crankBolt/majorMm", "crankBolt/pitchMm", "crankBolt/torqueNm"], bolt.Missing.Select(v => v.Path));
        Assert.All(bolt.Values, v => Assert.False(v.Known));
    }

    [Fact]
    public void What_no_rule_can_give_is_asked_for_once_all_else_is_there()
    {
        var layout = EngineLayout.From(new Arrangement(CylinderBanks.Straight, 4));
        KnownValue Of(string path, double number) => new($"cover/{path}", number, null, LimitSource.Manual);
        KnownValue[] told = [Of("boreMm", 62), Of("boltCount", 8), Of("groups/0/torqueNm", 10), Of("dowelCount", 0)];
        IEnumerable<string> Missing(double thread) =>
            Completion.Of(Bare(layout), [.. told, Of("groups/0/majorMm", thread)], new Wants("cover")).Missing.Select(v => v.Path);
        Assert.Empty(Missing(6));
        // No standard lists a coarse pitch, or a clearance hole, of 7.
        Assert.Equal(["cover/groups/0/pitchMm", "cover/holeFreeMm"], Missing(7));
        Assert.Equal(
            ["frontSeal/lip"],
            Completion
                .Of(
                    Bare(layout),
                    [
                        .. new[] { ("shaftMm", 42.0), ("outerMm", 62), ("widthMm", 8), ("depthMm", 1) }.Select(v => new KnownValue(
                            $"frontSeal/{v.Item1}",
                            v.Item2,
                            null,
                            LimitSource.Manual
                        )),
                    ],
                    new Wants("frontSeal")
                )
                .Missing.Select(v => v.Path)
        );
    }

    [Theory]
    [InlineData("screwed-body", "balancer/body/screws")]
    [InlineData("flange", "balancer/flange/bolts")]
    public void Bolts_across_from_one_another_are_an_even_number(string design, string path)
    {
        var layout = EngineLayout.From(new Arrangement(CylinderBanks.Straight, 4));
        string? Fault(double number) =>
            Completion
                .Of(
                    Bare(layout),
                    [new("balancer/design", null, design, LimitSource.Manual), new(path, number, null, LimitSource.Manual)],
                    new Wants("balancer")
                )
                .Values.Single(v => v.Path == path)
                .Fault;
        Assert.Null(Fault(6));
        Assert.EndsWith("it must be an even number", Fault(5), StringComparison.Ordinal);
    }

    [Fact]
    public void A_cam_bearings_face_is_half_its_length_before_its_middle()
    {
        var layout = EngineLayout.From(new Arrangement(CylinderBanks.Straight, 4, CamBearings: 5));
        double? Face(params KnownValue[] told) =>
            Completion.Of(Bare(layout), told, new Wants("cam")).Values.Single(v => v.Path == "cam/bearings/0/zMm").Number;
        var place = layout.CamBearings[0];
        Assert.Equal(Math.Round(place.ZMm - (place.WidthMm / 2), 1), Face());
        Assert.Equal(Math.Round(place.ZMm - 13, 1), Face(new KnownValue("cam/bearings/0/widthMm", 26, null, LimitSource.Measured)));
    }

    [Fact]
    public void What_warming_takes_stays_out_until_all_of_it_is_known()
    {
        var layout = EngineLayout.From(new Arrangement(CylinderBanks.Straight, 4));
        var wants = ProcedureBook.Default.Newest.Single(p => p.Id == "balancer-on").Wants;
        List<KnownValue> told =
        [
            new("balancer/design", null, "solid", LimitSource.Manual),
            .. new[] { ("nose/diameterMm", 34.0), ("hub/outerDiameterMm", 56), ("hub/lengthMm", 44), ("seatedDepthMm", 6) }.Select(
                v => new KnownValue($"balancer/{v.Item1}", v.Item2, null, LimitSource.Manual)
            ),
            .. new[] { ("majorMm", 14.0), ("pitchMm", 2), ("torqueNm", 140) }.Select(v => new KnownValue(
                $"crankBolt/{v.Item1}",
                v.Item2,
                null,
                LimitSource.Manual
            )),
        ];
        var cold = Completion.Of(Bare(layout), told, wants);
        Assert.True(cold.Ready);
        Assert.Null(cold.Sheet.Balancer!.Warm);
        told.Add(new("balancer/warm/massKg", 3.4, null, LimitSource.Measured));
        told.Add(new("balancer/warm/rubber/high", 105, null, LimitSource.Manual));
        Assert.Null(Completion.Of(Bare(layout), told, wants).Sheet.Balancer!.Warm);
        told.Add(new("balancer/warm/acrossMm", 168, null, LimitSource.Measured));
        var warm = Completion.Of(Bare(layout), told, wants).Sheet.Balancer!.Warm!;
        Assert.Equal((3.4, 105.0, LimitSource.Manual), (warm.MassKg, warm.Rubber!.High!.Value, warm.Rubber.Source));
        // Both faces and the rim of a disc: 2 π/4 0.168² + π 0.168 × 0.6 × 0.044.
        Assert.Equal(0.058, warm.SurfaceM2, 3);
        Assert.Equal(0.56, warm.NoseMassKg, 2);
    }

    [Theory]
    [InlineData(20, 0.007, 0.033)]
    [InlineData(30, 0.010, 0.050)]
    [InlineData(45, 0.010, 0.050)]
    [InlineData(75, 0.017, 0.083)]
    public void Interference_follows_from_the_nose_where_nobody_knows_it_and_says_that_it_is_a_default(double nose, double low, double high)
    {
        var layout = EngineLayout.From(new Arrangement(CylinderBanks.Straight, 4));
        var values = Completion
            .Of(Bare(layout), [new("balancer/nose/diameterMm", nose, null, LimitSource.Measured)], new Wants("balancer"))
            .Values.ToDictionary(v => v.Path);
        Assert.Equal((low, LimitSource.Default), (values["balancer/interference/low"].Number, values["balancer/interference/low"].Source));
        Assert.Equal(
            (high, LimitSource.Default),
            (values["balancer/interference/high"].Number, values["balancer/interference/high"].Source)
        );
    }

    [Fact]
    public void What_can_not_both_be_true_is_said_at_both_places()
    {
        var layout = EngineLayout.From(new Arrangement(CylinderBanks.Straight, 4));
        var values = Completion
            .Of(
                Bare(layout),
                [
                    new("balancer/nose/diameterMm", 60, null, LimitSource.Manual),
                    new("balancer/hub/outerDiameterMm", 56, null, LimitSource.Manual),
                ],
                new Wants("balancer")
            )
            .Values.Where(v => v.Fault is not null)
            .ToList();
        Assert.Equal(["balancer/nose/diameterMm", "balancer/hub/outerDiameterMm"], values.Select(v => v.Path));
        Assert.All(values, v => Assert.Equal("the nose can’t be larger than the hub that sits on it", v.Fault));
    }

    // Asked for, and in a sheet as the properties of a metal: which metal, a described sheet does not say.
    private static readonly string[] s_asked = ["/key"];

    internal static readonly string[] Parts =
    [
        "balancer",
        "crankBolt",
        "cover",
        "frontSeal",
        "endFloat",
        "rear",
        "spigot",
        "cam",
        "rockers",
    ];

    private static (EngineSheet, Procedure) Of(string file, string task) =>
        (Workbench.Demo<EngineSheet>($"sheets/{file}"), ProcedureBook.Default.Newest.Single(p => p.Id == task));

    private static EngineSheet Bare(EngineSheet demo) =>
        Bare(demo.Layout) with
        {
            Arrangement = new(CylinderBanks.Straight, 4, Rockers: demo.Layout.Rockers.Count),
            Undescribed = [.. (demo.Pressed ?? []).Select(p => PressedValues.PartOf(p.Kind)).OfType<string>()],
        };

    private static EngineSheet Bare(EngineLayout layout) => new("bare", 1, "Bare", "", layout, Arrangement: new(CylinderBanks.Straight, 4));

    private static IEnumerable<KnownValue> Told(EngineSheet demo, Procedure procedure)
    {
        var there = procedure
            .Wants.Parts.SelectMany(p => Completion.Of(demo, [], new Wants(p) { More = true }).Values)
            .Where(v => v.Known)
            .ToDictionary(v => v.Path);
        foreach (var value in procedure.Wants.Parts.SelectMany(p => SheetValues.Of(p, demo.Layout)!.Values).Where(v => !v.Hidden))
        {
            if (there.TryGetValue(value.Path, out var known))
            {
                yield return new KnownValue(value.Path, known.Number, known.Word, LimitSource.Manual);
            }
            else if (value.Asked && value.Words is { } words)
            {
                yield return new KnownValue(value.Path, null, words[0].Id, LimitSource.Manual);
            }
            else if (value is { Asked: true, More: false })
            {
                var number = value.Path.Split('/')[^1] == "boltCount" ? 8 : 0;
                yield return new KnownValue(value.Path, number, null, LimitSource.Manual);
            }
        }
    }

    private static WorkedBuild Opened(EngineSheet sheet) =>
        WorkedBuild.Of(
            new Dictionary<SheetRef, EngineSheet> { [sheet.Ref] = sheet },
            ProcedureBook.Default,
            [new LogEntry(1, Workbench.Start, Workbench.Ines, new BuildOpened(Guid.NewGuid(), Workbench.Start, "1", "Tried", sheet.Ref))]
        );

    /// <summary>What is asked, refused and said on work that goes each way, the same for the same seed.</summary>
    private static string Walked(EngineSheet sheet, Procedure procedure)
    {
        var (random, desk, build) = (new Random(7), new Desk(ProcedureBook.Default, s_shop), Opened(sheet));
        var start = new TaskStarted(
            Guid.NewGuid(),
            Workbench.Start,
            new TaskRef(procedure.Id, procedure.Home ?? procedure.Places(sheet)[0]),
            procedure.Version,
            sheet.Ref
        );
        build = build.Apply(new LogEntry(2, Workbench.Start, Workbench.Ines, start));
        var lines = new List<string>();
        for (var n = 0; n < 120; n++)
        {
            var now = Workbench.Start.AddMinutes(n);
            try
            {
                build = desk.Take(build, RandomWork.GoingOn(build.Tasks.Single(), random, Guid.CreateVersion7(), now), Workbench.Ines, now);
            }
            catch (UnusableInputException e)
            {
                lines.Add(string.Join(';', e.Errors.Select(x => $"{x.Key}: {string.Join(' ', x.Value)}")));
            }
            catch (OddReadingException e)
            {
                lines.Add(Wording.Write(e.Question));
            }

            lines.AddRange(
                build
                    .Tasks.Single()
                    .Steps.Select(s =>
                        $"{s.Ref.Step}@{s.Ref.Item} {s.Status} {Wording.Write(s.Now.Do)} "
                        + string.Join(
                            ',',
                            s.Now.Call?.Checks.Select(c =>
                                string.Create(CultureInfo.InvariantCulture, $"{c.Name} {c.Value:G6} {c.Limit:G6}")
                            )
                                ?? []
                        )
                    )
            );
        }

        return string.Join('\n', lines.Distinct());
    }

    private static JsonObject? Parent(JsonObject sheet, string path, out string name)
    {
        var names = path.Split('/');
        name = names[^1];
        return names[..^1]
                .Aggregate(
                    (JsonNode?)sheet,
                    (node, n) => node is JsonArray list ? list.ElementAtOrDefault(int.Parse(n, CultureInfo.InvariantCulture)) : node?[n]
                ) as JsonObject;
    }

    [Fact]
    public void An_engine_in_inches_is_summed_up_to_a_thousandth_of_a_millimetre() =>
        Assert.Equal("Straight 6, 88.9 × 98.425 mm", new Arrangement(CylinderBanks.Straight, 6, null, 3.5 * 25.4, 3.875 * 25.4).Words);
}
