import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { useKeyboard } from './useKeyboard';

interface Props {
  trigger: ReactNode;
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
  wide?: boolean;
}

/** A panel over the figure; what is being typed underneath stays as it is. */
export function Panel({ trigger, title, open, onOpenChange, children, wide = false }: Props) {
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className={`z-30 max-h-[var(--radix-popover-content-available-height)] overflow-y-auto border-2 border-ink bg-white p-4 text-ink ${wide ? 'w-[860px]' : 'w-[440px]'} max-w-[calc(100vw-16px)]`}
          sideOffset={8}
          collisionPadding={8}
          aria-label={title}
          tabIndex={0}
          // The bench itself says where the keyboard goes when a panel closes.
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          <h2 className="text-title font-bold">{title}</h2>
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Asks for words, with one button that sends them. */
export function Words({
  ask,
  send,
  onSend,
  lacks,
  children,
}: {
  ask: string;
  send: string;
  onSend: (words: string) => void;
  /** What is still wanting beside the words, as a sentence. */
  lacks?: string | undefined;
  children?: ReactNode;
}) {
  const [words, setWords] = useState('');
  const [missing, setMissing] = useState(false);
  const own = useKeyboard<HTMLTextAreaElement>('opened');
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (words.trim() === '' || lacks) setMissing(true);
        else onSend(words);
      }}
    >
      {children}
      <label className="mt-2 block text-base">
        {ask}
        <textarea
          className="mt-1 block h-24 w-full border-2 border-ink bg-page p-2 font-read text-base"
          value={words}
          maxLength={2000}
          ref={own}
          onChange={(e) => {
            setWords(e.target.value);
            setMissing(false);
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && !e.shiftKey) {
              e.preventDefault();
              e.currentTarget.form?.requestSubmit();
            }
          }}
        />
      </label>
      {missing && (
        <p role="alert" className="mt-1 text-base font-semibold text-stop">
          {words.trim() === '' ? 'Say it in a few words; it stays in the record.' : lacks}
        </p>
      )}
      <button type="submit" className="mt-3 h-16 w-full bg-ink text-title font-bold text-on-ink">
        {send}
      </button>
    </form>
  );
}
