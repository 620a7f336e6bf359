import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { api } from '../../api/client';
import { sameTask } from '../../api/outbox';
import type { JobCard, LimitSource, PlaceTask, TaskRef, WantedValue } from '../../api/types';
import { SeenFrom, useReader } from '../../entry/reader';
import { localMark, bareUnit } from '../../entry/units';
import { cardFigure } from '../../figures/card';
import { card as space } from '../../figures/card/scene';
import { useKeyboard } from '../../ui/useKeyboard';
import { useNarrow } from '../../ui/useNarrow';
import { ToolsBack } from '../call/ToolsBack';
import { CallMark } from '../call/CallMark';
import { knowKey, typed } from '../state/typed';
import type { Bench } from '../state/useBuild';
import { CardAside } from './CardAside';
import { ValueBox } from './ValueBox';

interface Props {
  bench: Bench;
  build: string;
  task: PlaceTask;
  /** The tasks of the same place, this one among them. */
  siblings: readonly PlaceTask[];
  onOpen: (task: TaskRef) => void;
  /** From the card of a task that has begun back to its work. */
  onBack: () => void;
}

const count = (n: number, one: string, many: string): string => (n === 1 ? one : many.replace('#', `${n}`));

/** A task before it begins: what it still wants to know, typed on the part; what it takes; one button. */
export function JobCardScreen(props: Props) {
  const { bench, build, task } = props;
  const query = useQuery({
    queryKey: ['card', build, task.ref.kind, task.ref.place, bench.view!.state.upToSeq],
    queryFn: () => api.card(build, task.ref),
    placeholderData: keepPreviousData,
    retry: true,
    retryDelay: 5_000,
  });
  const noLine = bench.line === 'down' || bench.problem !== null || (query.failureCount > 0 && !query.data);
  return (
    <SeenFrom view={query.data?.view ?? 'front'}>
      <Open key={query.data ? 'card' : 'none'} {...props} card={query.data} noLine={noLine} />
    </SeenFrom>
  );
}

