using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>What shape a hole has.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ShapeKind>))]
public enum ShapeKind
{
    /// <summary>Round.</summary>
    [JsonStringEnumMemberName("circle")]
    Circle,

    /// <summary>With round ends.</summary>
    [JsonStringEnumMemberName("slot")]
    Slot,

    /// <summary>All round the shell: the other shape's width along decides.</summary>
    [JsonStringEnumMemberName("groove")]
    Groove,
}

/// <summary>Which way a slot lies.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SlotAxis>))]
public enum SlotAxis
{
    /// <summary>Round the bore.</summary>
    [JsonStringEnumMemberName("around")]
    Around,

    /// <summary>Along the bore.</summary>
    [JsonStringEnumMemberName("along")]
    Along,
}

/// <summary>A hole's shape on the unrolled bore, mm.</summary>
/// <param name="Kind">What shape.</param>
/// <param name="DiameterMm">Of a circle.</param>
/// <param name="LengthMm">Of a slot, over its round ends.</param>
/// <param name="WidthMm">Of a slot or a groove.</param>
/// <param name="Axis">Which way a slot lies.</param>
public sealed record HoleShape(
    ShapeKind Kind,
    double? DiameterMm = null,
    double? LengthMm = null,
    double? WidthMm = null,
    SlotAxis Axis = SlotAxis.Around
)
{
    /// <summary>A round hole.</summary>
    public static HoleShape Round(double diameterMm) => new(ShapeKind.Circle, diameterMm);

    /// <summary>How far it reaches around, mm; a groove has no end.</summary>
    [JsonIgnore]
    public double AroundMm =>
        Kind switch
        {
            ShapeKind.Circle => DiameterMm!.Value,
            ShapeKind.Slot => Axis == SlotAxis.Around ? LengthMm!.Value : WidthMm!.Value,
            _ => double.PositiveInfinity,
        };

    /// <summary>How far it reaches along, mm.</summary>
    [JsonIgnore]
    public double AlongMm =>
        Kind switch
        {
            ShapeKind.Circle => DiameterMm!.Value,
            ShapeKind.Slot => Axis == SlotAxis.Along ? LengthMm!.Value : WidthMm!.Value,
            _ => WidthMm!.Value,
        };

    /// <summary>Records what is wrong with it.</summary>
    internal void Check(Faults faults, string field, double boreDiameterMm)
    {
        switch (Kind)
        {
            case ShapeKind.Circle:
                faults.Require(DiameterMm is >= 0.1, $"{field}.diameterMm", "must be given for a circle, 0.1 mm or larger");
                break;
            case ShapeKind.Slot:
                faults.Require(WidthMm is >= 0.1, $"{field}.widthMm", "must be given for a slot, 0.1 mm or larger");
                faults.Require(
                    LengthMm is { } length && length >= (WidthMm ?? 0),
                    $"{field}.lengthMm",
                    "must be given for a slot, over its round ends, not below its width"
                );
                break;
            default:
                faults.Require(WidthMm is >= 0.1, $"{field}.widthMm", "must be given for a groove, 0.1 mm or larger");
                break;
        }

        var largest =
            Kind == ShapeKind.Groove ? WidthMm
            : Kind == ShapeKind.Slot ? LengthMm
            : DiameterMm;
        faults.Require(
            largest is not { } mm || mm < boreDiameterMm / 3,
            field,
            $"must be under a third of the bore ({boreDiameterMm / 3:0.##} mm): it is unrolled flat"
        );
    }
}

/// <summary>The area that two shapes have in common, exact: along the boundary of what they share (Green's theorem).</summary>
/// <remarks>∮ x dy over arcs and lines in closed form. Two circles by their lens.</remarks>
internal static class SharedArea
{
    private const double Eps = 1e-10;

    /// <summary>A stretch of boundary, anticlockwise: a line, or an arc of a radius about a centre.</summary>
    private readonly record struct Piece(double X, double Y, double Radius, double From, double To, double Dx, double Dy)
    {
        public static Piece Line(double x0, double y0, double x1, double y1) => new(x0, y0, 0, 0, 1, x1 - x0, y1 - y0);

        public static Piece Arc(double x, double y, double radius, double from, double to) => new(x, y, radius, from, to, 0, 0);

        public (double X, double Y) At(double t) =>
            Radius > 0 ? (X + (Radius * Math.Cos(t)), Y + (Radius * Math.Sin(t))) : (X + (t * Dx), Y + (t * Dy));

        /// <summary>∫ x dy from a to b.</summary>
        public double Swept(double a, double b) =>
            Radius > 0
                ? (X * Radius * (Math.Sin(b) - Math.Sin(a)))
                    + (Radius * Radius * (((b - a) / 2) + ((Math.Sin(2 * b) - Math.Sin(2 * a)) / 4)))
                : Dy * (((X * (b - a))) + (Dx * ((b * b) - (a * a)) / 2));
    }

