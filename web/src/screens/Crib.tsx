import { Demo } from '../ui/Demo';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { api, Problem } from '../api/client';
import { v7 as uuid } from 'uuid';
import type { CribTool, ToolOut } from '../api/types';
import { addressOf } from '../bench/address';
import { outboxOf } from '../bench/state/outboxes';
import { useReader, useSettings } from '../entry/reader';
import { useShop } from '../bench/state/useBuild';
import { outText, useToolsOut } from './out';
import { NoLine } from './NoLine';
import { inReaders, quantityParts, writeMm, writeQuantity, type Reader } from '../entry/wording';

const kinds: Record<string, string> = {
  'hub-puller': 'Pullers that screw into a hub',
  'jaw-puller': 'Pullers with jaws',
  'draw-tool': 'Draw tools',
  'seal-extractor': 'Seal extractors',
  'seal-press': 'Seal rings and plates',
  'centring-ring': 'Centring rings',
  'bearing-driver': 'Cam bearing drivers',
  'bearing-puller': 'Bearing pullers',
  socket: 'Press supports',
  washer: 'Thick washers',
  sleeve: 'Pusher sleeves',
  bar: 'Press bars',
};

const nameOf = (kind: string): string =>
  kinds[kind] ?? kind.charAt(0).toUpperCase() + kind.slice(1).replace(/-/g, ' ');

const thread = (t: { majorMm: number; pitchMm: number; lengthMm?: number }): string =>
  `M${t.majorMm}×${t.pitchMm}${t.lengthMm === undefined ? '' : `, ${t.lengthMm} mm long`}`;

/** The tools by what they fit, and what here would fit a part. */
export function Crib() {
  const shop = useShop();
  const needs = useQuery({ queryKey: ['needs'], queryFn: api.needs });
  const crib = useMemo(() => shop.data?.crib ?? [], [shop.data]);
  const out = useToolsOut();
  const [find, setFind] = useState('');
  const [part, setPart] = useState('');
  const parts = (needs.data ?? []).map((n) => ({ ...n, words: `${n.sheet}: ${n.part}` }));
  const need = parts.find((p) => p.words === part)?.need;
  const match = useQuery({
    queryKey: ['tool-match', need, crib],
    queryFn: () => api.toolMatch({ need: need!, crib }),
    enabled: need !== undefined && crib.length > 0,
    staleTime: Infinity,
  });
  const refused = new Map(match.data?.refused.map((r) => [r.id, r.because]));
  const fits = new Map(match.data?.fits.map((f) => [f.id, f.setUp]));
  const words = find.trim().toLowerCase();
  const shown = crib.filter(
    (t) =>
      (need === undefined || t.kind === need.kind) &&
      (words === '' ||
        `${t.name} ${t.kind} ${nameOf(t.kind)} ${t.kept} ${t.threads.map(thread).join(' ')}`
          .toLowerCase()
          .includes(words)),
  );
  const groups = [...new Set(shown.map((t) => t.kind))];

  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-2 border-b-2 border-ink px-5 py-3">
        <Link to="/" className="flex min-h-11 items-center text-title font-semibold">
          ‹ Today
        </Link>
        <h1 className="text-[2rem] leading-none font-bold">Crib</h1>
        <Demo />
        <p className="text-title font-semibold text-muted">
          {shop.data ? `${crib.length} tools${out.size > 0 ? `, ${out.size} out` : ''}` : ''}
        </p>
        <span className="grow" />
        <CsvInOut />
      </header>
      <NoLine of={[shop, needs]} what="The crib" />
      <section
        aria-label="What here fits this?"
        className="on-field grid gap-x-6 gap-y-3 bg-field px-5 py-4 text-line md:grid-cols-[auto_auto_1fr]"
      >
        <label className="text-base">
          What here fits this?
          <select
            className="mt-1 block h-16 w-full max-w-[420px] border-2 border-structure bg-field-deep px-3 text-title font-bold text-line"
            value={part}
            onChange={(e) => setPart(e.target.value)}
          >
            <option value="">Any part</option>
            {parts.map((p) => (
              <option key={p.words}>{p.words}</option>
            ))}
          </select>
        </label>
        <label className="text-base">
          Find
          <input
            type="search"
            className="mt-1 block h-16 w-full border-2 border-structure bg-white px-3 font-read text-title text-ink"
            value={find}
            onChange={(e) => setFind(e.target.value)}
          />
        </label>
        {need && match.data && (
          <p className="self-end font-read text-sentence leading-tight font-semibold" role="status">
            {fits.size === 0
              ? 'Nothing here fits. Each says why below.'
              : `${fits.size} of ${fits.size + [...refused.keys()].filter((id) => shown.some((t) => t.id === id)).length} fit.`}
          </p>
        )}
      </section>
      <main className="grow px-5 pb-8">
        {shop.data && crib.length === 0 && (
          <p className="mt-6 font-read text-sentence font-semibold">
            The crib is empty. Bring your tools in as a CSV; “CSV out” gives its headings.
          </p>
        )}
        {shop.data && crib.length > 0 && shown.length === 0 && (
          <p className="mt-6 font-read text-sentence font-semibold">Nothing here by that name.</p>
        )}
        {groups.map((kind) => (
          <section key={kind} className="mt-5">
            <h2 className="border-b-2 border-ink text-title font-bold">{nameOf(kind)}</h2>
            <ul>
              {shown
                .filter((t) => t.kind === kind)
                .sort((a, b) => Number(refused.has(a.id)) - Number(refused.has(b.id)))
                .map((tool) => (
                  <Tool
                    key={tool.id}
                    tool={tool}
                    out={out.get(tool.id)}
                    fits={fits.get(tool.id)}
                    refused={refused.get(tool.id)}
                  />
                ))}
            </ul>
          </section>
        ))}
      </main>
    </div>
  );
}

