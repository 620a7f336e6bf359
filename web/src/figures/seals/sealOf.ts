import type { EngineSheet, TaskState } from '../../api/types';

type Seal = NonNullable<EngineSheet['frontSeal']>;

export const sealOf = (sheet: EngineSheet, task: TaskState): Seal | undefined =>
  (task.ref.kind === 'front-seal' ? sheet.frontSeal : sheet.rear?.seal) ?? undefined;
