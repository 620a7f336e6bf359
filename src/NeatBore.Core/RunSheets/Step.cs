using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>One step of a run sheet.</summary>
/// <param name="Name">Within the procedure.</param>
/// <param name="Title">What is done.</param>
/// <param name="Figure">The figure it is shown on.</param>
public sealed record Step(StepName Name, string Title, string Figure)
{
    /// <summary>Its name as addresses write it.</summary>
    public string Id => Name.Id;

    private static readonly string[] s_once = [""];

    /// <summary>The items it is done for; "" for once.</summary>
    public Func<StepContext, IReadOnlyList<string>> Each { get; init; } = _ => s_once;

    /// <summary>Steps side by side with the same word are done item by item, not step by step.</summary>
    public string? Together { get; init; }

    /// <summary>Whether its items go each their own way: its gate holds back its own item, and all of what comes after them.</summary>
    public bool Apart { get; init; }

    /// <summary>Whether its items stand in a queue that waits for nobody, as parts in one heat: one in trouble comes after the
    /// others.</summary>
    public bool Queue { get; init; }

    /// <summary>Steps of the same item that begin anew with a new round of this one: what was read there was of the part before.</summary>
    public IReadOnlyList<string> Renews { get; init; } = [];

    /// <summary>Whether a new round of it is work done again, so that every later step of its item, and of the task, begins anew: nothing
    /// that was judged before a part moved still stands for it.</summary>
    public bool Afresh { get; init; }

    /// <summary>What has to be undone to go again where it was a stop: those steps begin anew with it.</summary>
    public IReadOnlyList<string> Loosens { get; init; } = [];

    /// <summary>What it leaves on the engine, until another step ends it.</summary>
    public IReadOnlyList<Loose> Leaves { get; init; } = [];

    /// <summary>Parts that it changes, by the word before the first stroke of <see cref="Slot.Same"/>: what was read of them before is no
    /// longer offered.</summary>
    public IReadOnlyList<string> Works { get; init; } = [];

    /// <summary>An item as the builder says it.</summary>
    public Func<EngineSheet, string, string> ItemName { get; init; } = (_, item) => item;

    /// <summary>Whether it is done at all on this engine and by this school, and if not, why.</summary>
    public Func<StepContext, Applies> When { get; init; } = _ => Applies.Yes;

    /// <summary>The readings it asks for, in the order of the hand.</summary>
    public Func<StepContext, IReadOnlyList<Slot>> Slots { get; init; } = _ => [];

    /// <summary>The fasteners that it tightens, group by group; its places name them.</summary>
    public Func<EngineSheet, IReadOnlyList<FastenerSet>> Fasteners { get; init; } = _ => [];

    /// <summary>What to do now, and the call once enough is known.</summary>
    public required Func<StepContext, Judgement> Judge { get; init; }

    /// <summary>What the gate wants, where nothing after this step opens until its call is a go, decided, or opened by a lead.</summary>
    public string? Gate { get; init; }

    /// <summary>Steps whose readings it stands on, and that have to let it go on.</summary>
    public IReadOnlyList<string> Needs { get; init; } = [];

    /// <summary>Steps whose readings it weighs, whatever was said of them.</summary>
    public IReadOnlyList<string> Weighs { get; init; } = [];

    /// <summary>Whether it can't be undone: what is missing of the task's supplies is said before it.</summary>
    public bool NoWayBack { get; init; }

    /// <summary>Whether what it judges can hurt a person where it is judged wrong: a part under load, heat, or what flies off.</summary>
    public bool CanHurt { get; init; }

    /// <summary>How it is judged without an instrument; none for by hand and by eye. A step without readings of its own is judged so only
    /// where it names ways.</summary>
    public IReadOnlyList<Option> Hand { get; init; } = [];

    /// <summary>Whether it needs no instrument, so that nothing takes the place of doing it.</summary>
    public bool NoHand { get; init; }

    /// <summary>What could still catch a fault that a hand lets by here, as a sentence without its full stop.</summary>
    public string Catches { get; init; } = HandWays.Later;

    /// <summary>Shown where the step is.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];
}
