using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Bolted to a flange on a pilot: nothing is pressed, and it is prised off square.</summary>
internal sealed class PilotFlange : DesignRules<FlangeBalancer>
{
    private static class PriseStep
    {
        public static readonly StepName Name = new("prise");
        public static readonly TickSlot Bolts = Name.Tick("bolts");
        public static readonly TickSlot Off = Name.Tick("off");

        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    private static class PilotStep
    {
        public static readonly StepName Name = new("pilot");
    }

    private static class FlangeBoltsStep
    {
        public static readonly StepName Name = new("flange-bolts");
    }

    /// <summary>Lean of a flange that is being prised off, across its bolts, mm.</summary>
    private const double PriseTiltMm = 1;

    private static readonly int[] s_priseDeg = [0, 120, 240];

    /// <inheritdoc/>
    public override (string On, string Off)? Held =>
        (
            "Nothing is pressed on here: it sits on a pilot and is bolted to its flange.",
            "Nothing is pressed on here: it is bolted to a flange and prised off its pilot."
        );

    /// <inheritdoc/>
    public override ToolMatch.ToolNeed? Need(EngineSheet sheet) => null;

    /// <inheritdoc/>
    public override bool ComesOff(EngineSheet sheet) => Mine(sheet)?.Flange is not null;

    /// <inheritdoc/>
    public override IReadOnlyList<Slot> PullerSlots(StepContext c) => [];

    /// <inheritdoc/>
    public override Judgement JudgePuller(StepContext c) => Prompt.Next(c);

    /// <inheritdoc/>
    public override IReadOnlyList<Step> AfterPull =>
        [
            new Step(PriseStep.Name, "Prise it off square", "prise")
            {
                When = Only("It is pressed on: the puller takes it off."),
                Slots = _ =>
                    [
                        Slot.Tick(PriseStep.Bolts, "Flange marked to the crank, its bolts out in turn"),
                        .. s_priseDeg.Select(deg => new Slot(
                            PriseStep.At(deg),
                            $"Gap at {Clock.Text(deg)}",
                            SlotKind.Number,
                            Dimension.Length,
                            0.1,
                            "rule",
                            deg,
                            Plausible: new Band(0, 30),
                            Peers: "gap",
                            Expected: 4
                        )),
                        Slot.Tick(PriseStep.Off, "It is off its pilot and caught"),
                    ],
                Judge = JudgePrise,
                CanHurt = true,
                Cautions = ["Two flat bars, opposite one another, on the hub. Eye protection."],
            },
        ];

    /// <inheritdoc/>
    public override IReadOnlyList<Step> AfterCrankBolt =>
        [
            new Step(PilotStep.Name, "On its pilot", "on-pilot")
            {
                Leaves = [new("balancer on its pilot, not bolted", FlangeBoltsStep.Name)],
                Afresh = true,
                When = Only("It is pressed on: it has no pilot."),
                Slots = _ =>
                    [
                        Slot.Tick("faces", "Both faces clean, no burr, no paint"),
                        Slot.Tick("pilot", "Home on its pilot by hand, marks together"),
                        Slot.Tick("rock", "It does not rock"),
                    ],
                Judge = Prompt.Next,
                CanHurt = true,
                Cautions = ["It is heavy: hold it until two bolts are in."],
            },
            new Step(FlangeBoltsStep.Name, "Flange bolts", "bolt-ring")
            {
                When = Only("It is held by the crank bolt."),
                Fasteners = sheet => Mine(sheet)?.Flange is { } flange ? [Bolts(flange)] : [],
                Slots = c => BoltStar.Slots(c, Bolts(Flange(c)), Flange(c).AngleDeg),
                Judge = c => BoltStar.Judge(c, Bolts(Flange(c)), Flange(c).AngleDeg),
                Gate = "every bolt tight",
                CanHurt = true,
                Cautions = ["Crank locked before you lean on the bar. Pull, don’t push."],
            },
        ];

    private static FlangeSheet Flange(StepContext c) => Mine(c.Sheet)!.Flange!;

    private static FastenerSet Bolts(FlangeSheet flange) =>
        BoltStar.Set(
            "Balancer’s flange",
            new ScrewThread(flange.MajorMm, flange.PitchMm),
            flange.TorqueNm,
            flange.Torque,
            flange.Bolts,
            flange.BoltCircleMm
        );

    private static Judgement JudgePrise(StepContext c)
    {
        if (!c.Taken(PriseStep.Bolts) || s_priseDeg.Any(deg => !c.Taken(PriseStep.At(deg))))
        {
            return Prompt.Next(c);
        }

        var answer = Squareness.Solve(
            new Squareness.Request(
                [.. s_priseDeg.Select(deg => new Squareness.DepthReading(deg, c.Number(PriseStep.At(deg))!.Value))],
                Flange(c).BoltCircleMm / 2,
                Sense: Squareness.DepthSense.Gap,
                TiltLimitMm: PriseTiltMm,
                GaugeUncertaintyMm: s_priseDeg.Max(deg => c.Uncertainty(PriseStep.At(deg)))
            )
        );
        var judged = Retry.Instead(
            new Judgement(
                Sentence.Of(
                    answer.TiltMm <= PriseTiltMm
                        ? "It comes square. Go on, a little each side in turn."
                        : "Prise next at {clock}, where the gap is least, then read again.",
                    ("clock", Quantity.AtClock(answer.DeepestDeg ?? 0))
                ),
                answer.Call!.Sourced(_ => "Neat Bore default") with
                {
                    Why = Sentence.Of(
                        "The flange leans {tilt} across its bolts; at most {limit} is wanted.",
                        ("tilt", Quantity.Mm(answer.TiltMm, 0.1)),
                        ("limit", Quantity.Mm(PriseTiltMm, 0.1))
                    ),
                },
                answer
            )
        );
        return judged.Call!.Verdict == Verdict.Go && c.Taken(PriseStep.Off)
            ? judged with
            {
                Do = Sentence.Of("It is off. Keep the bolts with it."),
            }
            : judged;
    }
}
