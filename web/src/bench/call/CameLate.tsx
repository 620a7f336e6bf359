import type { StepState } from '../../api/types';
import { clockTime } from '../../entry/clockTime';
import { useReader } from '../../entry/reader';
import { labelIn } from '../../entry/wording';
import type { Bench } from '../state/useBuild';

/**
 * What came in once the line was back, too late for its place: one at a time, with one tap to take it where that is
 * open and empty now, and why it waits where its step does. The others follow; the record tells them all.
 */
export function CameLate({ bench, step, onDone }: { bench: Bench; step: StepState; onDone: () => void }) {
  const reader = useReader();
  const left = step.late?.filter((late) => !late.taken && (late.open || step.blockedBy)) ?? [];
  const late = left[0];
  if (!late) return null;
  const words = `${late.label ? labelIn(late.label, reader) : late.place}, “${late.typed}”`;
  const others = left.length > 1 ? ` ${left.length - 1} more wait.` : '';
  return (
    <div role="status" className="mt-1 flex items-center gap-3">
      <p className="font-read text-base font-semibold text-look-again">
        {`Came late, ${late.by.name}, ${clockTime(late.doneAt)}: ${words}.${late.open ? '' : ` ${late.why}.`}${others}`}
      </p>
      {late.open && (
        <button
          type="button"
          className="min-h-11 shrink-0 border-2 border-ink bg-page px-3 text-base font-bold"
          onClick={() => {
            bench.send({
              do: 'take-reading',
              slot: { step: step.ref, round: step.round, slot: late.place },
              typed: late.typed,
              unit: '',
              decimalMark: '.',
              oddConfirmed: false,
              late: late.id,
            });
            onDone();
          }}
        >
          Take it
          <span className="sr-only">: {words}</span>
        </button>
      )}
    </div>
  );
}
