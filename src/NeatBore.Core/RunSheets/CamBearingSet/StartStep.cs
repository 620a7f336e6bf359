using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Started square, its hole to the passage.</summary>
internal static class StartStep
{
    public static readonly StepName Name = new("start");
    private static readonly NumberSlot s_again = Name.Number("again");
    private static readonly NumberSlot s_high = Name.Number("square-12");
    private static readonly NumberSlot s_low = Name.Number("square-6");

    public static Step Step =>
        new(Name, "Before the first blow", "cam-start")
        {
            Leaves = [new("shell on the driving tool", SeatStep.Name)],
            Afresh = true,
            Each = Drive.Driven,
            ItemName = Bearings.Name,
            Together = "drive",
            Slots = c =>
                [
                    Slot.Tick("mark", "Shell’s hole marked on the tool"),
                    Slot.Tick("lined", "Mark at the passage, chamfer first"),
                    .. Rod(c),
                    .. Drives(c) > 1
                        ? [Bore.Diameter(s_again, "Shell’s outside, measured again", "micrometer", Bearings.Of(c).ShellOuterMm)]
                        : Array.Empty<Slot>(),
                ],
            Judge = Judge,
            Cautions = ["Eye protection: a hammered bar chips. Hands off the tool’s head."],
        };

    private static Judgement Judge(StepContext c)
    {
        var drives = Drives(c);
        if (drives >= NeatBoreDefaults.MostDrives)
        {
            return new Judgement(
                Sentence.Of("Driven {n} times: a new shell. Its crush is spent.", ("n", Quantity.Count(drives))),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("Each drive shaves the shell; at the third it is done."),
                    [
                        new Check(
                            "times driven",
                            Verdict.Stop,
                            drives,
                            NeatBoreDefaults.MostDrives - 1,
                            0,
                            Side.Upper,
                            Dimension.Count,
                            "Neat Bore default"
                        ),
                    ]
                )
            );
        }

        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(Name, s)))
        {
            return Prompt.Next(c);
        }

        if (drives > 1 && c.Number(s_again) is { } again)
        {
            var bore = SetStep.Across.Select(k => c.Number(k)).OfType<double>().DefaultIfEmpty(Bearings.Of(c).DiameterMm).ToList();
            var crush = c.Sheet.Cam!.Crush ?? c.Sheet.Usual(NeatBoreDefaults.ShellCrush);
            var call = Call.Of(
                [.. (crush with { High = null }).Checks("crush left", again - bore.Max(), c.Uncertainty(s_again) * Math.Sqrt(2))],
                k =>
                    Sentence.Of(
                        k.Verdict == Verdict.LookAgain
                            ? "Second drive: {value} ± {u} of crush is left, too close to {limit} to decide."
                            : "Second drive: {value} of crush is left; {limit} is the least.",
                        ("value", Quantity.Mm(k.Value, 0.001)),
                        ("u", Quantity.Mm(k.Uncertainty, 0.001)),
                        ("limit", Quantity.Mm(k.Limit, 0.001))
                    )
            );
            return call is null
                ? new Judgement(Sentence.Of(Held.ToldOnly))
                : new Judgement(
                    Sentence.Of(
                        call.Verdict == Verdict.Go ? "Enough crush left. Drive it again, light blows."
                        : call.Verdict == Verdict.LookAgain ? "Measure the shell again, finer."
                        : "Its crush is spent: a new shell."
                    ),
                    call
                );
        }

        if (c.Number(s_high) is { } high && c.Number(s_low) is { } low)
        {
            var most = NeatBoreDefaults.RodSquareMm;
            var off = Math.Abs(high - low);
            var at = Quantity.AtClock(high > low ? 180 : 0);
            return new Judgement(
                off > most
                    ? Sentence.Of("Back the nut off, tap it in at {clock}, and draw again from there.", ("clock", at))
                    : Sentence.Of("Square. Draw it two or three millimetres in. Then look at the mark."),
                new Call(
                    off > most ? Verdict.Stop : Verdict.Go,
                    Sentence.Of("It started {off} out of square.", ("off", Quantity.Mm(off, 0.1))),
                    [Check.AtMost("out of square", off, most, 0, Dimension.Length, "Neat Bore default")]
                )
            );
        }

        return new Judgement(
            Sentence.Of(
                Driver.Tool(c) == DriveOrder.DriverKind.Rod
                    ? "Draw it two or three millimetres in. Then look at the mark."
                    : "Drive it two or three millimetres. Then look at the mark."
            )
        );
    }

    /// <summary>How often this shell was driven: a new one begins at the first.</summary>
    public static int Drives(StepContext c) => c.RoundsSince(Name, SetStep.Name);

    /// <summary>What a threaded rod asks for before it draws.</summary>
    private static IEnumerable<Slot> Rod(StepContext c)
    {
        if (Driver.Tool(c) != DriveOrder.DriverKind.Rod)
        {
            return [];
        }

        var (outer, inside) = (Bearings.Of(c).ShellOuterMm, Bearings.Of(c).ShellOuterMm - (2 * Bearings.Of(c).WallMm));
        string Mm(double mm) => Wording.Number(mm, 0.1);
        Slot Gap(NumberSlot slot, string at) =>
            new(
                slot,
                $"Edge below the face at {at}",
                SlotKind.Number,
                Dimension.Length,
                0.1,
                "rule",
                Plausible: new Band(-20, 40),
                Required: false
            );
        return
        [
            Slot.Tick(
                "flat",
                $"Backing piece {Mm(inside + 0.5)} to {Mm(outer - 0.5)} mm across, flat, relieved at the radius; started square"
            ),
            Gap(s_high, "12"),
            Gap(s_low, "6"),
        ];
    }
}
