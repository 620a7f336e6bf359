using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A task's run sheet: structure is data, the leaves are pure functions. A version that a log names is never edited.</summary>
/// <param name="Id">The task's kind, such as "balancer-on".</param>
/// <param name="Version">1 and up.</param>
/// <param name="Title">As the builder says it.</param>
/// <param name="Places">The places on an engine where it is done.</param>
/// <param name="Choices">What the builder chooses.</param>
/// <param name="Steps">In working order.</param>
public sealed record Procedure(
    string Id,
    int Version,
    string Title,
    Func<EngineSheet, IReadOnlyList<string>> Places,
    IReadOnlyList<Choice> Choices,
    IReadOnlyList<Step> Steps
)
{
    /// <summary>What it wants to know of the engine before it begins.</summary>
    public Wants Wants { get; init; } = Wants.Nothing;

    /// <summary>The engine's sheet as its steps see it: what is done alike to another part finds that one in its place.</summary>
    public Func<EngineSheet, EngineSheet> Sees { get; init; } = sheet => sheet;

    /// <summary>The parts that it fits and what it uses up on an engine.</summary>
    public Func<EngineSheet, IReadOnlyList<Supply>> Supplies { get; init; } = _ => [];

    /// <summary>Where its one task stands in addresses, where it is done at several places of an engine as one; each place then stands
    /// for its own items.</summary>
    public string? Home { get; init; }

    /// <summary>Which of the sheet's pressed parts it is about; null for what is not one of them.</summary>
    public PressedKind? Pressed { get; init; }

    /// <summary>What of it has to be left alone for a time, from its own readings; null where nothing has. Other tasks of the build ask,
    /// before they turn the crank.</summary>
    public Func<StepContext, Rest?> Rests { get; init; } = _ => null;

    /// <summary>Its work as a day's plan sees it, stretch by stretch; all of it is one where none is named.</summary>
    public IReadOnlyList<Stretch> Stretches { get; init; } = [];

    /// <summary>Kinds of task that come before it on the same engine, where they are to be done as well.</summary>
    public IReadOnlyList<string> Comes { get; init; } = [];

    /// <summary>The end that the builder faces; its words and figures are seen from there.</summary>
    public View View { get; init; } = View.Front;
}
