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
  const [first, ...more] = half;
  if (!first) return null;
  const by = (item: string): string => {
    const name = stepsOf(task, item)
      .flatMap((s) => slotsOf(s).flatMap((x) => (x.live ? [x.live] : [])))
      .sort((a, b) => a.doneAt.localeCompare(b.doneAt))
      .at(-1)?.by.name;
    return name ? ` by ${name}` : '';
  };
  return (
    <Words at={at} tone="mark" bold>
      {`Rocker ${numberOf(first.item)} half done${by(first.item)}: ${first.last.toLowerCase()}. Next: ${first.next.toLowerCase()}.${
        more.length > 0 ? ` Half done too: ${more.map((h) => numberOf(h.item)).join(', ')}.` : ''
      }`}
    </Words>
  );
}
