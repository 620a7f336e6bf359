using NeatBore.Core.Day;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Shop;

/// <summary>A shop as its plan sees it.</summary>
/// <param name="Now">Now.</param>
/// <param name="Zone">The zone that its clock shows.</param>
/// <param name="People">Who works, and when.</param>
/// <param name="Things">What it has one or a few of.</param>
/// <param name="Builds">The builds on the bench.</param>
/// <param name="Pins">What is settled of jobs by hand.</param>
/// <param name="Agreed">The plan as it was agreed; empty where none was.</param>
public sealed record ShopDay(
    DateTimeOffset Now,
    TimeZoneInfo Zone,
    IReadOnlyList<Worker> People,
    IReadOnlyList<Thing> Things,
    IReadOnlyList<ShopBuild> Builds,
    IReadOnlyList<Settled> Pins,
    IReadOnlyList<Planned> Agreed
)
{
    /// <summary>By how much later than agreed a job may begin at most, minutes; null for as much as the rest asks for.</summary>
    public double? SlipMinutes { get; init; }
}

/// <summary>What is settled of a job by hand; each of it may be left to the plan.</summary>
/// <param name="Job">The job.</param>
/// <param name="Person">Who does it.</param>
/// <param name="At">Exactly when it begins.</param>
/// <param name="NotBefore">When it begins at the earliest.</param>
/// <param name="Minutes">How long the whole of it takes, minutes.</param>
public sealed record Settled(
    string Job,
    string? Person = null,
    DateTimeOffset? At = null,
    DateTimeOffset? NotBefore = null,
    int? Minutes = null
);

/// <summary>Somebody who works.</summary>
public sealed record Worker(string Id, string Name, WorkingWeek Week);

/// <summary>What a shop has one or a few of, and how many; 0 while it is out of use.</summary>
public sealed record Thing(string Id, string Name, int Count);

/// <summary>A build on the bench.</summary>
/// <param name="Build">Which.</param>
/// <param name="Number">Its number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Stand">The stand that it is on; empty for none.</param>
/// <param name="Due">When it is promised; null for no day.</param>
/// <param name="Day">What is to be done on it.</param>
public sealed record ShopBuild(Guid Build, string Number, string Name, string Stand, DateOnly? Due, BuildDay Day);
