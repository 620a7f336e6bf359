import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import type { StepState, TaskState } from '../api/types';
import { CallMark, inkOf, wordOf } from '../bench/call/CallMark';
import { answerWords } from '../bench/shelf/answerWords';
import { SeenFrom, useReader } from '../entry/reader';
import { writeSentence } from '../entry/wording';
import { shopHere } from '../api/shopHere';
import { Demo } from '../ui/Demo';
import { PrintButton } from '../ui/PrintButton';
import { NoLine, noLine, problemOf } from './NoLine';

const day = (iso: string): string =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** What is worth telling the owner: what was asked, what was no go, what was decided, and the last word of each task. */
const worthTelling = (task: TaskState): StepState[] => {
  const called = task.steps.filter((s) => s.status !== 'left-out' && s.now.call);
  const last = called[called.length - 1];
  return task.steps.filter(
    (s) =>
      (s.questions?.length ?? 0) > 0 ||
      s.photos.length > 0 ||
      s === last ||
      (s.status !== 'left-out' && s.calls.some((c) => c.judgement.call && c.judgement.call.verdict !== 'go')),
  );
};

/** One page for the engine's owner: what was found, what was done about it, what is still to be said. No scores of people. */
export function Found() {
  const { build = '' } = useParams();
  const view = useQuery({ queryKey: ['record', build], queryFn: () => api.record(build) });
  const shop = useQuery({ queryKey: ['shop'], queryFn: api.shop });
  if (!view.data)
    return <main className="p-8 font-read text-title">{noLine(problemOf(view)) ?? 'Fetching the page'}</main>;
  const { state } = view.data;
  const asked = state.tasks.flatMap((t) =>
    t.steps.flatMap((s) => (s.questions ?? []).filter((q) => !q.answer)),
  );
  return (
    <main className="mx-auto max-w-[820px] bg-white px-10 py-8 font-read text-base max-md:px-4 print:max-w-none print:p-0">
      <NoLine of={[view]} what="This page" />
      <nav className="mb-6 flex flex-wrap gap-6 font-sans text-title font-semibold print:hidden">
        <Link className="flex min-h-11 items-center" to={`/builds/${build}/record`}>
          ‹ The record
        </Link>
        <span className="grow" />
        <PrintButton />
      </nav>
      <header className="border-b-4 border-ink pb-2">
        <p className="font-sans text-title font-semibold">
          {shopHere().demo ? <Demo /> : shop.data?.name} What we found
        </p>
        <h1 className="font-sans text-[2.25rem] leading-tight font-bold">
          {view.data.sheets[0]?.name}, {state.name}
        </h1>
        <p>
          Build {state.number}, on the bench since {day(state.openedAt)}
        </p>
      </header>
      {asked.length > 0 && (
        <section className="mt-4 border-2 border-ink p-3">
          <h2 className="font-sans text-title font-bold">For you to decide</h2>
          {asked.map((q) => (
            <div key={q.id} className="mt-2 break-inside-avoid">
              <p className="font-semibold">{q.finding}</p>
              {q.choices.map((c) => (
                <p key={c} className="mt-1 flex gap-2">
                  <span className="mt-1 inline-block size-4 shrink-0 border-2 border-ink" />
                  {c}
                </p>
              ))}
            </div>
          ))}
        </section>
      )}
      {state.tasks.length === 0 && (
        <p className="mt-6 text-title">Nothing has been done to this engine yet.</p>
      )}
      {state.tasks.map((task) => (
        <SeenFrom key={`${task.ref.kind}/${task.ref.place}`} view={task.view}>
          <TaskFound task={task} />
        </SeenFrom>
      ))}
      <footer className="mt-6 border-t border-rule pt-2 text-small text-muted">
        Drawn from the record of the work, which holds every reading with the instrument and the limit that it
        was judged by.
      </footer>
    </main>
  );
}

function TaskFound({ task }: { task: TaskState }) {
  const reader = useReader();
  return (
    <section className="mt-5 break-inside-avoid-page">
      <h2 className="flex items-center gap-3 border-b-2 border-ink font-sans text-title font-bold">
        {task.title}
        <span className={`flex items-center gap-2 text-base ${inkOf(task.standing)}`}>
          <CallMark mark={task.standing} size={16} />
          {wordOf(task.standing)}
        </span>
      </h2>
      {worthTelling(task).map((step) => {
        const first = step.calls.find((c) => c.judgement.call && c.judgement.call.verdict !== 'go');
        const now = step.now.call;
        const decided = step.calls.findLast((c) => c.release);
        return (
          <div key={`${step.ref.step}@${step.ref.item}`} className="mt-2">
            <p>
              <b>{step.title}.</b>{' '}
              {first?.judgement.call && first.judgement.call.verdict !== now?.verdict && (
                <>First: {writeSentence(first.judgement.call.why, reader)} </>
              )}
              {now && (
                <>
                  {wordOf(now.verdict)}: {writeSentence(now.why, reader)}
                </>
              )}
              {decided?.release && ` Gone on with: ${decided.release.because}`}
            </p>
            {step.questions?.map((q) => (
              <p key={q.id} className="mt-1 border-l-4 border-ink pl-2">
                {q.finding} {q.answer ? <b>{answerWords(q.answer)}</b> : <b>Asked, not answered yet.</b>}
              </p>
            ))}
            {step.photos.length > 0 && (
              <div className="mt-1 grid grid-cols-3 gap-3">
                {step.photos.map(({ photo, caption }) => (
                  <figure key={photo.sha256} className="break-inside-avoid">
                    <img
                      src={`/api/photos/${photo.sha256}`}
                      alt={caption || `Photo of ${step.title}`}
                      width={photo.widthPx}
                      height={photo.heightPx}
                      className="h-auto w-full border border-ink"
                    />
                    {caption && <figcaption>{caption}</figcaption>}
                  </figure>
                ))}
              </div>
            )}
          </div>
        );
      })}
    </section>
  );
}
