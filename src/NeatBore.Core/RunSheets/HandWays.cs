using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>How a step is judged where nobody has the instrument for it.</summary>
public static class HandWays
{
    /// <summary>Felt.</summary>
    public static readonly Option ByHand = new("by-hand", "by hand");

    /// <summary>Seen.</summary>
    public static readonly Option ByEye = new("by-eye", "by eye");

    /// <summary>With a wire, or a light behind it.</summary>
    public static readonly Option Wire = new("wire", "wire or light");

    /// <summary>The force rose all at once, as at a stop.</summary>
    public static readonly Option SharpRise = new("sharp-rise", "went home with a sharp rise");

    /// <summary>The part that comes back on came off as a tight one does.</summary>
    public static readonly Option CameOffHard = new("came-off-hard", "came off hard");

    /// <summary>What was there before goes back.</summary>
    public static readonly Option SamePart = new("same-part", "the same part back");

    /// <summary>Another way: it is said in words.</summary>
    public static readonly Option Other = new("other", "another way");

    /// <summary>What could still catch a fault that a hand let by, where the step names nothing of its own.</summary>
    public const string Later = "Feel and look again at each step from here on";

    /// <summary>The ways of a step: its own, or those that fit any; none where it needs no instrument.</summary>
    /// <param name="step">The step.</param>
    /// <param name="slots">What it asks for.</param>
    public static IReadOnlyList<Option> Of(Step step, IReadOnlyList<Slot> slots) =>
        step.NoHand ? []
        : slots.Any(Measured) ? [.. step.Hand.Count > 0 ? step.Hand : [ByHand, ByEye], Other]
        : slots.Count == 0 && step.Hand.Count > 0 ? [.. step.Hand, Other]
        : [];

    /// <summary>Whether a reading is a measured value: not a count, a pick, a tick, nor what is seen down a passage.</summary>
    internal static bool Measured(Slot slot) =>
        slot is { Required: true, Kind: SlotKind.Trace } or { Required: true, Kind: SlotKind.Number, Dimension: not Dimension.Count };

    /// <summary>What a step says of what was judged by hand.</summary>
    /// <param name="told">What was found, and how.</param>
    /// <param name="catches">What could still catch the fault.</param>
    internal static Judgement Judged(JudgedByHand told, string catches)
    {
        var how = ("how", Quantity.Word(told.How == Other.Id || told.Found == HandFound.NotChecked ? told.Line : told.HowWords));
        var look = ("look", Quantity.Word(catches));
        Check[] none = [];
        return told.Found switch
        {
            HandFound.Bad => new Judgement(
                Sentence.Of("Put it right, then Again; or measure it."),
                new Call(Verdict.Stop, Sentence.Of("Bad, judged {how}: not measured.", how), none)
            ),
            HandFound.NotChecked => new Judgement(
                Sentence.Of("{look}.", look),
                new Call(Verdict.Decide, Sentence.Of("Not checked at all: {how}.", how), none)
            ),
            _ => new Judgement(
                Sentence.Of("{look}.", look),
                new Call(
                    Verdict.Decide,
                    Sentence.Of(
                        told.Found == HandFound.Good ? "Good, judged {how}: not measured." : "Not sure, judged {how}: not measured.",
                        how
                    ),
                    none
                )
            ),
        };
    }

    /// <summary>What a step says that has nothing to reckon with, since what it stands on was judged by hand.</summary>
    internal static Judgement Follows(string title, string catches) =>
        new(
            Sentence.Of("{look}.", ("look", Quantity.Word(catches))),
            new Call(Verdict.Decide, Sentence.Of("Not measured: “{step}” was judged by hand.", ("step", Quantity.Word(title))), [])
        );
}
