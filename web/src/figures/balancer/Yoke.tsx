import type { EngineSheet } from '../../api/types';
import { Words } from '../kit/Words';
import type { Scale } from '../scene';

/** What a jaw puller finds on a spoked hub, in the same terms as a yoke. */
export function jawsOf({ balancer }: EngineSheet) {
  const across =
    balancer?.design === 'spoked'
      ? balancer.spokes?.gripDiameterMm
      : balancer?.design === 'flange'
        ? balancer.flange?.boltCircleMm
        : undefined;
  return { boltCircleMm: across ?? 60, majorMm: 8, noseTip: 'nose cap' };
}

export function Yoke({
  sheet,
  s,
  front,
  yoke,
  bite,
  engaged,
  holes,
  jaws,
}: {
  sheet: EngineSheet;
  s: Scale;
  front: number;
  yoke: number;
  bite: number;
  engaged: number;
  holes: { boltCircleMm: number; majorMm: number; noseTip: string };
  jaws: boolean;
}) {
  const behind = front + sheet.balancer!.hub.lengthMm;
  const r = holes.boltCircleMm / 2;
  const major = holes.majorMm;
  return (
    <g fill="var(--color-field-deep)" stroke="var(--color-line)" strokeWidth="2">
      <rect x={s.x(yoke - 9)} y={s.y(r + 16)} width={s.len(18)} height={s.len(2 * r + 32)} fill="url(#cut)" />
      {[1, -1].map((sign) => (
        <g key={sign}>
          <rect
            x={s.x(yoke - 16)}
            y={s.y(sign * r + (jaws ? sign * 6 : 0) + major / 2)}
            width={s.len((jaws ? behind + 7 : bite + engaged) - yoke + 16)}
            height={s.len(major)}
          />
          {jaws ? (
            // The jaw's hook, behind the hub.
            <rect
              x={s.x(behind)}
              y={sign > 0 ? s.y(r + 6) : s.y(-r + 6)}
              width={s.len(7)}
              height={s.len(12)}
            />
          ) : (
            <rect x={s.x(yoke - 18)} y={s.y(sign * r + major)} width={s.len(6)} height={s.len(2 * major)} />
          )}
        </g>
      ))}
      <rect x={s.x(yoke - 40)} y={s.y(10)} width={s.len(-yoke + 34)} height={s.len(20)} />
      <rect x={s.x(yoke - 52)} y={s.y(16)} width={s.len(12)} height={s.len(32)} />
      <path
        d={`M${s.x(-6)} ${s.y(10)}L${s.x(0)} ${s.y(15)}V${s.y(-15)}L${s.x(-6)} ${s.y(-10)}z`}
        fill="url(#cut-back)"
      />
      <Words at={[s.x(-4), s.y(-64)]} anchor="end">
        {holes.noseTip}
      </Words>
      <path
        d={`M${s.x(-6)} ${s.y(-62)}L${s.x(-3)} ${s.y(-14)}`}
        stroke="var(--color-structure)"
        fill="none"
      />
    </g>
  );
}
