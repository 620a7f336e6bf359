using System.Globalization;
using System.Text;
using System.Xml.Linq;
using NeatBore.Core.Calculators.Fasteners;

namespace NeatBore.Server.Calc;

/// <summary>A bolt circle's plate as a drawing to make it by, 1:1 in millimetres, hole 1 marked.</summary>
internal static class PlateDrawing
{
    private const double MarginMm = 10;
    private const double TextMm = 4;

    /// <summary>As SVG, sized in millimetres.</summary>
    public static string Svg(BoltCircle.Request request)
    {
        var plate = BoltCircle.Solve(request);
        XNamespace svg = "http://www.w3.org/2000/svg";
        var half = (request.OuterMm / 2) + MarginMm;
        XElement Circle(double x, double y, double diameter) =>
            new(svg + "circle", new XAttribute("cx", N(x)), new XAttribute("cy", N(-y)), new XAttribute("r", N(diameter / 2)));
        XElement Cross(double x, double y, double arm) =>
            new(
                svg + "path",
                new XAttribute("d", $"M{N(x - arm)} {N(-y)}H{N(x + arm)}M{N(x)} {N(-y - arm)}V{N(-y + arm)}"),
                new XAttribute("stroke-width", "0.15")
            );
        XElement Words(double x, double y, string words) =>
            new(
                svg + "text",
                new XAttribute("x", N(x)),
                new XAttribute("y", N(-y)),
                new XAttribute("font-size", N(TextMm)),
                new XAttribute("fill", "black"),
                new XAttribute("stroke", "none"),
                new XAttribute("font-family", "sans-serif"),
                words
            );
        return new XElement(
            svg + "svg",
            new XAttribute("width", $"{N(2 * half)}mm"),
            new XAttribute("height", $"{N(2 * half)}mm"),
            new XAttribute("viewBox", $"{N(-half)} {N(-half)} {N(2 * half)} {N(2 * half)}"),
            new XElement(svg + "title", Title(request)),
            new XElement(
                svg + "g",
                new XAttribute("fill", "none"),
                new XAttribute("stroke", "black"),
                new XAttribute("stroke-width", "0.25"),
                Circle(0, 0, request.OuterMm),
                request.CentreHoleMm > 0 ? Circle(0, 0, request.CentreHoleMm) : null,
                Cross(0, 0, 3),
                plate.Holes.Select(h =>
                    new object[] { Circle(h.XMm, h.YMm, request.HoleDiameterMm), Cross(h.XMm, h.YMm, request.HoleDiameterMm) }
                ),
                plate.Holes.Select(h => Words(h.XMm + (request.HoleDiameterMm * 0.6), h.YMm + (request.HoleDiameterMm * 0.6), h.Id)),
                Words(-half + 2, -half + 2, Title(request))
            )
        ).ToString();
    }

    /// <summary>As ASCII DXF of release 12: circles, points and texts, the plate on one layer and what explains it on another.</summary>
    public static string Dxf(BoltCircle.Request request)
    {
        var plate = BoltCircle.Solve(request);
        var drawing = new Drawing();
        drawing.Circle(0, 0, request.OuterMm);
        if (request.CentreHoleMm > 0)
        {
            drawing.Circle(0, 0, request.CentreHoleMm);
        }

        foreach (var hole in plate.Holes)
        {
            drawing.Circle(hole.XMm, hole.YMm, request.HoleDiameterMm);
            drawing.Point(hole.XMm, hole.YMm);
            drawing.Words(hole.XMm + (request.HoleDiameterMm * 0.6), hole.YMm + (request.HoleDiameterMm * 0.6), hole.Id);
        }

        drawing.Words(-request.OuterMm / 2, (-request.OuterMm / 2) - (2 * TextMm), Title(request));
        return drawing.Written();
    }

    /// <summary>The entities of a drawing, and how far they reach.</summary>
    private sealed class Drawing
    {
        private const string Plate = "PLATE";
        private const string Notes = "NOTES";

