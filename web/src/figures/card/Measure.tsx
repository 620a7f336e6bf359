import type { Point } from '../scene';

/** What is asked for now, between its two ends on the part. */
export function Measure({ from, to }: { from: Point; to: Point }) {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const arrow = ([x, y]: Point, sign: 1 | -1) => {
    const [bx, by] = [x - sign * ux * 12, y - sign * uy * 12];
    return `M${x} ${y}L${bx - uy * 6} ${by + ux * 6}L${bx + uy * 6} ${by - ux * 6}z`;
  };
  const end = ([x, y]: Point) => `M${x - uy * 14} ${y + ux * 14}L${x + uy * 14} ${y - ux * 14}`;
  return (
    <g stroke="var(--color-mark)" strokeWidth="3" fill="var(--color-mark)">
      <path d={`M${from.join(' ')}L${to.join(' ')}${end(from)}${end(to)}`} fill="none" />
      {length > 30 && <path d={`${arrow(to, 1)}${arrow(from, -1)}`} stroke="none" />}
    </g>
  );
}
