import type { Point } from '../scene';
import type { Kit, Rockers } from './rockers';

/** A rocker's body cut along its trunnion, to scale, with what is in it by now. */
export function Section({
  rockers,
  kit,
  at: [cx, cy],
  s,
  stage,
  firstMm,
  secondMm,
}: {
  rockers: Rockers;
  kit: Kit;
  at: Point;
  s: number;
  stage: number;
  /** How far below the face each side lies; nothing where it is not in. */
  firstMm: number | undefined;
  secondMm: number | undefined;
}) {
  const { body, trunnion } = rockers;
  const [w, r, bore] = [(body.widthMm / 2) * s, (body.outerMm / 2) * s, (body.boreMm / 2) * s];
  const inner = (Math.max(kit.innerMm, trunnion.diameterMm) / 2) * s;
  const ring = (from: number, to: number, key: string, fill: string) =>
    [1, -1].map((sign) => (
      <rect
        key={`${key}${sign}`}
        x={from}
        y={sign > 0 ? cy - bore : cy + inner}
        width={to - from}
        height={bore - inner}
        fill={fill}
      />
    ));
  const t = (trunnion.diameterMm / 2) * s;
  const clip = (trunnion.betweenClipsMm / 2) * s;
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
      {[1, -1].map((sign) => (
        <rect
          key={sign}
          x={cx - w}
          y={sign > 0 ? cy - r : cy + bore}
          width={2 * w}
          height={r - bore}
          fill="url(#cut)"
          stroke="var(--color-structure)"
        />
      ))}
      {firstMm !== undefined &&
        ring(cx - w + firstMm * s, cx - w + (firstMm + kit.lengthMm) * s, 'first', 'url(#cut-back)')}
      {secondMm !== undefined &&
        ring(cx + w - (secondMm + kit.lengthMm) * s, cx + w - secondMm * s, 'second', 'url(#cut-back)')}
      {stage >= 4 && (
        <rect
          x={cx - (trunnion.lengthMm / 2) * s}
          y={cy - t}
          width={trunnion.lengthMm * s}
          height={2 * t}
          fill="var(--color-field-deep)"
        />
      )}
      {stage >= 7 &&
        [-1, 1].map((end) => (
          <path
            key={end}
            d={`M${cx + end * (clip + 3)} ${cy - t - 9}V${cy - t + 5}M${cx + end * (clip + 3)} ${cy + t - 5}V${cy + t + 9}`}
            stroke="var(--color-mark)"
            strokeWidth="6"
          />
        ))}
      <path
        d={`M${cx - w - 30} ${cy}H${cx + w + 30}`}
        stroke="var(--color-structure)"
        strokeWidth="1"
        strokeDasharray="16 4 3 4"
      />
    </g>
  );
}