        private readonly StringBuilder _entities = new();
        private double _left = double.MaxValue;
        private double _low = double.MaxValue;
        private double _right = double.MinValue;
        private double _high = double.MinValue;

        public void Circle(double x, double y, double diameter)
        {
            Entity("CIRCLE", Plate, x, y);
            Pair(_entities, 40, N(diameter / 2));
            Reach(x - (diameter / 2), y - (diameter / 2), x + (diameter / 2), y + (diameter / 2));
        }

        public void Point(double x, double y)
        {
            Entity("POINT", Notes, x, y);
            Reach(x, y, x, y);
        }

        public void Words(double x, double y, string words)
        {
            Entity("TEXT", Notes, x, y);
            Pair(_entities, 40, N(TextMm));
            Pair(_entities, 1, words);
            // No letter of a usual font is wider than it is tall.
            Reach(x, y, x + (words.Length * TextMm), y + TextMm);
        }

        public string Written()
        {
            var dxf = new StringBuilder();
            Section(
                "HEADER",
                () =>
                {
                    Pair(dxf, 9, "$ACADVER");
                    Pair(dxf, 1, "AC1009");
                    Pair(dxf, 9, "$EXTMIN");
                    At(dxf, _left, _low);
                    Pair(dxf, 9, "$EXTMAX");
                    At(dxf, _right, _high);
                }
            );
            Section(
                "TABLES",
                () =>
                {
                    Table("LTYPE", 1);
                    Pair(dxf, 0, "LTYPE");
                    Pair(dxf, 2, "CONTINUOUS");
                    Pair(dxf, 70, "0");
                    Pair(dxf, 3, "Solid line");
                    Pair(dxf, 72, "65");
                    Pair(dxf, 73, "0");
                    Pair(dxf, 40, "0");
                    Pair(dxf, 0, "ENDTAB");
                    Table("LAYER", 3);
                    Layer("0", 7);
                    Layer(Plate, 7);
                    Layer(Notes, 8);
                    Pair(dxf, 0, "ENDTAB");
                }
            );
            Section("ENTITIES", () => dxf.Append(_entities));
            Pair(dxf, 0, "EOF");
            return dxf.ToString();

            void Section(string name, Action body)
            {
                Pair(dxf, 0, "SECTION");
                Pair(dxf, 2, name);
                body();
                Pair(dxf, 0, "ENDSEC");
            }

            void Table(string name, int entries)
            {
                Pair(dxf, 0, "TABLE");
                Pair(dxf, 2, name);
                Pair(dxf, 70, N(entries));
            }

            void Layer(string name, int colour)
            {
                Pair(dxf, 0, "LAYER");
                Pair(dxf, 2, name);
                Pair(dxf, 70, "0");
                Pair(dxf, 62, N(colour));
                Pair(dxf, 6, "CONTINUOUS");
            }
        }

        private static void Pair(StringBuilder dxf, int code, string value) =>
            dxf.Append(CultureInfo.InvariantCulture, $"{code, 3}\r\n{value}\r\n");

        private static void At(StringBuilder dxf, double x, double y)
        {
            Pair(dxf, 10, N(x));
            Pair(dxf, 20, N(y));
            Pair(dxf, 30, "0");
        }

        private void Entity(string kind, string layer, double x, double y)
        {
            Pair(_entities, 0, kind);
            Pair(_entities, 8, layer);
            At(_entities, x, y);
        }

        private void Reach(double left, double low, double right, double high) =>
            (_left, _low, _right, _high) = (Math.Min(_left, left), Math.Min(_low, low), Math.Max(_right, right), Math.Max(_high, high));
    }

    private static string Title(BoltCircle.Request request) =>
        $"{request.Holes} holes {N(request.HoleDiameterMm)} mm on {N(request.DiameterMm)} mm, seen from the "
        + $"{(request.View == Core.Measures.View.Front ? "front" : "rear")}, 12 up, 1:1 in mm";

    private static string N(double value) => Math.Round(value, 6).ToString("0.######", CultureInfo.InvariantCulture);
}
