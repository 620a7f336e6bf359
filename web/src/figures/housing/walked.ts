import type { CalcAnswer, TaskState } from '../../api/types';

interface Found {
  name: string;
  offsetMm: number;
  offsetDeg: number | null;
}

/** Every offset that was found in this task, oldest first: the builder sees the part walk in. */
export function walked(task: TaskState): Found[] {
  return task.steps
    .flatMap((s) => s.calls.map((call) => ({ call, step: s })))
    .sort((a, b) => a.call.doneAt.localeCompare(b.call.doneAt))
    .flatMap(({ call }) => {
      // What was answered then is kept as it was; a centring has had these fields from its first version.
      const answer = call.judgement.answer as CalcAnswer | null | undefined;
      return answer?.calculator === 'centring' ? [answer] : [];
    })
    .map((a, i) => ({ name: `${i + 1}`, offsetMm: a.offsetMm, offsetDeg: a.offsetDeg ?? null }));
}
