import type { InterferenceFitAnswer, TaskState } from '../api/types';
import { ForceBand } from './forceBand';
import { writeMm, writeQuantity } from '../entry/wording';
import { Dimension, Hatches, Hub, Key, LimitScale, Nose, ScaleBar, Words } from './parts';
import { liveValue, onCircle, rows, scaled, slotsOf, type Place, type Scene, type SceneInput } from './scene';

/** The nose or the hub's bore at its stations, each reading typed where it is taken. */
export function diameters({ sheet, step, open }: SceneInput): Scene {
  const onNose = step.ref.step === 'nose';
  const { nose, hub } = sheet.balancer;
  const s = onNose ? scaled([385, 250], 5) : scaled([388, 250], 4.9);
  const r = nose.diameterMm / 2;
  const columns = [330, 500, 670];
  const places: Record<string, Place> = {};
  nose.stationsMm.forEach((station, i) => {
    places[`s${i + 1}-0`] = { at: [columns[i]!, 82], to: [s.x(station), s.y(r)] };
    places[`s${i + 1}-90`] = { at: [columns[i]!, 418], to: [s.x(station), s.y(0)] };
  });
  places['temperature'] = onNose
    ? { at: [905, 250], to: [s.x(nose.lengthMm + 12), s.y(-8)] }
    : { at: [905, 250], to: [s.x(hub.lengthMm - 2), s.y(-hub.outerDiameterMm / 2 + 4)] };
  const across = slotsOf(step).find((x) => x.slot.key === open)?.slot.angleDeg;

  return {
    title: onNose
      ? 'The nose, cut along its axis, front at the left'
      : 'The hub’s bore, cut along its axis, front at the left',
    places,
    drawing: (
      <>
        <Hatches />
        {onNose ? (
          <>
            <Nose sheet={sheet} s={s} />
            <Key sheet={sheet} s={s} />
          </>
        ) : (
          <>
            <Hub sheet={sheet} s={s} front={0} ring={false} />
            <path
              d={`M${s.x(0)} ${s.y(r)}V${s.y(-r)}M${s.x(hub.lengthMm)} ${s.y(r)}V${s.y(-r)}`}
              stroke="var(--color-structure)"
            />
          </>
        )}
        {nose.stationsMm.map((station) => (
          <g key={station} stroke="var(--color-structure)" strokeWidth="1.5" fill="none">
            <path d={`M${s.x(station)} ${s.y(r)}V${s.y(-r)}`} strokeDasharray="5 5" />
            <circle
              cx={s.x(station)}
              cy={s.y(0)}
              r="7"
              fill="var(--color-field)"
              stroke="var(--color-line)"
              strokeWidth="2"
            />
            <circle cx={s.x(station)} cy={s.y(0)} r="2" fill="var(--color-line)" stroke="none" />
          </g>
        ))}
        <Across at={[132, 250]} deg={across} />
      </>
    ),
  };
}

