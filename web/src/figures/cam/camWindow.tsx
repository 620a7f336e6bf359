import type { TaskState } from '../../api/types';
import { clockText, writeMm, writeNumber } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { labelledBelow, type Place, type Drawn, type SceneInput, slotsOf, shownOn } from '../scene';
import { Eye, eyed, eyeScale, MetalHatch } from './Eye';
import { bearingOf, outline, type Sight } from './bearing';
import { mapAt, unrolled } from './unrolled';

const spread = (n: number): number[] => (n === 1 ? [300] : n === 2 ? [200, 520] : [150, 390, 630]);

/** + clockwise from the front where a bearing is driven from the front; mirrored where it is driven from the rear. */
function signOf(task: TaskState, item: string): 1 | -1 {
  const order = shownOn(task, 'cam-order')?.now.answer;
  return order?.calculator === 'drive-order' && order.order.find((o) => o.id === item)?.from === 'rear'
    ? -1
    : 1;
}

/** A bearing's passages as the eye sees them, the bore unrolled to scale, and what is open. */
export function camWindow({ sheet, task, step, sight, open, reader }: SceneInput): Drawn {
  const bearing = bearingOf(sheet, step.ref.item);
  const slots = slotsOf(step);
  const places: Record<string, Place> = {};
  if (!bearing) return { title: step.title, places, drawing: null };
  const scale = eyeScale(bearing);
  const xs = spread(bearing.passages.length);
  const found = step.now.answer?.calculator === 'oil-hole-window' ? step.now.answer : undefined;
  const sign = signOf(task, bearing.id);
  const seenOf = (id: string): Sight | undefined =>
    id === open
      ? (sight ?? { kind: 'seen', aroundMm: 0, alongMm: 0 })
      : (slots.find((s) => s.slot.key === id)?.live?.sight ??
        (found && slots.some((s) => s.slot.key === 'turn' && s.live)
          ? (() => {
              const w = found.passages.find((p) => p.id === id);
              return (
                w && { kind: 'seen' as const, aroundMm: sign * w.offAroundMm, alongMm: sign * w.offAlongMm }
              );
            })()
          : undefined));
  bearing.passages.forEach((p, i) => {
    places[p.id] = { at: [xs[i]!, 158] };
  });
  const others = slots.filter((s) => !bearing.passages.some((p) => p.id === s.slot.key));
  const measured = others.filter((s) => s.slot.kind === 'number');
  const hasSights = slots.some((s) => s.slot.kind === 'sight');
  others
    .filter((s) => s.slot.kind !== 'number')
    .forEach((s, i) => {
      places[s.slot.key] = hasSights
        ? { at: [776, 84 + i * 90], width: 260 }
        : { at: [28, 92 + i * 96], ...(s.slot.kind === 'pick' ? { width: 560 } : {}) };
    });
  let down = others.length > measured.length ? 176 : 92;
  measured.forEach((s, i) => {
    places[s.slot.key] = hasSights
      ? measured.length > 4
        ? { at: [790 + (i % 2) * 168, 92 + Math.floor(i / 2) * 104] }
        : { at: [856, down] }
      : { at: [106, 92 + (others.length - measured.length + i) * 78] };
    down += labelledBelow(s.slot.label) + 32;
  });
  const { flat, round, at, along } = unrolled(bearing);
  const [mx, my] = mapAt;
  const shareOf = (list: readonly { id: string; openShare: number }[] | undefined, id: string) => {
    const w = list?.find((p) => p.id === id);
    return w && `${writeNumber(w.openShare * 100, 1)} %`;
  };
  return {
    title: hasSights
      ? `${step.title}, as you see it down each passage, lamp in front`
      : `${step.title}: the passages in the bore`,
    places,
    ...(found && {
      twin: [
        ...found.passages.map(
          (p) => [`Down ${p.id}`, `${writeNumber(p.openShare * 100, 1)} % open`] as const,
        ),
        ['Best in reach', `${writeNumber(found.best.worstShare * 100, 1)} % at worst`] as const,
        ['Advice', found.advice.words] as const,
      ],
    }),
    drawing: (
      <>
        <Hatches />
        <MetalHatch />
        {hasSights &&
          bearing.passages.map((p, i) => {
            const hole = bearing.holes.find((h) => h.feeds === p.id);
            const x = xs[i]!;
            return (
              hole && (
                <g key={p.id}>
                  <Words at={[x, 70]} anchor="middle">
                    front
                  </Words>
                  {p.id === open && (
                    <rect
                      x={x - 96}
                      y="78"
                      width="192"
                      height="160"
                      fill="none"
                      stroke="var(--color-mark)"
                      strokeWidth="4"
                    />
                  )}
                  <Eye
                    id={p.id.replace(/\W/g, '-')}
                    at={[x, 158]}
                    passage={p.shape}
                    hole={hole.shape}
                    sight={seenOf(p.id)}
                    scale={scale}
                  />
                  <Words at={[x, 264]} anchor="middle" size={20} bold>
                    {`${p.id}, ${clockText(p.angleDeg)}`}
                  </Words>
                  {found && (
                    <>
                      <Words at={[x, 296]} anchor="middle" size={26} bold tone="mark">
                        {`${shareOf(found.passages, p.id)} open`}
                      </Words>
                      <Words at={[x, 322]} anchor="middle">
                        {found.atFinal
                          ? `at depth ${shareOf(found.atFinal.passages, p.id)}, best ${shareOf(found.best.passages, p.id)}`
                          : `best ${shareOf(found.best.passages, p.id)}`}
                      </Words>
                    </>
                  )}
                </g>
              )
            );
          })}
        <Words at={[mx, my - 14]}>the bore unrolled, seen from outside, to scale</Words>
        <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
          <rect
            x={mx}
            y={my}
            width={round * flat}
            height={bearing.widthMm * flat}
            fill="var(--color-field-deep)"
          />
          {[0, 90, 180, 270].map((deg) => (
            <path key={deg} d={`M${along(deg)} ${my + bearing.widthMm * flat}v6`} />
          ))}
          {bearing.passages.map((p) => (
            <path
              key={p.id}
              d={outline(p.shape, at(p.angleDeg, p.fromFaceMm), flat)}
              stroke="var(--color-line)"
              strokeWidth="2.5"
            />
          ))}
          {found?.passages.map((w) => {
            const p = bearing.passages.find((x) => x.id === w.id);
            const hole = bearing.holes.find((h) => h.feeds === w.id);
            if (!p || !hole) return null;
            const [x, y] = at(p.angleDeg, p.fromFaceMm);
            const [dx, dy] = eyed({ aroundMm: sign * w.offAroundMm, alongMm: sign * w.offAlongMm }, flat);
            return hole.shape.kind === 'groove' ? (
              <path
                key={w.id}
                d={`M${mx} ${y + dy - (hole.shape.widthMm! / 2) * flat}h${round * flat}m0 ${hole.shape.widthMm! * flat}h${-round * flat}`}
                stroke="var(--color-mark)"
                strokeWidth="2"
              />
            ) : (
              <path
                key={w.id}
                d={outline(hole.shape, [x + dx, y + dy], flat)}
                stroke="var(--color-mark)"
                strokeWidth="2"
                fill="url(#metal)"
                fillOpacity="0.35"
              />
            );
          })}
        </g>
        {[90, 180, 270].map((deg) => (
          <Words key={deg} at={[along(deg), my + bearing.widthMm * flat + 24]} anchor="middle">
            {clockText(deg).replace(':00', '')}
          </Words>
        ))}
        <Words at={[mx + round * flat, my - 14]} anchor="end">
          ‹ clockwise from the front
        </Words>
        <Words at={[mx + 6, my + 18]}>front</Words>
        <Words at={[mx + 6, my + bearing.widthMm * flat - 6]}>rear</Words>
        {found && found.advice.direction !== 'none' && !step.passed && (
          <>
            <Words at={[776, 400]} size={24} bold tone="mark">
              {`turn ${writeNumber(Math.abs(found.advice.turnDeg), 0.1)}°`}
            </Words>
            <Words at={[776, 428]}>{found.advice.direction}</Words>
            <Words at={[776, 454]}>{`seen from the ${sign > 0 ? 'front' : 'rear'}`}</Words>
          </>
        )}
        {found && (
          <Words at={[776, 486]}>
            {`${writeMm(Math.max(0, found.advice.driveMm), reader, 0.1)} left to drive`}
          </Words>
        )}
      </>
    ),
  };
}
