const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The time of day at the bench, by its clock: 14:05. */
export const clockTime = (iso: string): string => clock.format(new Date(iso));
