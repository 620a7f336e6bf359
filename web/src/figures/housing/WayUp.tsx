import { faced, type Reader } from '../../entry/wording';
import { Words } from '../kit/Words';
import { onCircle, onFaced, type Point } from '../scene';

/** Which way is up now, and where 12 is. */
export function WayUp({
  at,
  upDeg,
  reader,
}: {
  at: Point;
  upDeg: number | null | undefined;
  reader: Reader;
}) {
  if (upDeg == null) return <Words at={[at[0] - 20, at[1] + 6]}>crank upright: nothing droops</Words>;
  const tip = onFaced(at, 26, upDeg, reader);
  const tail = onFaced(at, 26, upDeg + 180, reader);
  const wing = (turn: number) => onCircle(tip, 12, faced(upDeg, reader) + turn);
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="3">
      <path
        d={`M${tail.join(' ')}L${tip.join(' ')}M${wing(150).join(' ')}L${tip.join(' ')}L${wing(210).join(' ')}`}
      />
      <Words at={[at[0] + 38, at[1] + 6]}>up now</Words>
    </g>
  );
}
