using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>How far a shell lies below its face, where the sheet wants that.</summary>
internal static class Recess
{
    public static IEnumerable<Slot> Slots(StepContext c)
    {
        var places = c.Sheet.Cam!.ThrustPlate == c.Item ? new[] { 0, 90, 180, 270 } : [0];
        return places.Select(deg => new Slot(
            $"recess-{deg}",
            places.Length > 1 ? $"Below the face, {Clock.Text(deg)}" : "Edge below the bore’s face",
            SlotKind.Number,
            Dimension.Length,
            0.01,
            "depth-gauge",
            deg,
            Plausible: new Band(-3, 30),
            Peers: "recess",
            // Elsewhere what is seen along the passages tells how deep it stands.
            Required: places.Length > 1,
            Expected: Driver.FacingOf(c).FinalMm
        ));
    }

    public static (Call? Call, Sentence? Do) Judge(StepContext c)
    {
        if (c.Sheet.Cam!.ThrustPlate != c.Item || c.Sheet.Cam.Recess is not { } limit)
        {
            return JudgeEdge(c);
        }

        var checks = Slots(c)
            .SelectMany(s =>
            {
                var (v, u) = (c.Number(SeatStep.Name, s)!.Value, c.Uncertainty(SeatStep.Name, s));
                return new[]
                {
                    limit.Low is { } low
                        ? Check.AtLeast($"recess at {Clock.Text(s.AngleDeg!.Value)}", v, low, u, Dimension.Length, limit.SourceWords)
                        : null,
                    limit.High is { } high
                        ? Check.AtMost($"recess at {Clock.Text(s.AngleDeg!.Value)}", v, high, u, Dimension.Length, limit.SourceWords)
                        : null,
                };
            })
            .OfType<Check>()
            .ToList();
        var call = Call.Of(
            checks,
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.LookAgain ? "The {name} is {value} ± {u}: too close to {limit} to decide."
                        : k.Side == Side.Lower ? "The {name} is {value}; at least {limit} is wanted, or the thrust plate rides on it."
                        : "The {name} is {value}; at most {limit} is wanted.",
                    ("name", Quantity.Word(k.Name)),
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return (
            call,
            Sentence.Of(
                call?.Verdict == Verdict.LookAgain ? "Wipe the face and read the recess again."
                : call?.Checks[0].Side == Side.Lower ? "Drive it in a touch, at that place."
                : "Too deep: the thrust plate loses its oil. Out and again."
            )
        );
    }

    /// <summary>The edge of any other shell, against its own depth from the end that it was driven from; and its inside, where that was
    /// measured.</summary>
    private static (Call? Call, Sentence? Do) JudgeEdge(StepContext c)
    {
        var edge = c.Sheet.Usual(NeatBoreDefaults.ShellEdge);
        var recess = Slots(c).First();
        var checks = new List<Check>();
        if (c.Number(SeatStep.Name, recess) is { } depth)
        {
            checks.AddRange(
                edge.Checks("edge off its depth", depth - Driver.FacingOf(c).FinalMm, c.Uncertainty(SeatStep.Name, recess))
                    .Select(k => k.Verdict == Verdict.Stop ? k with { Verdict = Verdict.Decide } : k)
            );
        }

        if (c.Number(SeatStep.Inside) is { } inside && !c.Is(Shells.Name, Shells.Undersize))
        {
            checks.AddRange(
                (c.Sheet.Cam!.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.CamClearance)).Checks(
                    "clearance, driven",
                    inside - Bore.Journal(c),
                    c.Uncertainty(SeatStep.Inside)
                )
            );
        }

        var call = Call.Of(
            checks,
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.LookAgain
                        ? "Its {name} is {value} ± {u}: too close to {limit} to decide."
                        : "Its {name} is {value}; {limit} is the limit.",
                    ("name", Quantity.Word(k.Name)),
                    ("value", Quantity.Mm(k.Value, k.Name == "clearance, driven" ? 0.001 : 0.1)),
                    ("u", Quantity.Mm(k.Uncertainty, 0.01)),
                    ("limit", Quantity.Mm(k.Limit, k.Name == "clearance, driven" ? 0.001 : 0.1))
                )
        );
        var lead = call?.Checks[0];
        return (
            call,
            Sentence.Of(
                (call?.Verdict, lead?.Name, lead?.Side) switch
                {
                    (Verdict.LookAgain, _, _) => "Measure that again, finer.",
                    (_, "clearance, driven", Side.Lower) => "Too close on the journal: ream it, or another shell.",
                    (_, "clearance, driven", _) => "Too loose on the journal: another shell.",
                    (_, _, Side.Lower) => "Drive it in {by} more, light blows; or say why it may stand there.",
                    _ => "It stands {by} past its place: say why it may, or out and again.",
                },
                ("by", Quantity.Mm(Math.Abs((lead?.Value ?? 0) - (lead?.Limit ?? 0)), 0.1))
            )
        );
    }
}
