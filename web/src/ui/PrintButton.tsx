interface Props {
  /** Beside words, not over a page of its own. */
  low?: boolean;
}

/** Puts the screen on paper; it is not there itself. */
export function PrintButton({ low = false }: Props) {
  return (
    <button
      type="button"
      className={`font-bold print:hidden ${low ? 'h-11 border-2 border-ink px-4 text-base' : 'h-14 bg-ink px-6 text-on-ink'}`}
      onClick={() => window.print()}
    >
      Print
    </button>
  );
}
