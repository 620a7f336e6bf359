import { normalise } from '../../entry/wording';
import type { Point } from '../scene';
import type { Bearing } from './bearing';

export const mapAt: Point = [40, 378];

/** The bore unrolled, seen from outside, front up, to scale: where a front clock angle and a depth stand in the figure. */
export function unrolled(bearing: Bearing) {
  const round = Math.PI * bearing.diameterMm;
  const flat = Math.min(690 / round, 84 / bearing.widthMm);
  // 6 o'clock in the middle; clockwise seen from the front goes to the left.
  const along = (deg: number): number => mapAt[0] + (normalise(180 - deg + 180) / 360) * round * flat;
  const at = (deg: number, mm: number): Point => [along(deg), mapAt[1] + mm * flat];
  return { flat, round, along, at };
}
