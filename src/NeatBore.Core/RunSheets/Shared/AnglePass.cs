using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Bolts that are turned on by an angle after their last torque: by a dial on the bar, or by a mark on each head.</summary>
internal static class AnglePass
{
    private static readonly Option s_turned = new("turned", "turned, its mark stands there");
    private static readonly Option s_short = new("short", "it would not go so far");
    private static readonly Option s_over = new("over", "it went past");

    /// <summary>The place of one bolt that is turned on.</summary>
    public static Slot Turned(PickSlot slot, string label, bool required) =>
        Slot.Pick(slot.Key, label, s_turned, s_short, s_over) with
        {
            Required = required,
        };

    /// <summary>The turn of one bolt, or what is wrong with it; null where it is turned.</summary>
    public static Judgement? JudgeOne(StepContext c, PickSlot slot, double deg, Call tight) =>
        c.Picked(slot) switch
        {
            null => new Judgement(
                Sentence.Of("A line on head and hub, then {deg} on in one go, by dial or by its line.", ("deg", Quantity.Degrees(deg)))
            ),
            "turned" => null,
            var wrong => Wrong("The bolt", wrong == s_short.Id, Quantity.Degrees(deg), tight.Checks),
        };

    private static Judgement Wrong(string bolt, bool @short, Quantity deg, IEnumerable<Check> others) =>
        new(
            Sentence.Of(@short ? BoltOut.WouldNotTurn : BoltOut.TurnedPast),
            new Call(
                Verdict.Stop,
                Sentence.Of(
                    @short ? "{bolt} would not turn {deg}." : "{bolt} was turned past {deg}.",
                    ("bolt", Quantity.Word(bolt)),
                    ("deg", deg)
                ),
                [new Check($"{bolt.ToLowerInvariant()}, angle", Verdict.Stop, 0, 1, 0, Side.Lower, Dimension.Count, "looked at"), .. others]
            )
        );

    /// <summary>One place for the turn of all bolts, told at once.</summary>
    public static Slot All(string key, IReadOnlyList<BoltPlace> bolts, double deg) =>
        Slot.Pick(
            key,
            $"All {bolts.Count} turned {deg:0.#}°",
            new(s_turned.Id, $"{bolts.Count} turned, {bolts.Count} marks seen"),
            new(s_short.Id, "one would not go so far"),
            new(s_over.Id, "one went past")
        ) with
        {
            Bolt = new BoltTag(bolts[0].Group, "all", 2, [.. bolts.Select(b => b.Id)], deg),
        };

    /// <summary>The turn of all of them, or what is wrong with one; null where all are turned.</summary>
    public static Judgement? JudgeAll(StepContext c, PickSlot slot, int count, double deg, IEnumerable<Check> others) =>
        c.Picked(slot) switch
        {
            null => new Judgement(
                Sentence.Of(
                    "A line on each head and on its seat. All {bolt} in order, {deg} on, in one go each.",
                    ("bolt", Quantity.Count(count)),
                    ("deg", Quantity.Degrees(deg))
                )
            ),
            "turned" => null,
            var wrong => Wrong("One of them", wrong == s_short.Id, Quantity.Degrees(deg), others),
        };

    /// <summary>One place for each bolt, after every torque; or one for all where a pass is told at once.</summary>
    public static IEnumerable<Slot> Slots(StepContext c, TorquePlan.Answer plan, bool whole) =>
        Turns(plan)
            .SelectMany(t =>
                whole
                    ?
                    [
                        Slot.Pick(
                            Key(t.Number, "all"),
                            $"All {t.Pass.Order.Count} turned {t.Pass.Deg:0.#}°",
                            new(s_turned.Id, $"{t.Pass.Order.Count} turned, {t.Pass.Order.Count} marks seen"),
                            new(s_short.Id, "one would not go so far"),
                            new(s_over.Id, "one went past")
                        ) with
                        {
                            Bolt = new BoltTag(t.Pass.Group, "all", t.Number, t.Pass.Order, t.Pass.Deg),
                        },
                    ]
                    : t.Pass.Order.Select(id =>
                        Slot.Pick(Key(t.Number, id), $"Bolt {id}, {t.Pass.Deg:0.#}° on", s_turned, s_short, s_over) with
                        {
                            Required = !Recorded(c, t.Torque, id),
                            Bolt = new BoltTag(t.Pass.Group, id, t.Number, Deg: t.Pass.Deg),
                        }
                    )
            );

    /// <summary>The next turn, or what is wrong with one; null once all are turned, or recorded with their torque.</summary>
    /// <param name="c">The step.</param>
    /// <param name="plan">Its passes.</param>
    /// <param name="whole">Whether a pass is told at once.</param>
    /// <param name="checks">What is checked already; a check for each bolt is added.</param>
    public static Judgement? Judge(StepContext c, TorquePlan.Answer plan, bool whole, List<Check> checks)
    {
        foreach (var turn in Turns(plan))
        {
            foreach (var id in whole ? ["all"] : turn.Pass.Order)
            {
                if (Recorded(c, turn.Torque, id))
                {
                    continue;
                }

                var deg = Quantity.Degrees(turn.Pass.Deg!.Value);
                if (c.Picked(c.Step.Name.Pick(Key(turn.Number, id))) is not { } found)
                {
                    return new Judgement(
                        Sentence.Of(
                            whole
                                ? "A line on each head and on its seat. All {bolt} in order, {deg} on, in one go each."
                                : "Bolt {bolt}: a line on head and seat, then {deg} on in one go, by dial or by its line.",
                            ("bolt", whole ? Quantity.Count(turn.Pass.Order.Count) : Quantity.Word(id)),
                            ("deg", deg)
                        ),
                        Answer: plan
                    );
                }

                if (found != s_turned.Id)
                {
                    return Wrong($"Bolt {id}", found == s_short.Id, deg, checks) with { Answer = plan };
                }

                checks.Add(new Check($"bolt {id}, angle", Verdict.Go, 1, 1, 0, Side.Lower, Dimension.Count, "by its mark") { Bolt = id });
            }
        }

        return null;
    }

    /// <summary>Whether a bolt's last pull was recorded, its turn with it.</summary>
    private static bool Recorded(StepContext c, int torque, string id) =>
        id != "all" && c.Trace(c.Step.Name.Number(Key(torque, id))) is { X.Count: >= 20 };

    private static string Key(int pass, string bolt) => $"{pass}-{bolt}";

    private static IEnumerable<(TorquePlan.Pass Pass, int Torque, int Number)> Turns(TorquePlan.Answer plan) =>
        plan
            .Passes.Select((pass, n) => (Pass: pass, Torque: n + 1))
            .Where(p => p.Pass.Deg is not null)
            .Select((p, n) => (p.Pass, p.Torque, plan.Passes.Count + n + 1));
}
