import { Link } from 'react-router';
import { addressOf } from '../../bench/address';
import { lower } from './layout';
import { useKeptPlan } from './usePlan';
import { dayOf, saidOn, timeOf } from './wall';

/** What each person does next by the plan, in a line each; nothing where nothing is planned. */
export function NextUp({ only }: { only?: string }) {
  const plan = useKeptPlan().data;
  const next = plan?.plan?.next.filter((n) => only === undefined || n.person === only) ?? [];
  if (!plan || next.length === 0) return null;
  return (
    <section aria-label="Next by the plan" className="border-b border-rule bg-paper px-5 py-1.5">
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
