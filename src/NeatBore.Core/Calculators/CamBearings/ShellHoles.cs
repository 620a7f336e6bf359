using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>A passage in the bore: where it breaks through, degrees in the view and mm from the face that the view looks at.</summary>
public sealed record Passage(string Id, double AngleDeg, double FromFaceMm, HoleShape Shape);

/// <summary>A hole in the shell for a passage: degrees on the shell, and mm from its edge nearest the view's face.</summary>
public sealed record ShellHole(string Feeds, double AngleDeg, double FromEdgeMm, HoleShape Shape);

/// <summary>Passages with their holes on the unrolled bore: what the calculators of a cam bearing share.</summary>
internal static class HolePairs
{
    /// <summary>Each passage has one hole and each hole one passage, and all can be unrolled flat.</summary>
    public static void Check(Faults faults, double boreMm, IReadOnlyList<Passage> passages, IReadOnlyList<ShellHole> holes)
    {
        if (
            !faults.Positive(boreMm, "boreDiameterMm")
            | !faults.Listed(passages, 1, 100, "passages")
            | !faults.Listed(holes, 1, 100, "shellHoles")
        )
        {
            return;
        }

        for (var i = 0; i < passages.Count; i++)
        {
            var passage = passages[i];
            passage.Shape.Check(faults, $"passages[{i}].shape", boreMm);
            faults.Require(
                passage.Shape.Kind != ShapeKind.Groove,
                $"passages[{i}].shape.kind",
                "must be a circle or a slot: a groove is in the shell"
            );
            faults.Require(
                passages.Take(i).All(p => p.Id != passage.Id),
                $"passages[{i}].id",
                $"“{passage.Id}” stands twice; each passage needs its own id"
            );
            var feeding = holes.Count(h => h.Feeds == passage.Id);
            faults.Require(
                feeding == 1,
                $"passages[{i}].id",
                feeding == 0
                    ? $"no hole of the shell feeds “{passage.Id}”: it is the wrong shell, or a hole is missing"
                    : $"{feeding} holes feed “{passage.Id}”; it needs one"
            );
        }

        for (var i = 0; i < holes.Count; i++)
        {
            holes[i].Shape.Check(faults, $"shellHoles[{i}].shape", boreMm);
            faults.Require(passages.Any(p => p.Id == holes[i].Feeds), $"shellHoles[{i}].feeds", $"there is no passage “{holes[i].Feeds}”");
            for (var j = 0; j < i && !faults.Any; j++)
            {
                var (a, b) = (holes[j], holes[i]);
                var apart = Math.Abs(Around(a.AngleDeg - b.AngleDeg, boreMm));
                faults.Require(
                    a.Shape.Kind == ShapeKind.Groove
                        || b.Shape.Kind == ShapeKind.Groove
                        || SharedArea.Of(a.Shape, b.Shape, apart, b.FromEdgeMm - a.FromEdgeMm) <= 0,
                    $"shellHoles[{i}]",
                    $"runs into the hole for “{a.Feeds}”; two holes can’t overlap"
                );
            }
        }
    }

    /// <summary>Degrees on the bore as mm around, the shorter way.</summary>
    public static double Around(double deg, double boreMm) => boreMm / 2 * (Clock.Normalise(deg + 180) - 180) * Math.PI / 180;

    public static ShellHole HoleOf(Passage passage, IReadOnlyList<ShellHole> holes) => holes.First(h => h.Feeds == passage.Id);
}
