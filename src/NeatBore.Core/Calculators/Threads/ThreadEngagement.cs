using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Threads;

/// <summary>Whether screws hold in the holes that they are in: what strips or breaks first, and the least engagement.</summary>
/// <remarks>
/// Shear areas of a 60° thread at basic size, A_bolt = f π L d1 (1/2 + (d2 − d1)/(P√3)),
/// A_hole = f π L d (1/2 + (d − d2)/(P√3)), each taking tensile/√3 (von Mises); after ASME B1.1, appendix B.
/// </remarks>
public static class ThreadEngagement
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "strip = shear area·tensile/√3, break = stress area·tensile; areas of a 60° thread (ASME B1.1 appendix B)";

    /// <summary>Hole materials below this tensile strength want an engagement of 1.5 d, MPa.</summary>
    private const double SoftMpa = 350;

    /// <summary>What breaks first.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Weakest>))]
    public enum Weakest
    {
        /// <summary>The screw breaks.</summary>
        [JsonStringEnumMemberName("bolt-break")]
        BoltBreak,

        /// <summary>The screw's thread strips.</summary>
        [JsonStringEnumMemberName("bolt-strip")]
        BoltStrip,

        /// <summary>The hole's thread strips.</summary>
        [JsonStringEnumMemberName("hole-strip")]
        HoleStrip,
    }

    /// <summary>Screws in their holes.</summary>
    /// <param name="Thread">The thread, iso or unified.</param>
    /// <param name="EngagedMm">Length of full thread engaged, mm, larger than 0.</param>
    /// <param name="ForceN">On all screws together, N, larger than 0.</param>
    /// <param name="BoltTensileMpa">Tensile strength of the screw, MPa.</param>
    /// <param name="HoleTensileMpa">Tensile strength of the hole's material, MPa.</param>
    /// <param name="Screws">How many share the force equally, 1 to 100.</param>
    /// <param name="Safety">Wanted factor, 1 or more.</param>
    /// <param name="AreaFactor">Share of the basic shear area that ordinary fits leave, above 0 to 1.</param>
    public sealed record Request(
        ScrewThread Thread,
        double EngagedMm,
        double ForceN,
        double BoltTensileMpa,
        double HoleTensileMpa,
        int Screws = 1,
        double Safety = 2,
        double AreaFactor = 1
    );

    /// <summary>What holds and what does not; per screw.</summary>
    public sealed record Answer(
        double BoltShearAreaMm2,
        double HoleShearAreaMm2,
        double BoltStripN,
        double HoleStripN,
        double BoltBreakN,
        Weakest Weakest,
        double Utilisation,
        double MinimumEngagedMm,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => ThreadEngagement.Model;
    }

    /// <summary>Works out the loads.</summary>
    /// <exception cref="UnusableInputException">A value can't be, or the thread is not a 60° one.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        request.Thread.Check(faults, "thread");
        faults.Require(
            request.Thread.Form != ThreadForm.Trapezoidal,
            "thread.form",
            "must be iso or unified: these areas are of a 60° thread"
        );
        faults.Positive(request.EngagedMm, "engagedMm");
        faults.Positive(request.ForceN, "forceN");
        faults.Positive(request.BoltTensileMpa, "boltTensileMpa");
        faults.Positive(request.HoleTensileMpa, "holeTensileMpa");
        faults.Within(request.Screws, 1, 100, "screws");
        faults.Within(request.Safety, 1, 100, "safety");
        faults.Require(request.AreaFactor is > 0 and <= 1, "areaFactor", "must be above 0 and at most 1");
        faults.ThrowIfAny();

        var (thread, root3) = (request.Thread, Math.Sqrt(3));
        double Area(double diameter, double depth) =>
            request.AreaFactor * Math.PI * request.EngagedMm * diameter * (0.5 + (depth / (thread.PitchMm * root3)));
        var boltArea = Area(thread.MinorMm, thread.PitchDiameterMm - thread.MinorMm);
        var holeArea = Area(thread.MajorMm, thread.MajorMm - thread.PitchDiameterMm);
        var boltStrip = boltArea * request.BoltTensileMpa / root3;
        var holeStrip = holeArea * request.HoleTensileMpa / root3;
        var boltBreak = thread.StressAreaMm2 * request.BoltTensileMpa;
        var (least, weakest) = new[]
        {
            (boltBreak, Weakest.BoltBreak),
            (boltStrip, Weakest.BoltStrip),
            (holeStrip, Weakest.HoleStrip),
        }.MinBy(w => w.Item1);
        var utilisation = request.ForceN / request.Screws / least;
        var minimum = request.EngagedMm * boltBreak / Math.Min(boltStrip, holeStrip);
        var wanted = Math.Max(Math.Max(thread.MajorMm, minimum), request.HoleTensileMpa < SoftMpa ? 1.5 * thread.MajorMm : 0);

        var engagement = Check.AtLeast("engagement", request.EngagedMm, wanted);
        var call = Call.Of(
            [
                Check.AtMost("thread load", utilisation, 1 / request.Safety, 0, Dimension.Share),
                engagement.Verdict == Verdict.Stop ? engagement with { Verdict = Verdict.Decide } : engagement,
            ],
            c => Reason(c, weakest, thread)
        );
        return new Answer(boltArea, holeArea, boltStrip, holeStrip, boltBreak, weakest, utilisation, minimum, call);
    }

    private static Sentence Reason(Check check, Weakest weakest, ScrewThread thread) =>
        Sentence.Of(
            (check.Name, check.Verdict) switch
            {
                (_, Verdict.Go) => "Each {thread} carries {value} of what it can before {weakest}.",
                ("thread load", _) => "Each {thread} carries {value} of what it can before {weakest}; at most {limit} is safe.",
                _ => "{value} of {thread} is engaged; at least {limit} is wanted, so that the screw breaks before a thread strips.",
            },
            ("thread", Quantity.Word(thread.Name)),
            (
                "weakest",
                Quantity.Word(
                    weakest switch
                    {
                        Weakest.BoltBreak => "it breaks",
                        Weakest.BoltStrip => "its own thread strips",
                        _ => "the hole’s thread strips",
                    }
                )
            ),
            ("value", check.Dimension == Dimension.Share ? Quantity.Share(check.Value) : Quantity.Mm(check.Value, 0.1)),
            ("limit", check.Dimension == Dimension.Share ? Quantity.Share(check.Limit) : Quantity.Mm(check.Limit, 0.1))
        );
}
