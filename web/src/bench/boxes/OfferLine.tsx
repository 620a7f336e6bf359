import type { Dimension } from '../../api/types';
import { useReader } from '../../entry/reader';
import { writeQuantity } from '../../entry/wording';
import { clockText } from '../call/clock';
import type { BoxProps } from '../state/work';

/** It may have been read finer where it was read than it is asked for here. */
const asRead = (dimension: Dimension, resolution: number): number =>
  dimension === 'length' ? Math.min(resolution, 0.001) : resolution;

/** What this build knows of a place already: one tap takes it. */
export function OfferLine({ box, doing }: BoxProps) {
  const reader = useReader();
  const { offer, slot } = box.slot;
  if (!offer || box.waiting !== undefined) return null;
  const { dimension, resolution } = slot;
  const value =
    offer.value != null && dimension
      ? writeQuantity(
          { value: offer.value, dimension, resolution: asRead(dimension, resolution ?? 1) },
          reader,
        )
      : (slot.options?.find((o) => o.id === offer.option)?.label ?? offer.typed);
  const warm =
    offer.temperatureC == null
      ? ''
      : `, at ${writeQuantity({ value: offer.temperatureC, dimension: 'temperature', resolution: 1 }, reader)}`;
  return (
    <button
      type="button"
      data-offer={slot.key}
      className={`z-10 mt-1 block min-h-11 ${box.keypad ? 'w-full' : 'absolute top-full left-0 w-[300px] group-data-low:top-auto group-data-low:bottom-full group-data-low:mb-1'} border-2 border-dashed border-line bg-field-deep px-2 py-1 text-left font-read text-base leading-tight text-line`}
      onClick={() => doing.takeOffer(slot.key)}
    >
      <b className="block">{slot.kind === 'tick' ? 'Take it over' : `Take ${value}`}</b>
      {`${offer.where}, ${clockText(offer.at)}${warm}`}
    </button>
  );
}
