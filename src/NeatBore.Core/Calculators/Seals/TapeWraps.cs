using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Seals;

/// <summary>How many wraps of tape take up a loose centring ring on the crank's nose.</summary>
public static class TapeWraps
{
    /// <summary>The formula in one line.</summary>
    public const string Model = "wraps = ⌊(ring − nose)/(2·tape)⌋; left = (ring − nose)/2 − wraps·tape";

    /// <summary>Inside of the ring, outside of the nose, thickness of the tape; mm, all above 0, the ring not smaller than the
    /// nose.</summary>
    public sealed record Request(double RingInnerMm, double NoseMm, double TapeMm);

    /// <summary>Whole wraps, and the radial play that is left, mm.</summary>
    public sealed record Answer(int Wraps, double LeftMm) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => TapeWraps.Model;
    }

    /// <summary>Works out the wraps.</summary>
    /// <exception cref="UnusableInputException">A ring smaller than the nose, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Positive(request.NoseMm, "noseMm");
        faults.Require(request.TapeMm >= 0.001, "tapeMm", "must be 0.001 mm or more");
        faults.Require(request.RingInnerMm >= request.NoseMm, "ringInnerMm", $"must not be smaller than the nose ({request.NoseMm} mm)");
        faults.ThrowIfAny();

        var loose = request.RingInnerMm - request.NoseMm;
        var wraps = (int)Math.Min(Math.Floor((loose / (2 * request.TapeMm)) + 1e-6), int.MaxValue);
        return new Answer(wraps, Math.Max(0, (loose / 2) - (wraps * request.TapeMm)));
    }
}
