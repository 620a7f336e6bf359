using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What a balancer's design makes of the work on it. A file a design; a new one adds its line here.</summary>
internal abstract class DesignRules
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<DesignRules> All { get; } = [new SolidHub(), new ScrewedBody(), new SpokedHub(), new PilotFlange()];

    /// <summary>Those of an engine's balancer.</summary>
    public static DesignRules Of(EngineSheet sheet) => All.First(rules => rules.IsFor(sheet.Balancer!));

    /// <summary>Those of a step's engine.</summary>
    public static DesignRules Of(StepContext c) => Of(c.Sheet);

    /// <summary>Whether they are those of a balancer.</summary>
    protected abstract bool IsFor(BalancerSheet balancer);

    /// <summary>How it is held and comes off, where nothing is pressed on; null where it is pressed.</summary>
    public virtual (string On, string Off)? Held => null;

    /// <summary>What a puller must fit, with the force of the tightest fit; null where nothing is pulled, or not enough is
    /// known.</summary>
    public abstract ToolMatch.ToolNeed? Need(EngineSheet sheet);

    /// <summary>Whether the sheet has what taking it off wants.</summary>
    public virtual bool ComesOff(EngineSheet sheet) => sheet.Balancer!.Puller is not null;

    /// <summary>What is read of the puller before it is loaded.</summary>
    public abstract IReadOnlyList<Slot> PullerSlots(StepContext c);

    /// <summary>Whether the puller holds.</summary>
    public abstract Judgement JudgePuller(StepContext c);

    /// <summary>Why its puller need not be squared; null where it must be.</summary>
    public virtual string? SquareByItself => null;

    /// <summary>Its own steps before the puller is picked.</summary>
    public virtual IReadOnlyList<Step> BeforePuller => [];

    /// <summary>Its own steps once it would be off by a puller.</summary>
    public virtual IReadOnlyList<Step> AfterPull => [];

    /// <summary>Its own steps before it is drawn on.</summary>
    public virtual IReadOnlyList<Step> BeforeDraw => [];

    /// <summary>Its own steps once it would be tight by the crank bolt.</summary>
    public virtual IReadOnlyList<Step> AfterCrankBolt => [];

    /// <summary>Whether a press fit holds it, and if not, why a step of pressing it on is left out.</summary>
    public static Applies PressedOn(StepContext c) => Of(c).Held is var (on, _) ? Applies.If(false, on) : Applies.Yes;

    /// <summary>The same of taking it off.</summary>
    public static Applies PressedOff(StepContext c) => Of(c).Held is var (_, off) ? Applies.If(false, off) : Applies.Yes;
}

/// <summary>The rules of one design.</summary>
/// <typeparam name="TBalancer">The design.</typeparam>
internal abstract class DesignRules<TBalancer> : DesignRules
    where TBalancer : BalancerSheet
{
    /// <inheritdoc/>
    protected sealed override bool IsFor(BalancerSheet balancer) => balancer is TBalancer;

    /// <summary>The balancer that they are for; null where it is of another design.</summary>
    protected static TBalancer? Mine(EngineSheet sheet) => sheet.Balancer as TBalancer;

    /// <summary>Whether a step's engine has this design, and if not, what is said instead.</summary>
    protected static Func<StepContext, Applies> Only(string otherwise) => c => Applies.If(Mine(c.Sheet) is not null, otherwise);
}
