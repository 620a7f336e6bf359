import { Demo } from '../ui/Demo';
import { PrintButton } from '../ui/PrintButton';
import { useQuery } from '@tanstack/react-query';
import { Fragment } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import type { CallState, ReadingState, RoundState, StepState, TaskState, WholeBuild } from '../api/types';
import { CallMark, inkOf, wordOf } from '../bench/call/CallMark';
import { SeenFrom, useReader } from '../entry/reader';
import { sheetOf } from '../bench/state/outboxes';
import { answerWords } from '../bench/shelf/answerWords';
import { NoLine, noLine, problemOf } from './NoLine';
import { inReaders, labelIn, writeQuantity, writeSpread, writeSentence, type Reader } from '../entry/wording';
import { sceneOf } from '../figures';
import { field } from '../figures/scene';
import { resolutionOf } from '../figures/kit/limits';

const time = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });

/** Which calculator said it, or the run sheet by itself; with its version. */
const calculatorOf = (call: CallState): string =>
  `${(call.calculator ?? 'run sheet').replace(/-/g, ' ')} ${call.version}`;

const struckWords: Record<string, string> = {
  'rubbed-out': 'rubbed out',
  slip: 'a slip',
  'gauge-moved': 'the gauge moved',
  'wrong-place': 'wrong place',
  'wrong-engine': 'wrong engine',
  'begun-again': 'its pass began again',
};

/** What was done to one engine, printable, a page for each task. It is the same state that the bench shows. */
export function Record() {
  const { build = '' } = useParams();
  const view = useQuery({ queryKey: ['record', build], queryFn: () => api.record(build) });
  if (!view.data)
    return (
      <main className="p-8 font-read text-title">{noLine(problemOf(view)) ?? 'Fetching the record'}</main>
    );
  const { state } = view.data;
  return (
    <main className="mx-auto max-w-[1000px] bg-white px-10 py-8 font-read text-small max-md:px-4 print:max-w-none print:p-0">
      <NoLine of={[view]} what="This record" />
      <nav className="mb-6 flex flex-wrap gap-6 font-sans text-title font-semibold print:hidden">
        <Link className="flex min-h-11 items-center" to="/">
          ‹ Today
        </Link>
        <span className="grow" />
        <Link className="flex min-h-11 items-center underline" to={`/builds/${build}/found`}>
          What we found
        </Link>
        <a
          className="flex min-h-11 items-center underline"
          href={`/api/builds/${build}/file`}
          download={`build-${state.number}.json`}
        >
          Whole build as a file
        </a>
        <PrintButton />
      </nav>
      <header className="border-b-4 border-ink pb-3">
        <p className="font-sans text-title font-semibold">
          Record of build {state.number} <Demo />
        </p>
        <h1 className="font-sans text-[2.5rem] leading-tight font-bold">
          {view.data.sheets[0]?.name}, {state.name}
        </h1>
        <p>
          On the bench since {time(state.openedAt)}. Entry {state.upToSeq} is the last in this record.
        </p>
      </header>
      {view.data.told.length > 0 && <Told lines={view.data.told} />}
      {state.tasks.length === 0 && (
        <p className="mt-6 text-title">Nothing has been done to this engine yet.</p>
      )}
      {state.tasks.map((task) => (
        <SeenFrom key={`${task.ref.kind}/${task.ref.place}`} view={task.view}>
          <TaskRecord view={view.data} task={task} />
        </SeenFrom>
      ))}
      <footer className="mt-8 border-t border-rule pt-2 text-muted">
        An aid to judgement. The engine’s manual, the tool’s maker, local rules and licensed practice come
        first. Values were typed as shown; a value that is crossed out stays and is not judged.
      </footer>
    </main>
  );
}

const sources = {
  manual: 'engine’s manual',
  measured: 'measured here',
  house: 'house rule',
  default: 'Neat Bore default',
} as const;

