using System.Text.Json.Serialization;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>How a fastener, or a group of them, stands.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<FastenerStanding>))]
public enum FastenerStanding
{
    /// <summary>On the sheet; nothing pulled yet.</summary>
    [JsonStringEnumMemberName("planned")]
    Planned,

    /// <summary>Pulled, in some passes or all, and not judged yet.</summary>
    [JsonStringEnumMemberName("under-way")]
    UnderWay,

    /// <summary>Pulled in every pass, and let go on.</summary>
    [JsonStringEnumMemberName("done")]
    Done,

    /// <summary>Passed over: one that comes after it was pulled.</summary>
    [JsonStringEnumMemberName("missed")]
    Missed,

    /// <summary>Judged, and not a go.</summary>
    [JsonStringEnumMemberName("wrong")]
    Wrong,
}

/// <summary>One fastener: where it is as seen from the front, mm, how it stands, and the last torque that was read, N·m.</summary>
public sealed record FastenerState(string Id, double XMm, double YMm, FastenerStanding Standing, int PassesDone, double? ReachedNm);

/// <summary>Fasteners that are tightened together.</summary>
/// <param name="Name">As the builder says it.</param>
/// <param name="Task">The task that tightens them.</param>
/// <param name="Step">Its step.</param>
/// <param name="Thread">Their thread.</param>
/// <param name="TorqueNm">Last torque, N·m.</param>
/// <param name="Torque">What may reach them, with where that came from.</param>
/// <param name="UsedOnce">Whether each is used once only.</param>
/// <param name="Passes">In how many passes.</param>
/// <param name="Standing">As bad as the worst of them.</param>
/// <param name="Verdict">What was said of them; null before.</param>
/// <param name="Because">What was said, in words.</param>
/// <param name="View">The end that they are seen from.</param>
/// <param name="Bolts">Each of them.</param>
public sealed record FastenerGroup(
    string Name,
    TaskRef Task,
    string Step,
    string Thread,
    double TorqueNm,
    Limit Torque,
    bool UsedOnce,
    int Passes,
    FastenerStanding Standing,
    Verdict? Verdict,
    Sentence? Because,
    View View,
    IReadOnlyList<FastenerState> Bolts
);
