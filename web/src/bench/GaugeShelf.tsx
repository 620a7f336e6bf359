import { useState, type RefObject } from 'react';
import type { Instrument, Slot, StepRef, StepState, TaskState } from '../api/types';
import { writeNumber, writeQuantity } from '../entry/wording';
import { Panel, Words } from './Panel';
import { useReader } from './reader';
import type { Bench } from './useBuild';
import { Why } from './Why';

interface Props {
  bench: Bench;
  task: TaskState;
  step: StepState;
  openSlot: Slot | undefined;
  after: StepState | undefined;
  big: RefObject<HTMLButtonElement | null>;
  panel: string | null;
  setPanel: (panel: string | null) => void;
  instruments: readonly Instrument[];
  armed: string | null;
  onArm: (id: string) => void;
  onTakeOpen: () => void;
  onGoOn: () => void;
  onRubOut: (() => void) | undefined;
  onAgain: (at: StepRef, because: string) => void;
}

const side =
  'h-[60px] min-w-[76px] border-2 border-ink bg-page px-2.5 text-base leading-tight font-bold disabled:border-rule disabled:text-muted';

/** The one big button, the instrument in hand, what else can be done here, and the step's caution. */
export function GaugeShelf(props: Props) {
  const { bench, task, step, openSlot, after, big, panel, setPanel, onGoOn, onRubOut, onAgain } = props;
  const verdict = step.blockedBy ? undefined : step.now.call?.verdict;
  const stuck = verdict !== undefined && !step.passed;
  const person = bench.shop?.people.find((p) => p.id === bench.me);
  const canOpen = stuck && verdict !== 'decide' && person?.role === 'lead';
  const toggle = (name: string) => (open: boolean) => setPanel(open ? name : null);

  return (
    <footer className="relative flex min-h-[68px] flex-wrap items-stretch border-t-2 border-ink bg-shelf max-md:flex-col">
      <div className="w-[262px] max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:z-10 max-md:h-[68px] max-md:w-full">
        {openSlot ? (
          <Big
            ref={big}
            words={
              openSlot.kind === 'tick'
                ? 'Tick it'
                : openSlot.kind === 'tool'
                  ? 'Pick the tool'
                  : openSlot.stationMm != null
                    ? `Take ${openSlot.label.replace(' in,', ',')}`
                    : `Take: ${openSlot.label.split(',')[0]!.toLowerCase()}`
            }
            keyName="Enter"
            onClick={props.onTakeOpen}
          />
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
        ) : (
          <Big ref={big} words="Open the record" keyName="Enter" onClick={onGoOn} />
        )}
      </div>
      <InstrumentInHand {...props} />
      <div className="flex items-center gap-1.5 px-2.5 max-md:w-full max-md:overflow-x-auto max-md:py-1">
        <button type="button" className={side} onClick={onRubOut} disabled={!onRubOut} title="Alt+R">
          Rub out
        </button>
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
            steps={task.steps.filter((s) =>
              step.measuredAt.some((r) => r.step === s.ref.step && r.item === s.ref.item),
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
      <p className="flex min-w-[240px] flex-1 items-center border-l border-rule px-3 py-1 font-read text-base leading-snug max-md:border-l-0">
        <span>
          {bench.refused ? (
            <b role="alert" className="text-stop">
              {bench.refused}
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
      className="flex h-full min-h-[66px] w-full items-center justify-between gap-3 bg-ink px-4 text-left text-title leading-tight font-bold text-on-ink focus-visible:outline-offset-[-6px] focus-visible:outline-mark"
      onClick={onClick}
    >
      <span>
        {before && <span className="block text-base font-medium">{before}</span>}
        {words}
      </span>
      <kbd className="border-2 border-on-ink px-2 font-sans text-base">{keyName}</kbd>
    </button>
  );
}

function InstrumentInHand({ instruments, armed, onArm, openSlot }: Props) {
  const reader = useReader();
  const now = instruments.find((i) => i.id === armed);
  if (!now || !openSlot) return null;
  const accuracy =
    now.uncertainty === 0
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
  return (
    <div className="flex flex-col justify-center border-r border-rule px-3 py-1 text-base leading-tight">
      {instruments.length > 1 ? (
        <select
          className="bg-shelf font-bold"
          aria-label="Instrument in hand"
          value={now.id}
          onChange={(e) => onArm(e.target.value)}
        >
          {instruments.map((i) => (
            <option key={i.id} value={i.id}>
              {i.name}
            </option>
          ))}
        </select>
      ) : (
        <span className="font-bold">{now.name}</span>
      )}
      <span>
        ± {accuracy}
        {now.calibrationDue ? `, calibrated to ${now.calibrationDue}` : ''}
      </span>
    </div>
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
