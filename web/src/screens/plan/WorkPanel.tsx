import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api } from '../../api/client';
import type { PlanNow, TaskRef } from '../../api/types';
import { buildQuery, useShop } from '../../bench/state/useBuild';
import { outboxOf } from '../../bench/state/outboxes';
import { useSettings } from '../../entry/reader';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { useChangePlan } from './usePlan';

/** What is to be done on which engine. */
export function WorkPanel({ plan }: { plan: PlanNow }) {
  const [open, setOpen] = useState(false);
  const [build, setBuild] = useState<string | null>(null);
  const today = useQuery({ queryKey: ['to-plan'], queryFn: () => api.today(null), enabled: open });
  const lines = today.data?.lines.filter((l) => l.fault == null) ?? [];
  return (
    <Panel
      title="What is to be done"
      open={open}
      onOpenChange={(o) => {
        setOpen(o);
        setBuild(null);
      }}
      trigger={
        <button type="button" className="min-h-11 text-base font-semibold underline">
          What is to be done
          {plan.unlisted.length > 0
            ? ` · ${plan.unlisted.length} ${plan.unlisted.length === 1 ? 'engine' : 'engines'} not listed`
            : ''}
        </button>
      }
    >
      {build === null ? (
        <ul className="mt-2">
          {lines.map((l) => (
            <li key={l.id} className="border-b border-rule">
              <button
                type="button"
                className="min-h-14 w-full text-left text-title font-semibold"
                onClick={() => setBuild(l.id)}
              >
                {l.number}, {l.name}
                <span className="block font-read text-base font-normal text-muted">
                  {plan.unlisted.some((u) => u.build === l.id)
                    ? 'nothing is said yet'
                    : (plan.plan?.builds.find((b) => b.build === l.id)?.words ?? 'nothing left to do')}
                </span>
              </button>
            </li>
          ))}
        </ul>
      ) : (
        <WorkOf build={build} onDone={() => setOpen(false)} />
      )}
    </Panel>
  );
}

const same = (a: TaskRef, b: TaskRef): boolean => a.kind === b.kind && a.place === b.place;

function WorkOf({ build, onDone }: { build: string; onDone: () => void }) {
  const client = useQueryClient();
  const view = useQuery(buildQuery(client, build));
  const shop = useShop();
  const { me } = useSettings();
  const { by } = useChangePlan();
  const [chosen, setChosen] = useState<TaskRef[] | null>(null);
  const head = view.data?.head;
  if (!head) return <p className="mt-2 font-read text-title">Fetching the engine</p>;
  const tasks = head.places
    .flatMap((p) => p.tasks)
    .filter((t, i, all) => all.findIndex((o) => same(o.ref, t.ref)) === i && t.standing !== 'done');
  const picked = chosen ?? head.life.work ?? [];
  const begun = (standing: string): boolean => standing !== 'to-do' && standing !== 'not-yet';
  const keep = () => {
    const who = shop.data?.people.find((p) => p.id === me && p.role !== 'viewer')?.id ?? by;
    outboxOf(build).send(who, {
      do: 'ask-work',
      id: uuid(),
      doneAt: new Date().toISOString(),
      tasks: picked.filter((t) => tasks.some((o) => same(o.ref, t))),
    });
    setTimeout(() => void client.invalidateQueries({ queryKey: ['plan'] }), 1_500);
    onDone();
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <p className="mt-1 font-read text-base">
        {head.number}, {head.name}. What is begun is planned in any case.
      </p>
      <ul className="mt-2">
        {tasks.map((t) => (
          <li key={`${t.ref.kind}@${t.ref.place}`}>
            <label className="flex min-h-12 items-center gap-3 border-b border-rule text-title font-semibold">
              <input
                type="checkbox"
                className="size-6 accent-ink"
                checked={begun(t.standing) || picked.some((p) => same(p, t.ref))}
                disabled={begun(t.standing)}
                onChange={(e) =>
                  setChosen(e.target.checked ? [...picked, t.ref] : picked.filter((p) => !same(p, t.ref)))
                }
              />
              {t.title}
              {begun(t.standing) && <span className="font-read text-base font-normal text-muted">begun</span>}
            </label>
          </li>
        ))}
      </ul>
      <Button first type="submit" className="mt-3 w-full">
        Plan these
      </Button>
    </form>
  );
}
