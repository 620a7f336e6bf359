import { Hub } from '../balancer/Hub';
import { Key, Nose } from '../balancer/Nose';
import { Hatches } from '../kit/Hatches';
import { type Point, scaled } from '../scene';
import { Measure } from './Measure';
import { card, type CardInput, type CardScene } from './scene';

/** Balancer and nose seated, cut along their axis, with what is asked for now. */
export function balancer({ sheet, open }: CardInput): CardScene {
  const { nose, hub, ring, seatedDepthMm, puller } = sheet.balancer!;
  const front = -seatedDepthMm;
  const [from, to] = [Math.min(0, front) - 6, nose.lengthMm + 20];
  const r = Math.max(ring.outerDiameterMm, hub.outerDiameterMm) / 2;
  const scale = Math.min((card.height - 60) / (2 * r), (card.width - 70) / (to - from));
  const s = scaled([(card.width - scale * (from + to)) / 2, card.height / 2], scale);
  const up = (z: number, radius: number): [Point, Point] => [
    [s.x(z), s.y(radius)],
    [s.x(z), s.y(-radius)],
  ];
  const along = (z0: number, z1: number, radius: number): [Point, Point] => [
    [s.x(z0), s.y(radius)],
    [s.x(z1), s.y(radius)],
  ];
  const at: Record<string, [Point, Point]> = {
    'balancer/nose/diameterMm': up(nose.lengthMm - 4, nose.diameterMm / 2),
    'balancer/nose/innerDiameterMm': up(nose.lengthMm * 0.4, nose.innerDiameterMm / 2),
    'balancer/nose/lengthMm': along(0, nose.lengthMm, -nose.diameterMm / 2 - 3),
    'balancer/hub/outerDiameterMm': up(front - 4, hub.outerDiameterMm / 2),
    'balancer/hub/lengthMm': along(front, front + hub.lengthMm, -hub.outerDiameterMm / 2 - 5),
    'balancer/ring/outerDiameterMm': up(front - 6, ring.outerDiameterMm / 2),
    'balancer/ring/innerDiameterMm': up(front + hub.lengthMm + 6, ring.innerDiameterMm / 2),
    'balancer/ring/widthMm': along(
      front + hub.lengthMm / 2 - ring.widthMm / 2,
      front + hub.lengthMm / 2 + ring.widthMm / 2,
      -ring.outerDiameterMm / 2 - 4,
    ),
    'crankBolt/majorMm': up(nose.lengthMm * 0.3, (sheet.crankBolt?.majorMm ?? nose.innerDiameterMm) / 2),
    ...(puller && { 'balancer/puller/boltCircleMm': up(front - 3, puller.boltCircleMm / 2) }),
  };
  const seated = along(front, 0, 0);
  const shown = open?.startsWith('balancer/seatedDepth') ? seated : at[open ?? ''];
  return {
    title: 'Balancer on its nose, cut along the axis, front at the left',
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={front} />
        <Key sheet={sheet} s={s} />
        {shown && <Measure from={shown[0]} to={shown[1]} />}
      </>
    ),
  };
}
