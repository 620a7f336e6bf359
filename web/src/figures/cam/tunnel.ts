import { scaleLinear } from 'd3-scale';
import { wordsOf, type Cam } from './bearing';

/** The tunnel from the side to scale along the cam, front at the left. */
export function tunnel(cam: Cam, from: number, to: number) {
  const [low, high] = [cam.bearings[0]!.zMm, Math.max(...cam.bearings.map((b) => b.zMm + b.widthMm))];
  return scaleLinear([low, high], [from, to]);
}

/** A bearing as the builder says it, such as "bearing 2". */
export const nameOf = (cam: Cam, id: string): string => `${wordsOf(cam).bearing} ${numberOf(cam, id)}`;

/** The same where a line begins with it. */
export const titleOf = (cam: Cam, id: string): string => {
  const name = nameOf(cam, id);
  return name.charAt(0).toUpperCase() + name.slice(1);
};

export const numberOf = (cam: Cam, id: string): number => cam.bearings.findIndex((b) => b.id === id) + 1;
