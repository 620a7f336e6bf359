using System.Globalization;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class SetStep
    {
        public static readonly StepName Name = new("set");
        public static readonly TextSlot Places = Name.Text("places");
    }

    private static ChoiceName Kit => new("kit");

    private static Choice KitChoice =>
        new Choice(Kit, SetStep.Name, "The kit", sheet => [.. sheet.Rockers!.Kits.Select(k => new Option(k.Id, k.Name))]);

    private static IReadOnlyList<string> Places(EngineSheet sheet) =>
        sheet.Rockers is not null || (sheet.MayHave(null, "rockers") && sheet.Layout.Rockers.Count > 0) ? [EnginePlaces.Rockers] : [];

    private static IReadOnlyList<Supply> Supplied(EngineSheet sheet) =>
        [
            Supply.Part("kits", sheet.Rockers is { } set ? $"{set.Places.Count} trunnion kits" : "Trunnion kits"),
            Supply.Part("clips", sheet.Rockers is { } all ? $"{2 * all.Places.Count} new clips" : "New clips"),
            Supply.UsedUp("oil", "Oil, solvent and clean cloth"),
        ];

    private static Judgement JudgeSet(StepContext c)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(SetStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        var count = c.Sheet.Rockers!.Places.Count;
        var laid = Numbered.Read(c.Reading(SetStep.Places)!.Typed);
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
