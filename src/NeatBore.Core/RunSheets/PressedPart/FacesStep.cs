using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Which way each rod faces.</summary>
internal static class FacesStep
{
    private static readonly TextSlot s_front = FacingStep.Name.Text("front");
    private static readonly TextSlot s_rear = FacingStep.Name.Text("rear");

    public static Step Step =>
        new(FacingStep.Name, "Which way each faces", "pressed-facing")
        {
            Slots = Slots,
            Judge = Judge,
            Gate = "which way round is settled",
            Cautions = ["Settle it now: once it is hot there is no time to look."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c)
    {
        var part = Part.Of(c.Sheet, PressedKind.Pin);
        return
        [
            .. part.Facing.Select((rule, i) => Slot.Tick($"rule-{i + 1}", Rods.Chosen(c).Count > 1 ? $"{rule}, each of them" : rule)),
            .. Rods.Chosen(c).Count > 1
                ?
                [
                    new Slot(s_front, "Number or oil hole to the front, such as 1-2", SlotKind.Text),
                    new Slot(s_rear, "and to the rear, or none", SlotKind.Text),
                ]
                : Array.Empty<Slot>(),
        ];
    }

    private static Judgement Judge(StepContext c)
    {
        if (Slots(c).Any(s => !c.Taken(s)))
        {
            return Prompt.Next(c);
        }

        var count = Rods.Chosen(c).Count;
        if (count == 1)
        {
            return new Judgement(
                Sentence.Of("Settled. Measure the fit."),
                new Call(Verdict.Go, Sentence.Of("Which way round is settled."), [])
            );
        }

        Judgement Again(string what, string why, int n = 0) =>
            new(
                Sentence.Of(what, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))),
                new Call(Verdict.LookAgain, Sentence.Of(why, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))), [])
            );
        if (Named(c, s_front) is not { } front || Named(c, s_rear) is not { } rear)
        {
            return Again("Type the rods again, such as 1-{count}, or none.", "The rods can’t be read as numbers.");
        }

        IReadOnlyList<int> all = [.. front, .. rear];
        return front.Intersect(rear).FirstOrDefault() is > 0 and var both
                ? Again("Look at rod {n} on the bench: which way does it face?", "Rod {n} is named facing both ways.", both)
            : all.FirstOrDefault(n => n > count) is > 0 and var beyond
                ? Again("Look at the numbers: there is no rod {n}.", "This engine has rods 1 to {count}; {n} is none of them.", beyond)
            : all.GroupBy(n => n).FirstOrDefault(g => g.Count() > 1) is { } twice
                ? Again("Look at the numbers: two rods say {n}.", "Rod {n} is there twice.", twice.Key)
            : Enumerable.Range(1, count).Except(all).FirstOrDefault() is > 0 and var missing
                ? Again("Say which way rod {n} faces.", "Rod {n} is in neither list.", missing)
            : new Judgement(
                Sentence.Of("Lay them in a row as they face. Measure the fits."),
                new Call(
                    Verdict.Go,
                    front.Count == 0 || rear.Count == 0
                        ? Sentence.Of(
                            front.Count == 0 ? "All {count} face the rear." : "All {count} face the front.",
                            ("count", Quantity.Count(count))
                        )
                        : Sentence.Of(
                            "{front} to the front, {rear} to the rear.",
                            ("front", Quantity.Word(Numbered.Say(front))),
                            ("rear", Quantity.Word(Numbered.Say(rear)))
                        ),
                    []
                )
            );
    }

    private static IReadOnlyList<int>? Named(StepContext c, TextSlot slot) =>
        c.Reading(slot)!.Typed.Trim().ToLowerInvariant() is "none" or "no" or "-" or "–" or "0"
            ? []
            : Numbered.Read(c.Reading(slot)!.Typed);
}
