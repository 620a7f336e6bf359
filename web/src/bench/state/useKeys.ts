import { useEffect, useEffectEvent } from 'react';
import { useSettings } from '../../entry/reader';

/** Alt with a letter; each has a button that does the same. */
export type Keys = Partial<Record<string, () => void>>;

/** Listens for Alt+letter anywhere on the screen. Digits and letters without Alt always go to the open reading. */
export function useKeys(keys: Keys): void {
  const { keys: on } = useSettings();
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const letter = event.code.startsWith('Key') ? event.code.slice(3).toLowerCase() : event.key;
    const act = on && event.altKey && !event.ctrlKey && !event.metaKey ? keys[letter] : undefined;
    if (act) {
      event.preventDefault();
      act();
    }
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}
