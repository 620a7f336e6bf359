import type { TaskState } from '../../api/types';
import { Words } from '../kit/Words';
import { type Point, slotsOf } from '../scene';
import { numberOf, type Set, stepsOf } from './rockers';

/** What was left half way, so that whoever comes next sees it. */
export function HalfDone({
  set,
  here,
  at,
  task,
}: {
  set: Set | undefined;
  here: string;
  at: Point;
  task: TaskState;
}) {
  const half = set?.halfDone.filter((h) => h.item !== here) ?? [];
  if (half.length === 0) return null;
  const by = (item: string): string => {
    const name = stepsOf(task, item)
      .flatMap((s) => slotsOf(s).flatMap((x) => (x.live ? [x.live] : [])))
      .sort((a, b) => a.doneAt.localeCompare(b.doneAt))
      .at(-1)?.by.name;
    return name ? ` by ${name}` : '';
  };
  return (
    <>
      {half.slice(0, 2).map((h, i) => (
        <Words key={h.item} at={[at[0], at[1] + i * 24]} tone="mark" bold>
          {`Rocker ${numberOf(h.item)} half done${by(h.item)}: ${h.last.toLowerCase()}. Next: ${h.next.toLowerCase()}.`}
        </Words>
      ))}
    </>
  );
}
