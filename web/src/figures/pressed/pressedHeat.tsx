import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { quantityParts, writeMm, writeQuantity } from '../../entry/wording';
import { ForceBand } from '../kit/ForceBand';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { column, liveValue, type Drawn, type SceneInput, slotsOf, shownOn } from '../scene';
import { PressedSection, pressedScale } from './PressedSection';
import { pressedOf } from './pressedOf';

/** What heat does: how the clearance closes once the two are joined, and what is done while it is open. */
export function pressedHeat({ sheet, task, step, reader }: SceneInput): Drawn {
  const part = pressedOf(sheet, task);
  const slots = slotsOf(step);
  if (!part) return { title: step.title, places: {}, drawing: null };
  const answer = step.now.answer;
  const heat = answer?.calculator === 'thermal-fit' ? answer : undefined;
  const clearance = heat?.gripping[0]?.clearanceMm ?? 0;
  const slides = clearance > 0;
  const measured = shownOn(task, 'pressed-sizes', step.ref.item)?.now.answer;
  // Where force is left to do, what it would be cold.
  const fit = !slides && measured?.calculator === 'interference-fit' ? measured : undefined;
  const say = (value: number, dimension: 'temperature' | 'seconds', resolution = 1): string =>
    writeQuantity({ value, dimension, resolution }, reader);
  const seconds = (value: number | null | undefined): string =>
    value == null ? 'more than an hour' : say(value, 'seconds', value < 3 ? 0.5 : 1);
  const soaking = ['frozen', 'oven', 'half', 'outer'];
  const ready = slots.filter((x) => soaking.includes(x.slot.key)).every((x) => x.live);
  const shown =
    step.figure === 'pressed-heat'
      ? slots.filter((x) => soaking.includes(x.slot.key) !== ready || (ready && x.slot.key === 'outer'))
      : slots;
  const places = column(
    shown.map((x) => x.slot),
    28,
    58,
  );
  // Two choices side by side reach further to the right.
  const two = task.choices.filter((c) => c.step === step.ref.step && c.options.length > 1).length > 1;
  const [x0, y0, width, height] = two ? [720, 150, 300, 270] : [560, 150, 450, 270];
  const curve = heat?.gripping ?? [];
  const last = curve[curve.length - 1];
  const time = scaleLinear([0, Math.max(last?.seconds ?? 0, part.heat?.slideSeconds ?? 1)], [x0, x0 + width]);
  const most = Math.max(...curve.map((m) => m.clearanceMm), 0.001);
  const clear = scaleLinear([0, most * 1.1], [y0 + height, y0]);
  const hub = liveValue(step, 'outer');
  return {
    title:
      step.figure === 'pressed-way'
        ? `${part.name}: how it goes in, and what that takes`
        : `${part.name}: the clearance while the two share their heat`,
    places,
    shows: shown.map((x) => x.slot.key),
    choice: { left: 28, bottom: 12, width: two ? 280 : 330 },
    ...(heat && {
      twin: [
        ['Outer part to', say(heat.gripping[0]?.hubC ?? heat.hubTemperatureC, 'temperature')],
        ['Carried', seconds(heat.carrySeconds)],
        ['Grips after about', slides ? seconds(heat.gripSeconds) : 'it does not slide'],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        {!heat && (
          <PressedSection
            part={part}
            at={two ? [870, 230] : [790, 262]}
            scale={(two ? 0.55 : 0.9) * pressedScale(part)}
            apart
            lit
          />
        )}
        {heat && (
          <>
            <Words at={[two ? 620 : x0, 84]} size={26} bold tone="mark">
              {`${say(hub ?? heat.gripping[0]?.hubC ?? heat.hubTemperatureC, 'temperature')}${heat.gripping[0] ? `, the inner part ${say(heat.gripping[0].shaftC, 'temperature')}` : ''}`}
            </Words>
            <Words at={[two ? 620 : x0, 112]}>
              {slides
                ? `${writeMm(clearance, reader, 0.001)} clear; grips after about ${seconds(heat.gripSeconds)} (× or ÷ 3)`
                : `${writeMm(-clearance, reader, 0.001)} still to press: easier, and by force`}
            </Words>
          </>
        )}
        {heat && last && last.seconds > 0 && (
          <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
            <path d={`M${x0} ${y0}V${y0 + height}H${x0 + width}`} />
            {time.ticks(5).map((tick) => (
              <g key={tick}>
                <path d={`M${time(tick)} ${y0 + height}v6`} />
                <Words at={[time(tick), y0 + height + 25]} anchor="middle">
                  {`${tick} s`}
                </Words>
              </g>
            ))}
            {clear.ticks(4).map((tick) => (
              <g key={tick}>
                <path d={`M${x0 - 6} ${clear(tick)}h6`} />
                <Words at={[x0 - 10, clear(tick) + 6]} anchor="end">
                  {quantityParts({ value: tick, dimension: 'length', resolution: 0.001 }, reader)[0]}
                </Words>
              </g>
            ))}
            <path
              d={
                line<(typeof curve)[number]>()
                  .x((p) => time(p.seconds))
                  .y((p) => clear(Math.max(0, p.clearanceMm)))(curve) ?? ''
              }
              stroke="var(--color-mark)"
              strokeWidth="4"
            />
            {part.heat && (
              <>
                <path
                  d={`M${time(part.heat.slideSeconds)} ${y0}V${y0 + height}`}
                  stroke="var(--color-line)"
                  strokeDasharray="9 5"
                  strokeWidth="2.5"
                />
                <Words
                  at={[time(part.heat.slideSeconds) - 8, y0 + height - 12]}
                  anchor="end"
                >{`pushed home: ${seconds(part.heat.slideSeconds)}`}</Words>
              </>
            )}
            <Words
              at={[x0 + 12, y0 + 4]}
            >{`clearance, ${quantityParts({ value: 0, dimension: 'length', resolution: 0.001 }, reader)[1]}`}</Words>
          </g>
        )}
        {fit && <ForceBand curve={fit.curve} reader={reader} x={620} y={150} width={390} height={270} />}
      </>
    ),
  };
}
