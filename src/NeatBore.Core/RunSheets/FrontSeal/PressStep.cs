using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>Pressed in, square.</summary>
internal static class PressStep
{
    public static readonly StepName Name = new("press");
    private static readonly ToolSlot s_tool = Name.Tool("tool");
    private static readonly PickSlot s_lies = Name.Pick("flush");
    private static readonly Option s_flush = new("flush", "flush all round");
    private static readonly Option s_proud = new("proud", "proud or deep somewhere");

    public static Step Step =>
        new(Name, "Press it in", "seal-depth")
        {
            Afresh = true,
            Needs = [PlanStep.Name],
            Slots = c =>
                [
                    Ring(c),
                    .. c.Is(Home.Name, Home.Stops)
                        ? [Slot.Pick(s_lies, "Seal, all round", s_flush, s_proud)]
                        : SealSeat.Slots(c.Sheet.FrontSeal!, View.Front, Planned.DepthMm(c), "frontSeal"),
                ],
            Judge = c =>
                FromCrib.Refused(c, s_tool, RingNeed(c))
                ?? Flashed(
                    c,
                    c.Is(Home.Name, Home.Stops)
                        ? Judge(c)
                        : SealSeat.Judge(
                            c,
                            c.Sheet.FrontSeal!,
                            Planned.DepthMm(c),
                            "Square and at depth. Sealant into the notches now, if it has them."
                        )
                ),
            Gate = "square, at depth",
            Cautions = ["Ring as wide as the seal. Press, don’t hammer on one side. Fingers out of the ring."],
        };

    private static Judgement Judge(StepContext c) =>
        c.Picked(s_lies) switch
        {
            null => new Judgement(Sentence.Of("Press until the tool stops on the cover. Then look: flush all round?")),
            "flush" => new Judgement(
                Sentence.Of("Flush all round. Sealant into the notches now, if it has them."),
                new Call(Verdict.Go, Sentence.Of("Pressed until its tool stopped, and flush all round: not measured."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Press on where it stands proud, a little at a time. Where it is deep: out, and a new one."),
                new Call(Verdict.LookAgain, Sentence.Of("It is not flush all round."), [])
            ),
        };

    /// <summary>From when it sits.</summary>
    public static SlotName At(StepContext c) => c.Is(Home.Name, Home.Stops) ? s_lies : SealSeat.Last(Name);

    private static Slot Ring(StepContext c) => FromCrib.Maybe(s_tool, "Pressing ring, as wide as the seal", RingNeed(c));

    private static ToolMatch.ToolNeed RingNeed(StepContext c) =>
        new("seal-press", [], c.Sheet.FrontSeal!.WidthMm, 1, SpreadMm: c.Sheet.FrontSeal.OuterMm);

    /// <summary>The press with its primer's flash time before it.</summary>
    private static Judgement Flashed(StepContext c, Judgement pressed)
    {
        if (c.TakenAt(CleanStep.Primer) is not { } primed)
        {
            return pressed;
        }

        var limit = c.Sheet.Usual(NeatBoreDefaults.PrimerFlash);
        var flash = TimeSpan.FromSeconds(limit.Low!.Value);
        if (c.Step.Slots(c).Where(s => s.Kind != SlotKind.Tool).Select(s => c.FirstAt(Name, s)).Min() is not { } began)
        {
            return pressed with { Until = primed + flash, Then = Sentence.Of("The primer has flashed. Press it in.") };
        }

        var waited = began - primed;
        return pressed.Call is not { Verdict: Verdict.Go } || waited >= flash
            ? pressed
            : pressed with
            {
                Do = Sentence.Of("Look at its joints when it has run: the sealant may not have taken. Or out, and again."),
                Call = new Call(
                    Verdict.Decide,
                    Sentence.Of(
                        "Pressed {after} after the primer; it flashes {flash}.",
                        ("after", Quantity.Minutes(waited.TotalMinutes)),
                        ("flash", Quantity.Minutes(flash.TotalMinutes))
                    ),
                    [
                        Check.AtLeast("flash time", waited.TotalSeconds, flash.TotalSeconds, 0, Dimension.Seconds, limit.SourceWords) with
                        {
                            Verdict = Verdict.Decide,
                        },
                        .. pressed.Call.Checks,
                    ]
                ),
            };
    }
}
