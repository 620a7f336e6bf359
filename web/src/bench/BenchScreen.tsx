import { ToggleGroup } from 'radix-ui';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type {
  PlaceTask,
  ReadingState,
  StepRef,
  StepState,
  StrikeReason,
  TaskRef,
  TaskState,
} from '../api/types';
import { bareUnit, localMark } from '../entry/units';
import { sceneOf } from '../figures';
import { slotsOf } from '../figures/scene';
import { CallBand } from './CallBand';
import { EngineStrip } from './EngineStrip';
import { FigureField } from './FigureField';
import { GaugeShelf } from './GaugeShelf';
import { ReadingBox } from './ReadingBox';
import { RunSheet } from './RunSheet';
import { StripEnds } from './StripEnds';
import { useKeys } from './keys';
import { useReader } from './reader';
import { isTaken, slotKey, useBuild, waitingAt, type Bench } from './useBuild';
import { nextPlace, useSteps } from './useSteps';

/** One task of one build, at the engine. */
export function BenchScreen() {
  const { build = '', kind = '', place = '' } = useParams();
  const bench = useBuild(build);
  const task = bench.view?.state.tasks.find((t) => t.ref.kind === kind && t.ref.place === place);
  const navigate = useNavigate();
  const openTask = useCallback(
    (ref: TaskRef) => void navigate(`/builds/${build}/${ref.kind}/${ref.place}`),
    [navigate, build],
  );
  const sheet = bench.view?.sheets.findLast((s) => s.id === (task?.sheet.id ?? bench.view?.state.sheet.id));

  if (!bench.view || !sheet || bench.line === 'gone') return <Missing bench={bench} />;
  return (
    <div className="grid h-dvh grid-rows-[108px_auto_minmax(0,1fr)_auto] max-md:flex max-md:h-auto max-md:flex-col max-md:pb-[72px]">
      <header className="grid grid-cols-[190px_minmax(0,1fr)_204px] items-stretch border-b-2 border-ink bg-page max-md:grid-cols-[1fr_auto]">
        <div className="flex flex-col justify-between py-1.5 pl-4">
          <div className="leading-tight">
            <h1 className="text-title leading-tight font-bold">{sheet.name}</h1>
            <p className="text-base text-muted">Build {bench.view.state.number}</p>
          </div>
          <Link to="/" className="flex min-h-11 items-center text-base font-semibold">
            ‹ Today
          </Link>
        </div>
        <div className="max-md:hidden">
          <EngineStrip
            sheet={sheet}
            places={bench.view.state.places}
            height={106}
            here={place || undefined}
            onOpen={openTask}
          />
        </div>
        <StripEnds bench={bench} />
      </header>
      {task ? (
        <TaskBench
          key={`${kind}/${place}`}
          bench={bench}
          task={task}
          sheet={sheet}
          build={build}
          siblings={bench.view.state.places.find((p) => p.id === place)?.tasks ?? []}
          onOpen={openTask}
        />
      ) : (
        <NotBegun bench={bench} kind={kind} place={place} onOpen={openTask} />
      )}
    </div>
  );
}

function Missing({ bench }: { bench: Bench }) {
  const gone = bench.line === 'gone' || bench.problem?.status === 404;
  return (
    <main className="mx-auto max-w-[40em] p-8 font-read">
      <h1 className="text-sentence font-bold">
        {gone
          ? 'This build is not in the record'
          : bench.problem
            ? 'No line to the record'
            : 'Fetching the build'}
      </h1>
      <p className="mt-3 text-base">
        {gone
          ? `It may have been on another shop’s bench. ${bench.waiting.length > 0 ? `${bench.waiting.length} entries of yours are kept on this tablet.` : ''}`
          : bench.problem
            ? 'It is tried again by itself. What you typed is kept on this tablet.'
            : ''}
      </p>
      <Link
        to="/"
        className="mt-4 inline-flex h-16 items-center bg-ink px-6 text-title font-bold text-on-ink"
      >
        To Today
      </Link>
    </main>
  );
}

