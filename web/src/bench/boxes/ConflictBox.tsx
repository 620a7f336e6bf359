import type { ReadingState } from '../../api/types';
import { useReader } from '../../entry/reader';
import { labelIn } from '../../entry/wording';
import type { BoxProps } from '../state/work';
import { StrikePopover } from './StrikePopover';
import { written } from './written';

/** Two read at once at one place: neither is lost, and one has to be struck. */
export function ConflictBox({ box: { slot }, doing, live }: BoxProps & { live: readonly ReadingState[] }) {
  const reader = useReader();
  return (
    <div
      className="w-[190px] border-4 border-mark bg-white p-1 text-ink"
      role="group"
      aria-label={`${labelIn(slot.slot.label, reader)}: two readings`}
    >
      <p className="text-base font-bold">Two here. Cross one out:</p>
      {live.map((reading) => (
        <StrikePopover
          key={reading.id}
          reading={reading}
          said={`${reading.by.name}’s ${written(slot.slot, reading, reader)}`}
          doing={doing}
        >
          <button
            type="button"
            className="flex h-[52px] w-full items-center justify-between border-t-2 border-ink px-1 font-read text-title font-semibold"
          >
            {written(slot.slot, reading, reader)}
            <span className="font-sans text-base">{reading.by.name}</span>
          </button>
        </StrikePopover>
      ))}
    </div>
  );
}
