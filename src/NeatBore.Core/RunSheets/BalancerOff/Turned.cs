namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>What turns its screw.</summary>
internal static class Turned
{
    public static readonly ChoiceName Name = new("turned");
    private static readonly Option s_ratchet = new("ratchet", "a ratchet or bar");
    public static readonly Option Impact = new("impact", "an impact driver");

    public static Choice Choice => new(Name, BoltStep.Name, "Screw turned with", _ => [s_ratchet, Impact]);
}
