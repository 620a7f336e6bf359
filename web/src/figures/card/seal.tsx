import { Hatches } from '../kit/Hatches';
import { scaled } from '../scene';
import { Measure } from './Measure';
import { card, type CardInput, type CardScene } from './scene';

/** A seal in its bore round the shaft, cut along the axis, its outer face at the left. */
export function seal({ sheet, open }: CardInput): CardScene {
  const rear = open?.startsWith('rear') ?? sheet.frontSeal == null;
  const part = (rear ? sheet.rear?.seal : sheet.frontSeal)!;
  const scale = Math.min((card.height - 90) / part.outerMm, 6);
  const s = scaled([card.width / 2 - 20, card.height / 2], scale);
  const [outer, inner, face] = [part.outerMm / 2, part.shaftMm / 2, part.depthMm];
  const back = face + part.widthMm;
  const wide = 60 / scale;
  const box = (z0: number, z1: number, r0: number, r1: number, fill: string) =>
    [1, -1].map((sign) => (
      <rect
        key={`${z0}/${r0}/${sign}`}
        x={s.x(z0)}
        y={sign > 0 ? s.y(r1) : s.y(-r0)}
        width={s.len(z1 - z0)}
        height={s.len(r1 - r0)}
        fill={fill}
      />
    ));
  const end = open?.split('/').pop();
  return {
    title: 'The seal in its bore, cut along the axis, outside at the left',
    drawing: (
      <>
        <Hatches />
        <g stroke="var(--color-line)" strokeWidth="2">
          {box(0, wide, outer, outer + 40 / scale, 'url(#cut)')}
          {box(-wide, wide * 1.4, 0, inner, 'url(#cut-back)')}
          {box(face, back, inner + (outer - inner) * 0.45, outer, 'url(#cut)')}
          {[1, -1].map((sign) => (
            <path
              key={sign}
              d={`M${s.x(face + part.widthMm * 0.3)} ${s.y(sign * (inner + (outer - inner) * 0.45))}L${s.x(face + part.widthMm * 0.55)} ${s.y(sign * inner)}L${s.x(back)} ${s.y(sign * (inner + (outer - inner) * 0.4))}`}
              fill="none"
              strokeWidth="4"
            />
          ))}
        </g>
        {end === 'shaftMm' && (
          <Measure from={[s.x(-wide * 0.6), s.y(inner)]} to={[s.x(-wide * 0.6), s.y(-inner)]} />
        )}
        {end === 'outerMm' && (
          <Measure from={[s.x(back) + 24, s.y(outer)]} to={[s.x(back) + 24, s.y(-outer)]} />
        )}
        {end === 'widthMm' && (
          <Measure from={[s.x(face), s.y(outer) - 16]} to={[s.x(back), s.y(outer) - 16]} />
        )}
        {open?.includes('/depth') && (
          <Measure from={[s.x(0), s.y(outer) + 20]} to={[s.x(face), s.y(outer) + 20]} />
        )}
      </>
    ),
  };
}
