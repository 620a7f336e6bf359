import type { Slot } from '../../api/types';
import { useReader } from '../../entry/reader';
import { writeNumber, writeQuantity } from '../../entry/wording';
import type { Hand } from '../state/useHand';

/** What the gauge in hand shows now. */
export function LiveValue({ hand, slot }: { hand: Hand; slot: Slot }) {
  const reader = useReader();
  const say = (quantity: string, dimension: NonNullable<Slot['dimension']>, resolution: number) => {
    const sample = hand.now?.values[quantity];
    return sample ? writeQuantity({ value: sample.value, dimension, resolution }, reader) : '…';
  };
  const trace = slot.trace;
  return (
    <span
      className="flex min-w-[4.6em] flex-col items-end border-2 border-ink bg-white px-2 font-read text-reading font-semibold text-ink"
      aria-label={`${hand.instrument!.name} shows`}
      data-live={hand.steady ? 'steady' : 'moving'}
    >
      {trace ? (
        <>
          <span>
            {say(trace.y === 'torque' ? 'torque' : 'force', trace.y, trace.y === 'torque' ? 1 : 100)}
          </span>
          <span className="font-sans text-base">
            {say(trace.x === 'angle' ? 'angle' : 'travel', trace.x, trace.x === 'angle' ? 1 : 0.1)}
          </span>
        </>
      ) : (
        <>
          <span>{say(slot.dimension!, slot.dimension!, Math.min(slot.resolution, 0.01))}</span>
          {hand.crank !== null && (
            <span className="font-sans text-base">{`at ${writeNumber(hand.crank, 1)}°`}</span>
          )}
        </>
      )}
    </span>
  );
}
