import { scaleLinear } from 'd3-scale';
import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { rows, type Drawn, type SceneInput, slotsOf } from '../scene';

/** The spigot bearing in the crank's end, in section. */
export function spigot({ sheet, step, reader }: SceneInput): Drawn {
  const part = sheet.spigot!;
  const slots = slotsOf(step);
  const placed = rows(
    slots.map((s) => s.slot).filter((s) => s.key !== 'bearing'),
    28,
    92,
    84,
  );
  for (const { slot } of slots)
    if (slot.key === 'bearing') placed.bearing = { at: [278, placed.bore!.at[1]] };
    else if (slot.kind === 'number') placed[slot.key] = { at: [106, placed[slot.key]!.at[1]] };
  const s = 150 / (part.outerMm / 2 + 6);
  const face = 900;
  const [y, r] = [262, (part.outerMm / 2) * s];
  const depth =
    step.figure === 'spigot-in'
      ? (slots.find((x) => x.slot.key === 'depth')?.live?.value ?? part.depthMm)
      : part.depthMm;
  const z = scaleLinear([0, 1], [face, face - s]);
  const back = z(depth + part.widthMm + 6);
  const checks = step.now.call?.checks.filter((c) => c.name === 'depth') ?? [];
  return {
    title: 'The crank’s end in section, the flange’s face at the right',
    places: placed,
    choice: { left: 28, bottom: 12, width: 250 },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          {[1, -1].map((sign) => (
            <g key={sign}>
              <path
                d={`M${back - 50} ${y + sign * (r + 46)}H${face}V${y + sign * r}H${back}V${y}H${back - 50}z`}
                fill="url(#cut)"
                stroke="var(--color-structure)"
              />
              <rect
                x={z(depth + part.widthMm)}
                y={sign > 0 ? y + (part.innerMm / 2) * s : y - r}
                width={part.widthMm * s}
                height={r - (part.innerMm / 2) * s}
                fill="url(#cut-back)"
              />
              {part.sealDepthMm != null && step.figure === 'spigot-seal' && (
                <rect
                  x={z(part.sealDepthMm + 2)}
                  y={sign > 0 ? y + (part.innerMm / 2) * s : y - r}
                  width={2 * s}
                  height={r - (part.innerMm / 2) * s}
                  fill="var(--color-field-deep)"
                />
              )}
            </g>
          ))}
          <path
            d={`M${z(depth)} ${y - r - 60}H${face}m0 -8v16M${z(depth)} ${y - r - 68}v16`}
            stroke="var(--color-mark)"
            strokeWidth="3"
          />
        </g>
        <Words at={[face - 4, y - r - 74]} anchor="end" tone="mark" bold>
          {writeMm(depth, reader)}
        </Words>
        <ScaleBar at={[620, 484]} px={5 * s} words={writeMm(5, reader, 1)} />
        {checks.length > 0 && <LimitScale at={[28 + 250, 400]} width={220} checks={checks} reader={reader} />}
      </>
    ),
  };
}
