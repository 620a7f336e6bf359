using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>A seal round the crank.</summary>
/// <param name="Lips">Lips that are to be had for it; the first is usual.</param>
/// <param name="ShaftMm">Diameter that the lip runs on.</param>
/// <param name="OuterMm">Outside diameter.</param>
/// <param name="WidthMm">Width.</param>
/// <param name="DepthMm">Depth of its face below the housing's.</param>
/// <param name="Depth">What the depth may be.</param>
/// <param name="BottomsMm">Depth at which its spring or case touches what is behind it.</param>
/// <param name="Tilt">Most tilt across it.</param>
/// <param name="JointsDeg">Where joints of castings run into its bore, degrees from the front.</param>
/// <param name="RestHours">How long a PTFE lip is left alone before the crank is turned.</param>
public sealed record SealSheet(
    IReadOnlyList<LipKind> Lips,
    double ShaftMm,
    double OuterMm,
    double WidthMm,
    double DepthMm,
    Limit Depth,
    double? BottomsMm = null,
    Limit? Tilt = null,
    IReadOnlyList<double>? JointsDeg = null,
    double RestHours = 4
);

/// <summary>What kind of lip a seal has.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LipKind>))]
public enum LipKind
{
    /// <summary>A sprung rubber lip.</summary>
    [JsonStringEnumMemberName("rubber")]
    Rubber,

    /// <summary>A PTFE lip, fitted dry over its own sleeve and left to settle.</summary>
    [JsonStringEnumMemberName("ptfe")]
    Ptfe,

    /// <summary>A seal in two halves.</summary>
    [JsonStringEnumMemberName("split")]
    Split,

    /// <summary>A rope laid into its groove.</summary>
    [JsonStringEnumMemberName("rope")]
    Rope,
}
