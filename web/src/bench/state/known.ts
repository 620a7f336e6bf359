import type {
  BuildHead,
  BuildState,
  BuildView,
  EngineSheet,
  StepLine,
  StepRef,
  StepState,
  TaskLine,
  TaskRef,
  TaskState,
  WorkAnswer,
} from '../../api/types';

/**
 * What this tablet knows of a build: all of its tasks and steps as lines, and whole those steps that were opened or lie
 * around one that was. A whole step that is older than its line is shown until the newer one is there.
 */
export interface Known {
  id: string;
  head: BuildHead;
  tasks: readonly TaskLine[];
  steps: Readonly<Record<string, StepState>>;
  sheets: readonly EngineSheet[];
}

/** A task as the screens draw it. */
export type Task = TaskState & Pick<TaskLine, 'last'>;

/** A build as the screens draw it. */
export interface Build {
  id: string;
  state: Omit<BuildState, 'tasks'> & { tasks: readonly Task[] };
  sheets: readonly EngineSheet[];
}

const nameOf = (task: TaskRef, step: string, item: string): string =>
  `${task.kind}/${task.place}/${step}@${item}`;

/** Of two of the same step, the one that knows more. */
function withSteps(steps: Known['steps'], more: readonly StepState[]): Known['steps'] {
  const all = { ...steps };
  for (const step of more) {
    const name = nameOf(step.ref.task, step.ref.step, step.ref.item);
    if ((all[name]?.changedAt ?? -1) <= step.changedAt) all[name] = step;
  }
  return all;
}

/** What was fetched, over what was known; an answer that was overtaken on its way brings only its steps. */
export function fetched(known: Known | undefined, view: BuildView): Known {
  const steps = withSteps(known?.steps ?? {}, view.steps);
  return known && known.head.upToSeq > view.head.upToSeq
    ? { ...known, steps }
    : { id: view.id, head: view.head, tasks: view.tasks, steps, sheets: view.sheets };
}

/** What work was answered with; whether the tablet missed what somebody else did before it, and has to fetch the build. */
export function worked(known: Known, answer: WorkAnswer): { now: Known; behind: boolean } {
  if (answer.head.upToSeq < known.head.upToSeq)
    return { now: { ...known, steps: withSteps(known.steps, answer.steps) }, behind: false };
  const changed = new Map(answer.tasks.map((t) => [`${t.ref.kind}/${t.ref.place}`, t]));
  const tasks = known.tasks.map((t) => {
    const now = changed.get(`${t.ref.kind}/${t.ref.place}`);
    changed.delete(`${t.ref.kind}/${t.ref.place}`);
    return now ?? t;
  });
  return {
    now: {
      ...known,
      head: answer.head,
      tasks: [...tasks, ...changed.values()],
      steps: withSteps(known.steps, answer.steps),
    },
    behind: answer.since > known.head.upToSeq,
  };
}

export const stepsCame = (known: Known, steps: readonly StepState[]): Known => ({
  ...known,
  steps: withSteps(known.steps, steps),
});

/** The steps of a task that are wanted whole and are not, or not as they stand now: named as the server takes them. */
export const missing = (
  known: Known,
  task: TaskLine,
  wanted: (line: StepLine) => boolean,
  old: 'old too' | 'never seen' = 'old too',
): string[] =>
  task.steps
    .filter((line) => {
      const whole = known.steps[nameOf(task.ref, line.step, line.item)];
      return wanted(line) && (!whole || (old === 'old too' && whole.changedAt < line.changedAt));
    })
    .map((line) => `${line.step}@${line.item}`);

const onItsWay = { template: 'This step is on its way.', args: {} };

/** A step as it is drawn: how it stands is its line's, what is read and said there is the whole's. */
function stepOf(task: TaskRef, line: StepLine, whole: StepState | undefined): StepState {
  const { title, figure, itemName, status, passed, blockedBy, gate, verdict, round } = line;
  const now = { title, figure, itemName, status, passed, blockedBy, gate, ...(verdict ? { verdict } : {}) };
  const ref: StepRef = { task, step: line.step, item: line.item };
  if (whole) {
    const step: StepState = { ...whole, ...now };
    if (!verdict) delete step.verdict;
    return step;
  }
  return {
    ...now,
    ref,
    cautions: [],
    rounds: [{ round, because: null, slots: [] }],
    round,
    now: { do: onItsWay },
    calls: [],
    differs: false,
    notes: [],
    photos: [],
    measuredAt: [],
    changedAt: -1,
    otherwise: null,
  };
}

const drawnTasks = new WeakMap<TaskLine, { steps: readonly (StepState | undefined)[]; task: Task }>();

/** A task as it is drawn; the same as before while nothing of it has changed. */
function taskOf(line: TaskLine, steps: Known['steps']): Task {
  const whole = line.steps.map((s) => steps[nameOf(line.ref, s.step, s.item)]);
  const drawn = drawnTasks.get(line);
  if (drawn?.steps.every((s, i) => s === whole[i])) return drawn.task;
  const task = { ...line, steps: line.steps.map((s, i) => stepOf(line.ref, s, whole[i])) };
  drawnTasks.set(line, { steps: whole, task });
  return task;
}

/** The build as the screens draw it. */
export const buildOf = (known: Known): Build => ({
  id: known.id,
  state: { ...known.head, tasks: known.tasks.map((t) => taskOf(t, known.steps)) },
  sheets: known.sheets,
});
