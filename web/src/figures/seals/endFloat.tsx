import { CrankRear } from './CrankRear';
import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { Words } from '../kit/Words';
import { type Place, rows, type Drawn, type SceneInput, slotsOf } from '../scene';

/** The crank's rear end with a dial on its flange; three times to the front, three times to the rear. */
export function endFloat({ sheet, step, reader }: SceneInput): Drawn {
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
      places[slot.key] = { at: [way === 'front' ? 112 : 292, 100 + (Number(n ?? 1) - 1) * 118] };
  }
  // Once is enough after a flywheel.
  const once = slots.some((s) => s.slot.key === 'front');
  const value = (key: string) => slots.find((s) => s.slot.key === key)?.live?.value ?? undefined;
  const floats = (once ? [''] : ['-1', '-2', '-3'])
    .map((n) => [value(`front${n}`), value(`rear${n}`)] as const)
    .map(([f, r]) => (f === undefined || r === undefined ? undefined : r - f));
  const r = sheet.layout.flangeDiameterMm / 2;
  const s = 120 / r;
  const checks = step.now.call?.checks.filter((c) => c.name === 'float') ?? [];
  return {
    title: 'The crank’s rear end from the side, front at the left; the dial’s tip on the flange',
    places,
    drawing: (
      <>
        <Hatches />
        <CrankRear at={[690, 262]} radius={r * s} dial />
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
