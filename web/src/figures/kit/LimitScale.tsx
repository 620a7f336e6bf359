import type { Check } from '../../api/types';
import { type Reader, writeQuantity } from '../../entry/wording';
import type { Point } from '../scene';
import { Words } from './Words';
import { limitDomain, resolutionOf } from './limits';

/** A value against its limits on an even scale: forbidden sides hatched, the value a bar with its whisker. */
export function LimitScale({
  at: [x, y],
  width,
  checks,
  reader,
  marks = [],
}: {
  at: Point;
  width: number;
  checks: readonly Check[];
  reader: Reader;
  marks?: readonly { value: number; words: string }[];
}) {
  const lead = checks[0];
  if (!lead) return null;
  const { domain, low, high } = limitDomain(
    checks,
    marks.map((m) => m.value),
  );
  const at = (value: number): number => x + ((value - domain[0]) / (domain[1] - domain[0])) * width;
  const say = (value: number): string =>
    writeQuantity({ value, dimension: lead.dimension!, resolution: resolutionOf(lead) }, reader);
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="2">
      <rect x={x} y={y} width={width} height={36} />
      {low !== undefined && <rect x={x} y={y} width={at(low) - x} height={36} fill="url(#forbidden)" />}
      {high !== undefined && (
        <rect x={at(high)} y={y} width={x + width - at(high)} height={36} fill="url(#forbidden)" />
      )}
      {[low, high].map(
        (limit, i) =>
          limit !== undefined && (
            <g key={i}>
              <path d={`M${at(limit)} ${y - 8}V${y + 44}`} strokeWidth="4" />
              <Words at={[at(limit), y + 66]} anchor="middle">
                {say(limit)}
              </Words>
            </g>
          ),
      )}
      {marks.map((mark, i) => (
        <g key={mark.words}>
          <path d={`M${at(mark.value)} ${y + 4}v28`} stroke="var(--color-structure)" strokeWidth="3" />
          <Words at={[at(mark.value), y - 12]} anchor={i === 0 ? 'end' : 'start'}>
            {mark.words}
          </Words>
        </g>
      ))}
      <g stroke="var(--color-mark)" strokeWidth="3">
        <path
          d={`M${at(lead.value - lead.uncertainty)} ${y + 18}H${at(lead.value + lead.uncertainty)}m0 -9v18M${at(lead.value - lead.uncertainty)} ${y + 9}v18`}
        />
        <rect x={at(lead.value) - 7} y={y + 11} width="14" height="14" fill="var(--color-mark)" />
      </g>
    </g>
  );
}
