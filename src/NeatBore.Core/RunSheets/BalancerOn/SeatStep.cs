using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>How deep and how square it stands.</summary>
internal static class SeatStep
{
    public static readonly StepName Name = new("seat");

    private static NumberSlot At(int deg) => Name.Number($"{deg}");

    private static readonly int[] s_seatDeg = [0, 120, 240];

    public static Step Step =>
        new(Name, "Seated depth", "hub-face")
        {
            When = DesignRules.PressedOn,
            Slots = c =>
                [
                    .. s_seatDeg.Select(deg =>
                        HubDepth.Slot(c, At(deg), $"{Clock.Text(deg)}", c.Sheet.Balancer!.Hub.LengthMm) with
                        {
                            AngleDeg = deg,
                            Expected = c.Sheet.Balancer!.SeatedDepthMm,
                            Reads = "balancer/seatedDepthMm",
                        }
                    ),
                ],
            Judge = Judge,
            Hand = [HandWays.SharpRise, HandWays.ByEye, HandWays.ByHand],
            Catches = "Turn the crank two turns by hand: the ring must run true, the pulleys in line",
            Gate = "seated, square",
            Cautions = ["Slack the tool off before you lean over it."],
        };

    private static Judgement Judge(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        var next = s_seatDeg.Select(deg => (int?)deg).FirstOrDefault(deg => !c.Taken(At(deg!.Value)));
        if (next is { } at)
        {
            return new Judgement(
                Sentence.Of("Depth gauge across the hub’s face at {clock}, rod on the nose’s rim.", ("clock", Quantity.AtClock(at)))
            );
        }

        var tilt = sheet.Tilt ?? c.Sheet.Usual(NeatBoreDefaults.HubTilt);
        var answer = Squareness.Solve(
            new Squareness.Request(
                [.. s_seatDeg.Select(deg => new Squareness.DepthReading(deg, c.Number(At(deg))!.Value))],
                sheet.MeasureRadiusMm,
                TargetDepthMm: sheet.SeatedDepthMm,
                DepthToleranceMm: Math.Min(
                    (sheet.SeatedDepth.High ?? double.MaxValue) - sheet.SeatedDepthMm,
                    sheet.SeatedDepthMm - (sheet.SeatedDepth.Low ?? double.MinValue)
                ),
                TiltLimitMm: tilt.High,
                GaugeUncertaintyMm: s_seatDeg.Max(deg => c.Uncertainty(At(deg)))
            )
        );
        var call = answer.Call!.Sourced(check => check.Name == "tilt" ? tilt.SourceWords : sheet.SeatedDepth.SourceWords);
        var lead = call.Checks[0];
        string template = (call.Verdict, lead.Name, lead.Side) switch
        {
            (Verdict.Go, _, _) => "Seated and square. Take the tool off and fit the bolt.",
            (Verdict.LookAgain, _, _) => "Wipe the faces and read the three depths again.",
            (_, "tilt", _) => "Pull it back off. Look for a burr, a cocked key or dirt towards {clock}.",
            (_, _, Side.Upper) => "Not home yet. Draw it {more} more, then read again.",
            _ => "Past its seat by {past}. Check hub, nose and sheet before you go on.",
        };
        return new Judgement(
            Sentence.Of(
                template,
                ("clock", Quantity.AtClock((answer.DeepestDeg ?? 0) + 180)),
                ("more", Quantity.Mm(answer.MeanDepthMm - sheet.SeatedDepthMm)),
                ("past", Quantity.Mm(sheet.SeatedDepthMm - answer.MeanDepthMm))
            ),
            call,
            answer
        );
    }
}
