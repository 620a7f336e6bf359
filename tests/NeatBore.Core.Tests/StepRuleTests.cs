using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>The three rules that a step stands by, each by its cases: what a hand's word is good for, which call stands, what is
/// passed.</summary>
public class StepRuleTests
{
    private static readonly DateTimeOffset s_at = Workbench.Start;
    private static readonly StepRef s_step = new(new TaskRef("balancer-on", "balancer"), "nose");
    private static readonly Slot s_number = new("a", "A", SlotKind.Number, Dimension.Length);
    private static readonly Slot s_tick = Slot.Tick("t", "T");

    private static Judgement Says(Verdict? verdict, string words = "So.") =>
        new(Sentence.Of(words), verdict is { } v ? new Call(v, Sentence.Of($"{v}."), []) : null);

    private static SlotState At(Slot slot, params string[] readings) =>
        new(
            slot,
            [
                .. readings.Select(typed => new ReadingState(
                    Guid.NewGuid(),
                    typed,
                    1,
                    null,
                    Workbench.Ines,
                    s_at,
                    false,
                    null,
                    null,
                    null,
                    null,
                    null
                )),
            ]
        );

    private static LogEntry Hand(HandFound found) =>
        new(9, s_at, Workbench.Ines, new JudgedByHand(Guid.NewGuid(), s_at, s_step, 1, HandWays.ByEye.Id, "by eye", found, "looked"));

    /// <summary>“n” a number and “t” a tick that are read, in capitals those that are not; what the numbers say; what was found; whether
    /// the hand's word counts, and whether it lets the step be passed.</summary>
    public static TheoryData<string, Verdict?, HandFound?, bool, bool> Hands =>
        new()
        {
            { "N", null, null, false, false },
            { "N", null, HandFound.Good, true, true },
            { "N", null, HandFound.NotSure, true, true },
            { "N", null, HandFound.Bad, true, false },
            // It takes the place of numbers, not of what is done; whoever did not look at all did nothing.
            { "NT", null, HandFound.Good, true, false },
            { "Nt", null, HandFound.Good, true, true },
            { "NT", null, HandFound.NotChecked, true, true },
            // A number rules once all are there, and a Stop before.
            { "n", Verdict.Go, HandFound.Good, false, false },
            { "n", Verdict.Decide, HandFound.Good, false, false },
            { "nN", Verdict.Stop, HandFound.Good, false, false },
            { "nN", Verdict.Stop, HandFound.NotChecked, false, false },
            // What was picked is decided on all the same.
            { "nN", Verdict.Decide, HandFound.Good, true, false },
            { "T", Verdict.Stop, HandFound.Good, false, false },
        };

    [Theory]
    [MemberData(nameof(Hands))]
    public void A_hand_takes_the_place_of_numbers_and_never_of_a_stop(
        string slots,
        Verdict? numbers,
        HandFound? found,
        bool counts,
        bool passes
    )
    {
        var newest = slots
            .Select(c =>
                (char.IsUpper(c), char.ToLowerInvariant(c) == 'n' ? s_number : s_tick) is var (empty, slot) && empty
                    ? At(slot)
                    : At(slot, "1")
            )
            .ToList();
        var hand = HandRule.Of(found is { } f ? Hand(f) : null, Says(numbers), newest, false, [], "Look again");
        Assert.Equal((counts, passes, counts), (hand.Hand is not null, hand.Passes, hand.Unmeasured));
        Assert.Equal(counts ? 9 : 0, hand.At);
        Assert.Equal(counts && numbers != Verdict.Decide, hand.Says is not null);
        Assert.Equal(passes || (counts && numbers == Verdict.Decide), hand.Completes);
        // Two readings at one place are settled first.
        Assert.False(HandRule.Of(found is { } g ? Hand(g) : null, null, newest, true, [], "Look again").Passes);
    }

