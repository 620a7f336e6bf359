using System.Text.Json.Serialization;

namespace NeatBore.Core.RunSheets;

/// <summary>How a place, a task or a build stands, worst last.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Standing>))]
public enum Standing
{
    /// <summary>There is no task for this place in this version.</summary>
    [JsonStringEnumMemberName("not-yet")]
    NotYet,

    /// <summary>Done, and all calls let it go on.</summary>
    [JsonStringEnumMemberName("done")]
    Done,

    /// <summary>Nothing begun.</summary>
    [JsonStringEnumMemberName("to-do")]
    ToDo,

    /// <summary>Begun.</summary>
    [JsonStringEnumMemberName("under-way")]
    UnderWay,

    /// <summary>The builder has to decide.</summary>
    [JsonStringEnumMemberName("decide")]
    Decide,

    /// <summary>Measure or do it again.</summary>
    [JsonStringEnumMemberName("look-again")]
    LookAgain,

    /// <summary>Stopped.</summary>
    [JsonStringEnumMemberName("stop")]
    Stop,
}
