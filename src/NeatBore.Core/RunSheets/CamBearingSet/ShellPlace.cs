using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Where the shell is: by what is seen down its passages, or by its turn and depth as measured.</summary>
internal static class ShellPlace
{
    public static IEnumerable<Slot> Slots(StepContext c)
    {
        var measured = c.Taken(Turned(c)) && c.Taken(Deep(c));
        return
        [
            .. Bearings
                .Of(c)
                .Passages.Select(p => new Slot(
                    Down(c, p.Id),
                    $"Down {p.Id}, {Clock.Text(p.AngleDeg)}",
                    SlotKind.Sight,
                    AngleDeg: p.AngleDeg,
                    Required: !measured
                )),
            new Slot(
                Turned(c),
                "or measured: turned clockwise",
                SlotKind.Number,
                Dimension.Angle,
                0.1,
                "degree-wheel",
                Plausible: new Band(-30, 30),
                Required: false
            ),
            new Slot(
                Deep(c),
                "and its edge’s depth",
                SlotKind.Number,
                Dimension.Length,
                0.1,
                "depth-gauge",
                Plausible: new Band(-40, 40),
                Required: false
            ),
        ];
    }

    /// <summary>How far it is turned, where that is measured at this step.</summary>
    private static NumberSlot Turned(StepContext c) => c.Step.Name.Number("turn");

    /// <summary>How deep its edge is, where that is measured at this step.</summary>
    private static NumberSlot Deep(StepContext c) => c.Step.Name.Number("depth");

    private static SightSlot Down(StepContext c, string passage) => c.Step.Name.Sight(passage);

    /// <summary>Where the shell is: measured, or from what was seen; or why that can't be told.</summary>
    public static (OilHoleWindow.Place? Place, Judgement? Doubt) Of(StepContext c, Facing facing)
    {
        if (c.Number(Turned(c)) is { } turn && c.Number(Deep(c)) is { } depth)
        {
            return (
                new OilHoleWindow.Place(
                    facing.Sign * turn,
                    depth,
                    new SightPosition.ShellUncertainty(c.Uncertainty(Turned(c)), c.Uncertainty(Deep(c)))
                ),
                null
            );
        }

        var looks = facing.Passages.Select(p => (p.Id, p.Shape, Sight: c.Sight(Down(c, p.Id)))).Where(l => l.Sight is not null).ToList();
        var sights = looks
            .Where(l => l.Sight!.Kind != SightKind.Shut)
            .Select(l => new SightPosition.Look(
                l.Id,
                facing.Sign * l.Sight!.AroundMm,
                facing.Sign * l.Sight.AlongMm,
                l.Sight.Kind == SightKind.Wire ? l.Shape.AlongMm / 4 : NeatBoreDefaults.SightMm
            ))
            .ToList();
        Judgement Doubt(string what, Sentence why) => new(Sentence.Of(what), new Call(Verdict.LookAgain, why, []));
        if (sights.Count == 0)
        {
            return (
                null,
                Doubt(
                    "Measure its turn and depth: nothing can be seen.",
                    Sentence.Of("Every passage is shut: where the shell is can’t be told by eye.")
                )
            );
        }

        var found = SightPosition.Solve(new SightPosition.Request(facing.BoreMm, facing.Passages, facing.Holes, sights, facing.View));
        if (found.Call is { } contradicts)
        {
            return (
                null,
                new Judgement(
                    Sentence.Of(
                        found.OddOneOut is null
                            ? "The looks don’t agree. Look down each again."
                            : "Look down {odd} again: it contradicts the others.",
                        ("odd", Quantity.Word(found.OddOneOut ?? ""))
                    ),
                    contradicts,
                    found
                )
            );
        }

        var place = new OilHoleWindow.Place(found.RotationDeg, found.DepthMm, found.Uncertainty);
        foreach (var shut in looks.Where(l => l.Sight!.Kind == SightKind.Shut))
        {
            var passage = facing.Passages.First(p => p.Id == shut.Id);
            var hole = HolePairs.HoleOf(passage, facing.Holes);
            var share =
                SharedArea.Of(
                    passage.Shape,
                    hole.Shape,
                    HolePairs.Around(hole.AngleDeg - passage.AngleDeg + place.RotationDeg, facing.BoreMm),
                    hole.FromEdgeMm - passage.FromFaceMm + place.DepthMm
                ) / SharedArea.Most(passage.Shape, hole.Shape);
            if (share > 0.25)
            {
                return (
                    null,
                    Doubt(
                        "Look down the shut one again: by the others it would be open.",
                        Sentence.Of(
                            "{odd} looks shut; by the others it would be {share} open: wrong shell, or a hole drilled out of place.",
                            ("odd", Quantity.Word(shut.Id)),
                            ("share", Quantity.Share(share))
                        )
                    )
                );
            }
        }

        return (place, null);
    }
}
