using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What every part that is pressed into another shares: its fit in its own words, the press and its stack, the force, what is
/// left inside.</summary>
internal static class PressedIn
{
    /// <summary>Kinds of the crib that a press is stacked with.</summary>
    public static readonly IReadOnlyList<string> Stacked = ["socket", "washer", "sleeve", "bar"];

    /// <summary>How far a part is started by hand, mm.</summary>
    public const double StartedMm = 0.5;

    /// <summary>How far either side of home a short part may come to rest, mm.</summary>
    private const double HomeToleranceMm = 0.6;

    /// <summary>A stretch of travel without points, as a share of the whole, that a trace can't be judged over.</summary>
    private const double GapShare = 0.15;

    private static readonly int[] s_acrossDeg = [0, 90];

    /// <summary>The parts as the builder says them, and what to do where the fit is not to be pressed.</summary>
    public sealed record Parts(string Inner, string Outer, string Loose, string Tight);

    /// <summary>Two diameters of one part, at 12 and at 3.</summary>
    public sealed record Diameters(StepName Step, string Key)
    {
        /// <summary>One of them.</summary>
        public NumberSlot At(int deg) => Step.Number($"{Key}-{deg}");
    }

    /// <summary>The force against travel that a press records at a step.</summary>
    public static TraceSlot Trace(StepName step) => step.Trace("trace");

    /// <summary>The steady force read by eye at a step.</summary>
    public static NumberSlot Peak(StepName step) => step.Number("peak");

    /// <summary>The press that is picked at a step.</summary>
    public static ToolSlot Picked(StepName step) => step.Tool("press");

    /// <summary>What the crib has to stack, laid out at a step.</summary>
    public static TickSlot LaidOut(StepName step) => step.Tick("stock");

    /// <summary>Across at 12 and at 3, of a part that is measured before it is pressed.</summary>
    public static IEnumerable<Slot> Across(Diameters part, string label, string instrument, double nominalMm, double? expectedMm = null) =>
        s_acrossDeg.Select(deg => new Slot(
            part.At(deg),
            $"{label}, {Clock.Across(deg)}",
            SlotKind.Number,
            Dimension.Length,
            0.001,
            instrument,
            deg,
            Plausible: new Band(nominalMm * 0.98, nominalMm * 1.02),
            Peers: part.Key,
            Expected: expectedMm ?? nominalMm
        ));

