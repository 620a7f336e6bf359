using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The press that is picked, and what the crib has to stack in it.</summary>
internal static class PressStack
{
    /// <summary>Kinds of the crib that a press is stacked with.</summary>
    public static readonly IReadOnlyList<string> Kinds = ["socket", "washer", "sleeve", "bar"];

    /// <summary>The stack on the picked press from what was laid out, and what to make where nothing fits.</summary>
    public static Judgement Judge(
        StepContext c,
        StepName step,
        PressSupport.PressedBody body,
        PressSupport.PassingPart passing,
        PressSupport.PushedPart pushed,
        string go
    )
    {
        if (c.Tool(Press(step)) is not { } press || !c.Taken(LaidOut(step)))
        {
            return Prompt.Next(c);
        }

        var answer = PressSupport.Stacked(new PressSupport.Request(body, passing, pushed, press.ReachMm, Pieces(c, step)));
        string NameOf(string id) => c.Stock(LaidOut(step)).FirstOrDefault(t => t.Id == id)?.Name ?? id;
        return answer.Support is { } support
            ? new Judgement(
                Sentence.Of(go, ("support", Quantity.Word(NameOf(support))), ("pusher", Quantity.Word(NameOf(answer.Pusher!)))),
                new Call(
                    Verdict.Go,
                    Sentence.Of(
                        "{support} below, {pusher} above: {stack} high, the press takes {room}.",
                        ("support", Quantity.Word(NameOf(support))),
                        ("pusher", Quantity.Word(NameOf(answer.Pusher!))),
                        ("stack", Quantity.Mm(answer.StackMm!.Value, 0.1)),
                        ("room", Quantity.Mm(press.ReachMm, 1))
                    ),
                    [Check.AtMost("stack", answer.StackMm!.Value, press.ReachMm, 0, Dimension.Length, "the press’s daylight")]
                ),
                answer
            )
            : new Judgement(
                Sentence.Of("{make}", ("make", Quantity.Word(answer.MakeOne!.Words))),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("Nothing in the crib stacks up for this. The sizes are given; come back with the piece."),
                    []
                ),
                answer
            );
    }

    /// <summary>The press that is picked at a step.</summary>
    public static ToolSlot Press(StepName step) => step.Tool("press");

    /// <summary>What the crib has to stack, laid out at a step.</summary>
    public static TickSlot LaidOut(StepName step) => step.Tick("stock");

    /// <summary>What a press of this kind is asked to give: twice the fit's force, so that it is never at its end.</summary>
    public static ToolMatch.ToolNeed Need(string kind, double mostN) =>
        new(kind, [], 0, Math.Max(1, mostN * NeatBoreDefaults.PressLimitFactor));

    /// <summary>The pieces of the crib that were laid out, as they can be stacked.</summary>
    private static IReadOnlyList<PressSupport.StackPiece> Pieces(StepContext c, StepName step) =>
        [
            .. c.Stock(LaidOut(step))
                .Where(t => t is { OuterMm: not null, LengthMm: not null })
                .Select(t => new PressSupport.StackPiece(
                    t.Id,
                    Enum.Parse<PressSupport.StackKind>(t.Kind, ignoreCase: true),
                    t.OuterMm!.Value,
                    t.InnerMm ?? 0,
                    t.LengthMm!.Value
                )),
        ];
}
