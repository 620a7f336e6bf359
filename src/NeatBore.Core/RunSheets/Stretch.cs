using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets;

/// <summary>A stretch of a run sheet's hands-on work, up to where it can be left: a job of the day's plan. It goes from its step to the
/// next stretch's.</summary>
/// <param name="From">The step that it begins with.</param>
/// <param name="Title">What is done, in a few words.</param>
public sealed record Stretch(StepName From, string Title)
{
    /// <summary>Pairs of hands; where the shop has fewer, what they would hold needs another hold.</summary>
    public int People { get; init; } = 1;

    /// <summary>The shop's things that are taken while hands are on it.</summary>
    public IReadOnlyList<ShopThing> Uses { get; init; } = [];

    /// <summary>Whether it is done at the engine on its stand, where one works at a time; else at the press or on the bench.</summary>
    public bool Stand { get; init; } = true;

    /// <summary>Whether it turns the crank or pushes on it.</summary>
    public bool Crank { get; init; }

    /// <summary>Whether it may be left at the end of the day and gone on with the next.</summary>
    public bool Splits { get; init; } = true;

    /// <summary>Whether other tasks need not wait for it, as for oil on a joint that is set.</summary>
    public bool Apart { get; init; }

    /// <summary>What has to be put in oven or freezer before it, and how long that lasts; null for nothing.</summary>
    public Func<Planned, Pause?> First { get; init; } = _ => null;

    /// <summary>What passes after it without hands; null for nothing.</summary>
    public Func<Planned, Pause?> Then { get; init; } = _ => null;
}

/// <summary>A task as a plan sees it: the engine, and what was chosen, or what is usual.</summary>
public sealed record Planned(EngineSheet Sheet, Func<ChoiceName, string?> Chosen);

/// <summary>Time that passes without hands.</summary>
/// <param name="What">What waits, in a few words.</param>
/// <param name="Minutes">How long.</param>
public sealed record Pause(string What, int Minutes)
{
    /// <summary>What is done to begin it, where it stands before a stretch.</summary>
    public string Begun { get; init; } = "";

    /// <summary>The shop's things that it takes meanwhile.</summary>
    public IReadOnlyList<ShopThing> Uses { get; init; } = [];

    /// <summary>For how many minutes of it the crank has to be left alone; 0 where it may turn.</summary>
    public int CrankMinutes { get; init; }

    /// <summary>Within how many minutes of its end the work has to go on; null where it may wait.</summary>
    public int? Within { get; init; }
}

/// <summary>A kind of thing that a shop has one or a few of.</summary>
/// <param name="Id">In plans and settings.</param>
/// <param name="Name">As the builder says it.</param>
public sealed record ShopThing(string Id, string Name)
{
    /// <summary>Warms hubs, gears and rods.</summary>
    public static ShopThing Oven { get; } = new("oven", "Oven");

    /// <summary>Chills what goes in.</summary>
    public static ShopThing Freezer { get; } = new("freezer", "Freezer");

    /// <summary>Presses trunnions, bushes and pins.</summary>
    public static ShopThing Press { get; } = new("press", "Press");

    /// <summary>All that run sheets ask for.</summary>
    public static IReadOnlyList<ShopThing> All { get; } = [Oven, Freezer, Press];
}
