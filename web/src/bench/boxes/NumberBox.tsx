import { useId, type KeyboardEvent } from 'react';
import { useReader } from '../../entry/reader';
import { bareUnit, localMark, readEntry } from '../../entry/units';
import { writeSentence } from '../../entry/wording';
import { useKeyboard } from '../../ui/useKeyboard';
import { useFocus } from '../state/focus';
import { useText } from '../state/typed';
import { Labelled } from './Labelled';
import type { BoxProps } from '../state/work';
import { bothUnits } from './written';

/** A number or a word that is being typed, with what is understood of it, or why it can't be taken. */
export function NumberBox({ box, doing }: BoxProps) {
  const { slot, build, place, notice, open, disabled, keypad } = box;
  const { key, kind, dimension } = slot.slot;
  const reader = useReader();
  const id = useId();
  const text = useText(build, place);
  const input = useKeyboard<HTMLInputElement>(box.called);
  const refused = useFocus(({ refused: r }) => (r?.place === place && r.typed === text ? r.why : undefined));
  const number = kind === 'number';
  const unit = number ? bareUnit(dimension!, reader.units) : '';
  const understood =
    number && text.trim() !== '' ? readEntry(text, dimension!, unit, localMark()) : undefined;
  const asked = text === notice?.typed ? notice : undefined;
  const message =
    refused ?? (asked?.question ? writeSentence(asked.question, reader) : asked?.errors?.join(' '));
  // What was understood stands where the label was, before it is taken.
  const hint =
    message === undefined && understood?.ok
      ? bothUnits(slot.slot, understood.value, unit === understood.unit, reader)
      : undefined;

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    if (event.shiftKey) doing.back(key);
    else doing.takeTyped(key);
  };
  return (
    <Labelled
      box={box}
      htmlFor={id}
      understood={hint === undefined ? undefined : { id: `${id}-says`, words: hint }}
    >
      <div
        className={`relative flex h-[52px] items-center ${open ? 'border-4 border-mark bg-white' : 'border-2 border-structure bg-field-deep'}`}
      >
        <input
          id={id}
          ref={input}
          data-slot={key}
          className={`h-full w-full min-w-0 bg-transparent px-2 font-read ${text.length > 8 ? 'text-title' : 'text-reading'} font-semibold outline-none ${number ? 'text-right' : ''} ${open ? 'text-ink' : 'text-line'}`}
          inputMode={number ? (keypad ? 'none' : 'decimal') : 'text'}
          autoComplete="off"
          enterKeyHint="next"
          disabled={disabled}
          value={text}
          // A Space that was meant for a gauge that was not ready yet is no part of a number.
          onChange={(e) => doing.type(key, number ? e.target.value.trimStart() : e.target.value)}
          onFocus={() => doing.open(key)}
          onKeyDown={onKeyDown}
          aria-invalid={message !== undefined}
          aria-describedby={message !== undefined || hint ? `${id}-says` : undefined}
        />
        {unit && !/[a-zµ°"″]/i.test(text) && (
          <span className={`pr-2 text-base font-semibold ${open ? 'text-ink' : 'text-line'}`}>{unit}</span>
        )}
        {message !== undefined && (
          <p
            id={`${id}-says`}
            role="alert"
            className="absolute top-full left-0 z-20 mt-1 w-max group-data-low:top-auto group-data-low:bottom-full group-data-low:mb-1 max-w-[330px] px-3 py-1.5 font-read text-base leading-snug border-2 border-stop bg-white font-semibold text-stop"
          >
            {message}
          </p>
        )}
      </div>
    </Labelled>
  );
}
