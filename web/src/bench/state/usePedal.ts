import { useEffect, useEffectEvent } from 'react';
import { useFocus } from './focus';
import { typed } from './typed';
import type { Work } from './work';

/** Whether a key is a letter of a text there: what is typed at a place, a note, a search. */
const inText = (at: EventTarget | null): boolean =>
  at instanceof HTMLTextAreaElement || (at instanceof HTMLInputElement && at.value !== '');

/**
 * A pedal is Page Down, and ticks or takes what a gauge shows; Space does the same where a gauge is in hand. Both do it wherever the
 * keyboard was left, on a button of the drawing too, but not in a text.
 */
export function usePedal({ action, open, boxOf, build }: Work): void {
  const panel = useFocus((f) => f.panel);
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    // A foot that rests on the pedal takes one reading.
    if (event.repeat && event.key === 'PageDown') event.preventDefault();
    if (event.repeat || !action || !open || panel !== null || event.altKey || event.ctrlKey || event.metaKey)
      return;
    const gauge = action.keyName === 'Space';
    const empty = !inText(event.target) && typed.at(build, boxOf(open.key).place) === '';
    const takes =
      event.key === 'PageDown' ? gauge || open.kind === 'tick' : event.key === ' ' && gauge && empty;
    if (!takes) return;
    event.preventDefault();
    event.stopPropagation();
    action.act();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    // Before a button that has the keyboard hears it.
    window.addEventListener('keydown', listen, true);
    return () => window.removeEventListener('keydown', listen, true);
  }, []);
}
