import type { EngineSheet, TaskState } from '../../api/types';

/** The pressed part that a task is about. */
export const pressedOf = (sheet: EngineSheet, task: TaskState) => {
  return sheet.pressed?.find((p) => p.kind === task.pressed);
};
