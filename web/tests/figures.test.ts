import { describe, expect, test } from 'vitest';
import type { Check, EngineSheet, Slot, StepState, TaskState } from '../src/api/types';
import { sceneOf } from '../src/figures';
import { limitDomain } from '../src/figures/kit/limits';
import { field, onCircle, scaled } from '../src/figures/scene';
import { sheetFrom } from './sheets';

const sheet = sheetFrom('straight-six-2.7.v1.json');

/** A step with these places, each with a value if one is given. */
function stepWith(
  id: string,
  figure: string,
  keys: Record<string, Partial<Slot> & { value?: number }>,
): StepState {
  const slots = Object.entries(keys).map(([key, { value, ...slot }]) => ({
    slot: { key, label: key, kind: 'number', dimension: 'length', resolution: 0.01, ...slot },
    live: value === undefined ? null : { value },
    readings: [],
  }));
  return {
    ref: { task: { kind: 'balancer-on', place: 'balancer' }, step: id, item: '' },
    title: id,
    figure,
    rounds: [{ round: 1, slots }],
    now: { do: { template: '', args: {} } },
  } as unknown as StepState;
}

const diameters = {
  's1-0': {},
  's1-90': {},
  's2-0': {},
  's2-90': {},
  's3-0': {},
  's3-90': {},
  temperature: { dimension: 'temperature' as const },
};
const tick = { kind: 'tick' as const };
const pick = { kind: 'pick' as const, options: [] };
const steps: StepState[] = [
  stepWith('parts', 'balancer-parts', {
    balancer: { kind: 'text' },
    bolt: { kind: 'text' },
    nose: tick,
    bore: tick,
    thread: tick,
    clean: tick,
  }),
  stepWith('nose', 'nose-diameters', diameters),
  stepWith('bore', 'bore-diameters', diameters),
  stepWith('dress', 'balancer-dressed', { key: tick, oil: tick, sealant: tick, track: tick }),
  stepWith('draw', 'draw', { start: { value: 40 }, part: { value: 22.5 }, home: tick }),
  stepWith('seat', 'hub-face', { '0': { value: 6 }, '120': { value: 6.1 }, '240': { value: 5.9 } }),
  stepWith('bolt', 'wrench', {
    'by-hand': tick,
    wrench: {},
    adaptor: {},
    angle: {},
    set: {},
    click: tick,
  }),
  stepWith('mark', 'mark', { error: {} }),
  stepWith('puller', 'puller', { tool: { kind: 'tool' }, engaged: { value: 16 } }),
  stepWith('pull', 'pull', { grease: tick, peak: {}, off: tick }),
  stepWith('rubber', 'inspect-rubber', { clean: tick, front: pick, back: pick, ring: pick }),
  stepWith(
    'radial',
    'sweep-radial',
    Object.fromEntries(
      [0, 45, 90, 135, 180, 225, 270, 315].map((deg) => [`${deg}`, { value: 0.01 * Math.sin(deg) }]),
    ),
  ),
  stepWith('groove', 'track', { groove: pick, centre: { value: 34 }, width: { value: 1.2 }, depth: {} }),
  stepWith('method', 'method', { ambient: { dimension: 'temperature' }, ready: tick }),
  stepWith('warm', 'cooling', {
    soaked: tick,
    hub: { dimension: 'temperature', value: 98 },
    out: tick,
    on: tick,
  }),
  stepWith('draw', 'draw', { start: { value: 40 }, trace: { kind: 'trace' }, part: {}, home: tick }),
  stepWith('verdict', 'tree', {}),
  stepWith('yoke', 'yoke', { '0': { value: 41 }, '120': { value: 43 }, '240': { value: 41 } }),
];
const task = { steps: [] as StepState[], choices: [], items: [] } as unknown as TaskState;
const reader = { units: 'metric', view: 'front' } as const;

/** The room that a place's box and its label take up, as ReadingBox draws them. */
function room(slot: Slot, at: readonly [number, number], width?: number) {
  if (slot.kind === 'number' || slot.kind === 'trace')
    return { x0: at[0] - 78, x1: at[0] + 78, y0: at[1] - 26, y1: at[1] + 52 };
  const half = slot.kind === 'tick' ? 32 : 26;
  return { x0: at[0], x1: at[0] + (width ?? 400), y0: at[1] - half, y1: at[1] + half };
}

