namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Washed and dry.</summary>
internal static class WashStep
{
    public static readonly StepName Name = new("wash");

    public static Step Step =>
        new(Name, "Galleries and edges", "cam-bores")
        {
            Slots = _ =>
                [
                    Slot.Tick("rodded", "Galleries rodded and washed"),
                    Slot.Tick("plugs", "Plugs back in"),
                    Slot.Tick("edges", "Bores’ entry edges deburred"),
                    Slot.Tick("dry", "Blown dry, bores wiped"),
                ],
            Judge = Prompt.Next,
            Cautions = ["Eye protection at the air line. Solvent vapour: no flame near."],
        };
}
