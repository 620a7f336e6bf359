using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Findings that the engine's owner decides on.</summary>
public class OwnerTests
{
    private static StepRef Fit => Workbench.At("fit");

    private static Workbench Ask(Workbench bench, params string[] choices) =>
        bench.Do((id, at) => new AskOwner(id, at, Fit, "The bore is 0.03 oval", choices));

    private static QuestionState Question(Workbench bench) => bench.Step("fit").Questions![^1];

    private static Workbench Answer(Workbench bench, string words = "sleeve it") =>
        bench.Do((id, at) => new TellAnswer(id, at, Fit, Question(bench).Id, words, "Marsh", AnswerBy.Phone), Workbench.Tomas);

    [Fact]
    public void What_was_asked_waits_and_the_rest_goes_on_until_it_is_answered()
    {
        var bench = new Workbench().Measured();
        Assert.True(bench.Step("fit").Passed);
        Assert.Null(bench.Step("fit").Questions);
        var (said, method) = (bench.Step("fit").Now, bench.Step("method").Status);
        var calls = bench.Log.Count(e => e.Event is Called);

        Ask(bench, "sleeve it", "another balancer");
        Assert.False(bench.Step("fit").Passed);
        Assert.Equal(("fit", StepStatus.Blocked), (bench.Task.Next!.Step, bench.Step("method").Status));
        Assert.NotEqual(StepStatus.Blocked, method);
        Assert.Equal(("Ines", null), (Question(bench).By.Name, Question(bench).Answer));
        // Steps that don't stand on it are still open, and nothing that was said is said otherwise.
        Assert.NotEqual(StepStatus.Blocked, bench.Step("nose").Status);
        Assert.True(Saying.TheSame(said, bench.Step("fit").Now));

        Answer(bench);
        Assert.True(bench.Step("fit").Passed);
        Assert.Equal(method, bench.Step("method").Status);
        var answer = Question(bench).Answer!;
        Assert.Equal(("sleeve it", "Marsh", AnswerBy.Phone, "Tomas"), (answer.Words, answer.Who, answer.How, answer.TakenBy.Name));
        Assert.Equal(calls, bench.Log.Count(e => e.Event is Called));

        // Asked again, it waits again; both stand in the record.
        Ask(bench);
        Assert.False(bench.Step("fit").Passed);
        Assert.Equal(2, bench.Step("fit").Questions!.Count);
    }

    [Fact]
    public void What_can_not_be_asked_or_answered_is_refused()
    {
        var bench = Ask(new Workbench().Measured(), "sleeve it");
        string Refused(Func<Guid, DateTimeOffset, Command> command) =>
            bench.Refused(command).Single() is var (field, words) ? $"{field}: {words[0]}" : "";
        Assert.Equal("finding: must be words, 1 to 2000 characters", Refused((id, at) => new AskOwner(id, at, Fit, " ", [])));
        Assert.StartsWith(
            "choices: must be at most 6",
            Refused((id, at) => new AskOwner(id, at, Fit, "x", [.. "abcdefg".Select(c => $"{c}")]))
        );
        Assert.StartsWith("choices: must each be", Refused((id, at) => new AskOwner(id, at, Fit, "x", [" "])));
        var question = Question(bench).Id;
        Assert.StartsWith("who: must be 1 to 80", Refused((id, at) => new TellAnswer(id, at, Fit, question, "yes", "", AnswerBy.Phone)));
        Assert.StartsWith(
            "question: there is no such",
            Refused((id, at) => new TellAnswer(id, at, Fit, Guid.NewGuid(), "y", "M", AnswerBy.Phone))
        );
        Answer(bench);
        Assert.Equal(
            "question: is answered already, by Marsh: ask again if it has changed",
            Refused((id, at) => new TellAnswer(id, at, Fit, question, "no", "Marsh", AnswerBy.Written))
        );
    }
}
