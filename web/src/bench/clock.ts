import { useEffect, useState } from 'react';

/** The time, a few times a second, for whatever counts down. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** A span of seconds: minutes and seconds below an hour, hours and minutes below two days, then days. */
export function spanText(seconds: number): string {
  const s = Math.max(0, Math.ceil(seconds));
  if (s < 3600) return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')} min`;
  const minutes = Math.ceil(s / 60);
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
  return `${Math.ceil(minutes / 60 / 24)} days`;
}
