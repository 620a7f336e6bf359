import type { TaskRef } from '../../api/types';
import type { Bench } from '../state/useBuild';

/** What a task took from the crib and did not put back yet: one tap each, at its end. */
export function ToolsBack({ bench, task }: { bench: Bench; task: TaskRef }) {
  const sent = new Set(
    bench.waiting.flatMap(({ command: c }) => (c.do === 'return-tool' ? [`${c.task.kind}/${c.tool}`] : [])),
  );
  const out = (bench.view?.state.tools ?? []).filter(
    (t) =>
      t.backAt == null &&
      t.task.kind === task.kind &&
      t.task.place === task.place &&
      !sent.has(`${t.task.kind}/${t.tool}`),
  );
  if (out.length === 0) return null;
  return (
    <div className="mt-1 flex flex-wrap items-center gap-2" role="group" aria-label="Back to the crib">
      <span className="font-read text-base">Back to the crib:</span>
      {out.map((t) => (
        <button
          key={t.tool}
          type="button"
          className="min-h-11 border-2 border-ink px-3 text-base font-bold"
          onClick={() => bench.send({ do: 'return-tool', task: t.task, tool: t.tool })}
        >
          {`☐ ${t.name}${t.owner == null ? '' : ` (${t.owner}’s)`}`}
        </button>
      ))}
    </div>
  );
}
