import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { quantityParts, writeMm, writeQuantity } from '../entry/wording';
import { ForceBand, pressing as recorded } from './forceBand';
import { Hatches, LimitScale, ScaleBar, Words } from './parts';
import { pressedOf } from './pressStack';
import {
  labelledBelow,
  liveValue,
  slotsOf,
  type Place,
  type Point,
  type Scene,
  type SceneInput,
} from './scene';

/** One part in another, cut along their axis and to scale, with what is measured or done at this step. */
export function pressed({ sheet, task, step, reader, live }: SceneInput): Scene {
  const part = pressedOf(sheet, task);
  const slots = slotsOf(step);
  if (!part) return { title: step.title, places: {}, drawing: null };
  const { inner, outer } = part;
  const pressing = step.ref.step === 'press';
  const s = Math.min(7, 300 / outer.outerDiameterMm, 330 / Math.max(inner.lengthMm, outer.heightMm));
  const centre: Point = pressing ? [520, 250] : [800, 262];
  const scale = pressing
    ? Math.min(s, 170 / Math.max(inner.lengthMm, outer.heightMm), 210 / outer.outerDiameterMm)
    : s;
  const [cx, cy] = centre;
  const homed = step.ref.step === 'home' || step.ref.step === 'inside';
  const went = pressing && slots.some((x) => (x.slot.key === 'trace' || x.slot.key === 'peak') && x.live);
  // Before it is in it stands ahead of the part that takes it.
  const off = homed || went ? 0 : (inner.lengthMm + outer.heightMm) / 2 - 2;
  const shiftOuter = off * 0.5 * scale;
  const w = (outer.heightMm / 2) * scale;
  const l = (inner.lengthMm / 2) * scale;
  const [ro, rb, ri] = [
    (outer.outerDiameterMm / 2) * scale,
    (inner.diameterMm / 2) * scale,
    (inner.innerDiameterMm / 2) * scale,
  ];
  const [ox, ix] = [cx + (off ? shiftOuter : 0), cx - (off ? shiftOuter : 0)];
  const fits = Math.abs(ox - ix) + l + w < 420;
  const places: Record<string, Place> = {};
  let y = 92;
  const sizes = step.ref.step === 'sizes';
  for (const { slot } of slots) {
    if (sizes && slot.kind === 'number') continue;
    places[slot.key] =
      slot.kind === 'number' || slot.kind === 'trace' ? { at: [106, y + 12] } : { at: [28, y], width: 400 };
    y += slot.kind === 'number' || slot.kind === 'trace' ? labelledBelow(slot.label) + 46 : 84;
  }
  if (sizes) {
    places['inner-0'] = { at: [106, 184] };
    places['inner-90'] = { at: [278, 184], from: [356, 184], to: [ix - l * 0.4, cy - rb] };
    places['outer-0'] = { at: [106, 288] };
    places['outer-90'] = { at: [278, 288], from: [356, 288], to: [ox, cy + rb] };
    places.temperature = { at: [106, 392] };
  }
  if (pressing) {
    places.trace = { at: [106, 184] };
    places.peak = { at: [278, 184] };
  }
  const checks = step.now.call?.checks.filter((c) => c.dimension === 'length') ?? [];
  const force = pressing && recorded(step, live);
  return {
    title: `${part.name}${step.itemName ? `, ${step.itemName.toLowerCase()}` : ''}: cut along its axis, to scale`,
    places: Object.fromEntries(
      Object.entries(places).filter(([key]) => slots.some((x) => x.slot.key === key)),
    ),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          {[1, -1].map((sign) => (
            <g key={sign}>
              <rect
                x={ox - w}
                y={sign > 0 ? cy - ro : cy + rb}
                width={2 * w}
                height={ro - rb}
                fill="url(#cut)"
                stroke="var(--color-structure)"
              />
              {ri > 0 && (
                <rect
                  x={ix - l}
                  y={sign > 0 ? cy - rb : cy + ri}
                  width={2 * l}
                  height={rb - ri}
                  fill="url(#cut-back)"
                  stroke={homed ? 'var(--color-line)' : 'var(--color-mark)'}
                />
              )}
            </g>
          ))}
          {ri === 0 && (
            <rect
              x={ix - l}
              y={cy - rb}
              width={2 * l}
              height={2 * rb}
              fill="url(#cut-back)"
              stroke="var(--color-mark)"
            />
          )}
          <path
            d={`M${Math.min(ix - l, ox - w) - 24} ${cy}H${Math.max(ix + l, ox + w) + 24}`}
            stroke="var(--color-structure)"
            strokeWidth="1"
            strokeDasharray="16 4 3 4"
          />
          {!homed && !went && fits && (
            <path
              d={`M${ix - 20} ${cy - ro - 18}h44m-12 -8l12 8l-12 8`}
              stroke="var(--color-mark)"
              strokeWidth="3"
            />
          )}
        </g>
        {!pressing && !sizes && checks.length > 0 && (
          <LimitScale at={[40, Math.min(390, y + 20)]} width={330} checks={checks} reader={reader} />
        )}
        {force && force.curve && (
          <ForceBand
            curve={force.curve}
            reader={reader}
            x={720}
            y={110}
            width={300}
            height={300}
            trace={force.trace}
          />
        )}
        <ScaleBar at={[pressing ? 440 : 900, 482]} px={10 * scale} words={writeMm(10, reader, 1)} />
      </>
    ),
  };
}

