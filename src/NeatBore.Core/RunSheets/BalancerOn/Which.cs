namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>A new or another one, which is measured; or the same one back, which is looked at.</summary>
internal static class Which
{
    public static readonly ChoiceName Name = new("which");
    private static readonly Option s_another = new("another", "a new or another one");
    private static readonly Option s_same = new("same", "the same one back");

    public static Choice Choice => new(Name, PartsStep.Name, "Which goes on", _ => [s_another, s_same]);

    public static bool IsSame(StepContext c) => c.Is(Name, s_same);

    /// <summary>Whether it is pressed on and measured: the same one goes back looked at.</summary>
    public static Applies IsMeasured(StepContext c) =>
        DesignRules.PressedOn(c) is { Because: not null } not
            ? not
            : Applies.If(!IsSame(c), "The same one goes back: it is looked at, not measured.");
}
