using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What a balancer's design makes of the work on it. A file a design; a new one adds its line here.</summary>
internal abstract class DesignRules
{
    private static readonly Dictionary<BalancerDesign, DesignRules> s_all = new()
    {
        [BalancerDesign.Solid] = new SolidHub(),
        [BalancerDesign.ScrewedBody] = new ScrewedBody(),
        [BalancerDesign.Spoked] = new SpokedHub(),
        [BalancerDesign.Flange] = new PilotFlange(),
    };

    /// <summary>All of them.</summary>
    public static IReadOnlyCollection<DesignRules> All => s_all.Values;

    /// <summary>Those of an engine's balancer.</summary>
    public static DesignRules Of(EngineSheet sheet) => s_all[sheet.Balancer!.Design];

    /// <summary>Those of a step's engine.</summary>
    public static DesignRules Of(StepContext c) => Of(c.Sheet);

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

    /// <summary>Whether an engine's balancer is of this design, and if not, what is said instead.</summary>
    protected Func<StepContext, Applies> Mine(string otherwise) => c => Applies.If(Of(c) == this, otherwise);
}
