using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Tooling;

/// <summary>Where a pull has to stop: the weakest of puller, forcing screw, the threads in the hub and the nose's tip, as torque at the
/// greased screw.</summary>
/// <remarks>
/// The screw at 0.8 of its yield under tension and torsion together, its torque by <see cref="ForcingScrew"/>; the threads by
/// <see cref="ThreadEngagement"/> with a safety of 2. A puller without a rating is estimated from its screw's proof, 0.9 of its yield on
/// the stress area (ISO 898-1), and said to be an estimate.
/// </remarks>
public static class Pull
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "least of rating (or 0.9·yield·stress area, estimated), screw at 0.8·yield, threads by thread-engagement with safety 2, tip";

    private const double ProofShare = 0.9;
    private const double ScrewShare = 0.8;
    private const double ThreadSafety = 2;

    /// <summary>What is pulled with what.</summary>
    /// <param name="ForceN">What it is expected to come off at, N: low above 0, high not below it.</param>
    /// <param name="Puller">The puller.</param>
    /// <param name="Screw">Its forcing screw.</param>
    /// <param name="HubThread">The threads that hold it in the hub.</param>
    /// <param name="Tip">What the nose's tip stands; null where it is not known.</param>
    public sealed record Request(Band ForceN, PullerTool Puller, PullerScrew Screw, PulledThread HubThread, NoseTip? Tip = null);

    /// <summary>A puller: what it is rated for, N; null where nobody knows; and how many screws hold it, 1 to 12.</summary>
    public sealed record PullerTool(double? RatedForceN, int Screws);

    /// <summary>A forcing screw: frictions 0 to 1, the mean diameter that its tip or bearing rubs at, mm, and its yield, MPa.</summary>
    public sealed record PullerScrew(
        ScrewThread Thread,
        double ThreadFriction,
        double CollarFriction,
        double CollarDiameterMm,
        double YieldMpa
    );

    /// <summary>The holding screws in their holes: length of full thread engaged, mm; tensile strengths, MPa.</summary>
    public sealed record PulledThread(ScrewThread Thread, double EngagedMm, double BoltTensileMpa, double HoleTensileMpa);

    /// <summary>The nose's tip, or what stands in it: the most that it may be pushed with, N.</summary>
    public sealed record NoseTip(double MaxN);

    /// <summary>A part of the pull, and the most that it bears.</summary>
    public sealed record Part(PullPart Id, double MaxN, bool Estimated);

    /// <summary>What bears a pull.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<PullPart>))]
    public enum PullPart
    {
        /// <summary>The puller itself.</summary>
        [JsonStringEnumMemberName("puller")]
        Puller,

        /// <summary>Its forcing screw.</summary>
        [JsonStringEnumMemberName("screw")]
        Screw,

        /// <summary>The threads that hold it in the hub.</summary>
        [JsonStringEnumMemberName("threads")]
        Threads,

        /// <summary>The nose's tip.</summary>
        [JsonStringEnumMemberName("tip")]
        Tip,
    }

    /// <summary>Where to stop.</summary>
    /// <param name="StopForceN">The least of all parts, N.</param>
    /// <param name="StopNm">The same as torque at the screw, N·m.</param>
    /// <param name="Weakest">Which part it is of.</param>
    /// <param name="Parts">All that are known.</param>
    /// <param name="Call">A go where all of the expected force lies below the stop; a stop where none of it does.</param>
    public sealed record Answer(double StopForceN, double StopNm, PullPart Weakest, IReadOnlyList<Part> Parts, Call? Call) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => Pull.Model;
    }

    /// <summary>Works out the stop.</summary>
    /// <exception cref="UnusableInputException">A value can't be: by its field, what would be right.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Positive(request.ForceN.Low, "forceN.low");
        faults.Require(request.ForceN.High >= request.ForceN.Low, "forceN.high", "must not be below forceN.low");
        faults.Require(request.Puller.RatedForceN is null or > 0, "puller.ratedForceN", "must be larger than 0, or left out");
        faults.Within(request.Puller.Screws, 1, 12, "puller.screws");
        request.Screw.Thread.Check(faults, "screw.thread");
        faults.Within(request.Screw.ThreadFriction, 0, 1, "screw.threadFriction");
        faults.Within(request.Screw.CollarFriction, 0, 1, "screw.collarFriction");
        faults.NotNegative(request.Screw.CollarDiameterMm, "screw.collarDiameterMm");
        faults.Positive(request.Screw.YieldMpa, "screw.yieldMpa");
        var held = request.HubThread;
        held.Thread.Check(faults, "hubThread.thread");
        faults.Require(held.Thread.Form != ThreadForm.Trapezoidal, "hubThread.thread.form", "must be iso or unified");
        faults.Positive(held.EngagedMm, "hubThread.engagedMm");
        faults.Positive(held.BoltTensileMpa, "hubThread.boltTensileMpa");
        faults.Positive(held.HoleTensileMpa, "hubThread.holeTensileMpa");
        faults.Require(request.Tip is null or { MaxN: > 0 }, "tip.maxN", "must be larger than 0");
        faults.ThrowIfAny();

        var screw = request.Screw;
        var parts = new List<Part>
        {
            request.Puller.RatedForceN is { } rated
                ? new(PullPart.Puller, rated, false)
                : new(PullPart.Puller, ProofShare * screw.YieldMpa * screw.Thread.StressAreaMm2, true),
            // Stress and torque both grow with the force.
            new(PullPart.Screw, ScrewShare * screw.YieldMpa / Turned(screw, 1).EquivalentMpa, false),
            new(PullPart.Threads, Threads(held) * request.Puller.Screws / ThreadSafety, false),
        };
        if (request.Tip is { } tip)
        {
            parts.Add(new(PullPart.Tip, tip.MaxN, false));
        }

        var weakest = parts.MinBy(p => p.MaxN)!;
        var stopNm = Turned(screw, weakest.MaxN).TorqueNm;
        var (low, high) = (request.ForceN.Low, request.ForceN.High);
        var check = Check.AtMost("expected force", high, weakest.MaxN, 0, Dimension.Force) with
        {
            Verdict =
                Check.AtMost("", high, weakest.MaxN).Verdict == Verdict.Go ? Verdict.Go
                : Check.AtMost("", low, weakest.MaxN).Verdict == Verdict.Go ? Verdict.Decide
                : Verdict.Stop,
        };
        var call = Call.Of([check], c => Reason(c, weakest, stopNm, low, high));
        return new Answer(weakest.MaxN, stopNm, weakest.Id, parts, call);
    }

    private static ForcingScrew.Answer Turned(PullerScrew screw, double forceN) =>
        ForcingScrew.Solve(
            new ForcingScrew.Request(forceN, screw.Thread, screw.ThreadFriction, screw.CollarFriction, screw.CollarDiameterMm)
        );

    /// <summary>What one screw in its hole bears, N.</summary>
    private static double Threads(PulledThread held)
    {
        var answer = ThreadEngagement.Solve(
            new ThreadEngagement.Request(held.Thread, held.EngagedMm, 1, held.BoltTensileMpa, held.HoleTensileMpa)
        );
        return Math.Min(answer.BoltBreakN, Math.Min(answer.BoltStripN, answer.HoleStripN));
    }

    private static Sentence Reason(Check check, Part weakest, double stopNm, double low, double high) =>
        Sentence.Of(
            check.Verdict switch
            {
                Verdict.Go => "Stop at {nm}: {part} is the weakest{estimate}. It should come off at {low} to {high}.",
                Verdict.Decide => "It may not be off by {nm}, where {part} is at its most{estimate}; {high} may be wanted.",
                _ => "It wants {low} at least; {part} bears {stop}{estimate}. Another puller, or heat.",
            },
            ("nm", Quantity.Nm(stopNm)),
            ("stop", Quantity.Newtons(weakest.MaxN)),
            ("low", Quantity.Newtons(low)),
            ("high", Quantity.Newtons(high)),
            ("estimate", Quantity.Word(weakest.Estimated ? ", by estimate" : "")),
            (
                "part",
                Quantity.Word(
                    weakest.Id switch
                    {
                        PullPart.Puller => "the puller",
                        PullPart.Screw => "its screw",
                        PullPart.Threads => "the thread in the hub",
                        _ => "the nose’s tip",
                    }
                )
            )
        );
}
