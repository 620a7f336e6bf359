import { useEffect, useEffectEvent, useMemo, useRef } from 'react';
import type {
  EngineSheet,
  PressWatchAnswer,
  ReadingState,
  Slot,
  SlotState,
  StepState,
  StrikeReason,
} from '../../api/types';
import { useReader, useSettings } from '../../entry/reader';
import { bareUnit, localMark } from '../../entry/units';
import { writeQuantity } from '../../entry/wording';
import type { Sight } from '../../figures/cam/bearing';
import type { Scene } from '../../figures/scene';
import { actionAt, type Action } from '../shelf/action';
import { instrumentFor, useArmed } from './armed';
import { useFocus, useFocusStore, useRecalls } from './focus';
import type { Task } from './known';
import { isTaken, lastReading, waitingAt, type Last } from './onItsWay';
import { openPlace, placesOf, recordedPlace, type AtStep } from './places';
import { play } from './sounds';
import { refusal } from './refusal';
import { slotKey, typed, type Notice } from './typed';
import type { Bench } from './useBuild';
import { useGaugeKeys } from './useGaugeKeys';
import { useHand, type Hand } from './useHand';
import { useRecording, type Recorder } from './useRecording';
import { useScene } from './useScene';
import { useSteady } from './useSteady';

export interface AtWork {
  bench: Bench;
  build: string;
  sheet: EngineSheet;
  task: Task;
  step: StepState;
  /** Shows another step. */
  pickStep: (step: StepState) => void;
  /** The step before this one. */
  before: StepState | undefined;
  /** Whether one place fills the screen. */
  big: boolean;
  /** Whether the figure is turned to how the engine hangs. */
  turned: boolean;
}

/** What a place's box is drawn from. */
export interface Box {
  build: string;
  /** Names the place within the build. */
  place: string;
  slot: SlotState;
  /** What stood here in the round before. */
  before: ReadingState | null | undefined;
  open: boolean;
  disabled: boolean;
  /** Typed, and not answered for by the server yet. */
  waiting: string | undefined;
  notice: Notice | undefined;
  /** Calls the keyboard here; see useKeyboard. */
  called: string | null;
  /** Whether a keypad of the app's own stands beside it, so that the system's stays away. */
  keypad: boolean;
  /** What is being recorded here. */
  recorder: Recorder | undefined;
  /** Whether the gauge that would record here is off its line. */
  off: boolean;
  /** What is moved until it looks the same, where the place is a passage. */
  sight: { sheet: EngineSheet; item: string; seen: Sight } | undefined;
}

/** What can be done at a place; the functions stay the same for as long as the task is open. */
export interface Doing {
  take: (slot: string, text: string) => void;
  /** Takes what is typed at a place, or says there what would be right. */
  takeTyped: (slot: string) => void;
  takeSight: (slot: string, sight: Sight) => void;
  /** Takes what is offered at a place as it is. */
  takeOffer: (slot: string) => void;
  strike: (reading: string, because: StrikeReason) => void;
  /** The builder went to a place. */
  open: (slot: string) => void;
  type: (slot: string, text: string) => void;
  move: (slot: string, sight: Sight) => void;
  /** To the place before. */
  back: (slot: string) => void;
}

/** The work on one step: its places, which of them is open, the gauge in hand there, and what can be done. */
export interface Work extends AtWork {
  doing: Doing;
  places: readonly SlotState[];
  open: Slot | undefined;
  /** Where the dial is parked while the part is moved. */
  parked: Slot | undefined;
  park: { angleDeg: number } | null;
  hand: Hand;
  action: Action | undefined;
  /** The metal as it is drawn at the open passage. */
  sight: Sight | undefined;
  watched: PressWatchAnswer | undefined;
  /** The gauge that this step could be recorded with, where that is off its line, in words. */
  lost: string | undefined;
  scene: Scene;
  /** Calls the keyboard to the one big button; see useKeyboard. */
  called: string | null;
  /** What a rub-out takes back. */
  last: Last | null;
  rubOut: () => void;
  boxOf: (slot: string) => Box;
}

const unmoved: Sight = { kind: 'seen', aroundMm: 0, alongMm: 0 };

