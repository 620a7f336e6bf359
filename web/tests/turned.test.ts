import { describe, expect, test } from 'vitest';
import { clockIn, clockText, faced, normalise, type Reader } from '../src/entry/wording';
import { facedPoint, onFaced } from '../src/figures/scene';

/** A small generator with a seed, so that a failure can be run again. */
function* randoms(seed: number): Generator<number> {
  let state = seed;
  for (;;) {
    state = (state * 1664525 + 1013904223) % 4294967296;
    yield state / 4294967296;
  }
}

const readers: Reader[] = (['front', 'rear'] as const).flatMap((view) =>
  [undefined, 0, 90, 180, 270].map((up) => ({
    units: 'metric' as const,
    view,
    ...(up === undefined ? {} : { up }),
  })),
);

/** The clock angle of a drawn point, read as one stands before the screen. */
const drawnDeg = ([x, y]: readonly [number, number]): number =>
  normalise((Math.atan2(x, -y) * 180) / Math.PI);

describe('the turned figure and the words agree', () => {
  test.each(readers)('from the $view, $up at the top', (reader) => {
    const random = randoms(7);
    for (let i = 0; i < 200; i++) {
      const front = random.next().value! * 360;
      const at = drawnDeg(onFaced([0, 0], 100, front, reader));
      const twelve = drawnDeg(onFaced([0, 0], 100, 0, reader));
      // However it is turned, a clock read from the drawn 12 gives the words that are written.
      const read = normalise(at - twelve);
      expect(Math.abs(normalise(read - (reader.view === 'front' ? front : -front) + 180) - 180)).toBeLessThan(
        1e-6,
      );
      expect(clockText(read + 1e-9)).toBe(clockIn(front + (reader.view === 'front' ? 1e-9 : -1e-9), reader));
    }
  });

  test.each(readers)('what is up now is drawn at the top, $view, $up', (reader) => {
    expect(Math.abs(normalise(faced(reader.up ?? 0, reader) + 180) - 180)).toBeLessThan(1e-9);
  });

  test.each(readers)('bolts keep their places to one another, $view, $up', (reader) => {
    const random = randoms(11);
    for (let i = 0; i < 100; i++) {
      const [a, b] = [0, 1].map(() => ({
        xMm: random.next().value! * 200 - 100,
        yMm: random.next().value! * 200 - 100,
      })) as [{ xMm: number; yMm: number }, { xMm: number; yMm: number }];
      const [p, q] = [facedPoint([0, 0], 2, a, reader), facedPoint([0, 0], 2, b, reader)];
      expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeCloseTo(
        2 * Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm),
        6,
      );
      // Seen from the rear they are mirrored; from the front they are not, whichever way up.
      const side = (u: readonly [number, number], v: readonly [number, number]) =>
        Math.sign(u[0] * v[1] - u[1] * v[0]);
      expect(side(p, q)).toBe((reader.view === 'front' ? 1 : -1) * side([a.xMm, -a.yMm], [b.xMm, -b.yMm]));
    }
  });
});
