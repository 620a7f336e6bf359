import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { column, type Drawn, type SceneInput, slotsOf } from '../scene';
import { sealOf } from './sealOf';

/** Things to do at a seal, beside the seal in section: its case, its lip on the shaft, the side where the oil is. */
export function seal({ sheet, task, step, reader }: SceneInput): Drawn {
  const part = sealOf(sheet, task);
  const slots = slotsOf(step).map((s) => s.slot);
  const placed = column(slots, 28, 58);
  if (!part) return { title: step.title, places: placed, drawing: null };
  const lip = task.choices.find((c) => c.id === 'lip')?.chosen ?? 'rubber';
  const half = (part.outerMm - part.shaftMm) / 2;
  const s = 150 / half;
  const [x, y] = [680, 150];
  const [w, h] = [Math.max(60, part.widthMm * s), half * s];
  const shaft = y + h;
  return {
    title: `${step.title}: the seal in section, outside at the left, oil at the right`,
    places: placed,
    choice: { left: 28, bottom: 12, width: 250 },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          <rect
            x={x - 90}
            y={y - 58}
            width={w + 220}
            height="56"
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
          <rect
            x={x - 90}
            y={shaft + 2}
            width={w + 220}
            height="60"
            fill="url(#cut-back)"
            stroke="var(--color-structure)"
          />
          {lip === 'rope' ? (
            <rect x={x} y={y} width={w} height={h} fill="url(#forbidden)" />
          ) : (
            <>
              <path
                d={`M${x + w} ${y + 8}V${y}H${x}V${y + h * 0.55}H${x + 10}V${y + 10}H${x + w}z`}
                fill="url(#cut)"
              />
              {lip === 'ptfe' ? (
                <path
                  d={`M${x + 10} ${y + h * 0.5}L${x + w * 0.35} ${shaft - 6}H${x + w + 26}`}
                  strokeWidth="6"
                />
              ) : (
                <>
                  <path
                    d={`M${x + 8} ${y + h * 0.5}L${x + w * 0.62} ${shaft}L${x + w * 0.82} ${y + h * 0.72}L${x + w * 0.5} ${y + h * 0.5}z`}
                    fill="var(--color-field-deep)"
                  />
                  <circle
                    cx={x + w * 0.72}
                    cy={y + h * 0.62}
                    r="8"
                    stroke="var(--color-mark)"
                    strokeWidth="4"
                  />
                </>
              )}
            </>
          )}
        </g>
        <Words at={[x - 84, y - 70]}>{reader.view === 'front' ? 'cover' : 'housing'}</Words>
        <Words at={[x - 84, shaft + 84]}>{`shaft ${writeMm(part.shaftMm, reader)}`}</Words>
        <Words at={[x - 84, y + h / 2]}>air</Words>
        <Words at={[x + w + 60, y + h / 2]} bold>
          oil
        </Words>
        <Words at={[x - 84, 452]}>
          {lip === 'ptfe'
            ? 'PTFE: dry, lip lies along the shaft towards the oil'
            : lip === 'rope'
              ? 'rope: soaked, rolled into its groove'
              : 'lip and spring towards the oil'}
        </Words>
        <ScaleBar at={[x - 84, 484]} px={2 * s} words={writeMm(2, reader, 1)} />
      </>
    ),
  };
}
