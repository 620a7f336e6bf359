import type { Block, PlanNow, TaskRef } from '../../api/types';
import { clockText, dayAfter, dayOf, minuteOf } from './wall';

const day = 24 * 60;

/** A piece of a band, in minutes of the day that is shown. */
export interface Piece {
  block: Block;
  from: number;
  to: number;
  /** Nobody's hands are on it. */
  waits: boolean;
  /** It begins here, and not on a day before. */
  begins: boolean;
}

/** A band: a person's, or a thing's. */
export interface Band {
  id: string;
  name: string;
  person: boolean;
  pieces: Piece[];
  /** When somebody is in, in minutes. */
  hours: [number, number][];
}

/** The part of a span that lies on a day, in minutes of it; null where none does. */
export function onDay(shown: string, from: string, to: string): [number, number] | null {
  if (dayOf(to) < shown || dayOf(from) > shown) return null;
  const begin = dayOf(from) < shown ? 0 : minuteOf(from);
  const end = dayOf(to) > shown ? day : minuteOf(to);
  return end > begin ? [begin, end] : null;
}

const piece = (shown: string, block: Block, from: string, to: string, waits: boolean): Piece[] => {
  const span = onDay(shown, from, to);
  return span ? [{ block, from: span[0], to: span[1], waits, begins: dayOf(from) === shown }] : [];
};

/** The bands of a day: everybody who works, the things that are taken, and each engine that has to be left alone. */
export function bandsOf(plan: PlanNow, shown: string): Band[] {
  const blocks = plan.plan?.blocks ?? [];
  const people: Band[] = plan.people.map((p) => ({
    id: p.id,
    name: p.name,
    person: true,
    pieces: blocks
      .filter((b) => b.people.includes(p.id))
      .flatMap((b) => b.parts.flatMap((part) => piece(shown, b, part.from, part.to, false))),
    hours: p.hours.flatMap((h) => {
      const span = onDay(shown, h.from, h.to);
      return span ? [span] : [];
    }),
  }));
  const things: Band[] = plan.things.map((t) => ({
    id: t.id,
    name: t.count === 1 ? t.name : t.count === 0 ? `${t.name}, out of use` : `${t.name}, ${t.count}`,
    person: false,
    pieces: blocks.flatMap((b) => [
      ...(b.things.includes(t.id) ? b.parts.flatMap((p) => piece(shown, b, p.from, p.to, false)) : []),
      ...(b.waitThings.includes(t.id) ? piece(shown, b, b.endAt, b.readyAt, true) : []),
    ]),
    hours: [],
  }));
  const engines: Band[] = (plan.plan?.builds ?? []).map((build) => ({
    id: build.build,
    name: build.number,
    person: false,
    pieces: blocks
      .filter((b) => b.build === build.build && b.waitThings.includes('crank'))
      .flatMap((b) => piece(shown, b, b.endAt, b.readyAt, true)),
    hours: [],
  }));
  return [
    ...people,
    ...things.filter((b) => b.pieces.length > 0 || b.name.endsWith('out of use')),
    ...engines.filter((b) => b.pieces.length > 0).sort((a, b) => a.name.localeCompare(b.name)),
  ];
}

/** A window that closes in so long is told of, milliseconds. */
const soon = 10 * 60_000;

/** The jobs whose window is about to close, but for those of the task that is open. */
export const closingOf = (plan: PlanNow, now: number, open?: { build: string; task: TaskRef }): Block[] =>
  (plan.plan?.blocks ?? []).filter((b) => {
    const left = b.beginBy == null ? NaN : Date.parse(b.beginBy) - now;
    const here =
      b.build === open?.build && b.task.kind === open.task.kind && b.task.place === open.task.place;
    return left > 0 && left <= soon && !here;
  });

