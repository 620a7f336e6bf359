import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { addressOf } from '../../bench/address';
import { spanText, useNow } from '../../bench/call/clock';
import { play } from '../../bench/state/sounds';
import { lower } from './layout';
import { useKeptPlan } from './usePlan';
import { dayOf, saidOn, timeOf } from './wall';

/** A window that closes in so long is told of, with a sound. */
const soon = 10 * 60_000;

/** What each person does next by the plan, in a line each, and a window that is about to close; nothing where nothing is planned. */
export function NextUp({ only }: { only?: string }) {
  const plan = useKeptPlan().data;
  const now = useNow();
  const next = plan?.plan?.next.filter((n) => only === undefined || n.person === only) ?? [];
  const closing = next.filter((n) => {
    const left = n.beginBy == null ? NaN : Date.parse(n.beginBy) - now;
    return left > 0 && left <= soon;
  });
  const told = useRef(new Set<string>());
  const about = closing.map((n) => `${n.job} ${n.beginBy ?? ''}`).join();
  useEffect(() => {
    // Once a window: what was heard is not said again each second.
    if (about !== '' && !told.current.has(about)) {
      told.current.add(about);
      play('odd');
    }
  }, [about]);
  if (!plan || next.length === 0) return null;
  return (
    <section aria-label="Next by the plan" className="border-b border-rule bg-paper px-5 py-1.5">
      {closing.map((n) => (
        <p key={n.job} role="alert" className="font-read text-title font-bold text-stop">
          {n.name}: {lower(n.words)}, within {spanText((Date.parse(n.beginBy!) - now) / 1000)}
        </p>
      ))}
      <ul className="flex flex-wrap gap-x-10">
        {next.map((n) => (
          <li key={n.person}>
            <Link
              to={addressOf(n.build, n.task)}
              className="flex min-h-11 items-center font-read text-title leading-tight"
            >
              <span>
                <b>{n.name}</b>, next: {saidOn(dayOf(plan.now), n.at)}, {lower(n.words)}
                {n.beginBy != null && <b>{`, begin by ${timeOf(n.beginBy)}`}</b>}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
