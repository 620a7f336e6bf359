import { Popover, ToggleGroup } from 'radix-ui';
import { useId, useState, type KeyboardEvent, type ReactNode } from 'react';
import type { EngineSheet, ReadingState, Slot, SlotState, StrikeReason } from '../../api/types';
import type { GaugeNow } from '../../api/live';
import { bareUnit, localMark, readEntry } from '../../entry/units';
import { quantityParts, writeQuantity, writeSentence, type Reader } from '../../entry/wording';
import type { Sight } from '../../figures/camBearing';
import { useReader } from '../../entry/reader';
import { EyePicture, SightBox } from './SightBox';
import { ToolPicker } from './ToolBox';
import { typed as typedStore, useDraft, type Notice } from '../state/typed';
import type { Recorder } from '../state/useRecording';

interface Props {
  slot: SlotState;
  build: string;
  /** Names the place within the build. */
  place: string;
  /** What stood here in the round before. */
  before?: ReadingState | null | undefined;
  open: boolean;
  disabled: boolean;
  /** Typed, and not answered for by the server yet. */
  waiting: string | undefined;
  notice: Notice | undefined;
  /** What is being recorded here. */
  recorder?: Recorder | undefined;
  /** The line of the gauge in hand here. */
  now?: GaugeNow | null;
  /** Whether a keypad of the app's own stands beside it, so that the system's stays away. */
  keypad?: boolean;
  onTake: (typed: string, oddConfirmed: boolean) => void;
  onStrike: (reading: ReadingState, because: StrikeReason) => void;
  onOpen: () => void;
  onBack: () => void;
  focusRef: (element: HTMLElement | null) => void;
  /** What is moved until it looks the same, where the place is a passage. */
  sighted?:
    | { sheet: EngineSheet; item: string; sight: Sight; onMove: (sight: Sight) => void; onTake: () => void }
    | undefined;
}

/** One reading, typed on the figure at the place where it is taken. */
export function ReadingBox(props: Props) {
  const { slot, waiting } = props;
  const live = slot.readings.filter((r) => !r.struck);
  if (live.length > 1) return <Conflict {...props} live={live} />;
  if (slot.slot.kind === 'tick') return <Tick {...props} />;
  if (slot.slot.kind === 'sight' && props.sighted)
    return <Sighted {...props} sighted={props.sighted} reading={live[0]} />;
  if (slot.slot.kind === 'pick') return <Pick {...props} reading={live[0]} />;
  if (live[0]) return <Taken {...props} reading={live[0]} />;
  if (slot.slot.kind === 'tool' && waiting === undefined && slot.slot.need)
    return (
      <ToolPicker
        label={slot.slot.label}
        need={slot.slot.need}
        open={props.open}
        disabled={props.disabled}
        onPick={(id) => props.onTake(id, false)}
        onOpen={props.onOpen}
        focusRef={props.focusRef}
      />
    );
  if (waiting !== undefined)
    return (
      <Labelled {...props}>
        <div className="flex h-[52px] items-center justify-end border-2 border-dashed border-line bg-field-deep px-3 font-read text-reading font-semibold text-line">
          {waiting}
        </div>
      </Labelled>
    );
  if (slot.slot.kind === 'trace') return <Tracing {...props} />;
  return <Open {...props} />;
}

/** What is seen down a passage: moved while it is open, struck like any reading once it is taken. */
function Sighted(
  props: Props & { sighted: NonNullable<Props['sighted']>; reading: ReadingState | undefined },
) {
  const { slot, sighted, reading, waiting } = props;
  const drawn = props.keypad === true;
  if (reading?.sight)
    return (
      <StrikePopover
        reading={reading}
        said={`${slot.slot.label}: ${reading.typed}`}
        onStrike={props.onStrike}
      >
        <button
          type="button"
          data-taken={slot.slot.key}
          aria-label={`${slot.slot.label}: ${reading.typed}`}
          className={`block ${drawn ? 'w-full bg-field-deep' : 'h-[160px] w-[192px] bg-transparent'}`}
        >
          {drawn && (
            <EyePicture
              sheet={sighted.sheet}
              item={sighted.item}
              passage={slot.slot.key}
              sight={reading.sight}
            />
          )}
        </button>
      </StrikePopover>
    );
  return (
    <SightBox
      sheet={sighted.sheet}
      item={sighted.item}
      passage={slot.slot.key}
      label={slot.slot.label}
      sight={sighted.sight}
      open={props.open}
      disabled={props.disabled || waiting !== undefined}
      drawn={drawn}
      onMove={sighted.onMove}
      onTake={sighted.onTake}
      onOpen={props.onOpen}
      onBack={props.onBack}
      focusRef={props.focusRef}
    />
  );
}

