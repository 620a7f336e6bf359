import type { Waiting } from '../../api/outbox';
import type { SlotState, TaskLine, TaskRef } from '../../api/types';
import { slotKey } from './typed';

/** A reading that can be rubbed out. */
export type Last = NonNullable<TaskLine['last']>;

/** The readings whose strikes wait to be sent. */
const struckOnTheWay = (waiting: readonly Waiting[]): ReadonlySet<string> =>
  new Set(waiting.flatMap(({ command }) => (command.do === 'strike' ? [command.reading] : [])));

/** The readings that wait to be sent and are not struck since, in their order. */
const readingsOnTheWay = (waiting: readonly Waiting[]) => {
  const struck = struckOnTheWay(waiting);
  return waiting.flatMap(({ command }) =>
    command.do === 'take-reading' && !struck.has(command.id) ? [command] : [],
  );
};

/** What is typed at a place and not answered for yet. */
export const waitingAt = (waiting: readonly Waiting[], key: string): string | undefined =>
  readingsOnTheWay(waiting).findLast(({ slot }) => slotKey(slot.step, slot.round, slot.slot) === key)?.typed;

/** Whether a place has something in it, taken or on its way. */
export const isTaken = (slot: SlotState, waiting: readonly Waiting[], key: string): boolean =>
  slot.readings.some((r) => !r.struck) || waitingAt(waiting, key) !== undefined;

/** The reading that a rub-out takes back: the newest of a task, also where it is still on its way; one only once. */
export function lastReading(
  task: { ref: TaskRef; last: Last | null },
  waiting: readonly Waiting[],
): Last | null {
  const newest = readingsOnTheWay(waiting).findLast(
    ({ slot }) => slot.step.task.kind === task.ref.kind && slot.step.task.place === task.ref.place,
  );
  if (newest) {
    const { step, item } = newest.slot.step;
    return { step, item, reading: newest.id, typed: newest.typed };
  }
  return task.last && !struckOnTheWay(waiting).has(task.last.reading) ? task.last : null;
}
