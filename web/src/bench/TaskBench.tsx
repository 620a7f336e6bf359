import { ToggleGroup } from 'radix-ui';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import type {
  EngineSheet,
  Instrument,
  PlaceTask,
  Slot,
  StepRef,
  StepState,
  StrikeReason,
  TaskRef,
  TaskState,
} from '../api/types';
import { bareUnit, localMark } from '../entry/units';
import { api } from '../api/client';
import { sceneOf } from '../figures';
import { bearingOf, type Sight } from '../figures/camBearing';
import { slotsOf, type Scene } from '../figures/scene';
import { BigView } from './BigView';
import { CallBand } from './call/CallBand';
import { FigureField } from './FigureField';
import { GaugeShelf } from './shelf/GaugeShelf';
import { ReadingBox } from './boxes/ReadingBox';
import { RunSheet } from './RunSheet';
import { play } from './state/sounds';
import { useKeys } from './state/useKeys';
import { useReader, useSettings } from '../entry/reader';
import { useAction } from './shelf/useAction';
import { useAwake } from './state/useAwake';
import { ClockOff, PutAside } from './call/PutAside';
import type { Task } from './state/known';
import { slotKey, typed, useClockOff } from './state/typed';
import { isTaken, lastReading, waitingAt } from './state/onItsWay';
import { useWhole, type Bench } from './state/useBuild';
import { useGaugeKeys } from './state/useGaugeKeys';
import { useHand } from './state/useHand';
import { useRecording } from './state/useRecording';
import { nextPlace, useSteps } from './state/useSteps';

interface Props {
  bench: Bench;
  task: Task;
  sheet: EngineSheet;
  build: string;
  /** The tasks of the same place, this one among them. */
  siblings: readonly PlaceTask[];
  /** The one of them that the work goes on to; nothing where this place is done. */
  onwards: PlaceTask | undefined;
  onOpen: (task: TaskRef) => void;
  big: boolean;
  setBig: (big: boolean) => void;
  /** The item that was asked for on the drawing. */
  item: string | undefined;
}

