using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Reamed in line.</summary>
internal static class ReamStep
{
    public static readonly StepName Name = new("ream");

    public static NumberSlot Inside(string bearing) => Name.Number($"{bearing}-inside");

    public static Step Step =>
        new(Name, "Reamed in line", "cam-ream")
        {
            When = c => Applies.If(c.Is(Shells.Name, Shells.Undersize), "These shells are to size as they are."),
            Slots = c =>
                [
                    Slot.Tick("pilots", "Pilot at both ends, from the two ends in"),
                    .. Bearings
                        .Changed(c)
                        .Select(b =>
                            Bore.Diameter(Inside(b.Id), $"{Bearings.Name(c.Sheet, b.Id)}, inside after", "bore-gauge", b.JournalMm + 0.07)
                        ),
                ],
            Judge = Judge,
            Gate = "reamed to size",
            Cautions = ["Turn a reamer forwards only. Chips out, wash everything again."],
        };

    private static Judgement Judge(StepContext c)
    {
        var bearings = Bearings.Changed(c).ToList();
        if (c.Step.Slots(c).FirstOrDefault(s => !c.Taken(Name, s)) is { } next)
        {
            var own = bearings.FirstOrDefault(b => next.Key == Inside(b.Id));
            var wanted = c.Sheet.Cam!.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.CamClearance);
            if (own is null)
            {
                return Prompt.Next(c);
            }

            return wanted.Ends() is [var least, var most]
                ? new Judgement(
                    Sentence.Of(
                        "{bearing}: ream to {size}, then measure it.",
                        ("bearing", Quantity.Word(Bearings.Name(c.Sheet, own.Id))),
                        ("size", Quantity.Mm(Bore.Journal(c.For(own.Id)) + ((least + most) / 2), 0.001))
                    )
                )
                : new Judgement(
                    Sentence.Of(
                        "{bearing}: ream it, then measure it. No limit known: told only.",
                        ("bearing", Quantity.Word(Bearings.Name(c.Sheet, own.Id)))
                    )
                );
        }

        var limit = c.Sheet.Cam!.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.CamClearance);
        var call = Call.Of(
            [
                .. bearings.SelectMany(b =>
                {
                    var (v, u) = (c.Number(Inside(b.Id))!.Value - Bore.Journal(c.For(b.Id)), c.Uncertainty(Inside(b.Id)));
                    return limit.Checks($"clearance, {Bearings.Name(c.Sheet, b.Id).ToLowerInvariant()}", v, u);
                }),
            ],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.Go ? "Every bearing has its clearance." : "{name} {value}; {limit} is the limit.",
                    ("name", Quantity.Word(k.Name)),
                    ("value", Quantity.Mm(k.Value, 0.001)),
                    ("limit", Quantity.Mm(k.Limit, 0.001))
                )
        );
        return call is null
            ? new Judgement(Sentence.Of(Held.ToldOnly))
            : new Judgement(
                Sentence.Of(
                    call.Verdict switch
                    {
                        Verdict.Go => "Reamed to size. Wash everything again.",
                        Verdict.LookAgain => "Measure that one again, finer.",
                        _ => call.Checks[0].Side == Side.Lower ? "Ream that one on, a little." : "Reamed too far: a new shell there.",
                    }
                ),
                call
            );
    }
}
