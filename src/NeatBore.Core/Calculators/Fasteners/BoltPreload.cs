using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fasteners;

/// <summary>What a torque does to a bolt, or what torque a preload wants.</summary>
/// <remarks>T = F (P/2π + d2 μt/√3 + Dh μh/2) (ISO 16047).</remarks>
public static class BoltPreload
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "T = F·(P/2π + d2·μt/√3 + Dh·μh/2) (ISO 16047)";

    /// <summary>Exactly one of torque and preload.</summary>
    /// <param name="Thread">A 60° thread.</param>
    /// <param name="ThreadFriction">Coefficient in the thread, 0 to 1.</param>
    /// <param name="HeadFriction">Coefficient under the head, 0 to 1.</param>
    /// <param name="HeadMeanDiameterMm">Mean diameter of the head's bearing face, mm.</param>
    /// <param name="ProofMpa">Proof stress of the bolt, MPa.</param>
    /// <param name="TorqueNm">Torque, N·m.</param>
    /// <param name="PreloadN">Preload, N.</param>
    public sealed record Request(
        ScrewThread Thread,
        double ThreadFriction,
        double HeadFriction,
        double HeadMeanDiameterMm,
        double ProofMpa,
        double? TorqueNm = null,
        double? PreloadN = null
    );

    /// <summary>Preload and torque that belong together, and how hard the bolt is worked.</summary>
    public sealed record Answer(double PreloadN, double TorqueNm, double TensileMpa, double ProofShare, Call? Call) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => BoltPreload.Model;
    }

    /// <summary>Works out the other of the two.</summary>
    /// <exception cref="UnusableInputException">A value can't be, or both or neither of torque and preload were given.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        request.Thread.Check(faults, "thread");
        faults.Require(
            request.Thread.Form != ThreadForm.Trapezoidal,
            "thread.form",
            "must be iso or unified: the formula is for a 60° thread"
        );
        faults.Within(request.ThreadFriction, 0, 1, "threadFriction");
        faults.Within(request.HeadFriction, 0, 1, "headFriction");
        faults.Require(
            request.HeadMeanDiameterMm >= request.Thread.MajorMm,
            "headMeanDiameterMm",
            $"must be at least the bolt’s own {request.Thread.MajorMm} mm: a head bears outside its thread"
        );
        faults.Positive(request.ProofMpa, "proofMpa");
        faults.Require(request.TorqueNm is null != request.PreloadN is null, "torqueNm", "give exactly one of torqueNm and preloadN");
        faults.Require(request.TorqueNm is null or > 0, "torqueNm", "must be larger than 0");
        faults.Require(request.PreloadN is null or > 0, "preloadN", "must be larger than 0");
        faults.ThrowIfAny();

        var arm =
            (
                (request.Thread.PitchMm / (2 * Math.PI))
                + (request.Thread.PitchDiameterMm * request.ThreadFriction / Math.Sqrt(3))
                + (request.HeadMeanDiameterMm * request.HeadFriction / 2)
            ) / 1e3;
        var preload = request.PreloadN ?? (request.TorqueNm!.Value / arm);
        var tensile = preload / request.Thread.StressAreaMm2;
        var share = tensile / request.ProofMpa;
        return new Answer(
            preload,
            request.TorqueNm ?? (preload * arm),
            tensile,
            share,
            Call.Of(
                [Check.Stepped("proof share", share, 0.9, 1, Dimension.Share)],
                c =>
                    Sentence.Of(
                        c.Verdict == Verdict.Go
                            ? "The bolt is pulled to {share} of its proof stress."
                            : "The bolt is pulled to {share} of its proof stress; at most {limit} is wanted.",
                        ("share", Quantity.Share(c.Value)),
                        ("limit", Quantity.Share(c.Limit))
                    )
            )
        );
    }
}
