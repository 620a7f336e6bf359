import { create } from 'zustand';
import type { Instrument, Slot } from '../../api/types';

/** The instrument that the builder last took in hand, by its kind; it stays in hand from task to task. */
const useStore = create<Readonly<Record<string, string>>>()(() => ({}));

export const useArmed = useStore;

export const arm = (kind: string, instrument: string): void => useStore.setState({ [kind]: instrument });

/** The one for a place: the one in hand where its range holds what is expected there, else another of its kind that does. */
export function instrumentFor(
  shop: readonly Instrument[],
  armed: Readonly<Record<string, string>>,
  kind: string | null | undefined,
  slot?: Pick<Slot, 'expected' | 'plausible'>,
): Instrument | null {
  const near = slot?.expected ?? (slot?.plausible && (slot.plausible.low + slot.plausible.high) / 2);
  const holds = (i: Instrument) =>
    near == null || ((i.low ?? -Infinity) <= near && near <= (i.high ?? Infinity));
  const own = shop.filter((i) => i.kind === kind);
  const inHand = own.find((i) => i.id === armed[kind ?? '']);
  return (inHand && holds(inHand) ? inHand : (own.find(holds) ?? inHand ?? own[0])) ?? null;
}
