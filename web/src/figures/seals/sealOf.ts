import type { EngineSheet, TaskState } from '../../api/types';

type Seal = NonNullable<EngineSheet['frontSeal']>;

export const sealOf = (sheet: EngineSheet, task: TaskState): Seal | undefined =>
  (task.view === 'front' ? sheet.frontSeal : sheet.rear?.seal) ?? undefined;
