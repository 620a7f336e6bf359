namespace NeatBore.Core.RunSheets.FlywheelOn;

/// <summary>On the engine, or on the bench.</summary>
internal static class Way
{
    public static readonly ChoiceName Name = new("way");

    public static Choice Choice =>
        new(
            Name,
            FacesStep.Name,
            "It fits one way by",
            sheet =>
                sheet.Rear?.Flange.OffsetHoleDeg is null
                    ? [new("dowel", "a dowel"), new("mark", "marks on both"), new("offset", "an offset hole"), new("any", "any way")]
                    : [new("offset", "an offset hole"), new("dowel", "a dowel"), new("mark", "marks on both")]
        );
}
