import { Words } from '../kit/Words';
import { onCircle } from '../scene';

/** The two directions as they are seen from the front. */
export function Across({ at, deg }: { at: readonly [number, number]; deg: number | null | undefined }) {
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="2">
      <circle cx={at[0]} cy={at[1]} r="62" stroke="var(--color-line)" />
      {[0, 90].map((direction) => {
        const [a, b] = [onCircle(at, 62, direction), onCircle(at, 62, direction + 180)];
        const now = direction === deg;
        return (
          <path
            key={direction}
            d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`}
            stroke={now ? 'var(--color-mark)' : undefined}
            strokeWidth={now ? 5 : 2}
            strokeDasharray={now ? undefined : '5 5'}
          />
        );
      })}
      {['12', '3', '6', '9'].map((hour, i) => {
        const [x, y] = onCircle(at, 80, i * 90);
        return (
          <Words key={hour} at={[x, y + 6]} anchor="middle">
            {hour}
          </Words>
        );
      })}
      <Words at={[at[0], at[1] + 118]} anchor="middle">
        from the front
      </Words>
    </g>
  );
}