/** What heat does: how the clearance closes once the two are joined, and what is done while it is open. */
export function pressedHeat({ sheet, task, step, reader }: SceneInput): Scene {
  const part = pressedOf(sheet, task);
  const slots = slotsOf(step);
  if (!part) return { title: step.title, places: {}, drawing: null };
  const answer = step.now.answer;
  const heat = answer?.calculator === 'thermal-fit' ? answer : undefined;
  const clearance = heat?.gripping[0]?.clearanceMm ?? 0;
  const slides = clearance > 0;
  const measured = task.steps.find((x) => x.ref.step === 'sizes' && x.ref.item === step.ref.item)?.now.answer;
  // Where force is left to do, what it would be cold.
  const fit = !slides && measured?.calculator === 'interference-fit' ? measured : undefined;
  const say = (value: number, dimension: 'temperature' | 'seconds', resolution = 1): string =>
    writeQuantity({ value, dimension, resolution }, reader);
  const seconds = (value: number | null | undefined): string =>
    value == null ? 'more than an hour' : say(value, 'seconds', value < 3 ? 0.5 : 1);
  const soaking = ['frozen', 'oven', 'half', 'outer'];
  const ready = slots.filter((x) => soaking.includes(x.slot.key)).every((x) => x.live);
  const shown =
    step.ref.step === 'heat'
      ? slots.filter((x) => soaking.includes(x.slot.key) !== ready || (ready && x.slot.key === 'outer'))
      : slots;
  const places: Record<string, Place> = {};
  let y = 92;
  for (const { slot } of shown) {
    places[slot.key] = slot.kind === 'number' ? { at: [106, y + 12] } : { at: [28, y], width: 400 };
    y += slot.kind === 'number' ? 118 : 84;
  }
  const [x0, y0, width, height] = [560, 150, 450, 270];
  const curve = heat?.gripping ?? [];
  const last = curve[curve.length - 1];
  const time = scaleLinear([0, Math.max(last?.seconds ?? 0, part.heat?.slideSeconds ?? 1)], [x0, x0 + width]);
  const most = Math.max(...curve.map((m) => m.clearanceMm), 0.001);
  const clear = scaleLinear([0, most * 1.1], [y0 + height, y0]);
  const hub = liveValue(step, 'outer');
  return {
    title:
      step.ref.step === 'way'
        ? `${part.name}: how it goes in, and what that takes`
        : `${part.name}: the clearance while the two share their heat`,
    places,
    shows: shown.map((x) => x.slot.key),
    choice: { left: 28, bottom: 12, width: 330 },
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
        {heat && (
          <>
            <Words at={[x0, 84]} size={26} bold tone="mark">
              {`${say(hub ?? heat.gripping[0]?.hubC ?? heat.hubTemperatureC, 'temperature')}${heat.gripping[0] ? `, the inner part ${say(heat.gripping[0].shaftC, 'temperature')}` : ''}`}
            </Words>
            <Words at={[x0, 112]}>
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
