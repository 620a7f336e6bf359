import { onCircle, type Point } from '../scene';

/** How far a bolt is turned on: from its line before to where its line stands then. */
export function Turn({ at, deg }: { at: Point; deg: number }) {
  const r = 32;
  const turned = Math.min(deg, 359);
  const [from, to] = [onCircle(at, r, 0), onCircle(at, r, turned)];
  const [inner, outer] = [onCircle(at, 20, turned), onCircle(at, r + 10, turned)];
  return (
    <g fill="none" stroke="var(--color-mark)" strokeWidth="4">
      <path d={`M${from.join(' ')}A${r} ${r} 0 ${turned > 180 ? 1 : 0} 1 ${to.join(' ')}`} />
      <path d={`M${at[0]} ${at[1] - 20}V${at[1] - r - 10}`} strokeDasharray="4 4" />
      <path d={`M${inner.join(' ')}L${outer.join(' ')}`} />
    </g>
  );
}
