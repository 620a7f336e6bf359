using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    private static OwnerAsked Asked(AskOwner ask, WorkedBuild state)
    {
        var choices = ask.Choices.Select(c => c.Trim()).ToList();
        var faults = new Faults();
        faults.Require(choices.Count <= 6, "choices", "must be at most 6: ask for one thing at a time");
        faults.Require(choices.TrueForAll(c => c.Length is > 0 and <= 200), "choices", "must each be 1 to 200 characters");
        faults.ThrowIfAny();
        return new OwnerAsked(ask.Id, ask.DoneAt, Step(state, ask.Step).Ref, Reason(ask.Finding, "finding"), choices);
    }

    private static OwnerAnswered Answered(TellAnswer tell, WorkedBuild state)
    {
        var question =
            Step(state, tell.Step).Questions?.FirstOrDefault(q => q.Id == tell.Question)
            ?? throw new UnusableInputException("question", "there is no such question at this step");
        var faults = new Faults();
        faults.Require(question.Answer is null, "question", $"is answered already, by {question.Answer?.Who}: ask again if it has changed");
        faults.Require(tell.Who.Trim().Length is > 0 and <= 80, "who", "must be 1 to 80 characters: who answered");
        faults.ThrowIfAny();
        return new OwnerAnswered(tell.Id, tell.DoneAt, tell.Step, tell.Question, Reason(tell.Answer, "answer"), tell.Who.Trim(), tell.How);
    }

    private static Attached Photo(Attach attach, WorkedBuild state)
    {
        var faults = new Faults();
        faults.Require(
            attach.Photo.Sha256.Length == 64 && attach.Photo.Sha256.All(char.IsAsciiHexDigitLower),
            "photo.sha256",
            "must be a SHA-256 in lower-case hex"
        );
        faults.Require(attach.Caption.Length <= 200, "caption", "must be at most 200 characters");
        faults.ThrowIfAny();
        return new Attached(attach.Id, attach.DoneAt, Step(state, attach.Step).Ref, attach.Photo, attach.Caption.Trim());
    }
}