/** The work on one task: its call, its run sheet, the figure that is typed on, the gauge in hand. */
export function TaskBench({
  item,
  siblings,
  onwards,
  onOpen,
  bench,
  task,
  sheet,
  build,
  big,
  setBig,
}: Props) {
  const faces = useReader();
  const { sounds } = useSettings();
  const [turned, setTurned] = useState(false);
  const reader = useMemo(
    () => (turned && task.upDeg != null ? { ...faces, up: task.upDeg } : faces),
    [faces, turned, task.upDeg],
  );
  const navigate = useNavigate();
  const { shown, pick, after, before } = useSteps(task, item);
  const step = shown!;
  useWhole(build, task.ref, step);
  // What a trace has made needless, and nobody has read, takes no room.
  const all = slotsOf(step);
  const needless = all.some((s) => s.slot.kind === 'trace' && s.live);
  const slots = useMemo(
    () => all.filter((s) => !needless || s.slot.required || s.slot.kind === 'trace' || s.readings.length > 0),
    [all, needless],
  );
  const { send, waiting } = bench;
  const clockOff = useClockOff();
  useAwake();

  const instruments = useMemo(() => bench.shop?.instruments ?? [], [bench.shop]);
  const [armed, setArmed] = useState<Record<string, string>>({});
  // The one that was armed; of the others, one whose range holds what is expected here.
  const instrumentFor = (kind: string | null | undefined, slot?: Slot) => {
    const near = slot?.expected ?? (slot?.plausible && (slot.plausible.low + slot.plausible.high) / 2);
    const holds = (i: Instrument) =>
      near == null || ((i.low ?? -Infinity) <= near && near <= (i.high ?? Infinity));
    const own = instruments.filter((i) => i.kind === kind);
    const arm = own.find((i) => i.id === armed[kind ?? '']);
    return (arm && holds(arm) ? arm : (own.find(holds) ?? arm ?? own[0])) ?? null;
  };

  const keyAt = useCallback((slot: string) => slotKey(step.ref, step.round, slot), [step]);
  const taken = useCallback(
    (slot: string) =>
      isTaken(
        all.find((s) => s.slot.key === slot)!,
        waiting,
        keyAt(slot),
      ),
    [all, waiting, keyAt],
  );
  // A trace is asked for where there is a gauge whose line is up; without one, the hand's own places do.
  const traced = slots.find((s) => s.slot.kind === 'trace');
  // What a trace makes needless is known only once the core has seen it.
  const unseen = traced && !traced.live && taken(traced.slot.key);
  const next =
    step.blockedBy || unseen
      ? undefined
      : nextPlace(
          step,
          taken,
          (slot) => slot.kind === 'trace' && bench.up.has(instrumentFor(slot.instrument)?.id ?? ''),
        );
  const stepKey = `${step.ref.step}@${step.ref.item}/${step.round}`;
  const [focused, setFocused] = useState<{ step: string; slot: string } | null>(null);
  const picked =
    focused?.step === stepKey &&
    slots.some((s) => s.slot.key === focused.slot) &&
    (big || !taken(focused.slot))
      ? focused.slot
      : undefined;
  // What is being recorded here, or was and waits to be kept, comes before anything else is read.
  const ahead = slots.find((s) => s.slot.key === (picked ?? next))?.slot;
  const recorded = ahead?.trace
    ? ahead
    : traced && !step.blockedBy && !taken(traced.slot.key)
      ? traced.slot
      : undefined;
  const recording = useRecording(
    build,
    recorded && { step: step.ref, round: step.round, slot: recorded.key },
    recorded ? instrumentFor(recorded.instrument, recorded) : null,
  );
  const open = picked ?? (recorded && recording.state !== 'idle' ? recorded.key : next);
  const openSlot = slots.find((s) => s.slot.key === open)?.slot;
  // While a part is being moved the dial stands parked where its mark is.
  const park =
    open === undefined && !step.passed && step.now.answer?.calculator === 'centring'
      ? step.now.answer.park
      : null;
  const parkSlot = park
    ? slots.find((s) => s.slot.angleDeg === park.angleDeg && s.slot.instrument === 'dial')?.slot
    : undefined;
  const inHand = openSlot ?? parkSlot;
  const hand = useHand(
    step.blockedBy ? null : instrumentFor(inHand?.instrument, inHand),
    build,
    step,
    inHand,
    recording,
  );
  const live = openSlot?.trace ? recording.trace : undefined;
  const watched = (openSlot?.trace && recording.said) ?? undefined;

  // The open reading has the keyboard; where there is nothing to type, the one big button has it.
  const elements = useRef(new Map<string, HTMLElement>());
  const bigButton = useRef<HTMLButtonElement>(null);
  // Only the builder picks a place: one that the bench puts the keyboard at still gives way to what comes before it.
  const byBench = useRef(false);
  const putAt = useCallback((element: HTMLElement | null | undefined) => {
    byBench.current = true;
    element?.focus();
    byBench.current = false;
  }, []);
  const [panel, setPanel] = useState<string | null>(null);
  const verdict = step.now.call?.verdict;
  useEffect(() => {
    if (panel !== null) return;
    // At a stop nothing more is read before something is done about it.
    const place = open === undefined || verdict === 'stop' ? undefined : elements.current.get(open);
    putAt(place ?? bigButton.current);
  }, [open, stepKey, panel, step.passed, verdict, big, putAt]);

  // What was typed while the task was being begun stands at its first place; taking it is the builder's own Enter.
  const landing = openSlot?.kind === 'number' || openSlot?.kind === 'text' ? keyAt(openSlot.key) : null;
  useEffect(() => {
    if (landing !== null) typed.land(build, landing);
  }, [build, landing]);

  // A question about a reading brings the keyboard back to it, unless something else is being typed by now.
  const { notices } = bench;
  useEffect(() => {
    const asked = slots.find((s) => notices[keyAt(s.slot.key)] && !s.live);
    const typing = document.activeElement instanceof HTMLInputElement && document.activeElement.value !== '';
    if (asked && !typing) elements.current.get(asked.slot.key)?.focus();
    if (asked && sounds) play('odd');
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when an answer has come
  }, [notices]);

  // A stop is heard once, when it comes; so is each reading that is taken.
  const stopped = step.now.call?.verdict === 'stop' || watched?.call?.verdict === 'stop';
  useEffect(() => {
    if (stopped && sounds) play('stop');
  }, [stopped, sounds, stepKey]);

  const take = (
    slot: string,
    typed: string,
    oddConfirmed: boolean,
    more: { mark?: string; recording?: string; sight?: Sight } = {},
  ) => {
    const read = slots.find((s) => s.slot.key === slot)!.slot;
    const { dimension, kind, instrument } = read;
    if (sounds) play('taken');
    send({
      do: 'take-reading',
      slot: { step: step.ref, round: step.round, slot },
      typed,
      unit: kind === 'number' ? bareUnit(dimension!, reader.units) : '',
      decimalMark: more.mark ?? localMark(),
      instrument: instrumentFor(instrument, read)?.id ?? null,
      oddConfirmed,
      ...(more.recording ? { recording: more.recording } : {}),
      ...(more.sight ? { sight: more.sight } : {}),
    });
    setFocused(null);
  };
  // The metal as it is drawn at the open passage; a look begins where the last one at it ended.
  const [moved, setMoved] = useState<{ key: string; sight: Sight } | null>(null);
  const sightKey = `${stepKey}/${open}`;
  const sight: Sight | undefined =
    openSlot?.kind === 'sight'
      ? moved?.key === sightKey
        ? moved.sight
        : { kind: 'seen', aroundMm: 0, alongMm: 0 }
      : undefined;
  const takeSight = (seen: Sight) => take(openSlot!.key, 'seen', false, { sight: seen });

  const strike = (reading: string, because: StrikeReason) => {
    send({ do: 'strike', reading, because });
    // The work goes back to the place that is empty now.
    setFocused(null);
  };
  const back = (slot: string) => {
    const i = slots.findIndex((s) => s.slot.key === slot);
    const to = slots[i - 1]?.slot.key;
    if (to && elements.current.has(to)) elements.current.get(to)!.focus();
    else if (to) setFocused({ step: stepKey, slot: to });
    else if (before) pick(before);
  };

  const field = () => {
    const element = open === undefined ? undefined : elements.current.get(open);
    return element instanceof HTMLInputElement ? element : null;
  };
  const offered = useAction({
    slot: openSlot,
    press: step.figure === 'draw' ? 'Draw it on' : 'Press it in',
    hand,
    typed: () => (field()?.value ?? '') !== '',
    take: (typed) => take(openSlot!.key, typed, false, { mark: '.' }),
    keep: () => {
      const { trace, id } = recording;
      // A pull that is also a number is read off its trace by the core; until it has, this stands there.
      const typed = openSlot!.kind === 'number' ? `${Math.max(...trace.y).toFixed(1)} N·m` : 'trace';
      take(openSlot!.key, typed, false, { mark: '.', recording: id! });
      recording.done();
    },
    atPlace: () => {
      const input = field();
      if (input) {
        input.focus();
        input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
      } else if (sight) takeSight(sight);
      else elements.current.get(openSlot!.key)?.[openSlot!.kind === 'pick' ? 'focus' : 'click']();
    },
  });

  // A pull that is done is taken by itself: there are many in a pattern.
  const pulled =
    openSlot?.kind === 'number' &&
    openSlot.key === recorded?.key &&
    recording.state === 'stopped' &&
    recording.trace.x.length >= 20;
  useEffect(() => {
    if (pulled) offered?.act();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each pull
  }, [pulled]);

  const action = offered && {
    ...offered,
    act: () => {
      // A trace that is being recorded stays open, whatever becomes of the gauge's line.
      if (openSlot!.trace) setFocused({ step: stepKey, slot: openSlot!.key });
      offered.act();
    },
  };

  useGaugeKeys(
    () => (openSlot?.kind === 'number' ? field() : null),
    (typed) => {
      if (openSlot?.kind === 'number') take(openSlot.key, typed, false);
    },
  );

  const lastTaken = lastReading(task, waiting);
  const rubOut = () => {
    if (!lastTaken) return;
    const of = task.steps.find((s) => s.ref.step === lastTaken.step && s.ref.item === lastTaken.item);
    if (of) pick(of);
    strike(lastTaken.reading, 'rubbed-out');
  };
  const goOn = () => {
    if (after) pick(after);
    else if (onwards) onOpen(onwards.ref);
    else void navigate(`/builds/${build}/record`);
  };
  const previousRound = step.rounds[step.rounds.length - 2];
  const needle = parkSlot ? hand.now?.values['length']?.value : undefined;
  const scene = useMemo(
    () => sceneOf({ sheet, task, step, reader, open, live, needle }),
    [sheet, task, step, reader, open, live, needle],
  );

  // Where the figure shows places as they come to be needed, the keyboard goes to the next as it appears.
  const shownKeys = scene.shows?.join();
  useEffect(() => {
    if (open !== undefined && document.activeElement === bigButton.current) putAt(elements.current.get(open));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only when other places are shown
  }, [shownKeys]);

  useKeys(
    useMemo(() => {
      const toggle = (name: string) => () => setPanel((p) => (p === name ? null : name));
      return {
        n: () => after && pick(after),
        p: () => before && pick(before),
        w: toggle('why'),
        t: toggle('note'),
        i: toggle('photo'),
        a: toggle('again'),
        d: toggle('decide'),
        r: () => rubOut(),
        b: () => setBig(!big),
        v: () => setTurned((t) => !t),
      };
      // eslint-disable-next-line react-hooks/exhaustive-deps -- rubOut follows from these
    }, [after, before, pick, lastTaken, big, setBig]),
  );

  const onPedal = (event: KeyboardEvent) => {
    const input = event.target instanceof HTMLInputElement ? event.target : null;
    const gauge = action?.keyName === 'Space';
    const takes =
      event.key === 'PageDown'
        ? gauge || openSlot?.kind === 'tick'
        : event.key === ' ' && gauge && input?.value === '';
    if (!takes) return;
    event.preventDefault();
    action!.act();
  };

  const box = (key: string) => (
    <ReadingBox
      key={keyAt(key)}
      build={build}
      place={keyAt(key)}
      slot={slots.find((s) => s.slot.key === key)!}
      before={previousRound?.slots.find((s) => s.slot.key === key)?.live}
      open={key === open}
      disabled={step.blockedBy !== null}
      waiting={waitingAt(waiting, keyAt(key))}
      notice={bench.notices[keyAt(key)]}
      recorder={key === recorded?.key ? recording : undefined}
      now={key === open ? hand.now : null}
      onTake={(typed, odd) => take(key, typed, odd)}
      onStrike={(reading, because) => strike(reading.id, because)}
      onOpen={() => byBench.current || setFocused({ step: stepKey, slot: key })}
      onBack={() => back(key)}
      focusRef={(element) => {
        if (element) elements.current.set(key, element);
        else elements.current.delete(key);
      }}
      keypad={big}
      sighted={
        slots.find((s) => s.slot.key === key)!.slot.kind === 'sight'
          ? {
              sheet,
              item: step.ref.item,
              sight: (key === open && sight) || { kind: 'seen', aroundMm: 0, alongMm: 0 },
              onMove: (seen) => setMoved({ key: `${stepKey}/${key}`, sight: seen }),
              onTake: () => sight && takeSight(sight),
            }
          : undefined
      }
    />
  );

  const pickItem = (tapped: string) => {
    const own = task.steps.filter((s) => s.ref.item === tapped && s.status !== 'left-out');
    const to = own.find((s) => !s.passed) ?? own[own.length - 1];
    if (to) pick(to);
  };

  // What was pressed is gone then, and the hand goes back to the part.
  const toHand = () =>
    requestAnimationFrame(() => putAt(open ? elements.current.get(open) : bigButton.current));

  const shelf = (
    <GaugeShelf
      bench={bench}
      step={step}
      task={task}
      openSlot={openSlot}
      parkSlot={parkSlot}
      park={park ?? undefined}
      move={step.now.answer?.calculator === 'centring' ? step.now.answer : undefined}
      sight={sight}
      onSight={(seen) => setMoved({ key: sightKey, sight: seen })}
      onTakeSight={takeSight}
      sightOf={openSlot ? passageSize(sheet, step.ref.item, openSlot.key) : 0}
      action={action}
      hand={hand}
      after={after}
      onwards={onwards}
      big={bigButton}
      panel={panel}
      setPanel={setPanel}
      instruments={instruments.filter((i) => i.kind === inHand?.instrument)}
      lost={
        traced && !taken(traced.slot.key) ? bench.lost(instrumentFor(traced.slot.instrument)?.id) : undefined
      }
      onArm={(id) => {
        if (inHand?.instrument) setArmed({ ...armed, [inHand.instrument]: id });
        toHand();
      }}
      onGoOn={goOn}
      onRubOut={lastTaken ? rubOut : undefined}
      onAgain={(at: StepRef, because: string) => {
        send({ do: 'begin-round', step: at, because });
        const target = task.steps.find((s) => s.ref.step === at.step && s.ref.item === at.item);
        if (target) pick(target);
      }}
      onBig={() => setBig(!big)}
      inBig={big}
    />
  );
  const choices = (
    <Choices
      task={task}
      step={step}
      onChoose={(choice, option) => {
        send({ do: 'choose', task: task.ref, choice, option });
        // What is asked for follows from the choice; the hand begins with the first of it.
        setFocused(null);
        toHand();
      }}
      places={scene.choice}
    />
  );

  const also = (
    <>
      <PutAside bench={bench} task={task} step={step} onDone={toHand} />
      {clockOff !== null && (
        <ClockOff
          seconds={clockOff}
          onSeen={() => {
            typed.clockSeen();
            toHand();
          }}
        />
      )}
    </>
  );

  if (big)
    return (
      <BigView
        task={task}
        step={step}
        offline={bench.line === 'down'}
        waiting={waiting.length}
        watched={watched}
        open={openSlot}
        box={box}
        field={field}
        lastTyped={lastTaken?.typed}
        choices={choices}
        shelf={shelf}
        onPedal={onPedal}
        onStep={(to) => (to === 'next' ? after && pick(after) : before && pick(before))}
        onRubOut={lastTaken ? rubOut : undefined}
        onBack={() => openSlot && back(openSlot.key)}
        onPick={pickItem}
        scene={scene}
        also={also}
      />
    );
  return (
    <>
      <CallBand
        step={step}
        waiting={waiting.length}
        offline={bench.line === 'down'}
        open={openSlot?.label}
        watched={watched}
        also={also}
      />
      <main
        className="grid min-h-0 min-w-0 grid-cols-[232px_minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-[auto_minmax(0,1fr)]"
        onKeyDown={onPedal}
      >
        <RunSheet task={task} shown={step} onPick={pick} siblings={siblings} onOpen={onOpen} />
        <FigureField scene={scene} slots={slots.map((s) => s.slot)} box={box} onPick={pickItem}>
          {choices}
          <FigureButtons scene={scene} upDeg={task.upDeg} turned={turned} onTurn={() => setTurned(!turned)} />
        </FigureField>
      </main>
      {shelf}
    </>
  );
}

