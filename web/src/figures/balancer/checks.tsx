import { writeMm } from '../../entry/wording';
import { Dimension } from '../kit/Dimension';
import { Hatches } from '../kit/Hatches';
import { column, scaled, type Drawn, type SceneInput, slotsOf } from '../scene';
import { Hub } from './Hub';
import { Key, Nose } from './Nose';

/** Things to tick and words to type, each with a leader to where it is on the part. */
export function checks({ sheet, step, reader }: SceneInput): Drawn {
  const slots = slotsOf(step).map((x) => x.slot);
  const balancer = sheet.balancer!;
  const drawnOn =
    step.figure === 'crank-turns'
      ? -balancer.seatedDepthMm
      : step.figure === 'draw-tool'
        ? -balancer.hub.lengthMm + 4
        : -balancer.hub.lengthMm - 22;
  const s = scaled([860, 262], 2.3);
  const r = balancer.nose.diameterMm / 2;
  const spots: Record<string, readonly [number, number]> = {
    nose: [s.x(2), s.y(r - 1)],
    bore: [s.x(drawnOn + 20), s.y(r)],
    thread: [s.x(8), s.y((sheet.crankBolt?.majorMm ?? 0) / 2)],
    balancer: [s.x(drawnOn + 10), s.y(balancer.ring.outerDiameterMm / 2 - 4)],
    key: [s.x(balancer.nose.lengthMm - 22), s.y(r + 1.5)],
    sealant: [s.x(balancer.nose.lengthMm - 6), s.y(r + 1)],
    oil: [s.x(6), s.y(r - 2)],
    track: [s.x(drawnOn + balancer.hub.lengthMm - 4), s.y(-balancer.hub.outerDiameterMm / 2)],
    adapter: [s.x(4), s.y(0)],
    start: [s.x(drawnOn + balancer.hub.lengthMm - 2), s.y(-r)],
  };
  const placed = column(slots, 28, 52);
  const places = Object.fromEntries(
    Object.entries(placed).map(([key, place]) => [
      key,
      { ...place, ...(spots[key] ? { to: spots[key] } : {}) },
    ]),
  );
  return {
    title: slots.length > 0 ? `${step.title}: tick each as it is so` : step.title,
    places,
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={drawnOn} />
        <Key sheet={sheet} s={s} />
        {step.figure === 'crank-turns' && (
          <Dimension
            from={[s.x(-balancer.seatedDepthMm), s.y(-89)]}
            to={[s.x(balancer.hub.lengthMm - balancer.seatedDepthMm), s.y(-89)]}
            words={writeMm(balancer.hub.lengthMm, reader, 1)}
            below
          />
        )}
      </>
    ),
  };
}
