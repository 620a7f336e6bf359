using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>The crank pushed to the front and to the rear, three times, and the float that it shows.</summary>
internal static class Pushes
{
    /// <summary>The readings, in the order of the hand.</summary>
    public static IReadOnlyList<Slot> Slots(StepContext c, double expectedMm) =>
        [
            .. Enumerable
                .Range(1, Times)
                .SelectMany(n =>
                    new[]
                    {
                        Push(Front(c.Step.Name, n), $"Pushed to the front, {n}", 0),
                        Push(Rear(c.Step.Name, n), $"Pushed to the rear, {n}", expectedMm),
                    }
                ),
        ];

    // To the front and to the rear, so often.
    private const int Times = 3;

    private static NumberSlot Front(StepName step, int push) => step.Number($"front-{push}");

    private static NumberSlot Rear(StepName step, int push) => step.Number($"rear-{push}");

    private static Slot Push(NumberSlot key, string label, double expectedMm) =>
        new(key, label, SlotKind.Number, Dimension.Length, 0.01, "dial", Plausible: new Band(-2, 2), Expected: expectedMm)
        {
            Same = $"float/{key.Key}",
        };

    /// <summary>The float that was read, how far it can be off, and how far its readings lie apart, mm; null before the last.</summary>
    public static (double Float, double Uncertainty, double Spread)? Measured(StepContext c, StepName step)
    {
        var floats = Enumerable.Range(1, Times).Select(n => c.Number(Rear(step, n)) - c.Number(Front(step, n))).OfType<double>().ToList();
        if (floats.Count < Times)
        {
            return null;
        }

        // Each float is the difference of two readings; three repeats halve what scatters, not what the dial is off.
        var gauge = c.Uncertainty(Front(step, 1)) * Math.Sqrt(2);
        var spread = floats.Max() - floats.Min();
        return (floats.Average(), gauge, spread);
    }

    /// <summary>What the pushes say.</summary>
    /// <param name="c">The step.</param>
    /// <param name="step">Where they are read.</param>
    /// <param name="judged">Whether the float is held against its limits here.</param>
    public static Judgement Judge(StepContext c, StepName step, bool judged)
    {
        if (Measured(c, step) is not { } found)
        {
            var next = c.Step.Slots(c).First(s => !c.Taken(step, s));
            return new Judgement(
                Sentence.Of(
                    next.Key == "front-1" ? "Push the crank to the front, zero the dial, read it."
                    : next.Key.StartsWith("front", StringComparison.Ordinal) ? "Push it to the front again. Read it."
                    : "Push it to the rear. Read it."
                )
            );
        }

        var sheet = c.Sheet.EndFloat!;
        var limit = sheet.Allowed ?? c.Sheet.Usual(NeatBoreDefaults.CrankFloat);
        var repeats = Math.Max(0.01, found.Uncertainty);
        if (found.Spread > repeats)
        {
            return new Judgement(
                Sentence.Of(
                    "The three don’t agree: {spread} apart. Seat the dial, push harder, do it again.",
                    ("spread", Quantity.Mm(found.Spread))
                ),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of(
                        "Three floats {spread} apart; up to {limit} is one value.",
                        ("spread", Quantity.Mm(found.Spread, 0.001)),
                        ("limit", Quantity.Mm(repeats, 0.001))
                    ),
                    [new Check("repeats", Verdict.LookAgain, found.Spread, repeats, 0, Side.Upper, Dimension.Length, "Neat Bore default")]
                )
            );
        }

        if (!judged)
        {
            return new Judgement(Sentence.Of("{float} with no shims. Count what shims there are.", ("float", Quantity.Mm(found.Float))));
        }

        var call = Call.Of(
            [
                .. limit.High is { } high
                    ? [Check.AtMost("float", found.Float, high, found.Uncertainty, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
                .. limit.Low is { } low
                    ? [Check.AtLeast("float", found.Float, low, found.Uncertainty, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict switch
                    {
                        Verdict.Go => "The crank floats {value} ± {u}.",
                        Verdict.LookAgain => "The crank floats {value} ± {u}: too close to {limit} for this dial to decide.",
                        _ => k.Side == Side.Upper
                            ? "The crank floats {value}; at most {limit} is wanted."
                            : "The crank floats {value}; at least {limit} is wanted.",
                    },
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.001)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        )!;
        var change = found.Float - sheet.IdealMm;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side, sheet.Shims is null) switch
                {
                    (Verdict.Go, _, _) => "Float {float}. The rear seal may go in.",
                    (Verdict.LookAgain, _, _) => "Measure it with a finer dial: {float} is too near its limit.",
                    (_, Side.Upper, false) => "{float}: too much. Swap for {change} more of shim, then push again.",
                    (_, _, false) => "{float}: too little. Swap for {change} less of shim, then push again.",
                    (_, Side.Upper, true) => "{float}: too much. The thrust bearing is worn or the wrong size.",
                    _ => "{float}: too little. Look for dirt behind the thrust bearing, or a tight cap.",
                },
                ("float", Quantity.Mm(found.Float)),
                ("change", Quantity.Mm(Math.Abs(change)))
            ),
            call
        );
    }
}
