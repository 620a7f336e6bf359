import { scaleLinear } from 'd3-scale';
import type { TraceColumns } from '../../api/types';
import { type Reader, writeQuantity } from '../../entry/wording';
import { Words } from '../kit/Words';

/** A pull as it comes, torque against angle, with what it is pulled to. */
export function Pull({ trace, target, reader }: { trace: TraceColumns; target: number; reader: Reader }) {
  const x = scaleLinear([0, Math.max(60, ...trace.x)], [40, 240]);
  const y = scaleLinear([0, target * 1.2], [470, 300]);
  const points = trace.x.map((angle, i) => `${x(angle)} ${y(trace.y[i] ?? 0)}`);
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
      <path d={`M40 296V470H246`} />
      <path d={`M40 ${y(target)}H246`} stroke="var(--color-line)" strokeWidth="3" />
      <Words at={[46, y(target) - 8]}>
        {writeQuantity({ value: target, dimension: 'torque', resolution: 0.5 }, reader)}
      </Words>
      <Words at={[246, 492]} anchor="end">{`${Math.round(x.domain()[1]!)}°`}</Words>
      {points.length > 1 && <path d={`M${points.join('L')}`} stroke="var(--color-mark)" strokeWidth="4" />}
    </g>
  );
}
