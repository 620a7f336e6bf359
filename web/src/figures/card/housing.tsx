import { Outline } from '../housing/Outline';
import { Hatches } from '../kit/Hatches';
import type { Point } from '../scene';
import { Measure } from './Measure';
import { card, type CardInput, type CardScene } from './scene';

/** Where the crank's axis stands on the drawing of a cover or housing, and how many px a mm is. */
export function housingFrame(part: NonNullable<CardInput['sheet']['cover']>): {
  centre: Point;
  scale: number;
} {
  const xs = part.outline.map((p) => p.xMm);
  const ys = part.outline.map((p) => p.yMm);
  const scale = Math.min(
    (card.width - 68) / (Math.max(...xs) - Math.min(...xs)),
    (card.height - 68) / (Math.max(...ys) - Math.min(...ys)),
  );
  // The crank is where it is on the part, not in its middle.
  const centre: Point = [card.width / 2, card.height / 2 + ((Math.max(...ys) + Math.min(...ys)) / 2) * scale];
  return { centre, scale };
}

/** The timing cover or the rear seal's housing, with its bore and as many bolts as are told. */
export function housing({ sheet, open, reader, handled }: CardInput): CardScene {
  const rear = open?.startsWith('rear/') ?? false;
  const part = (rear ? sheet.rear?.housing : sheet.cover)!;
  const { centre, scale } = housingFrame(part);
  const r = (part.boreMm / 2) * scale;
  return {
    title: rear ? 'Rear housing, seen from the rear' : 'Timing cover, seen from the front',
    drawing: (
      <>
        <Hatches />
        <Outline
          housing={part}
          centre={centre}
          scale={scale}
          reader={reader}
          {...(handled ? { bolt: () => null } : {})}
        />
        {open?.endsWith('/boreMm') && (
          <Measure from={[centre[0] - r, centre[1]]} to={[centre[0] + r, centre[1]]} />
        )}
      </>
    ),
  };
}
