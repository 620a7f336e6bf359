import { Link, useParams } from 'react-router';
import { clockText } from '../bench/call/clock';
import { useBuild } from '../bench/state/useBuild';
import { Code } from '../ui/Code';
import { Demo } from '../ui/Demo';
import { PrintButton } from '../ui/PrintButton';
import { noLine } from './NoLine';

/** The tag that hangs on an engine: its number, its stand, what is loose on it, and a code that opens it. */
export function Tag() {
  const { build = '' } = useParams();
  const bench = useBuild(build);
  if (!bench.view)
    return <main className="p-8 font-read text-title">{noLine(bench.problem) ?? 'Fetching the build'}</main>;
  const { number, name, life, down, loose } = bench.view.state;
  const words = down?.loose ?? loose;
  return (
    <main className="mx-auto max-w-[620px] px-6 py-4 print:max-w-none print:p-0">
      <nav className="mb-4 flex flex-wrap gap-6 text-title font-semibold print:hidden">
        <Link className="flex min-h-11 items-center" to={`/builds/${build}`}>
          ‹ The bench
        </Link>
        <span className="grow" />
        {life.stand !== '' && (
          <Link className="flex min-h-11 items-center underline" to={`/stands/${life.stand}/sign`}>
            The stand’s sign
          </Link>
        )}
        <PrintButton />
      </nav>
      <article className="border-4 border-ink bg-white p-6 text-ink" aria-label={`Tag of build ${number}`}>
        <div className="flex items-start justify-between gap-6">
          <div>
            <p className="text-title font-semibold">
              <Demo /> Build
            </p>
            <p className="text-[6rem] leading-[0.9] font-bold">{number}</p>
            {life.stand !== '' && (
              <p className="mt-2 text-[2.25rem] leading-none font-bold">stand {life.stand}</p>
            )}
            <p className="mt-2 font-read text-title">
              {name}
              {life.owner === '' ? '' : `, ${life.owner}`}
            </p>
          </div>
          <Code
            text={`${location.origin}/builds/${build}`}
            size={200}
            label="Opens this build on the bench"
          />
        </div>
        <h2 className="mt-6 border-t-4 border-ink pt-3 text-title font-bold">
          {words.length > 0 ? 'Loose on this engine' : 'Nothing is loose on this engine'}
        </h2>
        <ul className="font-read text-sentence leading-tight font-semibold">
          {words.map((word) => (
            <li key={word} className="border-b border-rule py-2">
              {word.charAt(0).toUpperCase() + word.slice(1)}
            </li>
          ))}
        </ul>
        <p className="mt-4 text-base">
          {down ? `Put down by ${down.by.name}, ${clockText(down.at)}. ` : 'Being worked on. '}
          Don’t turn the crank before you have read this and looked.
        </p>
      </article>
    </main>
  );
}
