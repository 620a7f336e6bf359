import { useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import type { PressWatchAnswer, StepState, TraceColumns } from '../api/types';

/** Asked no more often than this, ms; and never before the last was answered, so that a slow line still speaks. */
const every = 120;
const newest = 200;
const least = 5;

/**
 * What the core says of a press while it moves, never worked out here. What was seen on the way stays said until what
 * was recorded is kept or given up, and a stop is not talked over.
 */
export function usePressWatch(
  step: StepState,
  live: TraceColumns | undefined,
  recorded: boolean,
): PressWatchAnswer | undefined {
  const [said, setSaid] = useState<PressWatchAnswer>();
  const where = step.now.answer?.calculator === 'draw-travel' ? step.now.answer : undefined;
  const curve = where?.curve;
  const watching = recorded && curve != null && (curve[curve.length - 1]?.highN ?? 0) > 0;
  const [was, setWas] = useState(watching);
  if (was !== watching) {
    setWas(watching);
    setSaid(undefined);
  }

  const now = useRef({ live, where });
  useEffect(() => {
    now.current = { live, where };
  });
  useEffect(() => {
    if (!watching) return undefined;
    let gone = false;
    let asked = 0;
    const ask = async () => {
      const { live: trace, where: at } = now.current;
      const count = trace?.x.length ?? 0;
      if (at?.curve && count >= least && count !== asked) {
        asked = count;
        const from = Math.max(0, count - newest);
        const points = [trace!.x[0]!, ...trace!.x.slice(from + 1)].map((x, i) => ({
          travelMm: x + at.engagedMm,
          forceN: trace!.y[i === 0 ? 0 : from + i]!,
        }));
        const answer = await api
          .pressWatch({
            points,
            expected: { curve: at.curve.map((p) => ({ ...p })) },
            seatTravelMm: at.curve[at.curve.length - 1]!.travelMm,
          })
          .catch(() => undefined);
        if (!gone && answer) setSaid((before) => (before?.call?.verdict === 'stop' ? before : answer));
      }
      if (!gone) timer = setTimeout(() => void ask(), every);
    };
    let timer = setTimeout(() => void ask(), every);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [watching]);
  return said;
}
