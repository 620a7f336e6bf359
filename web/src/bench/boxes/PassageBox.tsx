import type { ReadingState } from '../../api/types';
import type { BoxProps } from '../state/work';
import { EyePicture, SightBox } from './SightBox';
import { StrikePopover } from './StrikePopover';

/** What is seen down a passage: moved while it is open, struck like any reading once it is taken. */
export function PassageBox({ box, doing, reading }: BoxProps & { reading: ReadingState | undefined }) {
  const { slot, keypad: drawn, sight } = box;
  const { key, label } = slot.slot;
  if (!sight) return null;
  if (!reading?.sight)
    return <SightBox box={box} doing={doing} sheet={sight.sheet} item={sight.item} sight={sight.seen} />;
  return (
    <StrikePopover reading={reading} said={`${label}: ${reading.typed}`} doing={doing}>
      <button
        type="button"
        data-taken={key}
        aria-label={`${label}: ${reading.typed}`}
        className={`block ${drawn ? 'w-full bg-field-deep' : 'h-[160px] w-[192px] bg-transparent'}`}
      >
        {drawn && <EyePicture sheet={sight.sheet} item={sight.item} passage={key} sight={reading.sight} />}
      </button>
    </StrikePopover>
  );
}