function Tool({
  tool,
  out,
  fits,
  refused,
}: {
  tool: CribTool;
  out: ToolOut | undefined;
  fits: string | undefined;
  refused: string | undefined;
}) {
  const reader = useReader();
  const late = tool.calibrationDue != null && tool.calibrationDue < new Date().toISOString().slice(0, 10);
  return (
    <li className="grid grid-cols-[46px_minmax(0,17em)_minmax(0,1fr)_auto] items-center gap-x-4 border-b border-rule py-1.5 text-base max-md:grid-cols-[46px_1fr]">
      <Outline tool={tool} />
      <span>
        <b className="text-title leading-tight">{tool.name}</b>
        {(fits ?? refused) !== undefined && (
          <span className={`block font-read font-semibold ${fits ? 'text-go' : 'text-stop'}`}>
            {fits ? `■ Fits: ${inReaders(fits, reader)}` : `◆ Won’t do: ${inReaders(refused!, reader)}.`}
          </span>
        )}
      </span>
      <span className="max-md:col-start-2">{factsOf(tool, reader).join(' · ')}</span>
      <span className="text-right text-muted max-md:col-start-2 max-md:text-left">
        {out ? <Out out={out} /> : tool.kept}
        {tool.borrowedFrom != null && (
          <b className="block text-ink">{`borrowed from ${tool.borrowedFrom}`}</b>
        )}
        {tool.calibrationDue && (
          <b className={`block ${late ? 'text-stop' : 'text-ink'}`}>
            {late ? 'calibration ran out ' : 'calibrated to '}
            {tool.calibrationDue}
          </b>
        )}
      </span>
    </li>
  );
}

/** Where it is, and one tap for that it is back. */
function Out({ out }: { out: ToolOut }) {
  const client = useQueryClient();
  const { me } = useSettings();
  const shop = useShop();
  const [sent, setSent] = useState(false);
  const by =
    shop.data?.people.find((p) => p.id === me)?.id ?? shop.data?.people.find((p) => p.role !== 'viewer')?.id;
  return (
    <span className="flex flex-wrap items-center justify-end gap-2 max-md:justify-start">
      <Link
        to={addressOf(out.build, out.taken.task)}
        className="font-semibold text-look-again underline"
      >{`▽ ${outText(out)}`}</Link>
      <button
        type="button"
        disabled={sent || by === undefined}
        className="min-h-11 border-2 border-ink px-3 font-bold text-ink disabled:border-rule disabled:text-muted"
        onClick={() => {
          setSent(true);
          outboxOf(out.build).send(by!, {
            do: 'return-tool',
            id: uuid(),
            doneAt: new Date().toISOString(),
            task: out.taken.task,
            tool: out.taken.tool,
          });
          // What is sent is answered for in its own time; until then it is shown as sent.
          setTimeout(() => void client.invalidateQueries({ queryKey: ['tools-out'] }), 800);
        }}
      >
        It is back
      </button>
    </span>
  );
}

function factsOf(tool: CribTool, reader: Reader): string[] {
  const range = (words: string, r: readonly number[] | null | undefined) =>
    r
      ? [
          `${words} ${quantityParts({ value: r[0]!, dimension: 'length', resolution: 1 }, reader)[0]} to ${writeMm(r[1]!, reader, 1)}`,
        ]
      : [];
  return [
    ...(tool.threads.length > 0
      ? [`${tool.holes ? `${tool.holes} × ` : ''}${tool.threads.map(thread).join(' or ')}`]
      : []),
    ...range('circle', tool.boltCircleMm),
    ...range(tool.kind === 'jaw-puller' ? 'opens' : 'for', tool.spreadMm),
    ...(tool.reachMm > 0 ? [`reaches ${writeMm(tool.reachMm, reader, 1)}`] : []),
    ...(tool.ratedForceN > 0
      ? [`rated ${writeQuantity({ value: tool.ratedForceN, dimension: 'force', resolution: 1000 }, reader)}`]
      : []),
    ...(tool.outerMm != null
      ? [
          `${writeMm(tool.outerMm, reader, 0.1)} outside${tool.innerMm ? `, ${writeMm(tool.innerMm, reader, 0.1)} bore` : ''}${tool.lengthMm == null ? '' : `, ${writeMm(tool.lengthMm, reader, 1)} long`}`,
        ]
      : []),
    ...(tool.screw ? [`screw ${thread(tool.screw)}`] : []),
    ...(tool.tips.length > 0 ? [tool.tips.join(', ')] : []),
  ];
}

