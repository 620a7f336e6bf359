using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The set on its tray, each with its place.</summary>
internal static class SetStep
{
    public static readonly StepName Name = new("set");
    private static readonly TextSlot s_places = Name.Text("places");

    public static Step Step =>
        new(Name, "The set on its tray", "tray")
        {
            Slots = _ =>
                [
                    new Slot("kit", "Kit’s part number", SlotKind.Text),
                    new Slot(s_places, "Places laid out, such as 1-12", SlotKind.Text),
                    Slot.Tick("marked", "Each rocker marked with its place"),
                    Slot.Tick("pliers", "Fine clip pliers at hand, tried in a clip’s ends"),
                ],
            Judge = Judge,
            Gate = "every place has its rocker",
            Cautions = ["Rings off, sleeves tied. A dropped rocker chips: tray with a rim."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(Name, s)))
        {
            return Prompt.Next(c);
        }

        var count = c.Sheet.Rockers!.Places.Count;
        var laid = Numbered.Read(c.Reading(s_places)!.Typed);
        Judgement Again(string what, string why, int n) =>
            new(
                Sentence.Of(what, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))),
                new Call(Verdict.LookAgain, Sentence.Of(why, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))), [])
            );
        return laid is null
                ? Again("Type the places again, such as 1-{count}, or 1-6, 8-{count}.", "The places can’t be read as numbers.", 0)
            : laid.GroupBy(n => n).FirstOrDefault(g => g.Count() > 1) is { } twice
                ? Again("Look at the marks: two rockers say {n}.", "Place {n} is there twice; each place has one rocker.", twice.Key)
            : laid.FirstOrDefault(n => n > count) is > 0 and var beyond
                ? Again("Look at the marks: there is no place {n}.", "This engine has places 1 to {count}; {n} is none of them.", beyond)
            : Enumerable.Range(1, count).Except(laid).FirstOrDefault() is > 0 and var missing
                ? Again("Find rocker {n} before you begin.", "Place {n} is missing: {count} rockers belong to this set.", missing)
            : new Judgement(
                Sentence.Of("All {count} are there. Set up the press.", ("count", Quantity.Count(count))),
                new Call(Verdict.Go, Sentence.Of("Places 1 to {count}, each once.", ("count", Quantity.Count(count))), [])
            );
    }
}
