using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The crank's end float, by a dial pushed both ways, and the shims that set it.</summary>
public static class CrankFloat
{
    private static class DialStep
    {
        public static readonly StepName Name = new("dial");
    }

    private static class FloatStep
    {
        public static readonly StepName Name = new("float");
    }

    private static class PickStep
    {
        public static readonly StepName Name = new("pick");
        public static readonly TickSlot Stock = Name.Tick("stock");
    }

    private static class TrialStep
    {
        public static readonly StepName Name = new("trial");
    }

    private static class AgainStep
    {
        public static readonly StepName Name = new("again");
    }

    private const string Shim = "shim";

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } = new(
        "crank-float",
        1,
        "Crank float",
        sheet => sheet.EndFloat is null ? [] : ["rear-seal"],
        [],
        [
            new Step(DialStep.Name, "Dial on the flange", "float")
            {
                Slots = c =>
                [
                    Slot.Tick("stand", "Dial on the block, tip square on the flange"),
                    Slot.Tick("bare", c.Sheet.EndFloat!.Shims is null ? "Thrust bearing in, caps torqued" : "Flywheel or flange on and torqued, no shims"),
                    Slot.Tick("mark", "Flywheel marked: it goes back one way"),
                ],
                Judge = Prompt.Next,
                Cautions = ["A lever on the crank slips: feet apart, fingers clear. Lifting: two hands or a hoist."],
            },
            new Step(FloatStep.Name, "Push it both ways", "float")
            {
                Slots = c => Pushes(c, c.Sheet.EndFloat!.Shims is null ? c.Sheet.EndFloat.IdealMm : c.Sheet.EndFloat.IdealMm + 0.55),
                Judge = c => JudgeFloat(c, FloatStep.Name, c.Sheet.EndFloat!.Shims is null),
                Cautions = ["Push, don’t hammer: the thrust faces mark."],
            },
            new Step(PickStep.Name, "Shims from the stock", "shims")
            {
                Needs = [FloatStep.Name],
                When = c => Applies.If(c.Sheet.EndFloat!.Shims is not null, "The thrust bearing sets this float: no shims."),
                Slots = _ => [Slot.Tick(PickStep.Stock, "Count the shims in the crib") with { Stock = [Shim] }],
                Judge = JudgePick,
                Gate = "a stack that does it",
                Cautions = ["Shims’ edges cut."],
            },
            new Step(TrialStep.Name, "Trial, torqued", "shims")
            {
                When = c => Applies.If(c.Sheet.EndFloat!.Shims is not null, "The thrust bearing sets this float: no shims."),
                Slots = _ =>
                [
                    new Slot("fitted", "Shims fitted", SlotKind.Text),
                    Slot.Tick("oiled", "Oiled, seated, none pinched"),
                    Slot.Tick("torqued", "Flywheel or flange torqued as for good"),
                ],
                Judge = Prompt.Next,
                Cautions = ["Crank locked before you lean on the bar."],
            },
            new Step(AgainStep.Name, "Push it both ways, shimmed", "float")
            {
                When = c => Applies.If(c.Sheet.EndFloat!.Shims is not null, "Measured already: no shims were fitted."),
                Needs = [PickStep.Name],
                Slots = c => Pushes(c, c.Sheet.EndFloat!.IdealMm),
                Judge = c => JudgeFloat(c, AgainStep.Name, true),
                Gate = "the float is set",
                Cautions = ["Push, don’t hammer: the thrust faces mark."],
            },
        ])
    {
        View = View.Rear,
    };

    private static IReadOnlyList<Slot> Pushes(StepContext c, double expectedMm) =>
    [
        .. Enumerable.Range(1, 3).SelectMany(n => new[]
        {
            Push(Front(c.Step.Name, n), $"Pushed to the front, {n}", 0),
            Push(Rear(c.Step.Name, n), $"Pushed to the rear, {n}", expectedMm),
        }),
    ];

    private static NumberSlot Front(StepName step, int push) => step.Number($"front-{push}");

    private static NumberSlot Rear(StepName step, int push) => step.Number($"rear-{push}");

    private static Slot Push(NumberSlot key, string label, double expectedMm) => new(
        key, label, SlotKind.Number, Dimension.Length, 0.01, "dial", Plausible: new Band(-2, 2), Expected: expectedMm,
        Rig: new Dictionary<string, double> { ["push"] = expectedMm });

    private static (double Float, double Uncertainty, double Spread)? Measured(StepContext c, StepName step)
    {
        var floats = Enumerable.Range(1, 3)
            .Select(n => c.Number(Rear(step, n)) - c.Number(Front(step, n)))
            .OfType<double>().ToList();
        if (floats.Count < 3)
        {
            return null;
        }

        // Each float is the difference of two readings; three repeats halve what scatters, not what the dial is off.
        var gauge = c.Uncertainty(Front(step, 1)) * Math.Sqrt(2);
        var spread = floats.Max() - floats.Min();
        return (floats.Average(), gauge, spread);
    }

    private static Judgement JudgeFloat(StepContext c, StepName step, bool judged)
    {
        if (Measured(c, step) is not { } found)
        {
            var next = c.Step.Slots(c).First(s => !c.Taken(step, s));
            return new Judgement(Sentence.Of(
                next.Key == "front-1" ? "Push the crank to the front, zero the dial, read it." : next.Key.StartsWith("front", StringComparison.Ordinal) ? "Push it to the front again. Read it." : "Push it to the rear. Read it."));
        }

        var sheet = c.Sheet.EndFloat!;
        var limit = sheet.Allowed ?? HouseDefaults.CrankFloat;
        var repeats = Math.Max(0.01, found.Uncertainty);
        if (found.Spread > repeats)
        {
            return new Judgement(
                Sentence.Of("The three don’t agree: {spread} apart. Seat the dial, push harder, do it again.", ("spread", Quantity.Mm(found.Spread))),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of("Three floats {spread} apart; up to {limit} is one value.", ("spread", Quantity.Mm(found.Spread, 0.001)), ("limit", Quantity.Mm(repeats, 0.001))),
                    [new Check("repeats", Verdict.LookAgain, found.Spread, repeats, 0, Side.Upper, Dimension.Length, "Neat Bore default")]));
        }

        if (!judged)
        {
            return new Judgement(Sentence.Of("{float} with no shims. Count what shims there are.", ("float", Quantity.Mm(found.Float))));
        }

        var call = Call.Of(
            [
                .. limit.High is { } high ? [Check.AtMost("float", found.Float, high, found.Uncertainty, Dimension.Length, limit.SourceWords)] : Array.Empty<Check>(),
                .. limit.Low is { } low ? [Check.AtLeast("float", found.Float, low, found.Uncertainty, Dimension.Length, limit.SourceWords)] : Array.Empty<Check>(),
            ],
            k => Sentence.Of(
                k.Verdict switch
                {
                    Verdict.Go => "The crank floats {value} ± {u}.",
                    Verdict.LookAgain => "The crank floats {value} ± {u}: too close to {limit} for this dial to decide.",
                    _ => k.Side == Side.Upper ? "The crank floats {value}; at most {limit} is wanted." : "The crank floats {value}; at least {limit} is wanted.",
                },
                ("value", Quantity.Mm(k.Value)), ("u", Quantity.Mm(k.Uncertainty, 0.001)), ("limit", Quantity.Mm(k.Limit))))!;
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
                ("float", Quantity.Mm(found.Float)), ("change", Quantity.Mm(Math.Abs(change)))),
            call);
    }

    private static Judgement JudgePick(StepContext c)
    {
        var stock = c.Stock(PickStep.Stock).Where(t => t is { LengthMm: > 0 } && Fits(c, t)).ToList();
        if (!c.Taken(PickStep.Stock) || Measured(c, FloatStep.Name) is not { } found)
        {
            return Prompt.Next(c);
        }

        var (sheet, limit) = (c.Sheet.EndFloat!, c.Sheet.EndFloat!.Allowed ?? HouseDefaults.CrankFloat);
        if (stock.Count == 0)
        {
            return new Judgement(
                Sentence.Of("No shim in the crib fits {inner} × {outer}. Put them in the crib, or order {thickness} in all.",
                    ("inner", Quantity.Mm(sheet.ShimInnerMm, 0.1)), ("outer", Quantity.Mm(sheet.ShimOuterMm, 0.1)), ("thickness", Quantity.Mm(found.Float - sheet.IdealMm, 0.001))),
                new Call(Verdict.Stop, Sentence.Of("There is no shim to pick from."), []));
        }

        var answer = ShimChoice.Solve(new ShimChoice.Request(
            found.Float,
            new ShimChoice.EndPlay(limit.Low ?? 0, limit.High ?? 1, sheet.IdealMm),
            new ShimChoice.ShimCount(sheet.Shims!.Min, sheet.Shims.Max),
            [.. stock.Select(t => new ShimChoice.ShimLine(t.LengthMm!.Value, t.Quantity ?? 1))],
            found.Uncertainty));
        if (!answer.Reachable)
        {
            return new Judgement(
                Sentence.Of(
                    answer.Picks.Count == 0 ? "There are not enough shims. Order {wanted} in all."
                        : "The nearest stack leaves {left}. Order or grind to {wanted} in all.",
                    ("left", Quantity.Mm(answer.Picks.Count == 0 ? 0 : answer.Picks[0].EndPlayMm, 0.001)), ("wanted", Quantity.Mm(found.Float - sheet.IdealMm, 0.001))),
                new Call(Verdict.Stop, Sentence.Of("No stack of {min} to {max} shims in the crib leaves {low} to {high}.",
                    ("min", Quantity.Count(sheet.Shims.Min)), ("max", Quantity.Count(sheet.Shims.Max)), ("low", Quantity.Mm(limit.Low ?? 0)), ("high", Quantity.Mm(limit.High ?? 0))), []),
                answer);
        }

        var best = answer.Picks[0];
        return new Judgement(
            Sentence.Of("Fit {shims}: it leaves {left}.",
                ("shims", Quantity.Word(string.Join(" + ", best.Shims.Select(s => Wording.Number(s, 0.001))) + " mm")), ("left", Quantity.Mm(best.EndPlayMm, 0.001))),
            best.Call.Sourced(_ => limit.SourceWords),
            answer);
    }

    private static bool Fits(StepContext c, ToolMatch.CribTool shim) =>
        (shim.InnerMm is not { } inner || Math.Abs(inner - c.Sheet.EndFloat!.ShimInnerMm) <= 1)
        && (shim.OuterMm is not { } outer || Math.Abs(outer - c.Sheet.EndFloat!.ShimOuterMm) <= 1);
}
