import { writeMm } from '../../entry/wording';
import { ForceBand } from '../kit/ForceBand';
import { pressing as recorded } from '../kit/pressing';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { column, reach, type Place, type Point, type Drawn, type SceneInput, slotsOf } from '../scene';
import { PressedSection, pressedScale } from './PressedSection';
import { pressedOf } from './pressedOf';

/** One part in another, cut along their axis and to scale, with what is measured or done at this step. */
export function pressed({ sheet, task, step, reader, live }: SceneInput): Drawn {
  const part = pressedOf(sheet, task);
  const slots = slotsOf(step);
  if (!part) return { title: step.title, places: {}, drawing: null };
  const { inner, outer } = part;
  const pressing = step.figure === 'pressed-press';
  const s = pressedScale(part);
  const centre: Point = pressing ? [520, 250] : [800, 262];
  const scale = pressing
    ? Math.min(s, 170 / Math.max(inner.lengthMm, outer.heightMm), 210 / outer.outerDiameterMm)
    : s;
  const [cx, cy] = centre;
  const homed = step.figure === 'pressed-home' || step.figure === 'pressed-inside';
  const went = pressing && slots.some((x) => (x.slot.key === 'trace' || x.slot.key === 'peak') && x.live);
  // Before it is in it stands ahead of the part that takes it.
  const off = homed || went ? 0 : (inner.lengthMm + outer.heightMm) / 2 - 2;
  const shift = off * 0.5 * scale;
  const [l, rb] = [(inner.lengthMm / 2) * scale, (inner.diameterMm / 2) * scale];
  const [ox, ix] = [cx + shift, cx - shift];
  const sizes = step.figure === 'pressed-sizes';
  const listed = slots.map((x) => x.slot).filter((slot) => !sizes || slot.kind !== 'number');
  const places: Record<string, Place> = column(listed, 28, 58);
  const y = Math.max(0, ...listed.map((slot) => places[slot.key]!.at[1] + reach(slot)[1])) + 20;
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
        <PressedSection part={part} at={centre} scale={scale} apart={!homed && !went} lit={!homed} />
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
