import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { quantityParts, writeQuantity } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { column, liveValue, type Drawn, type SceneInput, slotsOf } from '../scene';

/** The hub cooling in air: temperature against time, with the rubber's limit and where it is now too cool. */
export function cooling({ sheet, step, reader }: SceneInput): Drawn {
  const slots = slotsOf(step).map((x) => x.slot);
  const answer = step.now.answer?.calculator === 'thermal-fit' ? step.now.answer : undefined;
  const rubber = sheet.balancer!.warm?.rubber?.high ?? 100;
  const hub = liveValue(step, 'hub');
  const placed = column(slots, 28, 58);
  const [x0, y0, width, height] = [560, 90, 450, 330];
  const hottest = Math.max(rubber + 12, hub ?? 0);
  const curve = answer?.cooling ?? [];
  const last = curve[curve.length - 1];
  const time = scaleLinear([0, last && last.seconds > 0 ? last.seconds : 1], [x0, x0 + width]);
  const heat = scaleLinear([0, hottest], [y0 + height, y0]);
  const say = (value: number) => writeQuantity({ value, dimension: 'temperature', resolution: 1 }, reader);
  return {
    title: 'The hub as it cools in air, from the oven until it no longer goes on easily',
    places: {
      ...placed,
      ...(placed.hub && { hub: { ...placed.hub, to: [x0, heat(hub ?? curve[0]?.hubC ?? rubber)] as const } }),
    },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
          <path d={`M${x0} ${y0}V${y0 + height}H${x0 + width}`} />
          <rect
            x={x0}
            y={y0}
            width={width}
            height={heat(rubber) - y0}
            fill="url(#forbidden)"
            fillOpacity="0.5"
            stroke="none"
          />
          <path d={`M${x0} ${heat(rubber)}h${width}`} stroke="var(--color-line)" strokeWidth="4" />
          {heat.ticks(4).map((tick) => (
            <g key={tick}>
              <path d={`M${x0 - 6} ${heat(tick)}h6`} />
              <Words at={[x0 - 10, heat(tick) + 6]} anchor="end">
                {quantityParts({ value: tick, dimension: 'temperature', resolution: 1 }, reader)[0]}
              </Words>
            </g>
          ))}
          {curve.length > 0 && last && last.seconds > 0 && (
            <>
              {time.ticks(4).map((tick) => (
                <g key={tick}>
                  <path d={`M${time(tick)} ${y0 + height}v6`} />
                  <Words at={[time(tick), y0 + height + 25]} anchor="middle">
                    {`${tick} s`}
                  </Words>
                </g>
              ))}
              <path
                d={
                  line<(typeof curve)[number]>()
                    .x((p) => time(p.seconds))
                    .y((p) => heat(p.hubC))(curve) ?? ''
                }
                stroke="var(--color-mark)"
                strokeWidth="4"
              />
            </>
          )}
        </g>
        <Words at={[x0 + width - 6, heat(rubber) - 10]} anchor="end" bold>
          {`the rubber’s limit, ${say(rubber)}`}
        </Words>
        {hub !== undefined && <circle cx={x0} cy={heat(hub)} r="8" fill="var(--color-mark)" />}
        <Words at={[x0 + 10, y0 + height - 12]}>hub, carried through the shop’s air</Words>
      </>
    ),
  };
}
