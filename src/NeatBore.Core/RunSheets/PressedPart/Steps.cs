using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static PressedSheet PartOf(EngineSheet sheet, PressedKind kind) => sheet.Pressed!.First(p => p.Kind == kind);

    private static IReadOnlyList<string> ItemsOf(PressedSheet part) =>
        part.Items.Count == 0 ? [""] : [.. part.Items.Select((_, i) => $"{i + 1}")];

    private static Step EachOf(PressedKind kind, Step step) =>
        step with
        {
            Each = c => ItemsOf(PartOf(c.Sheet, kind)),
            ItemName = (sheet, item) =>
                item.Length == 0 ? "" : PartOf(sheet, kind).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1],
            Together = step.Together ?? "part",
            Apart = true,
        };

    // A gear or a race is drawn on by its shaft, a bearing goes into a crank on the bench; what goes into an eye is pressed on a stack.
    private static bool Drawn(PressedKind kind) => kind is PressedKind.Gear or PressedKind.Race;

    private static bool Stacked(PressedKind kind) => kind is PressedKind.Bush or PressedKind.Pin;

    private static Step SizesOf(PressedKind kind, PressedIn.Parts parts) =>
        new Step(SizesStep.Name, "The fit", "pressed-sizes")
        {
            Renews = [PressStep.Name, HeatStep.Name, HomeStep.Name, InsideStep.Name],
            Slots = c =>
                [
                    Slot.Tick("clean", "Both deburred, washed, dry"),
                    .. PressedIn
                        .Across(SizesStep.Inner, $"{Capital(parts.Inner)}, outside", "micrometer", PartOf(c.Sheet, kind).Inner.DiameterMm)
                        .Select(s => s with { Reads = $"{PressedValues.PartOf(kind)}/inner/diameterMm" }),
                    .. PressedIn.Across(
                        SizesStep.Outer,
                        $"{Capital(parts.Outer)}, bore",
                        "bore-gauge",
                        PartOf(c.Sheet, kind).Inner.DiameterMm,
                        PartOf(c.Sheet, kind).Inner.DiameterMm - Middle(PartOf(c.Sheet, kind))
                    ),
                    new Slot(
                        SizesStep.Temperature,
                        "Both at",
                        SlotKind.Number,
                        Dimension.Temperature,
                        1,
                        "thermometer",
                        Plausible: new Band(-10, 60),
                        Expected: 20
                    ),
                ],
            Judge = c =>
                c.Step.Slots(c).Any(s => s.Required && !c.Taken(SizesStep.Name, s)) || Fit(c, PartOf(c.Sheet, kind)) is not { } fit
                    ? Prompt.Next(c)
                    : PressedIn.JudgeFit(
                        c.Sheet,
                        fit,
                        PartOf(c.Sheet, kind).Interference,
                        parts,
                        "It fits. Cold it takes {low} to {high}."
                    ),
            Gate = "the fit is a go",
            Cautions = ["Edges cut. Both parts at the same temperature before they are measured."],
        };

    private static Step StackOf(PressedKind kind, PressedIn.Parts parts) =>
        new Step(StackStep.Name, "Press and its stack", "pressed-stack")
        {
            When = c =>
                Applies.If(
                    Stacked(kind) && Pressed(c, PartOf(c.Sheet, kind)),
                    Stacked(kind) ? "It slides in: nothing is pressed." : "It goes on where its shaft or crank stands."
                ),
            Needs = [SizesStep.Name, WayStep.Name],
            Slots = c =>
                [
                    new Slot(
                        PressedIn.Picked(StackStep.Name),
                        "The press",
                        SlotKind.Tool,
                        Need: PressedIn.Press("hydraulic-press", Fit(c, PartOf(c.Sheet, kind))?.PressForceN.High ?? 0)
                    ),
                    Slot.Tick(PressedIn.LaidOut(StackStep.Name), "Lay out what the crib has to stack") with
                    {
                        Stock = PressedIn.Stacked,
                    },
                ],
            Judge = c => JudgeStack(c, PartOf(c.Sheet, kind)),
            Gate = "a stack that bears right",
            Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
        };

    private static Step PressOf(PressedKind kind, PressedIn.Parts parts) =>
        new Step(PressStep.Name, Drawn(kind) ? "Draw it on" : "Press it in", "pressed-press")
        {
            When = c => Applies.If(Pressed(c, PartOf(c.Sheet, kind)), "It slides in: nothing is pressed."),
            Needs = [SizesStep.Name, WayStep.Name, StackStep.Name],
            Works = kind == PressedKind.Race ? [SealGroove] : [],
            Renews = [HomeStep.Name, InsideStep.Name],
            Slots = c =>
                [
                    Slot.Tick("square", "Started by hand, square"),
                    .. PressedIn.Force(c, PressStep.Name, Eased(c, PartOf(c.Sheet, kind)), PartOf(c.Sheet, kind).EngagedMm),
                ],
            Judge = c =>
                PressedIn.JudgePress(
                    c,
                    Eased(c, PartOf(c.Sheet, kind)),
                    PartOf(c.Sheet, kind).EngagedMm,
                    kind != PressedKind.Pin,
                    "In. Measure where it lies.",
                    parts.Loose
                ),
            Gate = "it went in as it should",
            NoWayBack = true,
            Cautions = ["Stand clear of a loaded press or tool line: pieces fly."],
        };

    private static Step HomeOf(PressedKind kind, PressedIn.Parts parts) =>
        new Step(HomeStep.Name, "Where it lies", "pressed-home")
        {
            Needs = [PressStep.Name, HeatStep.Name],
            Renews = [InsideStep.Name],
            Slots = c =>
                [
                    new Slot(
                        HomeStep.Home,
                        PartOf(c.Sheet, kind).HomeWords,
                        SlotKind.Number,
                        Dimension.Length,
                        0.01,
                        "depth-gauge",
                        Plausible: new Band(PartOf(c.Sheet, kind).HomeMm - 10, PartOf(c.Sheet, kind).HomeMm + 10),
                        Expected: PartOf(c.Sheet, kind).HomeMm
                    ),
                    .. kind == PressedKind.Pin
                        ?
                        [
                            Slot.Pick(
                                HomeStep.Slips,
                                "In its other part, cold",
                                new("freely", "slips and turns freely"),
                                new("tight", "tight")
                            ),
                        ]
                        : Array.Empty<Slot>(),
                ],
            Judge = c => JudgeHome(c, PartOf(c.Sheet, kind), parts),
            Gate = "it lies where it should",
            Cautions = ["Let it cool to the touch before it is measured: hot, it reads long."],
        };
}
