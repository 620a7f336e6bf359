import { useId } from 'react';
import type { WantedValue } from '../../api/types';
import { useReader } from '../../entry/reader';
import { bareUnit, localMark, readEntry } from '../../entry/units';
import { writeQuantity } from '../../entry/wording';
import { useKeyboard } from '../../ui/useKeyboard';
import { knowKey, typed, useNotices, useText } from '../state/typed';

interface Props {
  build: string;
  value: WantedValue;
  /** Its place in the order of entry, for the printed card. */
  number: number;
  /** As it was typed, while it is on its way. */
  waiting: string | undefined;
  /** Changes when the keyboard is called to it. */
  called: string | null;
  open: boolean;
  onOpen: () => void;
  /** Whether what is typed is told when the hand leaves the box, too. */
  keeps: boolean;
  /** What was typed, null for nothing; and whether the hand goes on to what is wanted next. */
  onTell: (typed: string | null, goOn: boolean) => void;
}

const source = { manual: 'engine’s manual', measured: 'measured here', house: 'house rule' } as const;

/** Where a value came from, or what happens while it is not known. */
export function originOf(value: WantedValue): string {
  if (value.source === 'default') return 'Neat Bore default: type yours';
  if (value.source && value.by) return `${source[value.source]}, ${value.by}`;
  if (value.source) return source[value.source];
  if (value.number != null || value.word != null) return 'on the sheet';
  return value.need === 'skip' ? 'may stay unknown' : value.need === 'rule' ? 'follows from the others' : '';
}

/** A value as it is written in a box. */
function useWritten(value: WantedValue): string {
  const reader = useReader();
  if (value.number == null) return '';
  const resolution = value.dimension === 'count' ? 1 : value.dimension === 'length' ? 0.001 : 0.1;
  const words = writeQuantity({ value: value.number, dimension: value.dimension, resolution }, reader);
  // A size is written as a person would: no zeros behind it.
  return words.replace(/^([−\d]+\.\d*?)0+(?= |$|°)/u, '$1').replace(/\.(?= |$|°)/u, '');
}

const frame = (open: boolean, missing: boolean): string =>
  open
    ? 'border-4 border-mark bg-white text-ink'
    : missing
      ? 'border-2 border-mark bg-field-deep text-line'
      : 'border-2 border-structure bg-field-deep text-line';

/** Letters of a choice that one column holds. */
const mostInOne = 15;

/** One value of the engine, typed on its card. */
export function ValueBox({ build, value, number, waiting, called, open, onOpen, keeps, onTell }: Props) {
  const reader = useReader();
  const id = useId();
  const key = knowKey(value.path);
  const text = useText(build, key);
  const notice = useNotices(build)[key];
  const input = useKeyboard<HTMLInputElement>(called);
  const select = useKeyboard<HTMLSelectElement>(called);
  const written = useWritten(value);
  const unit = value.words ? '' : bareUnit(value.dimension, reader.units);
  const understood = text.trim() === '' ? undefined : readEntry(text, value.dimension, unit, localMark());
  const wrong = (notice && text === notice.typed ? notice.errors?.join(' ') : undefined) ?? value.fault;
  const missing = value.missing && waiting === undefined;
  const wide = value.words?.some((w) => w.label.length > mostInOne) ?? false;
  // Nothing typed is nothing told: the hand only goes on.
  const told = text.trim() === '' ? null : text;
  return (
    <div className={`group relative w-full ${wide ? 'col-span-2' : ''}`}>
      {value.words ? (
        <select
          id={id}
          ref={select}
          className={`h-[52px] w-full px-1.5 font-read text-base font-semibold outline-none ${frame(open, missing)}`}
          value={waiting ?? value.word ?? ''}
          onFocus={onOpen}
          onChange={(e) => onTell(e.target.value, true)}
          aria-describedby={`${id}-from`}
        >
          <option value="">not known</option>
          {value.words.map((w) => (
            <option key={w.id} value={w.id}>
              {w.label}
            </option>
          ))}
        </select>
      ) : (
        <div className={`flex h-[52px] items-center ${frame(open, missing)}`}>
          <input
            id={id}
            ref={input}
            className="h-full w-full min-w-0 bg-transparent px-2 text-right font-read text-title font-semibold outline-none placeholder:text-current placeholder:opacity-100"
            inputMode={/\/(major|pitch)Mm$/.test(value.path) ? 'text' : 'decimal'}
            autoComplete="off"
            enterKeyHint="next"
            value={text}
            placeholder={waiting ?? written}
            onFocus={onOpen}
            onChange={(e) => typed.draft(build, key, e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== 'Enter') return;
              e.preventDefault();
              onTell(told, true);
            }}
            onBlur={() => told !== null && !notice && keeps && onTell(told, false)}
            aria-invalid={wrong != null}
            aria-describedby={`${id}-from`}
          />
          {(text !== '' || (written === '' && waiting === undefined)) && !/[a-zµ°"″]/i.test(text) && (
            <span className="pr-2 text-base font-semibold">{unit}</span>
          )}
        </div>
      )}
      <label
        htmlFor={id}
        data-number={number}
        className="mt-0.5 block text-base leading-tight text-line before:mr-1 before:hidden before:font-bold before:content-[attr(data-number)] print:before:inline"
      >
        {value.label}
      </label>
      <span
        id={`${id}-from`}
        className={`block text-base leading-tight ${missing ? 'text-mark' : 'text-structure'}`}
      >
        {waiting !== undefined
          ? 'on its way'
          : understood?.ok && unit !== understood.unit
            ? writeQuantity(
                { value: understood.value, dimension: value.dimension, resolution: 0.001 },
                reader,
              )
            : missing
              ? 'still to know'
              : originOf(value)}
      </span>
      {open &&
        value.number != null &&
        value.source != null &&
        value.source !== 'default' &&
        waiting === undefined && (
          <button
            type="button"
            className="min-h-11 text-base font-semibold text-line underline print:hidden"
            // Before the box is left and what stands in it is told.
            onMouseDown={(e) => e.preventDefault()}
            onClick={() => onTell('', false)}
          >
            not known after all
          </button>
        )}
      {wrong != null && (
        <p
          role="alert"
          className="mt-1 border-2 border-stop bg-white px-2 py-1 font-read text-base leading-snug font-semibold text-stop"
        >
          {wrong}
        </p>
      )}
    </div>
  );
}