/** The hours that a day is drawn over, in minutes: everybody's, and what is done outside of them. */
export function spanOf(bands: readonly Band[]): [number, number] {
  const spans = bands.flatMap((b) => [
    ...b.hours,
    ...b.pieces.filter((p) => !p.waits).map((p): [number, number] => [p.from, p.to]),
  ]);
  if (spans.length === 0) return [8 * 60, 17 * 60];
  const from = Math.min(...spans.map((s) => s[0]));
  const to = Math.max(...spans.map((s) => s[1]));
  return [Math.floor(from / 60) * 60, Math.min(day, Math.ceil((to + 15) / 60) * 60)];
}

/** The days that have work, from today on. */
export function daysOf(plan: PlanNow): string[] {
  const days = new Set((plan.plan?.blocks ?? []).flatMap((b) => b.parts.map((p) => dayOf(p.from))));
  days.add(dayOf(plan.now));
  return [...days].sort().slice(0, 14);
}

/** A point of the chain: a minute of the day, and the band. */
export type Point = [minute: number, row: number];

/** Where the chain that holds the last goes on a day: from the end of each of its jobs, through its wait where that is what is waited
 * for, to where the next begins. */
export function chainOf(bands: readonly Band[], shown: string): Point[][] {
  const rows = bands.flatMap((band, row) => band.pieces.map((p) => ({ ...p, row, person: band.person })));
  const order = [...new Set(rows.filter((p) => p.block.chain).map((p) => p.block))].sort(
    (a, b) => Date.parse(a.startAt) - Date.parse(b.startAt),
  );
  const own = (block: Block, waits: boolean) =>
    rows
      .filter((p) => p.block === block && p.waits === waits && (waits || p.person))
      .sort((a, b) => a.from - b.from);
  return order.flatMap((block, i) => {
    const [hands, next] = [own(block, false), order[i + 1]];
    // Paused over noon, it goes on.
    const pauses = hands.slice(1).map((p, k): Point[] => [
      [hands[k]!.to, hands[k]!.row],
      [p.from, p.row],
    ]);
    const wait = own(block, true)[0];
    const waited = wait && (next === undefined || Date.parse(next.startAt) >= Date.parse(block.readyAt));
    const last = hands.at(-1);
    const path: Point[] = [
      ...(last && dayOf(block.endAt) === shown ? [[last.to, last.row] as Point] : []),
      ...(waited
        ? ([
            [wait.from, wait.row],
            [wait.to, wait.row],
          ] as Point[])
        : []),
    ];
    const begin = next && own(next, false)[0];
    if (begin?.begins) path.push([begin.from, begin.row]);
    return path.length > 1 ? [...pauses, path] : pauses;
  });
}

/** A block as it is read aloud: who, when, what, which. Where a part of it is meant, the times are those. */
export function sayOf(block: Block, who: string, part?: { from: number; to: number }): string {
  const from = block.parts[0]?.from ?? block.startAt;
  const to = block.parts.at(-1)?.to ?? block.endAt;
  const over =
    dayOf(from) === dayOf(to)
      ? ''
      : dayAfter(dayOf(from), 1) === dayOf(to)
        ? 'the day after '
        : 'days later ';
  const when = part
    ? `${clockText(part.from)} to ${clockText(part.to)}`
    : `${from.slice(11, 16)} to ${over}${to.slice(11, 16)}`;
  return `${who}: ${when}, ${lower(block.title)}, ${whichOf(block)}`;
}

/** Which build, how much of it is left, and whether it is pinned. */
export const whichOf = (block: Block): string =>
  [block.number, block.left, block.pinnedAt != null || block.pinnedTo != null ? 'pinned' : '']
    .filter((w) => w !== '')
    .join(', ');

/** What waits, and until when, as it is read aloud. */
export const sayWait = (block: Block, band: string): string =>
  `${band}: ${block.wait}, ${block.number}, until ${block.readyAt.slice(11, 16)}`;

export const lower = (title: string): string => title.charAt(0).toLowerCase() + title.slice(1);
