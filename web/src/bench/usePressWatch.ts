import { useEffect, useState } from 'react';
import { api } from '../api/client';
import type { PressWatchAnswer, StepState, TraceColumns } from '../api/types';

const every = 250;
const newest = 200;

/** What the core says of a press while it moves: asked a few times a second, never worked out here. */
export function usePressWatch(
  step: StepState,
  live: TraceColumns | undefined,
  /** From when it begins to move until what was recorded is kept or given up: what was seen on the way stays said. */
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

  const count = live?.x.length ?? 0;
  const beat = Math.floor(count / 8);
  useEffect(() => {
    if (!watching || count < 5) return undefined;
    let gone = false;
    const timer = setTimeout(() => {
      const first = live!.x[0]!;
      const from = Math.max(0, count - newest);
      const points = [first, ...live!.x.slice(from + 1)].map((x, i) => ({
        travelMm: x + where!.engagedMm,
        forceN: live!.y[i === 0 ? 0 : from + i]!,
      }));
      api
        .pressWatch({
          points,
          expected: { curve: curve.map((p) => ({ ...p })) },
          seatTravelMm: curve[curve.length - 1]!.travelMm,
        })
        .then((answer) => !gone && setSaid(answer))
        .catch(() => undefined);
    }, every / 4);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked as the trace grows, a beat at a time
  }, [watching, beat]);
  return said;
}
