import { type Reader, writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { seen } from '../kit/seen';
import { facedPoint, type Point, column, type Drawn, type SceneInput, slotsOf } from '../scene';

const sizes: Record<string, number> = { shaft: 100, from: 204 };

/** The flange's bolt circle as the plate that is bolted on it, with the distances to make it by. */
export function plate({ sheet, step, reader }: SceneInput): Drawn {
  const flange = sheet.rear!.flange;
  const all = slotsOf(step);
  const slots = all.map((s) => s.slot);
  // Looks on the way stand at one place: only the next is shown.
  const looks = all.filter((s) => s.slot.key.startsWith('look-'));
  const look = looks.find((s) => !s.live) ?? looks[looks.length - 1];
  const made = step.now.answer?.calculator === 'bolt-circle' ? step.now.answer : undefined;
  const outer = sheet.rear!.plate.outerMm;
  const centre: Point = [760, 264];
  const s = 190 / (outer / 2);
  const straight: Reader = { ...reader, up: 0 };
  const hole = sheet.rear!.plate.holeDiameterMm;
  const holes = (flange.places ?? []).map((p) => ({ id: p.id, at: facedPoint(centre, s, p, straight) }));
  const second = made?.chords.find((c) => c.from === '1' && c.to === '3');
  return {
    title: `The plate on the flange’s own circle, to scale, ${seen(straight)}`,
    places: {
      ...column(
        slots.filter((s) => s.kind !== 'number'),
        28,
        58,
        { bottom: 336 },
      ),
      ...Object.fromEntries(looks.map((s) => [s.slot.key, { at: [28, 120], width: 400 } as const])),
      ...Object.fromEntries(
        slots
          .filter((s) => s.kind === 'number')
          .map((s) => [s.key, { at: s.key === 'to' ? [278, 204] : [106, sizes[s.key] ?? 308] } as const]),
      ),
    },
    ...(look && {
      shows: [look.slot.key],
      twin: looks.map((s) => [s.slot.label, s.live?.option ?? 'to do'] as const),
    }),
    choice: { left: 28, bottom: 12, width: 250 },
    drawings: {
      name: `plate-${sheet.id}`,
      request: sheet.rear!.plate,
    },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(outer / 2) * s} strokeWidth="3" />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={(flange.boltCircleMm / 2) * s}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          {holes.map((h) => (
            <g key={h.id}>
              <circle cx={h.at[0]} cy={h.at[1]} r={(hole / 2) * s} fill="var(--color-field-deep)" />
              <Words at={[h.at[0], h.at[1] + 6]} anchor="middle" bold>
                {h.id}
              </Words>
            </g>
          ))}
          {second && holes[0] && holes[2] && (
            <path
              d={`M${holes[0].at.join(' ')}L${holes[2].at.join(' ')}`}
              stroke="var(--color-mark)"
              strokeWidth="3"
            />
          )}
        </g>
        <Words
          at={[centre[0], centre[1] - 8]}
          anchor="middle"
        >{`circle ${writeMm(flange.boltCircleMm, reader)}`}</Words>
        <Words
          at={[centre[0], centre[1] + 18]}
          anchor="middle"
        >{`holes ${writeMm(hole, reader, 0.1)}`}</Words>
        {second && (
          <Words
            at={[centre[0], centre[1] + 44]}
            anchor="middle"
            tone="mark"
            bold
          >{`1 to 3: ${writeMm(second.mm, reader)}`}</Words>
        )}
      </>
    ),
  };
}
