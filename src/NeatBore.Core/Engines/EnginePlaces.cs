namespace NeatBore.Core.Engines;

/// <summary>The places on an engine where tasks are done, front to rear, as bands along the crank that do not overlap.</summary>
internal static class EnginePlaces
{
    /// <summary>The tray that the rockers lie in.</summary>
    public const string Rockers = "rockers";

    /// <summary>The tunnel of an auxiliary shaft, drawn by itself: in the block it lies beside the cam's.</summary>
    public const string Auxiliary = "auxiliary";

    /// <summary>The press, and what else is pressed there.</summary>
    public const string Pressed = "pressed";

    // Drawn where nobody has told how long the hub is.
    internal const double UsualHubMm = 48;

    internal sealed record Place(string Id, string Label, double FromMm, double ToMm);

    public static List<Place> Of(EngineSheet sheet)
    {
        var layout = sheet.Layout;
        var front = layout.CoverDepthMm;
        var places = new List<Place>
        {
            new("balancer", "Balancer", -front - (sheet.Balancer?.Hub.LengthMm ?? UsualHubMm) - 30, -front),
            new("cover", "Cover", -front, 0),
        };
        for (var i = 0; i < layout.CamBearings.Count; i++)
        {
            // Each bearing's band reaches half way to its neighbours, so that a glove finds it.
            var from = i == 0 ? 0 : (layout.CamBearings[i - 1].ZMm + layout.CamBearings[i].ZMm) / 2;
            var to =
                i == layout.CamBearings.Count - 1 ? layout.BlockLengthMm : (layout.CamBearings[i].ZMm + layout.CamBearings[i + 1].ZMm) / 2;
            places.Add(new Place(layout.CamBearings[i].Id, $"Bearing {i + 1}", from, to));
        }

        var behind = layout.BlockLengthMm + 80;
        places.Add(new Place("rear-seal", "Rear seal", layout.BlockLengthMm, behind));
        // What is worked on off the engine lies behind it, and what would lie over another place.
        foreach (
            var (id, label, there, width) in new[]
            {
                (Auxiliary, "Auxiliary shaft", sheet.HasAuxiliary, 120.0),
                (
                    Rockers,
                    "Rockers",
                    sheet.Rockers is not null || (sheet.MayHave(null, "rockers") && sheet.Layout.Rockers.Count > 0),
                    120.0
                ),
                (Pressed, "Pressed parts", Enum.GetValues<PressedKind>().Any(sheet.HasPressed), 90.0),
            }
        )
        {
            if (there)
            {
                places.Add(new Place(id, label, behind, behind + width));
                behind += width;
            }
        }

        return places;
    }
}
