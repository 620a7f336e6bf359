using System.Globalization;
using NeatBore.Core.Day;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Shop;

/// <summary>Turns an answer in jobs into what a shop reads.</summary>
internal sealed class ShopReading(ShopDay shop, ShopQuestion question, Answer answer)
{
    // Promises are days: what is less late than this is in time.
    private const double LateFromHours = 1;
    private const double HalfDayHours = 2.5;
    private const double DayHours = 6;
    private const double FewestMinutes = 15;
    private const double LongWaitMinutes = 120;
    private readonly Dictionary<string, PlannedJob> _at = answer.Jobs.ToDictionary(j => j.Id, StringComparer.Ordinal);
    private readonly HashSet<string> _chain = [.. answer.Chain];
    private readonly Dictionary<string, Waiting> _waits = answer.Waits.ToDictionary(w => w.Job, StringComparer.Ordinal);

    public ShopPlan Plan(IReadOnlyList<string> held)
    {
        var blocks = answer
            .Jobs.Select(j => question.Find(j.Id) is { } found ? Block(found.Build, found.Job, j) : null)
            .OfType<Block>()
            .OrderBy(b => b.StartAt)
            .ToList();
        return new ShopPlan(
            shop.Now,
            answer.Status,
            answer.Cut,
            Best(),
            answer.LateMinutes,
            answer.FinishAt is { } at ? Local(at) : null,
            blocks,
            [.. shop.Builds.Select(b => Promise(b, blocks)).OfType<Promise>().OrderByDescending(p => p.LateHours).ThenBy(p => p.Due)],
            [.. shop.People.Select(p => NextJob.Of(p.Id, p.Name, blocks, shop.Now)).OfType<NextJob>()],
            held,
            [.. answer.Impossible.Select(c => Clash(c))]
        );
    }

    private string Best() =>
        answer.Status switch
        {
            Status.Best => "Best plan: none is better",
            Status.Impossible => "No plan",
            _ when answer.GapOf == "lateness" => string.Create(
                CultureInfo.InvariantCulture,
                $"Good plan: at most {About(answer.GapPercent / 100 * answer.LateMinutes / 60)} less late is possible"
            ),
            _ when answer.GapOf == "finish" && answer.FinishAt is { } finish => string.Create(
                CultureInfo.InvariantCulture,
                $"Good plan: at most {About(answer.GapPercent / 100 * (finish - shop.Now).TotalHours)} sooner is possible"
            ),
            _ => "Good plan: as early as can be",
        };

    private static string About(double hours) =>
        hours < 1
            ? $"{Math.Max(1, Math.Round(hours * 60)):0} min"
            : string.Create(CultureInfo.InvariantCulture, $"{Math.Round(hours):0} h");

    private Block Block(ShopBuild build, DayJob job, PlannedJob at)
    {
        var pins = shop.Pins.Where(p => p.Job == job.Id).ToList();
        DateTimeOffset? by =
            job.BeginBy is { } deadline ? Local(deadline)
            : job.Within is { } w && _at.TryGetValue(w.Of, out var of) ? Local(of.ReadyAt.AddMinutes(w.Minutes))
            : null;
        return new Block(
            job.Id,
            build.Build,
            build.Number,
            job.Task,
            job.Title,
            job.Left,
            job.From.Words,
            at.People,
            job.Uses,
            Local(at.StartAt),
            Local(at.EndAt),
            Local(_at.TryGetValue(ShopQuestion.After(job.Id), out var over) ? over.ReadyAt : at.ReadyAt),
            [.. at.Parts.Select(p => new Stretch(Local(p.From), Local(p.To)))],
            job.Then?.What ?? "",
            [.. (job.Then?.Uses ?? []).Select(u => u.Id), .. job.Then?.CrankMinutes > 0 ? ["crank"] : Array.Empty<string>()],
            by,
            _chain.Contains(job.Id),
            job.UnderWay is not null,
            pins.Find(p => p.Person is not null)?.Person,
            pins.Find(p => p.At is not null)?.At,
            pins.Find(p => p.NotBefore is not null)?.NotBefore,
            pins.Find(p => p.Minutes is not null)?.Minutes,
            _waits.TryGetValue(job.Id, out var waits) ? Said(waits.Because)
                : pins.Exists(p => p.NotBefore > shop.Now) ? "typed so by hand"
                : job.NotBefore is { } hold && hold.Until > shop.Now ? hold.Because
                : ""
        );
    }

    private Promise? Promise(ShopBuild build, List<Block> blocks)
    {
        var own = blocks.FindAll(b => b.Build == build.Build);
        if (own.Count == 0)
        {
            return null;
        }

        var ready = own.Max(b => b.ReadyAt);
        var due = ShopQuestion.Due(shop, build);
        var late = due is { } at && ready > at ? Worked(at, ready) : 0;
        late = late < LateFromHours ? 0 : late;
        return new Promise(build.Build, build.Number, build.Name, build.Due, ready, late, Words(build, own, ready, late));
    }

    private string Words(ShopBuild build, List<Block> own, DateTimeOffset ready, double late)
    {
        var another = DateOnly.FromDateTime(ready.DateTime) > build.Due;
        return build.Due is not { } due ? $"{build.Number} is ready {Day(ready)}; no day is promised."
            : late > 0 ? $"{build.Number} is {HowLate(late, another)} late: {Day(ready)}, not {due.DayOfWeek}.{Holder(own)}"
            : $"{build.Number} is in time: {Day(ready)}.";
    }

