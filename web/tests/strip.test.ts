import { describe, expect, test } from 'vitest';
import type { PlaceState, Standing } from '../src/api/types';
import { grouped, labelWidth, laidOut } from '../src/bench/strip/stripLabels';

const place = (id: string, fromMm: number, standing: Standing): PlaceState => ({
  id,
  label: id.startsWith('cam-') ? `Bearing ${id.slice(4)}` : id,
  fromMm,
  toMm: fromMm + 80,
  standing,
  tasks: [],
  next: null,
});

const six = (standings: Standing[]): PlaceState[] => [
  place('Balancer', -120, 'to-do'),
  place('Cover', -46, 'not-yet'),
  ...standings.map((s, i) => place(`cam-${i + 1}`, i * 90, s)),
  place('Rear seal', 600, 'not-yet'),
];

describe('the labels of the engine strip', () => {
  test('neighbouring bearings that stand the same share one label, others keep their own', () => {
    const labels = grouped(six(['done', 'done', 'done', 'stop', 'not-yet', 'not-yet', 'not-yet']));
    expect(labels.map((l) => l.text)).toEqual([
      'Balancer to do',
      'Cover not yet',
      'Bearings 1 to 3',
      'Bearing 4 stop',
      'Bearings 5 to 7 not yet',
      'Rear seal not yet',
    ]);
  });

  test.each([1280, 1000, 900])('never stand over one another nor out of a strip of %i px', (width) => {
    const labels = grouped(six(['done', 'done', 'not-yet', 'not-yet', 'not-yet', 'not-yet', 'not-yet']));
    const placed = laidOut(labels, (mm) => ((mm + 120) / 800) * width, width);
    placed.forEach((label, i) => {
      expect(label.x).toBeGreaterThanOrEqual(0);
      expect(label.x + labelWidth(label.text)).toBeLessThanOrEqual(width + 1e-9);
      const next = placed[i + 1];
      if (next) expect(label.x + labelWidth(label.text)).toBeLessThanOrEqual(next.x);
    });
  });

  test('stand under their own place where there is room', () => {
    const placed = laidOut(
      grouped([place('Balancer', 0, 'done'), place('Rear seal', 600, 'done')]),
      (mm) => mm,
      1000,
    );
    expect(placed.map((l) => l.x)).toEqual([0, 600]);
  });
});
