import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { seen } from '../kit/seen';
import { onFaced, type Point, rows, type Drawn, type SceneInput, slotsOf } from '../scene';
import { CrankRear } from '../seals/CrankRear';
import { Outline } from './Outline';
import { fitted, housingOf, partOf } from './part';

/** Things to do at a cover or housing, beside the part to scale. */
export function housing({ sheet, task, step, reader }: SceneInput): Drawn {
  const part = housingOf(sheet, task);
  const slots = slotsOf(step).map((s) => s.slot);
  const placed = rows(slots, 28, 92, 78);
  for (const slot of slots)
    if (slot.kind === 'number') placed[slot.key] = { at: [106, placed[slot.key]!.at[1]] };
  if (!part)
    return {
      title: `${step.title}: the crank’s rear end from the side, front at the left`,
      places: placed,
      drawing: (
        <>
          <Hatches />
          <CrankRear at={[850, 262]} radius={120} />
        </>
      ),
    };
  const choosing = task.choices.some((c) => c.step === step.ref.step && c.options.length > 1);
  const centre: Point = [choosing ? 924 : 780, part === sheet.cover ? 316 : 268];
  const half: Point = choosing ? [112, 210] : part === sheet.cover ? [200, 232] : [220, 200];
  return {
    title: `${step.title}: ${partOf(task).toLowerCase()}, ${seen(reader)}`,
    turns: true,
    places: placed,
    choice: { left: 446, bottom: 12, width: 172 },
    drawing: (
      <>
        <Hatches />
        <Outline
          housing={part}
          centre={centre}
          scale={fitted(part, reader, half)}
          reader={reader}
          bolt={(id, [x, y]) => (
            <>
              <circle cx={x} cy={y} r="14" fill="var(--color-field)" stroke="var(--color-structure)" />
              <Words at={[x, y + 6]} anchor="middle" bold>
                {id}
              </Words>
            </>
          )}
        />
        <Words
          at={onFaced(centre, (part.boreMm / 2) * fitted(part, reader, half) - 18, 0, reader)}
          anchor="middle"
        >
          12
        </Words>
      </>
    ),
  };
}
