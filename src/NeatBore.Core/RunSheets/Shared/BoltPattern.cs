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

    public static TorquePlan.Answer Plan(IReadOnlyList<BoltPlace> bolts, IReadOnlyList<BoltGroup> groups, View view) =>
        TorquePlan.Solve(
            new TorquePlan.Request(
                [.. bolts.Select(b => new TorquePlan.Fastener(b.Id, view == View.Front ? b.XMm : -b.XMm, b.YMm, b.Group))],
                [.. groups.Select(g => new TorquePlan.Group(g.Id, g.TorqueNm, null, g.Stages))],
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
            group.Stages?.Count ?? UsualPasses,
            view,
            bolts,
            usedOnce
        );

    /// <summary>One place for each bolt in each pass, in order.</summary>
    public static IReadOnlyList<Slot> Slots(TorquePlan.Answer plan) =>
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
                        Plausible: new Band(pass.Nm / 3, pass.Nm * 3),
                        Peers: $"pass {n + 1}",
                        Expected: pass.Nm,
                        Trace: new TraceAxes(Dimension.Angle, 0.01, Dimension.Torque, 0.01),
                        Bolt: new BoltTag(pass.Group, id, n + 1)
                    ))
            ),
        ];

    private static string Key(int pass, string bolt) => $"{pass}-{bolt}";

    private static NumberSlot At(StepName step, int pass, string bolt) => step.Number(Key(pass, bolt));

    /// <summary>Whether a check is of the bolt that is pulled at a place.</summary>
    public static bool Names(Check check, Slot slot) =>
        slot.Bolt is { } bolt
        && (
            check.Name.StartsWith($"bolt {bolt.Id},", StringComparison.Ordinal)
            || check.Name == $"order of bolt {bolt.Id}"
            || check.Name == $"torque at {bolt.Id}"
        );

    /// <summary>The next pull, and once all are done whether every bolt got what it should.</summary>
    public static Judgement Judge(StepContext c, TorquePlan.Answer plan, IReadOnlyList<BoltGroup> groups, string done)
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
                var judged = Held.Pulled(trace, pull.Pass.Nm, torque, pull.Pass.Nm * NeatBoreDefaults.SnugShare);
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
                );
                findings.AddRange(verdict == Verdict.Go ? [] : [$"Bolt {pull.Id}, pass {pull.Number}: {judged.Call.Because}"]);
            }
            else if (last)
            {
                var u = c.Uncertainty(pull.Slot);
                checks.AddRange(group.Torque.Checks($"bolt {pull.Id}, pass {pull.Number}", reached, u, Dimension.Torque));
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

        var at0 = call.Checks[0];
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => done,
                    Verdict.Decide => "Slack them off and go round in order, or say why it is good.",
                    Verdict.LookAgain => "Pull {name} again with a finer wrench.",
                    _ => "Stop at {name}. Bolt out; look at thread, washer and hole before the next.",
                },
                ("name", Quantity.Word(at0.Name.Split(',')[0]))
            ),
            call,
            plan
        );
    }
}
