import type { ReactNode } from 'react';
import { scaleLinear } from 'd3-scale';
import type { CalcAnswer, EngineSheet, TaskState, TraceColumns } from '../api/types';
import { clockIn, faced, writeMm, writeQuantity, type Reader } from '../entry/wording';
import { Hatches, LimitScale, ScaleBar, Words } from './parts';
import {
  facedPoint,
  onCircle,
  onFaced,
  rows,
  slotsOf,
  type Place,
  type Point,
  type Scene,
  type SceneInput,
} from './scene';

type Housing = NonNullable<EngineSheet['cover']>;

/** The part that holds the seal of this task. */
export const housingOf = (sheet: EngineSheet, task: TaskState): Housing | undefined =>
  (task.ref.kind === 'rear-seal' ? sheet.rear?.housing : sheet.cover) ?? undefined;

const partOf = (task: TaskState): string => (task.ref.kind === 'rear-seal' ? 'The housing' : 'The cover');

/** From where it is seen, and which way up it is drawn. */
export const seen = (reader: Reader): string =>
  `seen from the ${reader.view}${!reader.up ? '' : ', as it hangs'}`;

/** The scale at which a part fits a box about the crank, px/mm. */
function fitted(housing: Housing, reader: Reader, half: Point): number {
  const reach = housing.outline.map((p) => facedPoint([0, 0], 1, p, reader));
  return Math.min(...reach.map(([x, y]) => Math.min(half[0] / Math.abs(x), half[1] / Math.abs(y))));
}

