using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>What is found by looking.</summary>
internal static class Looks
{
    public static readonly Option Sound = new("sound", "sound");

    public static Call Found(Verdict verdict, string why) => new(verdict, Sentence.Of(why), []);
}
