import { stepOf, type Aside } from '../../api/outbox';
import type { StepState, TaskState } from '../../api/types';
import { useReader } from '../../entry/reader';
import { labelIn, type Reader } from '../../entry/wording';
import type { Bench } from '../state/useBuild';

const verbs: Partial<Record<string, string>> = {
  'begin-round': 'The new round',
  strike: 'The crossing out',
  decide: 'The decision',
  'open-gate': 'The opened gate',
  note: 'The note',
  attach: 'The photo',
  choose: 'The choice',
  'start-task': 'The beginning of this task',
};

/** What was done, in words, for whoever has to decide about it. */
function wordsOf({ command }: Aside, step: StepState, reader: Reader): string {
  if (command.do !== 'take-reading') return verbs[command.do ?? ''] ?? 'One entry';
  const label = step.rounds.flatMap((r) => r.slots).find((s) => s.slot.key === command.slot.slot)?.slot.label;
  return `${label === undefined ? command.slot.slot : labelIn(label, reader)}, “${command.typed}”`;
}

/** What stands on a step and the server broke on; what is about no step stands on the one that is open. */
export const asideAt = (bench: Bench, task: TaskState, step: StepState): readonly Aside[] =>
  bench.aside.filter(({ command }) => {
    const at = stepOf(command)?.step;
    return at
      ? at.task.kind === task.ref.kind &&
          at.task.place === task.ref.place &&
          at.step === step.ref.step &&
          at.item === step.ref.item
      : true;
  });

/** What the server broke on, with the two things that can be done about it. What belongs to it waits. */
export function PutAside({
  bench,
  task,
  step,
  onDone,
}: {
  bench: Bench;
  task: TaskState;
  step: StepState;
  onDone: () => void;
}) {
  const reader = useReader();
  const look = 'min-h-11 border-2 border-ink px-3 text-base font-bold';
  return asideAt(bench, task, step).map((entry) => {
    const words = wordsOf(entry, step, reader);
    return (
      <div key={entry.command.id} role="alert" className="mt-1 flex flex-wrap items-center gap-2">
        <p className="font-read text-base font-semibold text-stop">
          {words}: not in the record. The server broke on it twice. What belongs to it waits.
        </p>
        <button
          type="button"
          className={`${look} bg-ink text-on-ink`}
          onClick={() => {
            bench.sendAgain(entry.command.id);
            onDone();
          }}
        >
          Send again
          <span className="sr-only">: {words}</span>
        </button>
        <button
          type="button"
          className={`${look} bg-page`}
          onClick={() => {
            bench.strikeAside(entry.command.id);
            onDone();
          }}
        >
          Cross out
          <span className="sr-only">: {words}</span>
        </button>
      </div>
    );
  });
}

/** Said once: this tablet's clock can't be right, and what was done stands at the shop's time. */
export function ClockOff({ seconds, onSeen }: { seconds: number; onSeen: () => void }) {
  const size = Math.abs(seconds);
  const [number, unit] =
    size < 5400
      ? [size / 60, 'minutes']
      : size < 172_800
        ? [size / 3600, 'hours']
        : size < 63_072_000
          ? [size / 86_400, 'days']
          : [size / 31_557_600, 'years'];
  return (
    <div role="status" className="mt-1 flex flex-wrap items-center gap-2">
      <p className="font-read text-base font-semibold text-look-again">
        {`This tablet’s clock is ${Math.round(number)} ${unit} ${seconds > 0 ? 'ahead' : 'behind'}. What you did is kept at the shop’s time. Set the clock right.`}
      </p>
      <button
        type="button"
        className="min-h-11 border-2 border-ink bg-page px-3 text-base font-bold"
        onClick={onSeen}
      >
        Seen
      </button>
    </div>
  );
}
