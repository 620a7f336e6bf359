import type { EngineSheet } from '../../api/types';
import { writeQuantity } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { onCircle, type Point, type Scene, type SceneInput, slotsOf } from '../scene';

/** Whether a sheet's balancer is held by bolts on a circle, and which. */
const ringOf = (sheet: EngineSheet) => {
  const { body, flange } = sheet.balancer;
  return flange
    ? { circle: flange.boltCircleMm, major: flange.majorMm, torque: flange.torqueNm, pilot: flange.pilotMm }
    : {
        circle: body!.screwCircleMm,
        major: body!.majorMm,
        torque: body!.torqueNm,
        pilot: sheet.balancer.nose.diameterMm,
      };
};

/** Bolts on their circle from the front, numbered in the order of tightening. */
export function boltRing({ sheet, step, reader, open }: SceneInput): Scene {
  const held = ringOf(sheet);
  const centre: Point = [430, 272];
  const scale = 84 / (held.circle / 2);
  const slots = slotsOf(step);
  const out = 178;
  return {
    title: 'The bolts from the front, numbered in the order of tightening',
    places: Object.fromEntries(
      slots.map(({ slot }) => {
        const deg = slot.angleDeg ?? 0;
        const [x, y] = onCircle(centre, out, deg);
        const side = Math.abs(Math.sin((deg * Math.PI) / 180)) < 0.3 ? x : x + Math.sign(x - centre[0]) * 80;
        return [
          slot.key,
          {
            at: [side, Math.min(Math.max(y - 10, 66), 420)] as const,
            to: onCircle(centre, (held.circle / 2) * scale + 21, deg),
          },
        ];
      }),
    ),
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
          {slots.map(({ slot, live }, i) => {
            const [x, y] = onCircle(centre, (held.circle / 2) * scale, slot.angleDeg ?? 0);
            const now = slot.key === open;
            return (
              <g key={slot.key}>
                <circle
                  cx={x}
                  cy={y}
                  r="19"
                  fill={live ? 'var(--color-line)' : 'var(--color-field-deep)'}
                  stroke={now ? 'var(--color-mark)' : 'var(--color-line)'}
                  strokeWidth={now ? 5 : 2}
                />
                <text
                  x={x}
                  y={y + 7}
                  textAnchor="middle"
                  fontSize="20"
                  fontWeight="700"
                  stroke="none"
                  fill={live ? 'var(--color-field)' : 'var(--color-line)'}
                >
                  {i + 1}
                </text>
              </g>
            );
          })}
        </g>
        <Words at={[790, 130]} size={22}>
          each to
        </Words>
        <Words at={[790, 176]} size={38} bold tone="mark">
          {writeQuantity({ value: held.torque, dimension: 'torque', resolution: 1 }, reader)}
        </Words>
        <Words at={[790, 214]}>filled: done</Words>
        <Words at={[790, 240]}>across and across, a star</Words>
      </>
    ),
  };
}
