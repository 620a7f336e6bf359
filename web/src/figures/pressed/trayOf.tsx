import type { ReactNode } from 'react';
import type { TaskState } from '../../api/types';
import { Words } from '../kit/Words';
import type { Pick } from '../scene';
import { ShapeMark } from './ShapeMark';
import { type Rockers, shapeWords } from './rockers';

interface TrayShape {
  drawing: ReactNode;
  picks: readonly Pick[];
  bottom: number;
}

/** The set as it lies on the engine: banks apart, front at the left, each with its number and how it stands. */
export function trayOf(rockers: Rockers, task: TaskState, here: string, top = 48): TrayShape {
  const all = [...rockers.places].sort((a, b) => a.number - b.number);
  const banks = [...new Set(all.map((p) => p.bank))];
  const rows = all.length > 16 ? banks.map((b) => all.filter((p) => p.bank === b)) : [all];
  const [x0, width, pitch] = [22, 1004, 92];
  const picks: Pick[] = [];
  const drawn = rows.flatMap((row, r) => {
    const gaps = new Set(row.map((p) => p.bank)).size - 1;
    const each = (width - gaps * 26) / row.length;
    return row.map((p, i) => {
      const before = new Set(row.slice(0, i + 1).map((q) => q.bank)).size - 1;
      const [cx, cy] = [x0 + each * (i + 0.5) + before * 26, top + pitch * r + 36];
      const item = `rocker-${p.number}`;
      const shape = task.items.find((i) => i.item === item)?.stands ?? 'to-do';
      const at = item === here;
      const w = Math.min(30, each * 0.42);
      picks.push({
        item,
        words: `Rocker ${p.number}, ${p.bank} bank, ${p.valve}: ${shapeWords[shape]}`,
        at: [cx - each / 2 + 2, top + pitch * r],
        width: each - 4,
        height: pitch - 8,
      });
      return (
        <g key={item} fill="none" stroke="var(--color-line)" strokeWidth="2">
          {at && (
            <rect
              x={cx - each / 2 + 2}
              y={top + pitch * r - 2}
              width={each - 4}
              height={pitch - 6}
              stroke="var(--color-mark)"
              strokeWidth="4"
            />
          )}
          {/* Seen from above: the boss round the trunnion, the valve's end and the rod's end. */}
          <path
            d={`M${cx - w} ${cy - 8}Q${cx - w - 4} ${cy} ${cx - w} ${cy + 8}L${cx} ${cy + 15}L${cx + w} ${cy + 7}Q${cx + w + 4} ${cy} ${cx + w} ${cy - 7}L${cx} ${cy - 15}z`}
            stroke="var(--color-structure)"
            fill={shape === 'to-do' ? 'none' : 'var(--color-field-deep)'}
          />
          <circle
            cx={cx}
            cy={cy}
            r="15"
            fill="var(--color-field)"
            stroke={at ? 'var(--color-mark)' : 'var(--color-line)'}
          />
          <Words at={[cx, cy + 7]} anchor="middle" bold size={20} tone={at ? 'mark' : 'line'}>
            {p.number}
          </Words>
          <ShapeMark shape={shape} at={[cx, cy + 34]} size={15} />
        </g>
      );
    });
  });
  const bottom = top + pitch * rows.length;
  return {
    picks,
    bottom,
    drawing: (
      <>
        {drawn}
        <path
          d={`M${x0 - 8} ${top - 4}H${x0 + width + 8}V${bottom - 4}H${x0 - 8}z`}
          fill="none"
          stroke="var(--color-structure)"
          strokeWidth="1.5"
        />
      </>
    ),
  };
}
