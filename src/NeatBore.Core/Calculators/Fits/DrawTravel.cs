using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>How far a hub has been drawn on, and how far it has to go, from the depth of the nose's end below the hub's front
/// face.</summary>
public static class DrawTravel
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "travel left = depth now − seated depth; engaged = hub length − depth now";

    /// <summary>Depths in mm, from the hub's front face down to the end of the nose.</summary>
    /// <param name="HubLengthMm">Length of the hub's bore, larger than 0.</param>
    /// <param name="SeatedDepthMm">Depth when seated.</param>
    /// <param name="DepthNowMm">Depth as it stands.</param>
    /// <param name="PressForceN">Force expected when it is fully on, N, if the fit is known.</param>
    public sealed record Request(double HubLengthMm, double SeatedDepthMm, double DepthNowMm, Band? PressForceN = null);

    /// <summary>Where the hub stands.</summary>
    /// <param name="EngagedMm">Length of nose in the bore, mm.</param>
    /// <param name="LeftMm">Travel left to the seat, mm; negative past it.</param>
    /// <param name="Share">Share of the whole travel done, 0 to 1.</param>
    /// <param name="ForceN">Force expected here, in line with travel, N; null if the fit is not known.</param>
    /// <param name="Curve">The force band over the whole travel, N; null if the fit is not known.</param>
    public sealed record Answer(
        double EngagedMm,
        double LeftMm,
        double Share,
        Band? ForceN,
        IReadOnlyList<InterferenceFit.ForcePoint>? Curve = null
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => DrawTravel.Model;
    }

    /// <summary>Works out the travel.</summary>
    /// <exception cref="UnusableInputException">A length can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Positive(request.HubLengthMm, "hubLengthMm");
        faults.Require(
            request.SeatedDepthMm < request.HubLengthMm,
            "seatedDepthMm",
            $"must be smaller than the hub's length ({request.HubLengthMm} mm)"
        );
        faults.Require(
            request.DepthNowMm <= request.HubLengthMm,
            "depthNowMm",
            $"must not be above the hub's length ({request.HubLengthMm} mm): the nose has not entered"
        );
        faults.ThrowIfAny();
        var engaged = request.HubLengthMm - request.DepthNowMm;
        var share = Math.Clamp(engaged / (request.HubLengthMm - request.SeatedDepthMm), 0, 1);
        return new Answer(
            engaged,
            request.DepthNowMm - request.SeatedDepthMm,
            share,
            request.PressForceN is { } force ? new Band(force.Low * share, force.High * share) : null,
            request.PressForceN is { } home ? Curve(home, request.HubLengthMm - request.SeatedDepthMm) : null
        );
    }

    /// <summary>The force band in line with travel, at 11 even points.</summary>
    internal static IReadOnlyList<InterferenceFit.ForcePoint> Curve(Band home, double travelMm) =>
        [.. Enumerable.Range(0, 11).Select(i => new InterferenceFit.ForcePoint(travelMm * i / 10, home.Low * i / 10, home.High * i / 10))];
}
