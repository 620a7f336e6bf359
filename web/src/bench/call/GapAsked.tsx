import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { TaskRef } from '../../api/types';
import type { Bench } from '../state/useBuild';
import { clockText, spanText } from './clock';

/** A long time between two entries of a task, asked about once: minutes are learned from what was worked alone. */
export function GapAsked({ bench, build, task }: { bench: Bench; build: string; task: TaskRef }) {
  const gaps = useQuery({
    queryKey: ['gaps', build, bench.view?.state.upToSeq],
    queryFn: () => api.gaps(build),
    placeholderData: (old) => old,
  });
  const sent = new Set(bench.waiting.flatMap(({ command: c }) => (c.do === 'tell-gap' ? [c.until] : [])));
  const gap = gaps.data?.find(
    (g) => g.task.kind === task.kind && g.task.place === task.place && !sent.has(g.until),
  );
  if (!gap) return null;
  const tell = (worked: boolean) => bench.send({ do: 'tell-gap', task, until: gap.until, worked });
  return (
    <div className="mt-1 flex flex-wrap items-center gap-2" role="group" aria-label="A gap in the work">
      <span className="font-read text-base">
        {`${spanText((Date.parse(gap.until) - Date.parse(gap.from)) / 1000)} without an entry, until ${clockText(gap.until)}:`}
      </span>
      {(
        [
          [true, 'Worked'],
          [false, 'Away'],
        ] as const
      ).map(([worked, words]) => (
        <button
          key={words}
          type="button"
          className="min-h-11 border-2 border-ink px-3 text-base font-bold"
          onClick={() => tell(worked)}
        >
          {words}
        </button>
      ))}
    </div>
  );
}
