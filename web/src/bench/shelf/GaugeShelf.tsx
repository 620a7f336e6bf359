import { useState, type RefObject } from 'react';
import type { Instrument, PlaceTask, Slot, StepRef, StepState, TaskState } from '../../api/types';
import { clockIn, writeNumber, writeQuantity } from '../../entry/wording';
import { Panel, Words } from '../../ui/Panel';
import { Photos } from './Photos';
import type { Sight } from '../../figures/camBearing';
import { stepMm } from '../boxes/SightBox';
import { useReader } from '../../entry/reader';
import type { Action } from './useAction';
import type { Bench } from '../state/useBuild';
import type { Hand } from '../state/useHand';
import { Why } from './Why';

interface Props {
  bench: Bench;
  task: TaskState;
  step: StepState;
  openSlot: Slot | undefined;
  /** Where the dial is parked while the part is moved, and which way that is. */
  parkSlot: Slot | undefined;
  park: { angleDeg: number } | undefined;
  move: { moveMm: number; moveDeg?: number | null } | undefined;
  /** What the open place takes; nothing where none is open. */
  /** The metal as it is drawn at the open passage. */
  sight: Sight | undefined;
  onSight: (sight: Sight) => void;
  onTakeSight: (sight: Sight) => void;
  /** Size of the open passage, mm. */
  sightOf: number;
  action: Action | undefined;
  hand: Hand;
  after: StepState | undefined;
  /** The task that the work at this place goes on to, once this one is done. */
  onwards: PlaceTask | undefined;
  big: RefObject<HTMLButtonElement | null>;
  panel: string | null;
  setPanel: (panel: string | null) => void;
  instruments: readonly Instrument[];
  /** A gauge that this step could be recorded with, and that is off its line. */
  lost: string | undefined;
  onArm: (id: string) => void;
  onGoOn: () => void;
  onRubOut: (() => void) | undefined;
  onAgain: (at: StepRef, because: string) => void;
  onBig: () => void;
  inBig: boolean;
}

/** Beside the big button. */
const side =
  'h-[60px] min-w-[60px] border-2 border-ink bg-page px-1.5 text-base leading-tight font-bold disabled:border-rule disabled:text-muted';

