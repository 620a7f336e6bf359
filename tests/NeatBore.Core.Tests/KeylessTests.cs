using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>A nose without a key: nothing of a key is asked, nothing is sealed, the timing is held and looked at; and a crank bolt as its
/// sheet says.</summary>
public class KeylessTests
{
    private static readonly EngineSheet s_six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");

    private static EngineSheet Sheet(NoseHold? hold, ClampedFaces? faces = null, CrankBoltSheet? bolt = null) =>
        s_six with
        {
            Balancer = s_six.Balancer! with { Nose = s_six.Balancer!.Nose with { Hold = hold, Faces = faces } },
            CrankBolt = bolt ?? s_six.CrankBolt,
        };

    private static IEnumerable<string> Labels(Workbench bench, Func<StepState, bool>? of = null) =>
        bench
            .Task.Steps.Where(s => s.Status != StepStatus.LeftOut && (of?.Invoke(s) ?? true))
            .SelectMany(s => s.Rounds[^1].Slots)
            .Select(s => s.Slot.Label);

    [Theory]
    [InlineData("balancer-off")]
    [InlineData("balancer-on")]
    [InlineData("balancer-inspect")]
    public void Nobody_is_asked_about_a_key_that_is_not_there(string kind)
    {
        bool Key(string label) =>
            label.Contains("key", StringComparison.OrdinalIgnoreCase) && !label.Contains("no key", StringComparison.OrdinalIgnoreCase);
        Assert.Contains(Labels(new Workbench(Sheet(NoseHold.Key), new(kind, "balancer")).Begin()), l => Key(l) || kind == "balancer-off");
        Assert.DoesNotContain(Labels(new Workbench(Sheet(NoseHold.Clamp), new(kind, "balancer")).Begin()), Key);
    }

    [Fact]
    public void Crank_and_cams_are_pinned_before_the_bolt_is_touched_and_nothing_takes_the_place_of_it()
    {
        var bench = new Workbench(Sheet(NoseHold.Clamp), new("balancer-off", "balancer")).Begin().TakeAll("before");
        Assert.Equal("Gate: Crank and cams pinned", bench.Step("bolt").BlockedBy);
        Assert.Contains(
            "instrument",
            bench.Refused((id, at) => new JudgeByHand(id, at, bench.Step("pins").Ref, "by-eye", HandFound.Good))["step"][0],
            StringComparison.Ordinal
        );
        Assert.Null(bench.TakeAll("pins").Step("bolt").BlockedBy);
        Assert.Contains("crank and cams pinned", bench.State.Loose);
        Assert.Equal(StepStatus.LeftOut, new Workbench(task: new("balancer-off", "balancer")).Begin().Step("pins").Status);
    }

    [Theory]
    [InlineData(ClampedFaces.Dry, "clean and dry;")]
    [InlineData(ClampedFaces.Oiled, "a film of oil")]
    [InlineData(ClampedFaces.Washers, "new friction washers")]
    [InlineData(null, "as the engine’s manual says")]
    public void Clamped_faces_go_together_as_the_sheet_says_and_never_with_sealant(ClampedFaces? faces, string words)
    {
        var label = Assert.Single(Labels(new Workbench(Sheet(NoseHold.Clamp, faces)).Begin(), s => s.Ref.Step == "dress"));
        Assert.Contains(words, label, StringComparison.Ordinal);
        Assert.Contains("no sealant on them", label, StringComparison.Ordinal);
    }

    [Fact]
    public void Pins_come_out_before_it_is_turned_and_a_timing_that_slipped_is_a_stop()
    {
        Workbench Turned(string found) =>
            new Workbench(Sheet(NoseHold.Clamp))
                .Begin()
                .TakeAll("parts")
                .TakeAll("pins")
                .TakeEvery("nose", "34.021", "34.022", "34.020", "34.021", "34.019", "34.020", "16")
                .Take("bore", "temperature", "24")
                .TakeEvery("bore", "33.996", "33.998", "33.997", "33.996", "33.995", "33.997")
                .TakeAll("method")
                .TakeAll("dress")
                .TakeAll("tool")
                .TakeEvery("draw", "40.0", "22.5")
                .TakeAll("seat", "6.01", "6.02", "6.00")
                .TakeAll("bolt", "140")
                .Take("turn", "free")
                .Take("turn", "two-turns")
                .Pick("turn", "timing", found);

        var bench = Turned("off");
        Assert.Equal((Verdict.Stop, false), (bench.Step("turn").Now.Call!.Verdict, bench.Step("turn").Passed));
        Assert.Contains("timing set anew", bench.Says("turn"), StringComparison.Ordinal);
        Assert.True(Turned("true").Step("turn").Passed);
    }

    [Fact]
    public void A_bolt_goes_in_as_its_sheet_says_and_one_that_is_used_once_is_held_to_be_new()
    {
        var bolt = s_six.CrankBolt!;
        string[] Of(CrankBoltSheet sheet) => [.. Labels(new Workbench(Sheet(null, null, sheet)).Begin(), s => s.Ref.Step == "bolt")];
        Assert.DoesNotContain(Of(bolt), l => l.Contains("by hand", StringComparison.Ordinal));
        Assert.Contains(
            "New bolt in by hand, washer’s raised side out, sealant under it",
            Of(bolt with { UsedOnce = true, RaisedSide = RaisedSide.Out, Under = UnderWasher.Sealant })
        );
        Assert.Contains("Bolt in by hand, washer’s raised side to the hub", Of(bolt with { RaisedSide = RaisedSide.In }));
        Assert.True(new Workbench(Sheet(null, null, bolt with { UsedOnce = true })).Begin().Build.State.Tasks.Count == 1);
    }

    [Fact]
    public void What_is_typed_of_nose_and_bolt_comes_out_in_the_sheet()
    {
        KnownValue Word(string path, string word) => new(path, null, word, LimitSource.Manual);
        var whole = Completion.Of(
            s_six,
            [
                Word("balancer/nose/hold", "clamp"),
                Word("balancer/nose/faces", "washers"),
                Word("crankBolt/once", "yes"),
                Word("crankBolt/under", "sealant"),
                Word("crankBolt/raisedSide", "out"),
            ],
            ProcedureBook.Default.Newest.Single(p => p.Id == "balancer-on").Wants
        );
        Assert.True(whole.Ready);
        Assert.Equal((NoseHold.Clamp, ClampedFaces.Washers), (whole.Sheet.Balancer!.Nose.Hold, whole.Sheet.Balancer.Nose.Faces));
        Assert.Equal(
            (true, UnderWasher.Sealant, RaisedSide.Out),
            (whole.Sheet.CrankBolt!.UsedOnce, whole.Sheet.CrankBolt.Under, whole.Sheet.CrankBolt.RaisedSide)
        );
    }
}
