import type { ReactNode } from 'react';
import type { Reader } from '../../entry/wording';
import { Words } from '../kit/Words';
import { facedPoint, type Point } from '../scene';
import type { Housing } from './part';

/** The outline, bore, bolts and dowels of a cover or housing, as the reader faces it. */
export function Outline({
  housing,
  centre,
  scale,
  reader,
  bolt,
}: {
  housing: Housing;
  centre: Point;
  scale: number;
  reader: Reader;
  bolt?: (id: string, at: Point) => ReactNode;
}) {
  const points = housing.outline.map((p) => facedPoint(centre, scale, p, reader));
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="2">
      <path d={`M${points.map((p) => p.join(' ')).join('L')}z`} strokeLinejoin="round" />
      <circle
        cx={centre[0]}
        cy={centre[1]}
        r={(housing.boreMm / 2) * scale}
        stroke="var(--color-line)"
        strokeWidth="3"
      />
      {(housing.dowels ?? []).map((d) => {
        const [x, y] = facedPoint(centre, scale, d, reader);
        return <rect key={`${d.xMm}/${d.yMm}`} x={x - 6} y={y - 6} width="12" height="12" fill="url(#cut)" />;
      })}
      {housing.bolts.map((b) => {
        const at = facedPoint(centre, scale, b, reader);
        return (
          <g key={b.id}>
            {bolt ? (
              bolt(b.id, at)
            ) : (
              <>
                <circle cx={at[0]} cy={at[1]} r="8" fill="var(--color-field)" />
                <circle cx={at[0]} cy={at[1]} r="2.5" fill="var(--color-structure)" />
                <Words
                  at={[at[0] + (at[0] < centre[0] ? -12 : 12), at[1] + 6]}
                  anchor={at[0] < centre[0] ? 'end' : 'start'}
                >
                  {b.id}
                </Words>
              </>
            )}
          </g>
        );
      })}
    </g>
  );
}
