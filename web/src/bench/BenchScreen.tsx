import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { TaskRef } from '../api/types';
import { addressOf } from './address';
import { EngineStrip } from './EngineStrip';
import { StripEnds } from './StripEnds';
import { TaskBench } from './TaskBench';
import { sheetOf, useBuild, type Bench } from './useBuild';
import { useNarrow } from './useNarrow';
import { SeenFrom } from './reader';

/** One task of one build, at the engine. */
export function BenchScreen() {
  const { build = '', kind = '', place = '' } = useParams();
  const bench = useBuild(build);
  const task = bench.view?.state.tasks.find((t) => t.ref.kind === kind && t.ref.place === place);
  const navigate = useNavigate();
  const item = useSearchParams()[0].get('at') ?? undefined;
  const openTask = useCallback(
    (ref: TaskRef, at?: string) => void navigate(addressOf(build, ref, at)),
    [navigate, build],
  );
  const sheets = bench.view?.sheets ?? [];
  const sheet = (task && sheetOf(sheets, task.sheet)) ?? sheets[sheets.length - 1];

  const narrow = useNarrow();
  const [asked, setBig] = useState<boolean | null>(null);
  const big = (asked ?? narrow) && task !== undefined;

  if (!bench.view || !sheet || bench.line === 'gone') return <Missing bench={bench} />;
  return (
    <div
      className={
        big
          ? 'flex h-dvh flex-col'
          : 'grid h-dvh grid-rows-[108px_auto_minmax(0,1fr)_auto] max-lg:flex max-lg:h-auto max-lg:flex-col'
      }
    >
      <header
        className={`grid grid-cols-[190px_minmax(0,1fr)_204px] items-stretch border-b-2 border-ink bg-page max-md:grid-cols-[1fr_auto] ${big ? 'hidden' : ''}`}
      >
        <div className="flex flex-col justify-between py-1.5 pl-4">
          <div className="leading-tight">
            <h1 className="text-title leading-tight font-bold">{sheet.name}</h1>
            <p className="text-base text-muted">Build {bench.view.state.number}</p>
          </div>
          <div className="flex gap-4">
            <Link to="/" className="flex min-h-11 items-center text-base font-semibold">
              ‹ Today
            </Link>
            <Link
              to={`/builds/${build}/fasteners`}
              className="flex min-h-11 items-center text-base font-semibold underline"
            >
              Fasteners
            </Link>
          </div>
        </div>
        <div className="max-md:hidden">
          <EngineStrip
            sheet={sheet}
            places={bench.view.state.places}
            height={106}
            here={item ?? (place || undefined)}
            onOpen={openTask}
          />
        </div>
        <StripEnds bench={bench} />
      </header>
      {task ? (
        <SeenFrom view={task.view}>
          <TaskBench
            big={big}
            item={item}
            setBig={setBig}
            key={`${kind}/${place}`}
            bench={bench}
            task={task}
            sheet={sheet}
            build={build}
            siblings={
              bench.view.state.places.find((p) =>
                p.tasks.some((t) => t.ref.kind === kind && t.ref.place === place),
              )?.tasks ?? []
            }
            onOpen={openTask}
          />
        </SeenFrom>
      ) : (
        <NotBegun bench={bench} kind={kind} place={place} onOpen={openTask} />
      )}
    </div>
  );
}

function Missing({ bench }: { bench: Bench }) {
  const gone = bench.line === 'gone' || bench.problem?.status === 404;
  return (
    <main className="mx-auto max-w-[40em] p-8 font-read">
      <h1 className="text-sentence font-bold">
        {gone
          ? 'This build is not in the record'
          : bench.problem
            ? 'No line to the record'
            : 'Fetching the build'}
      </h1>
      <p className="mt-3 text-base">
        {gone
          ? `It may have been on another shop’s bench. ${bench.waiting.length > 0 ? `${bench.waiting.length} entries of yours are kept on this tablet.` : ''}`
          : bench.problem
            ? 'It is tried again by itself. What you typed is kept on this tablet.'
            : ''}
      </p>
      <Link
        to="/"
        className="mt-4 inline-flex h-16 items-center bg-ink px-6 text-title font-bold text-on-ink"
      >
        To Today
      </Link>
    </main>
  );
}

function NotBegun({
  bench,
  kind,
  place,
  onOpen,
}: {
  bench: Bench;
  kind: string;
  place: string;
  onOpen: (task: TaskRef) => void;
}) {
  const possible = bench.view!.state.places.flatMap((p) => p.tasks);
  const wanted = possible.find((t) => t.ref.kind === kind && t.ref.place === place);
  // The task that was asked for, with the others of its place that are not begun either.
  const starts = possible.filter((t) => t.standing === 'to-do' && (!wanted || t.ref.place === place));
  const start = starts.find((t) => t === wanted) ?? starts[0];
  const begin = useRef<HTMLButtonElement>(null);
  useEffect(() => void begin.current?.focus(), [wanted]);
  return (
    <main className="col-span-full row-span-3 grid content-center justify-items-start gap-6 bg-field px-16 on-field max-md:px-5 max-md:py-10">
      <p className="max-w-[22em] font-read text-[2.25rem] leading-tight font-semibold text-line">
        {wanted ? `${wanted.title}: nothing is begun.` : 'Tap a part on the drawing, or begin here.'}
      </p>
      <p className="max-w-[34em] font-read text-title text-line">
        The steps, their limits and this engine’s sheet stay as they are today for as long as the record
        lasts.
      </p>
      <div className="flex flex-wrap gap-4">
        {starts.map((task) => (
          <button
            key={task.ref.kind}
            ref={task === start ? begin : undefined}
            type="button"
            className={`h-20 px-10 text-sentence font-bold ${task === start ? 'bg-line text-field' : 'border-2 border-line text-line'}`}
            onClick={() => {
              bench.send({ do: 'start-task', task: task.ref });
              onOpen(task.ref);
            }}
          >
            Begin: {task.title}
          </button>
        ))}
      </div>
      <p className="max-w-[34em] font-read text-base text-line">
        An aid to judgement. The engine’s manual, the tool’s maker, local rules and licensed practice come
        first.
      </p>
    </main>
  );
}
