namespace NeatBore.Core.RunSheets;

/// <summary>Every version of every procedure that a log may name.</summary>
public sealed class ProcedureBook(IReadOnlyList<Procedure> procedures)
{
    /// <summary>The procedures that ship with the core. A new task adds its line here.</summary>
    public static ProcedureBook Default { get; } =
        new([
            BalancerOff.RunSheet.Version1,
            BalancerInspection.RunSheet.Version1,
            TimingCover.RunSheet.Version1,
            FrontSeal.RunSheet.Version1,
            CamBearingSet.RunSheet.Version1,
            CamBearingSet.RunSheet.Auxiliary1,
            BalancerOn.RunSheet.Version1,
            CrankFloat.RunSheet.Version1,
            RepairSleeve.RunSheet.Version1,
            RearSeal.RunSheet.Version1,
            FlywheelOn.RunSheet.Version1,
            SpigotBearing.RunSheet.Version1,
            RockerTrunnions.RunSheet.Version1,
            PressedOff.RunSheet.Gear1,
            PressedPart.RunSheet.Gear1,
            PressedOff.RunSheet.Race1,
            PressedPart.RunSheet.Race1,
            PressedOut.RunSheet.Bush1,
            PressedPart.RunSheet.Bush1,
            PressedPart.RunSheet.Spigot1,
            PressedOut.RunSheet.Pin1,
            PressedPart.Pins.Pin1,
        ]);

    /// <summary>Every version of each.</summary>
    public IReadOnlyList<Procedure> All => procedures;

    /// <summary>The newest version of each.</summary>
    public IReadOnlyList<Procedure> Newest { get; } = [.. procedures.GroupBy(p => p.Id).Select(g => g.MaxBy(p => p.Version)!)];

    /// <summary>A version that a log names.</summary>
    /// <exception cref="KeyNotFoundException">This version is not in the book.</exception>
    public Procedure Find(string id, int version) =>
        procedures.FirstOrDefault(p => p.Id == id && p.Version == version)
        ?? throw new KeyNotFoundException($"The log names version {version} of “{id}”, which this version of Neat Bore does not have.");
}
