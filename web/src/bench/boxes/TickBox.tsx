import { Checkbox } from 'radix-ui';
import type { KeyboardEvent } from 'react';
import type { ReadingState } from '../../api/types';
import { frame } from '../../ui/frame';
import { useKeyboard } from '../../ui/useKeyboard';
import type { BoxProps } from '../state/work';
import { StrikePopover } from './StrikePopover';

const look =
  'flex min-h-16 w-[400px] max-w-full max-lg:w-full items-center gap-3 px-3 py-1 text-left font-read text-[1.25rem] leading-tight font-semibold';

/** Something that is done and ticked. A tick that is in the record opens to be struck. */
export function TickBox({ box, doing, reading }: BoxProps & { reading: ReadingState | undefined }) {
  const { key, label } = box.slot.slot;
  const waits = box.waiting !== undefined;
  const own = useKeyboard<HTMLButtonElement>(box.called);
  const content = (
    <>
      <Mark ticked={reading !== undefined || waits} />
      <span>{label}</span>
    </>
  );
  if (reading)
    return (
      <StrikePopover reading={reading} said={label} doing={doing}>
        <button
          type="button"
          ref={own}
          data-taken={key}
          aria-label={`${label}: ticked. Open to cross it out.`}
          className={`${look} ${frame(false)}`}
        >
          {content}
        </button>
      </StrikePopover>
    );
  const tick = () => !waits && doing.take(key, 'done');
  return (
    <Checkbox.Root
      ref={own}
      checked={waits}
      data-slot={key}
      disabled={box.disabled}
      className={`${look} ${frame(box.open)} ${waits ? 'border-dashed' : ''}`}
      onFocus={() => doing.open(key)}
      onCheckedChange={tick}
      // A checkbox of itself heeds only Space; here Enter takes, as at any other place.
      onKeyDown={(event: KeyboardEvent) => {
        if (event.key !== 'Enter') return;
        event.preventDefault();
        if (event.shiftKey) doing.back(key);
        else tick();
      }}
    >
      {content}
    </Checkbox.Root>
  );
}

function Mark({ ticked }: { ticked: boolean }) {
  return (
    <svg
      width="32"
      height="32"
      viewBox="0 0 32 32"
      fill="none"
      stroke="currentColor"
      strokeWidth="3"
      className="shrink-0"
      aria-hidden="true"
    >
      <rect x="3" y="3" width="26" height="26" />
      {ticked && <path d="M8 16l6 7L25 7" strokeWidth="4" />}
    </svg>
  );
}
