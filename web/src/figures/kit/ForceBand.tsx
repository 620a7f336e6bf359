import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import type { ForcePoint } from '../../api/types';
import { quantityParts, type Reader, writeMm, writeQuantity } from '../../entry/wording';
import { Words } from './Words';

interface Props {
  /** The band that holds now. */
  curve: readonly ForcePoint[];
  /** The band of the cold fit, where the hub is warm and another one holds. */
  cold?: readonly ForcePoint[] | undefined;
  /** Where the hub stands now, mm. */
  now?: number | undefined;
  /** What was recorded, or is being: mm and N. */
  trace?: readonly (readonly [mm: number, newtons: number])[] | undefined;
  /** What the others of its set took. */
  others?: readonly (readonly (readonly [mm: number, newtons: number])[])[];
  reader: Reader;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The force band against travel, with where the hub stands now and what the press recorded. */
export function ForceBand({ curve, cold, now, trace, others = [], reader, x, y, width, height }: Props) {
  const end = curve[curve.length - 1]!;
  const coldEnd = cold?.[cold.length - 1];
  const most = Math.max(
    end.highN * 1.12,
    (coldEnd?.highN ?? 0) * 1.05,
    ...[...others, trace ?? []].flatMap((t) => t.map(([, force]) => force * 1.05)),
    1,
  );
  const travel = scaleLinear([0, end.travelMm * (trace || others.length > 0 ? 1.05 : 1)], [x, x + width]);
  const force = scaleLinear([0, most], [y + height, y]);
  const newtons = (value: number): string =>
    writeQuantity({ value, dimension: 'force', resolution: 100 }, reader);
  const band = area<ForcePoint>()
    .x((p) => travel(p.travelMm))
    .y0((p) => force(p.lowN))
    .y1((p) => force(p.highN));
  const edge = (points: readonly ForcePoint[], pick: 'lowN' | 'highN') =>
    line<ForcePoint>()
      .x((p) => travel(p.travelMm))
      .y((p) => force(p[pick]))(points) ?? '';
  const last = trace?.[trace.length - 1];
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
      <path d={`M${x} ${y}V${y + height}H${x + width}`} />
      {force
        .ticks(4)
        .slice(1)
        .map((tick) => (
          <g key={tick}>
            <path d={`M${x - 6} ${force(tick)}h6`} />
            <Words at={[x - 10, force(tick) + 6]} anchor="end">
              {
                quantityParts(
                  { value: tick, dimension: 'force', resolution: most < 5000 ? 100 : 1000 },
                  reader,
                )[0]
              }
            </Words>
          </g>
        ))}
      {travel.ticks(4).map((tick) => (
        <g key={tick}>
          <path d={`M${travel(tick)} ${y + height}v6`} />
          <Words at={[travel(tick), y + height + 25]} anchor="middle">
            {tick === 0 ? '0' : writeMm(tick, reader, 1)}
          </Words>
        </g>
      ))}
      <path d={band(curve) ?? ''} fill="var(--color-structure)" fillOpacity="0.28" stroke="none" />
      <path d={edge(curve, 'lowN')} stroke="var(--color-line)" strokeWidth="2" />
      <path d={edge(curve, 'highN')} stroke="var(--color-line)" strokeWidth="2" />
      {cold && coldEnd && coldEnd.highN > end.highN * 1.05 && (
        <>
          <path d={edge(cold, 'highN')} strokeDasharray="5 6" />
          <Words at={[travel(coldEnd.travelMm) - 8, force(coldEnd.highN) - 6]} anchor="end">
            {`cold: ${newtons(coldEnd.highN)}`}
          </Words>
        </>
      )}
      <Words at={[travel(end.travelMm) - 8, force(end.highN) - 6]} anchor="end" bold size={20}>
        {newtons(end.highN)}
      </Words>
      <Words
        at={[travel(end.travelMm) - 4, Math.min(force(end.lowN) + 52, y + height - 8)]}
        anchor="end"
        bold
        size={20}
      >
        {newtons(end.lowN)}
      </Words>
      <Words at={[x + 12, y + 4]}>
        {`press force, ${quantityParts({ value: 0, dimension: 'force', resolution: 1 }, reader)[1]}`}
      </Words>
      {now !== undefined && (
        <path
          d={`M${travel(now)} ${y}V${y + height}`}
          stroke="var(--color-mark)"
          strokeWidth="3"
          strokeDasharray="9 5"
        />
      )}
      {others.map((other, i) => (
        <path
          key={i}
          d={
            line<readonly [number, number]>()
              .x((p) => travel(p[0]))
              .y((p) => force(p[1]))(other) ?? ''
          }
          stroke="var(--color-structure)"
          strokeWidth="1.2"
        />
      ))}
      {trace && last && (
        <>
          <path
            d={
              line<readonly [number, number]>()
                .x((p) => travel(p[0]))
                .y((p) => force(p[1]))(trace) ?? ''
            }
            stroke="var(--color-mark)"
            strokeWidth="3"
          />
          <circle cx={travel(last[0])} cy={force(last[1])} r="6" fill="var(--color-mark)" stroke="none" />
        </>
      )}
    </g>
  );
}
