using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Who opens a gate, from where, and what is asked of him once more.</summary>
public class OpenedTests
{
    private static Workbench Cover() => CoverAndSealTests.Dry().Sweep("sweep", 0.3, 225, 0.02);

    private static Workbench Open(Workbench bench, string step, Signer by, string? telephone = null) =>
        bench.Do((id, at) => new OpenGate(id, at, bench.Step(step).Ref, "holes opened; it will sit", telephone), by);

    /// <summary>The rest of the cover, as a builder does it.</summary>
    private static Workbench Finished(Workbench bench)
    {
        bench.Sweep("snug", 0.012, 80, 0.02).TakeAll("rail", "0.03", "-0.02").TakeAll("witness").Choose("sealant", "gasket");
        foreach (var step in new[] { "sealant", "close" })
        {
            bench.TakeAll(step);
        }

        bench.Sweep("confirm", 0.01, 80, 0.02);
        bench.TakeAll("torque", [.. bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key.StartsWith('1') ? "5" : "10")]);
        return bench.Sweep("final", 0.015, 80, 0.02);
    }

    [Fact]
    public void By_telephone_the_work_goes_on_and_done_waits_for_the_lead()
    {
        var bench = Open(Cover(), "sweep", Workbench.Tomas, "Ines");
        Assert.True(bench.Step("sweep").Passed);
        Assert.Equal(("Ines", "tomas"), (bench.Step("sweep").Calls[^1].Release!.Telephone, bench.Step("sweep").Calls[^1].Release!.By.Id));
        Finished(bench);
        Assert.DoesNotContain(bench.Task.Steps, s => !s.Passed);
        Assert.Equal((Standing.Stop, "sweep"), (bench.Task.Standing, bench.Task.Next!.Step));
        Assert.Equal("Opened by telephone: Ines says so here before it is done.", Wording.Write(bench.Step("sweep").Asks!));
        // Who opened it so doesn't say it himself.
        Assert.Contains(
            "is a builder",
            bench.Refused((id, at) => new OpenGate(id, at, bench.Step("sweep").Ref, "it will"), Workbench.Tomas)["by"][0]
        );
        Open(bench, "sweep", Workbench.Ines);
        Assert.Equal((Standing.Done, null), (bench.Task.Standing, bench.Step("sweep").Asks));
        var release = bench.Step("sweep").Calls[^1].Release!;
        Assert.Equal(("tomas", "ines", "Ines"), (release.By.Id, release.Again!.By.Id, release.Telephone));
    }

    /// <summary>Crossed out, it stands still; what was crossed out is not waited for once it is open, nor is it said of another
    /// version.</summary>
    [Fact]
    public void A_stop_that_stands_on_what_is_crossed_out_is_opened_as_any_other()
    {
        var bench = Cover();
        var taken = bench.Step("sweep").Rounds[^1].Slots.First(s => s is { Slot.AngleDeg: 180, Live: not null }).Live!.Id;
        bench.Wait(4).Do((id, at) => new Strike(id, at, taken, StrikeReason.Slip), Workbench.Tomas);
        Assert.Equal((Verdict.Stop, false), (bench.Step("sweep").Verdict, bench.Step("sweep").Passed));
        Open(bench, "sweep", Workbench.Ines);
        Assert.Equal((Verdict.Stop, true, null), (bench.Step("sweep").Verdict, bench.Step("sweep").Passed, bench.Step("sweep").Otherwise));
        // What is read anew there is judged anew.
        bench.Take("sweep", "180", "-0.512", confirmed: true);
        Assert.Equal((Verdict.Stop, false), (bench.Step("sweep").Verdict, bench.Step("sweep").Passed));
    }

    [Theory]
    [InlineData("  ", "by", "only a lead opens a gate")]
    [InlineData("Tomas", "telephone", "must be a lead’s: Ines")]
    public void A_telephone_wants_the_name_of_another(string name, string field, string says)
    {
        var bench = Cover();
        var errors = bench.Refused((id, at) => new OpenGate(id, at, bench.Step("sweep").Ref, "he said so", name), Workbench.Tomas);
        Assert.Contains(says, errors[field][0], StringComparison.Ordinal);
    }

    /// <summary>A hub that would split, or fly off.</summary>
    [Fact]
    public void What_can_hurt_a_person_is_not_opened_by_telephone()
    {
        var bench = new Workbench().Measured("34.030");
        var fit = bench.Task.Steps.First(s => s.Verdict == Verdict.Stop).Ref;
        var errors = bench.Refused((id, at) => new OpenGate(id, at, fit, "she said so", "Ines"), Workbench.Tomas);
        Assert.Contains("can hurt a person", errors["telephone"][0], StringComparison.Ordinal);
    }

    /// <summary>Nobody else has looked at it: it is asked again before the bead, which can't be undone, and not before.</summary>
    [Fact]
    public void A_lead_who_did_the_work_says_so_once_more_before_what_cannot_be_undone()
    {
        var bench = Open(Cover(), "sweep", Workbench.Ines).Sweep("snug", 0.012, 80, 0.02).TakeAll("rail", "0.03", "-0.02");
        Assert.True(bench.TakeAll("witness").Step("witness").Passed);
        Assert.Equal(("Once more: " + bench.Step("sweep").Title, "sweep"), (bench.Step("sealant").BlockedBy, bench.Task.Next!.Step));
        Assert.StartsWith("Ines opened it on work of their own", Wording.Write(bench.Step("sweep").Asks!), StringComparison.Ordinal);
        Assert.Contains(
            "sealant",
            bench.Refused((id, at) => new TakeReading(id, at, new(bench.Step("sealant").Ref, 1, "spread"), "done")).Values.First()[0]
                + " sealant",
            StringComparison.Ordinal
        );
        // Nor does another say it for the lead.
        var errors = bench.Refused((id, at) => new OpenGate(id, at, bench.Step("sweep").Ref, "she says so", "Ines"), Workbench.Tomas);
        Assert.Contains("open already", errors["telephone"][0], StringComparison.Ordinal);
        Open(bench, "sweep", Workbench.Ines);
        Assert.Equal((null, true), (bench.Step("sealant").BlockedBy, bench.Step("sweep").Calls[^1].Release!.OwnWork));
        Assert.Equal(Standing.Done, Finished(Open(CoverByTomas(), "sweep", Workbench.Ines)).Task.Standing);
    }

    /// <summary>Measured by one and opened by another: that is what a lead is for, and nothing more is asked.</summary>
    private static Workbench CoverByTomas()
    {
        var bench = CoverAndSealTests.Dry();
        foreach (var slot in bench.Step("sweep").Rounds[^1].Slots.Select(s => s.Slot).Where(s => s is { Required: true }).ToList())
        {
            var reading = 0.3 * (Math.Cos((slot.AngleDeg ?? 0) * Math.PI / 180) - 1);
            bench.Take("sweep", slot.Key, $"{reading:0.000}", by: Workbench.Tomas);
        }

        return bench;
    }

    [Fact]
    public void Another_part_tells_its_mark_and_where_the_old_one_went()
    {
        var bench = Cover();
        var at = bench.Step("sweep").Ref;
        BeginRound Other(Guid id, DateTimeOffset done, string mark, string went) => new(id, done, at, "another cover", new(mark, went));
        Assert.Equal(["part.mark", "part.oldWent"], bench.Refused((id, done) => Other(id, done, " ", "")).Keys.Order());
        bench.Do((id, done) => Other(id, done, "TC-9, punched twice", "scrap bin"));
        Assert.Equal(new AnotherPart("TC-9, punched twice", "scrap bin"), bench.Step("sweep").Rounds[^1].Part);
        // A photo of it will do.
        bench.Do((id, done) => new Attach(id, done, at, new PhotoRef(new string('a', 64), "image/jpeg", 10, 10)));
        bench.Do((id, done) => Other(id, done, "", "back to the owner"));
        Assert.Equal("back to the owner", bench.Step("sweep").Rounds[^1].Part!.OldWent);
    }
}