/** The one big button, the instrument in hand, what else can be done here, and the step's caution. */
export function GaugeShelf(props: Props) {
  const {
    bench,
    task,
    step,
    openSlot,
    action,
    after,
    big,
    panel,
    setPanel,
    onGoOn,
    onRubOut,
    onAgain,
    inBig,
  } = props;
  const verdict = step.blockedBy ? undefined : step.now.call?.verdict;
  const stuck = verdict !== undefined && !step.passed;
  const person = bench.shop?.people.find((p) => p.id === bench.me);
  const canOpen = stuck && verdict !== 'decide' && person?.role === 'lead';
  const toggle = (name: string) => (open: boolean) => setPanel(open ? name : null);

  return (
    <footer
      className={`relative flex min-h-[68px] shrink-0 flex-wrap items-stretch border-t-2 border-ink bg-shelf ${inBig ? 'flex-col' : 'max-lg:flex-col'}`}
    >
      <div className={inBig ? 'order-last h-[68px] w-full' : 'w-[232px] max-lg:h-[68px] max-lg:w-full'}>
        {openSlot && action && verdict !== 'stop' ? (
          <Big ref={big} words={action.words} keyName={action.keyName} onClick={action.act} />
        ) : stuck && verdict === 'decide' ? (
          <Panel
            title="You decide"
            open={panel === 'decide'}
            onOpenChange={toggle('decide')}
            trigger={<Big ref={big} words="Say why, go on" keyName="Enter" />}
          >
            <Words
              ask="Why is it good enough? It stays in the record."
              send="Go on"
              onSend={(because) => {
                bench.send({ do: 'decide', step: step.ref, because });
                setPanel(null);
              }}
            />
          </Panel>
        ) : stuck ? (
          <Big ref={big} words="Measure again" keyName="Enter" onClick={() => setPanel('again')} />
        ) : step.blockedBy ? (
          <Big ref={big} words="To the open step" keyName="Enter" onClick={onGoOn} />
        ) : after ? (
          <Big ref={big} words={after.title} before="Next" keyName="Enter" onClick={onGoOn} />
        ) : props.onwards ? (
          <Big ref={big} words={props.onwards.title} before="Next here" keyName="Enter" onClick={onGoOn} />
        ) : (
          <Big ref={big} words="Open the record" keyName="Enter" onClick={onGoOn} />
        )}
      </div>
      {props.sight && (
        <SightHandle
          sight={props.sight}
          size={props.sightOf}
          onMove={props.onSight}
          onTake={props.onTakeSight}
        />
      )}
      <InstrumentInHand {...props} />
      <div
        className={`flex items-center gap-1 px-2 ${inBig ? 'w-full overflow-x-auto py-1' : 'max-lg:w-full max-lg:overflow-x-auto max-lg:py-1'}`}
      >
        {!inBig && (
          <button type="button" className={side} onClick={onRubOut} disabled={!onRubOut} title="Alt+R">
            Rub out
          </button>
        )}
        <Panel
          title="Measure again"
          open={panel === 'again'}
          onOpenChange={toggle('again')}
          trigger={
            <button type="button" className={side} title="Alt+A" disabled={step.blockedBy !== null}>
              Again
            </button>
          }
        >
          <Again
            steps={step.measuredAt.flatMap(
              (r) => task.steps.find((s) => r.step === s.ref.step && r.item === s.ref.item) ?? [],
            )}
            onAgain={(at, because) => {
              onAgain(at, because);
              setPanel(null);
            }}
          />
        </Panel>
        <Panel
          title="Note"
          open={panel === 'note'}
          onOpenChange={toggle('note')}
          trigger={
            <button type="button" className={side} title="Alt+T">
              Note{step.notes.length > 0 ? ` ${step.notes.length}` : ''}
            </button>
          }
        >
          {step.notes.map((note) => (
            <p key={note.doneAt + note.text} className="mt-2 border-l-4 border-ink pl-2 font-read text-base">
              {note.text} <span className="text-muted">{note.by.name}</span>
            </p>
          ))}
          <Words
            ask={`On “${step.title}”:`}
            send="Keep the note"
            onSend={(text) => {
              bench.send({ do: 'note', step: step.ref, text });
              setPanel(null);
            }}
          />
        </Panel>
        <Panel
          title={`Photos: ${step.title}`}
          open={panel === 'photo'}
          onOpenChange={toggle('photo')}
          trigger={
            <button type="button" className={side} title="Alt+I">
              Photo{step.photos.length > 0 ? ` ${step.photos.length}` : ''}
            </button>
          }
        >
          <Photos
            step={step}
            onAttach={(photo, caption) => bench.send({ do: 'attach', step: step.ref, photo, caption })}
          />
        </Panel>
        <Panel
          wide
          title={`Why: ${step.title}`}
          open={panel === 'why'}
          onOpenChange={toggle('why')}
          trigger={
            <button type="button" className={side} title="Alt+W">
              Why
            </button>
          }
        >
          <Why step={step} />
        </Panel>
        <button type="button" className={side} title="Alt+B" aria-pressed={inBig} onClick={props.onBig}>
          {inBig ? 'All steps' : 'Big'}
        </button>
        {canOpen && (
          <Panel
            title="Open the gate against the call"
            open={panel === 'open'}
            onOpenChange={toggle('open')}
            trigger={
              <button type="button" className={side}>
                Open gate
              </button>
            }
          >
            <Words
              ask="You open it as lead. Your name, the call and the reason stay in the record for ever."
              send="Open the gate"
              onSend={(because) => {
                bench.send({ do: 'open-gate', step: step.ref, because });
                setPanel(null);
              }}
            />
          </Panel>
        )}
      </div>
      <p
        className={`flex min-w-[170px] flex-1 items-center px-2 py-1 font-read text-base leading-snug ${inBig ? '' : 'border-l border-rule max-lg:border-l-0'}`}
      >
        <span>
          {bench.refused ? (
            <b role="alert" className="text-stop">
              {bench.refused}
            </b>
          ) : props.lost ? (
            <b role="status" className="text-look-again">
              {props.lost}. Nothing is lost: go on by hand.
            </b>
          ) : (
            <>
              <b>Take care.</b> {step.cautions.join(' ')}
            </>
          )}
        </span>
      </p>
    </footer>
  );
}