function NotBegun({
  bench,
  kind,
  place,
  onOpen,
}: {
  bench: Bench;
  kind: string;
  place: string;
  onOpen: (task: TaskRef) => void;
}) {
  const possible = bench.view!.state.places.flatMap((p) => p.tasks);
  const wanted = possible.find((t) => t.ref.kind === kind && t.ref.place === place);
  // The task that was asked for, with the others of its place that are not begun either.
  const starts = possible.filter((t) => t.standing === 'to-do' && (!wanted || t.ref.place === place));
  const start = starts.find((t) => t === wanted) ?? starts[0];
  const begin = useRef<HTMLButtonElement>(null);
  useEffect(() => void begin.current?.focus(), [wanted]);
  return (
    <main className="col-span-full row-span-3 grid content-center justify-items-start gap-6 bg-field px-16 on-field max-md:px-5 max-md:py-10">
      <p className="max-w-[22em] font-read text-[2.25rem] leading-tight font-semibold text-line">
        {wanted ? `${wanted.title}: nothing is begun.` : 'Tap a part on the drawing, or begin here.'}
      </p>
      <p className="max-w-[34em] font-read text-title text-line">
        The steps, their limits and this engine’s sheet stay as they are today for as long as the record
        lasts.
      </p>
      <div className="flex flex-wrap gap-4">
        {starts.map((task) => (
          <button
            key={task.ref.kind}
            ref={task === start ? begin : undefined}
            type="button"
            className={`h-20 px-10 text-sentence font-bold ${task === start ? 'bg-line text-field' : 'border-2 border-line text-line'}`}
            onClick={() => {
              bench.send({ do: 'start-task', task: task.ref });
              onOpen(task.ref);
            }}
          >
            Begin: {task.title}
          </button>
        ))}
      </div>
      <p className="max-w-[34em] font-read text-base text-line">
        An aid to judgement. The engine’s manual, the tool’s maker, local rules and licensed practice come
        first.
      </p>
    </main>
  );
}

