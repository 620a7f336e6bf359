import type { Point } from '../scene';
import type { pressedOf } from './pressedOf';

type Part = NonNullable<ReturnType<typeof pressedOf>>;

/** One part in another, or standing ahead of it, cut along their common axis. */
export function PressedSection({
  part: { inner, outer },
  at: [cx, cy],
  scale,
  apart,
  lit,
}: {
  part: Part;
  at: Point;
  /** px/mm */
  scale: number;
  /** Whether it still stands ahead of the part that takes it. */
  apart: boolean;
  /** Whether the inner part is drawn as the one that is spoken of. */
  lit: boolean;
}) {
  const w = (outer.heightMm / 2) * scale;
  const l = (inner.lengthMm / 2) * scale;
  const [ro, rb, ri] = [
    (outer.outerDiameterMm / 2) * scale,
    (inner.diameterMm / 2) * scale,
    (inner.innerDiameterMm / 2) * scale,
  ];
  const shift = apart ? ((inner.lengthMm + outer.heightMm) / 2 - 2) * 0.5 * scale : 0;
  const [ox, ix] = [cx + shift, cx - shift];
  const stroke = lit ? 'var(--color-mark)' : 'var(--color-line)';
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
      {[1, -1].map((sign) => (
        <g key={sign}>
          <rect
            x={ox - w}
            y={sign > 0 ? cy - ro : cy + rb}
            width={2 * w}
            height={ro - rb}
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
          {ri > 0 && (
            <rect
              x={ix - l}
              y={sign > 0 ? cy - rb : cy + ri}
              width={2 * l}
              height={rb - ri}
              fill="url(#cut-back)"
              stroke={stroke}
            />
          )}
        </g>
      ))}
      {ri === 0 && (
        <rect x={ix - l} y={cy - rb} width={2 * l} height={2 * rb} fill="url(#cut-back)" stroke={stroke} />
      )}
      <path
        d={`M${Math.min(ix - l, ox - w) - 24} ${cy}H${Math.max(ix + l, ox + w) + 24}`}
        stroke="var(--color-structure)"
        strokeWidth="1"
        strokeDasharray="16 4 3 4"
      />
      {apart && 2 * shift + l + w < 420 && (
        <path
          d={`M${ix - 20} ${cy - ro - 18}h44m-12 -8l12 8l-12 8`}
          stroke="var(--color-mark)"
          strokeWidth="3"
        />
      )}
    </g>
  );
}

/** The scale at which the two, one ahead of the other, fit a field, px/mm. */
export const pressedScale = ({ inner, outer }: Part): number =>
  Math.min(7, 300 / outer.outerDiameterMm, 330 / Math.max(inner.lengthMm, outer.heightMm));
