using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>The crank's own track, where the seal does not run on a hub.</summary>
internal static class TrackStep
{
    public static readonly StepName Name = new("track");
    private static readonly PickSlot s_found = Name.Pick("found");

    public static Step Step =>
        new(Name, "The crank’s own track", "seal")
        {
            When = c => Applies.If(c.Sheet.Balancer?.SealTrack is null, "The seal runs on the hub: that is looked at."),
            Slots = _ =>
                [
                    Slot.Pick(
                        s_found,
                        "Felt across with a fingernail",
                        new("smooth", "smooth"),
                        new("groove", "a groove"),
                        new("scored", "scored or rusted")
                    ),
                ],
            Judge = Judge,
            Catches = "Look at the lip after a minute’s running: it weeps at once or not at all",
            Gate = "a track that a lip can run on",
            Cautions = ["Polish round it, never along it: a scratch along pumps oil out."],
        };

    private static Judgement Judge(StepContext c) =>
        c.Picked(s_found) switch
        {
            null => Prompt.Next(c),
            "smooth" => new Judgement(
                Sentence.Of("The lip runs on good metal. Plan how deep it goes."),
                new Call(Verdict.Go, Sentence.Of("The crank’s own track is smooth."), [])
            ),
            "groove" => new Judgement(
                Sentence.Of(
                    "Plan a depth inside what the sheet allows where the lip runs beside the groove, or fit a thin sleeve; say which."
                ),
                new Call(Verdict.Decide, Sentence.Of("A new lip in an old groove does not seal for long."), [])
            ),
            _ => new Judgement(
                Sentence.Of("No seal on it yet: a thin repair sleeve, or the track made good by a machinist."),
                new Call(Verdict.Stop, Sentence.Of("A scored or rusted track cuts a new lip."), [])
            ),
        };
}