/** The two directions as they are seen from the front. */
function Across({ at, deg }: { at: readonly [number, number]; deg: number | null | undefined }) {
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="2">
      <circle cx={at[0]} cy={at[1]} r="62" stroke="var(--color-line)" />
      {[0, 90].map((direction) => {
        const [a, b] = [onCircle(at, 62, direction), onCircle(at, 62, direction + 180)];
        const now = direction === deg;
        return (
          <path
            key={direction}
            d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`}
            stroke={now ? 'var(--color-mark)' : undefined}
            strokeWidth={now ? 5 : 2}
            strokeDasharray={now ? undefined : '5 5'}
          />
        );
      })}
      {['12', '3', '6', '9'].map((hour, i) => {
        const [x, y] = onCircle(at, 80, i * 90);
        return (
          <Words key={hour} at={[x, y + 6]} anchor="middle">
            {hour}
          </Words>
        );
      })}
      <Words at={[at[0], at[1] + 118]} anchor="middle">
        from the front
      </Words>
    </g>
  );
}

/** The fit as it was judged, if it has been. */
export const fitOf = (task: TaskState): InterferenceFitAnswer | undefined => {
  const answer = task.steps.find((s) => s.ref.step === 'fit')?.now.answer;
  return answer?.calculator === 'interference-fit' ? answer : undefined;
};

/** The fit: nose and hub seated to scale, the interference against its limits, the force that it will take. */
export function fit({ sheet, task, step, reader }: SceneInput): Scene {
  const found = fitOf(task);
  const s = scaled([150, 268], 2.42);
  const { balancer } = sheet;
  const interference = step.now.call?.checks.filter((c) => c.name === 'interference') ?? [];
  return {
    title: 'Nose and hub as they will sit, to scale; the interference and the force it takes',
    places: {},
    ...(found && {
      twin: [
        [
          'Interference',
          `${writeMm(found.interferenceMm.mean, reader, 0.001)} ± ${writeMm(found.interferenceMm.uncertainty, reader, 0.001)}`,
        ],
        [
          'Least to most',
          `${writeMm(found.interferenceMm.least, reader, 0.001)} to ${writeMm(found.interferenceMm.most, reader, 0.001)}`,
        ],
        ['Nose at 20 °C', writeMm(found.shaft.meanMm, reader, 0.001)],
        ['Bore at 20 °C', writeMm(found.hub.meanMm, reader, 0.001)],
        [
          'Press force when home',
          [found.pressForceN.low, found.pressForceN.high]
            .map((value) => writeQuantity({ value, dimension: 'force', resolution: 100 }, reader))
            .join(' to '),
        ],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={-balancer.seatedDepthMm} />
        <Key sheet={sheet} s={s} />
        <ScaleBar at={[24, 478]} px={s.len(20)} words={writeMm(20, reader, 1)} />
        {found ? (
          <>
            <Words at={[330, 96]} size={20}>
              {`nose ${writeMm(found.shaft.meanMm, reader, 0.001)}`}
            </Words>
            <Words at={[330, 124]} size={20}>
              {`bore ${writeMm(found.hub.meanMm, reader, 0.001)}`}
            </Words>
            <Words at={[330, 152]}>both at 20 °C, means</Words>
            <Words at={[330, 204]} size={20}>
              {`hub stress ${writeQuantity({ value: found.hub.equivalentMpa, dimension: 'pressure', resolution: 1 }, reader)}`}
            </Words>
            <Words
              at={[330, 232]}
            >{`${writeQuantity({ value: found.hub.yieldShare, dimension: 'share', resolution: 0.01 }, reader)} of yield at the tightest`}</Words>
            <Words at={[330, 284]} size={20}>
              {`holds ${writeQuantity({ value: found.slipTorqueNm.low, dimension: 'torque', resolution: 1 }, reader)}`}
            </Words>
            <Words at={[330, 312]}>by itself, without its key</Words>
            <Words at={[600, 84]} bold size={24} tone="mark">
              {`interference ${writeMm(found.interferenceMm.mean, reader, 0.001)} ± ${writeMm(found.interferenceMm.uncertainty, reader, 0.001)}`}
            </Words>
            <LimitScale
              at={[600, 122]}
              width={420}
              checks={interference}
              reader={reader}
              marks={[
                { value: found.interferenceMm.least, words: 'least' },
                { value: found.interferenceMm.most, words: 'most' },
              ]}
            />
            <ForceBand curve={found.curve} reader={reader} x={650} y={252} width={370} height={196} />
          </>
        ) : (
          <Words at={[600, 250]} size={22}>
            {step.blockedBy ?? 'Measure nose and bore first.'}
          </Words>
        )}
      </>
    ),
  };
}

/** Drawing on: the hub where it stands, the travel left, and the force to expect here. */
export function draw({ sheet, task, step, reader, live }: SceneInput): Scene {
  const found = fitOf(task);
  const { balancer } = sheet;
  const at = step.now.answer?.calculator === 'draw-travel' ? step.now.answer : undefined;
  const started = liveValue(step, 'start');
  // The press counts from where the hub was started, the band from the nose's end.
  const kept = slotsOf(step).find((x) => x.slot.key === 'trace')?.live?.trace ?? live;
  const trace =
    kept && kept.x.length > 0 && started !== undefined
      ? kept.x.map((x, i) => [x + balancer.hub.lengthMm - started, kept.y[i]!] as const)
      : undefined;
  const drawn = kept?.x.length ? Math.max(...kept.x) : 0;
  const depth = liveValue(step, 'part') ?? (started ?? balancer.hub.lengthMm - 3) - drawn;
  const home = slotsOf(step).some((x) => x.slot.key === 'home' && x.live);
  const front = home ? -balancer.seatedDepthMm : -depth;
  const s = scaled([330, 262], 2.3);
  const tip = s.y(-balancer.ring.outerDiameterMm / 2 - 3);
  return {
    title: 'The hub where it stands, to scale, front at the left',
    ...(at && {
      twin: [
        ['Engaged', writeMm(at.engagedMm, reader, 0.1)],
        ['To go', writeMm(at.leftMm, reader, 0.1)],
      ] as const,
    }),
    places: {
      start: {
        at: [112, slotsOf(step).some((x) => x.slot.key === 'trace') ? 90 : 116],
        to: [s.x(front), s.y(balancer.nose.diameterMm / 2 + 6)],
      },
      ...(slotsOf(step).some((x) => x.slot.key === 'trace')
        ? {
            trace: { at: [112, 190] as const, to: [s.x(-depth) - 4, s.y(0)] as const },
            part: {
              at: [112, 290] as const,
              to: [s.x(front), s.y(-balancer.nose.diameterMm / 2 - 6)] as const,
            },
            home: { at: [24, 420] as const, width: 196 },
          }
        : {
            part: {
              at: [112, 226] as const,
              to: [s.x(front), s.y(-balancer.nose.diameterMm / 2 - 6)] as const,
            },
            home: { at: [24, 350] as const, width: 196 },
          }),
    },
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={front} />
        <Key sheet={sheet} s={s} />
        {at && !home && !trace && (
          <>
            <path
              d={`M${s.x(front + balancer.hub.lengthMm)} ${tip - 14}V${tip + 8}M${s.x(balancer.hub.lengthMm - balancer.seatedDepthMm)} ${tip - 14}V${tip + 8}M${s.x(front + balancer.hub.lengthMm)} ${tip}H${s.x(balancer.hub.lengthMm - balancer.seatedDepthMm) - 4}l-9 -6m9 6l-9 6`}
              fill="none"
              stroke="var(--color-mark)"
              strokeWidth="3"
            />
            <Words
              at={[s.x(balancer.hub.lengthMm - balancer.seatedDepthMm) + 14, tip + 8]}
              bold
              size={26}
              tone="mark"
            >
              {`${writeMm(at.leftMm, reader, 0.1)} to go`}
            </Words>
          </>
        )}
        <ScaleBar at={[24, 478]} px={s.len(20)} words={writeMm(20, reader, 1)} />
        {found && (
          <>
            <ForceBand
              curve={
                step.now.answer?.calculator === 'press-trace'
                  ? step.now.answer.band
                  : (at?.curve ?? found.curve)
              }
              cold={at?.curve ? found.curve : undefined}
              reader={reader}
              now={trace ? undefined : at?.engagedMm}
              trace={trace}
              x={690}
              y={120}
              width={330}
              height={310}
            />
            {at?.forceN && !home && !trace && (
              <Words at={[690, 84]} bold size={24} tone="mark">
                {`here ${writeQuantity({ value: at.forceN.low, dimension: 'force', resolution: 100 }, reader)} to ${writeQuantity({ value: at.forceN.high, dimension: 'force', resolution: 100 }, reader)}`}
              </Words>
            )}
          </>
        )}
      </>
    ),
  };
}

/** Things to tick and words to type, each with a leader to where it is on the part. */
export function checks({ sheet, step, reader }: SceneInput): Scene {
  const slots = slotsOf(step).map((x) => x.slot);
  const { balancer } = sheet;
  const drawnOn =
    step.ref.step === 'turn'
      ? -balancer.seatedDepthMm
      : step.ref.step === 'tool'
        ? -balancer.hub.lengthMm + 4
        : -balancer.hub.lengthMm - 22;
  const s = scaled([860, 262], 2.3);
  const r = balancer.nose.diameterMm / 2;
  const spots: Record<string, readonly [number, number]> = {
    nose: [s.x(2), s.y(r - 1)],
    bore: [s.x(drawnOn + 20), s.y(r)],
    thread: [s.x(8), s.y(sheet.crankBolt.majorMm / 2)],
    balancer: [s.x(drawnOn + 10), s.y(balancer.ring.outerDiameterMm / 2 - 4)],
    key: [s.x(balancer.nose.lengthMm - 22), s.y(r + 1.5)],
    sealant: [s.x(balancer.nose.lengthMm - 6), s.y(r + 1)],
    oil: [s.x(6), s.y(r - 2)],
    track: [s.x(drawnOn + balancer.hub.lengthMm - 4), s.y(-balancer.hub.outerDiameterMm / 2)],
    adapter: [s.x(4), s.y(0)],
    start: [s.x(drawnOn + balancer.hub.lengthMm - 2), s.y(-r)],
  };
  const placed = rows(slots, 28, 84, slots.length > 5 ? 68 : 78);
  const places = Object.fromEntries(
    Object.entries(placed).map(([key, place]) => [
      key,
      { ...place, ...(spots[key] ? { to: spots[key] } : {}) },
    ]),
  );
  return {
    title: `${step.title}: tick each as it is so`,
    places,
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={drawnOn} />
        <Key sheet={sheet} s={s} />
        {step.ref.step === 'turn' && (
          <Dimension
            from={[s.x(-balancer.seatedDepthMm), s.y(-96)]}
            to={[s.x(balancer.hub.lengthMm - balancer.seatedDepthMm), s.y(-96)]}
            words={writeMm(balancer.hub.lengthMm, reader, 1)}
            below
          />
        )}
      </>
    ),
  };
}
