import { describe, expect, test } from 'vitest';
import type { BuildView, StepLine, StepState, TaskLine, WorkAnswer } from '../src/api/types';
import { buildOf, fetched, missing, stepsCame, worked, type Known } from '../src/bench/state/known';

const task = { kind: 'rocker-trunnions', place: 'rockers' };

const line = (step: string, item: string, changedAt: number, status = 'open'): StepLine =>
  ({
    step,
    item,
    title: `${step} of ${item || 'all'}`,
    itemName: item,
    status,
    passed: status === 'judged',
    figure: 'rocker-body',
    blockedBy: null,
    gate: null,
    verdict: null,
    round: 1,
    changedAt,
  }) as StepLine;

const whole = (step: string, item: string, changedAt: number, typed = ''): StepState =>
  ({
    ref: { task, step, item },
    title: 'as it was then',
    figure: 'rocker-body',
    status: 'open',
    rounds: [{ round: 1, because: null, slots: [{ slot: { key: 'a' }, readings: [{ typed }] }] }],
    changedAt,
  }) as unknown as StepState;

const tasks = (...steps: StepLine[]): TaskLine[] => [
  { ref: task, title: 'Rockers', steps, next: { task, step: 'bush', item: '1' } } as unknown as TaskLine,
];

const view = (upToSeq: number, steps: StepLine[], wholes: StepState[]): BuildView =>
  ({ id: 'b', head: { upToSeq }, tasks: tasks(...steps), steps: wholes, sheets: [] }) as unknown as BuildView;

const answer = (since: number, upToSeq: number, steps: StepLine[], wholes: StepState[]): WorkAnswer =>
  ({ results: [], since, head: { upToSeq }, tasks: tasks(...steps), steps: wholes }) as unknown as WorkAnswer;

const typedAt = (known: Known, i: number): string =>
  buildOf(known).state.tasks[0]!.steps[i]!.rounds[0]!.slots[0]!.readings[0]!.typed;

describe('what a tablet knows of a build', () => {
  const first = fetched(
    undefined,
    view(5, [line('bush', '1', 5), line('bush', '2', 3), line('tray', '', 5)], [whole('bush', '1', 5, 'x')]),
  );

  test('a step that was never opened is drawn by its line, and asked for when it is wanted', () => {
    const [one, two] = buildOf(first).state.tasks[0]!.steps;
    expect([one!.figure, two!.figure]).toEqual(['rocker-body', 'rocker-body']);
    expect(two).toMatchObject({ title: 'bush of 2', status: 'open', ref: { task, step: 'bush', item: '2' } });
    expect(two!.rounds).toEqual([{ round: 1, because: null, slots: [] }]);
    expect(missing(first, first.tasks[0]!, (s) => s.step === 'bush')).toEqual(['bush@2']);
    const all = stepsCame(first, [whole('bush', '2', 3, 'y')]);
    expect(missing(all, all.tasks[0]!, (s) => s.step === 'bush')).toEqual([]);
    expect(typedAt(all, 1)).toBe('y');
  });

  test('an answer changes its tasks and the step that it brings; others stand as old as they are until fetched', () => {
    const both = stepsCame(first, [whole('tray', '', 5, 'five')]);
    const { now, behind } = worked(
      both,
      answer(
        5,
        7,
        [line('bush', '1', 7, 'judged'), line('bush', '2', 3), line('tray', '', 7)],
        [whole('bush', '1', 7, 'z')],
      ),
    );
    expect(behind).toBe(false);
    expect(now.head.upToSeq).toBe(7);
    expect(typedAt(now, 0)).toBe('z');
    // How a step stands is always the line's, also while what is read there is old.
    expect(buildOf(now).state.tasks[0]!.steps[0]).toMatchObject({ status: 'judged', title: 'bush of 1' });
    expect(typedAt(now, 2)).toBe('five');
    expect(missing(now, now.tasks[0]!, () => true)).toEqual(['bush@2', 'tray@']);
    expect(missing(now, now.tasks[0]!, () => true, 'never seen')).toEqual(['bush@2']);
  });

  test('what somebody else did between is fetched; an answer that comes late takes nothing back', () => {
    const { now, behind } = worked(first, answer(9, 10, [line('bush', '1', 10)], []));
    expect(behind).toBe(true);
    const late = worked(now, answer(5, 6, [line('bush', '1', 6)], [whole('bush', '1', 6, 'late')])).now;
    expect(late.head.upToSeq).toBe(10);
    expect(late.tasks[0]!.steps[0]!.changedAt).toBe(10);
    const fetchedLate = fetched(now, view(8, [line('bush', '1', 8)], [whole('bush', '1', 8, 'eight')]));
    expect(fetchedLate.head.upToSeq).toBe(10);
    expect(typedAt(fetchedLate, 0)).toBe('eight');
    // And an older whole never takes a newer one's place.
    expect(typedAt(stepsCame(fetchedLate, [whole('bush', '1', 5, 'five')]), 0)).toBe('eight');
  });

  test('a task that was just begun is there with the answer', () => {
    const empty = fetched(undefined, { ...view(1, [], []), tasks: [] });
    const { now } = worked(empty, answer(1, 2, [line('bush', '1', 0)], [whole('bush', '1', 0)]));
    expect(buildOf(now).state.tasks.map((t) => t.ref.kind)).toEqual(['rocker-trunnions']);
  });

  test('a task that did not change is drawn as the very same, so that nothing is drawn again', () => {
    const again = stepsCame(first, []);
    expect(buildOf(again).state.tasks[0]).toBe(buildOf(first).state.tasks[0]);
  });
});
