import { useCallback, useMemo, useState } from 'react';
import type { StepState, TaskState } from '../../api/types';

const keyOf = (step: StepState): string => `${step.ref.step}@${step.ref.item}`;

const isDone = (step: StepState): boolean => step.status !== 'left-out';

export interface Steps {
  shown: StepState | undefined;
  pick: (step: StepState) => void;
  /** The step that the work goes on to from the shown one; undefined at the end. */
  after: StepState | undefined;
  before: StepState | undefined;
}

/**
 * Which step is open. It follows the work: a step that is complete gives way to the one after it, but a call, once
 * given, stays in sight until the builder goes on.
 */
export function useSteps(task: TaskState | undefined, item?: string): Steps {
  const [picked, setPicked] = useState<string | null>(null);
  const steps = useMemo(() => task?.steps ?? [], [task]);

  // An item that is asked for on the drawing opens where the work on it stands.
  const [asked, setAsked] = useState<string | undefined>(undefined);
  if (item !== asked) {
    setAsked(item);
    const own = steps.filter((s) => s.ref.item === item && isDone(s));
    const to =
      own.find((s) => !s.passed && s.blockedBy === null) ?? own.find((s) => !s.passed) ?? own[own.length - 1];
    if (item && to) setPicked(keyOf(to));
  }

  // Where the items of a task go each their own way, the core says which one the work is at.
  const at0 = task?.next;
  const next = steps.find((s) => s.ref.step === at0?.step && s.ref.item === at0.item);
  const shown = steps.find((s) => keyOf(s) === picked) ?? next ?? steps.findLast(isDone);
  const at = shown ? steps.indexOf(shown) : -1;

  // Adjusted while rendering, so that the builder never sees a step that is behind the log.
  const [was, setWas] = useState<{ key: string; passed: boolean } | null>(null);
  if (shown && (was?.key !== keyOf(shown) || was.passed !== shown.passed)) {
    const finished = was?.key === keyOf(shown) && !was.passed && shown.passed;
    setWas({ key: keyOf(shown), passed: shown.passed });
    const onwards = steps.slice(at + 1).find(isDone);
    // Its line may know of a call before the call itself is here.
    if (finished && !shown.now.call && !shown.verdict && onwards) setPicked(keyOf(onwards));
    else if (picked === null) setPicked(keyOf(shown));
  }

  return {
    shown,
    pick: useCallback((step: StepState) => setPicked(keyOf(step)), []),
    after:
      next && next !== shown && (steps.indexOf(next) > at || shown?.passed || shown?.blockedBy)
        ? next
        : steps.slice(at + 1).find(isDone),
    before: steps.slice(0, Math.max(0, at)).findLast(isDone),
  };
}
