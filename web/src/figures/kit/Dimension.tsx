import type { Point } from '../scene';
import { Words } from './Words';

/** A dimension line between two points with words beside it. */
export function Dimension({
  from,
  to,
  words,
  below = false,
}: {
  from: Point;
  to: Point;
  words: string;
  below?: boolean;
}) {
  const mid: Point = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2 + (below ? 24 : -8)];
  return (
    <g stroke="var(--color-structure)" strokeWidth="1.5" fill="none">
      <path
        d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}M${from[0]} ${from[1] - 7}v14M${to[0]} ${to[1] - 7}v14`}
      />
      <Words at={mid} anchor="middle">
        {words}
      </Words>
    </g>
  );
}
