import type { ReactNode } from 'react';
import type { Check, EngineSheet } from '../api/types';
import { writeQuantity, type Reader } from '../entry/wording';
import type { Point, Scale } from './scene';

/** Words in a figure, at a size that reads at arm's length. */
export function Words({
  at: [x, y],
  children,
  size = 18,
  anchor = 'start',
  bold = false,
  tone = 'line',
}: {
  at: Point;
  children: ReactNode;
  size?: number;
  anchor?: 'start' | 'middle' | 'end';
  bold?: boolean;
  tone?: 'line' | 'mark';
}) {
  return (
    <text
      x={x}
      y={y}
      fontSize={size}
      fontWeight={bold ? 600 : 500}
      textAnchor={anchor}
      fill={`var(--color-${tone})`}
      stroke="none"
    >
      {children}
    </text>
  );
}

/** The hatch of cut metal, of the forbidden side, and of what is wrong. */
export function Hatches() {
  return (
    <defs>
      <pattern id="cut" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V9" stroke="var(--color-structure)" strokeWidth="1.2" />
      </pattern>
      <pattern
        id="cut-back"
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <path d="M0 0V9" stroke="var(--color-structure)" strokeWidth="1.2" />
      </pattern>
      <pattern
        id="forbidden"
        width="8"
        height="8"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <path d="M0 0V8" stroke="var(--color-line)" strokeWidth="1.4" />
      </pattern>
    </defs>
  );
}

/** The crank's nose cut along its axis, its end at z = 0, the crank to the right. */
export function Nose({ sheet, s }: { sheet: EngineSheet; s: Scale }) {
  const { nose } = sheet.balancer;
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
      {[1, -1].map((sign) => (
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
  const r = sheet.balancer.nose.diameterMm / 2;
  const from = sheet.balancer.nose.lengthMm - 26;
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
  const { hub, nose, ring: outer, design, body, spokes } = sheet.balancer;
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
              ...(design === 'spoked' && sign < 0
                ? []
                : [
                    box(
                      disc[0],
                      disc[1],
                      discFrom,
                      rubber - outer.rubberMm,
                      sign,
                      design === 'screwed-body' ? 'var(--color-field)' : 'url(#cut-back)',
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

/** A length drawn to scale with its words, for whatever is magnified. */
export function ScaleBar({ at: [x, y], px, words }: { at: Point; px: number; words: string }) {
  return (
    <g stroke="var(--color-structure)" strokeWidth="2" fill="none">
      <path d={`M${x} ${y - 6}v12M${x} ${y}h${px}M${x + px} ${y - 6}v12`} />
      <Words at={[x + px + 10, y + 6]}>{words}</Words>
    </g>
  );
}

/** A dimension line between two points with words beside it. */
export function Dimension({
  from,
  to,
  words,
  below = false,
}: {
  from: Point;
  to: Point;
  words: string;
  below?: boolean;
}) {
  const mid: Point = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2 + (below ? 24 : -8)];
  return (
    <g stroke="var(--color-structure)" strokeWidth="1.5" fill="none">
      <path
        d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}M${from[0]} ${from[1] - 7}v14M${to[0]} ${to[1] - 7}v14`}
      />
      <Words at={mid} anchor="middle">
        {words}
      </Words>
    </g>
  );
}

/** A value against its limits on an even scale: forbidden sides hatched, the value a bar with its whisker. */
export function LimitScale({
  at: [x, y],
  width,
  checks,
  reader,
  marks = [],
}: {
  at: Point;
  width: number;
  checks: readonly Check[];
  reader: Reader;
  marks?: readonly { value: number; words: string }[];
}) {
  const lead = checks[0];
  if (!lead) return null;
  const { domain, low, high } = limitDomain(
    checks,
    marks.map((m) => m.value),
  );
  const at = (value: number): number => x + ((value - domain[0]) / (domain[1] - domain[0])) * width;
  const say = (value: number): string =>
    writeQuantity({ value, dimension: lead.dimension!, resolution: resolutionOf(lead) }, reader);
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="2">
      <rect x={x} y={y} width={width} height={36} />
      {low !== undefined && <rect x={x} y={y} width={at(low) - x} height={36} fill="url(#forbidden)" />}
      {high !== undefined && (
        <rect x={at(high)} y={y} width={x + width - at(high)} height={36} fill="url(#forbidden)" />
      )}
      {[low, high].map(
        (limit, i) =>
          limit !== undefined && (
            <g key={i}>
              <path d={`M${at(limit)} ${y - 8}V${y + 44}`} strokeWidth="4" />
              <Words at={[at(limit), y + 66]} anchor="middle">
                {say(limit)}
              </Words>
            </g>
          ),
      )}
      {marks.map((mark, i) => (
        <g key={mark.words}>
          <path d={`M${at(mark.value)} ${y + 4}v28`} stroke="var(--color-structure)" strokeWidth="3" />
          <Words at={[at(mark.value), y - 12]} anchor={i === 0 ? 'end' : 'start'}>
            {mark.words}
          </Words>
        </g>
      ))}
      <g stroke="var(--color-mark)" strokeWidth="3">
        <path
          d={`M${at(lead.value - lead.uncertainty)} ${y + 18}H${at(lead.value + lead.uncertainty)}m0 -9v18M${at(lead.value - lead.uncertainty)} ${y + 9}v18`}
        />
        <rect x={at(lead.value) - 7} y={y + 11} width="14" height="14" fill="var(--color-mark)" />
      </g>
    </g>
  );
}

/** The smallest step worth showing of a checked value. */
export const resolutionOf = (check: Check): number =>
  ({
    length:
      Math.max(Math.abs(check.limit), Math.abs(check.value)) >= 100
        ? 1
        : Math.max(Math.abs(check.limit), Math.abs(check.value)) < 0.2 && check.name !== 'tilt'
          ? 0.001
          : 0.01,
    share: 0.01,
    force: 100,
    temperature: 1,
    seconds: 1,
    days: 1,
    torque: 0.1,
    angle: 0.1,
  })[check.dimension as string] ?? 0.1;

/** The range that shows a value, its whisker and its limits with room on both sides. */
export function limitDomain(checks: readonly Check[], also: readonly number[] = []) {
  const lead = checks[0]!;
  const same = checks.filter((c) => c.name === lead.name && Number.isFinite(c.limit));
  const low = same.find((c) => c.side === 'lower')?.limit;
  const high = same.find((c) => c.side === 'upper')?.limit;
  const shown = [lead.value - lead.uncertainty, lead.value + lead.uncertainty, ...also];
  if (low !== undefined) shown.push(low);
  if (high !== undefined) shown.push(high);
  if (low === undefined) shown.push(0);
  const [min, max] = [Math.min(...shown), Math.max(...shown)];
  const room = (max - min || 1) * 0.16;
  const domain: [number, number] = [low === undefined && min >= 0 ? 0 : min - room, max + room];
  return { domain, low, high };
}
