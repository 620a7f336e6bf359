import type { EngineSheet } from '../../api/types';
import type { Scale } from '../scene';

/** The crank's nose cut along its axis, its end at z = 0, the crank to the right. */
export function Nose({ sheet, s }: { sheet: EngineSheet; s: Scale }) {
  const { nose } = sheet.balancer!;
  // Not known where the bolt has no part in the task.
  const bolt = sheet.crankBolt;
  const r = nose.diameterMm / 2;
  const hole = nose.innerDiameterMm / 2;
  const shoulder = r + 4;
  const deep = nose.lengthMm * 0.8;
  const half = (sign: 1 | -1) =>
    `M${s.x(1)} ${s.y(sign * r)}H${s.x(nose.lengthMm)}V${s.y(sign * shoulder)}H${s.x(nose.lengthMm + 14)}V${s.y(0)}H${s.x(deep + 4)}L${s.x(deep)} ${s.y(sign * hole)}H${s.x(0)}V${s.y(sign * (r - 1))}z`;
  return (
    <g stroke="var(--color-line)" strokeWidth="2">
      <path d={half(1)} fill="url(#cut)" />
      <path d={half(-1)} fill="url(#cut)" />
      <path d={`M${s.x(0)} ${s.y(hole)}V${s.y(-hole)}`} strokeWidth="1" />
      {bolt &&
        [1, -1].map((sign) => (
          <path
            key={sign}
            d={`M${s.x(0)} ${s.y((sign * bolt.majorMm) / 2)}H${s.x(deep * 0.86)}`}
            stroke="var(--color-structure)"
            strokeWidth="1.2"
          />
        ))}
      <path
        d={`M${s.x(-6)} ${s.y(0)}H${s.x(nose.lengthMm + 20)}`}
        stroke="var(--color-structure)"
        strokeWidth="1"
        strokeDasharray="16 4 3 4"
      />
    </g>
  );
}

/** The key in its slot on top of the nose. */
export function Key({ sheet, s }: { sheet: EngineSheet; s: Scale }) {
  if (sheet.balancer!.nose.hold === 'clamp') return null;
  const r = sheet.balancer!.nose.diameterMm / 2;
  const from = sheet.balancer!.nose.lengthMm - 26;
  return (
    <rect
      x={s.x(from)}
      y={s.y(r + 2.4)}
      width={s.len(22)}
      height={s.len(5)}
      fill="var(--color-field)"
      stroke="var(--color-line)"
      strokeWidth="2"
    />
  );
}