/** The smaller of a passage's sizes, mm: how far a wire that catches may be out. */
function passageSize(sheet: EngineSheet, item: string, id: string): number {
  const shape = bearingOf(sheet, item)?.passages.find((p) => p.id === id)?.shape;
  return shape ? (shape.diameterMm ?? shape.widthMm ?? 0) : 0;
}

/** What the figure itself can do: be turned to how the engine hangs, be taken away as a drawing. */
function FigureButtons({
  scene,
  upDeg,
  turned,
  onTurn,
}: {
  scene: Scene;
  upDeg: number | null | undefined;
  turned: boolean;
  onTurn: () => void;
}) {
  const { drawings } = scene;
  const turns = scene.turns && upDeg != null && upDeg !== 0;
  if (!turns && !drawings) return null;
  const look = 'min-h-11 border-2 border-structure bg-field-deep px-3 text-base font-semibold text-line';
  const save = async (kind: 'svg' | 'dxf') => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await api.plate(kind, drawings!.request));
    link.download = `${drawings!.name}.${kind}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div className="absolute top-2 right-2 flex gap-2 max-lg:static max-lg:p-3">
      {turns && (
        <button type="button" className={look} aria-pressed={turned} title="Alt+V" onClick={onTurn}>
          {turned ? 'Turn 12 to the top' : 'Turn to how it hangs'}
        </button>
      )}
      {drawings && (
        <>
          <button type="button" className={look} onClick={() => void save('svg')}>
            Drawing, SVG
          </button>
          <button type="button" className={look} onClick={() => void save('dxf')}>
            Drawing, DXF
          </button>
        </>
      )}
    </div>
  );
}

/** What the builder chooses at a step, the chosen one filled. */
function Choices({
  task,
  step,
  onChoose,
  places,
}: {
  task: TaskState;
  step: StepState;
  onChoose: (choice: string, option: string) => void;
  places: { left: number; bottom: number; width: number } | undefined;
}) {
  const at = places ?? { left: 332, bottom: 12, width: 230 };
  const here = task.choices.filter((c) => c.step === step.ref.step && c.options.length > 1);
  if (here.length === 0) return null;
  return (
    <div
      className="absolute flex items-end gap-4 max-lg:static! max-lg:w-full max-lg:flex-col max-lg:items-stretch max-lg:p-3"
      style={{ left: at.left, bottom: at.bottom }}
    >
      {here.map((choice) => (
        <ToggleGroup.Root
          key={choice.id}
          type="single"
          value={choice.chosen}
          onValueChange={(option) => option && onChoose(choice.id, option)}
          aria-label={choice.ask}
          className="flex flex-col gap-1.5 max-lg:w-full!"
          style={{ width: at.width }}
        >
          <span className="text-base text-line">{choice.ask}</span>
          {choice.options.map((option) => (
            <ToggleGroup.Item
              key={option.id}
              value={option.id}
              className={`flex items-center gap-2 border-2 border-structure px-3 text-left text-base leading-tight font-semibold text-line data-[state=on]:border-line data-[state=on]:bg-line data-[state=on]:text-field ${choice.options.length > 4 ? 'h-11' : 'h-14'}`}
            >
              {option.id === choice.chosen ? '■' : '□'} {option.label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      ))}
    </div>
  );
}
