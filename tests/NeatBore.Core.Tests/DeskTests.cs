using System.Text.Json;
using CsCheck;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Core.Tests;

public class DeskTests
{
    private static readonly string[] s_typed =
    [
        "34.021",
        "33.997",
        "0",
        "-1",
        "60",
        "34 in",
        "",
        "x",
        "1e9",
        "6.01",
        "125.3",
        "16",
        "1/0",
        "99999999",
    ];

    /// <summary>Whatever is sent, in whatever order: it is taken, asked about or refused with the field named, and the log stays
    /// sound.</summary>
    [Fact]
    public void What_a_command_brings_with_it_has_an_id_that_follows_from_the_commands()
    {
        var calls = new Workbench().Measured().Log.Select(e => e.Event).OfType<Called>().ToList();
        Assert.NotEmpty(calls);
        // Version 8 of RFC 9562: by a rule of one's own.
        Assert.All(calls, c => Assert.Equal((8, 2), (c.Id.Version, c.Id.Variant >> 2)));
        Assert.Equal(calls.Count, calls.DistinctBy(c => c.Id).Count());
    }

    [Fact]
    public void No_order_of_commands_breaks_a_build() =>
        Gen.Int[0, int.MaxValue]
            .Sample(
                seed =>
                {
                    var random = new Random(seed);
                    var bench = new Workbench().Begin();
                    for (var i = 0; i < 60; i++)
                    {
                        var before = bench.Log.Count;
                        try
                        {
                            bench.Do(Any(random, bench), random.Next(5) == 0 ? Workbench.Tomas : Workbench.Ines);
                        }
                        catch (UnusableInputException e)
                        {
                            Assert.NotEmpty(e.Errors);
                            Assert.Equal(before, bench.Log.Count);
                        }
                        catch (OddReadingException e)
                        {
                            Assert.DoesNotContain("{", e.Message, StringComparison.Ordinal);
                            Assert.Equal(before, bench.Log.Count);
                        }
                    }

                    Assert.Equal(Enumerable.Range(1, bench.Log.Count).Select(n => (long)n), bench.Log.Select(e => e.Seq));
                    Assert.Equal(bench.Log.Count, bench.Log.Select(e => e.Event.Id).Distinct().Count());
                    GatesHold(bench.Task);
                    Assert.Equal(
                        bench.State.Tasks.Count,
                        JsonSerializer.SerializeToNode(bench.State, CoreWire.Options)!["tasks"]!.AsArray().Count
                    );
                },
                iter: 60
            );

    [Fact]
    public void Every_call_that_can_be_seen_is_in_the_log_as_it_was_given()
    {
        var bench = new Workbench().Done();
        foreach (var step in bench.Task.Steps.Where(s => s.Now.Call is not null))
        {
            Assert.False(step.Differs);
            Assert.Equal(step.Now.Call!.Because, step.Calls[^1].Judgement.Call!.Because);
        }
    }

    [Fact]
    public void A_choice_is_one_of_its_options_and_changes_what_is_judged()
    {
        var bench = new Workbench().Measured();
        Assert.Contains("option", bench.Refused((id, at) => new Choose(id, at, Workbench.BalancerOn, "lubricant", "lard")).Keys);
        Assert.Contains("choice", bench.Refused((id, at) => new Choose(id, at, Workbench.BalancerOn, "colour", "oil")).Keys);
        bench.Do((id, at) => new Choose(id, at, Workbench.BalancerOn, "lubricant", "paste"));
        Assert.Equal("Fit it. Expect 7.0 kN to 10.6 kN to draw it home.", Wording.Write(bench.Step("fit").Now.Do));
        Assert.Equal(2, bench.Step("fit").Calls.Count);
    }