    /// <summary>The common area, mm², with the second shape's middle at (dx, dy) from the first's.</summary>
    public static double Of(HoleShape a, HoleShape b, double dx, double dy)
    {
        if (a.Kind == ShapeKind.Circle && b.Kind == ShapeKind.Circle)
        {
            return Lens(a.DiameterMm!.Value / 2, b.DiameterMm!.Value / 2, Math.Sqrt((dx * dx) + (dy * dy)));
        }

        if (Math.Abs(dy) >= (a.AlongMm + b.AlongMm) / 2 || Math.Abs(dx) >= (a.AroundMm + b.AroundMm) / 2)
        {
            return 0;
        }

        // A groove has no ends: it is as long as it has to be.
        var reach = a.Kind == ShapeKind.Groove ? b.AroundMm : a.AroundMm;
        var first = Boundary(a, 0, 0, Math.Abs(dx) + reach);
        var second = Boundary(b, dx, dy, Math.Abs(dx) + reach);
        return Math.Max(0, Inside(first, second, b, dx, dy, true) + Inside(second, first, a, 0, 0, false));
    }

    /// <summary>The most that two shapes can have in common: they are convex and even, so one on the other's middle.</summary>
    public static double Most(HoleShape a, HoleShape b) => Of(a, b, 0, 0);

    private static double Lens(double r, double s, double d)
    {
        if (d >= r + s)
        {
            return 0;
        }

        var small = Math.Min(r, s);
        if (d <= Math.Abs(r - s))
        {
            return Math.PI * small * small;
        }

        var a = Math.Acos(Math.Clamp(((d * d) + (r * r) - (s * s)) / (2 * d * r), -1, 1));
        var b = Math.Acos(Math.Clamp(((d * d) + (s * s) - (r * r)) / (2 * d * s), -1, 1));
        return (r * r * (a - (Math.Sin(2 * a) / 2))) + (s * s * (b - (Math.Sin(2 * b) / 2)));
    }

    private static List<Piece> Boundary(HoleShape shape, double x, double y, double grooveHalf)
    {
        switch (shape.Kind)
        {
            case ShapeKind.Circle:
                return [Piece.Arc(x, y, shape.DiameterMm!.Value / 2, 0, 2 * Math.PI)];
            case ShapeKind.Groove:
            {
                var half = shape.WidthMm!.Value / 2;
                return
                [
                    Piece.Line(x - grooveHalf, y - half, x + grooveHalf, y - half),
                    Piece.Line(x + grooveHalf, y - half, x + grooveHalf, y + half),
                    Piece.Line(x + grooveHalf, y + half, x - grooveHalf, y + half),
                    Piece.Line(x - grooveHalf, y + half, x - grooveHalf, y - half),
                ];
            }

            default:
            {
                var r = shape.WidthMm!.Value / 2;
                var straight = (shape.LengthMm!.Value / 2) - r;
                return shape.Axis == SlotAxis.Around
                    ?
                    [
                        Piece.Line(x - straight, y - r, x + straight, y - r),
                        Piece.Arc(x + straight, y, r, -Math.PI / 2, Math.PI / 2),
                        Piece.Line(x + straight, y + r, x - straight, y + r),
                        Piece.Arc(x - straight, y, r, Math.PI / 2, 1.5 * Math.PI),
                    ]
                    :
                    [
                        Piece.Line(x + r, y - straight, x + r, y + straight),
                        Piece.Arc(x, y + straight, r, 0, Math.PI),
                        Piece.Line(x - r, y + straight, x - r, y - straight),
                        Piece.Arc(x, y - straight, r, Math.PI, 2 * Math.PI),
                    ];
            }
        }
    }

    /// <summary>How deep a point lies in a shape, mm; negative outside.</summary>
    private static double Depth(HoleShape shape, double x, double y)
    {
        switch (shape.Kind)
        {
            case ShapeKind.Circle:
                return (shape.DiameterMm!.Value / 2) - Math.Sqrt((x * x) + (y * y));
            case ShapeKind.Groove:
                return (shape.WidthMm!.Value / 2) - Math.Abs(y);
            default:
                var r = shape.WidthMm!.Value / 2;
                var straight = (shape.LengthMm!.Value / 2) - r;
                var (u, v) = shape.Axis == SlotAxis.Around ? (x, y) : (y, x);
                var past = Math.Max(0, Math.Abs(u) - straight);
                return r - Math.Sqrt((past * past) + (v * v));
        }
    }

