import { create } from 'zustand';
import type { Instrument, Slot } from '../../api/types';

/** The instrument that the builder last took in hand, by its kind; it stays in hand from task to task. */
const useStore = create<Readonly<Record<string, string>>>()(() => ({}));

export const useArmed = useStore;

export const arm = (kind: string, instrument: string): void => useStore.setState({ [kind]: instrument });

/** Whether an instrument reads what is expected at a place. */
const holds = (i: Instrument, slot?: Pick<Slot, 'expected' | 'plausible'>): boolean => {
  const near = slot?.expected ?? (slot?.plausible && (slot.plausible.low + slot.plausible.high) / 2);
  return near == null || ((i.low ?? -Infinity) <= near && near <= (i.high ?? Infinity));
};

/** What can be taken in hand for a place: those of its kind that reach, with the one in hand; all, where none does. */
export function reaching(
  shop: readonly Instrument[],
  inHand: Instrument,
  slot: Pick<Slot, 'instrument' | 'expected' | 'plausible'>,
): readonly Instrument[] {
  const own = shop.filter((i) => i.kind === slot.instrument);
  const reach = own.filter((i) => i.id === inHand.id || holds(i, slot));
  return reach.some((i) => holds(i, slot)) ? reach : own;
}

/** The one for a place: the one in hand where its range holds what is expected there, else another of its kind that does. */
export function instrumentFor(
  shop: readonly Instrument[],
  armed: Readonly<Record<string, string>>,
  kind: string | null | undefined,
  slot?: Pick<Slot, 'expected' | 'plausible'>,
): Instrument | null {
  const reaches = (i: Instrument) => holds(i, slot);
  const own = shop.filter((i) => i.kind === kind);
  const inHand = own.find((i) => i.id === armed[kind ?? '']);
  return (inHand && reaches(inHand) ? inHand : (own.find(reaches) ?? inHand ?? own[0])) ?? null;
}
