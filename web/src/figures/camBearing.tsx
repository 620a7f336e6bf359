import { scaleLinear } from 'd3-scale';
import type { EngineSheet, ReadingState, StepState, TaskState } from '../api/types';
import { clockText, normalise, writeMm, writeNumber, writeQuantity } from '../entry/wording';
import { Hatches, LimitScale, ScaleBar, Words } from './parts';
import {
  labelledBelow,
  onCircle,
  rows,
  slotsOf,
  type Place,
  type Point,
  type Scene,
  type SceneInput,
} from './scene';

type Cam = NonNullable<EngineSheet['cam']>;
type Bearing = Cam['bearings'][number];
type Shape = Bearing['passages'][number]['shape'];
export type Sight = NonNullable<ReadingState['sight']>;

export const bearingOf = (sheet: EngineSheet, item: string): Bearing | undefined =>
  sheet.cam?.bearings.find((b) => b.id === item) ?? sheet.cam?.bearings[0];

/** The smaller of a passage's sizes, mm: how far a wire that catches may be out. */
export function passageSize(sheet: EngineSheet, item: string, id: string): number {
  const shape = bearingOf(sheet, item)?.passages.find((p) => p.id === id)?.shape;
  return shape ? (shape.diameterMm ?? shape.widthMm ?? 0) : 0;
}

/** Half of what a shape takes around and along, mm. */
const half = (shape: Shape): [around: number, along: number] =>
  shape.kind === 'circle'
    ? [shape.diameterMm! / 2, shape.diameterMm! / 2]
    : shape.kind === 'groove'
      ? [200, shape.widthMm! / 2]
      : shape.axis === 'around'
        ? [shape.lengthMm! / 2, shape.widthMm! / 2]
        : [shape.widthMm! / 2, shape.lengthMm! / 2];

/** A hole's outline about a point, its round ends round. */
const outline = (shape: Shape, [x, y]: Point, scale: number): string => {
  const [a, b] = half(shape);
  const [w, h] = [a * scale, b * scale];
  const r = shape.kind === 'groove' ? 0 : Math.min(w, h);
  return `M${x - w + r} ${y - h}H${x + w - r}A${r} ${r} 0 0 1 ${x + w} ${y - h + r}V${y + h - r}A${r} ${r} 0 0 1 ${x + w - r} ${y + h}H${x - w + r}A${r} ${r} 0 0 1 ${x - w} ${y + h - r}V${y - h + r}A${r} ${r} 0 0 1 ${x - w + r} ${y - h}z`;
};

/**
 * Where a shell's hole is drawn as the eye sees it down a passage from outside, front up: clockwise seen from the front
 * is to the left.
 */
export const eyed = (sight: { aroundMm: number; alongMm: number }, scale: number): Point => [
  -sight.aroundMm * scale,
  sight.alongMm * scale,
];

/** A passage as the eye sees it: the open part dark, the shell's metal hatched across the rest. */
export function Eye({
  id,
  at,
  passage,
  hole,
  sight,
  scale,
}: {
  id: string;
  at: Point;
  passage: Shape;
  hole: Shape;
  sight: Sight | undefined;
  scale: number;
}) {
  const [dx, dy] = sight ? eyed(sight, scale) : [0, 0];
  const shown = sight && sight.kind !== 'shut';
  const edge = outline(passage, at, scale);
  return (
    <g fill="none" strokeWidth="3">
      <clipPath id={`eye-${id}`}>
        <path d={edge} />
      </clipPath>
      {sight && (
        <g clipPath={`url(#eye-${id})`}>
          <path d={edge} fill="var(--color-field-deep)" />
          <path d={edge} fill="url(#metal)" />
          {shown && <path d={outline(hole, [at[0] + dx, at[1] + dy], scale)} fill="var(--color-dark)" />}
        </g>
      )}
      {shown && (
        <path
          d={outline(hole, [at[0] + dx, at[1] + dy], scale)}
          stroke="var(--color-mark)"
          strokeWidth="2.5"
          clipPath={hole.kind === 'groove' ? `url(#eye-${id})` : undefined}
        />
      )}
      <path d={edge} stroke="var(--color-line)" strokeWidth="4" strokeDasharray={sight ? undefined : '8 6'} />
    </g>
  );
}

