import { useQuery } from '@tanstack/react-query';
import { Link, Navigate, useParams } from 'react-router';
import { api } from '../api/client';
import { Code } from '../ui/Code';
import { Demo } from '../ui/Demo';
import { PrintButton } from '../ui/PrintButton';
import { noLine, problemOf } from './NoLine';

/** What a stand's code opens: the engine that is on it. */
export function StandScreen() {
  const { stand = '' } = useParams();
  const on = useQuery({ queryKey: ['stand', stand], queryFn: () => api.onStand(stand) });
  const lines = on.data?.lines ?? [];
  if (lines.length === 1) return <Navigate replace to={`/builds/${lines[0]!.id}`} />;
  return (
    <main className="mx-auto max-w-[40em] p-8">
      <h1 className="text-[2.25rem] leading-tight font-bold">
        Stand {stand} <Demo />
      </h1>
      <p className="mt-2 font-read text-sentence leading-tight font-semibold" role="status">
        {on.data
          ? lines.length === 0
            ? 'No engine is said to be on it. Open the build, tap its number, and say which stand it is on.'
            : 'More than one engine is said to be on it. Which is it?'
          : (noLine(problemOf(on)) ?? 'Looking')}
      </p>
      <div className="mt-4 grid gap-3">
        {lines.map((line) => (
          <Link
            key={line.id}
            to={`/builds/${line.id}`}
            className="flex min-h-16 items-center border-2 border-ink px-4 text-title font-bold"
          >
            {line.number}, {line.name}
          </Link>
        ))}
        <Link to="/" className="flex min-h-16 items-center bg-ink px-4 text-title font-bold text-on-ink">
          To Today
        </Link>
      </div>
    </main>
  );
}

/** The sign that stays on a stand, whichever engine is on it: a number to be read across the shop, and its code. */
export function StandSign() {
  const { stand = '' } = useParams();
  return (
    <main className="mx-auto max-w-[620px] px-6 py-4 print:max-w-none print:p-0">
      <nav className="mb-4 flex gap-6 text-title font-semibold print:hidden">
        <Link className="flex min-h-11 items-center" to={`/stands/${stand}`}>
          ‹ The engine on it
        </Link>
        <span className="grow" />
        <PrintButton />
      </nav>
      <article
        className="flex flex-col items-center border-4 border-ink bg-white p-6 text-ink"
        aria-label={`Sign of stand ${stand}`}
      >
        <p className="text-[2.25rem] leading-none font-bold">Stand</p>
        <p className={`leading-[0.95] font-bold ${stand.length > 2 ? 'text-[8rem]' : 'text-[16rem]'}`}>
          {stand}
        </p>
        <Code
          text={`${location.origin}/stands/${encodeURIComponent(stand)}`}
          size={240}
          label="Opens the engine that is on this stand"
        />
        <p className="mt-3 text-title">Opens the engine that is on it.</p>
      </article>
    </main>
  );
}
