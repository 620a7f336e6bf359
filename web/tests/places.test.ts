import { describe, expect, test } from 'vitest';
import type { SlotState, StepState } from '../src/api/types';
import { nextPlace, openPlace, placesOf, recordedPlace, type AtStep } from '../src/bench/state/places';

const place = (key: string, kind: string, more: object = {}): SlotState =>
  ({
    slot: { key, kind, required: kind !== 'trace', ...more },
    readings: [],
    live: null,
  }) as unknown as SlotState;

/** A press: a depth before it, the trace, the hand's own depth on the way, a tick that it is home. */
const start = place('start', 'number');
const trace = place('trace', 'trace', { trace: { x: 'length', y: 'force' } });
const part = place('part', 'number');
const home = place('home', 'tick');

const at = (
  taken: readonly string[],
  more: Partial<AtStep> & { slots?: SlotState[]; blockedBy?: string } = {},
): AtStep => ({
  step: {
    rounds: [{ slots: more.slots ?? [start, trace, part, home] }],
    blockedBy: more.blockedBy ?? null,
  } as unknown as StepState,
  taken: (key) => taken.includes(key),
  recordable: () => true,
  picked: undefined,
  ...more,
});
const off: Partial<AtStep> = { recordable: () => false };

describe('the next place', () => {
  test.each<[string, AtStep, string | undefined]>([
    ['is the first with nothing in it', at([]), 'start'],
    ['is a trace where its gauge is on its line', at(['start']), 'trace'],
    ['is the hand’s own where it is off', at(['start'], off), 'part'],
    ['is none while nobody has seen what the trace says', at(['start', 'trace']), undefined],
    ['passes the trace by once the hand has gone on without it', at(['start', 'part']), 'home'],
    ['goes back to what is asked for and was left out', at(['start', 'home'], off), 'part'],
    ['is none where the step is shut', at([], { blockedBy: 'Gate: Fit' }), undefined],
    [
      'is none where all is in',
      at(['start', 'trace', 'part', 'home'], { slots: [start, part, home] }),
      undefined,
    ],
  ])('%s', (_, given, next) => expect(nextPlace(given)).toBe(next));
});

describe('what a trace makes needless', () => {
  const seen = { ...trace, live: {} } as SlotState;
  const spare = place('part', 'number', { required: false });

  test('takes no room once that is seen', () =>
    expect(placesOf(at([], { slots: [start, seen, spare, home] }).step).map((s) => s.slot.key)).toEqual([
      'start',
      'trace',
      'home',
    ]));

  test('stays where somebody has read it', () => {
    const read = { ...spare, readings: [{}] } as unknown as SlotState;
    expect(placesOf(at([], { slots: [start, seen, read] }).step)).toContain(read);
  });

  test('stays while the trace is not in', () =>
    expect(placesOf(at([], { slots: [start, trace, spare] }).step)).toContain(spare));
});

describe('what is recorded', () => {
  test('is looked for at the trace, whichever place is next', () => {
    expect(recordedPlace(at(['start'], off))).toBe(trace);
    expect(recordedPlace(at(['start'], { ...off, picked: 'part' }))).toBe(trace);
  });

  test('is the place’s own where that records itself', () => {
    const bolt = place('1-1', 'number', { trace: { x: 'angle', y: 'torque' } });
    expect(recordedPlace(at([], { slots: [bolt] }))).toBe(bolt);
  });

  test.each([
    ['taken', at(['start', 'trace'])],
    ['shut', at(['start'], { blockedBy: 'Gate: Fit' })],
  ])('is not looked for where it is %s', (_, given) => expect(recordedPlace(given)).toBeUndefined());

  test('comes before what is next, and after what the builder went to', () => {
    expect(openPlace(at(['start'], off), 'trace')).toBe('trace');
    expect(openPlace(at(['start'], { ...off, picked: 'home' }), 'trace')).toBe('home');
    expect(openPlace(at(['start'], off), undefined)).toBe('part');
  });
});
