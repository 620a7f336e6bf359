import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { api, Problem } from '../../api/client';
import type { LimitSource, PlaceState } from '../../api/types';
import { ScrolledStrip } from '../../bench/strip/ScrolledStrip';
import { stripOf } from '../../bench/strip/EngineStrip';
import { useShop } from '../../bench/state/useBuild';
import { SeenFrom, useSettings } from '../../entry/reader';
import { Button } from '../../ui/Button';
import { Demo } from '../../ui/Demo';
import { Panel } from '../../ui/Panel';
import { useKeyboard } from '../../ui/useKeyboard';
import { DropHere, FilesSaid, useFilesIn } from '../FilesIn';
import { NoLine } from '../NoLine';
import { Field, Wrong } from '../settings/Field';
import { PartBoxes } from './PartBoxes';
import { Versions } from './Versions';
import { useSheet } from './useSheet';

/** The parts that stand at a place of the engine. */
const partsAt = (place: string): readonly string[] =>
  place === 'balancer'
    ? ['balancer', 'crankBolt']
    : place === 'cover'
      ? ['cover', 'frontSeal']
      : place.startsWith('cam-')
        ? ['cam']
        : place === 'rear-seal'
          ? ['rear', 'endFloat', 'spigot']
          : place === 'pressed'
            ? ['pressed-gear', 'pressed-race', 'pressed-bush', 'pressed-pin']
            : [place];

/** What is worked on, and drawn, from the rear. */
const atTheRear: ReadonlySet<string> = new Set(['rear', 'endFloat', 'spigot']);

/** An engine's sheet: the engine large, each part on its drawing, each value typed on it; kept as versions. */
export function EngineSheetScreen() {
  const { engine = '' } = useParams();
  return <OneSheet key={engine} id={engine} />;
}