/** The outline, bore, bolts and dowels of a cover or housing, as the reader faces it. */
function Outline({
  housing,
  centre,
  scale,
  reader,
  bolt,
}: {
  housing: Housing;
  centre: Point;
  scale: number;
  reader: Reader;
  bolt?: (id: string, at: Point) => ReactNode;
}) {
  const points = housing.outline.map((p) => facedPoint(centre, scale, p, reader));
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="2">
      <path d={`M${points.map((p) => p.join(' ')).join('L')}z`} strokeLinejoin="round" />
      <circle
        cx={centre[0]}
        cy={centre[1]}
        r={(housing.boreMm / 2) * scale}
        stroke="var(--color-line)"
        strokeWidth="3"
      />
      {(housing.dowels ?? []).map((d) => {
        const [x, y] = facedPoint(centre, scale, d, reader);
        return <rect key={`${d.xMm}/${d.yMm}`} x={x - 6} y={y - 6} width="12" height="12" fill="url(#cut)" />;
      })}
      {housing.bolts.map((b) => {
        const at = facedPoint(centre, scale, b, reader);
        return (
          <g key={b.id}>
            {bolt ? (
              bolt(b.id, at)
            ) : (
              <>
                <circle cx={at[0]} cy={at[1]} r="8" fill="var(--color-field)" />
                <circle cx={at[0]} cy={at[1]} r="2.5" fill="var(--color-structure)" />
                <Words
                  at={[at[0] + (at[0] < centre[0] ? -12 : 12), at[1] + 6]}
                  anchor={at[0] < centre[0] ? 'end' : 'start'}
                >
                  {b.id}
                </Words>
              </>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Which way is up now, and where 12 is. */
function WayUp({ at, upDeg, reader }: { at: Point; upDeg: number | null | undefined; reader: Reader }) {
  if (upDeg == null) return <Words at={[at[0] - 20, at[1] + 6]}>crank upright: nothing droops</Words>;
  const tip = onFaced(at, 26, upDeg, reader);
  const tail = onFaced(at, 26, upDeg + 180, reader);
  const wing = (turn: number) => onCircle(tip, 12, faced(upDeg, reader) + turn);
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="3">
      <path
        d={`M${tail.join(' ')}L${tip.join(' ')}M${wing(150).join(' ')}L${tip.join(' ')}L${wing(210).join(' ')}`}
      />
      <Words at={[at[0] + 38, at[1] + 6]}>up now</Words>
    </g>
  );
}

/** Things to do at a cover or housing, beside the part to scale. */
export function housing({ sheet, task, step, reader }: SceneInput): Scene {
  const part = housingOf(sheet, task);
  const slots = slotsOf(step).map((s) => s.slot);
  const placed = rows(slots, 28, 92, 78);
  for (const slot of slots)
    if (slot.kind === 'number') placed[slot.key] = { at: [106, placed[slot.key]!.at[1]] };
  if (!part) return { title: step.title, places: placed, drawing: null };
  const choosing = task.choices.some((c) => c.step === step.ref.step && c.options.length > 1);
  const centre: Point = [choosing ? 924 : 780, part === sheet.cover ? 316 : 268];
  const half: Point = choosing ? [112, 210] : part === sheet.cover ? [200, 232] : [220, 200];
  return {
    title: `${step.title}: ${partOf(task).toLowerCase()}, ${seen(reader)}`,
    turns: true,
    places: placed,
    choice: { left: 446, bottom: 12, width: 172 },
    drawing: (
      <>
        <Hatches />
        <Outline
          housing={part}
          centre={centre}
          scale={fitted(part, reader, half)}
          reader={reader}
          bolt={(id, [x, y]) => (
            <>
              <circle cx={x} cy={y} r="14" fill="var(--color-field)" stroke="var(--color-structure)" />
              <Words at={[x, y + 6]} anchor="middle" bold>
                {id}
              </Words>
            </>
          )}
        />
        <Words
          at={onFaced(centre, (part.boreMm / 2) * fitted(part, reader, half) - 18, 0, reader)}
          anchor="middle"
        >
          12
        </Words>
      </>
    ),
  };
}

/** How the engine hangs, and the droop of a dial on a true ring. */
export function hang({ sheet, task, step, reader }: SceneInput): Scene {
  const slots = slotsOf(step).map((s) => s.slot);
  const places: Record<string, Place> = {};
  let y = 92;
  for (const slot of slots) {
    places[slot.key] =
      slot.kind === 'number'
        ? { at: [110, y] }
        : { at: [28, y + (slot.kind === 'pick' ? 34 : 0)], width: 400 };
    y += 96;
  }
  const part = housingOf(sheet, task);
  const centre: Point = [924, 286];
  const scale = part ? fitted(part, reader, [112, 150]) : 1;
  return {
    title: `How it hangs, ${seen(reader)}`,
    turns: true,
    places,
    choice: { left: 446, bottom: 12, width: 172 },
    drawing: (
      <>
        <Hatches />
        {part && <Outline housing={part} centre={centre} scale={scale} reader={reader} />}
        <WayUp at={centre} upDeg={task.upDeg} reader={reader} />
        {task.upDeg != null && (
          <Words at={[924, 468]} anchor="middle" size={20}>
            {`${clockIn(task.upDeg, reader)} is up`}
          </Words>
        )}
      </>
    ),
  };
}

const around: Record<number, Point> = {
  0: [352, 74],
  45: [688, 128],
  90: [704, 250],
  135: [660, 396],
  180: [430, 420],
  225: [200, 396],
  270: [156, 250],
  315: [172, 128],
};

interface Found {
  name: string;
  offsetMm: number;
  offsetDeg: number | null;
}

/** Every offset that was found in this task, oldest first: the builder sees the part walk in. */
function walked(task: TaskState): Found[] {
  return task.steps
    .flatMap((s) => s.calls.map((call) => ({ call, step: s })))
    .sort((a, b) => a.call.doneAt.localeCompare(b.call.doneAt))
    .flatMap(({ call }) => {
      // What was answered then is kept as it was; a centring has had these fields from its first version.
      const answer = call.judgement.answer as CalcAnswer | null | undefined;
      return answer?.calculator === 'centring' ? [answer] : [];
    })
    .map((a, i) => ({ name: `${i + 1}`, offsetMm: a.offsetMm, offsetDeg: a.offsetDeg ?? null }));
}

/** The seal's bore against the crank: readings round it, the offset magnified, the circle that is a go, the dial's mark. */
export function centring({ sheet, task, step, reader, open, needle }: SceneInput): Scene {
  const part = housingOf(sheet, task);
  const slots = slotsOf(step).map((s) => s.slot);
  const centre: Point = [430, 252];
  const places: Record<string, Place> = {};
  if (!part) return { title: step.title, places, drawing: null };
  const scale = Math.max(fitted(part, reader, [230, 200]), 88 / (part.boreMm / 2));
  const bore = (part.boreMm / 2) * scale;
  for (const slot of slots) {
    if (slot.key === 'reason') places[slot.key] = { at: [770, 440], width: 250 };
    else if (slot.key === 'repeat') {
      const [x, y] = around[(Math.round(faced(0, reader) / 45) * 45) % 360]!;
      places[slot.key] = {
        at: x === 352 ? [520, y] : y > 300 ? [x, y - 88] : [x + Math.sign(centre[0] - x) * 165, y],
        to: onFaced(centre, bore, 0, reader),
      };
    } else if (slot.angleDeg != null)
      places[slot.key] = {
        at: around[(Math.round(faced(slot.angleDeg, reader) / 45) * 45) % 360]!,
        to: onFaced(centre, bore, slot.angleDeg, reader),
      };
  }
  // Beside the figure the second reading stands between the first and its place, and one line is both their own.
  const { '0': first, repeat } = places;
  if (first && repeat && first.at[1] === repeat.at[1] && first.at[0] !== 352) places['0'] = { at: first.at };
  const found = step.now.answer?.calculator === 'centring' ? step.now.answer : undefined;
  const limit = (part.offset?.high ?? step.now.call?.checks.find((c) => c.name === 'offset')?.limit) || 0.1;
  const before = walked(task);
  const largest = Math.max(limit, found?.offsetMm ?? 0, ...before.map((b) => b.offsetMm));
  const perMm = Math.min(30 / limit, (bore - 14) / largest);
  const spot = (mm: number, deg: number | null | undefined): Point =>
    deg == null ? centre : onFaced(centre, mm * perMm, deg, reader);
  const now = found && spot(found.offsetMm, found.offsetDeg);
  const parked = found?.park && !step.passed ? found.park : undefined;
  const dialAt = slots.find((s) => s.key === open)?.angleDeg ?? (parked ? parked.angleDeg : undefined);
  const offset = step.now.call?.checks.filter((c) => c.name === 'offset') ?? [];
  return {
    title: `The seal’s bore against the crank, ${seen(reader)}`,
    turns: true,
    places,
    ...(found && {
      twin: [
        ['Off by', `${writeMm(found.offsetMm, reader)} ± ${writeMm(found.uncertaintyMm, reader, 0.001)}`],
        ['Towards', found.offsetDeg == null ? 'nowhere: it is central' : clockIn(found.offsetDeg, reader)],
        ['Full swing', writeMm(found.tirMm, reader)],
        ['Oval', found.ovalityMm == null ? 'not told' : writeMm(found.ovalityMm, reader)],
        ...before.map((b) => [`Round ${b.name}`, writeMm(b.offsetMm, reader)] as const),
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <clipPath id="within">
          <rect x="0" y="44" width="790" height="456" />
        </clipPath>
        <g clipPath="url(#within)">
          <Outline housing={part} centre={centre} scale={scale} reader={reader} />
        </g>
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={limit * perMm} strokeDasharray="7 5" />
          <path d={`M${centre[0] - 9} ${centre[1]}h18M${centre[0]} ${centre[1] - 9}v18`} strokeWidth="1.5" />
          {before.slice(0, found ? -1 : undefined).map((b) => {
            const [x, y] = spot(b.offsetMm, b.offsetDeg);
            return (
              <g key={b.name}>
                <circle cx={x} cy={y} r="5" />
                <Words at={[x + 8, y + 16]}>{b.name}</Words>
              </g>
            );
          })}
          {dialAt != null &&
            (() => {
              const [x, y] = onFaced(centre, bore, dialAt, reader);
              return <circle cx={x} cy={y} r="12" stroke="var(--color-mark)" strokeWidth="5" />;
            })()}
          {now && found.offsetDeg != null && (
            <g stroke="var(--color-mark)" strokeWidth="4">
              {!step.passed && <path d={`M${now.join(' ')}L${centre.join(' ')}`} />}
              <circle cx={now[0]} cy={now[1]} r="8" fill="var(--color-mark)" />
            </g>
          )}
        </g>
        <WayUp at={[52, 432]} upDeg={task.upDeg} reader={reader} />
        <ScaleBar at={[24, 490]} px={0.05 * perMm} words={`${writeMm(0.05, reader)}, offsets only`} />
        {parked ? (
          <ParkedDial park={parked} needle={needle} reader={reader} limitMm={limit} />
        ) : found ? (
          <>
            <Words at={[812, 96]} size={26} bold tone="mark">
              {`${writeMm(found.offsetMm, reader)} off`}
            </Words>
            {found.offsetDeg != null && (
              <Words at={[812, 128]}>{`towards ${clockIn(found.offsetDeg, reader)}`}</Words>
            )}
            <Words at={[812, 158]}>{`full swing ${writeMm(found.tirMm, reader)}`}</Words>
            {found.ovalityMm != null && (
              <Words at={[812, 188]}>{`oval ${writeMm(found.ovalityMm, reader)}`}</Words>
            )}
            <LimitScale at={[812, 300]} width={210} checks={offset} reader={reader} />
          </>
        ) : (
          <>
            <Words at={[812, 96]}>dashed: inside it is a go,</Words>
            <Words at={[812, 122]}>{`${writeMm(limit, reader)} off at most`}</Words>
            {before.length > 0 && <Words at={[812, 162]}>numbers: where it stood before</Words>}
          </>
        )}
      </>
    ),
  };
}

/** The dial parked: where its needle stands, and the mark that it has to reach. */
function ParkedDial({
  park,
  needle,
  reader,
  limitMm,
}: {
  park: { angleDeg: number; nowMm: number; targetMm: number };
  needle: number | undefined;
  reader: Reader;
  limitMm: number;
}) {
  const now = needle ?? park.nowMm;
  const [low, high] = [Math.min(park.nowMm, park.targetMm, now), Math.max(park.nowMm, park.targetMm, now)];
  const room = Math.max(0.25 * (high - low), 0.02);
  const y = scaleLinear([low - room, high + room], [440, 160]).nice(4);
  const x = 880;
  const reached = Math.abs(now - park.targetMm) <= limitMm / 4;
  return (
    <g>
      <rect x="800" y="58" width="232" height="420" fill="var(--color-field-deep)" />
      <Words at={[816, 92]} size={22} bold>
        {`Dial parked at ${clockIn(park.angleDeg, reader)}`}
      </Words>
      <Words at={[816, 120]}>{reached ? 'on its mark: sweep again' : 'tap until the needle meets it'}</Words>
      <g fill="none" stroke="var(--color-line)" strokeWidth="2">
        <path d={`M${x} ${y.range()[0]}V${y.range()[1]}`} />
        {y.ticks(8).map((tick) => (
          <path key={tick} d={`M${x - 8} ${y(tick)}h8`} stroke="var(--color-structure)" />
        ))}
        {y.ticks(4).map((tick) => (
          <Words key={tick} at={[x - 12, y(tick) + 6]} anchor="end">
            {writeQuantity({ value: tick, dimension: 'length', resolution: 0.01 }, reader).split(' ')[0]!}
          </Words>
        ))}
        <path d={`M${x} ${y(now)}h34`} stroke="var(--color-mark)" strokeWidth="6" />
        <path d={`M${x + 4} ${y(park.targetMm)}l16 -9v18z`} fill="var(--color-line)" />
      </g>
      <Words
        at={[x + 42, y(now) + (Math.abs(y(now) - y(park.targetMm)) < 24 ? -12 : 7)]}
        size={20}
        bold
        tone="mark"
      >
        {`now ${writeMm(now, reader).split(' ')[0]}`}
      </Words>
      <Words
        at={[x + 26, y(park.targetMm) + (Math.abs(y(now) - y(park.targetMm)) < 24 ? 22 : 7)]}
        size={20}
        bold
      >
        {`mark ${writeMm(park.targetMm, reader).split(' ')[0]}`}
      </Words>
    </g>
  );
}

/** The end of a line, a little short of what it points at. */
const short = ([x0, y0]: Point, [x1, y1]: Point, by: number): Point => {
  const length = Math.hypot(x1 - x0, y1 - y0);
  return [x1 - ((x1 - x0) * by) / length, y1 - ((y1 - y0) * by) / length];
};

/** A pull as it comes, torque against angle, with what it is pulled to. */
function Pull({ trace, target, reader }: { trace: TraceColumns; target: number; reader: Reader }) {
  const x = scaleLinear([0, Math.max(60, ...trace.x)], [40, 240]);
  const y = scaleLinear([0, target * 1.2], [470, 300]);
  const points = trace.x.map((angle, i) => `${x(angle)} ${y(trace.y[i] ?? 0)}`);
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
      <path d={`M40 296V470H246`} />
      <path d={`M40 ${y(target)}H246`} stroke="var(--color-line)" strokeWidth="3" />
      <Words at={[46, y(target) - 8]}>
        {writeQuantity({ value: target, dimension: 'torque', resolution: 0.5 }, reader)}
      </Words>
      <Words at={[246, 492]} anchor="end">{`${Math.round(x.domain()[1]!)}°`}</Words>
      {points.length > 1 && <path d={`M${points.join('L')}`} stroke="var(--color-mark)" strokeWidth="4" />}
    </g>
  );
}

/** Bolts in their places and in their order, filled as they are done; what was passed over or pulled twice is told. */
export function bolts({ sheet, task, step, reader, open, live }: SceneInput): Scene {
  const plan = step.now.answer?.calculator === 'torque-plan' ? step.now.answer : undefined;
  const slots = slotsOf(step);
  const flange = step.ref.step === 'flange' ? sheet.rear?.flange : undefined;
  const part = flange ? undefined : housingOf(sheet, task);
  const centre: Point = [430, part && part === sheet.cover ? 330 : 276];
  const ring = (flange ? flange.places : part?.bolts) ?? [];
  const scale = flange
    ? 150 / (flange.boltCircleMm / 2)
    : part
      ? fitted(part, reader, [250, part === sheet.cover ? 250 : 190])
      : 1;
  const isPull = (key: string) => /^\d+-/.test(key);
  const pulls = slots.filter((s) => isPull(s.slot.key));
  const current =
    pulls.find((s) => s.slot.key === open) ?? pulls.find((s) => !s.live) ?? pulls[pulls.length - 1];
  const [passText, boltId] = (current?.slot.key ?? '1-').split('-') as [string, string];
  const pass = Number(passText);
  const order = plan?.passes[pass - 1]?.order ?? [];
  const inPass = (id: string) => pulls.find((s) => s.slot.key === `${pass}-${id}`);
  const lastTaken = pulls.findLast((s) => s.live);
  const firstEmpty = pulls.findIndex((s) => !s.live);
  const passedOver = (key: string) => {
    const i = pulls.findIndex((s) => s.slot.key === key);
    return firstEmpty >= 0 && i >= firstEmpty && !pulls[i]!.live && pulls.slice(i + 1).some((s) => s.live);
  };
  const places: Record<string, Place> = {};
  slots
    .filter((s) => !isPull(s.slot.key))
    .forEach((s, i) => {
      places[s.slot.key] = { at: [24, 78 + i * 70] };
    });
  for (const { slot } of pulls) {
    const id = slot.key.split('-')[1]!;
    const bolt = ring.find((b) => b.id === id);
    places[slot.key] = {
      at: slot.key === current?.slot.key ? [900, 250] : [900, 360],
      ...(bolt && slot.key === current?.slot.key
        ? { to: short([822, 250], facedPoint(centre, scale, bolt, reader), 24), from: [822, 250] }
        : {}),
    };
  }
  const shows = [
    ...slots.filter((s) => !isPull(s.slot.key)).map((s) => s.slot.key),
    ...(current ? [current.slot.key] : []),
    ...(lastTaken && lastTaken !== current ? [lastTaken.slot.key] : []),
  ];
  return {
    title: `${plan ? `Pass ${pass} of ${plan.passes.length}` : step.title}, ${seen(reader)}: numbers are the order`,
    turns: true,
    places,
    shows,
    twin: pulls.map(
      (s) =>
        [
          s.slot.label,
          s.live?.value == null
            ? 'to do'
            : writeQuantity({ value: s.live.value, dimension: 'torque', resolution: 0.1 }, reader),
        ] as const,
    ),
    drawing: (
      <>
        <Hatches />
        {part && <Outline housing={part} centre={centre} scale={scale} reader={reader} bolt={() => null} />}
        {flange && (
          <g fill="none" stroke="var(--color-structure)" strokeWidth="2">
            <circle
              cx={centre[0]}
              cy={centre[1]}
              r={(sheet.rear!.seal.shaftMm / 2) * scale}
              stroke="var(--color-line)"
              strokeWidth="3"
            />
            <circle cx={centre[0]} cy={centre[1]} r={150} strokeDasharray="6 6" />
            {sheet.spigot && <circle cx={centre[0]} cy={centre[1]} r={(sheet.spigot.outerMm / 2) * scale} />}
          </g>
        )}
        {ring.map((b) => {
          const [x, y] = facedPoint(centre, scale, b, reader);
          const here = inPass(b.id);
          const missed = here && passedOver(here.slot.key);
          const twice = (here?.readings.length ?? 0) > 1;
          const now = b.id === boltId;
          return (
            <g key={b.id} fill="none" stroke="var(--color-line)" strokeWidth="2">
              <circle
                cx={x}
                cy={y}
                r="21"
                fill={here?.live ? 'var(--color-line)' : 'var(--color-field-deep)'}
                stroke={now || missed ? 'var(--color-mark)' : 'var(--color-line)'}
                strokeWidth={now ? 5 : 2}
                strokeDasharray={missed ? '5 4' : undefined}
              />
              <text
                x={x}
                y={y + 8}
                textAnchor="middle"
                fontSize="22"
                fontWeight="700"
                stroke="none"
                fill={here?.live ? 'var(--color-field)' : 'var(--color-line)'}
              >
                {order.indexOf(b.id) + 1 || ''}
              </text>
              {(missed || twice) && (
                <Words at={[x, y + 42]} anchor="middle" tone="mark" bold>
                  {missed ? 'missed' : 'twice'}
                </Words>
              )}
            </g>
          );
        })}
        {plan && (
          <>
            <Words at={[800, 96]} size={34} bold tone="mark">
              {writeQuantity(
                { value: plan.passes[pass - 1]?.nm ?? 0, dimension: 'torque', resolution: 0.5 },
                reader,
              )}
            </Words>
            <Words
              at={[800, 126]}
            >{`bolt ${boltId}, number ${order.indexOf(boltId) + 1} of ${order.length}`}</Words>
            <Words at={[800, 154]}>filled: done in this pass</Words>
            {(live ?? lastTaken?.live?.trace) && (
              <Pull
                trace={live && live.x.length > 0 ? live : (lastTaken?.live?.trace ?? { x: [], y: [] })}
                target={
                  plan.passes[
                    (live && live.x.length > 0 ? pass : Number(lastTaken?.slot.key.split('-')[0] ?? pass)) - 1
                  ]?.nm ?? 1
                }
                reader={reader}
              />
            )}
            <g fill="none" stroke="var(--color-line)" strokeWidth="2">
              {plan.passes.map((p, i) => (
                <g key={i}>
                  <rect x={800 + i * 78} y="440" width="70" height="24" fill="var(--color-field-deep)" />
                  <rect
                    x={800 + i * 78}
                    y="440"
                    width={
                      (70 * pulls.filter((s) => s.slot.key.startsWith(`${i + 1}-`) && s.live).length) /
                      p.order.length
                    }
                    height="24"
                    fill="var(--color-line)"
                  />
                  <Words at={[835 + i * 78, 490]} anchor="middle">
                    {i === plan.passes.length - 1 && i > 0 && p.nm === plan.passes[i - 1]!.nm
                      ? 'check'
                      : `pass ${i + 1}`}
                  </Words>
                </g>
              ))}
            </g>
          </>
        )}
      </>
    ),
  };
}

/** The sump rail from the end: the block's face, the cover's face, and the step between them at both sides. */
export function rail({ step, reader }: SceneInput): Scene {
  const at = { left: 170, right: 700 };
  const read = (key: string) => slotsOf(step).find((s) => s.slot.key === key)?.live?.value ?? undefined;
  const perMm = 300;
  const side = (key: 'left' | 'right', x: number) => {
    const step_ = read(key) ?? 0;
    const drop = Math.max(-40, Math.min(40, step_ * perMm));
    return (
      <g key={key} fill="none" stroke="var(--color-line)" strokeWidth="2.5">
        <path d={`M${x - 90} 190V300H${x + 30}V190z`} fill="url(#cut)" />
        <path
          d={`M${x + 34} 190V${300 + drop}H${x + 130}V190z`}
          fill="url(#cut-back)"
          stroke={Math.abs(drop) > 4 ? 'var(--color-mark)' : 'var(--color-line)'}
        />
        <Words at={[x - 40, 180]} anchor="middle">
          block
        </Words>
        <Words at={[x + 82, 180]} anchor="middle">
          cover
        </Words>
        <path
          d={`M${x - 100} 300H${x + 150}`}
          stroke="var(--color-structure)"
          strokeDasharray="6 5"
          strokeWidth="1.5"
        />
      </g>
    );
  };
  const check = step.now.call?.checks ?? [];
  return {
    title:
      'The sump rail at both sides, seen along the crank: a straight edge on the block, a feeler under it',
    places: {
      left: { at: [at.left, 96], to: [at.left + 34, 300] },
      right: { at: [at.right, 96], to: [at.right + 34, 300] },
    },
    drawing: (
      <>
        <Hatches />
        {side('left', at.left)}
        {side('right', at.right)}
        <ScaleBar at={[24, 478]} px={0.1 * perMm} words={`${writeMm(0.1, reader)}, the step only`} />
        {check.length > 0 && <LimitScale at={[380, 400]} width={240} checks={check} reader={reader} />}
      </>
    ),
  };
}
