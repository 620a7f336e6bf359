using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    private SupplyTold Whereabouts(TellSupply tell, WorkedBuild state)
    {
        var procedure = state.State.Places.SelectMany(p => p.Tasks).Any(t => t.Ref == tell.Task)
            ? book.Newest.First(p => p.Id == tell.Task.Kind)
            : throw new UnusableInputException("task", $"there is no task “{tell.Task.Kind}” at “{tell.Task.Place}” on this engine");
        var whole = Completion.Of(state.Newest, state.ToldValues, procedure.Wants);
        var wanted = procedure.Supplies(
            state.Tasks.Any(t => t.Ref == tell.Task) ? state.SheetOf(tell.Task)
            : whole.Ready ? whole.Sheet
            : state.Newest
        );
        if (wanted.All(s => s.Id != tell.Supply))
        {
            throw new UnusableInputException(
                "supply",
                wanted.Count == 0
                    ? $"{procedure.Title} fits no part and uses nothing up"
                    : $"must be one of {string.Join(", ", wanted.Select(s => s.Id))}"
            );
        }

        return tell is { Where: SupplyPlace.Here or SupplyPlace.NotOrdered, Due: not null }
            ? throw new UnusableInputException("due", "is for what is ordered or at a machinist")
            : new SupplyTold(tell.Id, tell.DoneAt, tell.Task, tell.Supply, tell.Where, tell.Due);
    }

    private static ToolReturned Returned(ReturnTool back, WorkedBuild state)
    {
        var took = state.State.Tools.Where(t => t.Task == back.Task).ToList();
        return took.Find(t => t.Tool == back.Tool) is not { } tool
                ? throw new UnusableInputException(
                    "tool",
                    took.Count == 0
                        ? "this task took nothing from the crib"
                        : $"must be one of {string.Join(", ", took.Select(t => t.Tool))}: what this task took"
                )
            : tool.BackAt is not null ? throw new UnusableInputException("tool", $"{tool.Name} is back in the crib already")
            : new ToolReturned(back.Id, back.DoneAt, back.Task, back.Tool);
    }
}
