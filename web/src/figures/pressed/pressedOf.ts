import type { EngineSheet, TaskState } from '../../api/types';

/** The pressed part that a task is about. */
export const pressedOf = (sheet: EngineSheet, task: TaskState) => {
  const kind = task.ref.kind === 'shrunk-pin' ? 'pin' : task.ref.kind.replace('pressed-', '');
  return sheet.pressed?.find((p) => p.kind === kind);
};
