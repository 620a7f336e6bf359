using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Threads;

/// <summary>The torque that a forcing screw wants for its force, and what it does to the screw.</summary>
/// <remarks>
/// Power screws with an angled thread and a collar: T = F d2/2 · (l + π μ d2 sec β)/(π d2 − μ l sec β) + F μc dc/2
/// (Shigley's Mechanical Engineering Design, power screws).
/// </remarks>
public static class ForcingScrew
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "T = F·d2/2·(l + π·μ·d2·sec β)/(π·d2 − μ·l·sec β) + F·μc·dc/2 (Shigley, power screws)";

    /// <summary>What is pushed with what.</summary>
    /// <param name="ForceN">Along the screw, N, larger than 0.</param>
    /// <param name="Thread">The screw's thread.</param>
    /// <param name="ThreadFriction">Coefficient in the thread, 0 to 1.</param>
    /// <param name="CollarFriction">Coefficient under the tip or the bearing, 0 to 1.</param>
    /// <param name="CollarDiameterMm">Mean diameter there, mm.</param>
    /// <param name="FlankDeg">Half of the thread angle, degrees; by form if left out; 0 for a square thread.</param>
    /// <param name="LeadMm">Lead, mm; the pitch if left out.</param>
    /// <param name="PitchDiameterMm">Pitch diameter, mm; basic d2 if left out.</param>
    /// <param name="RatedForceN">What the tool is rated for, N.</param>
    /// <param name="YieldMpa">Yield of the screw, MPa.</param>
    public sealed record Request(
        double ForceN,
        ScrewThread Thread,
        double ThreadFriction,
        double CollarFriction,
        double CollarDiameterMm,
        double? FlankDeg = null,
        double? LeadMm = null,
        double? PitchDiameterMm = null,
        double? RatedForceN = null,
        double? YieldMpa = null
    );

    /// <summary>What it takes.</summary>
    /// <param name="TorqueNm">To push, N·m.</param>
    /// <param name="BackOffTorqueNm">To back off under the load, N·m; negative where it runs back by itself.</param>
    /// <param name="SelfLocking">Whether the thread alone holds.</param>
    /// <param name="StressAreaMm2">Of the screw, mm².</param>
    /// <param name="TensileMpa">In the screw, MPa.</param>
    /// <param name="EquivalentMpa">With the thread's torque, √(σ² + 3τ²), MPa.</param>
    /// <param name="Call">Null where neither rating nor yield was given.</param>
    public sealed record Answer(
        double TorqueNm,
        double BackOffTorqueNm,
        bool SelfLocking,
        double StressAreaMm2,
        double TensileMpa,
        double EquivalentMpa,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => ForcingScrew.Model;
    }

    /// <summary>Works out torque and stress.</summary>
    /// <exception cref="UnusableInputException">A value can't be, or the thread binds whatever the torque.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        request.Thread.Check(faults, "thread");
        faults.Positive(request.ForceN, "forceN");
        faults.Within(request.ThreadFriction, 0, 1, "threadFriction");
        faults.Within(request.CollarFriction, 0, 1, "collarFriction");
        faults.NotNegative(request.CollarDiameterMm, "collarDiameterMm");
        faults.Require(request.FlankDeg is null or (>= 0 and < 60), "flankDeg", "must be from 0 to below 60");
        faults.Require(request.LeadMm is null or > 0, "leadMm", "must be larger than 0");
        faults.Require(request.PitchDiameterMm is null or > 0, "pitchDiameterMm", "must be larger than 0");
        faults.Require(request.RatedForceN is null or > 0, "ratedForceN", "must be larger than 0");
        faults.Require(request.YieldMpa is null or > 0, "yieldMpa", "must be larger than 0");
        faults.ThrowIfAny();

        var d2 = request.PitchDiameterMm ?? request.Thread.PitchDiameterMm;
        var lead = request.LeadMm ?? request.Thread.PitchMm;
        var rub = request.ThreadFriction / Math.Cos((request.FlankDeg ?? request.Thread.FlankDeg) * Math.PI / 180);
        if ((Math.PI * d2) - (rub * lead) <= 0)
        {
            throw new UnusableInputException(
                "leadMm",
                $"is so steep that the thread binds; it must be below {Math.PI * d2 / rub:0.#} mm at this friction"
            );
        }

        var thread = request.ForceN * d2 / 2 * (lead + (Math.PI * rub * d2)) / ((Math.PI * d2) - (rub * lead)) / 1e3;
        var back = request.ForceN * d2 / 2 * ((Math.PI * rub * d2) - lead) / ((Math.PI * d2) + (rub * lead)) / 1e3;
        var collar = request.ForceN * request.CollarFriction * request.CollarDiameterMm / 2e3;
        var area = request.Thread.StressAreaMm2;
        var tensile = request.ForceN / area;
        var diameter = Math.Sqrt(4 * area / Math.PI);
        var shear = 16 * thread * 1e3 / (Math.PI * Math.Pow(diameter, 3));
        var equivalent = Math.Sqrt((tensile * tensile) + (3 * shear * shear));

        var checks = new List<Check>();
        if (request.RatedForceN is { } rated)
        {
            checks.Add(Check.AtMost("force", request.ForceN, rated, 0, Dimension.Force));
        }

        if (request.YieldMpa is { } yield)
        {
            checks.Add(Check.Stepped("screw stress", equivalent / yield, 0.8, 1, Dimension.Share));
        }

        return new Answer(
            thread + collar,
            back + collar,
            Math.PI * rub * d2 > lead,
            area,
            tensile,
            equivalent,
            Call.Of(checks, c => Reason(c, thread + collar))
        );
    }

    private static Sentence Reason(Check check, double torque) =>
        Sentence.Of(
            (check.Name, check.Verdict) switch
            {
                (_, Verdict.Go) => "{torque} pushes it; tool and screw are strong enough.",
                ("force", _) => "{value} is needed and the tool is rated for {limit}: it could let go.",
                (_, Verdict.Stop) => "The screw would yield: it reaches {value} of its yield.",
                _ => "The screw reaches {value} of its yield; {limit} is the wanted most.",
            },
            ("torque", Quantity.Nm(torque)),
            ("value", check.Dimension == Dimension.Force ? Quantity.Newtons(check.Value) : Quantity.Share(check.Value)),
            ("limit", check.Dimension == Dimension.Force ? Quantity.Newtons(check.Limit) : Quantity.Share(check.Limit))
        );
}
