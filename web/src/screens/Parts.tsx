import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api } from '../api/client';
import type { SupplyPlace, TaskRef } from '../api/types';
import { SupplyLine } from '../bench/card/SupplyLine';
import { useBuild } from '../bench/state/useBuild';
import { Demo } from '../ui/Demo';
import { PrintButton } from '../ui/PrintButton';
import { NoLine, noLine, problemOf } from './NoLine';

const same = (a: TaskRef, b: TaskRef): boolean => a.kind === b.kind && a.place === b.place;

/** Parts and consumables of all of a build's tasks, and where each is: one page to order by, and to say it on. */
export function Parts() {
  const { build = '' } = useParams();
  const client = useQueryClient();
  const bench = useBuild(build);
  const upTo = bench.view?.state.upToSeq;
  const parts = useQuery({
    queryKey: ['parts', build, upTo],
    queryFn: () => api.parts(build),
    placeholderData: (before) => before ?? client.getQueryData(['parts', build]),
  });
  if (!parts.data || !bench.view)
    return (
      <main className="p-8 font-read text-title">{noLine(problemOf(parts)) ?? 'Fetching the parts'}</main>
    );
  const { number, name } = bench.view.state;
  const { tasks, lacking } = parts.data;
  const waiting = (task: TaskRef, supply: string): SupplyPlace | undefined =>
    bench.waiting
      .flatMap((w) => (w.command.do === 'tell-supply' ? [w.command] : []))
      .findLast((c) => same(c.task, task) && c.supply === supply)?.where;
  const open = tasks.filter((t) => t.standing !== 'done');
  const unsaid = open.flatMap((t) => t.supplies).filter((s) => s.where === null).length;
  return (
    <main className="mx-auto max-w-[980px] px-6 py-4 max-md:px-4 print:max-w-none print:p-0">
      <NoLine of={[parts]} what="What is where" />
      <nav className="mb-3 flex flex-wrap gap-6 text-title font-semibold print:hidden">
        <Link className="flex min-h-11 items-center" to={`/builds/${build}`}>
          ‹ The bench
        </Link>
        <span className="grow" />
        <PrintButton />
      </nav>
      <header className="border-b-4 border-ink pb-2">
        <p className="text-title font-semibold">
          <Demo /> Parts and what is used up
        </p>
        <h1 className="text-[2.25rem] leading-tight font-bold">
          Build {number}, {name}
        </h1>
        <p className="font-read text-sentence leading-tight font-semibold" role="status">
          {lacking ??
            (open.length === 0
              ? 'All is done; nothing is wanted any more.'
              : unsaid > 0
                ? `Nothing is said to be away. Of ${unsaid} nobody has said where they are.`
                : 'All that the open tasks want is here.')}
        </p>
      </header>
      <div className="mt-2 grid grid-cols-2 gap-x-8 max-md:grid-cols-1">
        {tasks.map((t) => (
          <section
            key={`${t.task.kind}/${t.task.place}`}
            aria-label={t.title}
            className="break-inside-avoid border-b-2 border-rule py-3"
          >
            <h2 className="text-title leading-tight font-bold">
              <Link to={`/builds/${build}/${t.task.kind}/${t.task.place}`} className="underline">
                {t.title}
              </Link>
              {t.standing === 'done' && <span className="font-normal text-muted"> done</span>}
            </h2>
            <div className="mt-1 grid gap-1.5 font-read text-base">
              {t.supplies.map((supply) => (
                <SupplyLine
                  key={supply.id}
                  supply={supply}
                  waiting={waiting(t.task, supply.id)}
                  onSay={(where, due) =>
                    bench.send({ do: 'tell-supply', task: t.task, supply: supply.id, where, due })
                  }
                />
              ))}
            </div>
          </section>
        ))}
      </div>
    </main>
  );
}
