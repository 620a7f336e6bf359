using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>What follows from work that is broken off, or goes from one hand to another: whoever works on a build that was put down has
/// picked it up, and a torque pass is pulled by one hand from its first bolt.</summary>
internal static class HandOver
{
    /// <summary>What has to be in the log before a command's own event.</summary>
    public static IEnumerable<LogEvent> Before(Command command, WorkedBuild build, Signer by, Func<Guid, string, Guid> derived)
    {
        // What comes from a tablet that had no line was done before it was put down.
        var pickedUp =
            build.State.Down is { } down && command is (TakeReading or BeginRound or JudgeByHand or StartTask) && command.DoneAt > down.At;
        if (pickedUp)
        {
            yield return new BuildPickedUp(derived(command.Id, "picked up"), command.DoneAt);
        }

        var broken =
            pickedUp || command is PickUp && build.State.Down is not null
                ? build.Tasks.SelectMany(t => t.Steps).SelectMany(TorquePass.Of).Where(p => p.BrokenOff)
            : PassOf(command, build) is { } pass && Another(pass, by) ? [pass]
            : [];
        foreach (var pull in broken.SelectMany(p => p.Pulls))
        {
            yield return Strike(pull.Id, command, derived);
        }
    }

    /// <summary>What has to be in the log after it: a pull in the middle of a pass that another hand began does not count either.</summary>
    public static IEnumerable<LogEvent> After(Command command, WorkedBuild build, Signer by, Func<Guid, string, Guid> derived)
    {
        if (command is TakeReading take && PassOf(command, build) is { } pass && Another(pass, by) && !pass.First.Contains(take.Slot.Slot))
        {
            yield return Strike(take.Id, command, derived);
        }
    }

    private static Struck Strike(Guid reading, Command command, Func<Guid, string, Guid> derived) =>
        new(derived(command.Id, $"begun again {reading}"), command.DoneAt, reading, StrikeReason.BegunAgain);

    private static TorquePass? PassOf(Command command, WorkedBuild build) =>
        command is TakeReading take
        && build.Tasks.FirstOrDefault(t => t.Ref == take.Slot.Step.Task)?.Steps.FirstOrDefault(s => s.Ref == take.Slot.Step) is { } step
        && step.Rounds[^1].Slots.FirstOrDefault(s => s.Slot.Key == take.Slot.Slot)?.Slot.Bolt is { } bolt
            ? TorquePass.Of(step).FirstOrDefault(p => p.Group == bolt.Group && p.Pass == bolt.Pass && p.BrokenOff)
            : null;

    private static bool Another(TorquePass pass, Signer by) => pass.Pulls.Any(p => p.By.Id != by.Id);
}