describe.each(steps.map((s) => [s.ref.step, s] as const))('the figure of %s', (_, step) => {
  const scene = sceneOf({ sheet, task, step, reader, open: undefined });
  const slots = step.rounds[0]!.slots.map((s) => s.slot);

  test('has a place for every reading, inside the field', () => {
    for (const slot of slots) {
      const place = scene.places[slot.key];
      expect(place, slot.key).toBeDefined();
      const { x0, x1, y0, y1 } = room(slot, place!.at, place!.width);
      expect([x0 >= 0, x1 <= field.width, y0 >= 40, y1 <= field.height], slot.key).toEqual([
        true,
        true,
        true,
        true,
      ]);
      if (place!.to) {
        expect(place!.to[0]).toBeGreaterThan(0);
        expect(place!.to[0]).toBeLessThan(field.width);
      }
    }
  });

  test('lays no box over another', () => {
    const rooms = slots.map((slot) => room(slot, scene.places[slot.key]!.at, scene.places[slot.key]!.width));
    rooms.forEach((a, i) =>
      rooms.slice(i + 1).forEach((b, j) => {
        const apart = a.x1 <= b.x0 || b.x1 <= a.x0 || a.y1 <= b.y0 || b.y1 <= a.y0;
        expect(apart, `${slots[i]!.key} and ${slots[i + 1 + j]!.key}`).toBe(true);
      }),
    );
  });
});

const other = sheetFrom;

/** A step of another task, as it would stand on its engine. */
interface Stood {
  name: string;
  sheet: EngineSheet;
  kind: string;
  view: 'front' | 'rear';
  step: StepState;
  choices?: readonly { id: string; step: string; options: readonly object[]; chosen: string }[];
}

const round = (keys: readonly number[], more: Partial<Slot> = {}) =>
  Object.fromEntries(keys.map((deg) => [`${deg}`, { angleDeg: deg, instrument: 'dial', ...more }]));
const eight = [0, 45, 90, 135, 180, 225, 270, 315];
const v6 = other('v6-3.0.v1.json');
const four = other('four-1.8.v1.json');
const onCam = (step: StepState, item: string): StepState => ({ ...step, ref: { ...step.ref, item } });
const sights = (item: string) =>
  Object.fromEntries(
    sheet
      .cam!.bearings.find((b) => b.id === item)!
      .passages.map((p) => [p.id, { kind: 'sight' as const, angleDeg: p.angleDeg }]),
  );

const rockers = other('v6-3.0.v1.json');
const withPins = other('four-1.8.v1.json');
const withBushes = other('straight-six-2.7.v1.json');
const forceTrace = { kind: 'trace' as const };
const rockerSteps: [string, Parameters<typeof stepWith>[2]][] = [
  ['out', { whole: pick, needles: { dimension: 'count' }, came: pick, clips: pick }],
  ['body', { 'bore-0': {}, 'bore-90': {}, 'bush-0': {}, 'bush-90': {} }],
  ['first', { trace: forceTrace, feel: pick, peak: {}, flush: {} }],
  ['trunnion', { turns: pick, 'inside-0': {}, 'inside-90': {}, trunnion: {} }],
  ['second', { trace: forceTrace, feel: pick, peak: {}, depth: { value: 0.15 } }],
  ['float', { float: { value: 0.25 }, spacer: {} }],
  ['clips', { both: pick, turns: pick }],
];

