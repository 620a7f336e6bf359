using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Crank;

/// <summary>How far a ring has walked on its rubber, from the arc between where its mark was and where it is.</summary>
public static class MarkSlip
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "degrees = 360·arc/(π·D)";

    /// <summary>An arc along the ring, mm, either way, and the ring's diameter, mm, larger than 0.</summary>
    public sealed record Request(double ArcMm, double RingDiameterMm);

    /// <summary>The slip in degrees, signed as the arc.</summary>
    public sealed record Answer(double Degrees) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => MarkSlip.Model;
    }

    /// <summary>Works out the slip.</summary>
    /// <exception cref="UnusableInputException">The diameter can't be, or the arc is longer than the ring is round.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        if (faults.Positive(request.RingDiameterMm, "ringDiameterMm"))
        {
            var round = Math.PI * request.RingDiameterMm;
            faults.Require(Math.Abs(request.ArcMm) <= round, "arcMm", $"must be at most once round the ring ({round:0.#} mm)");
        }

        faults.ThrowIfAny();
        return new Answer(360 * request.ArcMm / (Math.PI * request.RingDiameterMm));
    }
}
