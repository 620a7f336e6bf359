import type { StepState } from '../../api/types';
import { useReader } from '../../entry/reader';
import { clockTime } from '../../entry/clockTime';
import { labelIn } from '../../entry/wording';
import type { Bench } from '../state/useBuild';

/** What came in once the line was back, too late for its place: why, and one tap to take it where that is open. */
export function CameLate({ bench, step, onDone }: { bench: Bench; step: StepState; onDone: () => void }) {
  const reader = useReader();
  return step.late
    ?.filter((late) => !late.taken)
    .map((late) => {
      const words = `${late.label ? labelIn(late.label, reader) : late.place}, “${late.typed}”`;
      return (
        <div key={late.id} role="status" className="mt-1 flex flex-wrap items-center gap-2">
          <p className="font-read text-base font-semibold text-look-again">
            {`Came late, ${late.by.name}, ${clockTime(late.doneAt)}: ${words}. ${late.why}.`}
          </p>
          {late.open && (
            <button
              type="button"
              className="min-h-11 border-2 border-ink bg-page px-3 text-base font-bold"
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
    });
}