const stood: Stood[] = [
  ...rockerSteps.map(([id, keys]) => ({
    name: `rocker 7, ${id}`,
    sheet: rockers,
    kind: 'rocker-trunnions',
    view: 'front' as const,
    step: onCam(stepWith(id, `rocker-${id}`, keys), 'rocker-7'),
  })),
  ...(['set', 'back'] as const).map((id) => ({
    name: `tray, ${id}`,
    sheet: rockers,
    kind: 'rocker-trunnions',
    view: 'front' as const,
    step: stepWith(
      id,
      'tray',
      id === 'set'
        ? { kit: { kind: 'text' }, places: { kind: 'text' }, marked: tick }
        : { washed: tick, places: tick, counted: tick },
    ),
  })),
  {
    name: 'press stack',
    sheet: rockers,
    kind: 'rocker-trunnions',
    view: 'front',
    step: stepWith('stack-out', 'stack-out', { press: { kind: 'tool' }, stock: tick }),
  },
  ...(
    [
      [
        'sizes',
        'pressed-sizes',
        { clean: tick, 'inner-0': {}, 'inner-90': {}, 'outer-0': {}, 'outer-90': {}, temperature: {} },
      ],
      ['press', 'pressed-press', { square: tick, trace: forceTrace, peak: {} }],
      ['home', 'pressed-home', { home: { value: 18 }, slips: pick }],
      ['way', 'pressed-heat', { ambient: {}, ready: tick }],
    ] as const
  ).map(([id, figure, keys]) => ({
    name: `pin, ${id}`,
    sheet: withPins,
    kind: 'shrunk-pin',
    view: 'front' as const,
    step: onCam(stepWith(id, figure, keys), '1'),
  })),
  {
    name: 'bush, facing',
    sheet: withBushes,
    kind: 'pressed-bush',
    view: 'front',
    step: onCam(
      stepWith('facing', 'pressed-facing', { 'rule-1': tick, 'rule-2': tick, 'rule-3': tick }),
      '2',
    ),
  },
  {
    name: 'cover parts',
    sheet,
    kind: 'timing-cover',
    view: 'front',
    step: stepWith('school', 'cover', { cover: { kind: 'text' }, clean: tick, flat: tick, dowels: tick }),
    choices: [{ id: 'school', step: 'school', options: [{}, {}], chosen: 'dial' }],
  },
  {
    name: 'cover sweep',
    sheet,
    kind: 'timing-cover',
    view: 'front',
    step: stepWith('sweep', 'centring', { ...round(eight), repeat: { angleDeg: 0 } }),
  },
  {
    name: 'rear sweep',
    sheet: v6,
    kind: 'rear-seal',
    view: 'rear',
    step: stepWith('sweep', 'centring', { ...round(eight), repeat: { angleDeg: 0 } }),
  },
  {
    name: 'rail',
    sheet,
    kind: 'timing-cover',
    view: 'front',
    step: stepWith('rail', 'rail', { left: { value: 0.03 }, right: { value: -0.02 } }),
  },
  {
    name: 'seal depth by a plate',
    sheet: v6,
    kind: 'rear-seal',
    view: 'rear',
    step: stepWith('press', 'seal-depth', {
      plate: tick,
      ...round([0, 90, 180, 270], { instrument: 'depth-gauge' }),
    }),
  },
  {
    name: 'sleeve gap',
    sheet: four,
    kind: 'rear-sleeve',
    view: 'rear',
    step: stepWith('gap', 'sleeve-gap', { ...round([0, 90, 180, 270]), reach: {} }),
  },
  {
    name: 'crank float',
    sheet: four,
    kind: 'crank-float',
    view: 'rear',
    step: stepWith('float', 'float', {
      'front-1': {},
      'rear-1': {},
      'front-2': {},
      'rear-2': {},
      'front-3': {},
      'rear-3': {},
    }),
  },
  {
    name: 'shims',
    sheet: four,
    kind: 'crank-float',
    view: 'rear',
    step: stepWith('trial', 'shims', { fitted: { kind: 'text' }, oiled: tick, torqued: tick }),
  },
  {
    name: 'plate',
    sheet: four,
    kind: 'rear-sleeve',
    view: 'rear',
    step: stepWith('plate', 'plate', { made: tick, fits: tick, square: tick }),
  },
  {
    name: 'spigot bearing',
    sheet: four,
    kind: 'spigot-bearing',
    view: 'rear',
    step: stepWith('in', 'spigot-in', { cold: tick, depth: { value: 4.2 } }),
  },
  {
    name: 'shell and bore',
    sheet,
    kind: 'cam-bearings',
    view: 'front',
    step: onCam(
      stepWith('set', 'cam-shell', {
        mark: { kind: 'text' },
        holes: { kind: 'pick', options: [] },
        outer: {},
        wall: {},
        'front-0': {},
        'front-90': {},
        'rear-0': {},
        'rear-90': {},
      }),
      'cam-5',
    ),
  },
  ...['cam-1', 'cam-5', 'cam-6'].map((item) => ({
    name: `windows of ${item}`,
    sheet,
    kind: 'cam-bearings',
    view: 'front' as const,
    step: onCam(
      stepWith('look', 'cam-look', {
        ...sights(item),
        turn: { dimension: 'angle' },
        depth: {},
        turns: pick,
      }),
      item,
    ),
  })),
  {
    name: 'the turning of the cam',
    sheet,
    kind: 'cam-bearings',
    view: 'front',
    step: stepWith('turn', 'cam-drag', round(eight, { dimension: 'torque' })),
  },
];