function Big({
  words,
  before,
  keyName,
  onClick,
  ref,
  ...rest
}: {
  words: string;
  before?: string;
  keyName: string;
  onClick?: () => void;
  ref: RefObject<HTMLButtonElement | null>;
}) {
  return (
    <button
      {...rest}
      ref={ref}
      type="button"
      className={`grid h-full min-h-[66px] w-full grid-cols-[1fr_auto] items-center gap-x-3 bg-ink px-4 text-left font-bold text-on-ink focus-visible:outline-offset-[-6px] focus-visible:outline-mark ${before === undefined ? 'text-title leading-tight' : 'content-center gap-y-0.5'}`}
      onClick={onClick}
    >
      {before === undefined ? (
        <span className={words.length > 30 ? 'text-base leading-[1.1]' : ''}>{words}</span>
      ) : (
        <span className="text-base leading-none font-medium">{before}</span>
      )}
      <kbd
        className={`border-2 border-on-ink px-2 font-sans text-base ${before === undefined ? '' : 'leading-none'}`}
      >
        {keyName}
      </kbd>
      {/* What comes next has the whole width, under the key. */}
      {before !== undefined && (
        <span
          className={`col-span-2 leading-[1.1] ${words.length > 28 ? 'text-[16px] leading-none!' : words.length > 19 ? 'text-base' : 'text-title'}`}
        >
          {words}
        </span>
      )}
    </button>
  );
}

function InstrumentInHand({
  instruments,
  hand,
  onArm,
  openSlot: read,
  parkSlot,
  park,
  move,
  bench,
  inBig,
}: Props) {
  const openSlot = read ?? parkSlot;
  const reader = useReader();
  const now = hand.instrument;
  if (!now || !openSlot) return null;
  const share = now.uncertainty === 0;
  const accuracy = share
    ? writeQuantity({ value: now.uncertaintyShare!, dimension: 'share', resolution: 0.01 }, reader)
    : openSlot.dimension === 'temperature'
      ? // A difference of temperatures has no zero to shift, so it is given as its instrument gives it.
        `${writeNumber(now.uncertainty, 0.1)} °C`
      : writeQuantity(
          {
            value: now.uncertainty,
            dimension: openSlot.dimension!,
            resolution: now.uncertainty < 0.01 ? 0.001 : 0.01,
          },
          reader,
        );
  const line = hand.now;
  return (
    <div
      className={`flex items-center gap-2 px-2 py-1 text-base leading-tight ${inBig ? 'border-b border-rule' : 'border-r border-rule'}`}
    >
      {line &&
        (line.up ? (
          <LiveValue hand={hand} slot={openSlot} />
        ) : (
          <b role="alert" className="max-w-[9em] text-stop">
            Off its line. Type it, or wait.
          </b>
        ))}
      {hand.recorder.refused && (
        <b role="alert" className="max-w-[16em] text-stop">
          {hand.recorder.refused}
        </b>
      )}
      <div
        className={`flex flex-col justify-center ${inBig ? 'min-w-0 grow flex-row! items-center! gap-2' : line ? 'max-w-[150px]' : 'max-w-[250px]'}`}
      >
        {instruments.length > 1 ? (
          <select
            className="min-h-11 max-w-full bg-shelf font-bold"
            aria-label="Instrument in hand"
            value={now.id}
            onChange={(e) => onArm(e.target.value)}
          >
            {instruments.map((i) => (
              <option key={i.id} value={i.id}>
                {i.name}
                {i.line != null && !bench.up.has(i.id) ? ' (off)' : ''}
              </option>
            ))}
          </select>
        ) : (
          <span className="font-bold">{now.name}</span>
        )}
        <span className="whitespace-nowrap">
          ± {accuracy}
          {now.calibrationDue && !line && !inBig ? `, calibrated to ${now.calibrationDue}` : ''}
        </span>
      </div>
      {park && parkSlot ? (
        <ParkHandle hand={hand} park={park} move={move} />
      ) : (
        <Handle hand={hand} slot={openSlot} />
      )}
    </div>
  );
}

