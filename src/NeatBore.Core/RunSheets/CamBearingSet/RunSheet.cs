using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Cam bearings out and in: the set laid out, the order, each driven by three looks, the line, the turning of the cam, the
/// plug.</summary>
internal static class RunSheet
{
    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        Of(
            "cam-bearings",
            "Cam bearings",
            ShaftWords.Cam,
            sheet =>
                sheet.Cam is { } cam ? [.. cam.Bearings.Select(b => b.Id)]
                : sheet.MayHave(null, "cam") ? [.. sheet.Layout.CamBearings.Select(b => b.Id)]
                : []
        ) with
        {
            Home = "cam",
        };

    /// <summary>The same for the bushes of an auxiliary shaft.</summary>
    public static Procedure Auxiliary1 { get; } =
        Of("auxiliary-bushes", "Auxiliary shaft", ShaftWords.Auxiliary, sheet => sheet.HasAuxiliary ? [EnginePlaces.Auxiliary] : []) with
        {
            Sees = sheet => sheet with { Cam = sheet.Auxiliary },
        };

    public static Procedure Of(string id, string title, ShaftWords shaft, Func<EngineSheet, IReadOnlyList<string>> places) =>
        new(
            id,
            1,
            title,
            places,
            [Which.Of(shaft), Stand.Choice, School.Choice, Line.Of(shaft), Shells.Choice],
            [
                OutStep.Step,
                WashStep.Step,
                SetStep.Of(shaft),
                OrderStep.Step,
                StartStep.Step,
                BiteStep.Step,
                LookStep.Step,
                SeatStep.Step,
                ReamStep.Step,
                LineStep.Of(shaft),
                TrialStep.Of(shaft),
                TurnStep.Of(shaft),
                PlugStep.Step,
                TunnelStep.Of(shaft),
            ]
        )
        {
            Stretches =
            [
                new(OutStep.Name, $"{title}: old ones out"),
                new(SetStep.Name, $"{title}: measured, driven in"),
                new(ReamStep.Name, $"{title}: line, trial, plugs"),
            ],
            Wants = new(shaft.Part),
            Supplies = sheet =>
                [
                    Supply.Part("shells", sheet.Cam is { } cam ? $"{cam.Bearings.Count} {shaft.Noun}, by their marks" : title),
                    .. sheet.Cam?.PlugDepth is null ? Array.Empty<Supply>() : [Supply.Part("plug", "Blanking plug, and its sealant")],
                    Supply.UsedUp("oil", "Oil, solvent and clean cloth"),
                ],
        };
}
