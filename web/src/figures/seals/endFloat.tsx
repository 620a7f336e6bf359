import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { Words } from '../kit/Words';
import { type Place, rows, type Scene, type SceneInput, slotsOf } from '../scene';

/** The crank's rear end with a dial on its flange; three times to the front, three times to the rear. */
export function endFloat({ sheet, step, reader }: SceneInput): Scene {
  const slots = slotsOf(step);
  const places: Record<string, Place> = {};
  const ticks = rows(
    slots.filter((s) => s.slot.kind !== 'number').map((s) => s.slot),
    28,
    92,
    78,
  );
  Object.assign(places, ticks);
  for (const { slot } of slots) {
    const [way, n] = slot.key.split('-');
    if (slot.kind === 'number')
      places[slot.key] = { at: [way === 'front' ? 112 : 292, 100 + (Number(n) - 1) * 118] };
  }
  const value = (key: string) => slots.find((s) => s.slot.key === key)?.live?.value ?? undefined;
  const floats = [1, 2, 3]
    .map((n) => [value(`front-${n}`), value(`rear-${n}`)] as const)
    .map(([f, r]) => (f === undefined || r === undefined ? undefined : r - f));
  const r = sheet.layout.flangeDiameterMm / 2;
  const s = 120 / r;
  const [x, y] = [690, 262];
  const checks = step.now.call?.checks.filter((c) => c.name === 'float') ?? [];
  return {
    title: 'The crank’s rear end from the side, front at the left; the dial’s tip on the flange',
    places,
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          <rect
            x={x - 110}
            y={y - 200}
            width="90"
            height="120"
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
          <rect
            x={x - 110}
            y={y + 80}
            width="90"
            height="120"
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
          <rect x={x - 150} y={y - 76} width="150" height="152" fill="var(--color-field-deep)" />
          <rect x={x} y={y - r * s} width="44" height={2 * r * s} fill="url(#cut-back)" />
          <path
            d={`M${x - 190} ${y}H${x + 90}`}
            stroke="var(--color-structure)"
            strokeWidth="1"
            strokeDasharray="16 4 3 4"
          />
          <path d={`M${x + 44} ${y - r * s + 22}h60`} stroke="var(--color-mark)" strokeWidth="5" />
          <circle cx={x + 134} cy={y - r * s + 22} r="30" stroke="var(--color-mark)" strokeWidth="3" />
          <path d={`M${x + 134} ${y - r * s + 22}l14 -18`} stroke="var(--color-mark)" strokeWidth="3" />
          <path
            d={`M${x - 60} ${y + 24}h-56m14 -10l-14 10l14 10M${x - 60} ${y - 24}h56m-14 -10l14 10l-14 10`}
          />
        </g>
        <Words at={[x - 142, y + 58]}>front</Words>
        {floats.map(
          (f, i) =>
            f !== undefined && (
              <Words key={i} at={[388, 106 + i * 118]} size={20} tone="mark" bold>
                {`= ${writeMm(f, reader)}`}
              </Words>
            ),
        )}
        {checks.length > 0 && <LimitScale at={[840, 340]} width={180} checks={checks} reader={reader} />}
      </>
    ),
  };
}