    // Another day is half a day at least, however soon in the morning: that is what was promised.
    private static string HowLate(double hours, bool another) =>
        hours < HalfDayHours && !another ? string.Create(CultureInfo.InvariantCulture, $"about {Math.Round(hours):0} h")
        : hours < DayHours ? "half a day"
        : Math.Round(hours / 8) is <= 1 ? "a day"
        : string.Create(CultureInfo.InvariantCulture, $"{Math.Round(hours / 8):0} days");

    private string Day(DateTimeOffset at)
    {
        var day = DateOnly.FromDateTime(at.DateTime).DayNumber - DateOnly.FromDateTime(Local(shop.Now).DateTime).DayNumber;
        return (
                day == 0 ? "today"
                : day == 1 ? "tomorrow"
                : day < 7 ? $"{at.DayOfWeek}"
                : at.ToString("d MMMM", CultureInfo.InvariantCulture)
            )
            + (
                at.Hour < 12 ? " morning"
                : at.Hour < 17 ? " afternoon"
                : " evening"
            );
    }

    /// <summary>Working hours between two times, of the shop as a whole.</summary>
    private double Worked(DateTimeOffset from, DateTimeOffset to)
    {
        var (day, last) = (DateOnly.FromDateTime(Local(from).DateTime), DateOnly.FromDateTime(Local(to).DateTime));
        var spans = shop
            .People.SelectMany(p => p.Week.Hours(day, last.DayNumber - day.DayNumber + 1, shop.Zone))
            .Select(s => (From: s.From < from ? from : s.From, To: s.To > to ? to : s.To))
            .Where(s => s.To > s.From)
            .OrderBy(s => s.From);
        var (worked, at) = (TimeSpan.Zero, from);
        foreach (var span in spans)
        {
            var begin = span.From > at ? span.From : at;
            worked += span.To > begin ? span.To - begin : TimeSpan.Zero;
            at = span.To > at ? span.To : at;
        }

        // Ready in the night, after hours: no hour of work, and late all the same.
        return Math.Max(worked.TotalHours, to - from > TimeSpan.FromHours(12) ? LateFromHours : 0);
    }

    /// <summary>What a late build waits for most: a thing, somebody, or only its own work.</summary>
    private string Holder(List<Block> own)
    {
        var most = own.Where(b => !b.UnderWay && _waits.ContainsKey(b.Id))
            .Select(b => _waits[b.Id])
            .GroupBy(w => Holds(w.Because), StringComparer.Ordinal)
            .Where(g => g.Key.Length > 0)
            .Select(g => (g.Key, Time: g.Sum(w => (w.To - w.From).TotalMinutes)))
            .OrderByDescending(g => g.Time)
            .FirstOrDefault();
        var longest = own.Where(b => b.Wait.Length > 0).MaxBy(b => b.ReadyAt - b.EndAt);
        var wait = longest is null ? 0 : (longest.ReadyAt - longest.EndAt).TotalMinutes;
        return most.Key is { Length: > 0 } holder && most.Time >= FewestMinutes && most.Time > wait ? $" {holder} holds it."
            : longest is not null && wait >= LongWaitMinutes
                ? string.Create(CultureInfo.InvariantCulture, $" It waits longest for this: {longest.Wait}, {wait / 60:0} h.")
            : " Its own work fills the time.";
    }

    private string Holds(string because) =>
        shop.Things.FirstOrDefault(t => because.StartsWith($"“{t.Id}” is taken", StringComparison.Ordinal)) is { } thing
            ? $"The {thing.Name.ToLowerInvariant()}"
        : because.StartsWith("“crank/", StringComparison.Ordinal) ? "What must not be turned"
        : because.StartsWith("“stand/", StringComparison.Ordinal) ? "One engine, one pair of hands at a time,"
        : shop.People.FirstOrDefault(p => because.StartsWith($"{p.Id} ", StringComparison.Ordinal)) is { } person ? $"{person.Name}’s day"
        : "";

    private string Clash(Clash clash) =>
        Said(clash.Because) + (clash.Jobs.Count == 0 ? "" : $" ({string.Join("; ", clash.Jobs.Select(Called).Distinct())})");

    private string Called(string id) =>
        question.Find(id) is { } found ? $"{found.Build.Number} {Lower(found.Job.Title)}"
        : question.Find(id[..Math.Max(0, id.LastIndexOf('/'))]) is { } of ? $"{of.Build.Number} {Lower(of.Job.Title)}"
        : "what rests";

    private static string Lower(string title) => char.ToLowerInvariant(title[0]) + title[1..];

    /// <summary>Jobs, things and people by what they are called.</summary>
    private string Said(string because)
    {
        foreach (var job in answer.Jobs.Count > 0 ? answer.Jobs.Select(j => j.Id) : question.Request!.Jobs.Select(j => j.Id))
        {
            because = because.Replace($"“{job}”", $"“{Called(job)}”", StringComparison.Ordinal);
        }

        foreach (var build in shop.Builds)
        {
            because = because
                .Replace($"“{ShopQuestion.Crank(build)}”", $"the crank of {build.Number}", StringComparison.Ordinal)
                .Replace($"“{ShopQuestion.Stand(build)}”", $"{build.Number} on its stand", StringComparison.Ordinal);
        }

        foreach (var thing in shop.Things)
        {
            because = because.Replace($"“{thing.Id}”", $"the {thing.Name.ToLowerInvariant()}", StringComparison.Ordinal);
        }

        foreach (var person in shop.People)
        {
            because = because
                .Replace($"{person.Id} is ", $"{person.Name} is ", StringComparison.Ordinal)
                .Replace($"“{person.Id}”", person.Name, StringComparison.Ordinal);
        }

        return because;
    }

    private DateTimeOffset Local(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, shop.Zone);
}
