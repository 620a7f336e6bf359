import { useLayoutEffect, useRef, type RefObject } from 'react';

/**
 * Gives the keyboard to an element whenever it is called here: with what is drawn, so that no key falls between.
 * @param called Another word for each call; null while the keyboard belongs elsewhere.
 */
export function useKeyboard<E extends HTMLElement>(called: string | null): RefObject<E | null> {
  const element = useRef<E>(null);
  useLayoutEffect(() => {
    if (called !== null) element.current?.focus();
  }, [called]);
  return element;
}
