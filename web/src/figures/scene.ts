import type { ReactNode } from 'react';
import type {
  EngineSheet,
  ReadingState,
  Slot,
  SlotState,
  StepState,
  TaskState,
  TraceColumns,
} from '../api/types';
import { faced, type Reader } from '../entry/wording';

/** Every figure is drawn in this space and scaled as one. */
export const field = { width: 1048, height: 500 } as const;

export type Point = readonly [x: number, y: number];

/** Where a reading's box stands in the figure, and the place on the part that its leader line goes to. */
export interface Place {
  at: Point;
  to?: Point;
  /** Where the leader line begins, if not under the middle of the box. */
  from?: Point;
  /** How wide a row may be, where the drawing leaves little room. */
  width?: number;
}

/** An item that can be tapped on the drawing: its words, and the room that it takes. */
export interface Pick {
  item: string;
  words: string;
  at: Point;
  width: number;
  height: number;
}

/** A figure as data: what is drawn, and where each reading is typed. */
export interface Scene {
  title: string;
  drawing: ReactNode;
  places: Readonly<Record<string, Place>>;
  /** Where the step's choices stand, if not at the usual place; px of the screen. */
  choice?: { left: number; bottom: number; width: number };
  /** Which places are shown, where there are too many to show all at once. */
  shows?: readonly string[];
  /** Whether it can be turned to how the engine hangs. */
  turns?: boolean;
  /** Items that can be tapped on the drawing. */
  picks?: readonly Pick[];
  /** Words that stand in the figure and may be more than there is room for. */
  aside?: { at: Point; width: number; height: number; content: ReactNode };
  /** Drawings to make something by. */
  drawings?: { name: string; request: unknown };
  /** What the drawing shows in numbers, for those who can't see it. */
  twin: readonly (readonly [what: string, value: string])[];
}

/** A scene as its figure draws it; one that tells nothing in numbers is told by what is read at its places. */
export type Drawn = Omit<Scene, 'twin'> & { twin?: Scene['twin'] | undefined };

/** What a figure is drawn from: the sheet and what the core worked out. It computes nothing of the job itself. */
export interface SceneInput {
  sheet: EngineSheet;
  task: TaskState;
  step: StepState;
  reader: Reader;
  /** The place whose reading is open. */
  open: string | undefined;
  /** What is being recorded, as far as it has got. */
  live?: TraceColumns | undefined;
  /** What is being moved until it looks the same. */
  sight?: ReadingState['sight'] | undefined;
  /** What the dial in hand shows now, mm. */
  needle?: number | undefined;
}

export const slotsOf = (step: StepState): readonly SlotState[] =>
  step.rounds[step.rounds.length - 1]?.slots ?? [];

/** The step of a task that is shown on a figure; for one item, where it is done for each. */
export const shownOn = (task: TaskState, figure: string, item?: string): StepState | undefined =>
  task.steps.find((s) => s.figure === figure && (item === undefined || s.ref.item === item));

export const liveValue = (step: StepState, key: string): number | undefined =>
  slotsOf(step).find((s) => s.slot.key === key)?.live?.value ?? undefined;

/** Rows down the left of a figure, for things to tick and words to type. */
export const rows = (slots: readonly Slot[], x: number, from: number, pitch: number): Record<string, Place> =>
  Object.fromEntries(
    slots.map((slot, i) => {
      const y = from + i * pitch;
      return [
        slot.key,
        { at: [x, y], from: [x + (slot.kind === 'tick' ? 400 : 250 + slot.label.length * 8.2), y] },
      ];
    }),
  );

/** How far below its middle a number's box and the label under it reach: about twenty letters are as wide as it. */
export function labelledBelow(label: string): number {
  let [lines, length] = [1, 0];
  for (const word of label.split(' ')) {
    if (length > 0 && length + 1 + word.length > 20) [lines, length] = [lines + 1, word.length];
    else length += (length > 0 ? 1 : 0) + word.length;
  }
  return 28 + 22 * lines;
}