/** A small outline of what it is, so that the eye finds the drawer before the words. */
function Outline({ tool }: { tool: CribTool }) {
  const shapes: Record<string, ReactNode> = {
    'hub-puller': <path d="M4 14h38v7H4zM9 21v16M37 21v16M23 4v32M18 4h10" />,
    'jaw-puller': <path d="M8 12h30M10 12v24h5M36 12v24h-5M23 4v28M18 4h10" />,
    'draw-tool': <path d="M23 4v38M14 8h18M16 24h14v8H16zM19 32v10M27 32v10" />,
    'bearing-driver': <path d="M4 20h24v6H4zM28 14l12 4v10l-12 4z" />,
    'seal-press': (
      <path d="M23 23m-18 0a18 18 0 1 0 36 0a18 18 0 1 0 -36 0M23 23m-10 0a10 10 0 1 0 20 0a10 10 0 1 0 -20 0" />
    ),
    'centring-ring': (
      <path d="M23 23m-18 0a18 18 0 1 0 36 0a18 18 0 1 0 -36 0M23 23m-10 0a10 10 0 1 0 20 0a10 10 0 1 0 -20 0" />
    ),
    washer: (
      <path d="M23 23m-17 0a17 17 0 1 0 34 0a17 17 0 1 0 -34 0M23 23m-7 0a7 7 0 1 0 14 0a7 7 0 1 0 -14 0" />
    ),
    socket: <path d="M12 6h22v34H12zM18 6v34M28 6v34" />,
    sleeve: <path d="M15 6h16v34H15zM19 6v34M27 6v34" />,
    bar: <path d="M18 4h10v38H18z" />,
    'seal-extractor': <path d="M23 4v26M18 4h10M23 30l-6 10M23 30l6 10M17 18h12" />,
    'bearing-puller': <path d="M23 4v20M16 4h14M23 24l-9 16h-4M23 24l9 16h4" />,
  };
  return (
    <svg
      viewBox="0 0 46 46"
      className="h-11 w-11 text-ink"
      fill="none"
      stroke="currentColor"
      strokeWidth="2.5"
      aria-hidden="true"
    >
      {shapes[tool.kind] ?? <path d="M6 18h22l6 -8v26l-6 -8H6z" />}
    </svg>
  );
}

/** The crib out as CSV, and tools in: all of a file or nothing of it. */
function CsvInOut() {
  const client = useQueryClient();
  const [said, setSaid] = useState<{ ok: boolean; lines: string[] } | null>(null);
  const take = async (file: File) => {
    try {
      const { tools } = await api.putCrib(await file.text());
      await client.invalidateQueries({ queryKey: ['shop'] });
      setSaid({ ok: true, lines: [`${tools} tools taken.`] });
    } catch (error) {
      const problem = error instanceof Problem ? error : new Problem(0, 'The file could not be read.');
      const lines = Object.entries(problem.errors).flatMap(([at, words]) => words.map((w) => `${at}: ${w}`));
      setSaid({ ok: false, lines: lines.length > 0 ? lines : [problem.message] });
    }
  };
  return (
    <>
      <a
        href="/api/crib.csv"
        download="crib.csv"
        className="flex min-h-11 items-center text-title font-semibold underline"
      >
        CSV out
      </a>
      <label className="flex h-14 cursor-pointer items-center bg-ink px-5 text-title font-bold text-on-ink focus-within:outline-4 focus-within:outline-offset-2">
        CSV in
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void take(file);
          }}
        />
      </label>
      {said && (
        <div
          role={said.ok ? 'status' : 'alert'}
          className={`w-full border-2 px-3 py-2 font-read text-base font-semibold ${said.ok ? 'border-go text-go' : 'border-stop text-stop'}`}
        >
          {!said.ok && <p>Nothing was taken. Put this right and bring the file in again:</p>}
          <ul>
            {said.lines.slice(0, 12).map((line) => (
              <li key={line}>{line}</li>
            ))}
            {said.lines.length > 12 && <li>{`and ${said.lines.length - 12} more`}</li>}
          </ul>
        </div>
      )}
    </>
  );
}
