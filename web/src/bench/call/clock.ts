import { useEffect, useState } from 'react';
import type { Judgement, Sentence } from '../../api/types';

/** The time, a few times a second, for whatever counts down. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** From when on something else is to be done, and what. */
interface Later {
  from: string;
  do: Sentence;
}

/** What a judgement says later, if that is something else. */
export const laterOf = ({ deadline, until, then }: Judgement): Later | null => {
  const at = deadline ?? until;
  return at && then ? { from: at, do: then } : null;
};

/** What is said at a time: the core gives both sentences and the time between them, the clock is looked at here alone. */
export const saidAt = (now: number, said: Sentence, later: Later | null | undefined): Sentence =>
  later && now >= Date.parse(later.from) ? later.do : said;

/** What is said now, and otherwise from when it turns. */
export function useSaid(said: Sentence, later: Later | null | undefined): Sentence {
  const at = later ? Date.parse(later.from) : Infinity;
  const [turned, setTurned] = useState(() => Date.now() >= at);
  useEffect(() => {
    const look = () => setTurned(Date.now() >= at);
    look();
    if (at === Infinity) return undefined;
    const timer = setInterval(look, 1_000);
    return () => clearInterval(timer);
  }, [at]);
  return saidAt(turned ? at : -Infinity, said, later);
}

/** A span of seconds: minutes and seconds below an hour, hours and minutes below two days, then days. */
export function spanText(seconds: number): string {
  const s = Math.max(0, Math.ceil(seconds));
  if (s < 3600) return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')} min`;
  const minutes = Math.ceil(s / 60);
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
  return `${Math.ceil(minutes / 60 / 24)} days`;
}

/** A time of day, with its day where that is not today. */
export function clockText(at: string): string {
  const time = new Date(at);
  const today = time.toDateString() === new Date().toDateString();
  return time.toLocaleString('en-GB', {
    ...(today ? {} : { weekday: 'short', day: 'numeric', month: 'short' }),
    hour: '2-digit',
    minute: '2-digit',
  });
}
