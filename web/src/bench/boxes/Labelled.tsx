import type { ReactNode } from 'react';
import { useReader } from '../../entry/reader';
import { labelIn } from '../../entry/wording';
import type { Box } from '../state/work';
import { written } from './written';

/** The label under a number, or beside a word, with what stood here before. */
export function Labelled({
  box: { slot, before },
  children,
  htmlFor,
  understood,
}: {
  box: Box;
  children: ReactNode;
  htmlFor?: string;
  /** What is understood of what is typed; it stands where the label was. */
  understood?: { id: string; words: string } | undefined;
}) {
  const reader = useReader();
  const struck = slot.readings.filter((r) => r.struck);
  const { kind } = slot.slot;
  const text = kind === 'text';
  return (
    <div
      className={text ? 'flex items-center gap-3' : kind === 'tool' ? 'w-full' : 'w-[156px] max-lg:w-full'}
    >
      <div className={text ? 'w-[230px] shrink-0' : ''}>{children}</div>
      <label
        htmlFor={htmlFor}
        className={`block text-base leading-tight text-line ${text ? '' : 'mt-0.5 text-center'}`}
      >
        {/* Its leader line goes by behind it. */}
        <span className="box-decoration-clone bg-field px-1">
          <span className={understood ? 'sr-only' : ''}>{labelIn(slot.slot.label, reader)}</span>
          {understood && (
            <span id={understood.id} className="block font-semibold text-mark">
              {understood.words}
            </span>
          )}
          {struck.map((r) => (
            <s key={r.id} className="ml-2 text-structure">
              <span className="sr-only">crossed out: </span>
              {written(slot.slot, r, reader)}
            </s>
          ))}
          {before && (
            <span className="ml-2 whitespace-nowrap text-structure">
              was {written(slot.slot, before, reader)}
            </span>
          )}
        </span>
      </label>
    </div>
  );
}
