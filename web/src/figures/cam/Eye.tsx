import type { Point } from '../scene';
import { type Bearing, half, outline, type Shape, type Sight } from './bearing';

/**
 * Where a shell's hole is drawn as the eye sees it down a passage from outside, front up: clockwise seen from the front
 * is to the left.
 */
export const eyed = (sight: { aroundMm: number; alongMm: number }, scale: number): Point => [
  -sight.aroundMm * scale,
  sight.alongMm * scale,
];

/** A passage as the eye sees it: the open part dark, the shell's metal hatched across the rest. */
export function Eye({
  id,
  at,
  passage,
  hole,
  sight,
  scale,
}: {
  id: string;
  at: Point;
  passage: Shape;
  hole: Shape;
  sight: Sight | undefined;
  scale: number;
}) {
  const [dx, dy] = sight ? eyed(sight, scale) : [0, 0];
  const shown = sight && sight.kind !== 'shut';
  const edge = outline(passage, at, scale);
  return (
    <g fill="none" strokeWidth="3">
      <clipPath id={`eye-${id}`}>
        <path d={edge} />
      </clipPath>
      {sight && (
        <g clipPath={`url(#eye-${id})`}>
          <path d={edge} fill="var(--color-field-deep)" />
          <path d={edge} fill="url(#metal)" />
          {shown && <path d={outline(hole, [at[0] + dx, at[1] + dy], scale)} fill="var(--color-dark)" />}
        </g>
      )}
      {shown && (
        <path
          d={outline(hole, [at[0] + dx, at[1] + dy], scale)}
          stroke="var(--color-mark)"
          strokeWidth="2.5"
          clipPath={hole.kind === 'groove' ? `url(#eye-${id})` : undefined}
        />
      )}
      <path d={edge} stroke="var(--color-line)" strokeWidth="4" strokeDasharray={sight ? undefined : '8 6'} />
    </g>
  );
}

/** The hatch of a shell's metal seen down a passage. */
export function MetalHatch() {
  return (
    <defs>
      <pattern id="metal" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V9" stroke="var(--color-mark)" strokeWidth="3" />
      </pattern>
    </defs>
  );
}

/** One scale for all passages of a bearing, px/mm. */
export const eyeScale = (bearing: Bearing): number =>
  Math.min(20, 148 / Math.max(...bearing.passages.flatMap((p) => half(p.shape).map((h) => 2 * h))));
