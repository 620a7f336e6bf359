import type { EngineSheet } from '../api/types';
import { clockText, writeMm, writeNumber, writeQuantity } from '../entry/wording';
import { Dimension, Hatches, Hub, Nose, ScaleBar, Words } from './parts';
import {
  liveValue,
  onCircle,
  scaled,
  slotsOf,
  type Place,
  type Point,
  type Scale,
  type Scene,
  type SceneInput,
} from './scene';

/** The puller on the hub, cut along the axis: its screws in the hub, its forcing screw on the nose's rim. */
export function puller({ sheet, task, step, reader }: SceneInput): Scene {
  const { balancer } = sheet;
  const holes = balancer.puller ?? jawsOf(sheet);
  const jaws = balancer.spokes !== null && balancer.spokes !== undefined;
  const off = slotsOf(step).some((x) => x.slot.key === 'off' && x.live);
  const front = -balancer.seatedDepthMm - (off ? 44 : 0);
  const s = scaled([690, 262], 2.4);
  const engaged = liveValue(task.steps.find((x) => x.ref.step === 'puller') ?? step, 'engaged') ?? 0;
  const yoke = front - 52;
  // The screws of a screwed body pass through it before they bite.
  const bite = front + (balancer.body ? balancer.body.thicknessMm - 2 : 0);
  const places: Record<string, Place> =
    step.ref.step === 'puller'
      ? {
          tool: { at: [24, 92], width: 340 },
          engaged: { at: [104, 176], to: [s.x(bite + engaged / 2), s.y(holes.boltCircleMm / 2)] },
          behind: {
            at: [24, 196],
            width: 340,
            from: [364, 196],
            to: [s.x(front + balancer.hub.lengthMm), s.y(-(balancer.spokes?.gripDiameterMm ?? 0) / 2 + 3)],
          },
          through: { at: [24, 292], width: 340 },
        }
      : {
          grease: { at: [24, 96], width: 340, from: [364, 96], to: [s.x(yoke - 20), s.y(5)] },
          peak: { at: [104, 206], to: [s.x(yoke - 32), s.y(0)] },
          off: { at: [24, 336], width: 340 },
        };
  const answer = step.now.answer;
  return {
    title: 'The puller on the hub, to scale, front at the left',
    choice: { left: 20, bottom: 12, width: 250 },
    places: Object.fromEntries(
      Object.entries(places).filter(([key]) => slotsOf(step).some((x) => x.slot.key === key)),
    ),
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={front} />
        <Yoke
          sheet={sheet}
          s={s}
          front={front}
          yoke={yoke}
          bite={bite}
          engaged={engaged}
          holes={holes}
          jaws={jaws}
        />
        {step.ref.step === 'puller' && engaged > 0 && (
          <Dimension
            from={[s.x(bite), s.y(holes.boltCircleMm / 2 + 12)]}
            to={[s.x(bite + engaged), s.y(holes.boltCircleMm / 2 + 12)]}
            words={writeMm(engaged, reader, 0.1)}
          />
        )}
        {answer?.calculator === 'thread-engagement' && (
          <>
            <Words at={[400, 84]} size={20} bold tone="mark">
              {`${writeQuantity({ value: answer.utilisation, dimension: 'share', resolution: 0.01 }, reader)} of what a screw can carry`}
            </Words>
            <Words
              at={[400, 110]}
            >{`at least ${writeMm(answer.minimumEngagedMm, reader, 0.1)} engaged, so that`}</Words>
            <Words at={[400, 134]}>a screw breaks before a thread strips</Words>
          </>
        )}
        {answer?.calculator === 'forcing-screw' && !off && (
          <>
            <Words at={[24, 420]} size={22} bold tone="mark">
              {`up to ${writeQuantity({ value: answer.torqueNm, dimension: 'torque', resolution: 1 }, reader)} expected`}
            </Words>
            <Words at={[24, 446]}>friction in screw and fit: Neat Bore defaults</Words>
          </>
        )}
        <ScaleBar at={[860, 478]} px={s.len(20)} words={writeMm(20, reader, 1)} />
      </>
    ),
  };
}

/** What a jaw puller finds on a spoked hub, in the same terms as a yoke. */
const jawsOf = (sheet: EngineSheet) => ({
  boltCircleMm: sheet.balancer.spokes?.gripDiameterMm ?? sheet.balancer.flange?.boltCircleMm ?? 60,
  majorMm: 8,
  noseTip: 'nose cap',
});

function Yoke({
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
  const behind = front + sheet.balancer.hub.lengthMm;
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

/** The yoke from the front: three gaps, and what each screw must turn. */
export function yoke({ sheet, step, reader }: SceneInput): Scene {
  const prise = step.ref.step === 'prise';
  const holes = sheet.balancer.puller ?? jawsOf(sheet);
  const centre: Point = [400, 268];
  const scale = 174 / (sheet.balancer.hub.outerDiameterMm / 2);
  const degrees = [0, 120, 240];
  const boxes: Point[] = [
    [170, 96],
    [650, 420],
    [118, 420],
  ];
  const r = (holes.boltCircleMm / 2) * scale;
  const found = step.now.answer?.calculator === 'squareness' ? step.now.answer : undefined;
  return {
    title: prise
      ? 'The flange from the front: its gap to the crank at three places'
      : 'The yoke from the front: its gap to the hub’s face beside each screw',
    places: {
      ...Object.fromEntries(
        degrees.map((deg, i) => [`${deg}`, { at: boxes[i]!, to: onCircle(centre, r, deg) }]),
      ),
      ...(prise
        ? { bolts: { at: [780, 300] as const, width: 250 }, off: { at: [780, 400] as const, width: 250 } }
        : {}),
    },
    ...(found && {
      twin: [
        ['Leans', writeMm(found.tiltMm, reader, 0.1)],
        ...found.turns.map((t) => [`Screw at ${t.id}`, `${writeNumber(t.turns, 0.01)} turns in`] as const),
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(sheet.balancer.hub.outerDiameterMm / 2) * scale} />
          <circle cx={centre[0]} cy={centre[1]} r={r} stroke="var(--color-structure)" strokeDasharray="6 6" />
          <circle cx={centre[0]} cy={centre[1]} r={12 * scale} fill="var(--color-field-deep)" />
          {degrees.map((deg) => {
            const [x, y] = onCircle(centre, r, deg);
            return (
              <circle
                key={deg}
                cx={x}
                cy={y}
                r={(holes.majorMm / 2) * scale}
                fill="var(--color-field-deep)"
                strokeWidth="3"
              />
            );
          })}
        </g>
        {[0, 3, 6, 9].map((hour) => {
          const [x, y] = onCircle(centre, (sheet.balancer.hub.outerDiameterMm / 2) * scale + 18, hour * 30);
          return (
            <Words key={hour} at={[x, y + 6]} anchor="middle">
              {hour === 0 ? '12' : hour}
            </Words>
          );
        })}
        {found && (
          <>
            <Words at={[790, 120]} size={24} bold tone="mark">
              {`leans ${writeMm(found.tiltMm, reader, 0.1)}`}
            </Words>
            {found.deepestDeg != null && (
              <Words at={[790, 148]}>{`closest towards ${clockText(found.deepestDeg)}`}</Words>
            )}
            {!prise && <Words at={[790, 196]}>turns in, to level it</Words>}
            {(prise ? [] : found.turns).map((turn, i) => (
              <Words key={turn.id} at={[790, 228 + i * 34]} size={24} bold>
                {`${turn.id}: ${writeNumber(turn.turns, 0.1)} turns`}
              </Words>
            ))}
          </>
        )}
      </>
    ),
  };
}
