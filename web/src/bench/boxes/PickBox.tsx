import { ToggleGroup } from 'radix-ui';
import type { ReadingState } from '../../api/types';
import { useKeyboard } from '../../ui/useKeyboard';
import type { BoxProps } from '../state/work';
import { StrikePopover } from './StrikePopover';

/** What was found, one of a few words. */
export function PickBox({ box, doing, reading }: BoxProps & { reading: ReadingState | undefined }) {
  const { slot, open, disabled, waiting } = box;
  const { key, label, options = [] } = slot.slot;
  const first = useKeyboard<HTMLButtonElement>(box.called);
  return (
    <div className="w-full">
      <p className="text-base text-line">{label}</p>
      {reading ? (
        <StrikePopover reading={reading} said={`${label}: ${reading.typed}`} doing={doing}>
          <button
            type="button"
            ref={first}
            data-taken={key}
            className="flex min-h-[52px] w-full items-center border-2 border-structure bg-field-deep px-3 text-left font-read text-[1.25rem] font-semibold text-line"
          >
            ■&nbsp;{reading.typed}
          </button>
        </StrikePopover>
      ) : (
        // Arrow keys only go from one to the other: each that is picked would stand in the record.
        <ToggleGroup.Root
          type="single"
          value={waiting ?? ''}
          disabled={disabled}
          onValueChange={(option) => option && doing.take(key, option)}
          aria-label={label}
          className={`flex flex-wrap gap-1 ${open ? 'border-4 border-mark p-0.5' : 'p-1.5'}`}
        >
          {(options ?? []).map((option, i) => (
            <ToggleGroup.Item
              key={option.id}
              value={option.id}
              ref={i === 0 ? first : undefined}
              data-slot={i === 0 ? key : undefined}
              onFocus={() => doing.open(key)}
              className="min-h-11 grow border-2 border-structure bg-field-deep px-3 text-base font-semibold text-line data-[state=on]:bg-line data-[state=on]:text-field"
            >
              {option.label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      )}
    </div>
  );
}
