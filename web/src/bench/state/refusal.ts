import type { Slot, UnitSystem } from '../../api/types';
import { bareUnit, localMark, readEntry } from '../../entry/units';

/** Why what is typed can't stand at a place, and what would be right; nothing where it can. */
export function refusal(
  slot: Pick<Slot, 'kind' | 'dimension'>,
  text: string,
  units: UnitSystem,
): string | undefined {
  if (slot.kind === 'number') {
    const read = readEntry(text, slot.dimension!, bareUnit(slot.dimension!, units), localMark());
    return read.ok ? undefined : read.message;
  }
  return text.trim() === '' ? 'Nothing is typed. Type it as it is marked on the part.' : undefined;
}