/** The hatch of a shell's metal seen down a passage. */
export function MetalHatch() {
  return (
    <defs>
      <pattern id="metal" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V9" stroke="var(--color-mark)" strokeWidth="3" />
      </pattern>
    </defs>
  );
}

/** One scale for all passages of a bearing, px/mm. */
export const eyeScale = (bearing: Bearing): number =>
  Math.min(20, 148 / Math.max(...bearing.passages.flatMap((p) => half(p.shape).map((h) => 2 * h))));

const mapAt: Point = [40, 378];

/** The bore unrolled, seen from outside, front up, to scale: where a front clock angle and a depth stand in the figure. */
export function unrolled(bearing: Bearing) {
  const round = Math.PI * bearing.diameterMm;
  const flat = Math.min(690 / round, 84 / bearing.widthMm);
  // 6 o'clock in the middle; clockwise seen from the front goes to the left.
  const along = (deg: number): number => mapAt[0] + (normalise(180 - deg + 180) / 360) * round * flat;
  const at = (deg: number, mm: number): Point => [along(deg), mapAt[1] + mm * flat];
  return { flat, round, along, at };
}

const spread = (n: number): number[] => (n === 1 ? [300] : n === 2 ? [200, 520] : [150, 390, 630]);

/** + clockwise from the front where a bearing is driven from the front; mirrored where it is driven from the rear. */
function signOf(task: TaskState, item: string): 1 | -1 {
  const order = task.steps.find((s) => s.ref.step === 'order')?.now.answer;
  return order?.calculator === 'drive-order' && order.order.find((o) => o.id === item)?.from === 'rear'
    ? -1
    : 1;
}

