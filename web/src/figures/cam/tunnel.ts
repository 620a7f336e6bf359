import { scaleLinear } from 'd3-scale';
import type { Cam } from './bearing';

/** The tunnel from the side to scale along the cam, front at the left. */
export function tunnel(cam: Cam, from: number, to: number) {
  const [low, high] = [cam.bearings[0]!.zMm, Math.max(...cam.bearings.map((b) => b.zMm + b.widthMm))];
  return scaleLinear([low, high], [from, to]);
}

export const numberOf = (cam: Cam, id: string): number => cam.bearings.findIndex((b) => b.id === id) + 1;
