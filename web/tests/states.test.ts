import { readdirSync, readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';
import type { Slot, StepState, TaskState, UnitSystem } from '../src/api/types';
import type { Reader } from '../src/entry/wording';
import { seenBy } from '../src/figures/cam/bearing';
import { sceneOf } from '../src/figures';
import { field, labelledBelow, slotsOf } from '../src/figures/scene';
import { wordsOf, type Room } from './drawnWords';
import { sheetFrom } from './sheets';

/** Every step as it really stands in the demo's builds and the golden logs; scripts/states writes them. */
const states = new URL('../../tests/states/', import.meta.url);

interface Kept {
  sheet: string;
  task: TaskState;
}

/** The room that a place takes up, as its box is drawn: a number with its label below, a row from its left end. */
function room(slot: Slot, [x, y]: readonly [number, number], width = 400): Room {
  if (slot.kind === 'number' || slot.kind === 'trace')
    return { what: slot.key, x0: x - 78, x1: x + 78, y0: y - 26, y1: y + labelledBelow(slot.label) };
  if (slot.kind === 'sight') return { what: slot.key, x0: x - 60, x1: x + 60, y0: y - 60, y1: y + 60 };
  // A row of words to pick from is as high as they need; about seven letters a finger's width.
  const words = (slot.options ?? []).reduce((sum, o) => sum + o.label.length * 7 + 28, 0);
  const half =
    slot.kind === 'tick' ? 32 : slot.kind === 'pick' ? 18 + 24 * Math.ceil(words / (width - 12)) : 26;
  return { what: slot.key, x0: x, x1: x + width, y0: y - half, y1: y + half };
}

/** The room of a step's choices, as they are drawn: side by side, each a column of its options. */
function choices(task: TaskState, step: StepState, at = { left: 332, bottom: 12, width: 230 }): Room[] {
  return task.choices
    .filter((c) => c.step === step.ref.step && c.options.length > 1)
    .map((choice, i) => {
      const each = (choice.options.length > 4 ? 44 : 56) + 6;
      // Numbers stand four side by side.
      const rows = choice.options.every((o) => o.label.length <= 3)
        ? Math.ceil(choice.options.length / 4)
        : choice.options.length;
      const x0 = at.left + i * (at.width + 16);
      const y1 = field.height - at.bottom;
      return {
        what: `choice ${choice.id}`,
        x0,
        x1: x0 + at.width,
        y0: y1 - 24 - rows * each,
        y1,
      };
    });
}

/** Fails with each fault once, whatever place is open. */
function none(wrong: readonly string[]): void {
  const faults = new Set(wrong.map((w) => w.replace(/ open \S+, up \S+?(?=:|$)/, '')));
  if (faults.size > 0) expect.fail([...faults].join('\n'));
}

const over = (a: Room, b: Room): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

describe.each(readdirSync(states).map((f) => f.replace('.json.gz', '')))('every real state of %s', (kind) => {
  const kept = JSON.parse(
    gunzipSync(readFileSync(new URL(`${kind}.json.gz`, states))).toString('utf8'),
  ) as Kept[];
  const all = kept.flatMap(({ sheet, task }) => {
    const engine = seenBy(task.ref.kind, sheetFrom(sheet));
    return task.steps
      .filter((s) => s.status !== 'left-out')
      .flatMap((step) =>
        [undefined, task.upDeg ?? undefined].flatMap((up) =>
          [undefined, ...slotsOf(step).map((s) => s.slot.key)].map((open) => {
            const seen = (units: UnitSystem) => {
              const reader: Reader = { units, view: task.view, ...(up === undefined ? {} : { up }) };
              return sceneOf({ sheet: engine, task, step, reader, open });
            };
            const name = `${step.ref.step}@${step.ref.item} open ${open}, up ${up}`;
            return { name, task, step, scene: seen('metric'), inches: () => seen('inch') };
          }),
        ),
      );
  });

  test('has a place inside the figure for each reading that it shows', () => {
    const wrong = all.flatMap(({ name, step, scene }) =>
      slotsOf(step)
        .filter(({ slot }) => scene.shows === undefined || scene.shows.includes(slot.key))
        .flatMap(({ slot }) => {
          const place = scene.places[slot.key];
          if (!place) return [`${name}: ${slot.key} has no place`];
          const r = room(slot, place.at, place.width);
          return r.x0 >= 0 && r.x1 <= field.width && r.y0 >= 36 && r.y1 <= field.height + 2
            ? []
            : [`${name}: ${slot.key} ${JSON.stringify(r)}`];
        }),
    );
    none(wrong);
  });

  test('lays no reading over another, and none over a choice', () => {
    const wrong = all.flatMap(({ name, step, task, scene }) => {
      const rooms = [
        ...slotsOf(step)
          .filter(({ slot }) => scene.shows === undefined || scene.shows.includes(slot.key))
          .flatMap(({ slot }) => {
            const place = scene.places[slot.key];
            return place ? [room(slot, place.at, place.width)] : [];
          }),
        ...choices(task, step, scene.choice),
      ];
      return rooms.flatMap((a, i) =>
        rooms
          .slice(i + 1)
          .filter((b) => over(a, b))
          .map((b) => `${name}: ${a.what} over ${b.what}`),
      );
    });
    none(wrong);
  });

  test('draws no leader line through another reading’s box', () => {
    const wrong = all.flatMap(({ name, step, scene }) => {
      const shown = slotsOf(step).filter(
        ({ slot }) => scene.places[slot.key] && (scene.shows === undefined || scene.shows.includes(slot.key)),
      );
      return shown.flatMap(({ slot }) => {
        const { at, from = at, to } = scene.places[slot.key]!;
        if (!to) return [];
        return shown
          .filter((s) => s.slot.key !== slot.key && s.slot.kind !== 'sight')
          .filter((s) => {
            const r = room(s.slot, scene.places[s.slot.key]!.at, scene.places[s.slot.key]!.width);
            const y1 = s.slot.kind === 'number' || s.slot.kind === 'trace' ? r.y0 + 52 : r.y1;
            return Array.from({ length: 101 }, (_, i) => [
              from[0] + ((to[0] - from[0]) * i) / 100,
              from[1] + ((to[1] - from[1]) * i) / 100,
            ]).some(([x, y]) => x! > r.x0 && x! < r.x1 && y! > r.y0 && y! < y1);
          })
          .map((s) => `${name}: line of ${slot.key} through ${s.slot.key}`);
      });
    });
    none(wrong);
  });

  // A drawing is the same whichever place is open but for what is lit; the first that is not taken stands for all.
  const drawn = all
    .filter(({ name, step }) => {
      const open = slotsOf(step).find((s) => !s.live)?.slot.key;
      return name.includes('open undefined,') || name.includes(`open ${open},`);
    })
    // Where its places are does not hang on the reader's units; how long its words are does.
    .flatMap((one) => [
      { ...one, ...wordsOf(one.scene) },
      { ...one, name: `in inches, ${one.name}`, ...wordsOf(one.inches()) },
    ]);

  test('writes no words over a box, over a choice or outside the figure', () => {
    const wrong = drawn.flatMap(({ name, task, step, scene, words }) => {
      const boxes = [
        ...slotsOf(step)
          .filter(({ slot }) => scene.shows === undefined || scene.shows.includes(slot.key))
          .flatMap(({ slot }) => {
            const place = scene.places[slot.key];
            return place ? [room(slot, place.at, place.width)] : [];
          })
          .filter((r) => !r.what.includes('sight')),
        ...choices(task, step, scene.choice),
      ];
      return words.flatMap((w) => [
        ...(w.x0 >= 0 && w.x1 <= field.width && w.y0 >= 36 && w.y1 <= field.height
          ? []
          : [`${name}: “${w.what}” outside, ${Math.round(w.x0)} to ${Math.round(w.x1)}, ${w.y1}`]),
        ...boxes.filter((b) => over(w, b)).map((b) => `${name}: “${w.what}” under ${b.what}`),
      ]);
    });
    none(wrong);
  });

  test('writes no words over other words', () => {
    const wrong = drawn.flatMap(({ name, words }) =>
      words.flatMap((a, i) =>
        words
          .slice(i + 1)
          .filter((b) => over(a, b))
          .map((b) => `${name}: “${a.what}” over “${b.what}”`),
      ),
    );
    none(wrong);
  });

  test('leaves no field empty: each shows the part that its step speaks of', () => {
    const empty = drawn.filter(({ markup }) => (markup.match(/<(path|rect|circle)/g) ?? []).length < 6);
    none(empty.map(({ name }) => name));
  });
});
