import type { StepState, TraceColumns } from '../../api/types';

/** What a press's step has for its band: the fit's own, and what was recorded or is being, from the first touch. */
export function pressing(step: StepState, live: TraceColumns | undefined) {
  const answer = step.now.answer;
  const draw = answer?.calculator === 'draw-travel' ? answer : undefined;
  // The press counts from where the part was started by hand; the core says how far that is.
  const slot = step.rounds[step.rounds.length - 1]?.slots.find((s) => s.slot.key === 'trace')?.slot;
  const started = draw?.engagedMm ?? slot?.startedAt ?? 0;
  const from = (trace: TraceColumns) => trace.x.map((x, i) => [x + started, trace.y[i]!] as const);
  const trace = recordedAt(step) ?? live;
  return {
    curve: (answer?.calculator === 'press-trace' ? answer.band : draw?.curve) ?? undefined,
    trace: trace && from(trace),
    from,
  };
}

/** The trace that a step keeps. */
export const recordedAt = (step: StepState | undefined): TraceColumns | undefined =>
  step?.rounds[step.rounds.length - 1]?.slots.find((s) => s.slot.key === 'trace')?.live?.trace ?? undefined;
