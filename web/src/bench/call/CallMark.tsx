import type { Standing, Verdict } from '../../api/types';

export type Mark = Standing | Verdict;

const words: Record<Mark, string> = {
  go: 'Go',
  done: 'Done',
  decide: 'You decide',
  'look-again': 'Look again',
  stop: 'Stop',
  'under-way': 'Under way',
  'to-do': 'To do',
  'not-yet': 'not yet',
};

const inks: Record<Mark, string> = {
  go: 'text-go',
  done: 'text-go',
  decide: 'text-decide',
  'look-again': 'text-look-again',
  stop: 'text-stop',
  'under-way': 'text-ink',
  'to-do': 'text-ink',
  'not-yet': 'text-muted',
};

/** The word of a call, as it is written large. */
export const wordOf = (mark: Mark): string => words[mark];

/** The ink of a call: always beside its word and its shape. */
export const inkOf = (mark: Mark): string => inks[mark];

/** The shape of a call. */
export function CallMark({ mark, size }: { mark: Mark; size: number }) {
  return (
    <svg className={inks[mark]} width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      {shape(mark)}
    </svg>
  );
}

function shape(mark: Mark) {
  switch (mark) {
    case 'go':
    case 'done':
      return <rect x="3" y="3" width="18" height="18" fill="currentColor" />;
    case 'decide':
      return <path d="M3 4h18L12 21z" fill="none" stroke="currentColor" strokeWidth="3.5" />;
    case 'look-again':
      return <path d="M12 2.5 21.5 12 12 21.5 2.5 12z" fill="none" stroke="currentColor" strokeWidth="3.5" />;
    case 'stop':
      return (
        <>
          <path d="M12 0.5 23.5 12 12 23.5 0.5 12z" fill="currentColor" />
          <rect x="6" y="10" width="12" height="4" fill="var(--color-paper)" />
        </>
      );
    case 'under-way':
      return (
        <>
          <rect x="3.5" y="3.5" width="17" height="17" fill="none" stroke="currentColor" strokeWidth="2.5" />
          <rect x="3.5" y="3.5" width="8.5" height="17" fill="currentColor" />
        </>
      );
    case 'to-do':
      return (
        <rect x="3.5" y="3.5" width="17" height="17" fill="none" stroke="currentColor" strokeWidth="2.5" />
      );
    case 'not-yet':
      return <rect x="3" y="10.75" width="18" height="2.5" fill="currentColor" />;
  }
}
