import { shopHere } from '../api/shopHere';
import type { ReactNode } from 'react';
import { useReader } from '../entry/reader';
import { labelIn } from '../entry/wording';
import { field as space } from '../figures/scene';
import { useFocusStore } from './state/focus';
import { typed } from './state/typed';
import type { Work } from './state/work';

interface Props {
  work: Work;
  /** The engine, to go to another place of it. */
  strip: ReactNode;
  call: ReactNode;
  /** The open place, as it is typed at. */
  box: (key: string) => ReactNode;
  choices: ReactNode;
  shelf: ReactNode;
  onStep: (to: 'next' | 'before') => void;
  /** Opens an item of the drawing. */
  onPick: (item: string) => void;
}

const keys = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '−', '0', '.'] as const;

/** One step, one place at a time, with a keypad of its own: for a phone, a tablet held upright, or eyes a long way off. */
export function BigView({ work, strip, call, box, choices, shelf, onStep, onPick }: Props) {
  const { task, step, open, places: slots, scene, doing, build } = work;
  const focus = useFocusStore();
  const reader = useReader();
  const done = task.steps.filter((s) => s.status !== 'left-out');
  const at = done.indexOf(step);
  const place = open ? slots.findIndex((s) => s.slot.key === open.key) : -1;
  const lastTyped = work.last?.typed;
  // What nothing waits for stays in reach.
  const more = slots.filter((s) => !s.slot.required && !s.live && s.slot.key !== open?.key);

  const type = (how: (text: string) => string) => {
    if (!open) return;
    doing.type(open.key, how(typed.at(build, work.boxOf(open.key).place)));
    focus.call();
  };

  return (
    <>
      {strip}
      <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
        <nav aria-label="Steps" className="flex items-stretch border-b-2 border-ink bg-page">
          <StepButton words="‹" name="Previous step" onClick={() => onStep('before')} />
          <p className="flex min-h-14 grow flex-col justify-center px-2 text-center leading-tight">
            <b className={`text-title ${step.title.length > 26 ? 'leading-[1.05]' : ''}`}>{step.title}</b>
            <span className="text-base text-muted">
              {shopHere().demo && 'Demo. '}
              {task.title}, step {at + 1} of {done.length}
              {step.round > 1 && `, round ${step.round}`}
            </span>
          </p>
          <StepButton words="›" name="Next step" onClick={() => onStep('next')} />
        </nav>
        {call}
        {scene.picks && (
          <div
            className="flex shrink-0 gap-1.5 overflow-x-auto bg-field px-2.5 pt-1.5"
            role="group"
            aria-label="The set"
          >
            {scene.picks.map((pick) => (
              <button
                key={pick.item}
                ref={
                  pick.item === step.ref.item
                    ? (own) => {
                        own?.scrollIntoView({ inline: 'center', block: 'nearest' });
                      }
                    : undefined
                }
                type="button"
                aria-label={pick.words}
                aria-current={pick.item === step.ref.item ? 'true' : undefined}
                className={`h-11 min-w-11 shrink-0 border-2 text-title font-bold ${pick.item === step.ref.item ? 'border-mark bg-field-deep text-mark' : 'border-structure bg-field text-line'}`}
                onClick={() => onPick(pick.item)}
              >
                {pick.item.replace(/\D/g, '')}
              </button>
            ))}
          </div>
        )}
        <section aria-label={scene.title} className="on-field flex shrink-0 grow flex-col bg-field">
          <svg
            viewBox={`0 0 ${space.width} ${space.height}`}
            className="hidden w-full md:block"
            role="img"
            aria-label={scene.title}
          >
            {scene.drawing}
            {open && scene.places[open.key]?.to && (
              <circle
                cx={scene.places[open.key]!.to![0]}
                cy={scene.places[open.key]!.to![1]}
                r="14"
                fill="none"
                stroke="var(--color-mark)"
                strokeWidth="5"
              />
            )}
          </svg>
          <div className="mx-auto flex w-full max-w-[560px] grow flex-col justify-end gap-2 p-2.5">
            {choices}
            {open && !scene.picks && (
              <p className="text-base text-line">
                Place {place + 1} of {slots.length}
                {slots.some((s) => s.live) && (
                  <span>
                    {': '}
                    {slots
                      .filter((s) => s.live)
                      .map((s) => s.live.typed)
                      .slice(-4)
                      .join(' · ')}
                  </span>
                )}
              </p>
            )}
            {open && box(open.key)}
            {more.length > 0 && (
              <div
                className="flex gap-1.5 overflow-x-auto"
                role="group"
                aria-label="What may be read as well"
              >
                {more.map((s) => (
                  <button
                    key={s.slot.key}
                    type="button"
                    className="min-h-11 shrink-0 border-2 border-structure bg-field px-3 text-base font-semibold text-line"
                    onClick={() => doing.open(s.slot.key)}
                  >
                    More: {labelIn(s.slot.label, reader)}
                  </button>
                ))}
              </div>
            )}
            {open?.kind === 'number' && (
              <div
                // Where the set stands above it there is less room.
                className={`grid grid-cols-4 gap-1.5 ${scene.picks ? 'max-md:[&>button]:h-[44px]' : ''}`}
                role="group"
                aria-label="Keypad"
              >
                {keys.map((key, i) => (
                  <PadKey
                    key={key}
                    words={key}
                    onClick={() => type((text) => text + (key === '−' ? '-' : key))}
                    className={['col-start-1', 'col-start-2', 'col-start-3'][i % 3]!}
                  />
                ))}
                <PadKey
                  words="⌫"
                  name="Delete the last digit"
                  onClick={() => type((text) => text.slice(0, -1))}
                  className="col-start-4 row-start-1"
                />
                <PadKey
                  words="Rub out"
                  onClick={work.last ? work.rubOut : undefined}
                  className="col-start-4 row-start-2"
                  small
                />
                <PadKey
                  words="Repeat"
                  name="Repeat the last reading"
                  onClick={
                    lastTyped && /^[-+−]?[0-9.,]+/.test(lastTyped) ? () => type(() => lastTyped) : undefined
                  }
                  className="col-start-4 row-start-3"
                  small
                />
                <PadKey
                  words="Back"
                  name="Back to the place before"
                  onClick={() => doing.back(open.key)}
                  className="col-start-4 row-start-4"
                  small
                />
              </div>
            )}
          </div>
        </section>
        {shelf}
      </main>
    </>
  );
}

function StepButton({ words, name, onClick }: { words: string; name: string; onClick: () => void }) {
  return (
    <button
      type="button"
      className="w-16 shrink-0 bg-page text-call leading-none font-bold"
      aria-label={name}
      onClick={onClick}
    >
      {words}
    </button>
  );
}

function PadKey({
  words,
  name,
  onClick,
  className,
  small = false,
}: {
  words: string;
  name?: string;
  onClick: (() => void) | undefined;
  className: string;
  small?: boolean;
}) {
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={name}
      disabled={!onClick}
      className={`flex h-[48px] items-center justify-center border-2 border-structure bg-field-deep font-semibold text-line disabled:text-structure md:h-[76px] ${small ? 'text-base' : 'text-sentence'} ${className}`}
      onClick={onClick}
    >
      {words}
    </button>
  );
}
