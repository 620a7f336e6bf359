using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>A shop.</summary>
/// <param name="Name">As it is called.</param>
/// <param name="People">Who works there.</param>
/// <param name="Instruments">What is measured with.</param>
/// <param name="Crib">Its tools.</param>
/// <param name="House">Its own rules in place of Neat Bore's defaults.</param>
/// <param name="Sealants">What it closes joints with, for engines whose sheet names none; the first is usual.</param>
/// <param name="Lubricants">What it presses with, besides what an engine's sheet names.</param>
public sealed record Shop(
    string Name,
    IReadOnlyList<Signer> People,
    IReadOnlyList<Instrument> Instruments,
    IReadOnlyList<ToolMatch.CribTool> Crib,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<HouseRule>? House = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<SealantSheet>? Sealants = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<Lubricant>? Lubricants = null
)
{
    /// <summary>Somebody picked by id from the people; null where there is nobody of this id.</summary>
    public Signer? Picked(string id) =>
        People.FirstOrDefault(p => p.Id == id) is { } person ? person with { How = SignedHow.Picked } : null;

    /// <summary>A sheet as it is worked with here: with the shop's own rules, and its sealants where the sheet names none.</summary>
    public EngineSheet Over(EngineSheet sheet)
    {
        // A sheet that came in as a file may bring another shop's rules along: here this one's count.
        var house = House is [_, ..] ? House : null;
        var sealants = sheet.Sealants ?? (Sealants is [_, ..] ? Sealants : null);
        var lubricants = Lubricants is [_, ..] ? Lubricants : null;
        return house is null && sheet.House is null && ReferenceEquals(sealants, sheet.Sealants) && lubricants is null
            ? sheet
            : sheet with
            {
                House = house,
                Sealants = sealants,
                // Of a balancer that nobody has described yet they are laid by until somebody has.
                Lubricants = lubricants,
                Balancer =
                    lubricants is not null && sheet.Balancer is { } balancer
                        ? balancer with
                        {
                            Lubricants = [.. balancer.Lubricants, .. lubricants.Where(l => balancer.Lubricants.All(b => b.Id != l.Id))],
                        }
                        : sheet.Balancer,
            };
    }
}
