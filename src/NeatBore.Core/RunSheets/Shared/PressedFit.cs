using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The fit of a part that is pressed into another, in the words of those parts; and what is left inside once it is in.</summary>
internal static class PressedFit
{
    private static readonly int[] s_acrossDeg = [0, 90];

    /// <summary>The fit's call in the words of these parts.</summary>
    public static Judgement Judge(EngineSheet sheet, InterferenceFit.Answer answer, Limit wanted, PressedWords parts, string go)
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
    public static InterferenceFit.Answer? Of(
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
