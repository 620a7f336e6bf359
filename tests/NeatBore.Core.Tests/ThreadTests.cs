using CsCheck;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

public class ThreadTests
{
    private static readonly Gen<ScrewThread> s_threads = Gen.Select(Gen.Double[5, 30], Gen.Double[0.05, 0.18])
        .Select((d, p) => new ScrewThread(d, d * p));

    /// <summary>Published sizes: ISO 724 pitch and minor diameters, ISO 898-1 stress areas.</summary>
    [Theory]
    [InlineData(8, 1.25, 7.188, 6.647, 36.6)]
    [InlineData(12, 1.75, 10.863, 10.106, 84.3)]
    [InlineData(18, 1.5, 17.026, 16.376, 216)]
    public void Basic_sizes_are_the_standards(double d, double p, double d2, double d1, double area)
    {
        var thread = new ScrewThread(d, p);
        Assert.Equal((d2, d1), (Math.Round(thread.PitchDiameterMm, 3), Math.Round(thread.MinorMm, 3)));
        Assert.Equal(area, thread.StressAreaMm2, 0.5);
    }

    [Fact]
    public void A_unified_and_a_trapezoidal_thread_have_their_own_areas()
    {
        // 1/2-13 UNC: 0.1419 in² (ASME B1.1); Tr 40×7: d2 36.5, d1 33.
        Assert.Equal(0.1419, new ScrewThread(12.7, 25.4 / 13, ThreadForm.Unified).StressAreaMm2 / 645.16, 1e-4);
        var screw = new ScrewThread(40, 7, ThreadForm.Trapezoidal);
        Assert.Equal((36.5, 33, 15), (screw.PitchDiameterMm, screw.MinorMm, screw.FlankDeg));
    }

    [Theory]
    [InlineData(18, 1.5, ThreadForm.Iso, "M18×1.5")]
    [InlineData(12.7, 25.4 / 13, ThreadForm.Unified, "1/2-13")]
    [InlineData(40, 7, ThreadForm.Trapezoidal, "Tr 40×7")]
    public void A_thread_is_called_what_is_stamped_on_its_tap(double d, double p, ThreadForm form, string name) =>
        Assert.Equal(name, new ScrewThread(d, p, form).Name);

    /// <summary>Basic sizes of ASME B1.1 and ISO 261, mm.</summary>
    [Theory]
    [InlineData("M8x1.25", 8, 1.25)]
    [InlineData("m10 × 1", 10, 1)]
    [InlineData("M12", 12, 1.75)]
    [InlineData("3/8-16", 9.525, 1.5875)]
    [InlineData("1/2-20 UNF", 12.7, 1.27)]
    [InlineData("1/2-13 UNC-2A", 12.7, 1.9538)]
    [InlineData("#10-24", 4.826, 1.0583)]
    [InlineData("10-32", 4.826, 0.79375)]
    [InlineData("1 1/8-12", 28.575, 2.1167)]
    [InlineData("1-8", 25.4, 3.175)]
    [InlineData(".4375-20", 11.1125, 1.27)]
    public void A_thread_is_read_by_its_name(string typed, double major, double pitch)
    {
        Assert.True(ThreadName.Is(typed));
        var thread = ThreadName.Read(typed);
        Assert.Equal(major, thread.MajorMm, 1e-6);
        Assert.Equal(pitch, thread.PitchMm, 1e-4);
        // What it is called reads back as it.
        Assert.Equal(thread.MajorMm, ThreadName.Read(thread.Name).MajorMm, 1e-6);
        Assert.Equal(thread.PitchMm, ThreadName.Read(thread.Name).PitchMm, 1e-6);
    }

    [Theory]
    [InlineData("3/8", "is cut with more than one pitch: type 3/8-16 or 3/8-24")]
    [InlineData("M8x", "wants its pitch behind it, such as M8x1.25")]
    [InlineData("M9.3", "wants its pitch behind it")]
    [InlineData("M8x5", "its pitch is up to half of its diameter")]
    [InlineData("1/2-20 UNC", "1/2-13 is UNC, 1/2-20 is the other series")]
    [InlineData("3/8-0", "a size and its threads to the inch")]
    [InlineData("stud", "is no thread: type M8x1.25, 3/8-16 or 1/2-20 UNF")]
    public void A_name_that_tells_no_thread_says_what_would(string typed, string says) =>
        Assert.Contains(
            says,
            Assert.Throws<UnusableInputException>(() => ThreadName.Read(typed)).Errors["typed"][0],
            StringComparison.Ordinal
        );

