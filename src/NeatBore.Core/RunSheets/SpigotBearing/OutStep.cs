namespace NeatBore.Core.RunSheets.SpigotBearing;

/// <summary>The old one out, without a mark in its bore.</summary>
internal static class OutStep
{
    public static readonly StepName Name = new("out");
    public static readonly ChoiceName Way = new("out");
    public static readonly Option Puller = new("puller", "puller fully behind it");
    public static readonly Option Filler = new("filler", "soft filler and a close bar");
    public static readonly Option NoneIn = new("none", "there is none in");

    public static Step Step =>
        new(Name, "Old one out", "spigot-out")
        {
            Leaves = [new("no spigot bearing in", InStep.Name)],
            Slots = c =>
                c.Is(Way, NoneIn) ? [Slot.Tick("empty", "Bore empty")]
                : c.Is(Way, Filler)
                    ? [Slot.Tick("packed", "Packed full, bar close in the bore"), Slot.Tick("out", "Driven out by the filler")]
                : [Slot.Tick("behind", "Jaws fully behind it"), Slot.Tick("out", "Drawn out straight")],
            Judge = Prompt.Next,
            NoWayBack = true,
            Cautions = ["Eye protection: races chip. Filler squirts back past a loose bar."],
        };
}