    [Fact]
    public void A_worn_out_calibration_or_a_wrong_wrench_is_said_with_its_numbers()
    {
        var bench = new Workbench()
            .Measured()
            .TakeAll("method")
            .TakeAll("dress")
            .TakeAll("tool")
            .TakeEvery("draw", "40.0", "22.5")
            .TakeAll("seat", "6.01", "6.02", "6.00")
            .TakeEvery("bolt", "60", "420", "35", "140");
        var call = bench.Step("bolt").Now.Call!;
        Assert.Equal(Verdict.Stop, call.Verdict);
        Assert.Equal("156.4 N·m reached the bolt; 147.0 N·m is the limit.", call.Because);
        Assert.StartsWith("Over-tightened.", Wording.Write(bench.Step("bolt").Now.Do), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("6.01", "6.30", "6.00", "Pull it back off. Look for a burr, a cocked key or dirt towards 10:00.")]
    [InlineData("7.40", "7.41", "7.40", "Not home yet. Draw it 1.40 mm more, then read again.")]
    [InlineData("5.10", "5.11", "5.10", "Past its seat by 0.90 mm. Check hub, nose and sheet before you go on.")]
    [InlineData("6.19", "6.20", "6.20", "Wipe the faces and read the three depths again.")]
    public void The_seat_says_what_to_do_with_the_hands(string twelve, string four, string eight, string says)
    {
        var bench = new Workbench()
            .Measured()
            .TakeAll("method")
            .TakeAll("dress")
            .TakeAll("tool")
            .TakeEvery("draw", "40.0", "22.5")
            .TakeAll("seat", twelve, four, eight);
        Assert.Equal(says, Wording.Write(bench.Step("seat").Now.Do));
        Assert.Equal(StepStatus.Blocked, bench.Step("bolt").Status);
    }

    public static TheoryData<string> Sheets => [.. Directory.GetFiles(Repository.At("demo", "sheets")).Select(f => Path.GetFileName(f)!)];

    [Theory]
    [MemberData(nameof(Sheets))]
    public void Every_run_sheet_is_whole_on_every_engine(string file)
    {
        var known = Workbench.Demo<EngineSheet>($"sheets/{file}");
        foreach (var procedure in ProcedureBook.Default.Newest.Where(p => p.Places(known).Count > 0))
        {
            var sheet = procedure.Sees(Completion.Of(known, [], procedure.Wants).Sheet);
            Assert.Equal(procedure.Steps.Count, procedure.Steps.Select(s => s.Id).Distinct().Count());
            Assert.All(procedure.Steps, s => Assert.NotEmpty(s.Cautions));
            Assert.All(
                procedure.Steps.SelectMany(s => s.Needs.Concat(s.Weighs)),
                need => Assert.Contains(procedure.Steps, s => s.Id == need)
            );
            Assert.All(procedure.Choices, c => Assert.Contains(procedure.Steps, s => s.Id == c.Step));
            var choices = procedure.Choices.ToDictionary(c => c.Id, c => c.Options(sheet)[0].Id);
            foreach (var (step, context) in procedure.Steps.Select(s => (s, new StepContext(s, "", new PlainView(sheet, choices)))))
            {
                if (step.When(context).Because is { } because)
                {
                    Assert.EndsWith(".", Wording.Write(because), StringComparison.Ordinal);
                    continue;
                }

                var slots = step.Slots(context);
                Assert.Equal(slots.Count, slots.Select(s => s.Key).Distinct().Count());
                Assert.All(slots.Where(s => s.Kind == SlotKind.Tool), s => Assert.NotNull(s.Need));
                Assert.All(slots.Where(s => s.Kind == SlotKind.Pick), s => Assert.True(s.Options is { Count: > 1 }));
                Assert.All(slots.Where(s => s.Kind == SlotKind.Trace), s => Assert.NotNull(s.Trace));
                Assert.All(
                    slots.Where(s => s.Kind == SlotKind.Number),
                    s =>
                        Assert.True(
                            s.Plausible is { } part
                                && s.Dimension != Dimension.Text
                                && (s.Expected is null || (s.Expected >= part.Low && s.Expected <= part.High)),
                            $"{step.Id} {s.Key}"
                        )
                );
            }
        }
    }

    [Fact]
    public void A_log_that_names_what_is_not_here_says_so()
    {
        var missing = Assert.Throws<KeyNotFoundException>(() => ProcedureBook.Default.Find("balancer-on", 99));
        Assert.Contains("version 99 of “balancer-on”", missing.Message, StringComparison.Ordinal);
        Assert.Throws<ArgumentException>(() =>
            Evaluation.Evaluate(new Dictionary<SheetRef, EngineSheet>(), ProcedureBook.Default, [], DateTimeOffset.MaxValue)
        );
    }

    private static void GatesHold(TaskState task)
    {
        var shut = false;
        foreach (var step in task.Steps.Where(s => s.Status != StepStatus.LeftOut))
        {
            Assert.True(!shut || (step.Status == StepStatus.Blocked && !step.Passed), $"{step.Ref.Step} is open behind a shut gate");
            shut |= step.Gate is not null && !step.Passed;
        }
    }

    private static Func<Guid, DateTimeOffset, Command> Any(Random random, Workbench bench)
    {
        var step = bench.Task.Steps[random.Next(bench.Task.Steps.Count)];
        if (random.Next(3) > 0)
        {
            // Mostly the open step, so that the work gets somewhere.
            step = bench.Task.Steps.FirstOrDefault(s => !s.Passed) ?? step;
        }

        var slots = step.Rounds[^1].Slots;
        var readings = slots.SelectMany(s => s.Readings).ToList();
        return random.Next(12) switch
        {
            0 => (id, at) =>
                new Strike(
                    id,
                    at,
                    readings.Count > 0 ? readings[random.Next(readings.Count)].Id : Guid.Empty,
                    (StrikeReason)random.Next(4)
                ),
            1 => (id, at) => new BeginRound(id, at, step.Ref, random.Next(4) == 0 ? "" : "Moved"),
            2 => (id, at) => new Decide(id, at, step.Ref, "Good enough"),
            3 => (id, at) => new OpenGate(id, at, step.Ref, "Trial"),
            4 => (id, at) => new Note(id, at, step.Ref with { Item = random.Next(2) == 0 ? "" : "cam-9" }, "x"),
            5 => (id, at) => new StartTask(id, at, Workbench.BalancerOn),
            _ => (id, at) =>
            {
                var slot = slots.Count > 0 ? slots[random.Next(slots.Count)].Slot : null;
                return new TakeReading(
                    id,
                    at,
                    new SlotRef(step.Ref, step.Round + (random.Next(10) == 0 ? 1 : 0), slot?.Key ?? "none"),
                    s_typed[random.Next(s_typed.Length)],
                    OddConfirmed: random.Next(2) == 0
                );
            },
        };
    }

    /// <summary>34.021 is no reading of a micrometer of 0 to 25; asked once, and kept where whoever read it says so.</summary>
    [Fact]
    public void A_value_that_the_gauge_in_hand_can_t_read_is_asked_about_once()
    {
        var bench = new Workbench().Begin().TakeEvery("parts", "HB-21", "B-7, new");
        var slot = bench.Step("nose").Rounds[^1].Slots.First(s => s.Slot.Instrument == "micrometer").Slot.Key;
        TakeReading Read(Guid id, DateTimeOffset at, bool sure) =>
            new(id, at, new SlotRef(bench.Step("nose").Ref, 1, slot), "34.021", Instrument: "mic-2", OddConfirmed: sure);
        var asked = Assert.Throws<OddReadingException>(() => bench.Do((id, at) => Read(id, at, false)));
        Assert.Contains("reads from 0.000 mm to 25.000 mm", Wording.Write(asked.Question), StringComparison.Ordinal);
        bench.Do((id, at) => Read(id, at, true));
        Assert.Equal("mic-2", bench.Step("nose").Rounds[^1].Slots.First(s => s.Slot.Key == slot).Live!.Instrument!.Id);
    }
}
