using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

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

    /// <summary>A joint's sealant cures, and the crank is left alone until it is set; none under a gasket.</summary>
    public static Pause? Cures(Planned planned, ChoiceName joint) =>
        Clock(planned, joint) is var (set, cure) ? new Pause("sealant cures", cure) { CrankMinutes = set } : null;

    /// <summary>The same up to when it is set.</summary>
    public static Pause? Sets(Planned planned, ChoiceName joint) =>
        Clock(planned, joint) is var (set, _) ? new Pause("sealant sets", set) { CrankMinutes = set } : null;

    /// <summary>What of the cure is left after a pause that began with it.</summary>
    public static Pause? CuresAfter(Planned planned, ChoiceName joint, Pause? pause) =>
        Clock(planned, joint) is var (_, cure) && cure > (pause?.Minutes ?? 0)
            ? new Pause("sealant cures", cure - (pause?.Minutes ?? 0))
            : null;

    // Until it may be handled, and until it may see oil, in whole minutes.
    private static (int Set, int Cure)? Clock(Planned planned, ChoiceName joint)
    {
        var sealants = planned.Sheet.Sealants ?? [];
        var chosen = planned.Chosen(joint) ?? (sealants is [var usual, ..] ? usual.Id : null);
        if (sealants.FirstOrDefault(s => s.Id == chosen) is not { } product)
        {
            return null;
        }

        var spread = DateTimeOffset.UnixEpoch;
        var clock = SealantClock.Solve(new SealantClock.Request(product.Product, spread, spread, ShopC));
        return ((int)Math.Ceiling((clock.HandleAt - spread).TotalMinutes), (int)Math.Ceiling((clock.CureAt - spread).TotalMinutes));
    }

    /// <summary>A lip of PTFE rests; no other does.</summary>
    public static Pause? Rests(Planned planned, SealSheet? seal)
    {
        var lip = planned.Chosen(SealCare.Lip) ?? SealCare.Lips(seal)[0].Id;
        return lip == SealCare.Id(LipKind.Ptfe) && seal is not null
            ? new Pause("lip rests", (int)Math.Ceiling(seal.RestHours * 60)) { CrankMinutes = (int)Math.Ceiling(seal.RestHours * 60) }
            : null;
    }

    /// <summary>The longer of two.</summary>
    public static Pause? Longer(Pause? one, Pause? other) =>
        one is null ? other
        : other is null || one.Minutes >= other.Minutes ? one
        : other;

    /// <summary>A part warms in the oven.</summary>
    /// <param name="part">The part, as in "the hub".</param>
    /// <param name="massKg">Of the part, kg.</param>
    /// <param name="specificHeat">J/(kg·°C).</param>
    /// <param name="surfaceM2">m².</param>
    /// <param name="soaks">How often it soaks.</param>
    public static Pause Warms(string part, double massKg, double specificHeat, double surfaceM2, int soaks = 1) =>
        new(
            $"{part} in the oven",
            (int)Math.Ceiling(soaks * SoaksFor * massKg * specificHeat / (NeatBoreDefaults.AirFilmWPerM2C * surfaceM2) / 60)
        )
        {
            Begun = $"{Wording.Capital(part)} into the oven",
            Uses = [ShopThing.Oven],
            Within = CarryMinutes,
        };

    /// <summary>A part chills in the freezer.</summary>
    public static Pause Chills(string part) =>
        new($"{part} in the freezer", FreezerMinutes)
        {
            Begun = $"{Wording.Capital(part)} into the freezer",
            Uses = [ShopThing.Freezer],
            Within = CarryMinutes,
        };
}
