import type { Point } from '../scene';
import { Words } from './Words';

/** A bolt with its own number: filled once it is pulled, ringed where it is the next. */
export function Bolt({
  id,
  at: [x, y],
  done,
  next,
  trouble,
}: {
  id: string;
  at: Point;
  done: boolean;
  next: boolean;
  trouble?: 'missed' | 'twice' | false | undefined;
}) {
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="2">
      <circle
        cx={x}
        cy={y}
        r="21"
        fill={done ? 'var(--color-line)' : 'var(--color-field-deep)'}
        stroke={next || trouble === 'missed' ? 'var(--color-mark)' : 'var(--color-line)'}
        strokeWidth={next ? 5 : 2}
        strokeDasharray={trouble === 'missed' ? '5 4' : undefined}
      />
      <text
        x={x}
        y={y + 8}
        textAnchor="middle"
        fontSize={id.length > 2 ? 17 : 22}
        fontWeight="700"
        stroke="none"
        fill={done ? 'var(--color-field)' : 'var(--color-line)'}
      >
        {id}
      </text>
      {trouble && (
        <Words at={[x, y + 42]} anchor="middle" tone="mark" bold>
          {trouble}
        </Words>
      )}
    </g>
  );
}
