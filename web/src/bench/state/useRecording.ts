import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem } from '../../api/client';
import type { Instrument, PressWatchAnswer, RecordingNow, SlotRef, TraceColumns } from '../../api/types';

/** What is recorded at a place. It is recorded on the server; here it is only looked at. */
export interface Recorder {
  state: 'idle' | RecordingNow['stands'];
  id: string | null;
  trace: TraceColumns;
  /** Lines that the gauge lost on the way. */
  missed: number;
  /** Whether there are points enough to be kept. */
  enough: boolean;
  /** What the core says of a press on its way. */
  said: PressWatchAnswer | null;
  /** Why it was not begun. */
  refused: string | null;
  /** Begins; says whether it did. */
  start: () => Promise<boolean>;
  stop: () => void;
  /** Gives it up. */
  clear: () => void;
  /** It is kept: the place begins with nothing. */
  done: () => void;
}

interface Seen extends RecordingNow {
  place: string;
}

/** Looked at no more often than this, ms. */
const every = 100;
const pauseAfterFault = 500;
const nothing: TraceColumns = { x: [], y: [] };

/** What was known, and what came after it. */
const grown = (seen: Seen, now: RecordingNow): Seen => ({
  ...now,
  place: seen.place,
  // Another instance does not know what was said on the way.
  said: now.said ?? seen.said,
  points: {
    x: [...seen.points.x.slice(0, now.from), ...now.points.x],
    y: [...seen.points.y.slice(0, now.from), ...now.points.y],
  },
});

const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * The recording at a place: one that runs there, or was left there by a screen that went away, is found again.
 * @param build The build.
 * @param slot The place, where it takes a trace.
 * @param instrument What would record it.
 */
export function useRecording(
  build: string,
  slot: SlotRef | undefined,
  instrument: Instrument | null,
): Recorder {
  const gauge = instrument?.line != null ? instrument.id : null;
  const place = slot && `${build}/${JSON.stringify(slot)}`;
  const [seen, setSeen] = useState<Seen | null>(null);
  const [refused, setRefused] = useState<{ place: string; why: string } | null>(null);
  const begun = useRef<Promise<unknown>>(Promise.resolve());
  const here = seen !== null && seen.place === place ? seen : null;

  const at = useRef(slot);
  useEffect(() => {
    at.current = slot;
  });
  useEffect(() => {
    if (place === undefined) return undefined;
    let gone = false;
    void api.recordings(build, at.current!).then(
      ([open]) => !gone && open && setSeen((now) => (now?.place === place ? now : { ...open, place })),
      // It is looked for again when the place is opened again.
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [build, place]);

  const running = here?.stands === 'running' ? here.id : null;
  const known = useRef(0);
  useEffect(() => {
    known.current = here?.points.x.length ?? 0;
  });
  useEffect(() => {
    if (running === null) return undefined;
    let gone = false;
    const look = async () => {
      await begun.current;
      while (!gone) {
        const now = await api.recording(build, running, known.current).catch((e: unknown) => e);
        if (gone) return;
        if (now instanceof Problem) {
          if (now.status === 404) setSeen((s) => (s?.id === running ? null : s));
          await later(pauseAfterFault);
        } else {
          setSeen((s) => (s?.id === running ? grown(s, now as RecordingNow) : s));
          await later(every);
        }
      }
    };
    void look();
    return () => {
      gone = true;
    };
  }, [build, running]);

  const start = useCallback(async () => {
    if (place === undefined || gauge === null) return false;
    const id = uuid();
    setRefused(null);
    const sent = api.beginRecording(build, { id, slot: at.current!, gauge });
    begun.current = sent.catch(() => undefined);
    try {
      const now = await sent;
      setSeen({ ...now, place });
      return true;
    } catch (e) {
      if (!(e instanceof Problem)) throw e;
      setRefused({ place, why: Object.values(e.errors).flat().join(' ') || e.message });
      return false;
    }
  }, [build, place, gauge]);

  const stop = useCallback(() => {
    if (running === null) return;
    void begun.current
      .then(() => api.endRecording(build, running, false))
      .then(
        (now) => setSeen((s) => (s?.id === running ? grown(s, now) : s)),
        // It goes on until it stands still, or is stopped again.
        () => undefined,
      );
  }, [build, running]);

  const id = here?.id ?? null;
  const done = useCallback(() => setSeen(null), []);
  const clear = useCallback(() => {
    setSeen(null);
    setRefused(null);
    if (id !== null) void api.endRecording(build, id, true).catch(() => undefined);
  }, [build, id]);

  return {
    state: here?.stands ?? 'idle',
    id,
    trace: here?.points ?? nothing,
    missed: here?.missed ?? 0,
    enough: here?.enough ?? false,
    said: here?.said ?? null,
    refused: refused !== null && refused.place === place ? refused.why : null,
    start,
    stop,
    clear,
    done,
  };
}