/** A bearing's passages as the eye sees them, the bore unrolled to scale, and what is open. */
export function camWindow({ sheet, task, step, sight, open, reader }: SceneInput): Scene {
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

/** A shell laid beside its bore, both across, to scale, with what is measured on them. */
export function camShell({ sheet, step, reader }: SceneInput): Scene {
  const bearing = bearingOf(sheet, step.ref.item);
  const slots = slotsOf(step).map((s) => s.slot);
  const places: Record<string, Place> = {};
  if (!bearing) return { title: step.title, places, drawing: null };
  const s = 128 / (bearing.diameterMm / 2);
  const shell: Point = [470, 262];
  const bore: Point = [800, 262];
  const r = (bearing.diameterMm / 2) * s;
  const boxes: Record<string, Place> = {
    mark: { at: [24, 92], from: [262, 92] },
    holes: { at: [24, 196], width: 330 },
    outer: { at: [112, 320], to: onCircle(shell, r, 250) },
    wall: { at: [112, 424], to: onCircle(shell, r - bearing.wallMm * s, 215) },
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
  return {
    title: `${step.title}: shell and bore seen from the front, to scale`,
    places,
    ...(found && {
      twin: [
        ['Crush', writeMm(found.crushMm, reader, 0.001)],
        ['Crush hot', writeMm(found.crushHotMm, reader, 0.001)],
        ['Clearance', writeMm(found.clearanceMm, reader, 0.001)],
        ['Clearance hot', writeMm(found.clearanceHotMm, reader, 0.001)],
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
            <Words at={[shell[0], 460]} anchor="middle" size={20} bold tone="mark">
              {`clearance ${writeMm(found.clearanceMm, reader, 0.001)}, hot ${writeMm(found.clearanceHotMm, reader, 0.001)}`}
            </Words>
          </>
        )}
      </>
    ),
  };
}

/** The tunnel from the side to scale along the cam, front at the left. */
function tunnel(cam: Cam, from: number, to: number) {
  const [low, high] = [cam.bearings[0]!.zMm, Math.max(...cam.bearings.map((b) => b.zMm + b.widthMm))];
  return scaleLinear([low, high], [from, to]);
}

/** Words broken into lines of about so many letters. */
const lines = (text: string, letters: number): string[] =>
  text.split(' ').reduce<string[]>((all, word) => {
    const last = all[all.length - 1];
    return last !== undefined && last.length + word.length < letters
      ? [...all.slice(0, -1), `${last} ${word}`.trim()]
      : [...all, word];
  }, []);

const numberOf = (cam: Cam, id: string): number => cam.bearings.findIndex((b) => b.id === id) + 1;

/** In which order the shells go in, from which end, as arrows on the tunnel. */
export function camOrder({ sheet, step }: SceneInput): Scene {
  const cam = sheet.cam!;
  const answer = step.now.answer?.calculator === 'drive-order' ? step.now.answer : undefined;
  const z = tunnel(cam, 380, 1010);
  const tall = 30;
  const y0 = 86;
  return {
    title: 'The order, front at the left: each arrow goes in to its own bore',
    places: { tool: { at: [24, 110], width: 290 } },
    choice: { left: 24, bottom: 12, width: 230 },
    ...(answer && {
      twin: [
        ...answer.order.map(
          (o, i) => [`${i + 1}: bearing ${numberOf(cam, o.id)}`, `from the ${o.from}: ${o.because}`] as const,
        ),
        ...answer.impossible.map((o) => [`Bearing ${numberOf(cam, o.id)}, not possible`, o.because] as const),
      ],
    }),
    drawing: (
      <>
        <Hatches />
        {cam.bearings.map((b) => (
          <g key={b.id} fill="none" stroke="var(--color-line)" strokeWidth="2">
            <rect
              x={z(b.zMm)}
              y={y0 - 26}
              width={Math.max(8, z(b.zMm + b.widthMm) - z(b.zMm))}
              height="360"
              stroke="var(--color-structure)"
            />
            <Words at={[z(b.zMm + b.widthMm / 2), y0 - 34]} anchor="middle" bold>
              {numberOf(cam, b.id)}
            </Words>
          </g>
        ))}
        {answer?.order.map((o, i) => {
          const b = cam.bearings.find((x) => x.id === o.id)!;
          const y = y0 + i * tall;
          const tip = z(b.zMm + b.widthMm / 2);
          const tail = o.from === 'front' ? 372 : 1030;
          const back = o.from === 'front' ? -12 : 12;
          return (
            <g key={o.id} fill="none" stroke="var(--color-mark)" strokeWidth="3">
              <path d={`M${tail} ${y}H${tip}m${back} -8l${-back} 8l${back} 8`} />
              <Words
                at={[tail + (o.from === 'front' ? -8 : 8), y + 6]}
                anchor={o.from === 'front' ? 'end' : 'start'}
                bold
              >
                {i + 1}
              </Words>
            </g>
          );
        })}
        {lines(
          answer?.impossible[0]
            ? `Not possible, bearing ${numberOf(cam, answer.impossible[0].id)}: ${answer.impossible[0].because}`
            : answer?.order[0]
              ? `First bearing ${numberOf(cam, answer.order[0].id)}: ${answer.order[0].because}`
              : '',
          32,
        )
          .slice(0, 6)
          .map((words, i) => (
            <Words key={i} at={[770, 350 + i * 26]} tone={answer?.impossible[0] ? 'mark' : 'line'}>
              {words}
            </Words>
          ))}
      </>
    ),
  };
}

/** How far each bearing stands off, magnified, with the room in it as a tube, and the best straight cam through them. */
export function camLine({ sheet, step, reader, open }: SceneInput): Scene {
  const cam = sheet.cam!;
  const slots = slotsOf(step);
  const answer = step.now.answer?.calculator === 'bore-line' ? step.now.answer : undefined;
  const z = tunnel(cam, 90, 1000);
  const places: Record<string, Place> = {};
  cam.bearings.forEach((b) => {
    const x = Math.min(Math.max(z(b.zMm + b.widthMm / 2), 90), 960);
    places[`${b.id}-x`] = { at: [x, 76] };
    places[`${b.id}-y`] = { at: [x, 420] };
  });
  const value = (id: string, axis: string) =>
    slots.find((s) => s.slot.key === `${id}-${axis}`)?.live?.value ?? undefined;
  const all = cam.bearings.flatMap((b) => [value(b.id, 'x') ?? 0, value(b.id, 'y') ?? 0]);
  const perMm = 46 / Math.max(0.06, ...all.map(Math.abs));
  const rowsAt = { x: 196, y: 336 } as const;
  const line = answer?.line;
  const current = open ?? slots.find((s) => !s.live)?.slot.key;
  const item = current?.replace(/-[xy]$/, '');
  return {
    title: 'Each bearing’s middle off the bar, magnified; bars: the room in it; line: the best straight cam',
    places,
    // One bearing at a time, or the last.
    shows: slots
      .filter((s) => s.live || s.slot.key.startsWith(`${item}-`))
      .map((s) => s.slot.key)
      .slice(-4),
    ...(answer && {
      twin: [
        ['Slack', writeMm(answer.slackMm, reader, 0.001)],
        ...answer.stations.map(
          (s) =>
            [
              `Bearing ${numberOf(cam, s.id)}`,
              `${writeMm(s.offMm, reader, 0.001)} off, ${writeMm(s.leftMm, reader, 0.001)} left`,
            ] as const,
        ),
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        {(['x', 'y'] as const).map((axis) => (
          <g key={axis} fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
            <path d={`M70 ${rowsAt[axis]}H1020`} strokeDasharray="14 4 3 4" />
            <Words at={[24, rowsAt[axis] - 34]}>{axis === 'x' ? 'to 3' : 'to 12'}</Words>
            {cam.bearings.map((b) => {
              const v = value(b.id, axis);
              const x = z(b.zMm + b.widthMm / 2);
              const room = answer?.stations.find((s) => s.id === b.id);
              const clear = room ? (room.leftMm + room.offMm) * perMm : 0;
              const tight = answer?.tightest.includes(b.id);
              return (
                <g key={b.id}>
                  {v !== undefined && (
                    <>
                      {clear > 0 && (
                        <rect
                          x={x - 9}
                          y={rowsAt[axis] - v * perMm - clear}
                          width="18"
                          height={2 * clear}
                          fill="url(#cut)"
                          stroke={tight ? 'var(--color-mark)' : 'var(--color-line)'}
                          strokeWidth={tight ? 3 : 1.5}
                        />
                      )}
                      <circle
                        cx={x}
                        cy={rowsAt[axis] - v * perMm}
                        r="5"
                        fill="var(--color-line)"
                        stroke="none"
                      />
                    </>
                  )}
                  {axis === 'x' && (
                    <Words at={[x, 270]} anchor="middle" bold tone={tight ? 'mark' : 'line'}>
                      {numberOf(cam, b.id)}
                    </Words>
                  )}
                </g>
              );
            })}
            {line && (
              <path
                d={`M${z(cam.bearings[0]!.zMm)} ${rowsAt[axis] - ((axis === 'x' ? line.x0Mm : line.y0Mm) + ((axis === 'x' ? line.xPerM : line.yPerM) * cam.bearings[0]!.zMm) / 1000) * perMm}L${z(cam.bearings[cam.bearings.length - 1]!.zMm)} ${rowsAt[axis] - ((axis === 'x' ? line.x0Mm : line.y0Mm) + ((axis === 'x' ? line.xPerM : line.yPerM) * cam.bearings[cam.bearings.length - 1]!.zMm) / 1000) * perMm}`}
                stroke="var(--color-mark)"
                strokeWidth="3"
              />
            )}
          </g>
        ))}
        <ScaleBar at={[24, 490]} px={0.05 * perMm} words={`${writeMm(0.05, reader)}, offsets only`} />
        {answer && (
          <Words at={[1020, 490]} anchor="end" size={20} bold tone="mark">
            {`slack ${writeMm(answer.slackMm, reader, 0.001)}`}
          </Words>
        )}
      </>
    ),
  };
}

/** The cam's turning torque round a turn. */
export function camDrag({ step, reader }: SceneInput): Scene {
  const slots = slotsOf(step);
  const centre: Point = [430, 256];
  const values = slots.map((s) => s.live?.value ?? undefined);
  const answer = step.now.answer?.calculator === 'turning-drag' ? step.now.answer : undefined;
  const most = Math.max(1, ...values.map((v) => v ?? 0));
  const out = 110;
  const boxes: Point[] = [
    [430, 70],
    [640, 108],
    [690, 246],
    [640, 388],
    [430, 418],
    [220, 388],
    [170, 246],
    [220, 108],
  ];
  const places: Record<string, Place> = {};
  slots.forEach((s, i) => {
    places[s.slot.key] = { at: boxes[i] ?? centre, to: onCircle(centre, out, s.slot.angleDeg ?? 0) };
  });
  const points = values
    .map((v, i) => (v === undefined ? undefined : onCircle(centre, (v / most) * out, i * 45)))
    .filter((p) => p !== undefined);
  return {
    title: 'Torque to turn the cam, round a turn, seen from the front',
    places,
    ...(answer && {
      twin: [
        ['Mean', writeQuantity({ value: answer.meanNm, dimension: 'torque', resolution: 0.1 }, reader)],
        [
          'Once a turn',
          writeQuantity({ value: answer.onceNm, dimension: 'torque', resolution: 0.1 }, reader),
        ],
        [
          'Twice a turn',
          writeQuantity({ value: answer.twiceNm, dimension: 'torque', resolution: 0.1 }, reader),
        ],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={out} />
          {answer && (
            <circle
              cx={centre[0]}
              cy={centre[1]}
              r={(answer.meanNm / most) * out}
              stroke="var(--color-structure)"
              strokeDasharray="6 6"
            />
          )}
          {points.length > 2 && (
            <path
              d={`M${points.map((p) => p.join(' ')).join('L')}${points.length === slots.length ? 'z' : ''}`}
              stroke="var(--color-mark)"
              strokeWidth="4"
            />
          )}
        </g>
        {answer && (
          <>
            <Words at={[812, 110]} size={26} bold tone="mark">
              {`mean ${writeQuantity({ value: answer.meanNm, dimension: 'torque', resolution: 0.1 }, reader)}`}
            </Words>
            <Words
              at={[812, 146]}
            >{`once a turn ${writeQuantity({ value: answer.onceNm, dimension: 'torque', resolution: 0.1 }, reader)}`}</Words>
            <Words
              at={[812, 174]}
            >{`twice a turn ${writeQuantity({ value: answer.twiceNm, dimension: 'torque', resolution: 0.1 }, reader)}`}</Words>
            <LimitScale
              at={[812, 300]}
              width={210}
              checks={step.now.call?.checks.slice(0, 1) ?? []}
              reader={reader}
            />
          </>
        )}
      </>
    ),
  };
}

const stepAt = (task: TaskState, id: string, item: string): StepState | undefined =>
  task.steps.find((s) => s.ref.step === id && s.ref.item === item);

/** All bearings at once: window, crush, clearance and how each stands. */
export function camStrip({ sheet, task, reader }: SceneInput): Scene {
  const cam = sheet.cam!;
  const z = tunnel(cam, 120, 960);
  const found = cam.bearings.map((b) => {
    const seat = stepAt(task, 'seat', b.id);
    const set = stepAt(task, 'set', b.id);
    const start = stepAt(task, 'start', b.id);
    return {
      b,
      drives: start?.round ?? 1,
      window: seat?.now.answer?.calculator === 'oil-hole-window' ? seat.now.answer.worstShare : undefined,
      fit: set?.now.answer?.calculator === 'shell-clearance' ? set.now.answer : undefined,
      released: seat?.status === 'released',
    };
  });
  const known = found.flatMap((f) => (f.window === undefined ? [] : [f.window]));
  const worst = known.length > 1 ? Math.min(...known) : undefined;
  const row = (y: number, words: string) => (
    <Words at={[20, y]} bold>
      {words}
    </Words>
  );
  return {
    title: 'The whole tunnel, front at the left, bearings to scale along it',
    places: {},
    twin: found.map(
      (f) =>
        [
          `Bearing ${numberOf(cam, f.b.id)}`,
          `${f.window === undefined ? 'not looked at' : `${writeNumber(f.window * 100, 1)} % open`}, crush ${f.fit ? writeMm(f.fit.crushMm, reader, 0.001) : 'not measured'}, driven ${f.drives}`,
        ] as const,
    ),
    drawing: (
      <>
        <Hatches />
        {row(300, 'open')}
        {row(350, 'crush')}
        {row(400, 'clear')}
        {row(450, 'driven')}
        {found.map((f) => {
          const x = z(f.b.zMm + f.b.widthMm / 2);
          const odd = f.window !== undefined && f.window === worst && f.window < 0.8;
          return (
            <g key={f.b.id} fill="none" stroke="var(--color-line)" strokeWidth="2.5">
              <rect
                x={x - 16}
                y={170 - f.b.diameterMm}
                width="32"
                height={2 * f.b.diameterMm}
                fill="url(#cut)"
                stroke={odd ? 'var(--color-mark)' : 'var(--color-line)'}
                strokeWidth={odd ? 4 : 2.5}
              />
              {f.window !== undefined && (
                <rect
                  x={x - 16}
                  y={170 + f.b.diameterMm - 2 * f.b.diameterMm * f.window}
                  width="32"
                  height={2 * f.b.diameterMm * f.window}
                  fill="var(--color-line)"
                />
              )}
              <Words at={[x, 100]} anchor="middle" size={22} bold>
                {numberOf(cam, f.b.id)}
              </Words>
              <Words at={[x, 300]} anchor="middle" size={20} bold tone={odd ? 'mark' : 'line'}>
                {f.window === undefined ? '–' : `${writeNumber(f.window * 100, 1)} %`}
              </Words>
              <Words at={[x, 350]} anchor="middle">
                {f.fit ? writeMm(f.fit.crushMm, reader, 0.001) : '–'}
              </Words>
              <Words at={[x, 400]} anchor="middle">
                {f.fit ? writeMm(f.fit.clearanceMm, reader, 0.001) : '–'}
              </Words>
              <Words at={[x, 450]} anchor="middle">
                {f.drives === 1 ? 'once' : `${f.drives} times`}
              </Words>
              {f.released && (
                <Words at={[x, 482]} anchor="middle">
                  decided
                </Words>
              )}
            </g>
          );
        })}
      </>
    ),
  };
}

/** Sizes after reaming, one bearing at a time. */
export function camReam({ sheet, step }: SceneInput): Scene {
  const cam = sheet.cam!;
  const z = tunnel(cam, 120, 940);
  const places: Record<string, Place> = { pilots: { at: [24, 92] } };
  cam.bearings.forEach((b, i) => {
    places[`${b.id}-inside`] = {
      at: [z(b.zMm + b.widthMm / 2), i % 2 ? 400 : 220],
      to: [z(b.zMm + b.widthMm / 2), 330],
    };
  });
  return {
    title: `${step.title}: inside of each after the reamer, front at the left`,
    places,
    drawing: (
      <>
        <Hatches />
        {cam.bearings.map((b) => (
          <rect
            key={b.id}
            x={z(b.zMm + b.widthMm / 2) - 14}
            y="306"
            width="28"
            height="48"
            fill="url(#cut)"
            stroke="var(--color-line)"
            strokeWidth="2"
          />
        ))}
      </>
    ),
  };
}
