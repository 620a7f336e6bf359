import { writeMm, writeQuantity } from '../../entry/wording';
import { ForceBand } from '../kit/ForceBand';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { scaled, type Drawn, type SceneInput } from '../scene';
import { Hub } from './Hub';
import { Nose } from './Nose';
import { fitOf } from './fitOf';

/** The schools side by side: cold and drawn on, or warmed first. What is refused is crossed out. */
export function method({ sheet, task, step, reader }: SceneInput): Drawn {
  const fit = fitOf(task);
  const chosen = task.choices.find((c) => c.id === 'method')?.chosen;
  const warm = step.now.answer?.calculator === 'thermal-fit' ? step.now.answer : undefined;
  const balancer = sheet.balancer!;
  const s = scaled([520, 290], 1.9);
  const seconds = (value: number) =>
    writeQuantity({ value, dimension: 'seconds', resolution: value < 1 ? 0.1 : 1 }, reader);
  const refused = chosen === 'hammer' || chosen === 'crank-bolt';
  const tip = s.x(-balancer.hub.lengthMm + 4);
  return {
    title: 'How it goes on: choose, and read what it takes',
    places: { ambient: { at: [112, 92] }, ready: { at: [24, 178], width: 300 } },
    choice: { left: 20, bottom: 12, width: 262 },
    ...(warm && {
      twin: [
        [
          'Hub temperature for the wanted clearance',
          writeQuantity({ value: warm.hubTemperatureC, dimension: 'temperature', resolution: 1 }, reader),
        ],
        ['Carried', warm.carrySeconds == null ? 'more than an hour' : seconds(warm.carrySeconds)],
        ['Grips after about', warm.gripSeconds == null ? 'more than an hour' : seconds(warm.gripSeconds)],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={-balancer.hub.lengthMm + 4} />
        {refused ? (
          <g stroke="var(--color-mark)" strokeWidth="7" fill="none">
            {chosen === 'hammer' && (
              <path d={`M${tip - 70} 236h34v52h-34zM${tip - 70} 262h-60`} strokeWidth="4" />
            )}
            {chosen === 'crank-bolt' && (
              <path
                d={`M${tip - 44} 246h26v32h-26zM${tip - 18} 254H${s.x(6)}v16H${tip - 18}`}
                strokeWidth="4"
              />
            )}
            <path d={`M${tip - 130} 150L${tip + 60} 380M${tip + 60} 150L${tip - 130} 380`} />
          </g>
        ) : (
          fit && (
            <ForceBand
              curve={fit.curve}
              reader={reader}
              x={730}
              y={chosen === 'warm' ? 250 : 120}
              width={290}
              height={chosen === 'warm' ? 190 : 310}
            />
          )
        )}
        {chosen === 'warm' && warm && (
          <>
            <Words at={[660, 84]} size={24} bold tone="mark">
              {`oven ${writeQuantity({ value: Math.min(warm.cooling[0]?.hubC ?? 0, warm.hubTemperatureC), dimension: 'temperature', resolution: 1 }, reader)}`}
            </Words>
            <Words at={[660, 114]}>
              {`${writeMm(warm.cooling[0]?.clearanceMm ?? 0, reader, 0.001)} clear when it is taken out`}
            </Words>
            <Words at={[660, 142]}>
              {`grips about ${warm.gripSeconds == null ? 'an hour' : seconds(Math.max(0.1, warm.gripSeconds))} after it is on (× or ÷ 3)`}
            </Words>
            <Words at={[660, 170]}>
              {warm.coolShaftInsteadC == null
                ? 'cooling the nose instead: too cold to be had'
                : `or the nose at ${writeQuantity({ value: warm.coolShaftInsteadC, dimension: 'temperature', resolution: 1 }, reader)}`}
            </Words>
            <Words at={[660, 212]} size={20} bold>
              if it is left to cool, as when cold:
            </Words>
          </>
        )}
      </>
    ),
  };
}
