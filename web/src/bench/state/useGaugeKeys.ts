import { useEffect, useRef } from 'react';

/** How quickly a gauge that types like a keyboard sends its keys; a hand is slower. */
const burst = 60;

/**
 * A gauge that types: a number and Enter, wherever the keyboard happens to be. What it sends goes to the open reading;
 * where none is open it is kept from ticking or starting whatever has the keyboard.
 */
export function useGaugeKeys(field: () => HTMLInputElement | null, take: (typed: string) => void): void {
  const latest = useRef({ field, take });
  useEffect(() => {
    latest.current = { field, take };
  });
  useEffect(() => {
    let text = '';
    let last = 0;
    const onKey = (event: KeyboardEvent) => {
      const at = event.target;
      const typing =
        at instanceof HTMLInputElement ||
        at instanceof HTMLTextAreaElement ||
        at instanceof HTMLSelectElement;
      if (typing || event.altKey || event.ctrlKey || event.metaKey) return;
      const now = performance.now();
      if (now - last > burst * 4) text = '';
      if (/^[0-9+\-.,−]$/.test(event.key)) {
        const open = latest.current.field();
        if (text === '' && open && now - last > burst) {
          // The first key of a hand or of a gauge: the reading gets the keyboard and the key itself.
          open.focus();
          return;
        }
        text += event.key;
        last = now;
        event.preventDefault();
        event.stopPropagation();
      } else if (event.key === 'Enter' && text !== '' && now - last <= burst * 2) {
        event.preventDefault();
        event.stopPropagation();
        latest.current.take(text);
        text = '';
      }
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, []);
}
