import { Words } from '../kit/Words';
import type { Point } from '../scene';

/** The crank's rear end from the side, front at the left: the block, the main in it, the flange to scale, and a dial on it. */
export function CrankRear({
  at: [x, y],
  radius,
  dial = false,
}: {
  at: Point;
  /** Of the flange, px. */
  radius: number;
  dial?: boolean;
}) {
  const tip = y - radius + 22;
  return (
    <>
      <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
        {[y - 200, y + 80].map((top) => (
          <rect
            key={top}
            x={x - 110}
            y={top}
            width="90"
            height="120"
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
        ))}
        <rect x={x - 150} y={y - 76} width="150" height="152" fill="var(--color-field-deep)" />
        <rect x={x} y={y - radius} width="44" height={2 * radius} fill="url(#cut-back)" />
        <path
          d={`M${x - 190} ${y}H${x + 90}`}
          stroke="var(--color-structure)"
          strokeWidth="1"
          strokeDasharray="16 4 3 4"
        />
        {dial && (
          <g stroke="var(--color-mark)" strokeWidth="3">
            <path d={`M${x + 44} ${tip}h60`} strokeWidth="5" />
            <circle cx={x + 134} cy={tip} r="30" />
            <path d={`M${x + 134} ${tip}l14 -18`} />
          </g>
        )}
        <path
          d={`M${x - 60} ${y + 24}h-56m14 -10l-14 10l14 10M${x - 60} ${y - 24}h56m-14 -10l14 10l-14 10`}
        />
      </g>
      <Words at={[x - 142, y + 58]}>front</Words>
    </>
  );
}
