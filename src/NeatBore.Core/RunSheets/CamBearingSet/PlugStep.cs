using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The plug behind the last.</summary>
internal static class PlugStep
{
    public static readonly StepName Name = new("plug");
    private static readonly NumberSlot s_depth = Name.Number("depth");

    public static Step Step =>
        new(Name, "Blanking plug", "cam-plug")
        {
            When = c => Applies.If(c.Sheet.Cam!.PlugDepth is not null, "This engine has none."),
            Slots = _ =>
                [
                    Slot.Tick("sealant", "Sealant on its edge"),
                    new Slot(s_depth, "Its depth", SlotKind.Number, Dimension.Length, 0.1, "depth-gauge", Plausible: new Band(-2, 30)),
                ],
            Judge = Judge,
            Cautions = ["Sealant vapour: no flame near. Plugs jump: eye protection."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (c.Number(s_depth) is not { } depth)
        {
            return Prompt.Next(c);
        }

        var limit = c.Sheet.Cam!.PlugDepth!;
        var u = c.Uncertainty(s_depth);
        var call = Call.Of(
            [
                .. limit.Low is { } low
                    ? [Check.AtLeast("depth", depth, low, u, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
                .. limit.High is { } high
                    ? [Check.AtMost("depth", depth, high, u, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.Go ? "The plug sits {value} deep." : "The plug sits {value} deep; {limit} is the limit.",
                    ("value", Quantity.Mm(k.Value, 0.1)),
                    ("limit", Quantity.Mm(k.Limit, 0.1))
                )
        )!;
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "Plug in. Look over the tunnel.",
                    Verdict.LookAgain => "Read its depth again.",
                    _ => call.Checks[0].Side == Side.Lower
                        ? "Drive it deeper, evenly."
                        : "Too deep: it touches shaft or oilway. A new one.",
                }
            ),
            call
        );
    }
}
