import type { PressSupportAnswer } from '../../api/types';
import { useReader } from '../../entry/reader';
import { inReaders } from '../../entry/wording';

/** Each piece that won't do, with why; or the sizes to make. */
export function Refusals({ answer, named }: { answer: PressSupportAnswer; named: (id: string) => string }) {
  const reader = useReader();
  return (
    <div
      className="h-full overflow-y-auto pr-2 text-line"
      tabIndex={0}
      role="region"
      aria-label="Why each other piece won’t do"
    >
      {answer.makeOne && (
        <p className="mb-2 border-l-4 border-mark pl-2 text-base font-semibold text-mark">
          {inReaders(answer.makeOne.words, reader)}
        </p>
      )}
      <p className="text-base font-semibold">Won’t do, and why</p>
      <ul className="text-base leading-snug">
        {answer.refused.map((r) => (
          <li key={r.id} className="mt-1">
            <b>{named(r.id)}</b>: {inReaders(r.because, reader)}.
          </li>
        ))}
      </ul>
    </div>
  );
}
