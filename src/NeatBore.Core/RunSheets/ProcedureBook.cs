namespace NeatBore.Core.RunSheets;

/// <summary>Every version of every procedure that a log may name.</summary>
public sealed class ProcedureBook(IReadOnlyList<Procedure> procedures)
{
    /// <summary>The procedures that ship with the core. A new task adds its line here.</summary>
    public static ProcedureBook Default { get; } =
        new([
            BalancerOff.Version1,
            BalancerInspection.Version1,
            TimingCover.Version1,
            FrontSeal.Version1,
            CamBearingSet.Version1,
            CamBearingSet.Auxiliary1,
            BalancerOn.Version1,
            CrankFloat.RunSheet.Version1,
            RepairSleeve.RunSheet.Version1,
            RearSeal.RunSheet.Version1,
            FlywheelOn.Version1,
            SpigotBearing.RunSheet.Version1,
            RockerTrunnions.Version1,
            PressedOff.Gear1,
            PressedPart.Gear1,
            PressedOff.Race1,
            PressedPart.Race1,
            PressedOut.Bush1,
            PressedPart.Bush1,
            PressedPart.Spigot1,
            PressedOut.Pin1,
            PressedPart.Pin1,
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
