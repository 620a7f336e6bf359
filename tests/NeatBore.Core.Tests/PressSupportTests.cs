using CsCheck;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Measures;
using Xunit;
using static NeatBore.Core.Calculators.Tooling.PressSupport;

namespace NeatBore.Core.Tests;

public class PressSupportTests
{
    private static readonly Request s_rocker = new(
        new PressedBody(22, 26, 23, 31.6),
        new PassingPart(15.985, 4),
        new PushedPart(22.025, 16.03, 15.985, 8),
        160,
        [
            new("tube", StackKind.Sleeve, 31, 23.5, 32),
            new("socket", StackKind.Socket, 34, 22.5, 45),
            new("sleeve", StackKind.Sleeve, 21.6, 16.3, 70),
            new("bar", StackKind.Bar, 18, 0, 110),
            new("washer", StackKind.Washer, 24, 12.5, 4),
        ]
    );

    [Fact]
    public void The_tube_lies_on_the_flat_and_the_sleeve_goes_round_the_trunnion()
    {
        var answer = Solve(s_rocker);
        Assert.Equal(("tube", "sleeve", 32 + 26 + 8 + 70.0), (answer.Support, answer.Pusher, answer.StackMm));
        Assert.Null(answer.MakeOne);
        Assert.Equal(["bar", "socket", "washer"], answer.Refused.Select(r => r.Id));
        Assert.Contains("34 mm across, the flat only 31.6 mm", answer.Refused[1].Because, StringComparison.Ordinal);
        Assert.Contains("it is solid and won’t go over the 15.99 mm inside", answer.Refused[0].Because, StringComparison.Ordinal);
    }

