import type { Point } from '../scene';
import type { Shape } from './rockers';

/** The call's shape on the field: told by form as well as by colour. */
export function ShapeMark({ shape, at: [x, y], size }: { shape: Shape; at: Point; size: number }) {
  const r = size / 2;
  const square = `M${x - r} ${y - r}h${size}v${size}h${-size}z`;
  const diamond = `M${x} ${y - r - 2}L${x + r + 2} ${y}L${x} ${y + r + 2}L${x - r - 2} ${y}z`;
  if (shape === 'done') return <path d={square} fill="var(--color-line)" />;
  if (shape === 'to-do')
    return <path d={`M${x - r} ${y}h${size}`} stroke="var(--color-structure)" strokeWidth="3" />;
  if (shape === 'half')
    return (
      <g>
        <path d={square} fill="none" stroke="var(--color-line)" strokeWidth="2.5" />
        <path d={`M${x - r} ${y - r}h${r}v${size}h${-r}z`} fill="var(--color-line)" />
      </g>
    );
  if (shape === 'decide')
    return (
      <path
        d={`M${x - r} ${y - r}h${size}L${x} ${y + r}z`}
        fill="none"
        stroke="var(--color-mark)"
        strokeWidth="3"
      />
    );
  return (
    <g>
      <path
        d={diamond}
        fill={shape === 'stop' ? 'var(--color-mark)' : 'none'}
        stroke="var(--color-mark)"
        strokeWidth="3"
      />
      {shape === 'stop' && (
        <path d={`M${x - r * 0.6} ${y}h${r * 1.2}`} stroke="var(--color-field)" strokeWidth="3.5" />
      )}
    </g>
  );
}
