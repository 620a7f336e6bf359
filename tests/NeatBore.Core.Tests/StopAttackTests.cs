using System.Collections.Concurrent;
using System.Globalization;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Whoever wants to be rid of a Stop is not; whoever has put it right can measure it again. scripts/attack tries many
/// more.</summary>
public class StopAttackTests
{
    private static readonly int s_seeds = int.Parse(
        Environment.GetEnvironmentVariable("NEATBORE_ATTACKS") ?? "1",
        CultureInfo.InvariantCulture
    );
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json") is var demo
        ? demo with
        {
            Instruments =
            [
                .. demo.Instruments,
                // One of each kind that is good for nothing finer than a millimetre, a degree or a tenth of the torque.
                .. demo.Instruments.GroupBy(i => i.Kind).Select(k => k.First() with { Id = $"coarse-{k.Key}", Uncertainty = 1 }),
            ],
        }
        : null!;

    /// <summary>Each Stop is tried once a run: which engine came to it says little more.</summary>
    private static readonly ConcurrentDictionary<string, bool> s_met = new();
    private static readonly string[] s_bought =
    [
        "Nothing in the crib stacks up",
        "in the crib leaves",
        "pick another",
        "kN is expected",
        "left in the stock",
    ];

    /// <summary>Every task on every engine, and on engines of which little more is known than how their cylinders stand.</summary>
    public static TheoryData<string, string> Tasks =>
        [
            .. HostileWorkTests.Tasks,
            .. new[] { CylinderBanks.Straight, CylinderBanks.Vee, CylinderBanks.Flat }.SelectMany(banks =>
                ProcedureBook.Default.Newest.Where(p => p.Places(BareEngine.Of(banks)).Count > 0).Select(p => ($"bare-{banks}", p.Id))
            ),
        ];

    [Theory]
    [MemberData(nameof(Tasks))]
    public void Nobody_is_rid_of_a_stop_by_doing_nothing_about_it_and_whoever_puts_it_right_goes_on(string engine, string kind)
    {
        var past = new List<string>();
        foreach (var (build, at) in Stops(engine, kind))
        {
            var step = build.Tasks.SelectMany(t => t.Steps).First(s => s.Ref == at.Step);
            // Whoever has put it right begins it anew, and finds its places open.
            var anew = new Desk(ProcedureBook.Default, s_shop).Take(
                build,
                [new BeginRound(Guid.CreateVersion7(), at.Now, step.Ref, "mended")],
                Workbench.Tomas,
                at.Now
            );
            Assert.True(anew.Results[0].Taken, $"{kind} {step.Ref.Step}, {step.Now.Call!.Because}: {anew.Results[0].Errors?.First()}");
            var open = anew.Build.Tasks.First().Steps.First(s => s.Ref == step.Ref);
            Assert.All(open.Rounds[^1].Slots, s => Assert.Null(s.Live));
            // Or what comes before it, where that is begun anew with it.
            Assert.Contains(anew.Build.Tasks.First().Steps, s => s is { BlockedBy: null, Passed: false });
            // What no tool of the crib will do is bought or made.
            var stuck = new Honest(s_shop).Stuck(build, step.Ref, at.Now);
            if (stuck is not null && !s_bought.Any(w => $"{step.Now.Call!.Because} {stuck}".Contains(w, StringComparison.Ordinal)))
            {
                past.Add($"{kind} {step.Ref.Step} {step.Ref.Item}, {step.Now.Call!.Because}: an honest hand ends at {stuck}");
            }

            var random = new Random(build.Log.Count);
            var singles = Singles(build, step, at.Now, random).ToList();
            var pairs = Enumerable
                .Range(0, 12)
                .Select(_ => singles[random.Next(singles.Count)].Concat(singles[random.Next(singles.Count)]));
            foreach (var attack in singles.Concat(pairs).Select(a => a.ToList()))
            {
                var after = new Desk(ProcedureBook.Default, s_shop)
                    .Take(
                        build,
                        // An id is taken once: the same thing done twice is done by two.
                        [.. attack.DistinctBy(c => c.Id), new Decide(Guid.CreateVersion7(), at.Now.AddHours(2), step.Ref, "it will do")],
                        Workbench.Tomas,
                        at.Now.AddHours(2)
                    )
                    .Build;
                var left = after.Tasks.First(t => t.Ref == step.Ref.Task).Steps.FirstOrDefault(s => s.Ref == step.Ref);
                var behind = build.Tasks.First().Steps.Where(s => step.Gate is not null && s.BlockedBy == $"Gate: {step.Title}").ToList();
                // What was only looked at, and is begun anew, may be chosen out of the job.
                var chosenOut = left is null or { Status: StepStatus.LeftOut };
                if (chosenOut && step.Now.Call!.Checks.Count == 0 && attack.Exists(c => c is BeginRound))
                {
                    continue;
                }

                if (
                    chosenOut
                    || left!.Passed
                    || after
                        .Tasks.First()
                        .Steps.Any(s =>
                            s.BlockedBy is null
                            && s.Status != StepStatus.LeftOut
                            && s.Verdict != Verdict.Stop
                            && behind.Exists(b => b.Ref == s.Ref)
                        )
                )
                {
                    past.Add(
                        $"{kind} {step.Ref.Step} {step.Ref.Item}, {step.Now.Call!.Because}: {string.Join(" + ", attack)}; then {left?.Status} {left?.Now.Call?.Because}"
                    );
                    break;
                }
            }
        }

        Assert.True(past.Count == 0, string.Join('\n', past));
    }

