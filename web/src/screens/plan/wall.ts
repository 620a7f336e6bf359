/** Times as the shop's own clock shows them: the server sends each with its offset, and a tablet elsewhere reads them alike. */

/** The day, as in 2026-06-01. */
export const dayOf = (at: string): string => at.slice(0, 10);

/** Minutes since midnight. */
export const minuteOf = (at: string): number => Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16));

/** The time of day, as in 8:30. */
export const timeOf = (at: string): string => `${Number(at.slice(11, 13))}:${at.slice(14, 16)}`;

/** Minutes since midnight as a time of day. */
export const minuteText = (minute: number): string =>
  `${Math.floor(minute / 60)}:${String(Math.round(minute) % 60).padStart(2, '0')}`;

/** The same with two figures for the hour, as it stands in lists. */
export const clockText = (minute: number): string => minuteText(minute).padStart(5, '0');

const noon = (day: string): Date => new Date(`${day}T12:00:00Z`);

/** A day by its name in the week. */
export const dayName = (day: string, style: 'short' | 'long' = 'long'): string =>
  noon(day).toLocaleDateString('en-GB', { weekday: style, timeZone: 'UTC' });

/** The day so many days later. */
export const dayAfter = (day: string, days: number): string => {
  const date = noon(day);
  date.setUTCDate(date.getUTCDate() + days);
  return date.toISOString().slice(0, 10);
};

/** The offset of a time, as in +02:00. */
export const offsetOf = (at: string): string =>
  /(?:Z|[+-]\d\d:\d\d)$/.exec(at)?.[0].replace('Z', '+00:00') ?? '+00:00';

/** A minute of a day as a time with an offset. */
export const timeAt = (day: string, minute: number, offset: string): string =>
  `${day}T${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}:00${offset}`;

/** A time as it is said on a day: with the day's name where that is another. */
export const saidOn = (day: string, at: string): string =>
  dayOf(at) === day ? timeOf(at) : `${dayName(dayOf(at))} ${timeOf(at)}`;