    /// <summary>What was said before and what is said now; whether they say the same; whether it was decided on and that footing stands,
    /// whether anything has changed since, whether the sheet was moved, whether two stand at one place; what stands, whether it is held
    /// as decided, and whether today's code would say otherwise.</summary>
    public static TheoryData<Verdict?, bool, Verdict?, bool, bool, bool, bool, Verdict?, bool, bool> Calls =>
        new()
        {
            // Nothing was said yet.
            { null, false, Verdict.Stop, false, false, false, false, Verdict.Stop, false, false },
            // Nothing has changed: what was said stays said, and a Stop that today's code would not say stays one.
            { Verdict.Go, false, Verdict.Stop, false, false, false, false, Verdict.Go, false, true },
            { Verdict.Stop, false, Verdict.Go, false, false, false, false, Verdict.Stop, false, true },
            { Verdict.Go, false, null, false, false, false, false, Verdict.Go, false, true },
            // Something has: the new word counts.
            { Verdict.Go, false, Verdict.Stop, false, true, false, false, Verdict.Stop, false, false },
            // Decided, and its footing stands, whatever else changed.
            { Verdict.Decide, true, Verdict.Decide, true, true, false, false, Verdict.Decide, true, false },
            { Verdict.Decide, false, Verdict.Stop, true, true, false, false, Verdict.Decide, true, true },
            // Its footing fell.
            { Verdict.Decide, true, Verdict.Decide, false, true, false, false, Verdict.Decide, false, false },
            // The sheet was moved: it holds where the same is said on it, and not otherwise.
            { Verdict.Decide, true, Verdict.Decide, true, true, true, false, Verdict.Decide, true, false },
            { Verdict.Decide, false, Verdict.Stop, true, true, true, false, Verdict.Stop, false, false },
            // Two at one place are said, whatever was.
            { Verdict.Go, false, null, false, false, false, true, null, false, false },
        };

    [Theory]
    [MemberData(nameof(Calls))]
    public void What_was_said_stays_said_while_what_it_stood_on_is_so(
        Verdict? before,
        bool same,
        Verdict? now,
        bool footing,
        bool changed,
        bool moved,
        bool conflict,
        Verdict? stands,
        bool decided,
        bool otherwise
    )
    {
        var given = before is { } v
            ? new CallState(Guid.NewGuid(), 1, Given.Of(Says(v, "As it was.")), null, 1, s_at, Released(footing))
            : null;
        var call = StandingCall.Of(Says(now), given, same, footing, changed, moved, conflict);
        Assert.Equal((stands, decided, otherwise), (call.Says.Call?.Verdict, call.Decided, call.Otherwise is not null));
        Assert.Equal(given is not null && now is not null && !same, call.Differs);
        Assert.Equal(otherwise && stands == Verdict.Go, call.StillGo);
    }

    private static Release? Released(bool footing) =>
        footing ? new Release(false, "It will do", Workbench.Ines, s_at) { StoodOn = null } : null;

    [Theory]
    // The call, how many places, all there, released, answered, blocked, begun; passed, and how far.
    [InlineData(null, 2, false, false, true, false, false, false, StepStatus.Open)]
    [InlineData(null, 2, false, false, true, false, true, false, StepStatus.UnderWay)]
    [InlineData(null, 2, true, false, true, false, true, true, StepStatus.Judged)]
    [InlineData(null, 0, true, false, true, false, false, false, StepStatus.Open)]
    [InlineData(Verdict.Go, 0, true, false, true, false, false, true, StepStatus.Judged)]
    [InlineData(Verdict.Go, 2, true, false, true, false, true, true, StepStatus.Judged)]
    [InlineData(Verdict.Go, 2, false, false, true, false, true, false, StepStatus.UnderWay)]
    [InlineData(Verdict.LookAgain, 2, true, false, true, false, true, false, StepStatus.Judged)]
    [InlineData(Verdict.Decide, 2, true, false, true, false, true, false, StepStatus.Judged)]
    [InlineData(Verdict.Stop, 2, true, false, true, false, true, false, StepStatus.Judged)]
    [InlineData(Verdict.Stop, 2, true, true, true, false, true, true, StepStatus.Released)]
    [InlineData(Verdict.Decide, 2, true, true, true, false, true, true, StepStatus.Released)]
    [InlineData(Verdict.Decide, 2, false, true, true, false, true, false, StepStatus.UnderWay)]
    [InlineData(Verdict.Decide, 2, true, true, false, false, true, false, StepStatus.Judged)]
    [InlineData(Verdict.Go, 2, true, false, true, true, true, false, StepStatus.Blocked)]
    public void A_step_is_passed_by_a_go_or_released_once_all_is_there_and_nothing_holds_it(
        Verdict? call,
        int slots,
        bool complete,
        bool released,
        bool answered,
        bool blocked,
        bool begun,
        bool passed,
        StepStatus status
    ) => Assert.Equal(new Passing(passed, status), Passing.Of(call, slots, complete, released, answered, blocked, begun));
}
