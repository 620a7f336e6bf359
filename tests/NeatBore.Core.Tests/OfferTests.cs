using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>What a build knows already is offered where it is asked for again, and no longer once its part was worked; what was read on
/// the wrong engine is offered to the right one.</summary>
public class OfferTests
{
    private static readonly TaskRef s_cover = new("timing-cover", "cover");

    private static Offer? Offered(Workbench bench, string step, string slot) =>
        bench.Build.WithOffers(bench.Step(step)).Rounds[^1].Slots.Single(s => s.Slot.Key == slot).Offer;

    private static Workbench TakeOffered(Workbench bench, string step, string slot)
    {
        var (offer, at) = (Offered(bench, step, slot)!, bench.Step(step));
        return bench.Do((id, now) => new TakeReading(id, now, new SlotRef(at.Ref, at.Round, slot), "", Offered: offer.Reading));
    }

    [Fact]
    public void The_nose_that_the_balancer_was_measured_on_is_offered_to_the_ring_with_where_when_and_how_warm()
    {
        var bench = new Workbench().Measured().Turn(s_cover).Choose("school", "ring");
        bench.TakeAll("school");
        var offer = Offered(bench, "hang", "shaft")!;
        Assert.Equal((34.019, "Balancer on, measure the nose", 16), (offer.Value, offer.Where, offer.TemperatureC));
        Assert.Null(Offered(bench, "hang", "ring"));

        var live = TakeOffered(bench, "hang", "shaft").Step("hang").Rounds[^1].Slots.Single(s => s.Slot.Key == "shaft").Live!;
        Assert.Equal((34.019, offer.Reading, offer.Instrument), (live.Value, live.From!.Reading, live.Instrument!.Id));
        Assert.Equal(offer.At, live.From.At);
        Assert.Null(Offered(bench, "hang", "shaft"));
    }

    [Fact]
    public void Another_hub_has_its_own_bore_but_the_nose_is_the_same()
    {
        var bench = new Workbench().Measured().Again("parts");
        Assert.All(bench.Step("nose").Rounds[^1].Slots, s => Assert.Null(s.Live));
        bench.TakeAll("parts");
        Assert.Equal(34.021, Offered(bench, "nose", "s1-0")!.Value);
        Assert.Null(Offered(bench, "bore", "s1-0"));
        // To be read again itself is no reason to be offered what was read.
        Assert.Null(Offered(bench.Again("nose"), "nose", "s1-0"));
    }

    [Fact]
    public void What_is_no_longer_offered_is_refused_and_says_so()
    {
        var bench = new Workbench().Measured().Turn(s_cover).Choose("school", "ring");
        bench.TakeAll("school");
        var step = bench.Step("hang");
        var offer = Offered(bench, "hang", "shaft")!;
        var errors = bench.Refused(
            (id, at) => new TakeReading(id, at, new SlotRef(step.Ref, step.Round, "ring"), "", Offered: offer.Reading)
        );
        Assert.Contains("no longer offered", errors["offered"][0], StringComparison.Ordinal);
    }

    [Fact]
    public void What_was_read_on_the_wrong_engine_is_struck_there_and_taken_here_place_by_place()
    {
        var wrong = new Workbench().Begin().TakeAll("parts").Take("nose", "s1-0", "34.021").Take("nose", "s1-90", "34.022");
        var read = wrong.Log.Where(e => e.Event is ReadingTaken { Value: not null }).Select(e => (ReadingTaken)e.Event).ToList();
        foreach (var reading in read)
        {
            wrong.Do((id, at) => new Strike(id, at, reading.Id, StrikeReason.WrongEngine));
        }

        Assert.Null(wrong.Step("nose").Rounds[^1].Slots[0].Live);

        var right = new Workbench().Begin().TakeAll("parts");
        right.Do(
            (id, at) =>
                new OfferReadings(
                    id,
                    at,
                    "012",
                    [.. read.Select(r => new OfferedReading(r.Id, r.Slot, r.Typed, r.Value, r.Option, r.DoneAt, r.Instrument?.Id))]
                )
        );
        Assert.Equal("taken on 012 by mistake", Offered(right, "nose", "s1-0")!.Where);
        TakeOffered(TakeOffered(right, "nose", "s1-0"), "nose", "s1-90");
        Assert.Equal([34.021, 34.022], right.Step("nose").Rounds[^1].Slots.Take(2).Select(s => s.Live!.Value!.Value));
        // Each goes to one place, once.
        Assert.Null(Offered(right.Again("nose"), "nose", "s1-0"));
    }

    [Fact]
    public void What_a_place_can_t_take_is_not_offered_there()
    {
        var bench = new Workbench().Begin().TakeAll("parts");
        var nose = new SlotRef(bench.Step("nose").Ref, 1, "s1-0");
        OfferedReading At(SlotRef slot, double? value, string? option) =>
            new(Guid.CreateVersion7(), slot, "as typed", value, option, Workbench.Start);
        bench.Do((id, at) => new OfferReadings(id, at, "012", [At(nose, null, null)]));
        Assert.Null(Offered(bench, "nose", "s1-0"));
        bench.Do((id, at) => new OfferReadings(id, at, "012", [At(nose, 34.02, null)]));
        Assert.NotNull(Offered(bench, "nose", "s1-0"));
        Assert.Equal(
            ["readings[0].slot", "readings[0].typed", "readings[1].slot"],
            bench.Refused((id, at) => new OfferReadings(id, at, "012", [null!, At(null!, 1, null)])).Keys.Order()
        );
    }

    [Fact]
    public void Nothing_is_offered_from_nowhere()
    {
        var errors = new Workbench().Refused((id, at) => new OfferReadings(id, at, " ", []));
        Assert.Equal(["from", "readings"], errors.Keys.Order());
    }
}
