using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Bolts tightened in order and in passes, each pull judged: what every bolted part shares.</summary>
internal static class BoltPattern
{
    private const double NearShare = 0.3;

    /// <summary>Where a sheet names no stages.</summary>
    private const int UsualPasses = 2;

    private const string Sends = "sends";
    private const string Clicks = "clicks";
    private const string ByPass = "clicks-pass";
    private const string Geared = "geared";

    private static readonly Option s_clicked = new("clicked", "it clicked");
    private static readonly Option s_unturned = new("unturned", "it clicked without turning");

    /// <summary>Which wrench pulls the bolts of a step: one that tells its torque, or one that clicks and gives no number.</summary>
    /// <param name="name">Of the choice.</param>
    /// <param name="step">Where it is made.</param>
    /// <param name="geared">Whether it may pull through a geared multiplier, as on one large nut.</param>
    public static Choice Wrench(ChoiceName name, StepName step, bool geared = false) =>
        new(
            name,
            step,
            "The wrench",
            _ =>
                [
                    new(Sends, "reads or sends its torque"),
                    new(Clicks, "clicks: a tap a bolt"),
                    new(ByPass, "clicks: a tap a pass"),
                    .. geared ? [new Option(Geared, "clicks, through gears")] : Array.Empty<Option>(),
                ]
        );

    public static TorquePlan.Answer Plan(IReadOnlyList<BoltPlace> bolts, IReadOnlyList<BoltGroup> groups, View view) =>
        TorquePlan.Solve(
            new TorquePlan.Request(
                [.. bolts.Select(b => new TorquePlan.Fastener(b.Id, view == View.Front ? b.XMm : -b.XMm, b.YMm, b.Group))],
                [.. groups.Select(g => new TorquePlan.Group(g.Id, g.TorqueNm, g.AngleDeg, g.Stages))],
                view
            )
        );

    /// <summary>A housing's bolts, as the builder says it.</summary>
    public static IReadOnlyList<FastenerSet> Sets(HousingSheet housing, string name, View view) =>
        [
            .. housing.Groups.Select(g =>
                Set(g, housing.Groups.Count > 1 ? $"{name}, {g.Id}" : name, view, [.. housing.Bolts.Where(b => b.Group == g.Id)])
            ),
        ];

    /// <summary>One group of bolts.</summary>
    public static FastenerSet Set(BoltGroup group, string name, View view, IReadOnlyList<BoltPlace> bolts, bool usedOnce = false) =>
        new(
            name,
            new ScrewThread(group.MajorMm, group.PitchMm),
            group.TorqueNm,
            group.Torque,
            (group.Stages?.Count ?? UsualPasses) + (group.AngleDeg is null ? 0 : 1),
            view,
            bolts,
            usedOnce
        );

    /// <summary>One place for each bolt in each pass, in order; of a wrench that clicks, its setting once a pass, then a tap.</summary>
    public static IReadOnlyList<Slot> Slots(StepContext c, TorquePlan.Answer plan, string? wrench, bool renew = false) =>
        [
            .. BoltOut.Slots(c, renew || plan.Passes.Any(p => p.Deg is not null)),
            .. wrench == Geared ? Multiplier.Slots : [],
            .. wrench is Clicks or ByPass or Geared
                ? plan.Passes.SelectMany((pass, n) => Clicked(pass, n + 1, wrench == ByPass, Gain(c, wrench)))
                : Pulled(plan),
            .. AnglePass.Slots(c, plan, wrench == ByPass),
        ];

    private static double Gain(StepContext c, string? wrench) => wrench == Geared ? Multiplier.Gain(c) ?? 1 : 1;

