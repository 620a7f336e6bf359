import { useEffect, useEffectEvent, useMemo } from 'react';
import type { SlotState } from '../../api/types';
import { useReader, useSettings } from '../../entry/reader';
import { writeQuantity } from '../../entry/wording';
import type { Sight } from '../../figures/cam/bearing';
import { actionAt } from '../shelf/action';
import { instrumentFor, useArmed } from './armed';
import { useFocus, useFocusStore, useRecalls } from './focus';
import { isTaken, lastReading, waitingAt } from './onItsWay';
import { openPlace, placesOf, recordedPlace, type AtStep } from './places';
import { play } from './sounds';
import { slotKey, typed } from './typed';
import { useGaugeKeys } from './useGaugeKeys';
import { useHand } from './useHand';
import { useRecording } from './useRecording';
import { useScene } from './useScene';
import { useDoing } from './useDoing';
import { useHeardStop } from './useHeardStop';
import { useKeptPull } from './useKeptPull';
import { unmoved, type AtWork, type Work } from './work';

export function useWork(at: AtWork): Work {
  const { bench, build, sheet, task, step, before, big, turned } = at;
  const { waiting, notices } = bench;
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

  const { take, strike, doing } = useDoing({
    bench,
    build,
    step,
    armed,
    reader,
    sounds,
    places,
    picked: there ?? openKey,
    before: before && (() => at.pickStep(before)),
  });

  const notice = open && notices[keyAt(open.key)];
  const offered = actionAt({
    slot: open,
    reader,
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

  const pulled =
    open?.kind === 'number' &&
    open.key === recorded?.key &&
    recorder.state === 'stopped' &&
    recorder.enough &&
    notice === undefined
      ? recorder.id
      : null;
  useKeptPull(pulled, () => action?.act());

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

  useHeardStop(verdict === 'stop' || watched?.call?.verdict === 'stop', stepKey, sounds);

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
