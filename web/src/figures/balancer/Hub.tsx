import type { EngineSheet } from '../../api/types';
import type { Scale } from '../scene';

/** The balancer cut along its axis, its hub's front face at z = front. */
export function Hub({
  sheet,
  s,
  front,
  ring = true,
}: {
  sheet: EngineSheet;
  s: Scale;
  front: number;
  ring?: boolean;
}) {
  const balancer = sheet.balancer!;
  const { hub, nose, ring: outer } = balancer;
  const body = balancer.design === 'screwed-body' ? balancer.body : null;
  const spokes = balancer.design === 'spoked' ? balancer.spokes : null;
  const bore = nose.diameterMm / 2;
  const web = front + hub.lengthMm / 2;
  // A light body is a thick disc over the hub's face; spokes are drawn where the cut passes through one.
  const disc = body ? ([front - 2, front - 2 + body.thicknessMm] as const) : ([web - 6, web + 6] as const);
  const discFrom = body ? bore + 3 : hub.outerDiameterMm / 2;
  const rubber = outer.innerDiameterMm / 2;
  const box = (z0: number, z1: number, r0: number, r1: number, sign: 1 | -1, fill: string) => (
    <rect
      key={`${z0}/${r0}/${sign}`}
      x={s.x(z0)}
      y={sign > 0 ? s.y(r1) : s.y(-r0)}
      width={s.len(z1 - z0)}
      height={s.len(r1 - r0)}
      fill={fill}
    />
  );
  return (
    <g stroke="var(--color-line)" strokeWidth="2">
      {([1, -1] as const).flatMap((sign) => [
        box(front, front + hub.lengthMm, bore, hub.outerDiameterMm / 2, sign, 'url(#cut-back)'),
        ...(ring
          ? [
              // The cut passes through a spoke above, and between two below.
              ...(balancer.design === 'spoked' && sign < 0
                ? []
                : [
                    box(
                      disc[0],
                      disc[1],
                      discFrom,
                      rubber - outer.rubberMm,
                      sign,
                      balancer.design === 'screwed-body' ? 'var(--color-field)' : 'url(#cut-back)',
                    ),
                  ]),
              ...(body
                ? [
                    box(
                      front - 8,
                      front + body.thicknessMm + 10,
                      body.screwCircleMm / 2 - body.majorMm / 2,
                      body.screwCircleMm / 2 + body.majorMm / 2,
                      sign,
                      'var(--color-field-deep)',
                    ),
                  ]
                : []),
              ...(spokes && sign < 0
                ? [
                    box(
                      web - 9,
                      web + 9,
                      hub.outerDiameterMm / 2,
                      spokes.gripDiameterMm / 2,
                      sign,
                      'url(#cut-back)',
                    ),
                  ]
                : []),
              box(
                web - outer.widthMm / 2,
                web + outer.widthMm / 2,
                rubber - outer.rubberMm,
                rubber,
                sign,
                'var(--color-field-deep)',
              ),
              box(
                web - outer.widthMm / 2,
                web + outer.widthMm / 2,
                rubber,
                outer.outerDiameterMm / 2,
                sign,
                'url(#cut)',
              ),
            ]
          : []),
      ])}
      {[bore, -bore].map((r) => (
        <path key={r} d={`M${s.x(front)} ${s.y(r)}H${s.x(front + hub.lengthMm)}`} strokeWidth="2.5" />
      ))}
    </g>
  );
}