    private static IEnumerable<Slot> Clicked(TorquePlan.Pass pass, int number, bool whole, double gain) =>
        [
            new Slot(
                SetKey(number),
                $"Wrench set to, pass {number}",
                SlotKind.Number,
                Dimension.Torque,
                0.1,
                "torque-wrench",
                Plausible: new Band(pass.Nm / gain / 3, pass.Nm / gain * 3),
                Expected: pass.Nm / gain
            )
            {
                IsSetting = true,
            },
            .. whole
                ?
                [
                    Slot.Pick(
                        Key(number, "all"),
                        $"Pass {number}: all {pass.Order.Count} in order",
                        new("clicked", $"{pass.Order.Count} clicked, {pass.Order.Count} marks seen"),
                        new("unturned", "one clicked without turning")
                    ) with
                    {
                        Bolt = new BoltTag(pass.Group, "all", number, pass.Order),
                    },
                ]
                : pass.Order.Select(id =>
                    Slot.Pick(Key(number, id), $"Bolt {id}, pass {number}", s_clicked, s_unturned) with
                    {
                        Bolt = new BoltTag(pass.Group, id, number),
                    }
                ),
        ];

    private static string SetKey(int pass) => $"set-{pass}";

    private static IReadOnlyList<Slot> Pulled(TorquePlan.Answer plan) =>
        [
            .. plan.Passes.SelectMany(
                (pass, n) =>
                    pass.Order.Select(id => new Slot(
                        Key(n + 1, id),
                        $"Bolt {id}, pass {n + 1}",
                        SlotKind.Number,
                        Dimension.Torque,
                        0.1,
                        "angle-wrench",
                        // What is turned on by an angle ends wherever the bolt takes it.
                        Plausible: new Band(pass.Nm / 3, pass.Nm * (pass.Deg is null ? 3 : 12)),
                        Peers: $"pass {n + 1}",
                        Expected: pass.Nm,
                        Trace: new TraceAxes(Dimension.Angle, 0.01, Dimension.Torque, 0.01),
                        Bolt: new BoltTag(pass.Group, id, n + 1)
                    ))
            ),
        ];

    private static string Key(int pass, string bolt) => $"{pass}-{bolt}";

    private static NumberSlot At(StepName step, int pass, string bolt) => step.Number(Key(pass, bolt));

    /// <summary>The next pull, and once all are done whether every bolt got what it should.</summary>
    /// <param name="c">The step.</param>
    /// <param name="plan">Its passes.</param>
    /// <param name="groups">What the bolts get.</param>
    /// <param name="wrench">Which wrench pulls them.</param>
    /// <param name="done">What is said once all are tight.</param>
    public static Judgement Judge(StepContext c, TorquePlan.Answer plan, IReadOnlyList<BoltGroup> groups, string? wrench, string done) =>
        BoltOut.Judge(c) is { } first ? first with { Answer = plan }
        : wrench == Geared && Multiplier.Judge(c) is { } multiplier ? multiplier with { Answer = plan }
        : wrench is Clicks or ByPass or Geared ? JudgeClicks(c, plan, groups, wrench == ByPass, Gain(c, wrench), done)
        : JudgePulls(c, plan, groups, done);

