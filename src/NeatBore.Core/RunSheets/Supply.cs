using System.Globalization;
using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets;

/// <summary>What a task fits or uses up, to be there before it begins.</summary>
/// <param name="Id">Within the task.</param>
/// <param name="Label">As the builder says it, with its sizes.</param>
/// <param name="Kind">A part that is fitted, or what is used up.</param>
public sealed record Supply(string Id, string Label, SupplyKind Kind)
{
    internal static Supply Part(string id, string label) => new(id, label, SupplyKind.Part);

    internal static Supply UsedUp(string id, string label) => new(id, label, SupplyKind.UsedUp);

    /// <summary>A seal by its three sizes: shaft, outside, width.</summary>
    internal static Supply Seal(SealSheet? seal, string name) =>
        Part("seal", seal is null ? name : $"{name} {Sized(seal.ShaftMm, seal.OuterMm, seal.WidthMm)}");

    /// <summary>Sizes in mm, as they are printed on the part.</summary>
    internal static string Sized(params IReadOnlyList<double> mm) =>
        string.Join(" × ", mm.Select(v => v.ToString("0.##", CultureInfo.InvariantCulture)));

    /// <summary>A thread as it is printed on the packet.</summary>
    internal static string Thread(double majorMm, double pitchMm) =>
        ThreadName.Of(majorMm, pitchMm) is var name && name.StartsWith('M') ? $"M{Sized(majorMm, pitchMm)}" : name;

    /// <summary>What a cover or housing is closed with: the engine's sealants, or a gasket.</summary>
    internal static Supply Joint(EngineSheet sheet) =>
        UsedUp(
            "joint",
            sheet.Sealants is [_, ..] them ? $"{string.Join(", ", them.Select(s => s.Name))}, or a gasket" : "Gasket or sealant"
        );
}

/// <summary>What kind of supply it is.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SupplyKind>))]
public enum SupplyKind
{
    /// <summary>A part that is fitted.</summary>
    [JsonStringEnumMemberName("part")]
    Part,

    /// <summary>What is used up.</summary>
    [JsonStringEnumMemberName("used-up")]
    UsedUp,
}
