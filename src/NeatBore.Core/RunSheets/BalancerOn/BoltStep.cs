using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The crank bolt, to torque and angle.</summary>
internal static class BoltStep
{
    public static readonly StepName Name = new("bolt");
    private static readonly TraceSlot s_trace = Name.Trace("trace");
    private static readonly NumberSlot s_wrench = Name.Number("wrench");
    private static readonly NumberSlot s_adaptor = Name.Number("adaptor");
    private static readonly NumberSlot s_angle = Name.Number("angle");
    private static readonly NumberSlot s_set = Name.Number("set");
    private static readonly TickSlot s_click = Name.Tick("click");
    private static readonly TickSlot s_byHand = Name.Tick("by-hand");
    private static readonly PickSlot s_turned = Name.Pick("turned");
    private static readonly BoltTag s_crankBolt = new("crank", "1", 1);

    public static Step Step =>
        new(Name, "Crank bolt", "wrench")
        {
            When = DesignRules.PressedOn,
            Fasteners = CrankBoltSet,
            Slots = c =>
                [
                    .. BoltOut.Slots(c, renew: true),
                    .. Fitted(c.Sheet.CrankBolt!),
                    new Slot(
                        s_trace,
                        "Torque against angle",
                        SlotKind.Trace,
                        Instrument: "angle-wrench",
                        Required: false,
                        Trace: new TraceAxes(Dimension.Angle, 0.01, Dimension.Torque, 0.01),
                        Expected: c.Sheet.CrankBolt!.TorqueNm,
                        Bolt: s_crankBolt
                    ),
                    new Slot(
                        s_adaptor,
                        "Adaptor, 0 for none",
                        SlotKind.Number,
                        Dimension.Length,
                        1,
                        "rule",
                        Plausible: new Band(0, 400),
                        Required: false
                    ),
                    new Slot(
                        s_wrench,
                        "Wrench, drive to grip",
                        SlotKind.Number,
                        Dimension.Length,
                        1,
                        "rule",
                        Plausible: new Band(100, 1500),
                        Required: Adapted(c)
                    ),
                    new Slot(
                        s_angle,
                        "Adaptor off the wrench’s line",
                        SlotKind.Number,
                        Dimension.Angle,
                        1,
                        "rule",
                        Plausible: new Band(0, 180),
                        Required: Adapted(c)
                    ),
                    new Slot(
                        s_set,
                        "Wrench set to",
                        SlotKind.Number,
                        Dimension.Torque,
                        0.1,
                        "torque-wrench",
                        Plausible: new Band(c.Sheet.CrankBolt!.TorqueNm / 3, c.Sheet.CrankBolt!.TorqueNm * 3),
                        Required: !c.Taken(s_trace)
                    )
                    {
                        IsSetting = true,
                        IsDone = c.Taken(s_click),
                    },
                    Slot.Tick(s_click, "One smooth pull to the click, crank held") with
                    {
                        Bolt = s_crankBolt,
                        Required = !c.Taken(s_trace),
                    },
                    .. TurnedOn(c),
                ],
            Judge = JudgeBoltTraced,
            NoHand = true,
            CanHurt = true,
            Cautions = ["Crank locked before you lean on the bar. Pull, don’t push; feet apart."],
        };

    private static IReadOnlyList<FastenerSet> CrankBoltSet(EngineSheet sheet) =>
        DesignRules.Of(sheet).Held is not null
            ? []
            :
            [
                new FastenerSet(
                    "Crank bolt",
                    new ScrewThread(sheet.CrankBolt!.MajorMm, sheet.CrankBolt!.PitchMm),
                    sheet.CrankBolt!.TorqueNm,
                    sheet.CrankBolt!.Torque,
                    1,
                    View.Front,
                    [new BoltPlace(s_crankBolt.Id, 0, 0, s_crankBolt.Group)]
                ),
            ];

    /// <summary>How the bolt goes in, where the sheet says anything of it: a bolt that is used once is held to be new.</summary>
    private static IReadOnlyList<Slot> Fitted(CrankBoltSheet bolt)
    {
        var words = new[]
        {
            bolt.UsedOnce == true ? "New bolt in by hand" : "Bolt in by hand",
            bolt.RaisedSide switch
            {
                RaisedSide.Out => "washer’s raised side out",
                RaisedSide.In => "washer’s raised side to the hub",
                _ => "",
            },
            bolt.Under switch
            {
                UnderWasher.Sealant => "sealant under it",
                UnderWasher.Oil => "a drop of oil under it",
                UnderWasher.Dry => "dry under it",
                _ => "",
            },
        };
        return bolt is { UsedOnce: not true, RaisedSide: null, Under: null }
            ? []
            : [Slot.Tick(s_byHand, string.Join(", ", words.Where(w => w.Length > 0)))];
    }

