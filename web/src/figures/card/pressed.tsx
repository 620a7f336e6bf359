import { Hatches } from '../kit/Hatches';
import { PressedSection } from '../pressed/PressedSection';
import type { Point } from '../scene';
import { Measure } from './Measure';
import { card, type CardInput, type CardScene } from './scene';

const partPrefix = 'pressed-';

/** A pressed part of a kind, home in what takes it, cut along their axis. */
export const pressed =
  (part: string) =>
  ({ sheet, open }: CardInput): CardScene => {
    const of = sheet.pressed?.find((p) => partPrefix + p.kind === part);
    if (!of) return { title: 'Not described yet', drawing: null };
    const { inner, outer } = of;
    const s = Math.min(300 / Math.max(inner.lengthMm, outer.heightMm), 300 / outer.outerDiameterMm);
    const [x, y]: Point = [card.width / 2, card.height / 2];
    const up = (mm: number, at: number): [Point, Point] => [
      [at, y - (mm / 2) * s],
      [at, y + (mm / 2) * s],
    ];
    const along = (mm: number, at: number): [Point, Point] => [
      [x - (mm / 2) * s, at],
      [x + (mm / 2) * s, at],
    ];
    const low = y + (outer.outerDiameterMm / 2) * s;
    const end = (Math.max(inner.lengthMm, outer.heightMm) / 2) * s;
    const at: Record<string, [Point, Point]> = {
      'inner/diameterMm': up(inner.diameterMm, x),
      'inner/innerDiameterMm': up(inner.innerDiameterMm, x),
      'inner/lengthMm': along(inner.lengthMm, low + 44),
      'outer/outerDiameterMm': up(outer.outerDiameterMm, x - end - 18),
      'outer/heightMm': along(outer.heightMm, low + 24),
      'outer/landInnerMm': up(outer.landInnerMm, x + (outer.heightMm / 2) * s),
      'outer/landOuterMm': up(outer.landOuterMm, x + (outer.heightMm / 2) * s),
      engagedMm: along(of.engagedMm, y - (inner.diameterMm / 2) * s),
    };
    const shown = at[(open ?? '').slice(part.length + 1)];
    return {
      title: `${of.name}, cut along its axis`,
      drawing: (
        <>
          <Hatches />
          <PressedSection part={of} at={[x, y]} scale={s} apart={false} lit={false} />
          {shown && <Measure from={shown[0]} to={shown[1]} />}
        </>
      ),
    };
  };
