import { Hatches } from '../kit/Hatches';
import { type Point, rows, scaled, type Drawn, type SceneInput, slotsOf } from '../scene';
import { Hub } from './Hub';
import { Key, Nose } from './Nose';

/** Things to look at and pick, each with a leader to where it is on the part. */
export function inspect({ sheet, step }: SceneInput): Drawn {
  const slots = slotsOf(step).map((x) => x.slot);
  const balancer = sheet.balancer!;
  const s = scaled([842, 262], 2.3);
  const front = -balancer.hub.lengthMm - 14;
  const r = balancer.nose.diameterMm / 2;
  const rubber = balancer.ring.innerDiameterMm / 2 - balancer.ring.rubberMm / 2;
  const web = front + balancer.hub.lengthMm / 2;
  const half = balancer.ring.widthMm / 2;
  const spots: Record<string, Point> = {
    clean: [s.x(web), s.y(balancer.ring.outerDiameterMm / 2)],
    front: [s.x(web - half), s.y(rubber)],
    back: [s.x(web + half), s.y(rubber)],
    ring: [s.x(web), s.y(-balancer.ring.outerDiameterMm / 2 + 6)],
    bore: [s.x(front + 20), s.y(r)],
    keyway: [s.x(balancer.nose.lengthMm - 20), s.y(r + 1)],
    nose: [s.x(3), s.y(-r + 1)],
  };
  const placed = rows(slots, 28, 96, 96);
  return {
    title: `${step.title}: look, and pick what you find`,
    places: Object.fromEntries(
      Object.entries(placed).map(([key, place]) => [
        key,
        {
          ...place,
          width: 520,
          from: [key === 'clean' ? 428 : 548, place.at[1]] as const,
          ...(spots[key] ? { to: spots[key] } : {}),
        },
      ]),
    ),
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={front} />
        <Key sheet={sheet} s={s} />
      </>
    ),
  };
}
