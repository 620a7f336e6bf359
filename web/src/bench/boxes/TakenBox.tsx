import type { ReadingState } from '../../api/types';
import { useReader } from '../../entry/reader';
import { bareUnit } from '../../entry/units';
import { useKeyboard } from '../../ui/useKeyboard';
import { Labelled } from './Labelled';
import type { BoxProps } from '../state/work';
import { StrikePopover } from './StrikePopover';
import { written } from './written';

/** A reading that is in the record. It opens to be struck. */
export function TakenBox({ box, doing, reading }: BoxProps & { reading: ReadingState }) {
  const { key, kind, label, dimension } = box.slot.slot;
  const reader = useReader();
  const text = written(box.slot.slot, reading, reader);
  const unit = kind === 'number' ? bareUnit(dimension!, reader.units) : '';
  const button = useKeyboard<HTMLButtonElement>(box.called);
  const size =
    kind === 'trace'
      ? 'text-base'
      : (text.length > 6 && unit) || kind === 'tool'
        ? 'text-title'
        : 'text-reading';
  return (
    <Labelled box={box}>
      <StrikePopover reading={reading} said={`${label}: ${text} ${unit}`} doing={doing}>
        <button
          type="button"
          ref={button}
          data-taken={key}
          className={`flex h-[52px] w-full items-center border-2 border-structure bg-field-deep px-2 font-read ${size} font-semibold text-line ${unit ? 'justify-end' : ''}`}
          aria-label={`${label}: ${text} ${unit}, taken. Open to cross it out.`}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && e.shiftKey) {
              e.preventDefault();
              doing.back(key);
            }
          }}
        >
          <span className="truncate">{text}</span>{' '}
          {unit && <span className="ml-1 font-sans text-base text-line">{unit}</span>}
        </button>
      </StrikePopover>
    </Labelled>
  );
}
