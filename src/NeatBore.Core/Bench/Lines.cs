using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;

namespace NeatBore.Core.Bench;

/// <summary>A build as a whole, without its tasks; the same fields as in <see cref="BuildState"/>.</summary>
public sealed record BuildHead(
    string Number,
    string Name,
    SheetRef Sheet,
    long UpToSeq,
    DateTimeOffset OpenedAt,
    Standing Standing,
    Sentence Do,
    TaskRef? At,
    string? AtStep,
    IReadOnlyList<PlaceState> Places,
    IReadOnlyList<Wait> Waits,
    View View,
    Later? Later)
{
    /// <summary>The head of a state.</summary>
    public static BuildHead Of(BuildState s) => new(s.Number, s.Name, s.Sheet, s.UpToSeq, s.OpenedAt, s.Standing, s.Do, s.At, s.AtStep, s.Places, s.Waits, s.View, s.Later);
}

/// <summary>A task with its steps as lines; the same fields as in <see cref="TaskState"/>.</summary>
/// <param name="Ref">Its address.</param>
/// <param name="Title">As the builder says it.</param>
/// <param name="Procedure">The version of its run sheet.</param>
/// <param name="Sheet">The sheet version that it is pinned to.</param>
/// <param name="Standing">How it stands.</param>
/// <param name="Choices">What was chosen.</param>
/// <param name="Steps">Its steps in working order.</param>
/// <param name="Next">Where the work goes on.</param>
/// <param name="StartedAt">When it was begun.</param>
/// <param name="LastAt">When the newest reading was taken.</param>
/// <param name="View">The end that the builder faces.</param>
/// <param name="UpDeg">Clock angle of straight up as the engine hangs.</param>
/// <param name="Last">The newest reading that counts; null before the first.</param>
public sealed record TaskLine(
    TaskRef Ref,
    string Title,
    int Procedure,
    SheetRef Sheet,
    Standing Standing,
    IReadOnlyList<ChoiceState> Choices,
    IReadOnlyList<StepLine> Steps,
    StepRef? Next,
    DateTimeOffset StartedAt,
    DateTimeOffset LastAt,
    View View,
    double? UpDeg,
    LastReading? Last)
{
    /// <summary>The line of a task.</summary>
    public static TaskLine Of(TaskState t) => new(
        t.Ref, t.Title, t.Procedure, t.Sheet, t.Standing, t.Choices, [.. t.Steps.Select(StepLine.Of)], t.Next, t.StartedAt, t.LastAt, t.View, t.UpDeg,
        t.Steps.SelectMany(s => s.Rounds[^1].Slots.SelectMany(x => x.Readings.Where(r => r.Struck is null).Select(r => (Step: s.Ref, Reading: r))))
            .OrderBy(x => x.Reading.DoneAt).Select(x => new LastReading(x.Step.Step, x.Step.Item, x.Reading.Id, x.Reading.Typed)).LastOrDefault());
}

/// <summary>The newest reading of a task that counts: the one that may be rubbed out without a reason.</summary>
public sealed record LastReading(string Step, string Item, Guid Reading, string Typed);

/// <summary>A step as the run sheet lists it; what is read and said there is fetched when it is opened.</summary>
/// <param name="Step">Within the task.</param>
/// <param name="Item">What it is done for; empty for once.</param>
/// <param name="Title">What is done.</param>
/// <param name="ItemName">The item in words.</param>
/// <param name="Status">How far it has got.</param>
/// <param name="Passed">Whether it lets the next step go on.</param>
/// <param name="BlockedBy">What has to be done first.</param>
/// <param name="Gate">What its gate wants, if it is one.</param>
/// <param name="Verdict">Of what it says now; null before there is a call.</param>
/// <param name="Round">The number of its newest round.</param>
/// <param name="ChangedAt">The entry that last changed anything of it: what was fetched with an earlier one is old.</param>
public sealed record StepLine(
    string Step, string Item, string Title, string ItemName, StepStatus Status, bool Passed, string? BlockedBy, string? Gate, Verdict? Verdict, int Round, long ChangedAt)
{
    /// <summary>The line of a step.</summary>
    public static StepLine Of(StepState s) => new(s.Ref.Step, s.Ref.Item, s.Title, s.ItemName, s.Status, s.Passed, s.BlockedBy, s.Gate, s.Verdict, s.Round, s.ChangedAt);
}

