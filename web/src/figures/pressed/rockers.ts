import { shownOn } from '../scene';
import type { EngineSheet, RockerSetAnswer, StepState, TaskState } from '../../api/types';

export type Rockers = NonNullable<EngineSheet['rockers']>;

export type Kit = Rockers['kits'][number];

export type Set = RockerSetAnswer;

export type Shape = TaskState['items'][number]['stands'];

export const numberOf = (item: string): string => item.replace('rocker-', '');

export const stepsOf = (task: TaskState, item: string): readonly StepState[] =>
  task.steps.filter((s) => s.ref.item === item && s.status !== 'left-out');

/** The set as the core sees it: what each measured, what stands out, what is half done. */
export const setOf = (task: TaskState): Set | undefined => {
  const answer = shownOn(task, 'tray-compared')?.now.answer;
  return answer?.calculator === 'rocker-trunnions' ? answer : undefined;
};

export const shapeWords: Record<Shape, string> = {
  'to-do': 'to do',
  half: 'half done',
  done: 'done',
  decide: 'you decide',
  'look-again': 'look again',
  stop: 'stop',
};

export const kitOf = (rockers: Rockers, task: TaskState): Kit =>
  rockers.kits.find((k) => k.id === task.choices.find((c) => c.id === 'kit')?.chosen) ?? rockers.kits[0]!;