    /// <summary>Works at a task until a Stop is said that was not met yet, again and again.</summary>
    private static IEnumerable<(WorkedBuild Build, (StepRef Step, DateTimeOffset Now) At)> Stops(string engine, string kind)
    {
        var procedure = ProcedureBook.Default.Newest.Single(p => p.Id == kind);
        var sheet =
            HostileWorkTests.Sheets.Values.SingleOrDefault(s => s.Id == engine)
            ?? BareEngine.Told(Enum.Parse<CylinderBanks>(engine[5..]), procedure);
        var (desk, task) = (new Desk(ProcedureBook.Default, s_shop), new TaskRef(kind, procedure.Home ?? procedure.Places(sheet)[0]));
        foreach (var seed in Enumerable.Range(1, s_seeds))
        {
            var (random, at) = (new Random(seed), Workbench.Start);
            var build = WorkedBuild.Of(
                new Dictionary<SheetRef, EngineSheet>(HostileWorkTests.Sheets) { [sheet.Ref] = sheet },
                ProcedureBook.Default,
                [new(1, at, Workbench.Ines, new BuildOpened(Guid.CreateVersion7(), at, "1", "x", sheet.Ref))]
            );
            build = desk.Take(build, new StartTask(Guid.CreateVersion7(), at, task), Workbench.Ines, at);
            for (var i = 0; i < 160; i++)
            {
                at = at.AddMinutes(1);
                try
                {
                    build = desk.Take(build, RandomWork.On(build.Tasks.First(), random, Guid.CreateVersion7(), at), Workbench.Ines, at);
                }
                catch (Exception e) when (e is UnusableInputException or OddReadingException) { }

                foreach (var step in build.Tasks.First().Steps.Where(s => s is { BlockedBy: null, Passed: false, Verdict: Verdict.Stop }))
                {
                    if (s_met.TryAdd($"{seed} {kind} {step.Ref.Step} {step.Now.Call!.Why.Template}", true))
                    {
                        yield return (build, (step.Ref, at));
                    }
                }
            }
        }
    }

    private static IEnumerable<IReadOnlyList<Command>> Singles(WorkedBuild build, StepState step, DateTimeOffset at, Random random)
    {
        var task = build.Tasks.First();
        var later = at.AddMinutes(5);
        SlotRef Place(Slot slot) => new(step.Ref, step.Round, slot.Key);
        Strike Out(ReadingState r) => new(Guid.CreateVersion7(), later, r.Id, StrikeReason.Slip);
        JudgeByHand Hand(HandFound found) => new(Guid.CreateVersion7(), later, step.Ref, HandWays.ByHand.Id, found, "felt");
        var live = step.Rounds[^1].Slots.Where(s => s.Live is not null).ToList();
        yield return [Hand(HandFound.Good)];
        yield return [Hand(HandFound.NotSure)];
        // What a hand called bad it judges again; a tool that would not do is another, or none of the crib's.
        if (step.Hand is null && !live.Exists(s => s.Live!.Tool is not null))
        {
            // Begun anew, it is measured anew.
            yield return [new BeginRound(Guid.CreateVersion7(), later, step.Ref, "mended"), Hand(HandFound.Good)];
        }

        // Of two that stand at one place one is crossed out.
        foreach (var reading in step.Rounds[^1].Slots.Where(s => !s.Conflict).SelectMany(s => s.Readings).Where(r => r.Struck is null))
        {
            yield return [Out(reading)];
        }

        foreach (var (slot, reading) in live.Select(s => (s.Slot, s.Live!)))
        {
            if (slot.Kind == SlotKind.Tick)
            {
                yield return [Out(reading), new TakeReading(Guid.CreateVersion7(), later.AddMinutes(60), Place(slot), "done")];
            }
            else if (slot.Kind == SlotKind.Number && s_shop.Instruments.LastOrDefault(i => i.Kind == slot.Instrument) is { } coarse)
            {
                yield return
                [
                    Out(reading),
                    new TakeReading(Guid.CreateVersion7(), later, Place(slot), reading.Typed, Instrument: coarse.Id, OddConfirmed: true),
                    new BeginRound(Guid.CreateVersion7(), later, step.Ref, "once more"),
                    .. live.Where(s => s.Slot.Kind != SlotKind.Trace)
                        .Select(s => new TakeReading(
                            Guid.CreateVersion7(),
                            later,
                            new SlotRef(step.Ref, step.Round + 1, s.Slot.Key),
                            s.Live!.Tool?.Id ?? s.Live.Option ?? s.Live.Typed,
                            Instrument: s.Slot.Kind == SlotKind.Number ? coarse.Id : null,
                            OddConfirmed: true,
                            Sight: s.Live.Sight
                        )),
                ];
            }
        }

        // What was heard from another task alone holds what is chosen here, and nothing else.
        foreach (var choice in live.Count > 0 || step.MeasuredAt.Any(s => s != step.Ref) ? task.Choices : [])
        {
            // A way that does harm is ended by choosing another.
            foreach (var option in choice.Options.Where(o => o.Id != choice.Chosen && choice.Id != "method"))
            {
                yield return [new Choose(Guid.CreateVersion7(), later, task.Ref, choice.Id, option.Id)];
            }
        }

        if (live.Count > 0 && Other(build, random) is { } other)
        {
            yield return [new StartTask(Guid.CreateVersion7(), later, other)];
        }
    }

    private static TaskRef? Other(WorkedBuild build, Random random)
    {
        var open = build
            .State.Places.SelectMany(p => p.Tasks.Select(t => t.Ref))
            .Where(t => build.Tasks.All(b => b.Ref != t))
            .Distinct()
            .ToList();
        return open.Count == 0 ? null : open[random.Next(open.Count)];
    }
}
