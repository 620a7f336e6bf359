import type { EngineSheet, TaskState } from '../../api/types';
import type { Reader } from '../../entry/wording';
import { facedPoint, type Point } from '../scene';

export type Housing = NonNullable<EngineSheet['cover']>;

/** The part that holds the seal of this task. */
export const housingOf = (sheet: EngineSheet, task: TaskState): Housing | undefined =>
  (task.view === 'rear' ? sheet.rear?.housing : sheet.cover) ?? undefined;

export const partOf = (task: TaskState): string => (task.view === 'rear' ? 'The housing' : 'The cover');

/** The scale at which a part fits a box about the crank, px/mm. */
export function fitted(housing: Housing, reader: Reader, half: Point): number {
  const reach = housing.outline.map((p) => facedPoint([0, 0], 1, p, reader));
  return Math.min(...reach.map(([x, y]) => Math.min(half[0] / Math.abs(x), half[1] / Math.abs(y))));
}
