import { writeMm, writeQuantity } from '../../entry/wording';
import { ForceBand } from '../kit/ForceBand';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { liveValue, scaled, type Drawn, type SceneInput, slotsOf } from '../scene';
import { Hub } from './Hub';
import { Key, Nose } from './Nose';
import { fitOf } from './fitOf';

/** Drawing on: the hub where it stands, the travel left, and the force to expect here. */
export function draw({ sheet, task, step, reader, live }: SceneInput): Drawn {
  const found = fitOf(task);
  const balancer = sheet.balancer!;
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
