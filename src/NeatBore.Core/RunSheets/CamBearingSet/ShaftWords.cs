using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What the builder calls a shaft in a tunnel and its bearings.</summary>
/// <param name="Part">Its name in a sheet.</param>
/// <param name="Word">The shaft.</param>
/// <param name="Bearing">One of its bearings, before its number.</param>
internal sealed record ShaftWords(string Part, string Word, string Bearing)
{
    public static ShaftWords Cam { get; } = new("cam", "cam", "Bearing");

    public static ShaftWords Auxiliary { get; } = new("auxiliary", "shaft", "Bush");

    public static ShaftWords Of(EngineSheet sheet) => sheet.Cam?.Shaft == TunnelShaft.Auxiliary ? Auxiliary : Cam;

    /// <summary>The shaft, where a sentence begins with it.</summary>
    public string Title => Wording.Capital(Word);

    /// <summary>A set of its bearings.</summary>
    public string Noun => this == Cam ? "cam bearings" : "bushes";

    /// <summary>What of the shaft cuts and scratches.</summary>
    public string Edges => this == Cam ? "lobes" : "gear and eccentric";
}
