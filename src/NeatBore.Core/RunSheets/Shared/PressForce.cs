using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The force that it takes, as a trace or as it was read, against what the fit expects.</summary>
internal static class PressForce
{
    /// <summary>How far a part is started by hand, mm.</summary>
    public const double StartedMm = 0.5;

    /// <summary>How far either side of home a short part may come to rest, mm.</summary>
    private const double HomeToleranceMm = 0.6;

    /// <summary>A stretch of travel without points, as a share of the whole, that a trace can't be judged over.</summary>
    private const double GapShare = 0.15;

    // A set of twelve is held against itself at each reading; a trace that was read once says the same of the same fit.
    private static readonly ConditionalWeakTable<
        TraceColumns,
        ConcurrentDictionary<(Band Force, double LengthMm), PressTrace.Answer>
    > s_traced = [];

    /// <summary>Force against travel as the press records it, and the steady force by eye where it has no line.</summary>
    /// <param name="c">The step.</param>
    /// <param name="step">Its name.</param>
    /// <param name="fit">The fit, where it is known.</param>
    /// <param name="lengthMm">Travel from first touch to home.</param>
    /// <param name="begins">What begins it, as the builder says it.</param>
    public static IEnumerable<Slot> Slots(
        StepContext c,
        StepName step,
        InterferenceFit.Answer? fit,
        double lengthMm,
        string begins = "Press it in"
    ) =>
        [
            new Slot(
                Trace(step),
                "Force against travel",
                SlotKind.Trace,
                Instrument: "press",
                Required: false,
                Trace: new TraceAxes(Dimension.Length, 0.001, Dimension.Force, 1),
                StartedAt: StartedMm,
                Begins: begins
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

    /// <summary>What the press said, once its force is known.</summary>
    /// <param name="c">The step.</param>
    /// <param name="fit">The fit that was measured.</param>
    /// <param name="lengthMm">Travel from first touch to home.</param>
    /// <param name="seats">Whether it comes against something when it is home.</param>
    /// <param name="done">What to do next.</param>
    /// <param name="loose">What to do where it went in too easily.</param>
    public static Judgement Judge(StepContext c, InterferenceFit.Answer? fit, double lengthMm, bool seats, string done, string loose)
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

    /// <summary>The force against travel that a press records at a step.</summary>
    public static TraceSlot Trace(StepName step) => step.Trace("trace");

    /// <summary>The steady force read by eye at a step.</summary>
    public static NumberSlot Peak(StepName step) => step.Number("peak");

    /// <summary>What pressed it in: the line of the trace where it came home, or what was read by eye; null before either.</summary>
    public static double? TakenN(StepContext c, StepName step, InterferenceFit.Answer? fit, double lengthMm) =>
        Traced(c, step, fit, lengthMm)?.PressForceN ?? c.Number(Peak(step));

    /// <summary>The trace against its fit; null without one, and where it can't be read.</summary>
    private static PressTrace.Answer? Traced(StepContext c, StepName step, InterferenceFit.Answer? fit, double lengthMm) =>
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

    /// <summary>A stretch that nothing was recorded over; null where there is none.</summary>
    public static (double From, double To)? Gap(IReadOnlyList<PressTrace.TracePoint> points)
    {
        List<double> sorted = [.. points.Select(p => p.TravelMm).Order()];
        var widest = sorted.Zip(sorted.Skip(1)).MaxBy(p => p.Second - p.First);
        return widest.Second - widest.First > GapShare * (sorted[^1] - sorted[0]) ? (widest.First, widest.Second) : null;
    }
}
