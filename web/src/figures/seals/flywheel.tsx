import { CrankRear } from './CrankRear';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { column, type Drawn, type SceneInput, slotsOf } from '../scene';

/** The crank's rear end from the side with the flywheel beside it, or on it once it is said to be. */
export function flywheel({ sheet, step }: SceneInput): Drawn {
  const slots = slotsOf(step).map((s) => s.slot);
  const on = step.figure === 'flywheel-on';
  const [x, y] = [762, 262];
  const radius = 84;
  const s = radius / (sheet.layout.flangeDiameterMm / 2);
  const bolt = ((sheet.rear?.flange.boltCircleMm ?? 0) / 2) * s;
  const face = x + 44 + (on ? 0 : 76);
  return {
    title: 'The crank’s flange to scale, from the side, front at the left; the flywheel is broken off short',
    places: column(slots, 28, 58),
    choice: { left: 28, bottom: 12, width: 260 },
    drawing: (
      <>
        <Hatches />
        <CrankRear at={[x, y]} radius={radius} />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          {[-1, 1].map((side) => (
            <g key={side} transform={`translate(0 ${y}) scale(1 ${side})`}>
              <path
                d={`M${face} 26H${face + 40}V150l-10 8l8 10l-12 8l6 6H${face + 6}l4 -8l-10 -8l6 -10l-6 -8z`}
                fill="url(#cut)"
              />
              <rect
                x={face - (on ? 44 : 0)}
                y={bolt - 7}
                width={on ? 84 : 40}
                height="14"
                fill="var(--color-dark)"
                stroke="var(--color-mark)"
              />
              {on && <rect x={face + 40} y={bolt - 12} width="16" height="24" stroke="var(--color-mark)" />}
            </g>
          ))}
          {!on && (
            <path
              d={`M${face - 10} ${y}h-52m14 -10l-14 10l14 10`}
              stroke="var(--color-mark)"
              strokeWidth="3"
            />
          )}
        </g>
        <Words at={[face + 56, y + 140]}>flywheel</Words>
      </>
    ),
  };
}
