using System.Globalization;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A set of rockers on pressed trunnions: one at a time out, measured, pressed, floated and clipped; and the odd one out of the
/// set.</summary>
public static partial class RockerTrunnions
{
    private static class TrunnionStep
    {
        public static readonly StepName Name = new("trunnion");
        public static readonly PickSlot Turns = Name.Pick("turns");
    }

    private const string Rocker = "rocker";
    private static readonly PressedIn.Parts s_parts = new(
        "bush",
        "body",
        "Don’t press it: this body is worn. Another body, or an oversize bush.",
        "Don’t press it: the body would split. Hone {by} out of its bore."
    );

    /// <summary>Less is asked of each, and of those after the sixth less again; a force may be felt; its clips are in before its float is
    /// gauged.</summary>
    public static Procedure Version1 { get; } =
        new(
            "rocker-trunnions",
            1,
            "Rocker trunnions",
            Places,
            [KitChoice, PressChoice],
            [
                new Step(SetStep.Name, "The set on its tray", "tray")
                {
                    Slots = _ =>
                        [
                            new Slot("kit", "Kit’s part number", SlotKind.Text),
                            new Slot(SetStep.Places, "Places laid out, such as 1-12", SlotKind.Text),
                            Slot.Tick("marked", "Each rocker marked with its place"),
                            Slot.Tick("pliers", "Fine clip pliers at hand, tried in a clip’s ends"),
                        ],
                    Judge = JudgeSet,
                    Gate = "every place has its rocker",
                    Cautions = ["Rings off, sleeves tied. A dropped rocker chips: tray with a rim."],
                },
                // All that comes out hangs below the body at last: the bushes, or the trunnion where that is longer.
                StackOut(c => Math.Max(2 * KitOf(c).LengthMm, TrunnionOf(c).LengthMm)),
                StackIn,
                Each(
                    new Step(OutStep.Name, "Out", "rocker-out")
                    {
                        Leaves = [new("trunnion out", FloatStep.Name)],
                        Slots = OutSlots,
                        Judge = JudgeOutWhole,
                        Gate = "every needle accounted for",
                        NoWayBack = true,
                        Cautions = ["Eye protection: clips fly. Work over the tray: needles roll."],
                    }
                ),
                Each(
                    new Step(BodyStep.Name, "Body and bushes", "rocker-body")
                    {
                        Needs = [OutStep.Name],
                        Renews = [FirstStep.Name, TrunnionStep.Name, SecondStep.Name, ClipsStep.Name, FloatStep.Name],
                        Slots = BodySlots,
                        Judge = JudgeBody,
                        Gate = "the fit is a go",
                        Catches = "Feel each side go in: a worn body takes its bush too easily",
                        Cautions = ["Solvent vapour: air the room, no flame near. Gloves."],
                    }
                ),
                Each(
                    new Step(FirstStep.Name, "First side flush", "rocker-first")
                    {
                        Needs = [BodyStep.Name],
                        Renews = [TrunnionStep.Name, SecondStep.Name, ClipsStep.Name, FloatStep.Name],
                        Slots = c => SideSlots(c, FirstStep.Name),
                        Judge = c => JudgeByFeel(c, FirstStep.Name),
                        Gate = "first side flush",
                        Cautions = ["Fingers out of the stack. Stand clear of the press line."],
                    }
                ),
                Each(
                    new Step(TrunnionStep.Name, "Trunnion in", "rocker-trunnion")
                    {
                        Needs = [FirstStep.Name],
                        Renews = [SecondStep.Name, ClipsStep.Name, FloatStep.Name],
                        Slots = TrunnionSlots,
                        Judge = JudgeTrunnion,
                        Gate = "the trunnion turns",
                        Cautions = ["Turn a reamer forwards only. Chips out before the trunnion goes in; oil off the floor."],
                    }
                ),
                Each(
                    new Step(SecondStep.Name, "Second side", "rocker-second")
                    {
                        Needs = [TrunnionStep.Name],
                        Renews = [ClipsStep.Name, FloatStep.Name],
                        Slots = c => SideSlots(c, SecondStep.Name),
                        Judge = c => JudgeByFeel(c, SecondStep.Name),
                        Gate = "second side in",
                        Cautions = ["Small steps, watch the depth: nothing stops this side, and nothing brings it back."],
                    }
                ),
                Each(ClipsIn),
                Each(FloatUnderClips),
                Tray(c => JudgeTray(c, Version1!, FitOrAlike, BoreOfAny)),
                Back,
            ]
        )
        {
            Stretches =
            [
                new(SetStep.Name, "Rockers: sorted, supports set up") { Stand = false },
                new(OutStep.Name, "Rockers: trunnions out and in") { Stand = false, Uses = [ShopThing.Press] },
                new(TrayStep.Name, "Rockers: looked through, back on") { Stand = false },
            ],
            Wants = new("rockers"),
            Supplies = Supplied,
        };

    private static Step Each(Step step) =>
        step with
        {
            Each = c => [.. c.Sheet.Rockers!.Places.OrderBy(p => p.Number).Select(p => p.Id)],
            ItemName = (_, item) => Name(item),
            Together = Rocker,
            Apart = true,
        };

    private static string Name(string item) => $"Rocker {item["rocker-".Length..]}";
}
