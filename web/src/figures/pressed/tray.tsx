import { writeQuantity } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { type Place, type Drawn, type SceneInput, slotsOf } from '../scene';
import { HalfDone } from './HalfDone';
import { StripPlot } from './StripPlot';
import { numberOf, setOf } from './rockers';
import { trayOf } from './trayOf';

/** The tray: what is laid out, and once rockers are done, each measure of the set against itself. */
export function tray({ sheet, task, step, reader }: SceneInput): Drawn {
  const rockers = sheet.rockers;
  if (!rockers) return { title: step.title, places: {}, drawing: null };
  const slots = slotsOf(step);
  const set = setOf(task);
  const { drawing, picks, bottom } = trayOf(rockers, task, '');
  const plots = step.figure === 'tray-compared' ? (set?.measures ?? []) : [];
  const half = set && set.halfDone.length > 0;
  const from = bottom + (half ? 66 : 42);
  return {
    title: `The set on its tray, ${rockers.places.length} rockers, front at the left`,
    picks,
    places: Object.fromEntries(
      slots.map(({ slot }, i): [string, Place] => [slot.key, { at: [28, from + 12 + i * 82] }]),
    ),
    choice: { left: 620, bottom: 16, width: 300 },
    ...(set && {
      twin: set.measures.flatMap((m) =>
        m.values.map(
          (v) =>
            [
              `${m.words}, rocker ${numberOf(v.item)}`,
              writeQuantity({ value: v.value, dimension: m.dimension, resolution: m.resolution }, reader),
            ] as const,
        ),
      ),
    }),
    drawing: (
      <>
        <Hatches />
        {drawing}
        <HalfDone set={set} here="" at={[28, bottom + 24]} task={task} />
        {plots.map((m, i) => (
          <StripPlot
            key={m.step}
            measure={m}
            here=""
            at={[40 + (i % 2) * 510, from + 66 + Math.floor(i / 2) * 124]}
            width={460}
            reader={reader}
          />
        ))}
        {plots.some((m) => m.values.length > 0 && m.values.length < 6) && (
          <Words at={[40, 482]}>From six on, the set tells which one is odd.</Words>
        )}
        {plots.some((m) => m.values.length >= 6) && (
          <Words at={[40, 482]}>
            Shaded: alike, within 3.5 spreads of the set’s middle. Outside it, look at that rocker.
          </Words>
        )}
      </>
    ),
  };
}
