using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>Drawn on by small turns, its gap looked at on the way.</summary>
internal static class DrawnStep
{
    public static readonly StepName Name = new("drawn");
    private static readonly Option s_leans = new("leans", "won’t come even");

    /// <summary>A pass takes it no further on than this, mm.</summary>
    private const double PassMm = 0.75;

    /// <summary>The gap is looked at once in so many passes.</summary>
    private const int PassesALook = 3;

    private const int MostLooks = 8;

    public static Step Step =>
        new(Name, "Drawn on, small turns", "plate")
        {
            When = Way.IsOn,
            Slots = c =>
                [
                    .. Enumerable
                        .Range(1, Looks(c.Sheet))
                        .Select(n =>
                            Slot.Pick(
                                Look(n),
                                $"Gap all round, after pass {n * PassesALook}",
                                new("even", "even"),
                                new("evened", "leaned: evened up"),
                                s_leans
                            )
                        ),
                ],
            Judge = Judge,
            Gate = "drawn on straight",
            Cautions = ["Swap screws for shorter ones before they bottom. Stand clear of a loaded plate."],
        };

    private static PickSlot Look(int n) => Name.Pick($"look-{n}");

    private static double TurnsAPass(EngineSheet sheet) => Math.Clamp(Math.Floor(PassMm / sheet.Rear!.Flange.PitchMm * 4) / 4, 0.25, 1);

    /// <summary>How often the gap is looked at on the way, for the sleeve's length.</summary>
    private static int Looks(EngineSheet sheet) =>
        Math.Clamp(
            (int)Math.Ceiling(sheet.Rear!.SleeveMm!.Value / (PassesALook * TurnsAPass(sheet) * sheet.Rear.Flange.PitchMm)) - 1,
            1,
            MostLooks
        );

    private static Judgement Judge(StepContext c)
    {
        var looks = Enumerable.Range(1, Looks(c.Sheet)).Select(n => c.Picked(Look(n))).ToList();
        return looks.Contains(s_leans.Id)
                ? new Judgement(
                    Sentence.Of("Stop. Slack all screws, draw it back off. Look for a burr or a bent edge; another sleeve if it creased."),
                    new Call(Verdict.Stop, Sentence.Of("A sleeve that won’t come even creases or cuts the shaft."), [])
                )
            : looks.Contains(null)
                ? new Judgement(
                    Sentence.Of(
                        "{passes} times round, {turns} of a turn on each screw. Then look at the gap all round.",
                        ("passes", Quantity.Count(PassesALook)),
                        ("turns", new Quantity(TurnsAPass(c.Sheet), Dimension.Number, 0.05))
                    )
                )
            : new Judgement(
                Sentence.Of("Small turns until it is home. Then read its gap."),
                new Call(Verdict.Go, Sentence.Of("It went on even: {n} looks.", ("n", Quantity.Count(looks.Count))), [])
            );
    }
}
