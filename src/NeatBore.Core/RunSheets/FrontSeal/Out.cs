namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>How the old one comes out.</summary>
internal static class Out
{
    public static readonly ChoiceName Name = new("out");
    public static readonly Option Extractor = new("extractor", "screw-in extractor");
    private static readonly Option s_prised = new("prised", "prised, shaft guarded");

    public static Choice Choice => new(Name, OutStep.Name, "The old one comes out", _ => [Extractor, s_prised]);
}
