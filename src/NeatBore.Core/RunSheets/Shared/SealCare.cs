using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What follows from the kind of lip: how it is fitted, what goes on it, how long it is left alone.</summary>
internal static class SealCare
{
    /// <summary>What lip it is.</summary>
    public static ChoiceName Lip { get; } = new("lip");

    public static IReadOnlyList<Option> Lips(SealSheet? seal) =>
        [.. (seal?.Lips ?? [LipKind.Rubber]).Select(l => new Option(Id(l), Name(l)))];

    /// <summary>Whether this lip was chosen.</summary>
    public static bool Is(StepContext c, LipKind lip) => c.Chosen(Lip) == Id(lip);

    public static string Id(LipKind lip) =>
        lip switch
        {
            LipKind.Ptfe => "ptfe",
            LipKind.Split => "split",
            LipKind.Rope => "rope",
            _ => "rubber",
        };

    /// <summary>What is put on the lip and its track before it meets the shaft, with what keeps the lip from an edge.</summary>
    public static Slot DressedOver(string? lip, string guard) =>
        Slot.Tick(
            "dressed",
            lip switch
            {
                "ptfe" => $"Lip and track dry, lip as its arrow says; on its own fitting sleeve, {guard}",
                "split" => $"Oiled, towards the oil, ends sealed and turned off the split; {guard}",
                "rope" => $"Soaked, rolled in, ends trimmed; {guard}",
                _ => $"Lip and track oiled, spring in its groove, lip towards the oil; {guard}",
            }
        );

    /// <summary>What its lip is fitted with.</summary>
    public static IReadOnlyList<Supply> Supplies(SealSheet? seal) =>
        (seal?.Lips ?? [LipKind.Rubber])[0] switch
        {
            LipKind.Ptfe => [Supply.UsedUp("sleeve", "The seal’s own fitting sleeve; no oil on the lip")],
            LipKind.Split => [Supply.UsedUp("oil", "Oil for the lip, sealant for the ends")],
            LipKind.Rope => [Supply.UsedUp("oil", "Oil to soak the rope in")],
            _ => [Supply.UsedUp("oil", "Oil or grease for the lip")],
        };

    /// <summary>In words, what the chosen lip asks for.</summary>
    public static Judgement Follows(StepContext c, SealSheet seal)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(s)))
        {
            return Prompt.Next(c);
        }

        return new Judgement(
            Sentence.Of(
                c.Chosen(Lip) switch
                {
                    "ptfe" => "PTFE: dry, over its own sleeve, then left {rest} before the crank turns.",
                    "split" => "Two halves: oiled, ends off the cap’s split, sealant on the ends.",
                    "rope" => "Rope: soaked, rolled in, trimmed by the sheet. It drags at first.",
                    _ => "Rubber: oil on lip and track, no rest needed.",
                },
                ("rest", Quantity.Hours(seal.RestHours))
            )
        );
    }

    /// <summary>Ticked once the crank has turned again.</summary>
    public static TickSlot Turned(StepName step) => step.Tick("turned");

    /// <summary>What is ticked, and looked at first where it was turned too soon.</summary>
    public static IReadOnlyList<Slot> RestSlots(StepContext c, SlotName pressedIn) =>
        [.. TooSoon.Slots(c, c.TakenAt(pressedIn), "Lip looked at, all round"), Slot.Tick(Turned(c.Step.Name), "Crank turned again")];

    /// <summary>The rest of a PTFE lip, and what was looked at where it was turned too soon.</summary>
    public static Judgement JudgeRest(StepContext c, SealSheet seal, SlotName pressedIn) =>
        TooSoon.Judge(c, c.TakenAt(pressedIn), Rested(c, seal, pressedIn));

    /// <summary>The rest of a PTFE lip: nothing turns until it has settled.</summary>
    private static Judgement Rested(StepContext c, SealSheet seal, SlotName pressedIn)
    {
        if (c.TakenAt(pressedIn) is not { } pressed)
        {
            return new Judgement(Sentence.Of("Press the seal in first."));
        }

        var until = pressed.AddHours(seal.RestHours);
        if (c.FirstAt(Turned(c.Step.Name)) is not { } turned)
        {
            return new Judgement(
                Sentence.Of("Leave it alone: the lip settles. Don’t turn the crank."),
                Until: until,
                Then: Sentence.Of("It has settled. It may turn, by hand, and tick it.")
            );
        }

        var soon = turned < until;
        return new Judgement(
            Sentence.Of(soon ? TooSoon.Lip : "Settled. It may turn."),
            new Call(
                soon ? Verdict.Stop : Verdict.Go,
                Sentence.Of(
                    "Turned {after} after it was pressed; {rest} is asked for.",
                    ("after", Quantity.Hours((turned - pressed).TotalHours)),
                    ("rest", Quantity.Hours(seal.RestHours))
                ),
                [
                    new Check(
                        "rest",
                        soon ? Verdict.Stop : Verdict.Go,
                        (turned - pressed).TotalSeconds,
                        seal.RestHours * 3600,
                        0,
                        Side.Lower,
                        Dimension.Seconds,
                        "engine sheet"
                    ),
                ]
            )
        );
    }

    /// <summary>A PTFE lip that settles: from when it was pressed until the crank has turned again.</summary>
    public static Rest? Resting(StepContext c, SealSheet? seal, SlotName pressedIn, StepName rest, string what) =>
        Is(c, LipKind.Ptfe) && seal is not null && c.TakenAt(pressedIn) is { } pressed
            ? new Rest(
                $"The {what}’s lip settles",
                c.FirstAt(pressedIn)!.Value,
                pressed.AddHours(seal.RestHours),
                Over: c.Taken(Turned(rest))
            )
            : null;

    private static string Name(LipKind lip) =>
        lip switch
        {
            LipKind.Ptfe => "PTFE, dry",
            LipKind.Split => "in two halves",
            LipKind.Rope => "rope",
            _ => "rubber, sprung",
        };
}
