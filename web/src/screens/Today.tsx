import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { api, Problem } from '../api/client';
import { useAnew, useAnyGrowth } from '../api/live';
import type { BuildLine, PlaceState, Shop, Strip } from '../api/types';
import { CallMark, inkOf, wordOf } from '../bench/call/CallMark';
import { EngineStrip } from '../bench/strip/EngineStrip';
import { addressOf } from '../bench/address';
import { useKeyboard } from '../ui/useKeyboard';
import { Demo } from '../ui/Demo';
import { LatePanel as Panel } from '../ui/LatePanel';
import { useReader, useSettings } from '../entry/reader';
import { useShop } from '../bench/state/useBuild';
import { clockText, spanText, useNow, useSaid } from '../bench/call/clock';
import { writeSentence } from '../entry/wording';
import { ChooseFiles, DropHere, FilesSaid, useFilesIn } from './FilesIn';
import { Find } from './Find';
import { NoLine } from './NoLine';
import { Closing } from './plan/Closing';
import { NextUp } from './plan/NextUp';

/** The builds on the bench, one above another, trouble first. */
export function Today() {
  const client = useQueryClient();
  const { up, told } = useAnyGrowth();
  const builds = useInfiniteQuery({
    queryKey: ['today'],
    queryFn: ({ pageParam }) => api.today(pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.after ?? null,
    // Whoever comes sees what is so now, or that it can't be had.
    refetchOnMount: 'always',
    // Where the live line is up it tells of all that changes.
    refetchInterval: up ? false : 15_000,
  });
  useAnew(
    told,
    { mark: builds.data?.pages[0]?.mark, underWay: builds.isFetching },
    () => void client.invalidateQueries({ queryKey: ['today'] }),
  );
  const shop = useShop();
  const files = useFilesIn();
  const pages = builds.data?.pages;
  const total = pages?.[pages.length - 1]?.total ?? 0;
  const strips = useMemo(
    () => new Map(pages?.flatMap((p) => p.strips.map((s) => [s.engine, s] as const))),
    [pages],
  );
  // A build that moved to a later page while the pages were read stands on both.
  const lines = useMemo(
    () => [...new Map(pages?.flatMap((p) => p.lines.map((l) => [l.id, l] as const))).values()],
    [pages],
  );
  return (
    <DropHere onFiles={files.take}>
      <header className="flex flex-wrap items-baseline gap-x-6 border-b-2 border-ink px-5 py-3">
        <h1 className="text-[2rem] leading-none font-bold whitespace-nowrap">Neat Bore</h1>
        <Demo />
        <p className="text-title font-semibold text-muted">
          {builds.data ? `${total === 1 ? 'One engine' : `${total} engines`} on the bench` : ''}
        </p>
        <span className="grow" />
        <Find />
        <Link to="/plan" className="flex min-h-11 items-center text-title font-semibold underline">
          Plan
        </Link>
        <Link to="/crib" className="flex min-h-11 items-center text-title font-semibold underline">
          Crib
        </Link>
        <Link to="/engines" className="flex min-h-11 items-center text-title font-semibold underline">
          Engines
        </Link>
        <Link to="/settings" className="flex min-h-11 items-center text-title font-semibold underline">
          Settings
        </Link>
        <Light />
        <p className="text-title font-semibold max-md:hidden">{shop.data?.name}</p>
      </header>
      <main className="flex grow flex-col">
        <NoLine of={[builds, shop]} what="The bench" />
        <FilesSaid said={files.said} />
        {total > 0 && <Closing />}
        {total > 0 && <NextUp />}
        {builds.data && lines.length === 0 && (
          <p className="px-5 py-10 font-read text-sentence font-semibold">
            Nothing is on the bench. Put an engine on it to begin, or drop a build’s file here.
          </p>
        )}
        {lines.map((line) => {
          const strip = line.engine == null ? undefined : strips.get(line.engine);
          return strip ? (
            <BuildRow key={line.id} line={line} strip={strip} alone={total === 1} />
          ) : (
            <Unreadable key={line.id} line={line} />
          );
        })}
        {builds.hasNextPage && (
          <More
            left={total - lines.length}
            busy={builds.isFetchingNextPage}
            onMore={() => void builds.fetchNextPage()}
          />
        )}
      </main>
      <footer className="flex flex-wrap items-center gap-5 border-t-2 border-ink bg-shelf px-5 py-2.5">
        {shop.data && <PutOnBench shop={shop.data} onFiles={files.take} />}
        <p className="grow text-right font-read text-base max-md:text-left">
          An aid to judgement. The engine’s manual, the tool’s maker, local rules and licensed practice come
          first.
        </p>
      </footer>
    </DropHere>
  );
}

/** The rest of the builds: fetched as it is scrolled to, or by hand. */
function More({ left, busy, onMore }: { left: number; busy: boolean; onMore: () => void }) {
  const button = useRef<HTMLButtonElement>(null);
  const more = useRef(onMore);
  useEffect(() => {
    more.current = onMore;
  });
  useEffect(() => {
    const seen = new IntersectionObserver(
      (entries) => entries.some((e) => e.isIntersecting) && !busy && more.current(),
      { rootMargin: '600px' },
    );
    seen.observe(button.current!);
    return () => seen.disconnect();
  }, [busy]);
  return (
    <button
      ref={button}
      type="button"
      disabled={busy}
      className="m-5 min-h-14 self-start border-2 border-ink px-6 text-title font-bold"
      onClick={onMore}
    >
      {busy ? 'Fetching more' : `${left} more`}
    </button>
  );
}

/** The places of a line as its strip draws them. */
const placesOf = (line: BuildLine, strip: Strip): PlaceState[] =>
  strip.places.map((place) => {
    const stands = line.places.find((p) => p.id === place.id);
    const next = place.tasks.find((t) => t.ref.kind === stands?.next);
    return {
      ...place,
      standing: stands?.standing ?? 'not-yet',
      tasks: next ? [{ ...next, standing: stands?.nextStanding ?? 'to-do' }] : [],
      next: next?.ref ?? null,
    };
  });

function Light() {
  const { dim, setDim } = useSettings();
  return (
    <button
      type="button"
      className="min-h-11 px-2 text-title font-semibold"
      aria-pressed={dim}
      onClick={() => setDim(!dim)}
    >
      {dim ? 'Light' : 'Dim'}
    </button>
  );
}

/** A build that this version can't read: it says why, and its file can be taken out. */
function Unreadable({ line }: { line: BuildLine }) {
  return (
    <article className="border-b border-rule px-5 pt-3 pb-4" aria-label={`Build ${line.number}, unreadable`}>
      <h2 className="text-[1.625rem] leading-tight font-bold">
        Build {line.number || 'without a number'}, {line.name || 'without a name'}
      </h2>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        <CallMark mark="stop" size={40} />
        <p className="max-w-[40em] grow font-read text-sentence leading-tight font-semibold">
          This build can’t be read by this version. Nothing of it is lost.
          <span className="mt-1 block text-base font-normal text-muted">{line.fault}</span>
        </p>
        <a
          href={`/api/builds/${line.id}/file`}
          download={`build-${line.number || line.id}.json`}
          className="inline-flex h-14 items-center border-2 border-ink px-6 text-title font-bold"
        >
          Take its file out
        </a>
      </div>
    </article>
  );
}

function BuildRow({ line, strip, alone }: { line: BuildLine; strip: Strip; alone: boolean }) {
  const reader = useReader();
  const navigate = useNavigate();
  const places = useMemo(() => placesOf(line, strip), [line, strip]);
  const said = useSaid(line.do, line.later);
  const at =
    line.at ?? places.find((p) => p.next && p.standing !== 'done')?.next ?? places.find((p) => p.next)?.next;
  const heading = (
    <>
      <CallMark mark={line.standing} size={40} />
      <span className={`text-[2.5rem] leading-none font-bold whitespace-nowrap ${inkOf(line.standing)}`}>
        {wordOf(line.standing)}
      </span>
      <span className="font-read text-sentence leading-tight font-semibold">
        {line.atStep && <span className="block text-base font-normal text-muted">{line.atStep}</span>}
        {line.down
          ? `Put down by ${line.down.by.name}, ${clockText(line.down.at)}: ${line.down.loose.length > 0 ? line.down.loose.join(', ') : 'nothing loose'}.`
          : writeSentence(said, { ...reader, view: line.view })}
        {line.waits.map((wait) => (
          <Waiting key={`${wait.task.kind}/${wait.step}`} wait={wait} />
        ))}
      </span>
    </>
  );
  return (
    <article
      className="border-b border-rule px-5 pt-3 pb-4"
      aria-label={`Build ${line.number}, ${strip.name}`}
    >
      <div
        className={`grid grid-cols-[190px_minmax(0,1fr)_170px] gap-x-4 max-md:grid-cols-1 ${alone ? 'pt-2' : ''}`}
      >
        <div className={alone ? 'col-span-2 col-start-1 row-start-1' : ''}>
          <Link to={`/builds/${line.id}`} className="block">
            <h2 className="text-[1.625rem] leading-tight font-bold">{strip.name}</h2>
            <p className="text-base text-muted">
              Build {line.number}
              {line.stand != null && <b className="text-ink">, stand {line.stand}</b>}, {line.name}
              {line.owner != null && `, ${line.owner}`}
              {line.due != null && (
                <b className="block text-ink">{`due ${new Date(`${line.due}T12:00`).toLocaleDateString(undefined, { weekday: 'short', day: 'numeric', month: 'short' })}`}</b>
              )}
            </p>
          </Link>
        </div>
        <div className={alone ? 'col-span-3 row-start-2' : ''}>
          <EngineStrip
            strip={strip}
            places={places}
            height={alone ? 410 : 132}
            onOpen={(task, place) => void navigate(addressOf(line.id, task, place))}
          />
        </div>
        <div className="flex items-start justify-end gap-6 text-right max-md:justify-start max-md:text-left">
          <div>
            <p className="text-base whitespace-nowrap text-muted">tasks done</p>
            <p className="text-[1.75rem] leading-none font-bold whitespace-nowrap">
              {line.done} of {line.tasks}
            </p>
          </div>
          <span className="flex flex-col">
            <Link
              to={`/builds/${line.id}/record`}
              className="flex min-h-11 items-center text-base font-semibold underline"
            >
              Record
            </Link>
            <Link
              to={`/builds/${line.id}/fasteners`}
              className="flex min-h-11 items-center text-base font-semibold underline"
            >
              Fasteners
            </Link>
          </span>
        </div>
      </div>
      {at ? (
        <Link
          to={`/builds/${line.id}/${at.kind}/${at.place}`}
          className="mt-2 flex min-h-16 items-center gap-4 pr-4 max-md:flex-wrap"
        >
          {heading}
        </Link>
      ) : (
        <p className="mt-2 flex min-h-16 items-center gap-4">{heading}</p>
      )}
    </article>
  );
}

/** What is against the clock: how long is left, or how long is still to wait. */
function Waiting({ wait }: { wait: BuildLine['waits'][number] }) {
  const now = useNow();
  const left = (new Date(wait.at).getTime() - now) / 1000;
  const over = left <= 0;
  const words = wait.isDeadline
    ? over
      ? `late by ${spanText(-left)}`
      : `${spanText(left)} left`
    : over
      ? 'may go on'
      : `${spanText(left)} to wait`;
  return (
    <span className={`mt-1 block text-base ${wait.isDeadline && over ? 'text-stop' : ''}`} role="timer">
      {`${wait.step}: `}
      <b>{words}</b>
    </span>
  );
}

const fieldClass = 'mt-1 block h-12 w-full border-2 border-ink bg-page px-2 font-read text-title';

/** Has the keyboard when the panel opens. */
function NumberField() {
  const own = useKeyboard<HTMLInputElement>('opened');
  return (
    <label>
      Build number
      <input name="number" className={fieldClass} autoComplete="off" ref={own} />
    </label>
  );
}

function PutOnBench({ shop, onFiles }: { shop: Shop; onFiles: (files: Iterable<File>) => void }) {
  const { me } = useSettings();
  const client = useQueryClient();
  const navigate = useNavigate();
  const sheets = useQuery({ queryKey: ['sheets'], queryFn: api.sheets });
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string[]>([]);
  const people = shop.people.filter((p) => p.role !== 'viewer');

  const put = async (form: FormData) => {
    const build = uuid();
    const word = (name: string): string => (form.get(name) as string | null) ?? '';
    try {
      await api.open({
        build,
        id: uuid(),
        doneAt: new Date().toISOString(),
        by: people.find((p) => p.id === me)?.id ?? people[0]?.id ?? '',
        number: word('number'),
        name: word('name'),
        sheet: word('sheet'),
      });
      await client.invalidateQueries({ queryKey: ['today'] });
      await navigate(`/builds/${build}`);
    } catch (error) {
      setProblem(
        error instanceof Problem && Object.keys(error.errors).length > 0
          ? Object.entries(error.errors).map(([field, messages]) => `The ${field} ${messages.join(', ')}.`)
          : [error instanceof Error ? error.message : 'It did not go through.'],
      );
    }
  };

  return (
    <Panel
      title="Put an engine on the bench"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="h-14 bg-ink px-6 text-title font-bold text-on-ink">
          Put an engine on the bench
        </button>
      }
    >
      <Link
        to="/engines/new"
        className="mt-2 flex min-h-16 items-center justify-center bg-ink px-4 text-title font-bold text-on-ink"
      >
        An engine of yours
      </Link>
      {sheets.data?.length === 0 ? (
        <p className="mt-2 font-read text-title">
          How its cylinders stand is enough. Or bring in a file: an engine sheet, or a build that brings its
          own.
        </p>
      ) : (
        <form
          className="mt-2 grid gap-3 text-base"
          onSubmit={(e) => {
            e.preventDefault();
            void put(new FormData(e.currentTarget));
          }}
        >
          <label>
            Engine sheet
            <select name="sheet" className={fieldClass}>
              {sheets.data?.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          </label>
          <NumberField />
          <label>
            What it is for
            <input name="name" className={fieldClass} autoComplete="off" />
          </label>
          {problem.map((p) => (
            <p key={p} role="alert" className="font-semibold text-stop">
              {p}
            </p>
          ))}
          <button type="submit" className="h-16 bg-ink text-title font-bold text-on-ink">
            Put it on
          </button>
        </form>
      )}
      <div className="mt-3">
        <ChooseFiles
          words="Bring in a file: an engine sheet, or a build"
          onFiles={(chosen) => {
            onFiles([...chosen]);
            setOpen(false);
          }}
        />
      </div>
    </Panel>
  );
}
