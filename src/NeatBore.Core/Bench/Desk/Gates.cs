using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    private static Guid Releasable(WorkedBuild state, StepRef at, Verdict most)
    {
        var step = Unblocked(state, at);
        if (step.Now.Call is not { } call)
        {
            throw new UnusableInputException("step", $"“{step.Title}” has no call to decide on yet");
        }

        if (call.Verdict == Verdict.Go)
        {
            throw new UnusableInputException("step", $"“{step.Title}” is a go; there is nothing to decide");
        }

        return call.Verdict <= most
            ? step.Calls[^1].Id
            : throw new UnusableInputException(
                "step",
                $"“{step.Title}” is not yours to decide: measure again, or a lead opens the gate with a reason"
            );
    }

    private GateOpened Opened(OpenGate open, WorkedBuild state, Signer by)
    {
        var step = Unblocked(state, open.Step);
        var telephone = by.Role == Role.Lead ? null : open.Telephone?.Trim();
        var faults = new Faults();
        faults.Require(by.Role == Role.Lead || telephone is { Length: > 0 }, "by", $"only a lead opens a gate; {by.Name} is a builder");
        faults.ThrowIfAny();
        var again = step is { Passed: true, Released.GateOpened: true };
        if (telephone is not null)
        {
            faults.Require(!again, "telephone", $"“{step.Title}” is open already; a lead says here whether it stays so");
            var leads = shop.People.Where(p => p.Role == Role.Lead).Select(p => p.Name).ToList();
            faults.Require(
                leads.Contains(telephone, StringComparer.OrdinalIgnoreCase),
                "telephone",
                leads.Count == 0 ? "has nobody at its other end: this shop has no lead" : $"must be a lead’s: {string.Join(", ", leads)}"
            );
            faults.Require(
                !step.CanHurt,
                "telephone",
                $"“{step.Title}” can hurt a person: no word over a telephone opens it; measure again, or a lead opens it here"
            );
            faults.ThrowIfAny();
        }

        return new(
            open.Id,
            open.DoneAt,
            open.Step,
            again ? step.Calls[^1].Id : Releasable(state, open.Step, Verdict.Stop),
            Reason(open.Because, "because"),
            StandsOn(state, open.Step)
        )
        {
            Telephone = telephone,
            OwnWork = !again && telephone is null && step.Verdict == Verdict.Stop && DidIt(state, step, by),
            Again = again && telephone is null,
        };
    }

    /// <summary>Whether somebody read anything that the step's call stands on.</summary>
    private static bool DidIt(WorkedBuild state, StepState step, Signer by) =>
        TaskAt(state, step.Ref.Task)
            .Steps.Where(s => step.MeasuredAt.Contains(s.Ref))
            .Any(s => s.Rounds[^1].Slots.Any(x => x.Live?.By.Id == by.Id) || s.Hand?.By.Id == by.Id);

    private static Footing StandsOn(WorkedBuild state, StepRef step) => Step(state, step).StandsOn!(state.JournalOf(step.Task));

    private static JudgedByHand ByHand(JudgeByHand judge, WorkedBuild state, Signer by)
    {
        var step = Unblocked(state, judge.Step);
        var line = judge.Line.Trim();
        var faults = new Faults();
        faults.Require(line.Length <= 2000, "line", "must be up to 2000 characters");
        NoStopIn(step);
        if (judge.Found == HandFound.NotChecked)
        {
            faults.Require(by.Role == Role.Lead, "by", $"only a lead goes on with what was not checked at all; {by.Name} is a builder");
            faults.Require(line.Length > 0, "line", "must say why it was not checked");
            faults.ThrowIfAny();
            return new JudgedByHand(judge.Id, judge.DoneAt, judge.Step, step.Round, "", "", judge.Found, line);
        }

        if (step.HandWays is not { } ways)
        {
            throw new UnusableInputException(
                "step",
                Wanted(step) is { } wanted
                    ? $"“{step.Title}” is not judged by hand: {wanted} is wanted here, or a lead opens the gate"
                    : $"“{step.Title}” needs no instrument: do what it asks, or a lead opens the gate"
            );
        }

        var how = ways.FirstOrDefault(w => w.Id == judge.How);
        faults.Require(how is not null, "how", $"must be one of {string.Join(", ", ways.Select(w => w.Id))}");
        faults.Require(judge.How != HandWays.Other.Id || line.Length > 0, "line", "must say how it was judged");
        faults.ThrowIfAny();
        return new JudgedByHand(judge.Id, judge.DoneAt, judge.Step, step.Round, how!.Id, how.Label, judge.Found, line);
    }

    /// <summary>The instrument that a step can't do without, as the builder says it; null for none.</summary>
    private static string? Wanted(StepState step) =>
        step.Rounds[^1].Slots.Select(s => s.Slot).FirstOrDefault(s => s is { Instrument: not null, Dimension: not Dimension.Length })
            is { Instrument: var kind }
        && InstrumentKind.All.FirstOrDefault(k => k.Id == kind)?.Label is { } label
            ? $"{(label[0] == 'A' ? "an" : "a")} {char.ToLowerInvariant(label[0])}{label[1..]}"
            : null;

    /// <summary>A hand takes the place of a number that is wanting: never of one that said Stop, nor of a pick, a count or a tool that
    /// did.</summary>
    private static void NoStopIn(StepState step)
    {
        var why =
            // A hand's own no stands until something was done about it.
            step.Hand
                is { Found: HandFound.Bad }
                ? "was judged bad: put it right and begin it again, measure it,"
            : step.Calls.LastOrDefault(c => c.Measured) is { Judgement.Call.Verdict: Verdict.Stop, Release: null }
                ? "was measured, and its number is a stop: measure it again,"
            : step is { Now.Call.Verdict: Verdict.Stop, Passed: false } ? "is a stop, and a hand’s word doesn’t end it: do what it says,"
            : null;
        if (why is not null)
        {
            throw new UnusableInputException("step", $"“{step.Title}” {why} or a lead opens the gate with a reason");
        }
    }
}
