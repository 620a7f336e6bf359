using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fasteners;

/// <summary>Holes on a circle, one of them perhaps offset, as a plate that can be made: where each hole is and how far from every
/// other.</summary>
public static class BoltCircle
{
    /// <summary>The formula in one line.</summary>
    public const string Model =
        "x = R·sin θ, y = R·cos θ, clockwise from the start; offsets added to their hole; chord = distance of centres";

    /// <summary>A plate; lengths in mm, angles in degrees clockwise in the view.</summary>
    /// <param name="DiameterMm">Of the bolt circle.</param>
    /// <param name="Holes">2 to 36, evenly spaced.</param>
    /// <param name="HoleDiameterMm">Of each hole.</param>
    /// <param name="OuterMm">Outside diameter of the plate.</param>
    /// <param name="View">The end that it is seen from.</param>
    /// <param name="StartDeg">Where hole 1 is.</param>
    /// <param name="Offsets">Holes that are not at their even place.</param>
    /// <param name="CentreHoleMm">Hole in the middle; 0 for none.</param>
    public sealed record Request(
        double DiameterMm,
        int Holes,
        double HoleDiameterMm,
        double OuterMm,
        View View = View.Front,
        double StartDeg = 0,
        IReadOnlyList<Offset>? Offsets = null,
        double CentreHoleMm = 0
    );

    /// <summary>How far a hole is off its even place: outwards, mm, and clockwise, degrees.</summary>
    public sealed record Offset(HoleNumber Hole, double RadialMm, double Deg);

    /// <summary>Names a hole, 1 to n; written as a number, and read as its id, "2", too.</summary>
    [JsonConverter(typeof(HoleNumberConverter))]
    public readonly record struct HoleNumber(int Value);

    /// <summary>The holes, "1" to "n" clockwise from the start, and all their distances.</summary>
    public sealed record Answer(IReadOnlyList<Hole> Holes, IReadOnlyList<Chord> Chords) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => BoltCircle.Model;
    }

    /// <summary>A hole's centre: x right, y towards 12, mm.</summary>
    public sealed record Hole(string Id, double XMm, double YMm);

    /// <summary>The distance between two holes' centres, mm.</summary>
    public sealed record Chord(string From, string To, double Mm);

    /// <summary>Works out the holes.</summary>
    /// <exception cref="UnusableInputException">Holes that run into one another or off the plate, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Within(request.Holes, 2, 36, "holes");
        faults.Positive(request.DiameterMm, "diameterMm");
        faults.Positive(request.HoleDiameterMm, "holeDiameterMm");
        faults.NotNegative(request.CentreHoleMm, "centreHoleMm");
        faults.Positive(request.OuterMm, "outerMm");
        var offsets = request.Offsets ?? [];
        // A list that is far too long is not looked through.
        var listed = faults.Listed(offsets, 0, 36, "offsets");
        for (var i = 0; listed && i < offsets.Count; i++)
        {
            faults.Require(
                offsets[i].Hole.Value >= 1 && offsets[i].Hole.Value <= request.Holes,
                $"offsets[{i}].hole",
                $"must be the number of a hole, 1 to {request.Holes}"
            );
            faults.Require(
                offsets.Take(i).All(o => o.Hole != offsets[i].Hole),
                $"offsets[{i}].hole",
                $"hole {offsets[i].Hole.Value} has an offset already"
            );
            faults.Require(
                (request.DiameterMm / 2) + offsets[i].RadialMm > 0,
                $"offsets[{i}].radialMm",
                "must leave the hole on its own side of the middle"
            );
        }

        faults.ThrowIfAny();

        var holes = Enumerable
            .Range(1, request.Holes)
            .Select(n =>
            {
                var offset = offsets.FirstOrDefault(o => o.Hole.Value == n);
                var radius = (request.DiameterMm / 2) + (offset?.RadialMm ?? 0);
                var deg = request.StartDeg + ((n - 1) * 360.0 / request.Holes) + (offset?.Deg ?? 0);
                return new Hole($"{n}", radius * Math.Sin(deg * Math.PI / 180), radius * Math.Cos(deg * Math.PI / 180));
            })
            .ToList();
        var chords = holes
            .SelectMany(
                (a, i) =>
                    holes.Skip(i + 1).Select(b => new Chord(a.Id, b.Id, Math.Sqrt(Math.Pow(a.XMm - b.XMm, 2) + Math.Pow(a.YMm - b.YMm, 2))))
            )
            .ToList();

        var closest = chords.MinBy(c => c.Mm)!;
        faults.Require(
            closest.Mm > request.HoleDiameterMm,
            "holeDiameterMm",
            $"must be smaller than the distance of holes {closest.From} and {closest.To} ({closest.Mm:0.##} mm)"
        );
        var farthest = holes.Max(h => Math.Sqrt((h.XMm * h.XMm) + (h.YMm * h.YMm))) + (request.HoleDiameterMm / 2);
        faults.Require(
            request.OuterMm / 2 > farthest,
            "outerMm",
            $"must be larger than {2 * farthest:0.##} mm, so that the holes stay in the plate"
        );
        var inmost = holes.Min(h => Math.Sqrt((h.XMm * h.XMm) + (h.YMm * h.YMm))) - (request.HoleDiameterMm / 2);
        faults.Require(
            request.CentreHoleMm / 2 < inmost,
            "centreHoleMm",
            $"must be smaller than {2 * inmost:0.##} mm, so that it keeps off the holes"
        );
        faults.ThrowIfAny();
        return new Answer(holes, chords);
    }

    internal sealed class HoleNumberConverter : JsonConverter<HoleNumber>
    {
        public override HoleNumber Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            (reader.TokenType == JsonTokenType.Number && reader.TryGetInt32(out var number))
            || (
                reader.TokenType == JsonTokenType.String
                && int.TryParse(reader.GetString(), NumberStyles.None, CultureInfo.InvariantCulture, out number)
            )
                ? new HoleNumber(number)
                : throw new JsonException("must be the number of a hole");

        public override void Write(Utf8JsonWriter writer, HoleNumber value, JsonSerializerOptions options) =>
            writer.WriteNumberValue(value.Value);
    }
}
