using System.Globalization;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Tests;

/// <summary>An engine of which nothing is known but how its cylinders stand, and of a task just what it can't begin without.</summary>
internal static class BareEngine
{
    /// <summary>With every part that one can have.</summary>
    public static EngineSheet Of(CylinderBanks banks)
    {
        var arrangement = new Arrangement(banks, 4, CamBearings: 3, Rockers: 8);
        return new EngineSheet($"bare-{banks}", 1, "Bare", "", EngineLayout.From(arrangement), Arrangement: arrangement) with
        {
            Undescribed = ["auxiliary", .. Enum.GetValues<PressedKind>().Select(PressedValues.PartOf).OfType<string>()],
        };
    }

    /// <summary>The same, told what a task wants by whoever looked it up.</summary>
    public static EngineSheet Told(CylinderBanks banks, Procedure procedure)
    {
        var sheet = Of(banks);
        for (var n = 0; n < 8 && Completion.Of(sheet, [], procedure.Wants) is { Ready: false } card; n++)
        {
            // Holes that would lie outside of their part lie further in.
            var known = (sheet.Known ?? []).Select(k =>
                card.Values.Any(v => v.Path == k.Path && v.Fault is not null) && k.Path.Contains("Circle", StringComparison.Ordinal)
                    ? k with
                    {
                        Number = k.Number * 0.7,
                    }
                    : k
            );
            sheet = sheet with { Known = [.. known, .. card.Values.Where(v => v.Missing).Select(Usual)] };
        }

        return sheet;
    }

    private static KnownValue Usual(WantedValue value) =>
        value.Words is { } words
            ? new(value.Path, null, words[0].Id, LimitSource.Manual)
            : new(
                value.Path,
                value.Path.Split('/') is [_, "bearings", var n, "zMm"]
                    ? 120 * int.Parse(n, CultureInfo.InvariantCulture)
                    : value.Drawn ?? (value.Dimension == Dimension.Count ? 4 : (value.Plausible.Low + value.Plausible.High) / 2),
                null,
                LimitSource.Manual
            );
}
