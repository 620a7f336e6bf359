using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>What follows from work that is broken off, or goes from one hand to another: whoever works on a build that was put down has
/// picked it up, and a torque pass is pulled by one hand from its first bolt.</summary>
internal static class HandOver
{
    /// <summary>What has to be in the log before a command's own event.</summary>
    public static IEnumerable<LogEvent> Before(Command command, WorkedBuild build, Signer by, Func<Guid, string, Guid> derived)
    {
        if (PicksUp(command, build))
        {
            yield return new BuildPickedUp(derived(command.Id, "picked up"), command.DoneAt);
        }

        foreach (var pull in Broken(command, build, by).SelectMany(p => p.Pulls))
        {
            yield return Strike(pull.Id, build.SlotOf(pull.Id)!, command, derived);
        }
    }

    /// <summary>What has to be in the log after it: a pull in the middle of a pass that was broken off does not count either.</summary>
    public static IEnumerable<LogEvent> After(Command command, WorkedBuild build, Signer by, Func<Guid, string, Guid> derived)
    {
        if (
            command is TakeReading take
            && PassOf(command, build) is { } own
            && !own.First.Contains(take.Slot.Slot)
            && Broken(command, build, by).Any(p => (p.Step, p.Group, p.Pass) == (own.Step, own.Group, own.Pass))
        )
        {
            yield return Strike(take.Id, take.Slot, command, derived);
        }
    }

    /// <summary>Whether work goes on at a build that was put down; what comes from a tablet that had no line was done before.</summary>
    private static bool PicksUp(Command command, WorkedBuild build) =>
        command is (TakeReading or BeginRound or JudgeByHand or StartTask) && Down.Of(build.Log) is { } down && command.DoneAt > down.At;

    /// <summary>The passes that were broken off, or go to another hand with it.</summary>
    private static IEnumerable<TorquePass> Broken(Command command, WorkedBuild build, Signer by) =>
        PicksUp(command, build) || (command is PickUp && Down.Of(build.Log) is not null)
            ? build.Tasks.SelectMany(t => t.Steps).SelectMany(TorquePass.Of).Where(p => p.BrokenOff)
        : PassOf(command, build) is { } pass && pass.Pulls.Any(p => p.By.Id != by.Id) ? [pass]
        : [];

    private static Struck Strike(Guid reading, SlotRef slot, Command command, Func<Guid, string, Guid> derived) =>
        new(derived(command.Id, $"begun again {reading}"), command.DoneAt, slot, reading, StrikeReason.BegunAgain);

    private static TorquePass? PassOf(Command command, WorkedBuild build) =>
        command is TakeReading take
        && build.Tasks.FirstOrDefault(t => t.Ref == take.Slot.Step.Task)?.Steps.FirstOrDefault(s => s.Ref == take.Slot.Step) is { } step
        && step.Rounds[^1].Slots.FirstOrDefault(s => s.Slot.Key == take.Slot.Slot)?.Slot.Bolt is { } bolt
            ? TorquePass.Of(step).FirstOrDefault(p => p.Group == bolt.Group && p.Pass == bolt.Pass && p.BrokenOff)
            : null;
}
