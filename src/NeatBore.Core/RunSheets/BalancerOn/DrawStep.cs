using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>Drawn home, by its force against travel or by its depths.</summary>
internal static class DrawStep
{
    public static readonly StepName Name = new("draw");
    private static readonly TraceSlot s_trace = Name.Trace("trace");
    private static readonly NumberSlot s_start = Name.Number("start");
    private static readonly NumberSlot s_part = Name.Number("part");
    private static readonly TickSlot s_home = Name.Tick("home");

    public static Step Step =>
        new(Name, "Draw it on", "draw")
        {
            Leaves = [new("hub drawn on, crank bolt not torqued", BoltStep.Name)],
            Afresh = true,
            When = DesignRules.PressedOn,
            Slots = c =>
                [
                    HubDepth.Slot(c, s_start, "Depth, started by hand", c.Sheet.Balancer!.Hub.LengthMm) with
                    {
                        Required = !Which.IsSame(c),
                        Expected = c.Sheet.Balancer!.Hub.LengthMm - 4,
                    },
                    new Slot(
                        s_trace,
                        "Force against travel",
                        SlotKind.Trace,
                        Instrument: "press",
                        Required: false,
                        Trace: new TraceAxes(Dimension.Length, 0.001, Dimension.Force, 1),
                        StartedAt: c.Sheet.Balancer!.Hub.LengthMm - c.Number(s_start),
                        Begins: "Draw it on"
                    ),
                    HubDepth.Slot(c, s_part, "Depth, about half way", c.Sheet.Balancer!.Hub.LengthMm) with
                    {
                        // Where a trace was cut off, or none was asked for at first, its depth says how far it is.
                        Required = c.CutOff(s_trace) is not null,
                        Expected = (c.Sheet.Balancer!.Hub.LengthMm + c.Sheet.Balancer!.SeatedDepthMm) / 2,
                    },
                    Slot.Tick(s_home, "Force rose sharply: it is home. Tool off again"),
                ],
            Judge = JudgeDrawn,
            CanHurt = true,
            Cautions = ["Stand clear, never in line with the loaded tool: pieces fly."],
        };