export function useWork(at: AtWork): Work {
  const { bench, build, sheet, task, step, before, big, turned } = at;
  const { send, waiting, notices } = bench;
  const faces = useReader();
  const reader = useMemo(
    () => (turned && task.upDeg != null ? { ...faces, up: task.upDeg } : faces),
    [faces, turned, task.upDeg],
  );
  const { sounds } = useSettings();
  const focus = useFocusStore();
  const { picked: went, panel, calls, moved } = useFocus((f) => f);
  const recalls = useRecalls();
  const armed = useArmed();
  const shop = bench.shop?.instruments ?? [];
  const stepKey = `${step.ref.step}@${step.ref.item}/${step.round}`;

  // Which place is open, and what records there.
  const places = useMemo(() => placesOf(step), [step]);
  const find = (slot: string): SlotState => places.find((s) => s.slot.key === slot)!;
  const keyAt = (slot: string) => slotKey(step.ref, step.round, slot);
  const taken = (slot: string) => isTaken(find(slot), waiting, keyAt(slot));
  const there =
    went?.step === stepKey && places.some((s) => s.slot.key === went.slot) ? went.slot : undefined;
  const atStep: AtStep = {
    step,
    taken,
    recordable: (s) => bench.up.has(instrumentFor(shop, armed, s.slot.instrument)?.id ?? ''),
    picked: there !== undefined && (big || !taken(there)) ? there : undefined,
  };
  const recorded = recordedPlace(atStep)?.slot;
  const recorder = useRecording(
    build,
    recorded && { step: step.ref, round: step.round, slot: recorded.key },
    recorded ? instrumentFor(shop, armed, recorded.instrument, recorded) : null,
  );
  const openKey = openPlace(atStep, recorder.state === 'idle' ? undefined : recorded?.key);
  const open = openKey === undefined ? undefined : find(openKey).slot;

  // While a part is being moved the dial stands parked where its mark is.
  const park =
    open === undefined && !step.passed && step.now.answer?.calculator === 'centring'
      ? (step.now.answer.park ?? null)
      : null;
  const parked = park
    ? places.find((s) => s.slot.angleDeg === park.angleDeg && s.slot.instrument === 'dial')?.slot
    : undefined;
  const inHand = open ?? parked;
  const hand = useHand(
    step.blockedBy || !inHand ? null : instrumentFor(shop, armed, inHand.instrument, inHand),
    build,
    step,
    inHand,
    recorder,
  );
  const watched = (open?.trace && recorder.said) || undefined;
  const traced = places.find((s) => s.slot.kind === 'trace');

  // A look at a passage begins where the last one at it ended.
  const sightAt = (slot: string): Sight => (moved?.place === keyAt(slot) ? moved.sight : unmoved);

  const take = (
    slot: string,
    text: string,
    oddConfirmed: boolean,
    more: { mark?: string; recording?: string; sight?: Sight; offered?: string } = {},
  ) => {
    const { dimension, kind, instrument } = find(slot).slot;
    if (sounds) play('taken');
    send({
      do: 'take-reading',
      slot: { step: step.ref, round: step.round, slot },
      typed: text,
      unit: kind === 'number' ? bareUnit(dimension!, reader.units) : '',
      decimalMark: more.mark ?? localMark(),
      instrument: instrumentFor(shop, armed, instrument, find(slot).slot)?.id ?? null,
      oddConfirmed,
      ...(more.recording ? { recording: more.recording } : {}),
      ...(more.sight ? { sight: more.sight } : {}),
      ...(more.offered ? { offered: more.offered } : {}),
    });
    focus.follow();
  };
  const strike = (reading: string, because: StrikeReason) => {
    send({ do: 'strike', reading, because });
    // The work goes back to the place that is empty now.
    focus.follow();
  };
  const doing = useSteady<Doing & Record<string, (...args: never[]) => unknown>>({
    take: (slot, text) => take(slot, text, false),
    takeTyped: (slot) => {
      const key = keyAt(slot);
      const text = typed.at(build, key);
      const why = refusal(find(slot).slot, text, reader.units);
      if (why !== undefined) {
        focus.refuse(key, text, why);
        focus.call();
        return;
      }
      const asked = notices[key]?.typed === text && notices[key].question !== undefined;
      typed.draft(build, key, null);
      take(slot, text, asked);
    },
    takeSight: (slot, sight) => take(slot, 'seen', false, { sight }),
    takeOffer: (slot) => {
      const { offer } = find(slot);
      if (offer) take(slot, offer.typed, false, { offered: offer.reading });
    },
    strike,
    open: (slot) => slot !== (there ?? openKey) && focus.pick(stepKey, slot),
    type: (slot, text) => {
      typed.draft(build, keyAt(slot), text);
      // What is typed at is picked: nothing that comes up now takes the keyboard from it.
      focus.pick(stepKey, slot);
    },
    move: (slot, sight) => focus.move(keyAt(slot), sight),
    back: (slot) => {
      const to = places[places.findIndex((s) => s.slot.key === slot) - 1]?.slot.key;
      if (to !== undefined) focus.pick(stepKey, to);
      else if (before) at.pickStep(before);
    },
  });

  const notice = open && notices[keyAt(open.key)];
  const offered = actionAt({
    slot: open,
    reader,
    press: step.figure === 'draw' ? 'Draw it on' : 'Press it in',
    settling: places.some((s) => s.slot.trace != null && waitingAt(waiting, keyAt(s.slot.key)) !== undefined),
    notice: notice && (notice.question ? 'odd' : 'refused'),
    hand,
    typed: () => open !== undefined && typed.at(build, keyAt(open.key)) !== '',
    take: (text) => take(open!.key, text, false, { mark: '.' }),
    keep: () => {
      const { trace, id } = recorder;
      // A pull that is also a number is read off its trace by the core; until it has, this stands there.
      const text =
        open!.kind === 'number'
          ? writeQuantity({ value: Math.max(...trace.y), dimension: 'torque', resolution: 0.1 }, reader)
          : 'trace';
      take(open!.key, text, notice?.question !== undefined, { mark: '.', recording: id! });
      recorder.done();
    },
    atPlace: () => {
      const { key, kind } = open!;
      if (kind === 'tick') take(key, 'done', false);
      else if (kind === 'sight') doing.takeSight(key, sightAt(key));
      else if (kind === 'tool') focus.show('tool');
      else if (kind === 'pick') focus.call();
      else doing.takeTyped(key);
    },
  });

  // While a Stop stands nothing goes on by itself: the next place is the builder's own to go to.
  const verdict = step.blockedBy ? undefined : step.now.call?.verdict;
  const held = verdict === 'stop' && there === undefined;
  const action =
    offered && !held
      ? {
          ...offered,
          act: () => {
            // A trace that is being recorded stays open, whatever becomes of the gauge's line.
            if (open!.trace) focus.pick(stepKey, open!.key);
            offered.act();
          },
        }
      : undefined;

  // A pull that is done is taken by itself, once: there are many in a pattern. One that came back is the builder's to keep or give up.
  const pulled =
    open?.kind === 'number' &&
    open.key === recorded?.key &&
    recorder.state === 'stopped' &&
    recorder.enough &&
    notice === undefined
      ? recorder.id
      : null;
  const keptByItself = useRef<string | null>(null);
  const onPulled = useEffectEvent(() => action?.act());
  useEffect(() => {
    if (pulled === null || pulled === keptByItself.current) return;
    keptByItself.current = pulled;
    onPulled();
  }, [pulled]);

  // What was typed while the task was being begun stands at its first place; taking it is the builder's own Enter.
  const landing = open?.kind === 'number' || open?.kind === 'text' ? keyAt(open.key) : null;
  useEffect(() => {
    if (landing !== null) typed.land(build, landing);
  }, [build, landing]);

  // A question about a reading brings the keyboard back to it, unless something else is being typed by now.
  const onNotices = useEffectEvent(() => {
    const asked = places.find((s) => notices[keyAt(s.slot.key)] && !s.live);
    if (!asked) return;
    if (sounds) play('odd');
    if (open === undefined || typed.at(build, keyAt(open.key)) === '') focus.pick(stepKey, asked.slot.key);
  });
  useEffect(() => onNotices(), [notices]);

  // A stop is heard once, when it comes.
  const stopped = verdict === 'stop' || watched?.call?.verdict === 'stop';
  useEffect(() => {
    if (stopped && sounds) play('stop');
  }, [stopped, sounds, stepKey]);

  const firstKey = (key: string) => {
    if (open?.kind !== 'number') return false;
    doing.type(open.key, typed.at(build, keyAt(open.key)) + key);
    focus.call();
    return true;
  };
  useGaugeKeys({
    begin: firstKey,
    take: (text) => {
      if (open?.kind === 'number') take(open.key, text, false);
    },
  });

  const last = lastReading(task, waiting);
  const rubOut = () => {
    if (!last) return;
    const of = task.steps.find((s) => s.ref.step === last.step && s.ref.item === last.item);
    if (of) at.pickStep(of);
    strike(last.reading, 'rubbed-out');
  };

  const live = open?.trace ? recorder.trace : undefined;
  const needle = parked ? hand.now?.values['length']?.value : undefined;
  const sight = open?.kind === 'sight' ? sightAt(open.key) : undefined;
  const scene = useScene({ sheet, task, step, reader, open: openKey, live, sight, needle });

  // The open reading has the keyboard; where there is nothing to type, or a stop to do something about, the one big button.
  const turn = `${stepKey} ${step.passed} ${verdict} ${big} ${calls} ${recalls}`;
  const drawn = openKey !== undefined && (big || (scene.shows?.includes(openKey) ?? true));
  const keyboard = panel !== null ? null : held ? '' : (there ?? (drawn ? openKey : ''));

  const previous = step.rounds[step.rounds.length - 2];
  return {
    ...at,
    doing,
    places,
    open,
    parked,
    park,
    hand,
    action,
    sight,
    watched,
    lost:
      traced && !taken(traced.slot.key)
        ? bench.lost(instrumentFor(shop, armed, traced.slot.instrument)?.id)
        : undefined,
    scene,
    called: keyboard === '' ? turn : null,
    last,
    rubOut,
    boxOf: (slot) => ({
      build,
      place: keyAt(slot),
      slot: find(slot),
      before: previous?.slots.find((s) => s.slot.key === slot)?.live,
      open: slot === openKey,
      disabled: step.blockedBy !== null,
      waiting: waitingAt(waiting, keyAt(slot)),
      notice: notices[keyAt(slot)],
      called: keyboard === slot ? turn : null,
      keypad: big,
      recorder: slot === recorded?.key ? recorder : undefined,
      off: slot === openKey && hand.now?.up === false,
      sight:
        find(slot).slot.kind === 'sight'
          ? { sheet, item: step.ref.item, seen: slot === openKey ? sightAt(slot) : unmoved }
          : undefined,
    }),
  };
}
