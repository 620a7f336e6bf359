import type { SlotState, StepState } from '../../api/types';
import { slotsOf } from '../../figures/scene';

/** What is known of a step's places when it is asked which of them is open. */
export interface AtStep {
  step: StepState;
  /** Whether something stands at a place, or is on its way to it. */
  taken: (slot: string) => boolean;
  /** Whether a trace could be recorded there now. */
  recordable: (slot: SlotState) => boolean;
  /** The place that the builder went to. */
  picked: string | undefined;
}

/** Whether a number or a trace is asked for: what a hand's judgement takes the place of. */
const measured = ({ slot }: SlotState): boolean =>
  slot.kind === 'trace' || (slot.kind === 'number' && slot.dimension !== 'count');

/** The places of a step that are asked for or could be: what a trace has made needless, and nobody has read, takes no room. */
export function placesOf(step: StepState): readonly SlotState[] {
  const all = slotsOf(step);
  const needless = all.some((s) => s.slot.kind === 'trace' && s.live);
  return all.filter((s) => !needless || s.slot.required || s.slot.kind === 'trace' || s.readings.length > 0);
}

/** The place at which something is recorded, or could be next, or was and waits to be kept. */
export function recordedPlace(at: AtStep): SlotState | undefined {
  const places = placesOf(at.step);
  const ahead = places.find((s) => s.slot.key === (at.picked ?? nextPlace(at)));
  if (ahead?.slot.trace) return ahead;
  const traced = places.find((s) => s.slot.kind === 'trace');
  return traced && !at.step.blockedBy && !at.taken(traced.slot.key) ? traced : undefined;
}

/** The open place: where the builder went, else what is being recorded or waits to be kept, else the next to read. */
export const openPlace = (at: AtStep, recording: string | undefined): string | undefined =>
  at.picked ?? recording ?? nextPlace(at);

/**
 * The next place to read: the first with nothing in it, of those that are asked for or can be recorded. What need not be
 * taken is passed by once something after it has been: the work has gone on without it.
 */
export function nextPlace({ step, taken, recordable }: AtStep): string | undefined {
  const places = placesOf(step);
  const traced = places.find((s) => s.slot.kind === 'trace');
  // What a trace makes needless is known only once the core has seen it.
  const unseen = traced && !traced.live && taken(traced.slot.key);
  if (step.blockedBy || unseen) return undefined;
  const last = places.findLastIndex((s) => taken(s.slot.key));
  const byHand = step.hand != null && step.hand.found !== 'bad';
  return places.find(
    (s, i) =>
      !taken(s.slot.key) &&
      !(byHand && measured(s)) &&
      (s.slot.required || (i > last && s.slot.kind === 'trace' && recordable(s))),
  )?.slot.key;
}
