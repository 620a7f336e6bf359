using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FlywheelOn;

/// <summary>The end float once more.</summary>
internal static class FloatStep
{
    public static readonly StepName Name = new("float");
    private static readonly NumberSlot s_front = Name.Number("front");
    private static readonly NumberSlot s_rear = Name.Number("rear");

    public static Step Step =>
        new(Name, "Float, once more", "float")
        {
            When = c => Applies.If(c.Sheet.EndFloat is not null, "This engine has no float to set."),
            Slots = c => [Push(s_front, "Pushed to the front", 0), Push(s_rear, "Pushed to the rear", c.Sheet.EndFloat!.IdealMm)],
            Judge = Judge,
            Catches = "Push the crank both ways by hand before the gearbox goes on: it must move, and hardly",
            Gate = "it floats still",
            Cautions = ["Crank lock out first. Push, don’t hammer: the thrust faces mark."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (c.Number(s_front) is not { } front || c.Number(s_rear) is not { } rear)
        {
            return Prompt.Next(c);
        }

        var limit = c.Sheet.EndFloat!.Allowed ?? c.Sheet.Usual(NeatBoreDefaults.CrankFloat);
        var call = Call.Of(
            [.. limit.Checks("float", rear - front, c.Uncertainty(s_front) * Math.Sqrt(2))],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.LookAgain
                        ? "The crank floats {value} ± {u}: too close to {limit} for this dial to decide."
                        : "The crank floats {value}; {limit} is the limit.",
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.001)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return call is null
            ? new Judgement(Sentence.Of(Held.ToldOnly))
            : new Judgement(
                Sentence.Of(
                    (call.Verdict, call.Checks[0].Side) switch
                    {
                        (Verdict.Go, _) => "It floats still. The flywheel is on.",
                        (Verdict.LookAgain, _) => "Push it both ways again, with a finer dial.",
                        (_, Side.Upper) => "Too much: look at the shims under the flywheel, or at the thrust bearing.",
                        _ => "Too little: a shim too many, dirt, or a bolt that bottoms. Flywheel off, and look.",
                    }
                ),
                call
            );
    }

    private static Slot Push(NumberSlot key, string label, double expectedMm) =>
        new(key, label, SlotKind.Number, Dimension.Length, 0.01, "dial", Plausible: new Band(-2, 2), Expected: expectedMm);
}
