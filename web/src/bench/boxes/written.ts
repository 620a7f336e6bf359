import type { Quantity, ReadingState, Slot } from '../../api/types';
import { quantityParts, writeQuantity, type Reader } from '../../entry/wording';

/** A value at a place, with that place's dimension and resolution. */
export const quantityAt = (slot: Slot, value: number): Quantity => ({
  value,
  dimension: slot.dimension!,
  resolution: slot.resolution,
});

/** A reading in the reader's units, without the unit; a word as it was typed. */
export function written(slot: Slot, reading: ReadingState, reader: Reader): string {
  if (slot.kind === 'trace') {
    const peak = {
      value: reading.value!,
      dimension: slot.trace!.y,
      resolution: slot.trace!.y === 'force' ? 100 : 0.1,
    };
    return `peak ${writeQuantity(peak, reader)}${reading.cutOff ? ', cut off' : ''}`;
  }
  return reading.value == null ? reading.typed : quantityParts(quantityAt(slot, reading.value), reader)[0];
}

/** What was understood, in the shop's unit and the other one; its own unit is not said again. */
export function bothUnits(slot: Slot, value: number, own: boolean, reader: Reader): string | undefined {
  const other: Reader = { ...reader, units: reader.units === 'metric' ? 'inch' : 'metric' };
  const [mine, theirs] = [reader, other].map((r) => writeQuantity(quantityAt(slot, value), r)) as [
    string,
    string,
  ];
  if (mine === theirs) return own ? undefined : mine;
  return own ? `= ${theirs}` : `= ${mine} = ${theirs}`;
}
