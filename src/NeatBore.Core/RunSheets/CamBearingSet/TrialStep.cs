namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The cam tried in it.</summary>
internal static class TrialStep
{
    public static readonly StepName Name = new("trial");

    public static Step Of(ShaftWords shaft) =>
        new(Name, $"{shaft.Title} in, oiled", "cam-in")
        {
            Slots = _ =>
                [
                    Slot.Tick("washed", "Shaved metal out, washed again"),
                    Slot.Tick("oiled", "Bearings and journals oiled"),
                    Slot.Tick("in", $"{shaft.Title} in on a long handle, {shaft.Edges} kept clear"),
                ],
            Judge = Prompt.Next,
            Cautions =
            [
                shaft == ShaftWords.Cam
                    ? "Lobes’ edges cut, and they scratch the shells: two hands."
                    : "Its gear cuts, and scratches the bushes: two hands.",
            ],
        };
}
