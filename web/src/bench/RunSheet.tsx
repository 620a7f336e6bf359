import { memo, useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { PlaceTask, StepState, TaskRef, TaskState } from '../api/types';
import { CallMark, wordOf, type Mark } from './call/CallMark';

interface Props {
  task: TaskState;
  shown: StepState;
  onPick: (step: StepState) => void;
  /** The tasks of the same place, this one among them. */
  siblings: readonly PlaceTask[];
  onOpen: (task: TaskRef) => void;
}

/** The steps in working order, the open one large, gates across the list. */
export const RunSheet = memo(function RunSheet({ task, shown, onPick, siblings, onOpen }: Props) {
  const open = useRef<HTMLLIElement>(null);
  useEffect(() => {
    open.current?.scrollIntoView({ block: 'nearest' });
  }, [shown.ref.step, shown.ref.item]);
  const numbers = numbersOf(task.steps);
  // Where two would read alike, each keeps its whole name.
  const short =
    siblings.length > 2 && new Set(siblings.map((s) => shortOf(s.title))).size === siblings.length;
  return (
    <nav
      aria-label={`${task.title}: run sheet`}
      className="overflow-y-auto border-r-2 border-ink bg-page max-lg:max-h-[180px] max-lg:border-r-0 max-lg:border-b-2"
    >
      {siblings.length > 1 && (
        <div className="flex flex-wrap border-b-2 border-ink" role="group" aria-label="Tasks here">
          {siblings.map((sibling) => {
            const here = sibling.ref.kind === task.ref.kind;
            return (
              <button
                key={sibling.ref.kind}
                type="button"
                aria-pressed={here}
                className={`flex min-h-11 grow items-center justify-center gap-1.5 px-1 text-base font-bold ${here ? 'bg-ink text-on-ink' : 'bg-page'}`}
                onClick={() => onOpen(sibling.ref)}
              >
                {!here && <CallMark mark={sibling.standing} size={14} />}
                {short ? shortOf(sibling.title) : sibling.title}
                <span className="sr-only">{`, ${wordOf(sibling.standing)}`}</span>
              </button>
            );
          })}
        </div>
      )}
      <ol>
        {task.steps.map((step, i) => {
          const isShown = step === shown;
          // What is left out here takes no room, unless somebody asks why.
          if (step.status === 'left-out' && !isShown) return null;
          // Of what is done for each of many, one stands for all of its steps but where the work is.
          const group = groupOf(task.steps, i);
          if (group && !group.includes(shown)) {
            if (group[0] !== step) return null;
            return (
              <Item
                key={`${step.ref.step}@${step.ref.item}`}
                steps={group}
                // What is one step for each of many is named once, above the first.
                heads={group.length === 1 && task.steps[i - 1]?.ref.step !== step.ref.step}
                onPick={onPick}
              />
            );
          }
          return (
            <li key={`${step.ref.step}@${step.ref.item}`} ref={isShown ? open : undefined}>
              {group && group.length > 1 && group[0] === step && (
                <p className="border-t border-rule pt-1 pl-3 text-base font-bold">{step.itemName}</p>
              )}
              <button
                type="button"
                className={`flex w-full items-center gap-2.5 py-1 pr-2 pl-3 text-left ${isShown ? 'border-l-8 border-ink bg-white py-1.5 pl-2 text-[1.25rem] font-bold' : 'text-base font-medium'}`}
                aria-current={isShown ? 'step' : undefined}
                onClick={() => onPick(step)}
              >
                <span className="w-5 shrink-0 text-base text-muted">{numbers[i]}</span>
                <span className="grow leading-tight">
                  {group && group.length > 1 ? (
                    <>
                      <span className="sr-only">{`${step.itemName}: `}</span>
                      {shortTitle(step)}
                    </>
                  ) : (
                    step.title
                  )}
                  {step.round > 1 && <span className="block text-base font-medium">round {step.round}</span>}
                  <span className="sr-only">{`, ${wordOf(markOf(step))}`}</span>
                </span>
                {markOf(step) !== 'to-do' && markOf(step) !== 'not-yet' && (
                  <CallMark mark={markOf(step)} size={18} />
                )}
              </button>
              {/* Of many alike, only the gate that the work stands at takes room. */}
              {step.gate && (!group || step === group.find((s) => !s.passed)) && (
                <Gate wants={step.gate} open={step.passed} />
              )}
            </li>
          );
        })}
      </ol>
      <Link
        to="?card"
        className="mt-1 flex min-h-11 items-center border-t border-rule pl-3 text-base font-semibold underline"
      >
        Its job card
      </Link>
    </nav>
  );
});

/** The steps next to one another that are done for the same item; nothing for a step that is done once. */
function groupOf(steps: readonly StepState[], i: number): readonly StepState[] | undefined {
  const { item } = steps[i]!.ref;
  if (item === '') return undefined;
  let [from, to] = [i, i + 1];
  while (from > 0 && steps[from - 1]!.ref.item === item) from--;
  while (to < steps.length && steps[to]!.ref.item === item) to++;
  return steps.slice(from, to);
}

/** One item's steps in one line. */
function Item({
  steps,
  heads,
  onPick,
}: {
  steps: readonly StepState[];
  heads: boolean;
  onPick: (step: StepState) => void;
}) {
  const open = steps.find((s) => !s.passed) ?? steps[steps.length - 1]!;
  const words = steps[0]!.itemName;
  const title = shortTitle(steps[0]!);
  return (
    <li>
      {heads && <p className="pt-1 pl-3 text-base font-bold">{title}</p>}
      <button
        type="button"
        className="flex w-full items-center gap-2.5 py-1 pr-2 pl-3 text-left text-base font-medium"
        onClick={() => onPick(open)}
      >
        <span className="w-5 shrink-0" />
        <span className="grow leading-tight">
          {words}
          <span className="sr-only">{`, ${wordOf(markOf(open))}`}</span>
        </span>
        {markOf(open) !== 'to-do' && markOf(open) !== 'not-yet' && <CallMark mark={markOf(open)} size={18} />}
      </button>
    </li>
  );
}

/** A step's title without its item, which stands above it. */
const shortTitle = (step: StepState): string => {
  const title = step.title.replace(`${step.itemName}: `, '');
  return title.charAt(0).toUpperCase() + title.slice(1);
};

/** Steps are numbered in order; those done for each of many, within their item. */
function numbersOf(steps: readonly StepState[]): (number | '')[] {
  let [once, own, item] = [0, 0, ''];
  return steps.map((step) => {
    if (step.status === 'left-out') return '';
    if (step.ref.item === '') return ++once;
    own = step.ref.item === item ? own + 1 : 1;
    item = step.ref.item;
    return own;
  });
}

/** A task's name without the part that all of its neighbours share: "Balancer off" is "Off". */
const shortOf = (title: string): string => {
  const words = title.replace(/^\S+ (?=\S+$)/, '');
  return words.charAt(0).toUpperCase() + words.slice(1);
};

const markOf = (step: StepState): Mark =>
  step.blockedBy || step.status === 'left-out'
    ? 'not-yet'
    : step.passed
      ? 'done'
      : (step.verdict ?? (step.status === 'open' ? 'to-do' : 'under-way'));

function Gate({ wants, open }: { wants: string; open: boolean }) {
  return (
    <div className="flex items-center gap-2.5 border-y-[3px] border-ink bg-page py-1 pr-2 pl-2.5 text-base font-bold">
      <svg
        width="26"
        height="20"
        viewBox="0 0 26 20"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.5"
        aria-hidden="true"
      >
        {open ? (
          <path d="M3 1v18M23 1v18M3 6L10 2M3 14L10 10M10 2v8" />
        ) : (
          <path d="M3 1v18M23 1v18M3 6h20M3 14h20" />
        )}
      </svg>
      <span className="leading-tight">{open ? 'Gate open' : `Gate: ${wants}`}</span>
    </div>
  );
}
