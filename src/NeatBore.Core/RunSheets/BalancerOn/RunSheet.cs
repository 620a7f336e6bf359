namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>A balancer on, from the measuring of nose and bore to the mark: drawn on cold, or warmed first; or bolted to its
/// flange.</summary>
internal static class RunSheet
{
    /// <summary>The schools side by side, traces from the gauges, and every design; the same one goes back unmeasured.</summary>
    public static Procedure Version1 { get; } =
        new(
            "balancer-on",
            1,
            "Balancer on",
            sheet => sheet.MayHave(sheet.Balancer, "balancer") ? ["balancer"] : [],
            [Which.Choice, CrankTurns.Asked(TurnStep.Name), NoseOil.Choice, Method.Choice],
            [
                OthersStep.Step,
                PartsStep.Step,
                Keyless.Pinned(PinsStep.Name, TurnStep.Name),
                LookStep.Step,
                NoseStep.Step,
                BoreStep.Step,
                FitStep.Step,
                MethodStep.Step,
                DressStep.Step,
                // Screws that a body hangs on are back before it is drawn on.
                .. DesignRules.All.SelectMany(d => d.BeforeDraw),
                ToolStep.Step,
                WarmStep.Step,
                DrawStep.Step,
                SeatStep.Step,
                BoltStep.Step,
                .. DesignRules.All.SelectMany(d => d.AfterCrankBolt),
                TurnStep.Step,
                MarkStep.Step,
            ]
        )
        {
            Supplies = sheet =>
                [
                    Supply.Part("balancer", "Balancer"),
                    .. sheet.CrankBolt is { } bolt
                        ? [Supply.Part("bolt", $"Crank bolt {Supply.Thread(bolt.MajorMm, bolt.PitchMm)}")]
                        : Array.Empty<Supply>(),
                    .. sheet.Balancer is { Lubricants: [_, ..] lubricants }
                        ? [Supply.UsedUp("lubricant", $"For nose and bore: {string.Join(", or ", lubricants.Select(l => l.Name))}")]
                        : Array.Empty<Supply>(),
                    Supply.UsedUp("solvent", "Solvent and clean cloth"),
                ],
            Comes = ["balancer-off", "balancer-inspect", "timing-cover", "front-seal", "crank-float", "pressed-gear", "pressed-race"],
            Stretches =
            [
                new(PartsStep.Name, "Nose and bore, the fit"),
                new(WarmStep.Name, "Hub on, seated, bolted")
                {
                    Crank = true,
                    Splits = false,
                    First = p =>
                        p.Chosen(Method.Name) == "warm" && p.Sheet.Balancer?.Warm is { } warm
                            ? Pauses.Warms("hub", warm.MassKg, warm.SpecificHeatJPerKgC, warm.SurfaceM2)
                            : null,
                },
            ],
            Wants = new("balancer", "crankBolt") { Not = ["balancer/puller", "balancer/spokes", "balancer/ring/"] },
        };
}