    private static Judgement JudgeDrawn(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        var home = Fit.HomeForce(c);
        if (c.Number(s_start) is not { } start)
        {
            return JudgeDraw(c);
        }

        var (length, seatTravel) = (sheet.Hub.LengthMm, sheet.Hub.LengthMm - sheet.SeatedDepthMm);
        var depth = c.Number(s_part) ?? start;
        var where = DrawTravel.Solve(new DrawTravel.Request(length, sheet.SeatedDepthMm, depth, home));
        if (c.Trace(s_trace) is not { } trace || home is not { High: > 0 } force)
        {
            return PressForce.Partly(c, s_trace, length - start, home, seatTravel, where) ?? JudgeDraw(c) with { Answer = where };
        }

        // The press counts from where the hub was started; the fit counts from the nose's end.
        var points = PressForce.Points(trace, length - start);
        var curve = new PressTrace.ExpectedForce(DrawTravel.Curve(force, seatTravel));
        var answer = PressTrace.Solve(
            new PressTrace.Request(
                points,
                curve,
                seatTravel,
                NeatBoreDefaults.SeatToleranceMm,
                force.High * NeatBoreDefaults.PressLimitFactor
            )
        );
        if (PressForce.Gap(points) is { } gap)
        {
            return new Judgement(
                Sentence.Of("The gauge dropped out on the way. Judge by hand: read the seated depth, or draw it again."),
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

        var short0 = answer.Findings.Any(f => f.Kind == "not-seated");
        var watch = PressWatch.Solve(new PressWatch.Request([.. points.TakeLast(200)], curve, seatTravel));
        var cockedStart =
            short0
            && points.Any(p =>
                p.TravelMm <= points[0].TravelMm + ((seatTravel - points[0].TravelMm) / 4)
                && p.ForceN > NeatBoreDefaults.ForceTooHigh * PressTrace.Expected(curve, p.TravelMm).High
            )
            && points.Max(p => p.TravelMm) < seatTravel / 2;
        if (cockedStart)
        {
            return new Judgement(
                Sentence.Of("It has started cocked. Back it off, set it square on its key and draw it again."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "{peak} at {at}; this fit explains at most {high} there.",
                        ("peak", Quantity.Newtons(answer.PeakN)),
                        ("at", Quantity.Mm(watch.TravelMm, 0.1)),
                        ("high", Quantity.Newtons(PressTrace.Expected(curve, watch.TravelMm).High))
                    ),
                    answer.Call!.Checks
                ),
                answer
            );
        }

        return new Judgement(
            Sentence.Of(
                answer.Call!.Checks[0].Name switch
                {
                    "clean" => c.Taken(s_home)
                        ? "Clean, and home. Read its depth at three places."
                        : "Clean. Tick that it is home, then read its depth.",
                    "cocked" => "It came back square, but started cocked. Look at key and nose, or say why it is good.",
                    "galling" => "Pull it back off. Look at nose and bore for galling.",
                    "gave-way" => "Stop there. Something gave way: look at the tool, the nose's thread and the hub.",
                    "loose" => "It went on too easily. Pull it off and measure again, or say why it holds.",
                    "over-pressed" => "Stop there. Look at hub, rubber and nose before you go on.",
                    _ => "Not home. Find what is in the way, then draw it again.",
                }
            ),
            answer.Call! with
            {
                Checks = [.. answer.Call!.Checks.Select(k => k with { Source = "predicted from the fit" })],
            },
            answer
        );
    }

    private static Judgement JudgeDraw(StepContext c)
    {
        var depth = c.Number(s_part) ?? c.Number(s_start) ?? (Which.IsSame(c) ? c.Sheet.Balancer!.Hub.LengthMm : null);
        if (depth is null)
        {
            return new Judgement(Sentence.Of("Start the hub by hand on its key, square. Read its depth."));
        }

        var sheet = c.Sheet.Balancer!;
        var fit = FitStep.Judge(c).Answer as InterferenceFit.Answer;
        var answer = DrawTravel.Solve(new DrawTravel.Request(sheet.Hub.LengthMm, sheet.SeatedDepthMm, depth.Value, fit?.PressForceN));
        var done = c.Taken(s_home);
        var nut = fit is null ? null : AtItsNut(c, (Fit.HomeForce(c) ?? fit.PressForceN).High);
        return new Judgement(
            Sentence.Of(
                done ? "It is home. Read its depth at three places."
                    : nut is not null && (Which.IsSame(c) || c.Taken(s_part))
                        ? "{turns} turns of its nut, {left}: up to {torque}, until it rises sharply. Hold the stud."
                    : c.Taken(s_part) ? "Draw it {left} more, until the force rises sharply. Hold the stud."
                    : "Draw it {half}, then read the depth again. Hold the stud.",
                ("left", Quantity.Mm(answer.LeftMm, 0.1)),
                ("half", Quantity.Mm(answer.LeftMm / 2, 1)),
                ("turns", new Quantity(answer.LeftMm / (nut?.PitchMm ?? 1), Dimension.Number, 0.5)),
                ("torque", new Quantity(nut?.TorqueNm ?? 0, Dimension.Torque, 1))
            ),
            Answer: answer
        );
    }

    /// <summary>What the tool’s nut takes at a force, greased; null where none was picked, or its thread is not known.</summary>
    private static (double TorqueNm, double PitchMm)? AtItsNut(StepContext c, double forceN) =>
        c.Tool(ToolStep.Tool) is { Screw: { } thread } tool && Pulling.ScrewAt(c.Sheet, tool, forceN) is { } screw
            ? (screw.TorqueNm, thread.PitchMm)
            : null;
}