describe.each(stood.map((s) => [s.name, s] as const))('on its engine, the figure of %s', (_, at) => {
  const there = {
    ...task,
    view: at.view,
    upDeg: 0,
    ref: { kind: at.kind, place: 'cover' },
    pressed: at.kind === 'shrunk-pin' ? 'pin' : at.kind.replace('pressed-', ''),
    choices: at.choices ?? [],
  } as unknown as TaskState;
  const step = { ...at.step, calls: [], ref: { ...at.step.ref, task: there.ref } } as unknown as StepState;
  const slots = step.rounds[0]!.slots.map((s) => s.slot);

  test.each([undefined, 180, 90])('has a place for every reading, none over another, %s up', (up) => {
    const scene = sceneOf({
      sheet: at.sheet,
      task: there,
      step,
      reader: { ...reader, view: at.view, ...(up === undefined ? {} : { up }) },
      open: undefined,
    });
    const rooms = slots.map((slot) => {
      const place = scene.places[slot.key];
      expect(place, slot.key).toBeDefined();
      return slot.kind === 'sight'
        ? { x0: place!.at[0] - 80, x1: place!.at[0] + 80, y0: place!.at[1] - 80, y1: place!.at[1] + 80 }
        : room(slot, place!.at, place!.width);
    });
    rooms.forEach((a, i) => {
      expect([a.x0 >= 0, a.x1 <= field.width + 2, a.y0 >= 40, a.y1 <= field.height], slots[i]!.key).toEqual([
        true,
        true,
        true,
        true,
      ]);
      rooms.slice(i + 1).forEach((b, j) => {
        const apart = a.x1 <= b.x0 || b.x1 <= a.x0 || a.y1 <= b.y0 || b.y1 <= a.y0;
        expect(apart, `${slots[i]!.key} and ${slots[i + 1 + j]!.key}`).toBe(true);
      });
    });
  });
});

test('the hub’s three places stand at their clock positions', () => {
  const places = sceneOf({ sheet, task, step: steps[5]!, reader, open: undefined }).places;
  const [twelve, four, eight] = ['0', '120', '240'].map((k) => places[k]!.to!);
  expect(twelve![1]).toBeLessThan(four![1]);
  expect(four![0]).toBeGreaterThan(eight![0]);
  expect(four![1]).toBeCloseTo(eight![1], 9);
});

test('clock angles go clockwise from the top, and millimetres go up', () => {
  const [x, y] = onCircle([100, 100], 10, 90);
  expect([x, y]).toEqual([110, expect.closeTo(100, 9) as number]);
  expect(scaled([0, 100], 2).y(10)).toBe(80);
});

describe('the scale of a limit', () => {
  const check = (more: Partial<Check>): Check => ({
    name: 'tilt',
    verdict: 'go',
    value: 0.03,
    limit: 0.1,
    uncertainty: 0.01,
    side: 'upper',
    dimension: 'length',
    ...more,
  });

  test('begins at nothing where only an upper limit holds, and shows the whole whisker', () => {
    const { domain, low, high } = limitDomain([check({ value: 0.2 })]);
    expect(domain[0]).toBe(0);
    expect(domain[1]).toBeGreaterThan(0.21);
    expect([low, high]).toEqual([undefined, 0.1]);
  });

  test('shows both limits of a two-sided one with room outside each, and leaves out other checks', () => {
    const { domain, low, high } = limitDomain([
      check({ name: 'depth', value: 6, limit: 5.8, side: 'lower' }),
      check({ name: 'depth', value: 6, limit: 6.2 }),
      check({ limit: 99 }),
    ]);
    expect([low, high]).toEqual([5.8, 6.2]);
    expect(domain[0]).toBeLessThan(5.8);
    expect(domain[1]).toBeGreaterThan(6.2);
    expect(domain[1]).toBeLessThan(7);
  });

  test('stands even where the value is exactly on its limit and nothing spreads', () => {
    const { domain } = limitDomain([check({ value: 0, limit: 0, uncertainty: 0 })]);
    expect(domain[1]).toBeGreaterThan(domain[0]);
  });
});

describe('the rocker tray', () => {
  const there = {
    ...task,
    ref: { kind: 'rocker-trunnions', place: 'rockers' },
    choices: [],
  } as unknown as TaskState;
  const scene = (file: string) =>
    sceneOf({ sheet: other(file), task: there, step: stepWith('set', 'tray', {}), reader, open: undefined });

  test.each(['v6-3.0.v1.json', 'v8-4.4.v1.json'])(
    'has a place to tap for every rocker, none over another: %s',
    (file) => {
      const picks = scene(file).picks!;
      expect(picks).toHaveLength(other(file).rockers!.places.length);
      picks.forEach((a, i) => {
        // A gloved finger finds it.
        expect(a.width).toBeGreaterThanOrEqual(44);
        expect(a.height).toBeGreaterThanOrEqual(64);
        picks.slice(i + 1).forEach((b) => {
          const apart =
            a.at[0] + a.width <= b.at[0] ||
            b.at[0] + b.width <= a.at[0] ||
            a.at[1] + a.height <= b.at[1] ||
            b.at[1] + b.height <= a.at[1];
          expect(apart).toBe(true);
        });
      });
    },
  );
});
