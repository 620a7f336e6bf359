import { useEffect, useEffectEvent } from 'react';

/** How quickly a gauge that types like a keyboard sends its keys, ms; a hand is slower. */
const burst = 60;

/** Where what a gauge types goes. */
interface Reading {
  /** Takes the first key of a hand or of a gauge, and the keyboard with it; false where no reading is open. */
  begin: (key: string) => boolean;
  /** Takes a whole number that came where no reading could be begun. */
  take: (text: string) => void;
}

/**
 * A gauge that types: a number and Enter, wherever the keyboard happens to be. What it sends goes to the open reading;
 * where none is open it is kept from ticking or starting whatever has the keyboard.
 */
export function useGaugeKeys(reading: Reading): void {
  const begin = useEffectEvent(reading.begin);
  const take = useEffectEvent(reading.take);
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
        event.preventDefault();
        event.stopPropagation();
        if (text === '' && now - last > burst && begin(event.key)) return;
        text += event.key;
        last = now;
      } else if (event.key === 'Enter' && text !== '' && now - last <= burst * 2) {
        event.preventDefault();
        event.stopPropagation();
        take(text);
        text = '';
      }
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, []);
}
