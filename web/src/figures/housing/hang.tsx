import { clockIn } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { seen } from '../kit/seen';
import { type Place, type Point, type Drawn, type SceneInput, slotsOf } from '../scene';
import { Outline } from './Outline';
import { WayUp } from './WayUp';
import { fitted, housingOf } from './part';

/** How the engine hangs, and the droop of a dial on a true ring. */
export function hang({ sheet, task, step, reader }: SceneInput): Drawn {
  const slots = slotsOf(step).map((s) => s.slot);
  const places: Record<string, Place> = {};
  // More than a column holds stand two by two: a ring and what it goes on, a ring and what it goes into.
  const wide = slots.length > 4;
  slots.forEach((slot, i) => {
    const y = 92 + (wide ? Math.floor(i / 2) * 112 : i * 96);
    places[slot.key] =
      slot.kind === 'number'
        ? { at: [wide && i % 2 === 1 ? 320 : 110, y] }
        : { at: [28, y + (slot.kind === 'pick' ? 34 : 0)], width: 400 };
  });
  const part = housingOf(sheet, task);
  const centre: Point = [924, 286];
  const scale = part ? fitted(part, reader, [112, 150]) : 1;
  return {
    title: `How it hangs, ${seen(reader)}`,
    turns: true,
    places,
    choice: { left: 446, bottom: 12, width: 172 },
    drawing: (
      <>
        <Hatches />
        {part && <Outline housing={part} centre={centre} scale={scale} reader={reader} />}
        <WayUp at={centre} upDeg={task.upDeg} reader={reader} />
        {task.upDeg != null && (
          <Words at={[924, 468]} anchor="middle" size={20}>
            {`${clockIn(task.upDeg, reader)} is up`}
          </Words>
        )}
      </>
    ),
  };
}
