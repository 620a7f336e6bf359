import type { UseQueryResult } from '@tanstack/react-query';
import { Problem } from '../api/client';

/** Why the newest try did not get through; null where it did. */
export const problemOf = (...queries: UseQueryResult[]): Problem | null =>
  queries.map((q) => q.failureReason).find((e): e is Problem => e instanceof Problem) ?? null;

const at = (ms: number): string =>
  new Date(ms).toLocaleString('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
    ...(Date.now() - ms > 12 * 3600_000 ? { day: 'numeric', month: 'short' } : {}),
  });

/** Says at once that there is no line, and how old what is shown is. */
export function NoLine({ of, what }: { of: UseQueryResult[]; what: string }) {
  if (problemOf(...of) === null) return null;
  // The first is what the screen is about.
  const main = of[0]!;
  return (
    <p
      role="alert"
      className="border-b-2 border-ink bg-paper px-5 py-3 font-read text-title font-semibold text-stop"
    >
      {problemOf(...of)?.otherShop
        ? 'Another shop is open at this address now: what was done here waits until this one is opened again.'
        : 'No line to the record. It is tried again by itself.'}{' '}
      {main.data !== undefined
        ? `${what} as it was at ${at(main.dataUpdatedAt)}.`
        : `${what}: nothing is known of it here yet.`}
    </p>
  );
}

/** The same for a screen that has nothing to show: what stands in the way, in words. */
export const noLine = (problem: Problem | null): string | null =>
  problem === null
    ? null
    : problem.status === 404
      ? 'This build is not in the record. It may have been on another shop’s bench.'
      : problem.passing
        ? 'No line to the record. It is tried again by itself.'
        : problem.message;
