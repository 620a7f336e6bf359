import { useInsertionEffect, useState } from 'react';

type Doings = Record<string, (...args: never[]) => unknown>;

class Steady<T extends Doings> {
  readonly calls: T;
  #newest: T;

  constructor(first: T) {
    this.#newest = first;
    this.calls = Object.fromEntries(
      Object.keys(first).map((name) => [name, (...args: never[]) => this.#newest[name]!(...args)]),
    ) as T;
  }

  renew(now: T): void {
    this.#newest = now;
  }
}

/** The same functions for as long as the screen stands; each does what its newest version does. To be called, never while drawing. */
export function useSteady<T extends Doings>(now: T): T {
  const [steady] = useState(() => new Steady(now));
  // Before any effect of this drawing can call.
  useInsertionEffect(() => steady.renew(now));
  return steady.calls;
}
