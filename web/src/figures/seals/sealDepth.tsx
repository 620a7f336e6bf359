import { scaleLinear } from 'd3-scale';
import { clockIn, writeMm, writeNumber } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { seen } from '../kit/seen';
import {
  facedPoint,
  liveValue,
  onFaced,
  type Place,
  type Point,
  type Drawn,
  type SceneInput,
  slotsOf,
} from '../scene';
import { sealOf } from './sealOf';

const corners: Record<number, Point> = { 0: [430, 78], 90: [700, 256], 180: [430, 420], 270: [160, 256] };

/** Four depths (or gaps) round a part, the way it leans, the depths against what is wanted, and what each screw must turn. */
export function sealDepth({ sheet, task, step, reader }: SceneInput): Drawn {
  const part = sealOf(sheet, task) ?? sheet.rear?.seal;
  const gap = step.figure === 'sleeve-gap';
  const slots = slotsOf(step);
  const round = slots.filter((s) => s.slot.angleDeg != null);
  const places: Record<string, Place> = {};
  const centre: Point = [430, 262];
  if (!part) return { title: step.title, places, drawing: null };
  const scale = 112 / (part.outerMm / 2);
  const measured = gap ? (part.shaftMm / 2) * scale : (part.outerMm / 2 - 3) * scale;
  slots.forEach(({ slot }) => {
    places[slot.key] =
      slot.angleDeg != null
        ? {
            at: corners[
              slot.angleDeg === 90 || slot.angleDeg === 270
                ? reader.view === 'front'
                  ? slot.angleDeg
                  : 360 - slot.angleDeg
                : slot.angleDeg
            ]!,
            to: onFaced(centre, measured, slot.angleDeg, { ...reader, up: 0 }),
          }
        : slot.kind === 'tick' || slot.kind === 'tool'
          ? { at: [24, 78], width: 310 }
          : { at: [150, 372] };
  });
  const straight = { ...reader, up: 0 };
  const found = step.now.answer?.calculator === 'squareness' ? step.now.answer : undefined;
  const checks = step.now.call?.checks ?? [];
  const tilt = checks.find((c) => c.name === 'tilt');
  const perMm = 70 / (tilt?.limit ?? 0.2);
  const lean = found?.deepestDeg != null ? Math.min(104, (found.tiltMm / 2) * perMm) : 0;
  const values = round.map((s) => liveValue(step, s.slot.key)).filter((v) => v !== undefined);
  const wanted = checks.filter((c) => c.name === 'depth');
  const y = scaleLinear(
    [
      Math.min(...values, ...wanted.map((c) => c.limit)) - 0.3,
      Math.max(...values, ...wanted.map((c) => c.limit)) + 0.3,
    ],
    [110, 300],
  );
  return {
    title: gap ? `The gap round the plate, ${seen(straight)}` : `Depth of the seal’s face, ${seen(straight)}`,
    places,
    ...(found && {
      twin: [
        ['Mean', writeMm(gap ? -found.meanDepthMm : found.meanDepthMm, reader)],
        ['Tilt', `${writeMm(found.tiltMm, reader)} ± ${writeMm(found.uncertaintyMm.tilt, reader)}`],
        [
          'Deepest towards',
          found.deepestDeg == null ? 'nowhere: it is level' : clockIn(found.deepestDeg, reader),
        ],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(part.outerMm / 2) * scale} strokeWidth="3" />
          <circle cx={centre[0]} cy={centre[1]} r={(part.shaftMm / 2) * scale} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={measured}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          {found?.turns.map((turn) => {
            const bolt = sheet.rear!.flange.places?.find((p) => p.id === turn.id);
            if (!bolt) return null;
            const [bx, by] = facedPoint(centre, scale, bolt, straight);
            return (
              <g key={turn.id}>
                <circle cx={bx} cy={by} r="15" fill="var(--color-field-deep)" />
                <Words at={[bx, by + 6]} anchor="middle" bold>
                  {turn.id}
                </Words>
              </g>
            );
          })}
          {found?.deepestDeg != null && lean > 3 && (
            <g stroke="var(--color-mark)" strokeWidth="4">
              <path
                d={`M${onFaced(centre, lean, found.deepestDeg + 180, straight).join(' ')}L${onFaced(centre, lean, found.deepestDeg, straight).join(' ')}`}
              />
              <circle
                cx={onFaced(centre, lean, found.deepestDeg, straight)[0]}
                cy={onFaced(centre, lean, found.deepestDeg, straight)[1]}
                r="9"
                fill="var(--color-mark)"
              />
            </g>
          )}
        </g>
        {found?.deepestDeg != null && lean > 3 && (
          <Words
            at={onFaced(centre, Math.max(26, lean * 0.5), found.deepestDeg + 62, straight)}
            tone="mark"
            bold
          >
            {gap ? 'closest' : 'deepest'}
          </Words>
        )}
        {found && (
          <>
            <ScaleBar at={[24, 484]} px={0.1 * perMm} words={`${writeMm(0.1, reader)} of tilt`} />
            <Words at={[806, 74]} size={22} bold>
              {`tilt ${writeMm(found.tiltMm, reader)}`}
            </Words>
            {!gap && wanted.length > 0 && (
              <g stroke="var(--color-line)" strokeWidth="2" fill="none">
                <rect x="812" y={y.range()[0]} width="60" height="190" />
                {wanted.map((c) =>
                  c.side === 'lower' ? (
                    <rect
                      key="low"
                      x="812"
                      y={110}
                      width="60"
                      height={Math.max(0, y(c.limit) - 110)}
                      fill="url(#forbidden)"
                    />
                  ) : (
                    <rect
                      key="high"
                      x="812"
                      y={y(c.limit)}
                      width="60"
                      height={Math.max(0, 300 - y(c.limit))}
                      fill="url(#forbidden)"
                    />
                  ),
                )}
                <path d={`M806 ${y(found.meanDepthMm)}h72`} stroke="var(--color-mark)" strokeWidth="5" />
                <Words at={[886, y(found.meanDepthMm) + 6]} tone="mark" bold>
                  {writeMm(found.meanDepthMm, reader)}
                </Words>
              </g>
            )}
            {gap && tilt && <LimitScale at={[806, 140]} width={210} checks={[tilt]} reader={reader} />}
            {found.passes.length > 0 && !step.passed && (
              <>
                <Words at={[806, 340]} bold>
                  next, a little each:
                </Words>
                {(found.passes[0] ?? []).slice(0, 4).map((t, i) => (
                  <Words key={t.id} at={[806, 368 + i * 27]} size={20}>
                    {`screw ${t.id}: ${writeNumber(t.turns, 0.05)} turn ${t.turns > 0 ? 'in' : 'out'}`}
                  </Words>
                ))}
                <Words at={[806, 486]}>{`${found.passes.length} passes in all`}</Words>
              </>
            )}
          </>
        )}
      </>
    ),
  };
}
