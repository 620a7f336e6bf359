import { Demo } from '../ui/Demo';
import { PrintButton } from '../ui/PrintButton';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import type { FastenerGroup } from '../api/types';
import { addressOf } from '../bench/address';
import { CallMark, inkOf, wordOf, type Mark } from '../bench/call/CallMark';
import { SeenFrom, useReader } from '../entry/reader';
import { buildQuery } from '../bench/state/useBuild';
import { writeQuantity, writeSentence, type Reader } from '../entry/wording';
import { NoLine, noLine, problemOf } from './NoLine';

type Bolt = FastenerGroup['bolts'][number];

const words: Record<Bolt['standing'], string> = {
  planned: 'planned',
  'under-way': 'under way',
  done: 'done',
  missed: 'missed',
  wrong: 'not right',
};

/** A group's mark: a judged one is marked by its call. */
const markOf = (group: FastenerGroup): Mark =>
  group.standing === 'done'
    ? 'done'
    : group.standing === 'planned'
      ? 'to-do'
      : group.standing === 'missed'
        ? 'look-again'
        : group.standing === 'wrong'
          ? (group.verdict ?? 'stop')
          : 'under-way';

/** Every group of fasteners of one engine, where they sit and how each stands. */
export function Fasteners() {
  const { build = '' } = useParams();
  const view = useQuery(buildQuery(useQueryClient(), build));
  const groups = useQuery({
    queryKey: ['fasteners', build, view.data?.head.upToSeq],
    queryFn: () => api.fasteners(build),
    enabled: view.data !== undefined,
    placeholderData: (old) => old,
  });
  if (!view.data || !groups.data)
    return (
      <main className="p-8 font-read text-title">
        {noLine(problemOf(view, groups)) ?? 'Fetching the fasteners'}
      </main>
    );
  const list = groups.data;
  const bolts = list.flatMap((g) => g.bolts);
  const count = (standing: Bolt['standing']): number => bolts.filter((b) => b.standing === standing).length;
  const trouble = count('missed') + count('wrong');
  return (
    <main className="mx-auto max-w-[1240px] px-6 py-4 max-md:px-3 print:max-w-none print:p-0">
      <NoLine of={[view, groups]} what="This board" />
      <header className="flex flex-wrap items-end gap-x-8 gap-y-2 border-b-2 border-ink pb-3">
        <Link
          to={`/builds/${build}`}
          className="flex min-h-11 items-center gap-1 text-base font-semibold print:min-h-0 print:w-full"
        >
          <span className="print:hidden">‹</span>
          {view.data.sheets[0]?.name}, build {view.data.head.number}
        </Link>
        <h1 className="text-[2rem] leading-tight font-bold">Fasteners</h1>
        <Demo />
        <p className="grow text-right font-read text-title max-md:text-left">
          {trouble > 0
            ? `${trouble} missed or not right. Begin there.`
            : `${count('done')} of ${bolts.length} done, ${count('under-way')} under way, ${count('planned')} planned.`}
        </p>
        <PrintButton low />
      </header>
      <ul>
        {[...list]
          .sort((a, b) => Number(inTrouble(b)) - Number(inTrouble(a)))
          .map((group) => (
            <SeenFrom key={`${group.task.kind}/${group.step}/${group.name}`} view={group.view}>
              <Row group={group} build={build} />
            </SeenFrom>
          ))}
      </ul>
      {list.length === 0 && (
        <p className="mt-6 font-read text-title">This engine’s sheet names no fasteners yet.</p>
      )}
      <p className="mt-6 font-read text-base text-muted">
        An impact driver is for running down, never for the last tightening: its torque is not known. The
        engine’s manual comes first.
      </p>
    </main>
  );
}

const inTrouble = (group: FastenerGroup): boolean =>
  group.standing === 'missed' || group.standing === 'wrong';