    [Theory]
    [InlineData("20 tpi", 1.27)]
    [InlineData("16tpi", 1.5875)]
    [InlineData("1.25", null)]
    public void A_pitch_is_told_by_its_threads_to_the_inch(string typed, double? pitch) => Assert.Equal(pitch, ThreadName.ToTheInch(typed));

    [Fact]
    public void No_threads_to_the_inch_are_no_pitch() =>
        Assert.Contains(
            "from 3 to 100",
            Assert.Throws<UnusableInputException>(() => ThreadName.ToTheInch("0 tpi")).Errors["typed"][0],
            StringComparison.Ordinal
        );

    /// <summary>Typed where the diameter goes, it tells the pitch too, on a card and on a sheet.</summary>
    [Fact]
    public void A_name_typed_at_its_diameter_tells_its_pitch()
    {
        var bench = new Workbench(BareEngine.Of(Engines.CylinderBanks.Straight));
        bench.Do((id, at) => new Bench.TellValue(id, at, "crankBolt/majorMm", "5/8-18", "in"));
        Assert.Equal(
            [("crankBolt/majorMm", 15.875), ("crankBolt/pitchMm", 1.4111)],
            bench.Build.ToldValues.Select(v => (v.Path, Math.Round(v.Number!.Value, 4)))
        );
        bench.Do((id, at) => new Bench.TellValue(id, at, "crankBolt/pitchMm", "11 tpi", "in"));
        Assert.Equal(2.3091, bench.Build.ToldValues.Last(v => v.Path == "crankBolt/pitchMm").Number!.Value, 1e-4);
        Assert.Equal(["typed"], bench.Refused((id, at) => new Bench.TellValue(id, at, "crankBolt/majorMm", "5/8")).Keys);
    }

    [Fact]
    public void The_forcing_screws_worked_example_comes_out()
    {
        var screw = ForcingScrew.Solve(new ForcingScrew.Request(24e3, new ScrewThread(18, 1.5), 0.12, 0.02, 26));
        Assert.Equal(40.41, screw.TorqueNm, 5e-3);
        Assert.Equal(28.73, screw.BackOffTorqueNm, 5e-3);
        Assert.Equal(216.23, screw.StressAreaMm2, 5e-3);
        Assert.True(screw.SelfLocking);
        Assert.Null(screw.Call);
    }

    /// <summary>Shigley's example of a square-threaded power screw with two starts: 26.18 N·m up, 9.77 N·m down.</summary>
    [Fact]
    public void The_published_power_screw_comes_out()
    {
        var screw = ForcingScrew.Solve(
            new ForcingScrew.Request(
                6.4e3,
                new ScrewThread(32, 4, ThreadForm.Trapezoidal),
                0.08,
                0.08,
                40,
                FlankDeg: 0,
                LeadMm: 8,
                PitchDiameterMm: 30
            )
        );
        Assert.Equal(26.18, screw.TorqueNm, 5e-3);
        Assert.Equal(9.77, screw.BackOffTorqueNm, 5e-3);
    }

    [Fact]
    public void Without_friction_the_work_put_in_is_the_work_that_comes_out() =>
        Gen.Select(s_threads, Gen.Double[100, 1e5])
            .Sample(
                (thread, force) =>
                {
                    var screw = ForcingScrew.Solve(new ForcingScrew.Request(force, thread, 0, 0, 0));
                    Assert.Equal(force * thread.PitchMm / (2 * Math.PI) / 1e3, screw.TorqueNm, 1e-9 * screw.TorqueNm);
                    Assert.Equal(-screw.TorqueNm, screw.BackOffTorqueNm, 1e-9 * screw.TorqueNm);
                    Assert.False(screw.SelfLocking);
                }
            );

    [Theory]
    [InlineData(30e3, 900, Verdict.Go)]
    [InlineData(20e3, 900, Verdict.Stop)]
    [InlineData(30e3, 160, Verdict.Decide)]
    [InlineData(30e3, 120, Verdict.Stop)]
    public void A_screw_is_held_against_its_rating_and_its_yield(double rated, double yield, Verdict verdict) =>
        Assert.Equal(
            verdict,
            ForcingScrew
                .Solve(new ForcingScrew.Request(24e3, new ScrewThread(18, 1.5), 0.12, 0.02, 26, RatedForceN: rated, YieldMpa: yield))
                .Call!.Verdict
        );

