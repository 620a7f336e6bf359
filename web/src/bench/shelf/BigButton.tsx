import { useImperativeHandle, type ComponentPropsWithRef } from 'react';
import { useKeyboard } from '../../ui/useKeyboard';

interface Props extends ComponentPropsWithRef<'button'> {
  words: string;
  /** Stands small before the words, which have the whole width then. */
  before?: string;
  /** The key that does the same. */
  keyName: string;
  /** Calls the keyboard here; see useKeyboard. */
  called: string | null;
}

/** The one big button: the next action. */
export function BigButton({ words, before, keyName, called, ref, ...rest }: Props) {
  const own = useKeyboard<HTMLButtonElement>(called);
  // A panel that it opens hangs from it.
  useImperativeHandle(ref, () => own.current!, [own]);
  return (
    <button
      {...rest}
      ref={own}
      type="button"
      className={`grid h-full min-h-[66px] w-full grid-cols-[1fr_auto] items-center gap-x-3 bg-ink px-4 text-left font-bold text-on-ink focus-visible:outline-offset-[-6px] focus-visible:outline-mark ${before === undefined ? 'text-title leading-tight' : 'content-center gap-y-0.5'}`}
    >
      {before === undefined ? (
        <span className={words.length > 30 ? 'text-base leading-[1.1]' : ''}>{words}</span>
      ) : (
        <span className="text-base leading-none font-medium">{before}</span>
      )}
      <kbd
        className={`border-2 border-on-ink px-2 font-sans text-base ${before === undefined ? '' : 'leading-none'}`}
      >
        {keyName}
      </kbd>
      {/* What comes next has the whole width, under the key. */}
      {before !== undefined && (
        <span
          className={`col-span-2 leading-[1.1] ${words.length > 28 ? 'text-[16px] leading-none!' : words.length > 19 ? 'text-base' : 'text-title'}`}
        >
          {words}
        </span>
      )}
    </button>
  );
}
