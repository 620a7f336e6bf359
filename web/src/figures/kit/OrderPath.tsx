import { shortened, type Point } from '../scene';

/** The order of tightening as a path from bolt to bolt: what was done drawn through, the way to the next one lit. */
export function OrderPath({ through, next }: { through: readonly Point[]; next: number }) {
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="2">
      {through.slice(1).map((to, i) => {
        const from = through[i]!;
        const [a, b] = [shortened(to, from, 25), shortened(from, to, 27)];
        const lit = i + 1 === next;
        const angle = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
        return (
          <g key={i} stroke={lit ? 'var(--color-mark)' : undefined} strokeWidth={lit ? 4 : 2}>
            <path d={`M${a.join(' ')}L${b.join(' ')}`} strokeDasharray={i + 1 > next ? '6 6' : undefined} />
            <path
              d="M-11 -7L0 0L-11 7"
              transform={`translate(${b.join(' ')}) rotate(${angle})`}
              strokeLinejoin="round"
            />
          </g>
        );
      })}
    </g>
  );
}
