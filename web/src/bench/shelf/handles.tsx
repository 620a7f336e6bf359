import { useState } from 'react';
import type { Slot } from '../../api/types';
import { useReader } from '../../entry/reader';
import { clockIn } from '../../entry/wording';
import type { Hand } from '../state/useHand';

/** What a simulated press can be made to meet. */
const starts = {
  square: { words: 'Made to start square', next: 'cocked' },
  cocked: { words: 'Made to start cocked', next: 'worn' },
  worn: { words: 'Made with a worn body', next: 'square' },
} as const;

/** A simulated gauge has a handle: what a hand would do to the real one. */
export function Handle({ hand, slot }: { hand: Hand; slot: Slot }) {
  const [start, setStart] = useState<keyof typeof starts>('square');
  if (!hand.instrument?.simulated || !hand.now?.up) return null;
  const handle = 'min-h-[60px] border-2 border-ink bg-page px-2 text-base leading-tight font-bold';
  if (slot.trace?.y === 'force')
    return (
      <button
        type="button"
        className={`${handle} max-w-[128px]`}
        disabled={hand.recorder.state === 'running'}
        onClick={() => {
          const { next } = starts[start];
          void hand.aim({ start: next });
          setStart(next);
        }}
      >
        {starts[start].words}
      </button>
    );
  if (hand.crank !== null && slot.angleDeg != null)
    return (
      <span className="flex gap-1" role="group" aria-label="Turn the crank">
        {([-45, 45] as const).map((by) => (
          <button
            key={by}
            type="button"
            className={handle}
            onClick={() =>
              void hand.aim({ crank: String(Math.round(((hand.crank! + by + 360) % 360) / 45) * 45) })
            }
          >
            {by < 0 ? '↺' : '↻'} 45°
          </button>
        ))}
      </span>
    );
  return null;
}

const tapMm = 0.02;

/** Turns the dial to where it is parked, then taps the part: what a soft hammer would do. */
export function ParkHandle({
  hand,
  park,
  move,
}: {
  hand: Hand;
  park: { angleDeg: number };
  move: { moveMm: number; moveDeg?: number | null } | undefined;
}) {
  const reader = useReader();
  if (!hand.instrument?.simulated || !hand.now?.up || hand.crank === null || move?.moveDeg == null)
    return null;
  const handle = 'min-h-[60px] border-2 border-ink bg-page px-2 text-base leading-tight font-bold';
  const away = Math.abs(((hand.crank - park.angleDeg + 540) % 360) - 180) > 2;
  return away ? (
    <button type="button" className={handle} onClick={() => void hand.aim({ crank: String(park.angleDeg) })}>
      Dial to {clockIn(park.angleDeg, reader)}
    </button>
  ) : (
    <button
      type="button"
      className={`${handle} max-w-[128px]`}
      onClick={() => void hand.aim({ tap: `${tapMm}@${move.moveDeg!.toFixed(1)}` })}
    >
      Tap it towards {clockIn(move.moveDeg, reader)}
    </button>
  );
}
