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
        var dxf = new StringBuilder();
        void Pair(int code, string value) => dxf.Append(CultureInfo.InvariantCulture, $"{code, 3}\r\n{value}\r\n");
        void At(double x, double y)
        {
            Pair(10, N(x));
            Pair(20, N(y));
            Pair(30, "0");
        }

        void Entity(string kind, string layer, double x, double y)
        {
            Pair(0, kind);
            Pair(8, layer);
            At(x, y);
        }

        void Circle(double x, double y, double diameter)
        {
            Entity("CIRCLE", "PLATE", x, y);
            Pair(40, N(diameter / 2));
        }

        void Words(double x, double y, string words)
        {
            Entity("TEXT", "NOTES", x, y);
            Pair(40, N(TextMm));
            Pair(1, words);
        }

        Pair(0, "SECTION");
        Pair(2, "HEADER");
        Pair(9, "$ACADVER");
        Pair(1, "AC1009");
        Pair(9, "$EXTMIN");
        At(-request.OuterMm / 2, -request.OuterMm / 2);
        Pair(9, "$EXTMAX");
        At(request.OuterMm / 2, request.OuterMm / 2);
        Pair(0, "ENDSEC");
        Pair(0, "SECTION");
        Pair(2, "ENTITIES");
        Circle(0, 0, request.OuterMm);
        if (request.CentreHoleMm > 0)
        {
            Circle(0, 0, request.CentreHoleMm);
        }

        foreach (var hole in plate.Holes)
        {
            Circle(hole.XMm, hole.YMm, request.HoleDiameterMm);
            Entity("POINT", "NOTES", hole.XMm, hole.YMm);
            Words(hole.XMm + (request.HoleDiameterMm * 0.6), hole.YMm + (request.HoleDiameterMm * 0.6), hole.Id);
        }

        Words(-request.OuterMm / 2, (-request.OuterMm / 2) - (2 * TextMm), Title(request));
        Pair(0, "ENDSEC");
        Pair(0, "EOF");
        return dxf.ToString();
    }

    private static string Title(BoltCircle.Request request) =>
        $"{request.Holes} holes {N(request.HoleDiameterMm)} mm on {N(request.DiameterMm)} mm, seen from the "
        + $"{(request.View == Core.Measures.View.Front ? "front" : "rear")}, 12 up, 1:1 in mm";

    private static string N(double value) => Math.Round(value, 6).ToString("0.######", CultureInfo.InvariantCulture);
}
