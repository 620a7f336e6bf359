import { Bolt } from '../kit/Bolt';
import { OrderPath } from '../kit/OrderPath';
import type { EngineSheet, Slot } from '../../api/types';
import { writeQuantity } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { onCircle, type Point, type Drawn, type SceneInput, slotsOf } from '../scene';

/** Whether a sheet's balancer is held by bolts on a circle, and which. */
const ringOf = (sheet: EngineSheet) => {
  const balancer = sheet.balancer!;
  const flange = balancer.design === 'flange' ? balancer.flange : null;
  const body = balancer.design === 'screwed-body' ? balancer.body : null;
  return flange
    ? { circle: flange.boltCircleMm, major: flange.majorMm, torque: flange.torqueNm, pilot: flange.pilotMm }
    : {
        circle: body!.screwCircleMm,
        major: body!.majorMm,
        torque: body!.torqueNm,
        pilot: balancer.nose.diameterMm,
      };
};

/** Bolts on their circle from the front, each by its clock place, and the star as a path through them. */
export function boltRing({ sheet, step, reader, open }: SceneInput): Drawn {
  const held = ringOf(sheet);
  const centre: Point = [430, 272];
  const scale = 84 / (held.circle / 2);
  const all = slotsOf(step);
  const slots = all.filter((s) => s.slot.angleDeg != null);
  const on = all.find((s) => s.slot.angleDeg == null)?.slot;
  const out = 178;
  const bolt = (slot: Slot): Point => onCircle(centre, (held.circle / 2) * scale, slot.angleDeg ?? 0);
  const at = slots.findIndex((s) => s.slot.key === open);
  const next = at >= 0 ? at : slots.findIndex((s) => !s.live);
  return {
    title: 'The bolts from the front, each by its clock place: follow the path',
    places: {
      ...(on && { [on.key]: { at: [690, 340] as const, width: 340 } }),
      ...Object.fromEntries(
        slots.map(({ slot }) => {
          const deg = slot.angleDeg ?? 0;
          const [x, y] = onCircle(centre, out, deg);
          const side =
            Math.abs(Math.sin((deg * Math.PI) / 180)) < 0.3 ? x : x + Math.sign(x - centre[0]) * 80;
          return [
            slot.key,
            {
              at: [side, Math.min(Math.max(y - 10, 66), 420)] as const,
              to: onCircle(centre, (held.circle / 2) * scale + 21, deg),
            },
          ];
        }),
      ),
    },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(held.circle / 2) * scale + 30} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={(held.circle / 2) * scale}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          <circle cx={centre[0]} cy={centre[1]} r={(held.pilot / 2) * scale} />
          <OrderPath through={slots.map(({ slot }) => bolt(slot))} next={next} />
          {slots.map(({ slot, live }, i) => (
            <Bolt
              key={slot.key}
              id={slot.bolt?.id.replace(':00', '') ?? slot.key}
              at={bolt(slot)}
              done={live != null}
              next={i === next}
            />
          ))}
        </g>
        <Words at={[790, 130]} size={22}>
          each to
        </Words>
        <Words at={[790, 176]} size={38} bold tone="mark">
          {writeQuantity({ value: held.torque, dimension: 'torque', resolution: 1 }, reader)}
        </Words>
        {on?.bolt?.deg != null && (
          <Words at={[790, 290]} size={22} bold tone="mark">
            {`then ${writeQuantity({ value: on.bolt.deg, dimension: 'angle', resolution: 1 }, reader)} on`}
          </Words>
        )}
        <Words at={[790, 214]}>filled: done</Words>
        <Words at={[790, 240]}>across and across, a star</Words>
      </>
    ),
  };
}
