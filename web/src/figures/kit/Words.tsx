import type { ReactNode } from 'react';
import type { Point } from '../scene';

/** Words in a figure, at a size that reads at arm's length. */
export function Words({
  at: [x, y],
  children,
  size = 18,
  anchor = 'start',
  bold = false,
  tone = 'line',
}: {
  at: Point;
  children: ReactNode;
  size?: number;
  anchor?: 'start' | 'middle' | 'end';
  bold?: boolean;
  tone?: 'line' | 'mark';
}) {
  return (
    <text
      x={x}
      y={y}
      fontSize={size}
      fontWeight={bold ? 600 : 500}
      textAnchor={anchor}
      fill={`var(--color-${tone})`}
      stroke="none"
    >
      {children}
    </text>
  );
}
