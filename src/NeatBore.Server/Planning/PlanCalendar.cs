using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NeatBore.Plan.Shop;

namespace NeatBore.Server.Planning;

/// <summary>A plan as iCalendar (RFC 5545): an event for each time that hands are on a job, in the zone of the shop's clock.</summary>
internal static class PlanCalendar
{
    public static string Of(PlanNow now, string? person)
    {
        var names = now.People.ToDictionary(p => p.Id, p => p.Name, StringComparer.Ordinal);
        var calendar = new Calendar { ProductId = "-//Neat Bore//Plan//EN", Method = "PUBLISH" };
        calendar.AddProperty("X-WR-CALNAME", person is null ? "Plan" : $"Plan, {names[person]}");
        calendar.AddTimeZone(VTimeZone.FromDateTimeZone(now.Zone, now.Now.UtcDateTime.AddMonths(-1), false));
        foreach (var block in now.Plan?.Blocks.Where(b => person is null || b.People.Contains(person)) ?? [])
        {
            foreach (var (part, i) in block.Parts.Select((p, i) => (p, i)))
            {
                calendar.Events.Add(
                    new CalendarEvent
                    {
                        Uid = $"{block.Id}/{i}@neat-bore",
                        DtStamp = new CalDateTime(now.Plan!.At.UtcDateTime, "UTC"),
                        Start = Local(part.From, now.Zone),
                        End = Local(part.To, now.Zone),
                        Summary = $"{block.Number} {block.Title}{(block.Left.Length > 0 ? $", {block.Left}" : "")}",
                        Description = Words(block, names),
                    }
                );
            }
        }

        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    private static string Words(Block block, Dictionary<string, string> names)
    {
        string[] lines =
        [
            $"With {string.Join(" and ", block.People.Select(p => names.GetValueOrDefault(p, p)))}.",
            block.Wait.Length > 0 ? $"Then: {block.Wait}, until {block.ReadyAt:ddd H:mm}." : "",
            block.BeginBy is { } by ? $"It has to begin by {by:H:mm}." : "",
            $"Minutes: {block.Minutes}.",
        ];
        return string.Join('\n', lines.Where(l => l.Length > 0));
    }

    private static CalDateTime Local(DateTimeOffset at, string zone) =>
        new(
            DateTime.SpecifyKind(
                TimeZoneInfo.ConvertTime(at, TimeZoneInfo.FindSystemTimeZoneById(zone)).DateTime,
                DateTimeKind.Unspecified
            ),
            zone
        );
}
