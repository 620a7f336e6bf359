using System.Text.Json.Serialization;

namespace NeatBore.Core.Measures;

/// <summary>The end of the engine that an angle is seen from.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<View>))]
public enum View
{
    /// <summary>Seen by somebody facing the front (timing) end.</summary>
    [JsonStringEnumMemberName("front")]
    Front,

    /// <summary>Seen by somebody facing the rear (flywheel) end.</summary>
    [JsonStringEnumMemberName("rear")]
    Rear,
}

/// <summary>Engine-fixed clock positions: 0° is 12 o'clock (towards the deck), clockwise as seen in a view.</summary>
public static class Clock
{
    /// <summary>Brings an angle in degrees into [0, 360).</summary>
    public static double Normalise(double deg)
    {
        var r = deg % 360;
        r = r < 0 ? r + 360 : r;
        // A last bit below 12 o'clock is 12 o'clock.
        return r >= 360 - 1e-9 ? 0 : r;
    }

    /// <summary>The same spot seen from the other end: (360 − angle) mod 360.</summary>
    public static double FromOtherEnd(double deg) => Normalise(-deg);

    /// <summary>A front-view angle as it reads in the given view, degrees in [0, 360).</summary>
    public static double Seen(double frontDeg, View view) => view == View.Front ? Normalise(frontDeg) : FromOtherEnd(frontDeg);

    /// <summary>An angle in degrees as clock text to the nearest quarter hour, halves up; 0° is "12:00".</summary>
    public static string Text(double deg)
    {
        var quarters = (int)Math.Floor((Normalise(deg) / 7.5) + 0.5) % 48;
        var hour = quarters / 4 == 0 ? 12 : quarters / 4;
        return $"{hour}:{quarters % 4 * 15:00}";
    }

    /// <summary>A diameter in words, by the clock angle of its first end: 0 or 90.</summary>
    public static string Across(int deg) => deg == 0 ? "12 to 6" : "3 to 9";
}