    private static Judgement JudgeBoltTraced(StepContext c)
    {
        if (BoltOut.Judge(c) is { } first)
        {
            return first;
        }

        if (c.Trace(s_trace) is not { } trace)
        {
            return JudgeBolt(c);
        }

        var bolt = c.Sheet.CrankBolt!;
        var answer = Held.Pulled(
            trace,
            bolt.TorqueNm,
            bolt.Torque,
            bolt.TorqueNm * NeatBoreDefaults.SnugShare,
            bolt.AngleDeg is { } deg ? (deg, bolt.AngleWindowDeg ?? NeatBoreDefaults.AngleWindowDeg) : null
        );
        if (answer.Call?.Sourced(_ => bolt.Torque.SourceWords) is not { } call)
        {
            return new Judgement(Sentence.Of(Held.ToldOnly), Answer: answer);
        }

        return new Judgement(
            Sentence.Of(
                (call.Verdict, answer.Findings.Count > 0 ? answer.Findings[0].Kind : null) switch
                {
                    (Verdict.Go, _) => "Tight, in one smooth pull. Crank lock out; turn it by hand.",
                    (_, "short") => "Short. Pull on to {target}.",
                    (_, "short-angle") => "Short of its angle. Turn it on to {angle}.",
                    (_, "over-angle") => BoltOut.Stretched,
                    (_, "over") => BoltOut.OverTightened,
                    (_, "stripped") => BoltOut.Stripping,
                    (_, "cross-threaded") => BoltOut.CrossThreaded,
                    (_, "yielding") => BoltOut.Yielding,
                    (_, "drags") => "It dragged long before it was snug: look at its thread, or say why it is good.",
                    _ => "It came tight too soon: look for a bottomed bolt or dirt, or say why it is good.",
                },
                ("target", Quantity.Nm(bolt.TorqueNm)),
                ("angle", Quantity.Degrees(bolt.AngleDeg ?? 0))
            ),
            call,
            answer
        );
    }

    /// <summary>How it is turned on after its torque, where its sheet says so; a recorded pull has it already.</summary>
    private static IEnumerable<Slot> TurnedOn(StepContext c) =>
        c.Sheet.CrankBolt!.AngleDeg is { } deg ? [AnglePass.Turned(s_turned, $"Turned {deg:0.#}° on, in one go", !c.Taken(s_trace))] : [];

    private static bool Adapted(StepContext c) => !c.Taken(s_trace) && c.Number(s_adaptor) > 0;

    private static Judgement JudgeBolt(StepContext c)
    {
        var bolt = c.Sheet.CrankBolt!;
        var adaptor = c.Number(s_adaptor) ?? 0;

        // Without an adaptor the wrench's length changes nothing.
        var (length, angle) = (c.Number(s_wrench) ?? 1, c.Number(s_angle) ?? 0);
        if (Adapted(c) && !(c.Taken(s_wrench) && c.Taken(s_angle)))
        {
            return Prompt.Next(c);
        }

        var set = c.Reading(s_set);
        var wrench = set?.Instrument is { Low: { } low, High: { } high, CalibrationDue: { } due }
            ? new WrenchSetting.Wrench(low, high, due, DateOnly.FromDateTime(set.DoneAt.UtcDateTime))
            : null;
        var request = new WrenchSetting.Request(bolt.TorqueNm, length, adaptor, angle, Wrench: wrench);
        var answer = WrenchSetting.Solve(request);
        if (set?.Value is not { } setNm || !c.Taken(s_click))
        {
            return new Judgement(
                Sentence.Of(
                    set is null
                        ? "Bolt and washer in by hand, raised side out. Set the wrench to {set} for {target} at the bolt."
                        : "One smooth pull to the click, crank held.",
                    ("set", Quantity.Nm(answer.SetNm)),
                    ("target", Quantity.Nm(bolt.TorqueNm))
                ),
                Answer: answer
            );
        }

        var reached = WrenchSetting.AtFastenerNm(request, setNm);
        var uncertainty = WrenchSetting.AtFastenerNm(request, set.Instrument?.UncertaintyAt(setNm) ?? 0);
        var checks = bolt
            .Torque.Checks("torque at the bolt", reached, uncertainty, Dimension.Torque)
            .Concat(answer.Call?.Checks ?? [])
            .ToList();
        var call = Call.Of(
            checks,
            check =>
                Sentence.Of(
                    (check.Name, check.Verdict) switch
                    {
                        (_, Verdict.Go) => "{value} ± {u} reached the bolt.",
                        ("torque at the bolt", Verdict.LookAgain) =>
                            "{value} ± {u} reached the bolt: too close to {limit} for this wrench to decide.",
                        ("torque at the bolt", _) => "{value} reached the bolt; {limit} is the limit.",
                        ("calibration", _) => "This wrench’s calibration ran out {value} ago.",
                        _ => "The setting of {value} is outside where this wrench is true: {limit}.",
                    },
                    ("value", new Quantity(check.Value, check.Dimension, check.Dimension == Dimension.Days ? 1 : 0.1)),
                    ("u", new Quantity(check.Uncertainty, check.Dimension, 0.1)),
                    ("limit", new Quantity(check.Limit, check.Dimension, 0.1))
                )
        );
        if (call is null)
        {
            return new Judgement(Sentence.Of(Held.ToldOnly), Answer: answer);
        }

        if (call.Verdict == Verdict.Go && bolt.AngleDeg is { } deg && AnglePass.JudgeOne(c, s_turned, deg, call) is { } turning)
        {
            return turning with { Answer = answer };
        }

        string template = (call.Verdict, call.Checks[0].Name, call.Checks[0].Side) switch
        {
            (Verdict.Go, _, _) => "Tight. Crank lock out; turn it by hand.",
            (Verdict.Decide, _, _) => "Check it with another wrench, or say why this one will do.",
            (_, "torque at the bolt", Side.Upper) when call.Verdict == Verdict.Stop => BoltOut.OverTightened,
            (Verdict.Stop, "torque at the bolt", _) => "Short. Set {set} on the wrench, and pull on to the click.",
            (_, "wrench range", _) => "Use another wrench: set {set} on it and pull again.",
            _ => "Slack it off, set {set}, and pull again.",
        };
        return new Judgement(Sentence.Of(template, ("set", Quantity.Nm(answer.SetNm))), call, answer);
    }
}