function Row({ group, build }: { group: FastenerGroup; build: string }) {
  const reader = useReader();
  const nm = (value: number): string =>
    writeQuantity({ value, dimension: 'torque', resolution: 0.1 }, reader);
  const mark = markOf(group);
  const missed = group.bolts.filter((b) => b.standing === 'missed').map((b) => b.id);
  const wrong = group.bolts.filter((b) => b.standing === 'wrong').map((b) => b.id);
  const done = group.bolts.filter((b) => b.standing === 'done').length;
  return (
    <li className="grid grid-cols-[220px_minmax(0,1fr)_minmax(0,1.2fr)_auto] items-center gap-6 border-b border-rule py-3 max-md:grid-cols-1 print:break-inside-avoid print:grid-cols-[150px_minmax(0,1fr)_minmax(0,1fr)]">
      <Layout group={group} reader={reader} />
      <div>
        <h2 className="text-title leading-tight font-bold">{group.name}</h2>
        <p className="font-read text-base">
          {`${group.bolts.length} × ${group.thread}, ${nm(group.torqueNm)} in ${group.passes} ${group.passes === 1 ? 'pull' : 'passes'}`}
        </p>
        <p className="text-base text-muted">
          {`${within(group.torque, nm)}, ${sourceWords[group.torque.source]}${group.usedOnce ? '. Used once: new ones.' : ''}`}
        </p>
      </div>
      <div className={`font-read text-base ${inkOf(mark)}`}>
        <p className="flex items-center gap-2 text-title font-bold">
          <CallMark mark={mark} size={20} />
          {group.standing === 'wrong' && group.verdict
            ? wordOf(group.verdict)
            : sentence(words[group.standing])}
        </p>
        <p className="text-ink">
          {missed.length > 0
            ? `Passed over: ${missed.join(', ')}. Pull ${missed.length > 1 ? 'them' : 'it'} before you go on.`
            : wrong.length > 0
              ? group.because
                ? writeSentence(group.because, reader)
                : `Not right: ${wrong.join(', ')}.`
              : group.standing === 'planned'
                ? 'Nothing is pulled yet.'
                : group.because
                  ? writeSentence(group.because, reader)
                  : `${done} of ${group.bolts.length} done.`}
        </p>
      </div>
      <Link
        to={addressOf(build, group.task)}
        className={`flex h-16 items-center px-4 text-title font-bold print:hidden ${inTrouble(group) ? 'bg-ink text-on-ink' : 'border-2 border-ink'}`}
      >
        To them
      </Link>
    </li>
  );
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const sourceWords: Record<FastenerGroup['torque']['source'], string> = {
  manual: 'engine’s manual',
  measured: 'measured here',
  house: 'house rule',
  default: 'Neat Bore default',
};

/** Where the bolts sit, to scale among themselves, each by its shape. */
function Layout({ group, reader }: { group: FastenerGroup; reader: Reader }) {
  const turn = group.view === 'rear' ? -1 : 1;
  const [w, h] = [220, 140];
  const xs = group.bolts.map((b) => turn * b.xMm);
  const ys = group.bolts.map((b) => b.yMm);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const s = Math.min((w - 40) / Math.max(x1 - x0, 1), (h - 40) / Math.max(y1 - y0, 1), 2);
  const at = (b: Bolt): [number, number] => [
    w / 2 + (turn * b.xMm - (x0 + x1) / 2) * s,
    h / 2 - (b.yMm - (y0 + y1) / 2) * s,
  ];
  return (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      className="on-field block w-full max-w-[260px] bg-field"
      role="img"
      aria-label={`${group.name}, seen from the ${reader.view}: ${group.bolts.map((b) => `${b.id} ${words[b.standing]}`).join(', ')}`}
    >
      {group.bolts.map((b) => {
        const [x, y] = at(b);
        const odd = b.standing === 'missed' || b.standing === 'wrong';
        return (
          <g
            key={b.id}
            fill="none"
            stroke={odd ? 'var(--color-mark)' : 'var(--color-line)'}
            strokeWidth="2.5"
          >
            {odd ? (
              <path
                d={`M${x} ${y - 10}l10 10l-10 10l-10 -10z`}
                fill={b.standing === 'wrong' ? 'var(--color-mark)' : 'none'}
              />
            ) : (
              <circle cx={x} cy={y} r="6.5" fill={b.standing === 'done' ? 'var(--color-line)' : 'none'} />
            )}
            {b.standing === 'under-way' && (
              <path d={`M${x} ${y - 6.5}a6.5 6.5 0 0 0 0 13z`} fill="var(--color-line)" stroke="none" />
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** A torque's limits in words, known on both sides or on one. */
function within(
  { low, high }: { low?: number | null; high?: number | null },
  nm: (value: number) => string,
): string {
  if (low != null && high != null) return `${nm(low)} to ${nm(high)}`;
  if (low != null) return `at least ${nm(low)}`;
  return high != null ? `at most ${nm(high)}` : 'no limit told';
}
