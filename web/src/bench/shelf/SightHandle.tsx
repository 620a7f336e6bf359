import { useState } from 'react';
import type { Sight } from '../../figures/cam/bearing';
import { stepMm } from '../boxes/SightBox';

/** Moves the metal, or says that a passage is shut, or on which side a bent wire catches. */
export function SightHandle({
  sight,
  size,
  onMove,
  onTake,
}: {
  sight: Sight;
  size: number;
  onMove: (sight: Sight) => void;
  onTake: (sight: Sight) => void;
}) {
  const [wire, setWire] = useState(false);
  const key = 'min-h-[60px] min-w-[48px] border-2 border-ink bg-page px-1.5 text-base font-bold';
  // As the eye sees it: front up, clockwise to the left.
  const ways = [
    ['front', 0, -1],
    ['rear', 0, 1],
    ['left', 1, 0],
    ['right', -1, 0],
  ] as const;
  return (
    <div
      className="flex items-center gap-1.5 border-r border-rule px-2 py-1"
      role="group"
      aria-label="The metal"
    >
      <span className="w-[3.2em] text-base leading-tight">{wire ? 'It catches' : 'Move the metal'}</span>
      {ways.map(([words, around, along]) => (
        <button
          key={words}
          type="button"
          className={key}
          onClick={() => {
            if (!wire)
              onMove({
                kind: 'seen',
                aroundMm: sight.aroundMm + around * stepMm,
                alongMm: sight.alongMm + along * stepMm,
              });
            else {
              setWire(false);
              // The metal's edge is where the wire catches, so the hole stands off the other way.
              onTake({ kind: 'wire', aroundMm: (-around * size) / 4, alongMm: (-along * size) / 4 });
            }
          }}
        >
          {words}
        </button>
      ))}
      <button type="button" className={key} onClick={() => onTake({ kind: 'shut', aroundMm: 0, alongMm: 0 })}>
        Shut
      </button>
      <button type="button" className={key} aria-pressed={wire} onClick={() => setWire(!wire)}>
        {wire ? 'By eye' : 'Wire…'}
      </button>
    </div>
  );
}
