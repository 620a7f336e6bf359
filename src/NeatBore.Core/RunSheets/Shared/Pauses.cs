using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets;

/// <summary>How long what needs no hands is expected to last, before anything of it was read.</summary>
internal static class Pauses
{
    // A shop of which nobody has read the temperature, °C.
    private const double ShopC = 20;

    // A part in still air is as warm as its oven, to a twentieth, after three time constants: a lumped body, as in thermal-fit.
    private const double SoaksFor = 3;

    // Out of the freezer or the oven it goes in at once: the run sheet counts the seconds.
    private const int CarryMinutes = 1;

    // A bearing is cold right through after a night at most; an hour and a half does for a small one.
    private const int FreezerMinutes = 90;

    /// <summary>A joint's sealant sets; none under a gasket.</summary>
    public static Pause? Sets(Planned planned, ChoiceName joint)
    {
        var sealants = planned.Sheet.Sealants ?? [];
        var chosen = planned.Chosen(joint) ?? (sealants is [var usual, ..] ? usual.Id : null);
        var product = sealants.FirstOrDefault(s => s.Id == chosen);
        if (product is null)
        {
            return null;
        }

        var clock = SealantClock.Solve(
            new SealantClock.Request(product.Product, DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch, ShopC)
        );
        return new Pause("sealant sets", (int)Math.Ceiling((clock.HandleAt - DateTimeOffset.UnixEpoch).TotalMinutes)) { HoldsCrank = true };
    }

    /// <summary>A lip of PTFE rests; no other does.</summary>
    public static Pause? Rests(Planned planned, SealSheet? seal)
    {
        var lip = planned.Chosen(SealCare.Lip) ?? SealCare.Lips(seal)[0].Id;
        return lip == SealCare.Id(LipKind.Ptfe) && seal is not null
            ? new Pause("lip rests", (int)Math.Ceiling(seal.RestHours * 60)) { HoldsCrank = true }
            : null;
    }

    /// <summary>The longer of two.</summary>
    public static Pause? Longer(Pause? one, Pause? other) =>
        one is null ? other
        : other is null || one.Minutes >= other.Minutes ? one
        : other;

    /// <summary>A part warms in the oven.</summary>
    /// <param name="what">What waits.</param>
    /// <param name="massKg">Of the part, kg.</param>
    /// <param name="specificHeat">J/(kg·°C).</param>
    /// <param name="surfaceM2">m².</param>
    /// <param name="soaks">How often it soaks.</param>
    public static Pause Warms(string what, double massKg, double specificHeat, double surfaceM2, int soaks = 1) =>
        new(what, (int)Math.Ceiling(soaks * SoaksFor * massKg * specificHeat / (NeatBoreDefaults.AirFilmWPerM2C * surfaceM2) / 60))
        {
            Uses = [ShopThing.Oven],
            Within = CarryMinutes,
        };

    /// <summary>A part chills in the freezer.</summary>
    public static Pause Chills(string what) => new(what, FreezerMinutes) { Uses = [ShopThing.Freezer], Within = CarryMinutes };
}
