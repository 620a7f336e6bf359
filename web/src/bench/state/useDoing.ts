import type { SlotState, StepState, StrikeReason } from '../../api/types';
import { bareUnit, localMark } from '../../entry/units';
import type { Reader } from '../../entry/wording';
import type { Sight } from '../../figures/cam/bearing';
import { instrumentFor } from './armed';
import { useFocusStore } from './focus';
import { play } from './sounds';
import { refusal } from './refusal';
import { slotKey, typed } from './typed';
import type { Bench } from './useBuild';
import { useSteady } from './useSteady';
import type { Doing } from './work';

interface Places {
  bench: Bench;
  build: string;
  step: StepState;
  armed: Readonly<Record<string, string>>;
  reader: Reader;
  sounds: boolean;
  places: readonly SlotState[];
  /** The place that the builder is at. */
  picked: string | undefined;
  /** Goes to the step before this one. */
  before: (() => void) | undefined;
}

interface More {
  mark?: string;
  recording?: string;
  sight?: Sight;
  offered?: string;
}

interface Done {
  take: (slot: string, text: string, oddConfirmed: boolean, more?: More) => void;
  strike: (reading: string, because: StrikeReason) => void;
  doing: Doing;
}

/** What can be done at the places of a step. */
export function useDoing({
  bench,
  build,
  step,
  armed,
  reader,
  sounds,
  places,
  picked,
  before,
}: Places): Done {
  const { send, notices } = bench;
  const focus = useFocusStore();
  const stepKey = `${step.ref.step}@${step.ref.item}/${step.round}`;
  const shop = bench.shop?.instruments ?? [];
  const find = (slot: string): SlotState => places.find((s) => s.slot.key === slot)!;
  const keyAt = (slot: string) => slotKey(step.ref, step.round, slot);

  const take = (slot: string, text: string, oddConfirmed: boolean, more: More = {}) => {
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
    open: (slot) => slot !== picked && focus.pick(stepKey, slot),
    type: (slot, text) => {
      typed.draft(build, keyAt(slot), text);
      // What is typed at is picked: nothing that comes up now takes the keyboard from it.
      focus.pick(stepKey, slot);
    },
    move: (slot, sight) => focus.move(keyAt(slot), sight),
    back: (slot) => {
      const to = places[places.findIndex((s) => s.slot.key === slot) - 1]?.slot.key;
      if (to !== undefined) focus.pick(stepKey, to);
      else before?.();
    },
  });

  return { take, strike, doing };
}
