using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Plan.Shop;

/// <summary>When somebody works: the same each week, but for days off.</summary>
/// <param name="Days">The days with work, each once; a day that is not there is free.</param>
/// <param name="Off">Single days without work.</param>
public sealed record WorkingWeek(IReadOnlyList<WorkingDay> Days, IReadOnlyList<DateOnly> Off)
{
    private const int MostSpans = 4;
    private const int MostOff = 400;

    /// <summary>Monday to Friday, 8:00 to 12:00 and 13:00 to 17:00: a Neat Bore default.</summary>
    public static WorkingWeek Usual { get; } =
        new(
            [
                .. Enumerable
                    .Range((int)Weekday.Monday, 5)
                    .Select(d => new WorkingDay((Weekday)d, [new(new(8, 0), new(12, 0)), new(new(13, 0), new(17, 0))])),
            ],
            []
        );

    /// <summary>The hours of some days, in time's order.</summary>
    /// <param name="from">From this day on.</param>
    /// <param name="days">So many days.</param>
    /// <param name="zone">The shop's zone: hours are what its clock shows, in summer as in winter.</param>
    public IEnumerable<DayPlan.Stretch> Hours(DateOnly from, int days, TimeZoneInfo zone) =>
        Enumerable
            .Range(0, days)
            .Select(from.AddDays)
            .Where(date => !Off.Contains(date))
            .SelectMany(date => Days.Where(d => (int)d.Day == (int)date.DayOfWeek).SelectMany(d => d.Spans).Select(s => (date, s)))
            .Select(d => new DayPlan.Stretch(At(d.date, d.s.From, zone), At(d.date, d.s.To, zone)))
            .Where(s => s.To > s.From)
            .OrderBy(s => s.From);

    /// <summary>What a clock on the wall shows, as a time; an hour that is left out in spring is the one after it.</summary>
    public static DateTimeOffset At(DateOnly date, TimeOnly time, TimeZoneInfo zone)
    {
        var local = date.ToDateTime(time);
        local = zone.IsInvalidTime(local) ? local.AddHours(1) : local;
        return new DateTimeOffset(local, zone.GetUtcOffset(local));
    }

    /// <summary>Names every fault of it.</summary>
    public void Check(Faults faults, string at)
    {
        faults.Listed(Days, 0, 7, $"{at}.days");
        faults.Listed(Off, 0, MostOff, $"{at}.off");
        faults.Require(Days.Select(d => d.Day).Distinct().Count() == Days.Count, $"{at}.days", "must name each day of the week once");
        foreach (var (day, i) in Days.Select((d, i) => (d, i)))
        {
            faults.Listed(day.Spans, 1, MostSpans, $"{at}.days[{i}].spans");
            foreach (var (span, k) in day.Spans.Select((s, k) => (s, k)))
            {
                var before = k == 0 ? TimeOnly.MinValue : day.Spans[k - 1].To;
                faults.Require(
                    span.To > span.From && span.From >= before,
                    $"{at}.days[{i}].spans[{k}]",
                    "must end after it begins, and begin after the one before it ends, such as 8:00 to 12:00 and 13:00 to 17:00"
                );
            }
        }
    }
}

/// <summary>A day of the week with its hours.</summary>
/// <param name="Day">Which day.</param>
/// <param name="Spans">1 to 4, in order, none over another.</param>
public sealed record WorkingDay(Weekday Day, IReadOnlyList<ClockSpan> Spans);

/// <summary>From one time on the wall's clock to another.</summary>
public sealed record ClockSpan(TimeOnly From, TimeOnly To);

/// <summary>A day of the week.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Weekday>))]
public enum Weekday
{
    /// <summary>Sunday.</summary>
    Sunday,

    /// <summary>Monday.</summary>
    Monday,

    /// <summary>Tuesday.</summary>
    Tuesday,

    /// <summary>Wednesday.</summary>
    Wednesday,

    /// <summary>Thursday.</summary>
    Thursday,

    /// <summary>Friday.</summary>
    Friday,

    /// <summary>Saturday.</summary>
    Saturday,
}
