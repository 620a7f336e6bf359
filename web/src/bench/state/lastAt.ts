import { shopHere } from '../../api/shopHere';

/** The engine that this window was last said to be at: one that lies beside others on a desk has its own. */
export interface LastAt {
  build: string;
  /** When anything was last done here, ms. */
  at: number;
  /** From when on it is known to be this one, ms. */
  since: number;
}

/** So long may nobody touch the tablet before it asks whether it still lies at the same engine, ms. */
export const idleMs = 5 * 60_000;

const key = (): string => `neat-bore engine ${shopHere().id}`;

export function lastAt(): LastAt | null {
  try {
    return JSON.parse(sessionStorage.getItem(key()) ?? 'null') as LastAt | null;
  } catch {
    return null;
  }
}

export function keepLastAt(last: LastAt): void {
  try {
    sessionStorage.setItem(key(), JSON.stringify(last));
  } catch {
    // A browser that refuses to store asks more often; nothing is lost.
  }
}

/** Whether the tablet may lie at another engine by now than the one on its screen. */
export const maybeMoved = (last: LastAt | null, build: string, now: number): boolean =>
  last !== null && (last.build !== build || now - last.at > idleMs);

/** Says that the tablet lies at an engine now. */
export const nowAt = (build: string): void => keepLastAt({ build, at: Date.now(), since: Date.now() });

/** From when on what was read on this tablet was read at this engine, ms; now where it was said to be at another. */
export function knownSince(build: string): number {
  const last = lastAt();
  return last?.build === build ? last.since : Date.now();
}
