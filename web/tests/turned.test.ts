import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { clockIn, clockText, faced, normalise, type Reader } from '../src/entry/wording';
import type { EngineSheet } from '../src/api/types';
import { eyed, eyeScale } from '../src/figures/cam/Eye';
import { unrolled } from '../src/figures/cam/unrolled';
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

describe('map, sight and words hold together', () => {
  const sheet = JSON.parse(
    readFileSync(new URL('../../demo/sheets/straight-six-2.7.v1.json', import.meta.url), 'utf8'),
  ) as EngineSheet;

  test('a hole that is turned and driven stands on the map as the eye sees it', () => {
    const random = randoms(3);
    for (const bearing of sheet.cam!.bearings) {
      const { at, flat } = unrolled(bearing);
      for (let i = 0; i < 50; i++) {
        const deg = 30 + random.next().value! * 300;
        const [turn, deeper] = [random.next().value! * 8 - 4, random.next().value! * 4 - 2];
        const aroundMm = ((bearing.diameterMm / 2) * turn * Math.PI) / 180;
        const [x0, y0] = at(deg, 10);
        const [x1, y1] = at(deg + turn, 10 + deeper);
        const [dx, dy] = eyed({ aroundMm, alongMm: deeper }, flat);
        expect(x1 - x0).toBeCloseTo(dx, 6);
        expect(y1 - y0).toBeCloseTo(dy, 6);
      }
    }
  });

  test('clockwise from the front is to the left and rearwards is down, at one scale for all passages', () => {
    for (const bearing of sheet.cam!.bearings) {
      const scale = eyeScale(bearing);
      const [left, down] = eyed({ aroundMm: 1, alongMm: 1 }, scale);
      expect(left).toBe(-scale);
      expect(down).toBe(scale);
    }
  });
});
