using NeatBore.Plan;
using NeatBore.Plan.Shop;

namespace NeatBore.Server.Planning;

/// <summary>The plan as it stands.</summary>
/// <param name="Now">When it was read.</param>
/// <param name="Zone">The zone of the shop's clock, by its IANA name.</param>
/// <param name="Searching">Whether another is looked for.</param>
/// <param name="Progress">How far that is, in words; empty while it is not.</param>
/// <param name="People">Who works, with the hours of the days that a plan shows.</param>
/// <param name="Things">What the shop has one or a few of.</param>
/// <param name="Plan">The plan; null before the first.</param>
/// <param name="AgreedAt">When it was agreed; null where none was.</param>
/// <param name="AgreedBy">By whom.</param>
/// <param name="Kept">Whether the plan is the one that was agreed.</param>
/// <param name="Broken">What keeps the agreed one from being kept, in words; empty where nothing does.</param>
/// <param name="Offer">What a better one gains, in words; empty where there is none.</param>
/// <param name="Moved">What lies elsewhere than it was agreed, in words.</param>
/// <param name="Unlisted">Builds of which nobody has said what is to be done, and nothing is begun.</param>
/// <param name="Advice">What would have late builds in time, in words; empty while that is tried, or where none is late.</param>
/// <param name="Fault">Why the last search ended without a plan, in words; empty where it did not.</param>
public sealed record PlanNow(
    DateTimeOffset Now,
    string Zone,
    bool Searching,
    string Progress,
    IReadOnlyList<PersonHours> People,
    IReadOnlyList<Thing> Things,
    ShopPlan? Plan,
    DateTimeOffset? AgreedAt,
    string? AgreedBy,
    bool Kept,
    string Broken,
    string Offer,
    IReadOnlyList<string> Moved,
    IReadOnlyList<UnlistedBuild> Unlisted,
    IReadOnlyList<string> Advice,
    string Fault
);

/// <summary>Somebody who works, and when in the days to come.</summary>
/// <param name="Id">Who.</param>
/// <param name="Name">By name.</param>
/// <param name="Hours">In order.</param>
public sealed record PersonHours(string Id, string Name, IReadOnlyList<DayPlan.Stretch> Hours);

/// <summary>A build of which nothing is planned.</summary>
public sealed record UnlistedBuild(Guid Build, string Number, string Name);

/// <summary>What is done about the plan: one of its parts.</summary>
/// <param name="By">Who, by id.</param>
/// <param name="Pin">Settle who does a job, when it begins, how long it takes; with none of it it is free again.</param>
/// <param name="Agree">Agree the plan that is shown, or take the better one that is offered.</param>
/// <param name="Stop">End the search that runs; the last plan stays.</param>
/// <param name="Seen">Of what is agreed: when the plan was made that was looked at.</param>
public sealed record ChangePlan(string By, Settled? Pin = null, bool Agree = false, bool Stop = false, DateTimeOffset? Seen = null);

/// <summary>When people work and what the shop has; what a plan goes by.</summary>
/// <param name="Zone">The zone of the shop's clock.</param>
/// <param name="People">Everybody who works, with a week.</param>
/// <param name="Things">What the shop has one or a few of.</param>
public sealed record PlanSettings(string Zone, IReadOnlyList<WeekOf> People, IReadOnlyList<Thing> Things);

/// <summary>Somebody's week.</summary>
/// <param name="Id">Who.</param>
/// <param name="Name">By name.</param>
/// <param name="Usual">Whether nobody has typed it: a Neat Bore default.</param>
/// <param name="Week">The hours and days off.</param>
public sealed record WeekOf(string Id, string Name, bool Usual, WorkingWeek Week);

/// <summary>Changes one of them; a lead's.</summary>
/// <param name="By">Who, by id.</param>
/// <param name="Person">Whose week.</param>
/// <param name="Week">That week.</param>
/// <param name="Thing">What the shop has of a thing; 0 while it is out of use.</param>
/// <param name="Zone">The zone of the shop's clock, by its IANA name.</param>
public sealed record ChangePlanSettings(
    string By,
    string? Person = null,
    WorkingWeek? Week = null,
    Thing? Thing = null,
    string? Zone = null
);