function TaskBench({
  siblings,
  onOpen,
  bench,
  task,
  sheet,
  build,
}: {
  /** The tasks of the same place, this one among them. */
  siblings: readonly PlaceTask[];
  onOpen: (task: TaskRef) => void;
  bench: Bench;
  task: TaskState;
  sheet: NonNullable<Bench['view']>['sheets'][number];
  build: string;
}) {
  const reader = useReader();
  const navigate = useNavigate();
  const { shown, pick, after, before } = useSteps(task);
  const step = shown!;
  const slots = slotsOf(step);
  const { send, waiting } = bench;

  const keyAt = useCallback((slot: string) => slotKey(step.ref, step.round, slot), [step]);
  const taken = useCallback(
    (slot: string) =>
      isTaken(
        slots.find((s) => s.slot.key === slot)!,
        waiting,
        keyAt(slot),
      ),
    [slots, waiting, keyAt],
  );
  const next = step.blockedBy ? undefined : nextPlace(step, taken);
  const stepKey = `${step.ref.step}@${step.ref.item}/${step.round}`;
  const [focused, setFocused] = useState<{ step: string; slot: string } | null>(null);
  const open =
    focused?.step === stepKey && slots.some((s) => s.slot.key === focused.slot) && !taken(focused.slot)
      ? focused.slot
      : next;

  // The open reading has the keyboard; where there is nothing to read, the one big button has it.
  const elements = useRef(new Map<string, HTMLElement>());
  const big = useRef<HTMLButtonElement>(null);
  const [panel, setPanel] = useState<string | null>(null);
  useEffect(() => {
    if (panel !== null) return;
    if (open !== undefined) elements.current.get(open)?.focus();
    else big.current?.focus();
  }, [open, stepKey, panel, step.passed, step.now.call?.verdict]);

  // A question about a reading brings the keyboard back to it, unless something else is being typed by now.
  const { notices } = bench;
  useEffect(() => {
    const asked = slots.find((s) => notices.has(keyAt(s.slot.key)) && !s.live);
    const typing = document.activeElement instanceof HTMLInputElement && document.activeElement.value !== '';
    if (asked && !typing) elements.current.get(asked.slot.key)?.focus();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when an answer has come
  }, [notices]);

  const instruments = useMemo(() => bench.shop?.instruments ?? [], [bench.shop]);
  const [armed, setArmed] = useState<Record<string, string>>({});
  const openSlot = slots.find((s) => s.slot.key === open)?.slot;
  const instrumentFor = (kind: string | null | undefined): string | null =>
    kind ? (armed[kind] ?? instruments.find((i) => i.kind === kind)?.id ?? null) : null;

  const take = (slot: string, typed: string, oddConfirmed: boolean) => {
    const { dimension, kind, instrument } = slots.find((s) => s.slot.key === slot)!.slot;
    send({
      do: 'take-reading',
      slot: { step: step.ref, round: step.round, slot },
      typed,
      unit: kind === 'number' ? bareUnit(dimension!, reader.units) : '',
      decimalMark: localMark(),
      instrument: instrumentFor(instrument),
      oddConfirmed,
    });
    setFocused(null);
  };
  const strike = (reading: ReadingState, because: StrikeReason) => {
    send({ do: 'strike', reading: reading.id, because });
    // The work goes back to the place that is empty now.
    setFocused(null);
  };
  const back = (slot: string) => {
    const i = slots.findIndex((s) => s.slot.key === slot);
    const to = slots[i - 1]?.slot.key;
    if (to) elements.current.get(to)?.focus();
    else if (before) pick(before);
  };

  const lastTaken = lastOf(task);
  const rubOut = () => {
    if (!lastTaken) return;
    pick(lastTaken.step);
    strike(lastTaken.reading, 'rubbed-out');
  };
  const goOn = () => (after ? pick(after) : void navigate(`/builds/${build}/record`));
  const previousRound = step.rounds[step.rounds.length - 2];
  const scene = sceneOf({ sheet, task, step, reader, open });

  useKeys(
    useMemo(
      () => ({
        n: () => after && pick(after),
        p: () => before && pick(before),
        w: () => setPanel((p) => (p === 'why' ? null : 'why')),
        t: () => setPanel((p) => (p === 'note' ? null : 'note')),
        a: () => setPanel((p) => (p === 'again' ? null : 'again')),
        d: () => setPanel((p) => (p === 'decide' ? null : 'decide')),
        r: () => rubOut(),
      }),
      // eslint-disable-next-line react-hooks/exhaustive-deps -- rubOut follows from these
      [after, before, pick, lastTaken],
    ),
  );

  const onPageDown = (event: KeyboardEvent) => {
    if (event.key !== 'PageDown' || openSlot?.kind !== 'tick') return;
    event.preventDefault();
    take(openSlot.key, 'done', false);
  };

  return (
    <>
      <CallBand step={step} waiting={waiting.length} offline={bench.line === 'down'} open={openSlot?.label} />
      <main
        className="grid min-h-0 min-w-0 grid-cols-[232px_minmax(0,1fr)] max-md:flex max-md:flex-col-reverse"
        onKeyDown={onPageDown}
      >
        <RunSheet task={task} shown={step} onPick={pick} siblings={siblings} onOpen={onOpen} />
        <FigureField
          scene={scene}
          slots={slots.map((s) => s.slot)}
          box={(key) => {
            const slot = slots.find((s) => s.slot.key === key)!;
            return (
              <ReadingBox
                key={keyAt(key)}
                slot={slot}
                before={previousRound?.slots.find((s) => s.slot.key === key)?.live}
                open={key === open}
                disabled={step.blockedBy !== null}
                waiting={waitingAt(waiting, keyAt(key))}
                notice={bench.notices.get(keyAt(key))}
                onTake={(typed, odd) => take(key, typed, odd)}
                onStrike={strike}
                onOpen={() => setFocused({ step: stepKey, slot: key })}
                onBack={() => back(key)}
                focusRef={(element) => {
                  if (element) elements.current.set(key, element);
                  else elements.current.delete(key);
                }}
              />
            );
          }}
        >
          {task.choices
            .filter((c) => c.step === step.ref.step)
            .map((choice) => (
              <ToggleGroup.Root
                key={choice.id}
                type="single"
                value={choice.chosen}
                onValueChange={(option) =>
                  option && send({ do: 'choose', task: task.ref, choice: choice.id, option })
                }
                aria-label={choice.ask}
                className="absolute bottom-3 left-[332px] flex w-[230px] flex-col gap-1.5 max-md:static max-md:w-full max-md:p-3"
              >
                <span className="text-base text-line">{choice.ask}</span>
                {choice.options.map((option) => (
                  <ToggleGroup.Item
                    key={option.id}
                    value={option.id}
                    className="flex h-14 items-center gap-2 border-2 border-structure px-3 text-base font-semibold text-line data-[state=on]:border-line data-[state=on]:bg-line data-[state=on]:text-field"
                  >
                    {option.id === choice.chosen ? '■' : '□'} {option.label}
                  </ToggleGroup.Item>
                ))}
              </ToggleGroup.Root>
            ))}
        </FigureField>
      </main>
      <GaugeShelf
        bench={bench}
        step={step}
        task={task}
        openSlot={openSlot}
        after={after}
        big={big}
        panel={panel}
        setPanel={setPanel}
        instruments={instruments.filter((i) => i.kind === openSlot?.instrument)}
        armed={instrumentFor(openSlot?.instrument)}
        onArm={(id) => openSlot?.instrument && setArmed({ ...armed, [openSlot.instrument]: id })}
        onTakeOpen={() => {
          const element = open === undefined ? undefined : elements.current.get(open);
          if (element instanceof HTMLInputElement) {
            element.focus();
            element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
          } else element?.click();
        }}
        onGoOn={goOn}
        onRubOut={lastTaken ? rubOut : undefined}
        onAgain={(at: StepRef, because: string) => {
          send({ do: 'begin-round', step: at, because });
          const target = task.steps.find((s) => s.ref.step === at.step && s.ref.item === at.item);
          if (target) pick(target);
        }}
      />
    </>
  );
}

/** The last live reading of a task: the one that may be rubbed out without a reason. */
function lastOf(task: TaskState): { step: StepState; reading: ReadingState } | undefined {
  return task.steps
    .flatMap((step) => slotsOf(step).flatMap((slot) => slot.readings.map((reading) => ({ step, reading }))))
    .sort((a, b) => a.reading.doneAt.localeCompare(b.reading.doneAt))
    .findLast(({ reading }) => !reading.struck);
}
