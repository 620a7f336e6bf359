import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { api } from '../api/client';
import { useGauge, type GaugeLine, type GaugeNow } from '../api/live';
import type { Instrument, Slot, TraceColumns } from '../api/types';
import { writeNumber } from '../entry/wording';

/** What a trace is doing. */
export interface Recorder {
  state: 'idle' | 'running' | 'stopped';
  trace: TraceColumns;
  /** Lines that the gauge lost on the way. */
  missed: number;
  start: () => void;
  stop: () => void;
  clear: () => void;
}

/** The instrument in hand at the open place. */
export interface Hand {
  instrument: Instrument | null;
  /** How its line is; null where it is read by eye. */
  now: GaugeNow | null;
  /** What it shows of what the place wants, as it would be typed; null where there is nothing yet. */
  reading: string | null;
  /** Whether what it shows stands still, to what the place asks for. */
  steady: boolean;
  /** Whether a stand-in has been set up for the open place; a real gauge always is. */
  ready: boolean;
  /** Where a dial that is turned with the crank stands, degrees. */
  crank: number | null;
  recorder: Recorder;
  aim: (set: Record<string, string>) => Promise<void>;
}

const quantityOf: Partial<Record<string, string>> = {
  length: 'length',
  temperature: 'temperature',
  torque: 'torque',
  angle: 'angle',
  force: 'force',
};
const baseUnit: Partial<Record<string, string>> = {
  length: 'mm',
  temperature: '°C',
  torque: 'N·m',
  angle: '°',
  force: 'N',
};

const standsStillFor = 1200;
/** A wrench that clicked is let go at once. */
const pullStandsStillFor = 500;
/** So many lines that stand still: what is held up on its way has not stopped. */
const stillLines = 15;
const atMost = 20_000;

/** Records one quantity against another as they come, and stops by itself when nothing moves any more. */
function useRecorder(line: GaugeLine | null, x: string, y: string, place: string | undefined): Recorder {
  const columns = useRef<{ x: number[]; y: number[]; at: number; missed: number }>({
    x: [],
    y: [],
    at: 0,
    missed: 0,
  });
  const [state, setState] = useState<Recorder['state']>('idle');
  const [trace, setTrace] = useState<TraceColumns>({ x: [], y: [] });
  const [missed, setMissed] = useState(0);

  const show = useCallback(() => {
    setTrace({ x: [...columns.current.x], y: [...columns.current.y] });
    setMissed(columns.current.missed);
  }, []);
  const clear = useCallback(() => {
    columns.current = { x: [], y: [], at: 0, missed: 0 };
    setState('idle');
    show();
  }, [show]);
  const stop = useCallback(() => {
    setState((s) => (s === 'running' ? 'stopped' : s));
    show();
  }, [show]);

  // Another place begins with nothing.
  const [was, setWas] = useState(place);
  if (was !== place) {
    setWas(place);
    setState('idle');
    setTrace({ x: [], y: [] });
    setMissed(0);
  }

  useEffect(() => {
    if (state !== 'running' || line === null) return undefined;
    const kept = columns.current;
    let along: number | undefined;
    let still = 0;
    kept.at = performance.now();
    const silence = line.hear((sample) => {
      kept.missed += sample.missed ?? 0;
      if (sample.quantity === x) along = sample.value;
      if (sample.quantity !== y || along === undefined) return;
      const last = kept.x[kept.x.length - 1];
      // What stands still is not recorded again and again.
      if (last !== undefined && Math.abs(along - last) < 0.015) {
        still++;
        return;
      }
      still = 0;
      kept.at = performance.now();
      if (kept.x.length < atMost) {
        kept.x.push(along);
        kept.y.push(sample.value);
      }
    });
    const timer = setInterval(() => {
      show();
      if (
        kept.x.length > 3 &&
        still >= stillLines &&
        performance.now() - kept.at > (y === 'torque' ? pullStandsStillFor : standsStillFor)
      )
        stop();
    }, 120);
    return () => {
      silence();
      clearInterval(timer);
    };
  }, [state, line, x, y, show, stop]);

  const start = useCallback(() => {
    columns.current = { x: [], y: [], at: 0, missed: 0 };
    show();
    setState('running');
  }, [show]);
  return { state, trace, missed, start, stop, clear };
}

/** The instrument in hand: its live value, and for a stand-in, what it is set up with. */
export function useHand(
  instrument: Instrument | null,
  slot: Slot | undefined,
  place: string | undefined,
  /** The part that it is used on: a stand-in remembers how each sits. */
  part: string,
): Hand {
  const lined = instrument?.line != null ? instrument.id : null;
  const { now, line } = useGauge(lined);
  const simulated = instrument?.simulated === true;
  const aim = useCallback(
    (set: Record<string, string>) => {
      if (lined === null || !simulated) return Promise.resolve();
      // A stand-in that can't be reached says so by its line.
      const sent = api.aim(lined, set).catch(() => undefined);
      line?.hold(sent);
      return sent.then(() => undefined);
    },
    [lined, simulated, line],
  );

  const isTrace = slot?.kind === 'trace';
  const records = slot?.trace != null;
  const recorder = useRecorder(
    line,
    slot?.trace?.x === 'angle' ? 'angle' : 'travel',
    slot?.trace?.y === 'torque' ? 'torque' : 'force',
    place,
  );

  const setUp = useMemo(
    () =>
      slot && place
        ? JSON.stringify({
            place: place.replace(/[^A-Za-z0-9\-+./@_]/g, '_').slice(-60),
            part: part.replace(/[^A-Za-z0-9\-+./@_]/g, '_').slice(-60),
            ...(slot.expected != null ? { near: String(slot.expected) } : {}),
            ...Object.fromEntries(Object.entries(slot.rig ?? {}).map(([k, v]) => [k, String(v)])),
            ...(records ? { back: '1', start: 'square' } : {}),
          })
        : null,
    [slot, place, records, part],
  );
  const [ready, setReady] = useState<string | null>(null);
  useEffect(() => {
    if (setUp !== null && now.up)
      void aim(JSON.parse(setUp) as Record<string, string>).then(() => setReady(setUp));
  }, [setUp, aim, now.up]);

  const quantity = slot?.dimension ? quantityOf[slot.dimension] : undefined;
  const sample = quantity && !isTrace ? now.values[quantity] : undefined;
  return {
    instrument,
    now: lined === null ? null : now,
    reading:
      sample && now.up
        ? `${writeNumber(sample.value, Math.min(slot!.resolution!, 0.01))} ${baseUnit[slot!.dimension!]}`
        : null,
    steady:
      slot?.resolution != null && now.spread <= 2.5 * slot.resolution && (!simulated || ready === setUp),
    ready: !simulated || ready === setUp,
    crank: now.values['angle'] && slot?.dimension === 'length' ? now.values['angle'].value : null,
    recorder,
    aim,
  };
}
