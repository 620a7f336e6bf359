import { Link } from 'react-router';
import type { Bench } from './state/useBuild';
import { useKeyboard } from '../ui/useKeyboard';
import { clockText, spanText, useNow } from './call/clock';
import { writeSentence } from '../entry/wording';
import { useReader } from '../entry/reader';

/** A build that was put down half done: what is loose on it, and picking it up again. */
export function LaidDown({ bench }: { bench: Bench }) {
  const { state } = bench.view!;
  const { down, loose, waits, number, life, atStep } = state;
  const reader = useReader();
  const now = useNow();
  const pick = useKeyboard<HTMLButtonElement>('down');
  const words = down!.loose.length > 0 ? down!.loose : loose;
  return (
    <main className="col-span-full row-span-3 flex grow flex-col bg-field px-16 py-10 on-field text-line max-md:px-5">
      <h2 className="font-read text-[2.25rem] leading-tight font-semibold">
        {`Build ${number}${life.stand === '' ? '' : `, stand ${life.stand}`} was put down.`}
      </h2>
      <p className="mt-1 text-title">{`${down!.by.name}, ${clockText(down!.at)}`}</p>
      <h3 className="mt-6 text-title font-bold">
        {words.length > 0 ? 'Loose on the engine. See that each is so:' : 'Nothing is loose on the engine.'}
      </h3>
      <ul className="mt-2 max-w-[34em] font-read text-sentence leading-tight font-semibold">
        {words.map((word) => (
          <li key={word} className="border-b border-structure py-2">
            {word.charAt(0).toUpperCase() + word.slice(1)}
            {/ of .* done/.test(word) && (
              <span className="block text-base font-normal">
                A pass that was broken off begins again at its first bolt.
              </span>
            )}
          </li>
        ))}
        {waits.map((wait) => (
          <li key={`${wait.task.kind}/${wait.step}`} className="border-b border-structure py-2">
            {wait.step}: {writeSentence(wait.do, reader)}
            <b className="block text-base">
              {Date.parse(wait.at) > now
                ? `${spanText((Date.parse(wait.at) - now) / 1000)} ${wait.isDeadline ? 'left' : 'to wait'}`
                : wait.isDeadline
                  ? 'its time is over'
                  : 'may go on'}
            </b>
          </li>
        ))}
      </ul>
      {atStep != null && (
        <p className="mt-6 max-w-[34em] font-read text-title">
          <b>Then: </b>
          {`${atStep}. ${writeSentence(state.do, reader)}`}
        </p>
      )}
      <div className="mt-8 flex flex-wrap gap-4">
        <button
          type="button"
          ref={pick}
          className="min-h-16 bg-line px-8 text-title font-bold text-field"
          onClick={() => bench.send({ do: 'pick-up' })}
        >
          Pick it up
        </button>
        <Link
          to={`/builds/${bench.view!.id}/tag`}
          className="flex min-h-16 items-center border-2 border-line px-6 text-title font-bold"
        >
          Print its tag
        </Link>
      </div>
    </main>
  );
}
