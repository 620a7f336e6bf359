import { expect, test } from 'vitest';
import { readEntry } from '../src/entry/units';
import { metricFront, writeQuantity, writeSpread } from '../src/entry/wording';

const inch = { ...metricFront, units: 'inch' } as const;
const degrees = (value: number) => ({ value, dimension: 'temperature', resolution: 0.1 }) as const;

test('a difference of temperatures has no zero to shift', () => {
  expect([writeQuantity(degrees(100), inch), writeSpread(degrees(2), inch)]).toEqual(['212.0 °F', '3.6 °F']);
  expect(writeSpread(degrees(2), metricFront)).toBe('2.0 °C');
  expect(writeSpread({ value: 0.0254, dimension: 'length', resolution: 0.001 }, inch)).toBe('0.00100 in');
});

test.each([
  ['3.6', '°F', 2],
  ['2 °C', '°F', 2],
  ['3.6 °F', '°C', 2],
  ['2', '°C', 2],
])('a spread typed as “%s” where %s is meant', (text, unit, celsius) => {
  const read = readEntry(text, 'temperature', unit, '.', true);
  expect(read.ok && read.value).toBeCloseTo(celsius, 12);
});