    /// <summary>∫ x dy over the parts of one boundary that lie in the other shape; on its very edge only for the first, so that a shared
    /// edge counts once.</summary>
    private static double Inside(List<Piece> pieces, List<Piece> others, HoleShape shape, double x, double y, bool withEdge)
    {
        var sum = 0.0;
        Span<double> cuts = stackalloc double[64];
        foreach (var piece in pieces)
        {
            var n = 0;
            cuts[n++] = piece.From;
            foreach (var other in others)
            {
                n = Cross(piece, other, cuts, n);
            }

            cuts[n++] = piece.To;
            var sorted = cuts[..n];
            sorted.Sort();
            for (var i = 0; i + 1 < n; i++)
            {
                if (sorted[i + 1] - sorted[i] < 1e-14)
                {
                    continue;
                }

                // Two points tell a stretch along the edge from one that only touches it.
                double DepthAt(double part, double from, double to)
                {
                    var at = piece.At(from + (part * (to - from)));
                    return Depth(shape, at.X - x, at.Y - y);
                }

                var depth = Math.Min(DepthAt(0.37, sorted[i], sorted[i + 1]), DepthAt(0.71, sorted[i], sorted[i + 1]));
                if (depth > Eps || (withEdge && depth > -Eps))
                {
                    sum += piece.Swept(sorted[i], sorted[i + 1]);
                }
            }
        }

        return sum;
    }

    /// <summary>Adds where a piece meets another's line or circle; a meeting beyond the other's ends does no harm.</summary>
    private static int Cross(Piece piece, Piece other, Span<double> cuts, int n)
    {
        void Add(double t, Span<double> into)
        {
            if (t > piece.From && t < piece.To)
            {
                into[n++] = t;
            }
        }

        // Where edges lie on one another, or only touch, they have no crossing: the ends of the other's stretches part this one.
        foreach (var end in (Span<double>)[other.From, other.To])
        {
            var (x, y) = other.At(end);
            var (px, py) = (x - piece.X, y - piece.Y);
            if (piece.Radius > 0 && Math.Abs(Math.Sqrt((px * px) + (py * py)) - piece.Radius) < Eps)
            {
                for (var turn = -1; turn <= 1; turn++)
                {
                    Add(Math.Atan2(py, px) + (turn * 2 * Math.PI), cuts);
                }
            }
            else if (
                piece.Radius == 0
                && (piece.Dx * piece.Dx) + (piece.Dy * piece.Dy) is > 0 and var d2
                && Math.Abs((px * piece.Dy) - (py * piece.Dx)) < Eps * Math.Sqrt(d2)
            )
            {
                Add(((px * piece.Dx) + (py * piece.Dy)) / d2, cuts);
            }
        }

        if (piece.Radius > 0)
        {
            // Angles on the arc where it meets a line or another circle: both are a chord.
            double nx,
                ny,
                c;
            if (other.Radius > 0)
            {
                (nx, ny) = (other.X - piece.X, other.Y - piece.Y);
                var d2 = (nx * nx) + (ny * ny);
                c = (d2 + (piece.Radius * piece.Radius) - (other.Radius * other.Radius)) / 2;
            }
            else
            {
                (nx, ny) = (other.Dy, -other.Dx);
                c = (nx * (other.X - piece.X)) + (ny * (other.Y - piece.Y));
            }

            var length = Math.Sqrt((nx * nx) + (ny * ny)) * piece.Radius;
            if (length > 0 && Math.Abs(c) < length)
            {
                var middle = Math.Atan2(ny, nx);
                var half = Math.Acos(c / length);
                for (var turn = -2; turn <= 2; turn++)
                {
                    Add(middle + half + (turn * 2 * Math.PI), cuts);
                    Add(middle - half + (turn * 2 * Math.PI), cuts);
                }
            }

            return n;
        }

        if (other.Radius > 0)
        {
            var (fx, fy) = (piece.X - other.X, piece.Y - other.Y);
            var a = (piece.Dx * piece.Dx) + (piece.Dy * piece.Dy);
            var b = (fx * piece.Dx) + (fy * piece.Dy);
            var root = (b * b) - (a * ((fx * fx) + (fy * fy) - (other.Radius * other.Radius)));
            if (a > 0 && root > 0)
            {
                Add((-b - Math.Sqrt(root)) / a, cuts);
                Add((-b + Math.Sqrt(root)) / a, cuts);
            }

            return n;
        }

        var cross = (piece.Dx * other.Dy) - (piece.Dy * other.Dx);
        if (Math.Abs(cross) > 1e-14)
        {
            Add((((other.X - piece.X) * other.Dy) - ((other.Y - piece.Y) * other.Dx)) / cross, cuts);
        }

        return n;
    }
}