/// <summary>A build as one line of Today: what its strip shows and what to do next. Without an engine, and with what is wrong, where it can't be read.</summary>
/// <param name="Id">The build.</param>
/// <param name="Number">The shop's build number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Engine">Its engine sheet, by id: the strip of that is drawn.</param>
/// <param name="Standing">How it stands.</param>
/// <param name="Do">What to do next on it.</param>
/// <param name="At">The task that this is about.</param>
/// <param name="AtStep">The step that this is about, in words.</param>
/// <param name="Places">How each place of the strip stands, in its order.</param>
/// <param name="Done">How many of its tasks are done.</param>
/// <param name="Tasks">How many there are.</param>
/// <param name="OpenedAt">When it was put on the bench.</param>
/// <param name="Waits">What is against the clock, soonest first; the first two.</param>
/// <param name="View">The end that the words are seen from.</param>
/// <param name="Later">From when on something else is to be done next, and what.</param>
/// <param name="Fault">Why it can't be read.</param>
public sealed record BuildLine(
    Guid Id,
    string Number,
    string Name,
    string? Engine,
    Standing Standing,
    Sentence Do,
    TaskRef? At,
    string? AtStep,
    IReadOnlyList<PlaceLine> Places,
    int Done,
    int Tasks,
    DateTimeOffset OpenedAt,
    IReadOnlyList<Wait> Waits,
    View View,
    Later? Later,
    string? Fault)
{
    private const int MostWaits = 2;

    /// <summary>The line of a build.</summary>
    public static BuildLine Of(Guid id, BuildState state)
    {
        // A task that goes over several places stands at each of them, and is one; it is done when it is at all of them.
        var tasks = state.Places.SelectMany(p => p.Tasks).GroupBy(t => t.Ref).ToList();
        return new BuildLine(
            id, state.Number, state.Name, state.Sheet.Id, state.Standing, state.Do, state.At, state.AtStep,
            [.. state.Places.Select(p => new PlaceLine(p.Id, p.Standing, p.Next?.Kind, p.Tasks.FirstOrDefault(t => t.Ref == p.Next)?.Standing))],
            tasks.Count(t => t.All(x => x.Standing == Standing.Done)), tasks.Count, state.OpenedAt, [.. state.Waits.Take(MostWaits)], state.View, state.Later, null);
    }

    /// <summary>The line of a build that can't be read.</summary>
    public static BuildLine Unreadable(Guid id, string number, string name, DateTimeOffset openedAt, string fault) => new(
        id, number, name, null, Standing.Stop, Sentence.Of("This build can’t be read by this version of Neat Bore. Nothing of it is lost: take its file out."),
        null, null, [], 0, 0, openedAt, [], View.Front, null, fault);
}

/// <summary>How a place stands, with the task that is next there, by its kind.</summary>
public sealed record PlaceLine(string Id, Standing Standing, string? Next, Standing? NextStanding);

/// <summary>What the strip of an engine is drawn from, the same for all builds of it.</summary>
/// <param name="Engine">The engine sheet, by id.</param>
/// <param name="Name">The engine's name.</param>
/// <param name="Layout">Where its parts lie along the crank.</param>
/// <param name="Balancer">The balancer's outline.</param>
/// <param name="Rockers">How many rockers lie in the tray.</param>
/// <param name="Places">Its places with what can be done at each.</param>
public sealed record EngineStrip(string Engine, string Name, EngineLayout Layout, BalancerOutline Balancer, int Rockers, IReadOnlyList<StripPlace> Places)
{
    /// <summary>The strip of an engine.</summary>
    /// <param name="sheet">The newest version of its sheet.</param>
    /// <param name="book">Every run sheet.</param>
    public static EngineStrip Of(EngineSheet sheet, ProcedureBook book) => new(
        sheet.Id, sheet.Name, sheet.Layout,
        new BalancerOutline(sheet.Balancer.Hub.LengthMm, sheet.Balancer.Hub.OuterDiameterMm, sheet.Balancer.Ring.OuterDiameterMm, sheet.Balancer.Ring.WidthMm),
        sheet.Rockers?.Places.Count ?? sheet.Layout.Rockers.Count,
        [.. HeadEvaluation.PlacesOf(sheet, book, []).Select(p => new StripPlace(p.Id, p.Label, p.FromMm, p.ToMm, [.. p.Tasks.Select(t => new StripTask(t.Ref, t.Title))]))]);
}

/// <summary>The sizes of a balancer that its outline is drawn from, mm.</summary>
public sealed record BalancerOutline(double HubLengthMm, double HubDiameterMm, double RingDiameterMm, double RingWidthMm);

/// <summary>A place of a strip, mm along the crank, with what can be done there.</summary>
public sealed record StripPlace(string Id, string Label, double FromMm, double ToMm, IReadOnlyList<StripTask> Tasks);

/// <summary>A task that can be done at a place.</summary>
public sealed record StripTask(TaskRef Ref, string Title);
