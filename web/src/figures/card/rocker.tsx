import { Hatches } from '../kit/Hatches';
import { Section } from '../pressed/RockerSection';
import type { Point } from '../scene';
import { Measure } from './Measure';
import { card, type CardInput, type CardScene } from './scene';

/** A rocker cut along its trunnion. */
export function rocker({ sheet, open }: CardInput): CardScene {
  const rockers = sheet.rockers!;
  const kit = rockers.kits[0]!;
  const { body, trunnion } = rockers;
  const s = Math.min((card.width - 80) / Math.max(trunnion.lengthMm, body.widthMm), 300 / body.outerMm);
  const [x, y]: Point = [card.width / 2, card.height / 2];
  const up = (mm: number, at: number): [Point, Point] => [
    [at, y - (mm / 2) * s],
    [at, y + (mm / 2) * s],
  ];
  const along = (mm: number, at: number): [Point, Point] => [
    [x - (mm / 2) * s, at],
    [x + (mm / 2) * s, at],
  ];
  const low = y + (body.outerMm / 2) * s;
  const at: Record<string, [Point, Point]> = {
    'rockers/body/boreMm': up(body.boreMm, x),
    'rockers/body/outerMm': up(body.outerMm, x - (body.widthMm / 2) * s - 16),
    'rockers/body/widthMm': along(body.widthMm, low + 22),
    'rockers/trunnion/diameterMm': up(trunnion.diameterMm, x + (trunnion.lengthMm / 2) * s - 8),
    'rockers/trunnion/lengthMm': along(trunnion.lengthMm, low + 46),
    'rockers/trunnion/betweenClipsMm': along(trunnion.betweenClipsMm, low + 34),
  };
  const shown = at[open ?? ''];
  return {
    title: 'A rocker cut along its trunnion',
    drawing: (
      <>
        <Hatches />
        <Section rockers={rockers} kit={kit} at={[x, y]} s={s} stage={7} firstMm={0} secondMm={0} />
        {shown && <Measure from={shown[0]} to={shown[1]} />}
      </>
    ),
  };
}
