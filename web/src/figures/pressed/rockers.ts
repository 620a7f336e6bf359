import { shownOn } from '../scene';
import type { EngineSheet, RockerSetAnswer, StepState, TaskState } from '../../api/types';

export type Rockers = NonNullable<EngineSheet['rockers']>;

export type Kit = Rockers['kits'][number];

export type Set = RockerSetAnswer;

export type Shape = 'to-do' | 'half' | 'done' | 'decide' | 'look-again' | 'stop';

export const numberOf = (item: string): string => item.replace('rocker-', '');

export const stepsOf = (task: TaskState, item: string): readonly StepState[] =>
  task.steps.filter((s) => s.ref.item === item && s.status !== 'left-out');

/** The set as the core sees it: what each measured, what stands out, what is half done. */
export const setOf = (task: TaskState): Set | undefined => {
  const answer = shownOn(task, 'tray-compared')?.now.answer;
  return answer?.calculator === 'rocker-trunnions' ? answer : undefined;
};

/** How a rocker stands: its worst call, or how far it is; what stands out of the set shows as that. */
export function shapeOf(task: TaskState, item: string): Shape {
  const steps = stepsOf(task, item);
  const open = steps.find((s) => !s.passed);
  const odd = setOf(task)
    ?.measures.flatMap((m) => m.values)
    .filter((v) => v.item === item && (v.verdict === 'stop' || v.verdict === 'decide'))
    .map((v) => v.verdict);
  const tray = shownOn(task, 'tray-compared');
  const call = open?.verdict;
  if (call && call !== 'go' && !open.blockedBy) return call;
  if (odd?.length && !tray?.passed) return odd.includes('stop') ? 'stop' : 'decide';
  if (!open) return 'done';
  return steps.some((s) => s.status !== 'open' && s.status !== 'blocked') ? 'half' : 'to-do';
}

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
