import { expect, test } from 'vitest';
import type { Slot } from '../src/api/types';
import { actionAt } from '../src/bench/shelf/action';
import type { Hand } from '../src/bench/state/useHand';
import { readEntry } from '../src/entry/units';
import {
  inReaders,
  labelIn,
  metricFront,
  writeAccuracy,
  writeQuantity,
  writeSentence,
  writeSpread,
} from '../src/entry/wording';

const inch = { ...metricFront, units: 'inch' } as const;
const degrees = (value: number) => ({ value, dimension: 'temperature', resolution: 0.1 }) as const;

test('a difference of temperatures has no zero to shift', () => {
  expect([writeQuantity(degrees(100), inch), writeSpread(degrees(2), inch)]).toEqual(['212.0 °F', '3.6 °F']);
  expect(writeSpread(degrees(2), metricFront)).toBe('2.0 °C');
  expect(writeSpread({ value: 0.0254, dimension: 'length', resolution: 0.001 }, inch)).toBe('0.00100 in');
});

test('an accuracy is written to the figures that say something', () => {
  expect([0.004, 0.018, 0.5].map((mm) => writeAccuracy(mm, 'length', metricFront))).toEqual([
    '0.004 mm',
    '0.018 mm',
    '0.50 mm',
  ]);
  expect([0.004, 0.018].map((mm) => writeAccuracy(mm, 'length', inch))).toEqual(['0.00016 in', '0.00071 in']);
  expect(writeAccuracy(2, 'temperature', inch)).toBe('3.6 °F');
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

test.each([
  ['The lip runs 3.9 mm clear of the groove.', 'The lip runs 0.154 in clear of the groove.'],
  ['its jaws open 30 to 80 mm, 95 mm is needed', 'its jaws open 1.18 to 3.15 in, 3.74 in is needed'],
  ['Clean, and seated at 8.0 mm with 1.4 kN.', 'Clean, and seated at 0.315 in with 315 lbf.'],
  ['the seat is at 30.0 ± 0.5 mm', 'the seat is at 1.181 ± 0.020 in'],
  [
    'The depth is −0.03 mm; at least 0.00 mm is wanted.',
    'The depth is −0.0012 in; at least 0.0000 in is wanted.',
  ],
  ['0.200 + 0.200 + 0.180 mm', '0.00787 + 0.00787 + 0.00709 in'],
  ['it holds 20 ± 2 °C', 'it holds 68 ± 4 °F'],
  // A thread, a count and a clock are nobody’s length.
  ['3 × M8×1.25, towards 7:30', '3 × M8×1.25, towards 7:30'],
  ['12 steps, 22 readings', '12 steps, 22 readings'],
])('a calculator’s own words to a reader of inches: %s', (words, shown) => {
  expect(inReaders(words, inch)).toBe(shown);
  expect(inReaders(words, metricFront)).toBe(words);
});

test('in a sentence a calculator’s words are turned, and a name is not', () => {
  const word = (text: string) => ({ value: 0, dimension: 'text', resolution: 0, text }) as const;
  const args = { tool: word('Arbor press, 20 kN'), why: word('it is rated for 15 kN') };
  expect(writeSentence({ template: '{tool}: {why}.', args }, inch)).toBe(
    'Arbor press, 20 kN: it is rated for 3372 lbf.',
  );
});

test('how far in a place is stands apart from the inch', () => {
  expect(labelIn('18 mm in, 12 to 6', inch)).toBe('0.71 in deep, 12 to 6');
  expect(labelIn('18 mm in, 12 to 6', metricFront)).toBe('18 mm in, 12 to 6');
});

test.each([
  [{ label: '18 mm in, 12 to 6', stationMm: 18 }, 'Take 18 mm, 12 to 6', 'Take 0.71 in, 12 to 6'],
  [{ label: '18 mm in, 12 to 6' }, 'Take: 18 mm', 'Take: 0.71 in'],
  [{ label: 'Bolt 3, pass 2' }, 'Take: bolt 3', 'Take: bolt 3'],
])('what the one big button does at %o', (slot, metric, inches) => {
  const words = (reader: typeof metricFront) =>
    actionAt({
      slot: { kind: 'number', ...slot } as Slot,
      reader,
      hand: { now: null, instrument: null } as Hand,
      typed: () => false,
      take: () => undefined,
      keep: () => undefined,
      atPlace: () => undefined,
      settling: false,
      notice: undefined,
    })?.words;
  expect([words(metricFront), words(inch)]).toEqual([metric, inches]);
});