function OneSheet({ id }: { id: string }) {
  const [asks, setAsks] = useSearchParams();
  const sheet = useSheet(id);
  const { now } = sheet;
  const shop = useShop();
  const measured = useQuery({
    queryKey: ['measured', id],
    queryFn: () => api.measured(id),
    staleTime: 60_000,
  });
  const files = useFilesIn();
  const { me } = useSettings();
  const by = shop.data?.people.find((p) => p.id === me) ?? shop.data?.people[0];
  const [because, setBecause] = useState('');
  const [last, setLast] = useState(0);
  const keepButton = useKeyboard<HTMLButtonElement>(last > 0 ? `${last}` : null);
  const { undo } = sheet;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.altKey && e.key.toLowerCase() === 'z') {
        e.preventDefault();
        undo();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo]);
  if (!now)
    return (
      <main className="p-6 font-read text-title">
        <NoLine of={[sheet.sheet]} what="This engine’s sheet" />
        {sheet.sheet.error instanceof Problem && sheet.sheet.error.status === 404
          ? 'There is no such engine in this shop. '
          : 'Fetching the sheet. '}
        <Link to="/engines" className="underline">
          To the engines
        </Link>
      </main>
    );
  const parts = now.view.parts;
  const open = parts.find((p) => p.part === asks.get('part')) ?? parts[0]!;
  const missing = (part: (typeof parts)[number]) => part.values.filter((v) => v.missing).length;
  const places = now.places.map((p): PlaceState => {
    const there = parts.filter((q) => partsAt(p.id).includes(q.part));
    const standing = there.some((q) => missing(q) > 0) ? 'to-do' : 'done';
    // The strip opens tasks; here a part stands for one.
    const tasks = there.map(
      (q) => ({ ref: { kind: q.part, place: p.id }, title: q.label, standing }) as const,
    );
    return { ...p, standing, tasks: [...tasks], next: tasks[0]?.ref ?? null };
  });
  const show = (part: string) => setAsks({ part });
  const here = now.places.find((p) => partsAt(p.id).includes(open.part))?.id;
  const lastTold = sheet.told[sheet.told.length - 1];
  const labelOf = (path: string) =>
    parts.flatMap((p) => p.values).find((v) => v.path === path)?.label ?? path;
  const toldPaths = [...new Set(sheet.told.map((t) => t.path))];
  const after = parts[parts.indexOf(open) + 1];
  return (
    <DropHere onFiles={files.take}>
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b-2 border-ink px-5 py-2">
        <Link to="/engines" className="flex min-h-11 items-center text-title font-semibold">
          ‹ Engines
        </Link>
        <h1 className="text-call leading-none font-bold">{now.name}</h1>
        <Demo />
        <p className="text-title text-muted">version {now.version}</p>
        <span className="grow" />
        {now.lacked.length > 0 && (
          <select
            aria-label="It has another part"
            className="min-h-11 border-2 border-ink bg-white px-2 text-title font-semibold"
            value=""
            onChange={(e) => {
              sheet.addPart(e.target.value);
              show(e.target.value);
            }}
          >
            <option value="">It has also …</option>
            {now.lacked.map((part) => (
              <option key={part.id} value={part.id}>
                {part.label}
              </option>
            ))}
          </select>
        )}
        <a
          className="flex min-h-11 items-center text-title font-semibold underline"
          href={`/api/sheets/${id}/file`}
          download={`${id}.v${now.version}.json`}
        >
          As a file
        </a>
        <Copy id={id} by={by?.id ?? ''} name={now.name} />
      </header>
      <NoLine of={[sheet.sheet]} what="This engine’s sheet" />
      <FilesSaid said={files.said} />
      <div className="border-b-2 border-ink">
        <ScrolledStrip
          strip={stripOf(now.view.sheet)}
          places={places}
          height={150}
          here={here}
          onOpen={(task) => show(task.kind)}
        />
      </div>
      <nav aria-label="Parts" className="on-field flex flex-wrap bg-field text-base font-bold text-line">
        {parts.map((p) => (
          <button
            key={p.part}
            type="button"
            aria-current={p === open ? 'page' : undefined}
            className={`min-h-12 px-3.5 ${p === open ? 'bg-page text-ink' : ''}`}
            onClick={() => show(p.part)}
          >
            {p.label}
            {missing(p) > 0 && (
              <>
                {` · ${missing(p)}`}
                <span className={p === open ? '' : 'sr-only'}> to know</span>
              </>
            )}
          </button>
        ))}
      </nav>
      <main className="grid min-h-[480px] grow grid-cols-[minmax(0,1fr)_340px] max-lg:grid-cols-1">
        <SeenFrom view={atTheRear.has(open.part) ? 'rear' : 'front'}>
          <PartBoxes
            key={open.part}
            sheet={sheet}
            part={open}
            measured={measured.data ?? []}
            onLast={() => (after ? show(after.part) : setLast((n) => n + 1))}
          />
        </SeenFrom>
        <aside
          aria-label="Versions"
          className="border-l-2 border-ink px-4 py-3 max-lg:border-t-2 max-lg:border-l-0"
        >
          <div className="flex flex-col gap-3 lg:sticky lg:top-0 lg:max-h-dvh lg:overflow-y-auto">
            <label className="flex items-center gap-2 text-base font-semibold">
              Typed from
              <select
                className="h-11 border-2 border-ink bg-white px-1"
                value={sheet.source}
                onChange={(e) => sheet.setSource(e.target.value as LimitSource)}
              >
                <option value="manual">the engine’s manual</option>
                <option value="measured">measuring</option>
                <option value="house">house rule</option>
              </select>
            </label>
            <section aria-label="Not kept yet" className="border-t-2 border-ink pt-2">
              <p className="font-read text-title leading-tight font-semibold" role="status">
                {toldPaths.length + sheet.parts.length === 0
                  ? 'Nothing typed that isn’t kept.'
                  : toldPaths.length === 0
                    ? 'Not kept yet.'
                    : `${toldPaths.length === 1 ? 'One value' : `${toldPaths.length} values`} typed, not kept yet.`}
              </p>
              {sheet.parts.map((part) => (
                <p key={part} className="flex flex-wrap items-center gap-x-3 font-read text-base">
                  It has: {parts.find((p) => p.part === part)?.label ?? part}
                  <button
                    type="button"
                    className="min-h-11 font-semibold underline"
                    onClick={() => sheet.dropPart(part)}
                  >
                    it hasn’t
                  </button>
                </p>
              ))}
              {toldPaths.length + sheet.parts.length > 0 && (
                <>
                  <ul className="my-1 font-read text-base">
                    {toldPaths.slice(-5).map((path) => (
                      <li key={path}>
                        {labelOf(path)}: {sheet.told.findLast((t) => t.path === path)!.typed || 'not known'}
                      </li>
                    ))}
                    {toldPaths.length > 5 && <li>{`and ${toldPaths.length - 5} before them`}</li>}
                  </ul>
                  <Field
                    label="Why, if it needs saying"
                    width="w-full"
                    value={because}
                    onChange={setBecause}
                  />
                  <div className="mt-2 flex flex-wrap gap-2">
                    <button
                      ref={keepButton}
                      type="button"
                      className="min-h-16 bg-ink px-4 text-title font-bold text-on-ink"
                      onClick={() =>
                        void sheet.keep(by?.id ?? '', because).then((kept) => kept && setBecause(''))
                      }
                    >
                      Keep as version {now.version + 1}
                    </button>
                    {lastTold && (
                      <Button low onClick={undo} title="Alt+Z">
                        Undo: {labelOf(lastTold.path).toLowerCase()}
                      </Button>
                    )}
                  </div>
                </>
              )}
              {sheet.meanwhile && (
                <p role="alert" className="mt-2 font-read text-base font-semibold text-stop">
                  Somebody else has made version {now.version} meanwhile; what it changed stands below. What
                  you typed is all here: keep it on top, or undo it.
                </p>
              )}
              {!sheet.meanwhile && sheet.said['']?.map((words) => <Wrong key={words}>{words}</Wrong>)}
              {sheet.said['by']?.map((words) => (
                <Wrong key={words}>{words}</Wrong>
              ))}
              {Object.entries(sheet.said)
                .filter(([path]) => path.includes('/'))
                .map(([path, words]) => (
                  <Wrong key={path}>
                    {labelOf(path)}: {words.join(' ')}
                  </Wrong>
                ))}
            </section>
            <section aria-label="What changed" className="min-h-0 border-t-2 border-ink pt-2">
              <h2 className="text-title font-bold">Versions</h2>
              <Versions all={sheet.sheet.data?.versions ?? []} />
            </section>
          </div>
        </aside>
      </main>
    </DropHere>
  );
}

function Copy({ id, by, name }: { id: string; by: string; name: string }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [ids] = useState(() => uuid());
  const [called, setCalled] = useState('');
  const [said, setSaid] = useState<string>();
  const copy = () =>
    void api.copySheet(id, { by, id: ids, name: called }).then(
      async (made) => {
        await client.invalidateQueries({ queryKey: ['sheets'] });
        await navigate(`/engines/${made.id}`);
      },
      (error: unknown) =>
        setSaid(
          error instanceof Problem
            ? Object.values(error.errors).flat().join(' ') || error.message
            : 'It did not go through.',
        ),
    );
  return (
    <Panel
      title={`Another engine like ${name}`}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="min-h-11 text-title font-semibold underline">
          Another like it
        </button>
      }
    >
      <p className="mt-1 font-read text-base">
        It says what this one says, but for torques, heat and strengths: those are not known there until
        somebody has confirmed them for that engine. Pressed parts and sealants are not copied.
      </p>
      <form
        className="mt-2 flex flex-col gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          copy();
        }}
      >
        <Field label="What it is called" width="w-full" value={called} onChange={setCalled} wrong={said} />
        <Button first type="submit">
          Add it
        </Button>
      </form>
    </Panel>
  );
}