    /// <summary>A click gives no number: its setting is held against the limit, and each bolt was pulled until it clicked.</summary>
    private static Judgement JudgeClicks(
        StepContext c,
        TorquePlan.Answer plan,
        IReadOnlyList<BoltGroup> groups,
        bool whole,
        double gain,
        string done
    )
    {
        var checks = new List<Check>();
        foreach (var (pass, number) in plan.Passes.Select((p, n) => (p, n + 1)))
        {
            var (set, group) = (c.Step.Name.Number(SetKey(number)), groups.First(g => g.Id == pass.Group));
            if (c.Number(set) is not { } setNm)
            {
                return new Judgement(
                    Sentence.Of(
                        "Set the wrench to {torque}: pass {pass} of {passes}.",
                        ("torque", Quantity.Nm(pass.Nm / gain)),
                        ("pass", Quantity.Count(number)),
                        ("passes", Quantity.Count(plan.Passes.Count))
                    ),
                    Answer: plan
                );
            }

            var last = pass.Nm >= group.TorqueNm;
            var limit = last ? group.Torque : new Limit(pass.Nm * (1 - NearShare), pass.Nm * (1 + NearShare), LimitSource.Default);
            var held = limit.Checks($"setting of pass {number}", setNm * gain, c.Uncertainty(set) * gain, Dimension.Torque).ToList();
            checks.AddRange(held);
            if (held.Exists(k => k.Verdict is Verdict.Stop or Verdict.LookAgain && !c.Taken(At(c.Step.Name, number, First(pass)))))
            {
                return new Judgement(
                    Sentence.Of("Don’t pull yet: set {torque} on it.", ("torque", Quantity.Nm(pass.Nm / gain))),
                    Call.Of(checks, lead => Setting(lead)),
                    plan
                );
            }

            foreach (var id in whole ? ["all"] : pass.Order)
            {
                var pull = c.Step.Name.Pick(Key(number, id));
                if (c.Picked(pull) is not { } clicked)
                {
                    return new Judgement(
                        Sentence.Of(
                            whole
                                ? "All {bolt} bolts in order, {torque}, a mark on each: pass {pass} of {passes}."
                                : "Bolt {bolt}, to the click at {torque}: pass {pass} of {passes}.",
                            ("bolt", whole ? Quantity.Count(pass.Order.Count) : Quantity.Word(id)),
                            ("torque", Quantity.Nm(pass.Nm)),
                            ("pass", Quantity.Count(number)),
                            ("passes", Quantity.Count(plan.Passes.Count))
                        ),
                        Answer: plan
                    );
                }

                if (clicked == s_unturned.Id)
                {
                    return new Judgement(
                        Sentence.Of(
                            whole
                                ? "Slack that one off a quarter of a turn, pull it again; then cross this out, and tap it anew."
                                : "Slack bolt {bolt} off a quarter of a turn and pull it again; then cross this out, and tap it anew.",
                            ("bolt", Quantity.Word(id))
                        ),
                        new Call(
                            Verdict.LookAgain,
                            Sentence.Of("A click without a turn says nothing: it may have been tight before, or seized."),
                            [new Check($"bolt {id}, pass {number}", Verdict.LookAgain, 0, 1, 0, Side.Lower, Dimension.Count) { Bolt = id }]
                        ),
                        plan
                    );
                }
            }
        }

        if (AnglePass.Judge(c, plan, whole, checks) is { } turning)
        {
            return turning;
        }

        return Call.Of(checks, lead => Setting(lead)) is not { } call
            ? new Judgement(Sentence.Of(Held.ToldOnly), Answer: plan)
            : new Judgement(
                Sentence.Of(
                    call.Verdict == Verdict.Go ? done : "Slack them off, set {torque}, and go round again.",
                    ("torque", Quantity.Nm(groups.Max(g => g.TorqueNm) / gain))
                ),
                call,
                plan
            );

        string First(TorquePlan.Pass pass) => whole ? "all" : pass.Order[0];
        Sentence Setting(Check lead) =>
            Sentence.Of(
                lead.Verdict == Verdict.Go ? "Every bolt clicked, in order; the wrench was set within its limits."
                    : gain == 1 ? "The wrench is set to {value}; {limit} is the limit."
                    : "Through its gears the wrench gives {value}; {limit} is the limit.",
                ("value", Quantity.Nm(lead.Value)),
                ("limit", Quantity.Nm(lead.Limit))
            );
    }