    [Fact]
    public void A_lead_that_binds_is_refused() =>
        Assert.Contains(
            "leadMm",
            Assert
                .Throws<UnusableInputException>(() =>
                    ForcingScrew.Solve(new ForcingScrew.Request(1e3, new ScrewThread(18, 1.5), 0.9, 0, 0, LeadMm: 60))
                )
                .Errors.Keys
        );

    [Fact]
    public void The_engagements_worked_example_comes_out()
    {
        var screw = ThreadEngagement.Solve(new ThreadEngagement.Request(new ScrewThread(8, 1.25), 9, 8e3, 1000, 300));
        Assert.Equal(ThreadEngagement.Weakest.HoleStrip, screw.Weakest);
        Assert.Equal((34.28, 36.61), (Math.Round(screw.HoleStripN / 1e3, 2), Math.Round(screw.BoltBreakN / 1e3, 2)));
        Assert.Equal(9.61, screw.MinimumEngagedMm, 5e-3);
        Assert.Equal(0.2334, screw.Utilisation, 5e-5);
        Assert.Equal(Verdict.Decide, screw.Call!.Verdict);
    }

    [Fact]
    public void At_the_least_engagement_a_thread_strips_just_as_the_screw_breaks() =>
        Gen.Select(s_threads, Gen.Double[300, 1200], Gen.Double[150, 900])
            .Sample(
                (thread, bolt, hole) =>
                {
                    var first = ThreadEngagement.Solve(new ThreadEngagement.Request(thread, 10, 1e3, bolt, hole));
                    var there = ThreadEngagement.Solve(new ThreadEngagement.Request(thread, first.MinimumEngagedMm, 1e3, bolt, hole));
                    Assert.Equal(there.BoltBreakN, Math.Min(there.BoltStripN, there.HoleStripN), 1e-9 * there.BoltBreakN);
                }
            );

    [Fact]
    public void The_load_is_shared_and_the_safety_is_held()
    {
        var request = new ThreadEngagement.Request(new ScrewThread(8, 1.25), 16, 30e3, 1000, 500, Screws: 3);
        Assert.Equal(Verdict.Go, ThreadEngagement.Solve(request).Call!.Verdict);
        Assert.Equal(Verdict.Stop, ThreadEngagement.Solve(request with { Screws = 1 }).Call!.Verdict);
        Assert.Contains(
            "thread.form",
            Assert
                .Throws<UnusableInputException>(() =>
                    ThreadEngagement.Solve(request with { Thread = new ScrewThread(8, 1.5, ThreadForm.Trapezoidal) })
                )
                .Errors.Keys
        );
    }

    [Fact]
    public void Preload_from_torque_and_torque_from_preload_are_one_another() =>
        Gen.Select(s_threads, Gen.Double[0.05, 0.3], Gen.Double[0.05, 0.3], Gen.Double[1, 300])
            .Sample(
                (thread, mt, mh, nm) =>
                {
                    var request = new BoltPreload.Request(thread, mt, mh, thread.MajorMm * 1.4, 830, TorqueNm: nm);
                    var there = BoltPreload.Solve(request);
                    var back = BoltPreload.Solve(request with { TorqueNm = null, PreloadN = there.PreloadN });
                    Assert.Equal(nm, back.TorqueNm, 1e-9 * nm);
                    // Independently: the lead's share, the thread's and the head's add up to the torque.
                    var sum =
                        there.PreloadN
                        * (
                            (thread.PitchMm / (2 * Math.PI))
                            + (thread.PitchDiameterMm / 2 * mt / Math.Cos(Math.PI / 6))
                            + (thread.MajorMm * 0.7 * mh)
                        )
                        / 1e3;
                    Assert.Equal(nm, sum, 1e-9 * nm);
                }
            );

    [Theory]
    [InlineData(60, Verdict.Go)]
    [InlineData(78, Verdict.Decide)]
    [InlineData(100, Verdict.Stop)]
    public void A_bolt_is_held_against_its_proof_stress(double nm, Verdict verdict) =>
        Assert.Equal(
            verdict,
            BoltPreload.Solve(new BoltPreload.Request(new ScrewThread(10, 1.5), 0.12, 0.12, 14, 830, TorqueNm: nm)).Call!.Verdict
        );

    [Fact]
    public void Torque_and_preload_together_are_refused() =>
        Assert.Contains(
            "torqueNm",
            Assert
                .Throws<UnusableInputException>(() =>
                    BoltPreload.Solve(new BoltPreload.Request(new ScrewThread(10, 1.5), 0.12, 0.12, 14, 830, 50, 20e3))
                )
                .Errors.Keys
        );
}
