import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { onCircle, type Place, type Point, rows, type Drawn, type SceneInput, slotsOf } from '../scene';
import { bearingOf, half } from './bearing';

/** A shell laid beside its bore, both across, to scale, with what is measured on them. */
export function camShell({ sheet, step, reader }: SceneInput): Drawn {
  const bearing = bearingOf(sheet, step.ref.item);
  const slots = slotsOf(step).map((s) => s.slot);
  const places: Record<string, Place> = {};
  if (!bearing) return { title: step.title, places, drawing: null };
  const s = 128 / (bearing.diameterMm / 2);
  const shell: Point = [470, 262];
  const bore: Point = [800, 262];
  const r = (bearing.diameterMm / 2) * s;
  const boxes: Record<string, Place> = {
    mark: { at: [24, 84], from: [262, 84] },
    holes: { at: [24, 176], width: 330 },
    outer: { at: [112, 276], to: onCircle(shell, r, 258) },
    wall: { at: [112, 356], to: onCircle(shell, r - bearing.wallMm * s, 225) },
    journal: { at: [112, 436] },
    'front-0': { at: [700, 84], to: onCircle(bore, r, 0) },
    'rear-0': { at: [890, 84], to: onCircle(bore, r, 0) },
    'front-90': { at: [700, 430], to: onCircle(bore, r, 90) },
    'rear-90': { at: [890, 430], to: onCircle(bore, r, 90) },
  };
  const plain = rows(slots, 28, 92, 84);
  for (const slot of slots)
    places[slot.key] =
      boxes[slot.key] ?? (slot.kind === 'number' ? { at: [106, plain[slot.key]!.at[1]] } : plain[slot.key]!);
  const found = step.now.answer?.calculator === 'shell-clearance' ? step.now.answer : undefined;
  const walled = slotsOf(step).some((x) => x.slot.key === 'wall' && x.live);
  return {
    title: `${step.title}: shell and bore seen from the front, to scale`,
    places,
    choice: { left: 24, bottom: 12, width: 300 },
    ...(found && {
      twin: [
        ['Crush', writeMm(found.crushMm, reader, 0.001)],
        ['Crush hot', writeMm(found.crushHotMm, reader, 0.001)],
        ...(walled
          ? ([
              ['Clearance', writeMm(found.clearanceMm, reader, 0.001)],
              ['Clearance hot', writeMm(found.clearanceHotMm, reader, 0.001)],
            ] as const)
          : ([['Clearance', 'not measured']] as const)),
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          <circle cx={shell[0]} cy={shell[1]} r={r} />
          <circle cx={shell[0]} cy={shell[1]} r={r - bearing.wallMm * s} />
          {bearing.jointDeg != null && (
            <path
              d={`M${onCircle(shell, r - bearing.wallMm * s - 4, bearing.jointDeg).join(' ')}L${onCircle(shell, r + 5, bearing.jointDeg).join(' ')}`}
              strokeWidth="4"
            />
          )}
          {bearing.holes.map((h) => (
            <path
              key={h.feeds}
              d={`M${onCircle(shell, r - bearing.wallMm * s - 8, h.angleDeg).join(' ')}L${onCircle(shell, r + 10, h.angleDeg).join(' ')}`}
              stroke="var(--color-mark)"
              strokeWidth={Math.min(30, half(h.shape)[0] * 2 * s * 0.6)}
            />
          ))}
          <path
            d={`M${bore[0] - r - 34} ${bore[1] - r - 34}h${2 * r + 68}v${2 * r + 68}h${-2 * r - 68}z`}
            stroke="var(--color-structure)"
          />
          <circle cx={bore[0]} cy={bore[1]} r={r} />
          {bearing.passages.map((p) => (
            <path
              key={p.id}
              d={`M${onCircle(bore, r, p.angleDeg).join(' ')}L${onCircle(bore, r + 40, p.angleDeg).join(' ')}`}
              stroke="var(--color-structure)"
              strokeWidth={Math.min(30, half(p.shape)[0] * 2 * s * 0.6)}
            />
          ))}
        </g>
        <Words at={[shell[0], shell[1] - 8]} anchor="middle" bold>
          {bearing.mark}
        </Words>
        <Words at={[shell[0], shell[1] + 18]} anchor="middle">
          shell
        </Words>
        <Words at={[bore[0], bore[1] + 6]} anchor="middle">
          bore
        </Words>
        {found && (
          <>
            <Words at={[shell[0], 430]} anchor="middle" size={20} bold tone="mark">
              {`crush ${writeMm(found.crushMm, reader, 0.001)}, hot ${writeMm(found.crushHotMm, reader, 0.001)}`}
            </Words>
            <Words at={[shell[0] - 20, 460]} anchor="middle" size={20} bold tone="mark">
              {walled
                ? `clearance ${writeMm(found.clearanceMm, reader, 0.001)}, hot ${writeMm(found.clearanceHotMm, reader, 0.001)}`
                : 'clearance not measured'}
            </Words>
          </>
        )}
      </>
    ),
  };
}