/** How wide a row is, unless its figure leaves less. */
const rowWidth = 400;
/** About how wide a letter is: of a label and a button, and of a tick. */
const [small, large] = [7.4, 9.8];

/** How far the box of a place reaches above and below its middle, at most: what is read, the words that are ticked, those to pick from. */
export function reach(slot: Slot, width = rowWidth): readonly [above: number, below: number] {
  const lines = (text: string, room: number, letter: number) => Math.ceil((text.length * letter) / room);
  const half = (height: number) => [height / 2, height / 2] as const;
  switch (slot.kind) {
    case 'number':
    case 'trace':
      return [26, labelledBelow(slot.label)];
    case 'sight':
      return half(120);
    case 'tick':
      return half(Math.max(64, 14 + 25 * lines(slot.label, width - 72, large)));
    case 'pick': {
      let [rows, filled] = [1, 0];
      for (const { label } of slot.options ?? []) {
        const button = label.length * small + 30;
        if (filled > 0 && filled + button > width - 12) [rows, filled] = [rows + 1, 0];
        filled += button;
      }
      return half(24 * lines(slot.label, width, small) + 48 * rows + 10);
    }
    case 'tool':
      return half(64 + 24 * lines(slot.label, width, small));
    case 'text':
      return half(Math.max(52, 20 * lines(slot.label, width - 250, small)));
  }
}

/** Places down a figure, one below the other from a height on, closer together where they are many. */
export function column(
  slots: readonly Slot[],
  x: number,
  top: number,
  { width = rowWidth, bottom = field.height - 6 }: { width?: number; bottom?: number } = {},
): Record<string, Place> {
  const heights = slots.map((slot) => reach(slot, width));
  const filled = heights.reduce((sum, [above, below]) => sum + above + below, 0);
  const gap = Math.max(4, Math.min(14, (bottom - top - filled) / Math.max(1, slots.length - 1)));
  const placed: Record<string, Place> = {};
  let y = top;
  slots.forEach((slot, i) => {
    const [above, below] = heights[i]!;
    const number = slot.kind === 'number' || slot.kind === 'trace';
    placed[slot.key] = number
      ? { at: [x + 78, y + above] }
      : { ...rows([slot], x, y + above, 0)[slot.key]!, ...(slot.kind === 'pick' ? { width } : {}) };
    y += above + below + gap;
  });
  return placed;
}

/** Millimetres to figure units about an origin. */
export const scaled = (origin: Point, scale: number) => ({
  x: (mm: number): number => origin[0] + mm * scale,
  y: (mm: number): number => origin[1] - mm * scale,
  len: (mm: number): number => mm * scale,
});

export type Scale = ReturnType<typeof scaled>;

/** A point on a circle: clock angle, 0 at 12, clockwise as seen. */
export const onCircle = ([cx, cy]: Point, radius: number, deg: number): Point => [
  cx + radius * Math.sin((deg * Math.PI) / 180),
  cy - radius * Math.cos((deg * Math.PI) / 180),
];

/** A point on a circle at a front clock angle, as the reader faces the engine. */
export const onFaced = (centre: Point, radius: number, frontDeg: number, reader: Reader): Point =>
  onCircle(centre, radius, faced(frontDeg, reader));

/** A point across the engine, mm from the crank as seen from the front, as the reader faces it. */
export function facedPoint(
  centre: Point,
  scale: number,
  at: { xMm: number; yMm: number },
  reader: Reader,
): Point {
  const deg = (Math.atan2(at.xMm, at.yMm) * 180) / Math.PI;
  return onFaced(centre, Math.hypot(at.xMm, at.yMm) * scale, deg, reader);
}

/** The end of a line, a little short of what it points at. */
export const shortened = ([x0, y0]: Point, [x1, y1]: Point, by: number): Point => {
  const length = Math.hypot(x1 - x0, y1 - y0) || 1;
  return [x1 - ((x1 - x0) * by) / length, y1 - ((y1 - y0) * by) / length];
};
