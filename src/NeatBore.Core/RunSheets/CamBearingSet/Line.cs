namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>How the line is tried.</summary>
internal static class Line
{
    public static readonly ChoiceName Name = new("line");
    public static readonly Option Turn = new("turn", "by the oiled turn");
    private static readonly Option s_bar = new("bar", "bar and dial");
    public const string ByCam = "cam";
    public const string ByTurn = "turn";

    public static Choice Of(ShaftWords shaft) =>
        new(Name, LineStep.Name, "The line", _ => [new(ByCam, $"{shaft.Word} tried in each"), Turn, s_bar]);
}
