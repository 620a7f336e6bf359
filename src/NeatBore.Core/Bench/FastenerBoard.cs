using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Every group of fasteners that a build's sheet knows, with how each stands.</summary>
public static class FastenerBoard
{
    private static readonly string[] s_tasks = ["timing-cover", "rear-seal", "balancer-on"];

    /// <summary>The groups in the order in which the engine goes together.</summary>
    /// <param name="state">The build.</param>
    /// <param name="sheetOf">A sheet version: that of the task that has begun, else the newest.</param>
    /// <param name="newest">The newest version.</param>
    public static IReadOnlyList<FastenerGroup> Of(BuildState state, Func<SheetRef, EngineSheet> sheetOf, EngineSheet newest)
    {
        // A task that has begun stays on its own sheet; a group that only another version knows is not mixed in.
        EngineSheet For(string kind) => state.Tasks.FirstOrDefault(t => t.Ref.Kind == kind) is { } task ? sheetOf(task.Sheet) : newest;
        var planned = s_tasks.SelectMany(kind => Planned(For(kind)).Where(g => g.Task.Kind == kind));
        return [.. planned.Select(g => Stands(g, state.Tasks.FirstOrDefault(t => t.Ref.Kind == g.Task.Kind)))];
    }

    private static IEnumerable<FastenerGroup> Planned(EngineSheet sheet)
    {
        FastenerGroup Group(
            string name,
            string kind,
            string place,
            string step,
            double major,
            double pitch,
            double nm,
            Limit torque,
            int passes,
            View view,
            IEnumerable<BoltPlace> bolts,
            bool once = false
        ) =>
            new(
                name,
                new TaskRef(kind, place),
                step,
                new ScrewThread(major, pitch).Name,
                nm,
                torque,
                once,
                passes,
                FastenerStanding.Planned,
                null,
                null,
                view,
                [.. bolts.Select(b => new FastenerState(b.Id, b.XMm, b.YMm, FastenerStanding.Planned, 0, null))]
            );
        IEnumerable<FastenerGroup> Housed(HousingSheet housing, string name, string kind, string place, View view) =>
            housing.Groups.Select(g =>
                Group(
                    housing.Groups.Count > 1 ? $"{name}, {g.Id}" : name,
                    kind,
                    place,
                    "torque",
                    g.MajorMm,
                    g.PitchMm,
                    g.TorqueNm,
                    g.Torque,
                    g.Stages?.Count ?? 2,
                    view,
                    housing.Bolts.Where(b => b.Group == g.Id)
                )
            );
        IEnumerable<BoltPlace> Star(int bolts, double circleMm) =>
            BoltRing
                .StarDeg(bolts)
                .Select(deg => new BoltPlace(
                    Clock.Text(deg),
                    circleMm / 2 * Math.Sin(deg * Math.PI / 180),
                    circleMm / 2 * Math.Cos(deg * Math.PI / 180),
                    ""
                ));

        foreach (var group in sheet.Cover is { } cover ? Housed(cover, "Timing cover", "timing-cover", "cover", View.Front) : [])
        {
            yield return group;
        }

        if (sheet.Rear is { } rear)
        {
            foreach (var group in rear.Housing is { } housing ? Housed(housing, "Rear housing", "rear-seal", "rear-seal", View.Rear) : [])
            {
                yield return group;
            }

            yield return Group(
                "Rear flange",
                "rear-seal",
                "rear-seal",
                "flange",
                rear.Flange.MajorMm,
                rear.Flange.PitchMm,
                rear.Flange.TorqueNm,
                rear.Flange.Torque,
                2,
                View.Rear,
                rear.Flange.Places,
                rear.Flange.BoltsUsedOnce
            );
        }

        var balancer = sheet.Balancer;
        if (balancer.Design == BalancerDesign.Flange && balancer.Flange is { } flange)
        {
            yield return Group(
                "Balancer’s flange",
                "balancer-on",
                "balancer",
                "flange-bolts",
                flange.MajorMm,
                flange.PitchMm,
                flange.TorqueNm,
                flange.Torque,
                1,
                View.Front,
                Star(flange.Bolts, flange.BoltCircleMm)
            );
            yield break;
        }

        if (balancer.Body is { } body)
        {
            yield return Group(
                "Balancer’s body",
                "balancer-on",
                "balancer",
                "body",
                body.MajorMm,
                body.PitchMm,
                body.TorqueNm,
                body.Torque,
                1,
                View.Front,
                Star(body.Screws, body.ScrewCircleMm)
            );
        }

        yield return Group(
            "Crank bolt",
            "balancer-on",
            "balancer",
            "bolt",
            sheet.CrankBolt.MajorMm,
            sheet.CrankBolt.PitchMm,
            sheet.CrankBolt.TorqueNm,
            sheet.CrankBolt.Torque,
            1,
            View.Front,
            [new BoltPlace("1", 0, 0, "")]
        );
    }

    private static FastenerGroup Stands(FastenerGroup group, TaskState? task)
    {
        if (task?.Steps.FirstOrDefault(s => s.Ref.Step == group.Step) is not { Status: not StepStatus.LeftOut } step)
        {
            return group;
        }

        // In the order of the pulls: what lies before the last one that was made and is empty was passed over.
        var pulls = step.Rounds[^1].Slots.Where(s => s.Slot.Bolt is not null).ToList();
        var last = pulls.FindLastIndex(s => s.Live is not null);
        var call = step.Now.Call;
        var bolts = group
            .Bolts.Select(bolt =>
            {
                var own = pulls.Select((p, at) => (Pull: p, At: at)).Where(p => p.Pull.Slot.Bolt!.Id == bolt.Id).ToList();
                var passes = own.Where(p => p.Pull.Live is not null).Select(p => p.Pull.Slot.Bolt!.Pass).Distinct().Count();
                // A bolt may be taken by its trace or by its click; one of the two is enough for a pass.
                var missed = own.GroupBy(p => p.Pull.Slot.Bolt!.Pass)
                    .Any(pass => pass.All(p => p.Pull.Live is null && p.At < last) && pass.All(p => p.Pull.Slot.Required));
                var wrong =
                    call?.Checks.Any(k =>
                        k.Verdict != Verdict.Go && (group.Bolts.Count == 1 || own.Any(p => BoltPattern.Names(k, p.Pull.Slot)))
                    ) == true;
                var standing =
                    wrong && !step.Passed ? FastenerStanding.Wrong
                    : missed ? FastenerStanding.Missed
                    : passes < group.Passes
                        ? passes > 0 ? FastenerStanding.UnderWay
                            : FastenerStanding.Planned
                    : step.Passed ? FastenerStanding.Done
                    : FastenerStanding.UnderWay;
                return bolt with
                {
                    Standing = standing,
                    PassesDone = passes,
                    ReachedNm = own.LastOrDefault(p => p.Pull.Live?.Value is not null).Pull?.Live?.Value,
                };
            })
            .ToList();
        var worst = bolts.Max(b => b.Standing);
        var all =
            worst == FastenerStanding.Done && bolts.Exists(b => b.Standing is FastenerStanding.Planned or FastenerStanding.UnderWay)
                ? FastenerStanding.UnderWay
                : worst;
        return group with { Bolts = bolts, Standing = all, Verdict = call?.Verdict, Because = call?.Why };
    }
}
