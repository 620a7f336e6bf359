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
public sealed record Shop(
    string Name,
    IReadOnlyList<Signer> People,
    IReadOnlyList<Instrument> Instruments,
    IReadOnlyList<ToolMatch.CribTool> Crib,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<HouseRule>? House = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<SealantSheet>? Sealants = null
)
{
    /// <summary>A sheet as it is worked with here: with the shop's own rules, and its sealants where the sheet names none.</summary>
    public EngineSheet Over(EngineSheet sheet) =>
        (House is null or [], Sealants is null or [] || sheet.Sealants is not null) switch
        {
            (true, true) => sheet,
            (var noRules, var noSealants) => sheet with
            {
                House = noRules ? null : House,
                Sealants = noSealants ? sheet.Sealants : Sealants,
            },
        };
}