/** What was told of the engine on this build, and what was corrected. */
function Told({ lines }: { lines: WholeBuild['told'] }) {
  const reader = useReader();
  const say = (q: WholeBuild['told'][number]['is']) => (q ? writeQuantity(q, reader) : 'not known');
  return (
    <section className="pt-6">
      <h2 className="font-sans text-[2rem] leading-tight font-bold">Told of this engine</h2>
      <table className="mt-2 w-full border-y border-rule text-left">
        <tbody>
          {lines.map((line) => (
            <tr key={`${line.label}${line.at}`} className="border-b border-rule align-top last:border-b-0">
              <th scope="row" className="py-1 pr-4 font-normal">
                {line.label}
              </th>
              <td className="py-1 pr-4 font-semibold whitespace-nowrap">
                {say(line.is)}
                {line.was && <s className="ml-2 font-normal text-muted">{say(line.was)}</s>}
              </td>
              <td className="py-1">
                {`${sources[line.source]}, typed by ${line.by.name}, ${time(line.at)}${line.fromPaper ? ', from paper' : ''}`}
                {line.because != null && <b className="block">{`Corrected: ${line.because}`}</b>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** How long it was worked on; nobody was at it in what lay between. */
const timeAtIt = ({ minutes, atLeast }: WholeBuild['worked'][number]): string =>
  `worked on for ${atLeast ? 'at least ' : ''}${Math.max(1, Math.round(minutes))} min`;

function TaskRecord({ view, task }: { view: WholeBuild; task: TaskState }) {
  const reader = useReader();
  const sheet = sheetOf(view.sheets, task.sheet) ?? view.sheets[view.sheets.length - 1]!;
  const people = [
    ...new Set(
      task.steps.flatMap((s) =>
        s.rounds.flatMap((r) => r.slots.flatMap((x) => x.readings.map((y) => y.by.name))),
      ),
    ),
  ];
  const parts = task.steps
    .flatMap((s) => s.rounds.flatMap((r) => r.slots))
    .filter((s) => s.slot.kind === 'text' && s.live);
  const atIt = view.worked.find((w) => w.task.kind === task.ref.kind && w.task.place === task.ref.place);
  const byHand = task.steps.filter((s) => s.hand).length;
  const drawn = task.steps.filter(
    (s) =>
      s.status !== 'left-out' &&
      s.now.answer &&
      s.now.answer.calculator !== 'draw-travel' &&
      // A rocker that went as it should is a dot among its set; one that did not is drawn.
      (!s.figure.startsWith('rocker-') || s.calls.some((c) => c.judgement.call?.verdict !== 'go')),
  );
  return (
    <section className="break-before-page pt-6 first-of-type:break-before-auto">
      <h2 className="flex items-center gap-3 font-sans text-[2rem] leading-tight font-bold">
        {task.title}
        <span className={`flex items-center gap-2 text-title ${inkOf(task.standing)}`}>
          <CallMark mark={task.standing} size={22} />
          {wordOf(task.standing)}
        </span>
      </h2>
      <p>
        {`${time(task.startedAt)} to ${time(task.lastAt)}${atIt ? `, ${timeAtIt(atIt)}` : ''}. By ${people.join(', ') || 'nobody yet'}. Sheet ${sheet.name}, version ${sheet.version}; run sheet version ${task.procedure}.`}
      </p>
      {parts.length > 0 && (
        <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-6 border-y border-rule py-2">
          {parts.map((p) => (
            <Fragment key={p.slot.key}>
              <dt>{p.slot.label}</dt>
              <dd className="font-semibold">{p.live.typed}</dd>
            </Fragment>
          ))}
        </dl>
      )}
      {task.choices.map((c) => (
        <p key={c.id} className="mt-1">
          {c.ask}: <b>{c.options.find((o) => o.id === c.chosen)?.label}</b>
        </p>
      ))}
      {byHand > 0 && (
        <p className="mt-1 font-semibold">
          {byHand === 1 ? 'One step' : `${byHand} steps`} judged by hand, not measured.
        </p>
      )}
      {task.steps
        .filter(
          (s) =>
            s.calls.length > 0 ||
            s.notes.length > 0 ||
            s.late != null ||
            s.photos.length > 0 ||
            (s.questions?.length ?? 0) > 0 ||
            s.rounds.some((r) => r.slots.some((x) => x.readings.length > 0)),
        )
        .map((step) => (
          <StepRecord key={`${step.ref.step}@${step.ref.item}`} step={step} />
        ))}
      {drawn.length > 0 && (
        <div className="mt-6 grid grid-cols-2 gap-3 max-md:grid-cols-1">
          {drawn.map((step) => {
            const scene = sceneOf({ sheet, task, step, reader, open: undefined });
            return (
              <svg
                key={`${step.ref.step}@${step.ref.item}`}
                viewBox={`0 0 ${field.width} ${field.height}`}
                className="w-full break-inside-avoid bg-field"
                role="img"
                aria-label={scene.title}
                style={{ printColorAdjust: 'exact' }}
              >
                <text x="20" y="34" fontSize="22" fontWeight="600" fill="var(--color-line)">
                  {scene.title}
                </text>
                {scene.drawing}
              </svg>
            );
          })}
        </div>
      )}
    </section>
  );
}

function StepRecord({ step }: { step: StepState }) {
  const reader = useReader();
  return (
    <section className="mt-5 break-inside-avoid-page">
      <h3 className="border-b-2 border-ink font-sans text-title font-bold">
        {step.title}
        {step.gate && <span className="font-medium">, gate: {step.gate}</span>}
      </h3>
      {step.rounds.map((round) => (
        <RoundTable key={round.round} step={step} round={round} />
      ))}
      {step.calls.map((call) => (
        <GivenCall key={call.id} call={call} rounds={step.rounds.length} reader={reader} />
      ))}
      {step.otherwise?.call && (
        <p className="mt-1 font-semibold">
          Today’s calculators would say “{wordOf(step.otherwise.call.verdict)}:{' '}
          {writeSentence(step.otherwise.call.why, reader)}” What was said stands.
        </p>
      )}
      {step.photos.length > 0 && (
        <div className="mt-2 grid grid-cols-3 gap-3 max-md:grid-cols-1">
          {step.photos.map(({ photo, caption, by, doneAt }) => (
            <figure key={photo.sha256} className="break-inside-avoid">
              <img
                src={`/api/photos/${photo.sha256}`}
                alt={caption || `Photo of ${step.title}`}
                width={photo.widthPx}
                height={photo.heightPx}
                className="h-auto w-full border border-ink"
              />
              <figcaption>{`${caption || 'Photo'}, ${by.name}, ${time(doneAt)}`}</figcaption>
            </figure>
          ))}
        </div>
      )}
      {step.hand && (
        <p className="mt-1 font-semibold">
          {step.hand.found === 'not-checked'
            ? `Not checked at all: ${step.hand.line}`
            : `Judged ${step.hand.how}, not measured: ${step.hand.found === 'good' ? 'good' : step.hand.found === 'bad' ? 'bad' : 'not sure'}${step.hand.line ? `, ${step.hand.line}` : ''}`}
          . {step.hand.by.name} ({step.hand.by.role}), {time(step.hand.doneAt)}
        </p>
      )}
      {step.questions?.map((q) => (
        <p key={q.id} className="mt-1">
          Asked of the owner by {q.by.name}, {time(q.at)}: {q.finding}
          {q.choices.length > 0 && ` (${q.choices.join(', or ')})`}{' '}
          <b>
            {q.answer
              ? `${answerWords(q.answer)}, taken down by ${q.answer.takenBy.name}`
              : 'Not answered yet.'}
          </b>
        </p>
      ))}
      {step.late?.map((late) => (
        <p key={late.id} className="mt-1">
          Came late from {late.by.name}, {time(late.doneAt)}: {late.label ?? late.place}, “{late.typed}”.{' '}
          {late.why}. <b>{late.taken ? 'Taken since.' : 'It counts for nothing.'}</b>
        </p>
      ))}
      {step.notes.map((note) => (
        <p key={note.doneAt + note.text} className="mt-1">
          Note by {note.by.name}, {time(note.doneAt)}: {note.text}
        </p>
      ))}
    </section>
  );
}

function RoundTable({ step, round }: { step: StepState; round: RoundState }) {
  const reader = useReader();
  const slots = round.slots.filter((s) => s.slot.kind !== 'text' && s.readings.length > 0);
  if (slots.length === 0 && !round.part) return null;
  return (
    <table className="mt-1 w-full border-collapse text-left">
      {(step.rounds.length > 1 || round.because) && (
        <caption className="pt-1 text-left font-sans text-base font-bold">
          Round {round.round}
          {round.because && `: ${round.because}`}
          {round.part &&
            `. Another part: ${round.part.mark || 'see its photo'}; the old one: ${round.part.oldWent}`}
        </caption>
      )}
      <thead className="sr-only">
        <tr>
          <th>Place</th>
          <th>Reading</th>
          <th className="max-md:hidden">As typed</th>
          <th>Taken with</th>
          <th>By, when</th>
        </tr>
      </thead>
      <tbody>
        {slots.flatMap((slot) =>
          slot.readings.map((reading) => {
            const shown =
              slot.slot.kind === 'trace'
                ? inReaders(reading.typed, reader)
                : slot.slot.kind === 'tool' || slot.slot.kind === 'pick'
                  ? reading.typed
                  : reading.value == null
                    ? 'done'
                    : writeQuantity(
                        {
                          value: reading.value,
                          dimension: slot.slot.dimension!,
                          resolution: slot.slot.resolution,
                        },
                        reader,
                      );
            return (
              <tr key={reading.id} className="border-b border-rule align-top">
                <td className="w-[30%] py-0.5 pr-3">{labelIn(slot.slot.label, reader)}</td>
                <td className="w-[20%] py-0.5 pr-3 font-semibold">
                  {reading.struck ? <s>{shown}</s> : shown}
                  {reading.struck && (
                    <span className="font-normal"> crossed out: {struckWords[reading.struck]}</span>
                  )}
                  {reading.oddConfirmed && <span className="font-normal"> odd, kept</span>}
                </td>
                <td className="w-[10%] py-0.5 pr-3 text-muted max-md:hidden">
                  {reading.value == null || reading.trace ? '' : `“${reading.typed}”`}
                </td>
                <td className="py-0.5 pr-3 md:whitespace-nowrap">{reading.instrument?.name}</td>
                <td className="py-0.5 text-right md:whitespace-nowrap">{signed(reading)}</td>
              </tr>
            );
          }),
        )}
      </tbody>
    </table>
  );
}

const signed = (reading: ReadingState): string => `${reading.by.name}, ${time(reading.doneAt)}`;

const endedWords: Record<NonNullable<CallState['ended']>['how'], string> = {
  'read-again': 'Ended: read again',
  'begun-anew': 'Ended: begun anew',
  opened: 'Gate opened',
  'no-longer-so': 'Ended: what it heard is no longer so',
};

function GivenCall({ call, rounds, reader }: { call: CallState; rounds: number; reader: Reader }) {
  const given = call.judgement.call;
  if (!given) return null;
  return (
    <div className="mt-2 border-l-4 border-ink pl-3">
      <p className={`flex items-center gap-2 font-sans text-title font-bold ${inkOf(given.verdict)}`}>
        <CallMark mark={given.verdict} size={18} />
        {wordOf(given.verdict)}
        <span className="font-medium text-ink">
          {time(call.doneAt)}
          {rounds > 1 && `, round ${call.round}`}, {calculatorOf(call)}
        </span>
      </p>
      <p className="font-semibold">{writeSentence(call.judgement.do, reader)}</p>
      <p>{writeSentence(given.why, reader)}</p>
      <ul>
        {given.checks.map((check) => {
          const say = (value: number, write = writeQuantity): string =>
            write({ value, dimension: check.dimension!, resolution: resolutionOf(check) }, reader);
          return (
            <li key={`${check.name}/${check.side}`}>
              {check.name} {say(check.value)}
              {check.uncertainty > 0 && ` ± ${say(check.uncertainty, writeSpread)}`}
              {Number.isFinite(check.limit) &&
                `, ${check.side === 'lower' ? 'at least' : 'at most'} ${say(check.limit)}`}
              {check.source && ` (${check.source})`}: {wordOf(check.verdict)}
            </li>
          );
        })}
      </ul>
      {call.ended && call.ended.how !== 'opened' && (
        <p className="font-semibold">
          {endedWords[call.ended.how]}, {call.ended.by.name} ({call.ended.by.role}), {time(call.ended.at)}
          {call.ended.because && `: ${call.ended.because}`}
        </p>
      )}
      {call.release && (
        <p className="font-semibold">
          {call.release.gateOpened ? 'Gate opened' : 'Decided'} by {call.release.by.name} (
          {call.release.by.role}), {time(call.release.doneAt)}
          {call.release.telephone && `, as ${call.release.telephone} said by telephone`}
          {call.release.ownWork && ', who had done the work'}: {call.release.because}
        </p>
      )}
      {call.release?.again && (
        <p className="font-semibold">
          Said once more by {call.release.again.by.name} ({call.release.again.by.role}),{' '}
          {time(call.release.again.doneAt)}: {call.release.again.because}
        </p>
      )}
    </div>
  );
}