function Open({
  bench,
  build,
  task,
  siblings,
  onOpen,
  onBack,
  card,
  noLine,
}: Props & { card: JobCard | undefined; noLine: boolean }) {
  const reader = useReader();
  const client = useQueryClient();
  const begun = card?.begun ?? false;
  const [because, setBecause] = useState('');
  const [fromPaper, setFromPaper] = useState(false);
  const [source, setSource] = useState<LimitSource>('manual');
  const [open, setOpen] = useState<string>();
  const waiting = new Map(
    bench.waiting.flatMap(({ command: c }) => (c.do === 'tell-value' ? [[c.path, c.typed] as const] : [])),
  );
  const onOrder = new Map(
    bench.waiting.flatMap(({ command: c }) =>
      c.do === 'tell-supply' && sameTask(c.task, task.ref) ? [[c.supply, c.where] as const] : [],
    ),
  );
  const values = card?.values ?? [];
  const missing = values.filter((v) => v.missing && !waiting.has(v.path));
  const faults = values.filter((v) => v.fault != null);
  const ready = card ? card.ready || (missing.length === 0 && faults.length === 0) : noLine;

  // The hand begins with the first that is missing, or with Begin where nothing is.
  const first = missing[0]?.path;
  // On a phone what is read first is the call: the keyboard would scroll past it.
  const narrow = useNarrow();
  const [called, setCalled] = useState(() => (first === undefined || narrow ? null : { path: first, n: 0 }));
  const begin = useKeyboard<HTMLButtonElement>(ready && !begun ? 'ready' : null);

  const lead = bench.shop?.people.find((p) => p.id === bench.me)?.role === 'lead';
  const intoSheet = async () => {
    await api.intoSheet(build, bench.me).catch(() => undefined);
    await client.invalidateQueries({ queryKey: ['card', build] });
    await client.invalidateQueries({ queryKey: ['sheets'] });
  };

  const tell = (value: WantedValue, words: string | null, goOn: boolean) => {
    if (words !== null) {
      typed.draft(build, knowKey(value.path), null);
      bench.send({
        do: 'tell-value',
        path: value.path,
        typed: words,
        unit: value.words ? '' : bareUnit(value.dimension, reader.units),
        decimalMark: localMark(),
        source,
        because: begun ? because : null,
        fromPaper,
      });
    }
    const at = values.indexOf(value);
    const others = missing.filter((v) => v.path !== value.path);
    const next = others.find((v) => values.indexOf(v) > at) ?? others[0];
    if (goOn && next) setCalled((was) => ({ path: next.path, n: (was?.n ?? 0) + 1 }));
  };

  const figure =
    card && cardFigure(open ?? first ?? values[0]?.path ?? '', { sheet: card.sheet, open, reader });
  const musts = values.filter((v) => v.need === 'must');
  const rules = values.filter((v) => v.need === 'rule');
  const skips = values.filter((v) => v.need === 'skip');
  const box = (value: WantedValue) => (
    <ValueBox
      key={value.path}
      build={build}
      value={value}
      number={[...musts, ...skips, ...rules].indexOf(value) + 1}
      waiting={waiting.get(value.path)}
      called={called?.path === value.path ? `${called.path}${called.n}` : null}
      open={open === value.path}
      onOpen={() => setOpen(value.path)}
      keeps={!begun}
      onTell={(words, goOn) => tell(value, words, goOn)}
    />
  );
  const others = siblings.filter((t) => t.ref.kind !== task.ref.kind);
  return (
    <>
      <section
        aria-label="The call"
        className="grid min-h-[104px] grid-cols-[auto_1fr_auto] items-center gap-6 border-b-2 border-ink bg-paper px-5 py-2 max-md:grid-cols-1 max-md:gap-1"
      >
        <div className="flex items-center gap-4 lg:w-[232px]">
          <CallMark mark={faults.length > 0 ? 'stop' : begun ? 'under-way' : 'to-do'} size={46} />
          <span className="text-call leading-none font-bold">
            {begun ? 'Begun' : ready ? 'To do' : 'To know'}
          </span>
        </div>
        <div>
          <p className="max-w-[30em] font-read text-sentence leading-[1.2] font-semibold" role="status">
            {!card
              ? `${task.title}: ${noLine ? 'nothing is begun.' : 'its card is on its way.'}`
              : begun
                ? `${task.title} stands on this. A lead corrects it, with a reason; what was said on it stays in the record.`
                : faults.length > 0
                  ? `${task.title}: ${faults[0]!.fault}.`
                  : missing.length > 0
                    ? `${task.title}: ${count(missing.length, 'one thing', '# things')} of this engine to know first.`
                    : `${task.title}: all is known that it wants. Begin.`}
          </p>
          {card?.lacking && !begun && (
            <p className="mt-1 font-read text-base font-semibold text-stop">
              {`${card.lacking} Begin what needs none of it, or wait.`}
            </p>
          )}
          {(noLine || bench.refused) && (
            <p role="alert" className="mt-1 font-read text-base font-semibold text-stop">
              {bench.refused ??
                'No line to the record. It is tried again by itself; what you type and begin is kept on this tablet.'}
            </p>
          )}
        </div>
        {musts.length > 0 && (
          <p className="text-right text-title font-semibold whitespace-nowrap">
            {musts.length - missing.length} of {musts.length} known
          </p>
        )}
      </section>
      <main className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)_400px] max-lg:grid-cols-1">
        <section
          aria-label="What it wants to know"
          className="on-field flex min-h-0 min-w-0 gap-4 overflow-hidden bg-field p-4 max-lg:overflow-visible max-md:flex-col"
        >
          {figure && (
            <figure className="flex w-[350px] shrink-0 flex-col max-xl:w-[320px] max-md:w-full">
              <figcaption className="text-title leading-tight font-semibold text-line">
                {figure.title}
              </figcaption>
              <svg
                viewBox={`0 0 ${space.width} ${space.height}`}
                className="min-h-0 flex-1 max-md:max-h-[300px]"
                role="img"
                aria-label={figure.title}
              >
                {figure.drawing}
              </svg>
            </figure>
          )}
          <div className="min-h-0 min-w-0 flex-1 overflow-y-auto pr-1 max-lg:overflow-visible">
            {musts.length + rules.length > 0 && (
              <fieldset className="mb-2 flex flex-wrap items-center gap-x-3 text-base text-line print:hidden">
                <legend className="sr-only">Where it comes from what you type</legend>
                <span>Typed from</span>
                {(['manual', 'measured', 'house'] as const).map((s) => (
                  <label key={s} className="flex min-h-11 items-center gap-2 font-semibold">
                    <input
                      type="radio"
                      name="source"
                      className="size-5 accent-mark"
                      checked={source === s}
                      onChange={() => setSource(s)}
                    />
                    {s === 'manual' ? 'manual' : s === 'measured' ? 'measuring' : 'house rule'}
                  </label>
                ))}
                <label className="flex min-h-11 items-center gap-2 font-semibold">
                  <input
                    type="checkbox"
                    className="size-5 accent-mark"
                    checked={fromPaper}
                    onChange={(e) => setFromPaper(e.target.checked)}
                  />
                  from paper
                </label>
              </fieldset>
            )}
            {begun && (
              <label className="mb-3 block text-base font-semibold text-line">
                Why it is corrected
                <input
                  className="mt-0.5 block h-[52px] w-full border-2 border-structure bg-field-deep px-2 font-read text-title text-line"
                  value={because}
                  maxLength={2000}
                  autoComplete="off"
                  onChange={(e) => setBecause(e.target.value)}
                />
              </label>
            )}
            <Boxes title={missing.length > 0 ? 'Wanted' : 'Known'} values={musts} box={box} />
            <Boxes title="May stay unknown: what stands on it is left out" values={skips} box={box} />
            <Boxes title="By rule, until you know better" values={rules} box={box} />
            {card && values.length === 0 && (
              <p className="font-read text-title text-line">
                This task asks nothing of the sheet before it begins. The steps and their limits stay as they
                are today for as long as the record lasts.
              </p>
            )}
          </div>
        </section>
        {card && (
          <CardAside
            card={card}
            taken={<ToolsBack bench={bench} task={task.ref} />}
            waiting={onOrder}
            onSupply={(supply, where, due) =>
              bench.send({ do: 'tell-supply', task: task.ref, supply: supply.id, where, due })
            }
          />
        )}
      </main>
      <footer className="flex min-h-16 flex-wrap items-stretch bg-shelf max-lg:contents print:hidden">
        {begun ? (
          <button
            ref={begin}
            type="button"
            className="min-h-16 bg-ink px-8 text-sentence font-bold text-on-ink max-lg:sticky max-lg:bottom-0 max-lg:order-last"
            onClick={onBack}
          >
            Back to the work
          </button>
        ) : (
          <button
            ref={begin}
            type="button"
            disabled={!ready}
            className="min-h-16 bg-ink px-8 text-sentence font-bold text-on-ink disabled:bg-rule max-lg:sticky max-lg:bottom-0 max-lg:order-last"
            onFocus={() => setOpen(undefined)}
            onClick={() => bench.send({ do: 'start-task', task: task.ref })}
          >
            Begin: {task.title}
          </button>
        )}
        <p className="flex flex-1 items-center bg-shelf px-5 py-2 font-read text-base max-lg:flex-none print:hidden">
          {!ready && missing.length > 0
            ? `First: ${missing[0]!.label.toLowerCase()}.`
            : 'The steps, their limits and this sheet stay as they are today for as long as the record lasts.'}
        </p>
        <button
          type="button"
          className="min-h-16 border-l-2 border-ink bg-shelf px-5 text-title font-semibold max-lg:border-t-2 max-lg:border-l-0 print:hidden"
          onClick={() => window.print()}
        >
          Print
        </button>
        {lead && (card?.notOnSheet ?? 0) > 0 && (
          <button
            type="button"
            className="min-h-16 border-l-2 border-ink bg-shelf px-5 text-title font-semibold max-lg:border-t-2 max-lg:border-l-0 print:hidden"
            onClick={() => void intoSheet()}
          >
            {count(card!.notOnSheet, 'Take it into the sheet', 'Take # into the sheet')}
          </button>
        )}
        {others.map((t) => (
          <button
            key={`${t.ref.kind}/${t.ref.place}`}
            type="button"
            className="min-h-16 border-l-2 border-ink bg-shelf px-5 text-title font-semibold max-lg:border-t-2 max-lg:border-l-0 print:hidden"
            onClick={() => onOpen(t.ref)}
          >
            {t.title}
          </button>
        ))}
      </footer>
    </>
  );
}

function Boxes({
  title,
  values,
  box,
}: {
  title: string;
  values: readonly WantedValue[];
  box: (value: WantedValue) => ReactNode;
}) {
  if (values.length === 0) return null;
  return (
    <section className="mb-3">
      <h2 className="mb-1.5 text-base font-semibold text-structure">{title}</h2>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(142px,1fr))] items-start gap-x-4 gap-y-3">
        {values.map((v) => box(v))}
      </div>
    </section>
  );
}
