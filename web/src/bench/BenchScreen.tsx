import { Demo } from '../ui/Demo';
import { useCallback, useMemo, useState } from 'react';
import { Link, Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import type { PlaceState, PlaceTask, TaskRef } from '../api/types';
import { addressOf } from './address';
import { JobCardScreen } from './card/JobCardScreen';
import { EngineStrip, stripOf } from './strip/EngineStrip';
import { ScrolledStrip } from './strip/ScrolledStrip';
import { StripEnds } from './strip/StripEnds';
import { BuildPanel } from './BuildPanel';
import { LaidDown } from './LaidDown';
import { RightEngine } from './RightEngine';
import { TaskBench } from './TaskBench';
import { seenBy } from '../figures/cam/bearing';
import { sheetOf } from './state/outboxes';
import { typed, useTypedOn } from './state/typed';
import { useBuild, type Bench } from './state/useBuild';
import { useKeyboard } from '../ui/useKeyboard';
import { useNarrow } from '../ui/useNarrow';
import { SeenFrom } from '../entry/reader';

const alone: readonly PlaceTask[] = [];

/** What the work goes on to once a task is done: the next at its place, else the first that is open at a place after it, else before. */
function nextAfter(
  places: readonly PlaceState[],
  here: PlaceState | undefined,
  kind: string,
): PlaceTask | undefined {
  const from = here ? places.indexOf(here) : 0;
  return [...places.slice(from), ...places.slice(0, from)]
    .map((p) => p.tasks.find((t) => t.ref.kind === p.next?.kind))
    .find((t) => t && t.ref.kind !== kind && t.standing !== 'done');
}

/** One task of one build, at the engine. */
export function BenchScreen() {
  const { build = '', kind = '', place = '' } = useParams();
  const [asks, setAsks] = useSearchParams();
  const item = asks.get('at') ?? undefined;
  const card = asks.has('card');
  const bench = useBuild(build, kind === '' ? undefined : { kind, place }, item);
  const task = bench.view?.state.tasks.find((t) => t.ref.kind === kind && t.ref.place === place);
  const navigate = useNavigate();
  const openTask = useCallback(
    (ref: TaskRef, at?: string) => void navigate(addressOf(build, ref, at)),
    [navigate, build],
  );
  const sheets = bench.view?.sheets ?? [];
  // A task that has just begun works with a sheet that may be on its way still.
  const own = task && sheetOf(sheets, task.sheet);
  const sheet = own ?? sheets[sheets.length - 1];

  const strip = useMemo(() => sheet && stripOf(sheet), [sheet]);

  const narrow = useNarrow();
  const [asked, setBig] = useState<boolean | null>(null);
  const [wrong, setWrong] = useState(false);
  const down = bench.view?.state.down != null;
  const big = (asked ?? narrow) && task !== undefined && !card && !down;

  const at = bench.view?.state.at;
  // A build that is under way opens where the work stands.
  if (kind === '' && at) return <Navigate replace to={addressOf(build, at)} />;
  // Nobody's work is sent before it is known who is at the bench.
  if (
    !bench.view ||
    !sheet ||
    !strip ||
    bench.me === '' ||
    bench.line === 'gone' ||
    bench.line === 'unreadable'
  )
    return <Missing bench={bench} build={build} />;
  const here = bench.view.state.places.find((p) =>
    p.tasks.some((t) => t.ref.kind === kind && t.ref.place === place),
  );
  const wanted = here?.tasks.find((t) => t.ref.kind === kind && t.ref.place === place);
  const beginning = bench.waiting.some(
    ({ command: c }) => c.do === 'start-task' && c.task.kind === kind && c.task.place === place,
  );
  const engine = {
    strip,
    places: bench.view.state.places,
    here: item ?? (place || undefined),
    onOpen: openTask,
  };
  return (
    <div
      className={
        big
          ? 'flex h-dvh flex-col'
          : 'grid h-dvh grid-rows-[108px_auto_minmax(0,1fr)_auto] max-lg:flex max-lg:h-auto max-lg:flex-col'
      }
    >
      <header
        className={`grid grid-cols-[212px_minmax(0,1fr)_204px] items-stretch border-b-2 border-ink bg-page max-md:grid-cols-[minmax(0,1fr)_auto] max-md:gap-x-2 ${big ? 'hidden' : ''}`}
      >
        <div className="flex flex-col justify-between py-1.5 pl-4 max-md:pl-3">
          <div className="leading-tight">
            <h1 className="text-title leading-tight font-bold">
              <Link to={`/engines/${sheet.id.split('/')[0]}`} title="Its sheet">
                {sheet.name}
              </Link>
            </h1>
            <p className="flex gap-2 text-base text-muted">
              <BuildPanel bench={bench} onWrong={() => setWrong(true)} /> <Demo />
            </p>
          </div>
          <div className="flex gap-x-1.5 max-md:flex-wrap max-md:gap-x-2.5">
            <Link to="/" className="flex min-h-11 items-center text-base font-semibold whitespace-nowrap">
              ‹ Today
            </Link>
            <Link
              to={`/builds/${build}/fasteners`}
              className="flex min-h-11 items-center text-base font-semibold underline"
            >
              Fasteners
            </Link>
            <Link
              to={`/builds/${build}/record`}
              className="flex min-h-11 items-center text-base font-semibold underline"
            >
              Record
            </Link>
          </div>
        </div>
        <div className="max-md:hidden">
          <EngineStrip {...engine} height={106} />
        </div>
        <StripEnds bench={bench} />
      </header>
      {!big && (
        <div className="border-b-2 border-ink md:hidden">
          <ScrolledStrip {...engine} height={112} />
        </div>
      )}
      <RightEngine
        key={build}
        bench={bench}
        working={task !== undefined && !card && !down}
        wrong={wrong}
        setWrong={setWrong}
      />
      {down ? (
        <LaidDown bench={bench} />
      ) : task && own && !card ? (
        <SeenFrom view={task.view}>
          <TaskBench
            big={big}
            strip={<ScrolledStrip {...engine} height={64} />}
            item={item}
            setBig={setBig}
            key={`${kind}/${place}`}
            bench={bench}
            task={task}
            sheet={seenBy(kind, own)}
            build={build}
            siblings={here?.tasks ?? alone}
            onwards={nextAfter(bench.view.state.places, here, kind)}
            onOpen={openTask}
          />
        </SeenFrom>
      ) : wanted && !beginning && (card || !task) ? (
        <JobCardScreen
          key={`${kind}/${place}`}
          bench={bench}
          build={build}
          task={wanted}
          siblings={here?.tasks ?? alone}
          onOpen={openTask}
          onBack={() => setAsks({})}
        />
      ) : (
        <NotBegun bench={bench} build={build} kind={kind} place={place} onOpen={openTask} />
      )}
    </div>
  );
}

function Missing({ bench, build }: { bench: Bench; build: string }) {
  const gone = bench.line === 'gone' || bench.problem?.status === 404;
  const unreadable = bench.line === 'unreadable' || bench.problem?.unreadable === true;
  const waiting = bench.waiting.length + bench.aside.length;
  return (
    <main className="mx-auto max-w-[40em] p-8 font-read">
      <h1 className="text-sentence font-bold">
        {unreadable
          ? 'This build can’t be read'
          : gone
            ? 'This build is not in the record'
            : bench.problem
              ? 'No line to the record'
              : 'Fetching the build'}
      </h1>
      <p className="mt-3 text-base">
        {unreadable
          ? `${bench.problem?.message ?? ''} Nothing of it is lost: take its file out, and a newer version may read it. `
          : gone
            ? 'It may have been on another shop’s bench. '
            : bench.problem
              ? 'It is tried again by itself. What you typed is kept on this tablet. '
              : ''}
        {waiting > 0 && (gone || unreadable) ? `${waiting} entries of yours are kept on this tablet.` : ''}
      </p>
      {unreadable && (
        <a
          href={`/api/builds/${build}/file`}
          download={`build-${build}.json`}
          className="mt-4 mr-4 inline-flex h-16 items-center border-2 border-ink px-6 text-title font-bold"
        >
          Take its file out
        </a>
      )}
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
  build,
  kind,
  place,
  onOpen,
}: {
  bench: Bench;
  build: string;
  kind: string;
  place: string;
  onOpen: (task: TaskRef) => void;
}) {
  // A task that goes over several places stands at each of them, and is one.
  const possible = [
    ...new Map(
      bench.view!.state.places.flatMap((p) => p.tasks).map((t) => [`${t.ref.kind}/${t.ref.place}`, t]),
    ).values(),
  ];
  const wanted = possible.find((t) => t.ref.kind === kind && t.ref.place === place);
  const starts = possible.filter((t) => t.standing === 'to-do');
  const at = `${kind}/${place}`;
  const noLine = bench.line === 'down' || bench.problem !== null;
  const typedAhead = useKeyboard<HTMLInputElement>(wanted ? at : null);
  const { ahead = '' } = useTypedOn(build);
  return (
    <main className="col-span-full row-span-3 grid content-center justify-items-start gap-6 bg-field px-16 on-field max-md:px-5 max-md:py-10">
      <p className="max-w-[22em] font-read text-[2.25rem] leading-tight font-semibold text-line">
        {wanted ? `${wanted.title} begins.` : 'Tap a part on the drawing, or what is done to it here.'}
      </p>
      {noLine && (
        <p
          role="alert"
          className="max-w-[34em] border-2 border-line px-4 py-2 font-read text-title text-line"
        >
          No line to the record. It is tried again by itself.{' '}
          {wanted
            ? 'This task is kept on this tablet and begins when the line is back.'
            : 'What can be begun is shown as it was last known.'}
        </p>
      )}
      {wanted ? (
        <input
          ref={typedAhead}
          aria-label="Typed ahead: it goes to the first place"
          className={`h-16 w-[12em] max-w-full border-2 bg-field-deep px-3 font-read text-reading text-line ${ahead === '' ? 'border-field-deep opacity-0' : 'border-line'}`}
          value={ahead}
          onChange={(e) => typed.ahead(build, e.target.value)}
        />
      ) : (
        <div className="flex flex-wrap gap-4">
          {starts.map((task) => (
            <button
              key={`${task.ref.kind}/${task.ref.place}`}
              type="button"
              className="min-h-16 border-2 border-line px-6 text-title font-bold text-line"
              onClick={() => onOpen(task.ref)}
            >
              {task.title}
            </button>
          ))}
        </div>
      )}
      <p className="max-w-[34em] font-read text-base text-line">
        An aid to judgement. The engine’s manual, the tool’s maker, local rules and licensed practice come
        first.
      </p>
    </main>
  );
}
