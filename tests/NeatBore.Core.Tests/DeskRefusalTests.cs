using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>What the desk refuses, asks about and lets pass, each with the words that say what would be right.</summary>
public class DeskRefusalTests
{
    private static Workbench Parts() => new Workbench().Begin().TakeEvery("parts", "HB-21", "B-7");

    [Fact]
    public void No_new_round_is_begun_behind_a_shut_gate_or_before_its_turn()
    {
        var bench = new Workbench().Measured("33.900");
        var refused = bench.Refused((id, at) => new BeginRound(id, at, Workbench.At("draw"), "to be first"));
        Assert.Equal(["step"], refused.Keys);
        Assert.EndsWith("Gate: The fit", refused["step"][0], StringComparison.Ordinal);
        Assert.Equal(1, bench.Step("draw").Round);
    }

    [Fact]
    public void A_reading_of_an_earlier_round_is_kept_as_it_was()
    {
        var bench = Parts().Take("nose", "s1-0", "34.021");
        var first = bench.Step("nose").Rounds[0].Slots[0].Live!.Id;
        bench.Again("nose").Take("nose", "s1-0", "34.022");
        Assert.Contains(
            "earlier round",
            bench.Refused((id, at) => new Strike(id, at, first, StrikeReason.Slip))["reading"][0],
            StringComparison.Ordinal
        );
        Assert.Null(bench.Step("nose").Rounds[0].Slots[0].Readings[0].Struck);
    }

    [Fact]
    public void Each_rubs_out_his_own_last_reading_and_nobody_elses()
    {
        var bench = Parts().Take("nose", "s1-0", "34.021").Take("nose", "s1-90", "34.022", by: Workbench.Tomas);
        Guid At(int slot) => bench.Step("nose").Rounds[0].Slots[slot].Readings[0].Id;
        Assert.Contains(
            "only your last reading",
            bench.Refused((id, at) => new Strike(id, at, At(1), StrikeReason.RubbedOut))["because"][0],
            StringComparison.Ordinal
        );
        Assert.Contains(
            "only your last reading",
            bench.Refused((id, at) => new Strike(id, at, At(0), StrikeReason.RubbedOut), Workbench.Tomas)["because"][0],
            StringComparison.Ordinal
        );
        // Hers is the last of her own, though his came after it.
        bench.Do((id, at) => new Strike(id, at, At(0), StrikeReason.RubbedOut));
        Assert.Equal([StrikeReason.RubbedOut, null], bench.Step("nose").Rounds[0].Slots.Take(2).Select(s => s.Readings[0].Struck));
    }

    [Theory]
    [InlineData("10", null)]
    [InlineData("39", null)]
    [InlineData("40", "40.0 mm was understood; the others here are about 4.0 mm. Enter again keeps it as typed.")]
    [InlineData("0.4", "0.4 mm was understood; the others here are about 4.0 mm. Enter again keeps it as typed.")]
    [InlineData("-41", "−41.0 mm was understood, but here it would be from 1 mm to 120 mm. Enter again keeps it as typed.")]
    [InlineData("200", "200.0 mm was understood, but here it would be from 1 mm to 120 mm. Enter again keeps it as typed.")]
    public void A_value_ten_times_off_its_peers_or_outside_what_the_part_could_be_is_asked_about_in_whole_words(
        string typed,
        string? question
    )
    {
        // Asked of the slot itself, as the yoke's gaps have it.
        var slots = new[] { ("0", 4.0), ("120", (double?)null), ("240", 4.0) }
            .Select(s => new SlotState(
                new Slot(s.Item1, $"Gap at {s.Item1}", SlotKind.Number, Dimension.Length, 0.1, Plausible: new Band(1, 120), Peers: "gap"),
                s.Item2 is { } value
                    ?
                    [
                        new ReadingState(
                            Guid.NewGuid(),
                            $"{value}",
                            value,
                            null,
                            Workbench.Ines,
                            Workbench.Start,
                            false,
                            null,
                            null,
                            null,
                            null,
                            null
                        ),
                    ]
                    : []
            ))
            .ToList();
        var asked = Desk.Odd(
            slots[1].Slot with
            {
                Plausible = typed == "0.4" ? null : slots[1].Slot.Plausible,
            },
            double.Parse(typed, System.Globalization.CultureInfo.InvariantCulture),
            slots
        );
        Assert.Equal(question, asked is null ? null : Wording.Write(asked));
    }

    [Fact]
    public void A_gate_stays_shut_at_look_again_and_opens_at_a_go()
    {
        // The gauges together can't tell: the limit lies within their uncertainty.
        var shut = Enumerable
            .Range(0, 40)
            .Select(i => new Workbench().Measured($"{33.960 + (i * 0.001):0.000}"))
            .FirstOrDefault(b => b.Step("fit").Now.Call!.Verdict == Verdict.LookAgain);
        Assert.NotNull(shut);
        Assert.Equal((false, "Gate: The fit"), (shut.Step("fit").Passed, shut.Step("method").BlockedBy));
        Assert.Contains(
            "not yours to decide",
            shut.Refused((id, at) => new Decide(id, at, Workbench.At("fit"), "close enough"))["step"][0],
            StringComparison.Ordinal
        );
        Assert.Null(new Workbench().Measured().Step("method").BlockedBy);
    }

    /// <summary>What a builder gets who chooses nothing, and what he is told to take care of: NEATBORE_WRITE_FORMATS=1 writes it anew,
    /// and the commit says why.</summary>
    [Fact]
    public void What_is_usual_and_what_to_take_care_of_stands_as_it_was_agreed()
    {
        var lines = new List<string>();
        foreach (var file in (string[])["four-1.8.v1", "straight-six-2.7.v1", "v6-3.0.v1", "v8-4.4.v1"])
        {
            var engine = Workbench.Demo<EngineSheet>($"sheets/{file}.json");
            foreach (var p in ProcedureBook.Default.Newest.Where(p => p.Places(engine).Count > 0))
            {
                var bench = new Workbench(engine, new TaskRef(p.Id, p.Home ?? p.Places(engine)[0])).Begin();
                lines.AddRange(
                    bench.Task.Choices.Select(c =>
                        $"{engine.Id}, {p.Id}: {c.Id} = {c.Chosen}, of {string.Join(", ", c.Options.Select(o => o.Id))}"
                    )
                );
                lines.AddRange(p.Steps.Select(s => $"{p.Id}/{s.Id}: {string.Join(" | ", s.Cautions)}"));
                Assert.All(p.Steps, s => Assert.NotEmpty(s.Cautions));
            }
        }

        var text = string.Join('\n', lines.Distinct()) + "\n";
        var table = Repository.At("tests", "tables", "usual.txt");
        if (Environment.GetEnvironmentVariable("NEATBORE_WRITE_FORMATS") == "1")
        {
            File.WriteAllText(table, text);
        }

        Assert.Equal(File.ReadAllText(table), text);
    }
}
