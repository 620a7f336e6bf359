import { useEffect, useEffectEvent } from 'react';
import { useFocus } from './focus';
import { typed } from './typed';
import type { Work } from './useWork';

/** A pedal is Page Down, and ticks or takes what a gauge shows; Space does the same where a gauge is in hand and nothing is typed. */
export function usePedal({ action, open, boxOf, build }: Work): void {
  const panel = useFocus((f) => f.panel);
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (!action || !open || panel !== null || event.altKey || event.ctrlKey || event.metaKey) return;
    const gauge = action.keyName === 'Space';
    const empty = event.target instanceof HTMLInputElement && typed.at(build, boxOf(open.key).place) === '';
    const takes =
      event.key === 'PageDown' ? gauge || open.kind === 'tick' : event.key === ' ' && gauge && empty;
    if (!takes) return;
    event.preventDefault();
    action.act();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}
