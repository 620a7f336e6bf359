using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>What supports and pushes, out.</summary>
internal static class StackOutStep
{
    public static readonly StepName Name = new("stack-out");

    /// <summary>The press, and what the rocker stands on while all of its old parts come out.</summary>
    /// <param name="comesOutMm">How much of them stands below it, mm.</param>
    public static Step Of(Func<StepContext, double> comesOutMm) =>
        new Step(Name, "Press, and its stack to press out", "stack-out")
        {
            Slots = c =>
                [
                    new Slot(PressStack.Press(Name), "The press", SlotKind.Tool, Need: PressStack.Need(c.Chosen(Press.Name)!, MostN(c))),
                    Slot.Tick(PressStack.LaidOut(Name), "Lay out what the crib has to stack") with
                    {
                        Stock = PressStack.Kinds,
                    },
                ],
            Judge = c =>
                PressStack.Judge(
                    c,
                    Name,
                    Rockers.Body(c),
                    new(Kit.Of(c).OuterMm, comesOutMm(c)),
                    new(Kit.Of(c).OuterMm, Kit.Of(c).InnerMm, 0, 0),
                    "{support} below, {pusher} above. Push each out the way it is marked."
                ),
            Gate = "a stack that bears on the flats",
            CanHurt = true,
            Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
        };

    /// <summary>The most that pressing one can take by the sheet: the tightest fit that is wanted.</summary>
    private static double MostN(StepContext c)
    {
        var (body, kit) = (c.Sheet.Rockers!.Body, Kit.Of(c));
        return InterferenceFit
            .Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(
                        [new(0, 0, body.BoreMm + (Fit.Wanted(c).High ?? 0.04))],
                        kit.Material,
                        kit.InnerMm,
                        RoughnessRzUm: kit.RoughnessRzUm
                    ),
                    new InterferenceFit.HubPart([new(0, 0, body.BoreMm)], body.OuterMm, body.Material, RoughnessRzUm: body.RoughnessRzUm),
                    kit.LengthMm,
                    new Band(kit.Friction.Low ?? 0, kit.Friction.High ?? 0.2)
                )
            )
            .PressForceN.High;
    }
}