    /// <summary>The fit of what was measured, or null where something of it was not.</summary>
    public static InterferenceFit.Answer? Fit(
        StepContext c,
        Diameters inner,
        Diameters outer,
        PressedInner within,
        PressedOuter around,
        double engagedMm,
        Limit friction,
        Limit wanted,
        double innerC = 20,
        double outerC = 20
    )
    {
        IReadOnlyList<InterferenceFit.DiameterReading> Sizes(Diameters part) =>
            [
                .. s_acrossDeg
                    .Select(deg => c.Number(part.At(deg)) is { } mm ? new InterferenceFit.DiameterReading(0, deg, mm) : null)
                    .OfType<InterferenceFit.DiameterReading>(),
            ];
        var (shaft, hub) = (Sizes(inner), Sizes(outer));
        return shaft.Count == 0 || hub.Count == 0
            ? null
            : InterferenceFit.Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(shaft, within.Material, within.InnerDiameterMm, innerC, within.RoughnessRzUm),
                    new InterferenceFit.HubPart(hub, around.OuterDiameterMm, around.Material, outerC, around.RoughnessRzUm),
                    engagedMm,
                    new Band(friction.Low ?? 0, friction.High ?? 1),
                    Limits: new InterferenceFit.FitLimits(wanted.Low, wanted.High, c.Sheet.Usual(NeatBoreDefaults.Roundness).High),
                    GaugeUncertaintyMm: new InterferenceFit.FitGauges(c.Uncertainty(inner.At(0)), c.Uncertainty(outer.At(0)))
                )
            );
    }

    /// <summary>The fit's call in the words of these parts.</summary>
    public static Judgement JudgeFit(EngineSheet sheet, InterferenceFit.Answer answer, Limit wanted, Parts parts, string go)
    {
        string Named(string name) =>
            name.Replace("nose", parts.Inner, StringComparison.Ordinal)
                .Replace("hub", parts.Outer, StringComparison.Ordinal)
                .Replace("bore", $"bore of the {parts.Outer}", StringComparison.Ordinal);
        var checks = answer
            .Call!.Sourced(k => k.Name == "interference" ? wanted.SourceWords : sheet.Usual(NeatBoreDefaults.Roundness).SourceWords)
            .Checks;
        var lead = checks[0];
        var value = new Quantity(lead.Value, lead.Dimension, lead.Dimension == Dimension.Share ? 0.01 : 0.001);
        string because = (lead.Name, lead.Verdict, lead.Side) switch
        {
            (_, Verdict.Go, _) => "The {inner} is {mean} larger than its bore, wanted {low} to {high}.",
            ("interference", Verdict.Stop, Side.Lower) => "The {inner} is only {value} larger than its bore; at least {limit} is wanted.",
            ("interference", Verdict.Stop, _) => "The {inner} is {value} larger than its bore; at most {limit} is wanted.",
            ("effective interference", Verdict.Stop, _) => "Once the surfaces smooth there is nothing left to grip.",
            (_, Verdict.LookAgain, _) => "The {name} is {value} ± {u}: too close to {limit} for these gauges to decide.",
            _ => "The {name} is {value}; {limit} is the limit.",
        };
        var why = Sentence.Of(
            because,
            ("inner", Quantity.Word(parts.Inner)),
            ("name", Quantity.Word(Named(lead.Name))),
            ("mean", Quantity.Mm(answer.InterferenceMm.Mean, 0.001)),
            ("value", value),
            ("limit", value with { Value = lead.Limit }),
            ("u", value with { Value = lead.Uncertainty }),
            ("low", Quantity.Mm(wanted.Low ?? 0, 0.001)),
            ("high", Quantity.Mm(wanted.High ?? 0, 0.001))
        );
        var middle = (wanted.Low + wanted.High) / 2 ?? answer.InterferenceMm.Mean;
        return new Judgement(
            Sentence.Of(
                (lead.Verdict, lead.Name, lead.Side) switch
                {
                    (Verdict.Go, _, _) => go,
                    (Verdict.LookAgain, _, _) => "Measure both again, with a finer gauge if you have one.",
                    (_, "interference", Side.Lower) or (_, "effective interference", _) => parts.Loose,
                    (_, "nose roundness" or "bore roundness", _) => "Out of round: measure it again all round, and change it if it is.",
                    _ => parts.Tight,
                },
                ("low", Quantity.Newtons(answer.PressForceN.Low)),
                ("high", Quantity.Newtons(answer.PressForceN.High)),
                ("by", Quantity.Mm(Math.Abs(answer.InterferenceMm.Mean - middle), 0.001))
            ),
            new Call(lead.Verdict, why, [.. checks.Select(k => k with { Name = Named(k.Name) })]),
            answer
        );
    }

    /// <summary>What a press of this kind is asked to give: twice the fit's force, so that it is never at its end.</summary>
    public static ToolMatch.ToolNeed Press(string kind, double mostN) =>
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

    /// <summary>The stack on the picked press from what was laid out, and what to make where nothing fits.</summary>
    public static Judgement Stack(
        StepContext c,
        StepName step,
        PressSupport.PressedBody body,
        PressSupport.PassingPart passing,
        PressSupport.PushedPart pushed,
        string go
    )
    {
        if (c.Tool(Picked(step)) is not { } press || !c.Taken(LaidOut(step)))
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

    /// <summary>Force against travel as the press records it, and the steady force by eye where it has no line.</summary>
    public static IEnumerable<Slot> Force(StepContext c, StepName step, InterferenceFit.Answer? fit, double lengthMm) =>
        [
            new Slot(
                Trace(step),
                "Force against travel",
                SlotKind.Trace,
                Instrument: "press",
                Required: false,
                Trace: new TraceAxes(Dimension.Length, 0.001, Dimension.Force, 1),
                StartedAt: StartedMm
            ),
            new Slot(
                Peak(step),
                "or by eye: force before it is home",
                SlotKind.Number,
                Dimension.Force,
                10,
                "force-gauge",
                Plausible: fit is null ? new Band(0, 200_000) : new Band(fit.PressForceN.Low / 10, fit.PressForceN.High * 10),
                Required: !c.Taken(Trace(step))
            ),
        ];

    /// <summary>What pressed it in: the line of the trace where it came home, or what was read by eye; null before either.</summary>
    public static double? ForceN(StepContext c, StepName step, InterferenceFit.Answer? fit, double lengthMm) =>
        Traced(c, step, fit, lengthMm)?.PressForceN ?? c.Number(Peak(step));

    /// <summary>The trace against its fit; null without one, and where it can't be read.</summary>
    public static PressTrace.Answer? Traced(StepContext c, StepName step, InterferenceFit.Answer? fit, double lengthMm) =>
        c.Once(
            $"pressed {step.Id} {c.Item}",
            () =>
                c.Trace(Trace(step)) is { } trace && fit is { PressForceN.High: > 0 }
                    ? s_traced
                        .GetOrCreateValue(trace)
                        .GetOrAdd(
                            (fit.PressForceN, lengthMm),
                            _ =>
                                PressTrace.Solve(
                                    new PressTrace.Request(
                                        Points(trace, StartedMm),
                                        Curve(fit, lengthMm),
                                        lengthMm,
                                        HomeToleranceMm,
                                        fit.PressForceN.High * NeatBoreDefaults.PressLimitFactor
                                    )
                                )
                        )
                    : null
        );

    // A set of twelve is held against itself at each reading; a trace that was read once says the same of the same fit.
    private static readonly ConditionalWeakTable<
        TraceColumns,
        ConcurrentDictionary<(Band Force, double LengthMm), PressTrace.Answer>
    > s_traced = [];

    /// <summary>A trace as the fit counts: from the first touch, not from where the press began.</summary>
    public static List<PressTrace.TracePoint> Points(TraceColumns trace, double startedMm) =>
        [.. trace.X.Select((x, i) => new PressTrace.TracePoint(x + startedMm, trace.Y[i]))];

    /// <summary>The stop that stands in a trace that was cut off; null where there is none: what is missing may hold one.</summary>
    public static Judgement? Partly(StepContext c, TraceSlot slot, double startedMm, Band? home, double seatTravelMm, CalcAnswer where) =>
        c.CutOff(slot) is { } part
        && home is { High: > 0 } force
        && PressWatch.FirstStop(
            new PressWatch.Request(
                Points(part, startedMm),
                new PressTrace.ExpectedForce(DrawTravel.Curve(force, seatTravelMm)),
                seatTravelMm
            )
        )
            is { } stop
            ? new Judgement(stop.Do, stop.Call, where)
            : null;

    private static PressTrace.ExpectedForce Curve(InterferenceFit.Answer fit, double lengthMm) =>
        new(DrawTravel.Curve(fit.PressForceN, lengthMm));

    /// <summary>What the press said, once its force is known.</summary>
    /// <param name="c">The step.</param>
    /// <param name="fit">The fit that was measured.</param>
    /// <param name="lengthMm">Travel from first touch to home.</param>
    /// <param name="seats">Whether it comes against something when it is home.</param>
    /// <param name="done">What to do next.</param>
    /// <param name="loose">What to do where it went in too easily.</param>
    public static Judgement JudgePress(StepContext c, InterferenceFit.Answer? fit, double lengthMm, bool seats, string done, string loose)
    {
        var step = c.Step.Name;
        if (fit is null)
        {
            return new Judgement(Sentence.Of("Measure the fit first."));
        }

        var where = DrawTravel.Solve(new DrawTravel.Request(lengthMm, 0, lengthMm - StartedMm, fit.PressForceN));
        if (c.Trace(Trace(step)) is { } trace)
        {
            var answer =
                Traced(c, step, fit, lengthMm)
                ?? PressTrace.Solve(
                    new PressTrace.Request(
                        Points(trace, StartedMm),
                        Curve(fit, lengthMm),
                        lengthMm,
                        HomeToleranceMm,
                        Math.Max(1, fit.PressForceN.High * NeatBoreDefaults.PressLimitFactor)
                    )
                );
            if (Gap(Points(trace, StartedMm)) is { } gap)
            {
                return new Judgement(
                    Sentence.Of("The gauge dropped out on the way. Judge by its depth, or press it again."),
                    new Call(
                        Verdict.LookAgain,
                        Sentence.Of(
                            "Nothing was recorded from {from} to {to}.",
                            ("from", Quantity.Mm(gap.From, 0.1)),
                            ("to", Quantity.Mm(gap.To, 0.1))
                        ),
                        []
                    ),
                    answer
                );
            }

            var found = answer.Findings.Where(f => seats || f.Kind != "not-seated").ToList();
            var worst = found.Count == 0 ? null : found.MaxBy(f => PressTrace.VerdictOf(f.Kind));
            var verdict = worst is null ? Verdict.Go : PressTrace.VerdictOf(worst.Kind);
            var held = answer.Call!.Checks.FirstOrDefault(k => k.Name == worst?.Kind);
            return Said(
                verdict,
                worst?.Kind ?? "clean",
                Sentence.Of(
                    "{what}",
                    ("what", Quantity.Word(worst?.Because ?? $"Clean, with {answer.PressForceN / 1e3:0.0} kN at the end."))
                ),
                held is { Dimension: not Dimension.Force } travel
                    ? travel
                    : new Check(
                        "press force",
                        verdict,
                        held?.Value ?? answer.PressForceN,
                        held?.Limit ?? fit.PressForceN.High,
                        0,
                        held?.Side ?? Side.Upper,
                        Dimension.Force,
                        "predicted from the fit"
                    ),
                answer
            );
        }

        if (Partly(c, Trace(step), StartedMm, fit.PressForceN, lengthMm, where) is { } partly)
        {
            return partly;
        }

        if (c.Number(Peak(step)) is not { } peak)
        {
            return Prompt.Next(c) with { Answer = where };
        }

        var (low, high) = (fit.PressForceN.Low * NeatBoreDefaults.ForceTooLow, fit.PressForceN.High * NeatBoreDefaults.ForceTooHigh);
        return peak < low
            ? Said(
                Verdict.Decide,
                "loose",
                Sentence.Of(
                    "It went in with {f} where at least {low} was expected.",
                    ("f", Quantity.Newtons(peak)),
                    ("low", Quantity.Newtons(fit.PressForceN.Low))
                ),
                new Check(
                    "press force",
                    Verdict.Decide,
                    peak,
                    fit.PressForceN.Low,
                    0,
                    Side.Lower,
                    Dimension.Force,
                    "predicted from the fit"
                ),
                where
            )
            : Said(
                peak > high ? Verdict.Stop : Verdict.Go,
                peak > high ? "galling" : "clean",
                Sentence.Of(
                    peak > high ? "It took {f}; this fit explains at most {high}." : "It took {f}; {low} to {high} was expected.",
                    ("f", Quantity.Newtons(peak)),
                    ("low", Quantity.Newtons(fit.PressForceN.Low)),
                    ("high", Quantity.Newtons(fit.PressForceN.High))
                ),
                new Check(
                    "press force",
                    peak > high ? Verdict.Stop : Verdict.Go,
                    peak,
                    fit.PressForceN.High,
                    0,
                    Side.Upper,
                    Dimension.Force,
                    "predicted from the fit"
                ),
                where
            );

        Judgement Said(Verdict verdict, string kind, Sentence because, Check check, CalcAnswer shown) =>
            new(
                Sentence.Of(
                    kind switch
                    {
                        "clean" => done,
                        "loose" => loose,
                        "cocked" => "It came square, but started cocked. Look at the edge it cut, or say why it is good.",
                        "gave-way" => "Stop there. Something gave way: look at part, body and tool before you go on.",
                        "galling" => "Stop there. Back it out; look at both faces for a cocked start or a tear.",
                        "over-pressed" => "Stop there. Look at part and body before you go on.",
                        _ => "Not home: the force never rose. Look what the pusher is on, then press again.",
                    }
                ),
                new Call(verdict, because, [check]),
                shown
            );
    }

    /// <summary>What is left inside a bush after pressing: the clearance of what runs in it, or what to ream or hone.</summary>
    public static Judgement JudgeInside(double insideMm, double runsOnMm, double uncertaintyMm, Limit wanted, string runs, string go)
    {
        var clearance = insideMm - runsOnMm;
        var middle = ((wanted.Low ?? 0) + (wanted.High ?? wanted.Low ?? 0)) / 2;
        var call = Call.Of(
            [
                // Too little is cut and measured again: it is never the end of the bush.
                .. wanted.Low is { } low
                    ? [Check.AtLeast("running clearance", clearance, low, uncertaintyMm, Dimension.Length, wanted.SourceWords)]
                    : Array.Empty<Check>(),
                .. wanted.High is { } high
                    ? [Check.AtMost("running clearance", clearance, high, uncertaintyMm, Dimension.Length, wanted.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict switch
                    {
                        Verdict.Go => "The {runs} has {value} of clearance.",
                        Verdict.LookAgain => "{value} ± {u} of clearance: too close to {limit} for these gauges to decide.",
                        _ => k.Side == Side.Lower
                            ? "{value} of clearance; at least {limit} is wanted."
                            : "{value} of clearance; at most {limit} is wanted.",
                    },
                    ("runs", Quantity.Word(runs)),
                    ("value", Quantity.Mm(k.Value, 0.001)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.001)),
                    ("limit", Quantity.Mm(k.Limit, 0.001))
                )
        )!;
        var cut = call is { Verdict: Verdict.Stop, Checks: [{ Side: Side.Lower }, ..] };
        return new Judgement(
            Sentence.Of(
                call.Verdict == Verdict.Go ? go
                    : cut ? "Ream or hone {by} out, to {size}. Wipe it out and measure again."
                    : call.Verdict == Verdict.LookAgain ? "Measure the inside again, with a finer gauge if you have one."
                    : "Too loose: press it out, another bush.",
                ("by", Quantity.Mm(middle - clearance, 0.001)),
                ("size", Quantity.Mm(runsOnMm + middle, 0.001))
            ),
            cut
                ? call with
                {
                    Verdict = Verdict.LookAgain,
                    Checks = [call.Checks[0] with { Verdict = Verdict.LookAgain }, .. call.Checks.Skip(1)],
                }
                : call
        );
    }

    /// <summary>By how much a bush closes up inside when it is pressed in, mm on the diameter: a thick ring under outside
    /// pressure.</summary>
    /// <remarks>Lamé, Δd = 2·p·D²·d/(E·(D² − d²)); p in MPa, E in GPa.</remarks>
    public static double ClosesUpMm(double pressureMpa, double outerMm, double innerMm, Material material) =>
        2 * pressureMpa * outerMm * outerMm * innerMm / (material.YoungGpa * 1e3 * ((outerMm * outerMm) - (innerMm * innerMm)));

    /// <summary>A stretch that nothing was recorded over; null where there is none.</summary>
    public static (double From, double To)? Gap(IReadOnlyList<PressTrace.TracePoint> points)
    {
        List<double> sorted = [.. points.Select(p => p.TravelMm).Order()];
        var widest = sorted.Zip(sorted.Skip(1)).MaxBy(p => p.Second - p.First);
        return widest.Second - widest.First > GapShare * (sorted[^1] - sorted[0]) ? (widest.First, widest.Second) : null;
    }

    /// <summary>One value between two limits, worded.</summary>
    public static Call Between(string name, double value, double uncertainty, Limit limit, double resolution = 0.01) =>
        Call.Of(
            [
                .. limit.Low is { } low
                    ? [Check.AtLeast(name, value, low, uncertainty, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
                .. limit.High is { } high
                    ? [Check.AtMost(name, value, high, uncertainty, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict switch
                    {
                        Verdict.Go => "The {name} is {value}.",
                        Verdict.LookAgain => "The {name} is {value} ± {u}: too close to {limit} for this gauge to decide.",
                        _ => k.Side == Side.Lower
                            ? "The {name} is {value}; at least {limit} is wanted."
                            : "The {name} is {value}; at most {limit} is wanted.",
                    },
                    ("name", Quantity.Word(name)),
                    ("value", Quantity.Mm(k.Value, resolution)),
                    ("u", Quantity.Mm(k.Uncertainty, resolution)),
                    ("limit", Quantity.Mm(k.Limit, resolution))
                )
        )!;
}
