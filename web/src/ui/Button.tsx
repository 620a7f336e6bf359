import type { ComponentPropsWithRef } from 'react';

interface Props extends ComponentPropsWithRef<'button'> {
  /** What is done here first of all. */
  first?: boolean;
  /** Two heights: for the thumb, and beside words. */
  low?: boolean;
}

/** A button on paper. */
export function Button({ first = false, low = false, className = '', ...rest }: Props) {
  return (
    <button
      type="button"
      {...rest}
      className={`font-bold ${low ? 'min-h-11 border-2 border-ink px-3 text-base' : 'min-h-16 border-2 border-ink px-4 text-title'} ${first ? 'bg-ink text-on-ink' : 'bg-page text-ink'} disabled:border-rule disabled:text-muted ${className}`}
    />
  );
}