    [Fact]
    public void A_solid_bar_pushes_where_nothing_stands_inside_but_not_through_the_parts_own_hole()
    {
        var solid = s_rocker with { DaylightMm = 200, Pushed = s_rocker.Pushed with { ClearOverMm = 0 } };
        Assert.Equal("bar", Solve(solid).Pusher);
        Assert.Contains(
            "goes through the part’s 18.5 mm hole",
            Solve(solid with { Pushed = solid.Pushed with { InnerMm = 18.5 } }).Refused.Single(r => r.Id == "bar").Because,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void What_fits_nothing_is_told_by_size()
    {
        var none = Solve(s_rocker with { Crib = [s_rocker.Crib[4]] });
        Assert.Null(none.Support);
        Assert.Equal(new PieceSize(null, 31.6, 23, null, 4, 160 - 26 - 8), none.MakeOne!.Support);
        Assert.Equal(16.185, none.MakeOne.Pusher!.InnerLeastMm, 9);
        Assert.Equal(21.8, none.MakeOne.Pusher.OuterMostMm, 9);
        Assert.StartsWith(
            "Make a support with a hole of 23 mm or more, outside up to 31.6 mm",
            none.MakeOne.Words,
            StringComparison.Ordinal
        );

        // Each fits, but not both under this ram: a shorter pusher.
        var tall = Solve(s_rocker with { DaylightMm = 100 });
        Assert.Equal((null, 100 - 32 - 26 - 8.0), (tall.MakeOne!.Support, tall.MakeOne.Pusher!.LengthMostMm));
        Assert.Equal(["sleeve", "tube"], tall.Spares);
    }

    [Fact]
    public void It_picks_what_trying_every_pair_would() =>
        Gen.Select(
                Gen.Select(Gen.Double[8, 40], Gen.Double[0, 30], Gen.Double[5, 80]).Where(p => p.Item2 < p.Item1).Array[1, 14],
                Gen.Double[100, 200],
                Gen.Bool
            )
            .Sample(
                (sizes, daylight, clears) =>
                {
                    var request = s_rocker with
                    {
                        DaylightMm = daylight,
                        Pushed = s_rocker.Pushed with { ClearOverMm = clears ? 15.985 : 0 },
                        Crib =
                        [
                            .. sizes
                                .Select(
                                    (s, i) =>
                                        new StackPiece(
                                            $"p{i:00}",
                                            StackKind.Sleeve,
                                            Math.Round(s.Item1),
                                            Math.Round(s.Item2 * 0.9),
                                            Math.Round(s.Item3)
                                        )
                                )
                                .Where(p => p.InnerMm < p.OuterMm),
                        ],
                    };
                    if (request.Crib.Count == 0)
                    {
                        return;
                    }

                    var best = (
                        from s in request.Crib
                        from p in request.Crib
                        let stack = s.LengthMm + 26 + 8 + p.LengthMm
                        where
                            s.Id != p.Id
                            && stack <= daylight
                            && s.InnerMm >= 23
                            && s.InnerMm >= 16.185
                            && s.OuterMm <= 31.6
                            && s.LengthMm > 4
                            && p.OuterMm <= 21.8
                            && p.InnerMm >= (clears ? 16.185 : 0)
                            && p.OuterMm > 16.03
                            && p.InnerMm < 22.025
                        orderby s.OuterMm - s.InnerMm descending, p.OuterMm - p.InnerMm descending, stack, s.Id, p.Id
                        select (s.Id, p.Id)
                    ).FirstOrDefault();
                    var answer = Solve(request);
                    Assert.Equal(best, (answer.Support, answer.Pusher));
                    Assert.Equal(best.Item1 is null, answer.MakeOne is not null);
                }
            );

    [Fact]
    public void What_cannot_be_is_named_by_its_field()
    {
        var wrong = Assert.Throws<UnusableInputException>(() =>
            Solve(
                new Request(
                    new PressedBody(22, 26, 20, 19),
                    new PassingPart(0, -1),
                    new PushedPart(22, 22, 30, 0),
                    20,
                    [new("a", StackKind.Bar, 10, 10, 5), new("a", StackKind.Bar, 10, 0, 0)]
                )
            )
        );
        Assert.Equal(
            [
                "body.landInnerMm",
                "body.landOuterMm",
                "crib[0].innerMm",
                "crib[1].id",
                "crib[1].lengthMm",
                "daylightMm",
                "passing.lengthMm",
                "passing.outerMm",
                "pushed.clearOverMm",
                "pushed.innerMm",
            ],
            wrong.Errors.Keys.Order(StringComparer.Ordinal)
        );
        Assert.Throws<UnusableInputException>(() => Solve(s_rocker with { Crib = [] }));
    }
}

public class SetOutlierTests
{
    private static SetOutlier.Answer Of(double u, params double[] values) =>
        SetOutlier.Solve(new SetOutlier.Request([.. values.Select((v, i) => new SetOutlier.SetReading($"{i + 1}", v))], u));

    [Fact]
    public void The_odd_one_stands_out_by_hand()
    {
        // Median 1430; absolute deviations 30, 20, 0, 10, 70, 830, 10 about it: MAD 20, spread 29.65, but a fiftieth is 28.6.
        var set = Of(0, 1400, 1450, 1430, 1440, 1500, 600, 1420);
        Assert.Equal(1430, set.Median);
        Assert.Equal(1.4826 * 20, set.Spread, 9);
        Assert.Equal((600 - 1430) / (1.4826 * 20), set.Readings[5].Score, 9);
        Assert.Equal(
            [Verdict.Go, Verdict.Go, Verdict.Go, Verdict.Go, Verdict.Go, Verdict.Stop, Verdict.Go],
            set.Readings.Select(r => r.Verdict)
        );
    }

    [Fact]
    public void Fewer_than_six_say_nothing_and_six_do()
    {
        Assert.All(Of(0, 1, 1, 1, 1, 9).Readings, r => Assert.Null(r.Verdict));
        Assert.Equal(Verdict.Stop, Of(0, 1, 1, 1, 1, 1, 9).Readings[5].Verdict);
    }

    [Fact]
    public void The_spread_is_no_finer_than_the_gauge_or_a_fiftieth() =>
        Assert.Equal((0.02, 5), (Of(0, 1, 1, 1, 1, 1, 1.05).Spread, Of(10, 1, 2, 3, 4, 5, 6).Spread));

    [Fact]
    public void A_set_that_does_not_differ_gives_no_infinity()
    {
        var set = Of(0, 0, 0, 0, 0, 0, 0.5);
        Assert.Equal((0.0, 1e6, Verdict.Stop), (set.Readings[0].Score, set.Readings[5].Score, set.Readings[5].Verdict));
    }

    [Fact]
    public void Scores_do_not_change_with_unit_or_order_and_follow_a_shift_of_a_loose_set() =>
        Gen.Select(Gen.Double[-50, 50].Array[6, 20], Gen.Double[0.1, 10])
            .Sample(
                (values, scale) =>
                {
                    var set = Of(1, values);
                    var scaled = Of(scale, [.. values.Select(v => v * scale)]);
                    var turned = Of(1, [.. values.Reverse()]);
                    for (var i = 0; i < values.Length; i++)
                    {
                        Assert.Equal(set.Readings[i].Score, scaled.Readings[i].Score, 6);
                        Assert.Equal(set.Readings[i].Score, turned.Readings[values.Length - 1 - i].Score, 9);
                    }
                }
            );

    [Fact]
    public void A_place_twice_or_no_set_is_refused()
    {
        var twice = Assert.Throws<UnusableInputException>(() => SetOutlier.Solve(new SetOutlier.Request([new("3", 1), new("3", 2)])));
        Assert.Contains("“3” stands twice", twice.Errors["readings[1].id"][0], StringComparison.Ordinal);
        Assert.Throws<UnusableInputException>(() => SetOutlier.Solve(new SetOutlier.Request([])));
        Assert.Throws<UnusableInputException>(() => SetOutlier.Solve(new SetOutlier.Request([new("1", 1)], -1)));
    }
}
