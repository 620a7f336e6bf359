import type { Point } from '../scene';
import { Words } from './Words';

/** A length drawn to scale with its words, for whatever is magnified. */
export function ScaleBar({ at: [x, y], px, words }: { at: Point; px: number; words: string }) {
  return (
    <g stroke="var(--color-structure)" strokeWidth="2" fill="none">
      <path d={`M${x} ${y - 6}v12M${x} ${y}h${px}M${x + px} ${y - 6}v12`} />
      <Words at={[x + px + 10, y + 6]}>{words}</Words>
    </g>
  );
}