    private static Judgement JudgePulls(StepContext c, TorquePlan.Answer plan, IReadOnlyList<BoltGroup> groups, string done)
    {
        var pulls = plan
            .Passes.SelectMany((pass, n) => pass.Order.Select(id => (Pass: pass, Number: n + 1, Id: id, Slot: At(c.Step.Name, n + 1, id))))
            .ToList();
        var checks = new List<Check>();
        var findings = new List<string>();
        DateTimeOffset? before = null;
        foreach (var pull in pulls)
        {
            if (c.Number(pull.Slot) is not { } reached)
            {
                continue;
            }

            var group = groups.First(g => g.Id == pull.Pass.Group);
            var last = pull.Pass.Nm >= group.TorqueNm;
            if (c.Trace(pull.Slot) is { X.Count: >= 20 } trace)
            {
                // On the way there a pull need only come near; nobody's sheet says how near.
                var torque = last
                    ? group.Torque
                    : new Limit(pull.Pass.Nm * (1 - NearShare), pull.Pass.Nm * (1 + NearShare), LimitSource.Default);
                var judged = Held.Pulled(
                    trace,
                    pull.Pass.Nm,
                    torque,
                    pull.Pass.Nm * NeatBoreDefaults.SnugShare,
                    last && pull.Pass.Deg is { } deg ? (deg, group.AngleWindowDeg ?? NeatBoreDefaults.AngleWindowDeg) : null
                );
                if (judged.Call is not { Verdict: var verdict })
                {
                    continue;
                }

                checks.Add(
                    new Check(
                        $"bolt {pull.Id}, pass {pull.Number}",
                        verdict,
                        judged.FinalNm,
                        pull.Pass.Nm,
                        0,
                        Side.Lower,
                        Dimension.Torque,
                        torque.SourceWords
                    )
                    {
                        Bolt = pull.Id,
                    }
                );
                findings.AddRange(verdict == Verdict.Go ? [] : [$"Bolt {pull.Id}, pass {pull.Number}: {judged.Call.Because}"]);
            }
            else if (last)
            {
                var u = c.Uncertainty(pull.Slot);
                checks.AddRange(
                    group
                        .Torque.Checks($"bolt {pull.Id}, pass {pull.Number}", reached, u, Dimension.Torque)
                        .Select(k => k with { Bolt = pull.Id })
                );
            }

            var at = c.TakenAt(pull.Slot);
            if (before > at)
            {
                checks.Add(
                    new Check(
                        $"order of bolt {pull.Id}, pass {pull.Number}",
                        Verdict.Decide,
                        1,
                        0,
                        0,
                        Side.Upper,
                        Dimension.Count,
                        "Neat Bore default"
                    )
                    {
                        Bolt = pull.Id,
                    }
                );
                findings.Add($"Bolt {pull.Id} was passed over in pass {pull.Number} and tightened later.");
            }

            before = before > at ? before : at;
        }

        var next = pulls.FirstOrDefault(p => !c.Taken(p.Slot));
        var stopped = checks.Exists(k => k.Verdict == Verdict.Stop);
        if (next.Slot is not null && !stopped)
        {
            return new Judgement(
                Sentence.Of(
                    "Bolt {bolt}, {torque}: pass {pass} of {passes}.",
                    ("bolt", Quantity.Word(next.Id)),
                    ("torque", Quantity.Nm(next.Pass.Nm)),
                    ("pass", Quantity.Count(next.Number)),
                    ("passes", Quantity.Count(plan.Passes.Count))
                ),
                Answer: plan
            );
        }

        if (!stopped && AnglePass.Judge(c, plan, false, checks) is { } turning)
        {
            return turning;
        }

        var call = Call.Of(
            checks,
            lead =>
                Sentence.Of(
                    lead.Verdict switch
                    {
                        Verdict.Go => "All {n} pulls reached what they should, in order.",
                        Verdict.Decide when lead.Dimension == Dimension.Count => "{found}",
                        _ when findings.Count > 0 => "{found}",
                        Verdict.LookAgain => "{name} reached {value} ± {u}: too close to {limit} for this wrench to decide.",
                        _ => "{name} reached {value}; {limit} is the limit.",
                    },
                    ("n", Quantity.Count(pulls.Count)),
                    ("found", Quantity.Word(findings.Count > 0 ? findings[0] : "")),
                    ("name", Quantity.Word(lead.Name)),
                    ("value", Quantity.Nm(lead.Value)),
                    ("limit", Quantity.Nm(lead.Limit)),
                    ("u", Quantity.Nm(lead.Uncertainty))
                )
        );
        if (call is null)
        {
            return new Judgement(Sentence.Of(Held.ToldOnly), Answer: plan);
        }

        // A recorded pull that is short is only looked at again: what else it shows is no want of torque.
        bool IsRecorded(Check of) => pulls.Any(p => $"bolt {p.Id}, pass {p.Number}" == of.Name && c.Trace(p.Slot) is not null);
        var at0 = call.Checks[0];
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => done,
                    Verdict.Decide => "Slack them off and go round in order, or say why it is good.",
                    Verdict.LookAgain => "Pull {name} again with a finer wrench.",
                    _ when at0 is { Side: Side.Lower } && at0.Value < at0.Limit && !IsRecorded(at0) =>
                        "Too little at {name}. Cross it out, pull on to its torque, and take it again.",
                    _ => BoltOut.Pulled,
                },
                ("name", Quantity.Word($"bolt {at0.Bolt}"))
            ),
            call,
            plan
        );
    }
}
