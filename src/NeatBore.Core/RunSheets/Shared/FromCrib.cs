using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A tool that a step takes from the crib.</summary>
internal static class FromCrib
{
    /// <summary>A place for a tool that nobody has to pick: without a crib the work goes on.</summary>
    public static Slot Maybe(ToolSlot slot, string label, ToolMatch.ToolNeed need) =>
        new(slot, label, SlotKind.Tool, Need: need, Required: false);

    /// <summary>A tool that was picked and does not fit; null where none was, and where it does.</summary>
    public static Judgement? Refused(StepContext c, ToolSlot slot, ToolMatch.ToolNeed need) =>
        c.Tool(slot) is { } tool && ToolMatch.Solve(new ToolMatch.Request(need, [tool])) is { Refused: [var no, ..] } match
            ? new Judgement(
                Sentence.Of("Not this one: cross it out and pick another."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "{tool}: {because}.",
                        ("tool", Quantity.Word(tool.Name ?? tool.Id)),
                        ("because", Quantity.Word(no.Because))
                    ),
                    []
                ),
                match
            )
            : null;
}
