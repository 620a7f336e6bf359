import { writeMm, writeQuantity } from '../../entry/wording';
import { Dimension } from '../kit/Dimension';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { liveValue, type Place, scaled, type Drawn, type SceneInput, slotsOf, shownOn } from '../scene';
import { Hub } from './Hub';
import { Nose } from './Nose';
import { jawsOf, Yoke } from './Yoke';

/** The puller on the hub, cut along the axis: its screws in the hub, its forcing screw on the nose's rim. */
export function puller({ sheet, task, step, reader }: SceneInput): Drawn {
  const balancer = sheet.balancer!;
  const holes = balancer.puller ?? jawsOf(sheet);
  const spokes = balancer.design === 'spoked' ? balancer.spokes : null;
  const body = balancer.design === 'screwed-body' ? balancer.body : null;
  const off = slotsOf(step).some((x) => x.slot.key === 'off' && x.live);
  const front = -balancer.seatedDepthMm - (off ? 44 : 0);
  const s = scaled([690, 262], 2.4);
  const engaged = liveValue(shownOn(task, 'puller') ?? step, 'engaged') ?? 0;
  const yoke = front - 52;
  // The screws of a screwed body pass through it before they bite.
  const bite = front + (body ? body.thicknessMm - 2 : 0);
  const places: Record<string, Place> =
    step.figure === 'puller'
      ? {
          tool: { at: [24, 92], width: 340 },
          engaged: { at: [104, 176], to: [s.x(bite + engaged / 2), s.y(holes.boltCircleMm / 2)] },
          behind: {
            at: [24, 196],
            width: 340,
            from: [364, 196],
            to: [s.x(front + balancer.hub.lengthMm), s.y(-(spokes?.gripDiameterMm ?? 0) / 2 + 3)],
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
          jaws={Boolean(spokes)}
        />
        {step.figure === 'puller' && engaged > 0 && (
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
