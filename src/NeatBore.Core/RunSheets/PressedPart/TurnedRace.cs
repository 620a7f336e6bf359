namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>A race that the seal runs on: which of its ends goes to the front, by what its track was found to be.</summary>
internal static class TurnedRace
{
    /// <summary>What the groove where the lip ran is, as the track's own step knows it.</summary>
    public const string SealGroove = "seal-groove";
}