/** What the gauge in hand shows now. */
function LiveValue({ hand, slot }: { hand: Hand; slot: Slot }) {
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
          <span>{say(slot.dimension!, slot.dimension!, Math.min(slot.resolution!, 0.01))}</span>
          {hand.crank !== null && (
            <span className="font-sans text-base">{`at ${writeNumber(hand.crank, 1)}°`}</span>
          )}
        </>
      )}
    </span>
  );
}

/** What a simulated press can be made to meet. */
const starts = {
  square: { words: 'Made to start square', next: 'cocked' },
  cocked: { words: 'Made to start cocked', next: 'worn' },
  worn: { words: 'Made with a worn body', next: 'square' },
} as const;

/** A simulated gauge has a handle: what a hand would do to the real one. */
function Handle({ hand, slot }: { hand: Hand; slot: Slot }) {
  const [start, setStart] = useState<keyof typeof starts>('square');
  if (!hand.instrument?.simulated || !hand.now?.up) return null;
  const handle = 'min-h-[60px] border-2 border-ink bg-page px-2 text-base leading-tight font-bold';
  if (slot.trace?.y === 'force')
    return (
      <button
        type="button"
        className={`${handle} max-w-[128px]`}
        disabled={hand.recorder.state === 'running'}
        onClick={() => {
          const { next } = starts[start];
          void hand.aim({ start: next });
          setStart(next);
        }}
      >
        {starts[start].words}
      </button>
    );
  if (hand.crank !== null && slot.angleDeg != null)
    return (
      <span className="flex gap-1" role="group" aria-label="Turn the crank">
        {([-45, 45] as const).map((by) => (
          <button
            key={by}
            type="button"
            className={handle}
            onClick={() =>
              void hand.aim({ crank: String(Math.round(((hand.crank! + by + 360) % 360) / 45) * 45) })
            }
          >
            {by < 0 ? '↺' : '↻'} 45°
          </button>
        ))}
      </span>
    );
  return null;
}

/** Moves the metal, or says that a passage is shut, or on which side a bent wire catches. */
function SightHandle({
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

const tapMm = 0.02;

/** Turns the dial to where it is parked, then taps the part: what a soft hammer would do. */
function ParkHandle({
  hand,
  park,
  move,
}: {
  hand: Hand;
  park: { angleDeg: number };
  move: { moveMm: number; moveDeg?: number | null } | undefined;
}) {
  const reader = useReader();
  if (!hand.instrument?.simulated || !hand.now?.up || hand.crank === null || move?.moveDeg == null)
    return null;
  const handle = 'min-h-[60px] border-2 border-ink bg-page px-2 text-base leading-tight font-bold';
  const away = Math.abs(((hand.crank - park.angleDeg + 540) % 360) - 180) > 2;
  return away ? (
    <button type="button" className={handle} onClick={() => void hand.aim({ crank: String(park.angleDeg) })}>
      Dial to {clockIn(park.angleDeg, reader)}
    </button>
  ) : (
    <button
      type="button"
      className={`${handle} max-w-[128px]`}
      onClick={() => void hand.aim({ tap: `${tapMm}@${move.moveDeg!.toFixed(1)}` })}
    >
      Tap it towards {clockIn(move.moveDeg, reader)}
    </button>
  );
}

function Again({
  steps,
  onAgain,
}: {
  steps: readonly StepState[];
  onAgain: (at: StepRef, because: string) => void;
}) {
  const [at, setAt] = useState(0);
  const chosen = steps[Math.min(at, steps.length - 1)];
  if (!chosen) return null;
  return (
    <>
      {steps.length > 1 && (
        <div className="mt-2 flex gap-2" role="radiogroup" aria-label="What to measure again">
          {steps.map((s, i) => (
            <button
              key={s.ref.step}
              type="button"
              role="radio"
              aria-checked={s === chosen}
              className={`h-16 grow border-2 border-ink px-2 text-base font-bold ${s === chosen ? 'bg-ink text-on-ink' : 'bg-page'}`}
              onClick={() => setAt(i)}
            >
              {s.title}
            </button>
          ))}
        </div>
      )}
      <Words
        ask={`What was moved or done since? Round ${chosen.round + 1} of “${chosen.title}” begins; round ${chosen.round} stays beside it.`}
        send={`Begin round ${chosen.round + 1}`}
        onSend={(because) => onAgain(chosen.ref, because)}
      />
    </>
  );
}
