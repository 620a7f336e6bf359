import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { quantityParts, writeMm, writeQuantity } from '../entry/wording';
import { ForceBand } from './forceBand';
import { fitOf } from './noseHub';
import { Hatches, Hub, Nose, Words } from './parts';
import { liveValue, rows, scaled, slotsOf, type Scene, type SceneInput } from './scene';

/** The schools side by side: cold and drawn on, or warmed first. What is refused is crossed out. */
export function method({ sheet, task, step, reader }: SceneInput): Scene {
  const fit = fitOf(task);
  const chosen = task.choices.find((c) => c.id === 'method')?.chosen;
  const warm = step.now.answer?.calculator === 'thermal-fit' ? step.now.answer : undefined;
  const { balancer } = sheet;
  const s = scaled([520, 290], 1.9);
  const seconds = (value: number) =>
    writeQuantity({ value, dimension: 'seconds', resolution: value < 1 ? 0.1 : 1 }, reader);
  const refused = chosen === 'hammer' || chosen === 'crank-bolt';
  const tip = s.x(-balancer.hub.lengthMm + 4);
  return {
    title: 'How it goes on: choose, and read what it takes',
    places: { ambient: { at: [112, 92] }, ready: { at: [24, 178], width: 300 } },
    choice: { left: 20, bottom: 12, width: 262 },
    ...(warm && {
      twin: [
        [
          'Hub temperature for the wanted clearance',
          writeQuantity({ value: warm.hubTemperatureC, dimension: 'temperature', resolution: 1 }, reader),
        ],
        ['Carried', warm.carrySeconds == null ? 'more than an hour' : seconds(warm.carrySeconds)],
        ['Grips after about', warm.gripSeconds == null ? 'more than an hour' : seconds(warm.gripSeconds)],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={-balancer.hub.lengthMm + 4} />
        {refused ? (
          <g stroke="var(--color-mark)" strokeWidth="7" fill="none">
            {chosen === 'hammer' && (
              <path d={`M${tip - 70} 236h34v52h-34zM${tip - 70} 262h-60`} strokeWidth="4" />
            )}
            {chosen === 'crank-bolt' && (
              <path
                d={`M${tip - 44} 246h26v32h-26zM${tip - 18} 254H${s.x(6)}v16H${tip - 18}`}
                strokeWidth="4"
              />
            )}
            <path d={`M${tip - 130} 150L${tip + 60} 380M${tip + 60} 150L${tip - 130} 380`} />
          </g>
        ) : (
          fit && (
            <ForceBand
              curve={fit.curve}
              reader={reader}
              x={730}
              y={chosen === 'warm' ? 250 : 120}
              width={290}
              height={chosen === 'warm' ? 190 : 310}
            />
          )
        )}
        {chosen === 'warm' && warm && (
          <>
            <Words at={[660, 84]} size={24} bold tone="mark">
              {`oven ${writeQuantity({ value: Math.min(warm.cooling[0]?.hubC ?? 0, warm.hubTemperatureC), dimension: 'temperature', resolution: 1 }, reader)}`}
            </Words>
            <Words at={[660, 114]}>
              {`${writeMm(warm.cooling[0]?.clearanceMm ?? 0, reader, 0.001)} clear when it is taken out`}
            </Words>
            <Words at={[660, 142]}>
              {`grips about ${warm.gripSeconds == null ? 'an hour' : seconds(Math.max(0.1, warm.gripSeconds))} after it is on (× or ÷ 3)`}
            </Words>
            <Words at={[660, 170]}>
              {warm.coolShaftInsteadC == null
                ? 'cooling the nose instead: too cold to be had'
                : `or the nose at ${writeQuantity({ value: warm.coolShaftInsteadC, dimension: 'temperature', resolution: 1 }, reader)}`}
            </Words>
            <Words at={[660, 212]} size={20} bold>
              if it is left to cool, as when cold:
            </Words>
          </>
        )}
      </>
    ),
  };
}

/** The hub cooling in air: temperature against time, with the rubber's limit and where it is now too cool. */
export function cooling({ sheet, step, reader }: SceneInput): Scene {
  const slots = slotsOf(step).map((x) => x.slot);
  const answer = step.now.answer?.calculator === 'thermal-fit' ? step.now.answer : undefined;
  const rubber = sheet.balancer.warm?.rubber?.high ?? 100;
  const hub = liveValue(step, 'hub');
  const placed = rows(slots, 28, 92, 92);
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
      hub: { at: [106, 158], to: [x0, heat(hub ?? curve[0]?.hubC ?? rubber)] },
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