/** A trace that is waited for or is being recorded. */
function Tracing(props: Props) {
  const { recorder, now, open, disabled, onOpen } = props;
  const count = recorder?.trace.x.length ?? 0;
  return (
    <Labelled {...props}>
      <button
        type="button"
        disabled={disabled}
        data-trace={recorder?.state ?? 'idle'}
        className={`flex h-[52px] w-full items-center justify-center px-2 text-base leading-tight font-semibold ${open ? 'border-4 border-mark bg-white text-ink' : 'border-2 border-structure bg-field-deep text-line'}`}
        onClick={onOpen}
      >
        {recorder?.state === 'running'
          ? `${count} points`
          : recorder?.state === 'stopped'
            ? `${count} points, not kept`
            : recorder?.state === 'cut-off'
              ? `${count} points, cut off`
              : now && !now.up
                ? 'off its line'
                : open
                  ? 'ready'
                  : 'record it'}
        {recorder && recorder.missed > 0 ? `, ${recorder.missed} lost` : ''}
      </button>
    </Labelled>
  );
}

/** What was found, one of a few words. */
function Pick({
  slot,
  reading,
  open,
  disabled,
  waiting,
  onTake,
  onStrike,
  onOpen,
  focusRef,
}: Props & { reading: ReadingState | undefined }) {
  const chosen = reading?.option ?? waiting ?? '';
  const options = slot.slot.options ?? [];
  return (
    <div className="w-full">
      <p className="text-base text-line">{slot.slot.label}</p>
      {reading ? (
        <StrikePopover reading={reading} said={`${slot.slot.label}: ${reading.typed}`} onStrike={onStrike}>
          <button
            type="button"
            data-taken={slot.slot.key}
            className="flex min-h-[52px] w-full items-center border-2 border-structure bg-field-deep px-3 text-left font-read text-[1.25rem] font-semibold text-line"
          >
            ■&nbsp;{reading.typed}
          </button>
        </StrikePopover>
      ) : (
        <ToggleGroup.Root
          type="single"
          value={chosen}
          disabled={disabled}
          onValueChange={(option) => option && onTake(option, false)}
          aria-label={slot.slot.label}
          className={`flex flex-wrap gap-1 ${open ? 'border-4 border-mark p-0.5' : 'p-1.5'}`}
        >
          {options.map((option, i) => (
            <ToggleGroup.Item
              key={option.id}
              value={option.id}
              ref={i === 0 ? focusRef : undefined}
              data-slot={i === 0 ? slot.slot.key : undefined}
              onFocus={onOpen}
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

/** The label under a number, or beside a word, with what stood here before. */
function Labelled({
  slot,
  before,
  children,
  htmlFor,
  understood,
}: Props & {
  children: ReactNode;
  htmlFor?: string;
  understood?: { id: string; words: string } | undefined;
}) {
  const reader = useReader();
  const struck = slot.readings.filter((r) => r.struck);
  const { kind } = slot.slot;
  const text = kind === 'text';
  return (
    <div
      className={text ? 'flex items-center gap-3' : kind === 'tool' ? 'w-full' : 'w-[156px] max-lg:w-full'}
    >
      <div className={text ? 'w-[230px] shrink-0' : ''}>{children}</div>
      <label
        htmlFor={htmlFor}
        className={`block text-base leading-tight text-line ${text ? '' : 'mt-0.5 text-center'}`}
      >
        <span className={understood ? 'sr-only' : ''}>{slot.slot.label}</span>
        {understood && (
          <span id={understood.id} className="block font-semibold text-mark">
            {understood.words}
          </span>
        )}
        {struck.map((r) => (
          <s key={r.id} className="ml-2 text-structure">
            <span className="sr-only">struck: </span>
            {written(slot.slot, r, reader)}
          </s>
        ))}
        {before && (
          <span className="ml-2 whitespace-nowrap text-structure">
            was {written(slot.slot, before, reader)}
          </span>
        )}
      </label>
    </div>
  );
}

/** A reading in the reader's units, without the unit; a word as it was typed. */
function written(slot: Slot, reading: ReadingState, reader: Reader): string {
  if (slot.kind === 'trace')
    return `peak ${writeQuantity({ value: reading.value!, dimension: slot.trace!.y, resolution: slot.trace!.y === 'force' ? 100 : 0.1 }, reader)}${reading.cutOff ? ', cut off' : ''}`;
  return reading.value == null ? reading.typed : quantityParts(quantity(slot, reading.value), reader)[0];
}

const quantity = (slot: Slot, value: number) => ({
  value,
  dimension: slot.dimension!,
  resolution: slot.resolution!,
});

function Open(props: Props) {
  const { slot, build, place, notice, open, disabled, onTake, onOpen, onBack, focusRef, keypad } = props;
  const reader = useReader();
  const id = useId();
  const typed = useDraft(build, place);
  const setTyped = (text: string | null) => typedStore.draft(build, place, text);
  const [refusedHere, setRefusedHere] = useState<string | null>(null);
  const text = typed ?? notice?.typed ?? '';
  const number = slot.slot.kind === 'number';
  const unit = number ? bareUnit(slot.slot.dimension!, reader.units) : '';
  const understood =
    number && text.trim() !== '' ? readEntry(text, slot.slot.dimension!, unit, localMark()) : undefined;
  const asked = typed === null || typed === notice?.typed ? notice : undefined;

  const take = () => {
    if (number) {
      const read = readEntry(text, slot.slot.dimension!, unit, localMark());
      if (!read.ok) {
        setRefusedHere(read.message);
        return;
      }
    } else if (text.trim() === '') {
      setRefusedHere('Nothing is typed. Type it as it is marked on the part.');
      return;
    }
    setRefusedHere(null);
    setTyped(null);
    onTake(text, asked?.question !== undefined);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    if (event.shiftKey) onBack();
    else take();
  };

  const message =
    refusedHere ?? (asked?.question ? writeSentence(asked.question, reader) : asked?.errors?.join(' '));
  // What was understood stands where the label was, before it is taken.
  const hint =
    message === undefined && understood?.ok
      ? both(slot.slot, understood.value, unit === understood.unit, reader)
      : undefined;
  return (
    <Labelled
      {...props}
      htmlFor={id}
      understood={hint === undefined ? undefined : { id: `${id}-says`, words: hint }}
    >
      <div
        className={`relative flex h-[52px] items-center ${open ? 'border-4 border-mark bg-white' : 'border-2 border-structure bg-field-deep'}`}
      >
        <input
          id={id}
          ref={focusRef}
          data-slot={slot.slot.key}
          className={`h-full w-full min-w-0 bg-transparent px-2 font-read ${text.length > 8 ? 'text-title' : 'text-reading'} font-semibold outline-none ${number ? 'text-right' : ''} ${open ? 'text-ink' : 'text-line'}`}
          inputMode={number ? (keypad ? 'none' : 'decimal') : 'text'}
          autoComplete="off"
          enterKeyHint="next"
          disabled={disabled}
          value={text}
          onChange={(e) => {
            // A Space that was meant for a gauge that was not ready yet is no part of a number.
            setTyped(number ? e.target.value.trimStart() : e.target.value);
            setRefusedHere(null);
            onOpen();
          }}
          onFocus={onOpen}
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

/** What was understood, in the shop's unit and the other one; its own unit is not said again. */
const both = (slot: Slot, value: number, own: boolean, reader: Reader): string | undefined => {
  const q = quantity(slot, value);
  const other: Reader = { ...reader, units: reader.units === 'metric' ? 'inch' : 'metric' };
  const [mine, theirs] = [writeQuantity(q, reader), writeQuantity(q, other)];
  if (mine === theirs) return own ? undefined : mine;
  return own ? `= ${theirs}` : `= ${mine} = ${theirs}`;
};

function Taken(props: Props & { reading: ReadingState }) {
  const { slot, reading, onStrike, onBack, focusRef } = props;
  const reader = useReader();
  const text = written(slot.slot, reading, reader);
  const unit = slot.slot.kind === 'number' ? bareUnit(slot.slot.dimension!, reader.units) : '';
  return (
    <Labelled {...props}>
      <StrikePopover reading={reading} said={`${slot.slot.label}: ${text} ${unit}`} onStrike={onStrike}>
        <button
          type="button"
          ref={focusRef}
          data-taken={slot.slot.key}
          className={`flex h-[52px] w-full items-center border-2 border-structure bg-field-deep px-2 font-read ${slot.slot.kind === 'trace' ? 'text-base' : (text.length > 6 && unit) || slot.slot.kind === 'tool' ? 'text-title' : 'text-reading'} font-semibold text-line ${unit ? 'justify-end' : ''}`}
          aria-label={`${slot.slot.label}: ${text} ${unit}, taken. Open to strike it.`}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && e.shiftKey) {
              e.preventDefault();
              onBack();
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

function Conflict(props: Props & { live: ReadingState[] }) {
  const { slot, live, onStrike } = props;
  const reader = useReader();
  return (
    <div
      className="w-[190px] border-4 border-mark bg-white p-1 text-ink"
      role="group"
      aria-label={`${slot.slot.label}: two readings`}
    >
      <p className="text-base font-bold">Two here. Strike one:</p>
      {live.map((reading) => (
        <StrikePopover
          key={reading.id}
          reading={reading}
          said={`${reading.by.name}’s ${written(slot.slot, reading, reader)}`}
          onStrike={onStrike}
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

const reasons: [StrikeReason, string][] = [
  ['slip', 'A slip'],
  ['gauge-moved', 'The gauge moved'],
  ['wrong-place', 'Wrong place'],
];

// Made once: to make one takes longer than all else that is drawn of a reading.
const clockTime = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

function StrikePopover({
  reading,
  said,
  onStrike,
  children,
}: {
  reading: ReadingState;
  said: string;
  onStrike: (reading: ReadingState, because: StrikeReason) => void;
  children: ReactNode;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>{children}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-30 w-[300px] border-2 border-ink bg-white p-3 text-ink"
          sideOffset={6}
          collisionPadding={8}
        >
          <p className="text-base">
            <b>{said}</b>, by {reading.by.name}
            {reading.instrument ? `, ${reading.instrument.name}` : ''},{' '}
            {clockTime.format(new Date(reading.doneAt))}
            {reading.oddConfirmed ? '. It looked odd and was kept.' : '.'} Strike it because:
          </p>
          {reasons.map(([because, words]) => (
            <Popover.Close asChild key={because}>
              <button
                type="button"
                className="mt-2 block h-16 w-full border-2 border-ink bg-page text-title font-bold"
                onClick={() => onStrike(reading, because)}
              >
                {words}
              </button>
            </Popover.Close>
          ))}
          <Popover.Close className="mt-2 h-16 w-full border-2 border-ink bg-ink text-title font-bold text-on-ink">
            Keep it
          </Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Tick({ slot, open, disabled, waiting, onTake, onStrike, onOpen, onBack, focusRef }: Props) {
  const reading = slot.readings.find((r) => !r.struck);
  const ticked = reading !== undefined || waiting !== undefined;
  const button = (
    <button
      type="button"
      role="checkbox"
      aria-checked={ticked}
      ref={focusRef}
      data-slot={slot.slot.key}
      disabled={disabled}
      className={`flex min-h-16 w-[400px] max-w-full max-lg:w-full items-center gap-3 px-3 py-1 text-left font-read text-[1.25rem] leading-tight font-semibold ${open ? 'border-4 border-mark bg-white text-ink' : 'border-2 border-structure bg-field-deep text-line'} ${waiting !== undefined ? 'border-dashed' : ''}`}
      onFocus={onOpen}
      onClick={ticked ? undefined : () => onTake('done', false)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter') return;
        if (e.shiftKey) {
          e.preventDefault();
          onBack();
        }
      }}
    >
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
      <span>{slot.slot.label}</span>
    </button>
  );
  return reading ? (
    <StrikePopover reading={reading} said={slot.slot.label} onStrike={onStrike}>
      {button}
    </StrikePopover>
  ) : (
    button
  );
}
