import { type Reader, writeQuantity } from '../../entry/wording';
import { Words } from '../kit/Words';
import type { Point } from '../scene';
import { numberOf, type Set } from './rockers';

/** A measure across the set: one dot a rocker, the middle of the set, what is too far off filled and numbered. */
export function StripPlot({
  measure,
  here,
  at: [x, y],
  width,
  reader,
}: {
  measure: Set['measures'][number];
  here: string;
  at: Point;
  width: number;
  reader: Reader;
}) {
  const values = measure.values;
  const say = (value: number): string =>
    writeQuantity({ value, dimension: measure.dimension, resolution: measure.resolution }, reader);
  if (values.length === 0 || measure.median == null || measure.spread == null)
    return <Words at={[x, y]}>{`${measure.words}: none yet`}</Words>;
  const reach = Math.max(measure.spread * 7.5, ...values.map((v) => Math.abs(v.value - measure.median!)));
  const px = (value: number): number =>
    x + width / 2 + ((value - measure.median!) / (reach || 1)) * (width / 2 - 16);
  const odd = values.filter((v) => v.verdict === 'stop' || v.verdict === 'decide');
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
      <Words at={[x, y - 22]}>{measure.words}</Words>
      <Words at={[x + width, y - 22]} anchor="end" bold>
        {`middle ${say(measure.median)}`}
      </Words>
      <rect
        x={px(measure.median - 3.5 * measure.spread)}
        y={y - 12}
        width={px(measure.median + 3.5 * measure.spread) - px(measure.median - 3.5 * measure.spread)}
        height="24"
        fill="var(--color-structure)"
        fillOpacity="0.28"
        stroke="none"
      />
      <path d={`M${x} ${y}H${x + width}M${px(measure.median)} ${y - 15}v30`} />
      {values.map((v) => (
        <circle
          key={v.item}
          cx={px(v.value)}
          cy={y}
          r={v.item === here ? 8 : 6}
          fill={v.item === here || odd.includes(v) ? 'var(--color-mark)' : 'var(--color-field)'}
          stroke={v.item === here || odd.includes(v) ? 'var(--color-mark)' : 'var(--color-line)'}
          strokeWidth="2.5"
        />
      ))}
      {odd.slice(0, 2).map((v) => (
        <Words key={v.item} at={[px(v.value), y + 30]} anchor="middle" tone="mark" bold>
          {`${numberOf(v.item)}: ${say(v.value)}`}
        </Words>
      ))}
    </g>
  );
}
