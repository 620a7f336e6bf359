namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>Section searches for the one summit, in mm around and along.</summary>
internal sealed class OilHoleSearch(OilHolePairs pairs, (double Low, double High) turnDeg, (double Low, double High) depthMm)
{
    private const double Golden = 0.6180339887498949;
    private const double Fine = 1e-6;
    private readonly (double Low, double High) _x = (pairs.Mm(turnDeg.Low), pairs.Mm(turnDeg.High));

    public (double RotationDeg, double DepthMm, double Worst) Best()
    {
        var x = Summit(_x.Low, _x.High, x => Deepest(x).Height);
        var (y, height) = Deepest(x);
        return (x / pairs.Mm(1), y, Math.Max(0, height));
    }

    /// <summary>The nearest place whose worst share is not below a level: the foot on a convex set.</summary>
    public (double RotationDeg, double DepthMm) NearestAsGood(
        double rotationDeg,
        double depth,
        double level,
        double bestDeg,
        double bestDepth
    )
    {
        var (x0, y0) = (pairs.Mm(rotationDeg), depth);
        if (x0 >= _x.Low && x0 <= _x.High && y0 >= depthMm.Low && y0 <= depthMm.High && pairs.Height(x0, y0) >= level)
        {
            return (rotationDeg, depth);
        }

        var top = pairs.Mm(bestDeg);
        var foot = new Dictionary<double, double>();
        double Distance(double x)
        {
            if (NearestDepth(x, y0, level) is not { } y)
            {
                return 1e6 + Math.Abs(x - top);
            }

            foot[x] = y;
            return Math.Pow(x - x0, 2) + Math.Pow(y - y0, 2);
        }

        var x = Summit(_x.Low, _x.High, x => -Distance(x));
        return Distance(x) >= 1e6 ? (bestDeg, bestDepth) : (x / pairs.Mm(1), foot[x]);
    }

    private (double Y, double Height) Deepest(double x)
    {
        var y = Summit(depthMm.Low, depthMm.High, y => pairs.Height(x, y));
        return (y, pairs.Height(x, y));
    }

    private double? NearestDepth(double x, double y0, double level)
    {
        var near = Math.Clamp(y0, depthMm.Low, depthMm.High);
        if (pairs.Height(x, near) >= level)
        {
            return near;
        }

        var inside = Summit(depthMm.Low, depthMm.High, y => pairs.Height(x, y), level);
        if (pairs.Height(x, inside) < level)
        {
            return null;
        }

        var outside = near;
        while (Math.Abs(inside - outside) > Fine / 4)
        {
            var middle = (inside + outside) / 2;
            (inside, outside) = pairs.Height(x, middle) >= level ? (middle, outside) : (inside, middle);
        }

        return inside;
    }

    private static double Summit(double low, double high, Func<double, double> height, double enough = double.MaxValue)
    {
        var (a, b) = (low, high);
        var (c, d) = (b - (Golden * (b - a)), a + (Golden * (b - a)));
        var (hc, hd) = (height(c), height(d));
        while (b - a > Fine)
        {
            if (hc >= enough || hd >= enough)
            {
                return hc >= enough ? c : d;
            }

            if (hc >= hd)
            {
                (b, d, hd) = (d, c, hc);
                c = b - (Golden * (b - a));
                hc = height(c);
            }
            else
            {
                (a, c, hc) = (c, d, hd);
                d = a + (Golden * (b - a));
                hd = height(d);
            }
        }

        // A summit at an end of the reach is exactly there.
        var middle = (a + b) / 2;
        var at = height(middle);
        return height(low) >= at && low + (2 * Fine) >= a ? low
            : height(high) >= at && high - (2 * Fine) <= b ? high
            : middle;
    }
}
