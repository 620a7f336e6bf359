import { clockIn, faced, writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { seen } from '../kit/seen';
import { field, onFaced, type Place, type Point, type Drawn, type SceneInput, slotsOf } from '../scene';
import { Outline } from './Outline';
import { ParkedDial } from './ParkedDial';
import { WayUp } from './WayUp';
import { fitted, housingOf } from './part';
import { walked } from './walked';

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

/** Where a number stands beside its spot: rounds that lie close to one another are told apart. */
const beside: readonly Point[] = [
  [8, 16],
  [-18, -4],
  [8, -6],
  [-18, 18],
];

/** Whether a bolt's number can be read there: not under a reading's box, not outside. */
const inSight = ([x, y]: Point, places: Readonly<Record<string, Place>>): boolean =>
  x > 20 &&
  y > 60 &&
  y < field.height - 40 &&
  Object.values(places).every(
    ({ at, width }) =>
      Math.abs(x - at[0] - (width ?? 0) / 2) > (width ?? 156) / 2 + 14 || y < at[1] - 42 || y > at[1] + 66,
  );

/** The seal's bore against the crank: readings round it, the offset magnified, the circle that is a go, the dial's mark. */
export function centring({ sheet, task, step, reader, open, needle }: SceneInput): Drawn {
  const part = housingOf(sheet, task);
  const slots = slotsOf(step).map((s) => s.slot);
  const centre: Point = [430, 252];
  const places: Record<string, Place> = {};
  if (!part) return { title: step.title, places, drawing: null };
  const scale = Math.max(fitted(part, reader, [230, 200]), 88 / (part.boreMm / 2));
  const bore = (part.boreMm / 2) * scale;
  for (const slot of slots) {
    if (slot.key === 'reason' || slot.key === 'still') places[slot.key] = { at: [770, 440], width: 250 };
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
          <Outline
            housing={part}
            centre={centre}
            scale={scale}
            reader={reader}
            bolt={(id, at) => (
              <>
                <circle cx={at[0]} cy={at[1]} r="14" fill="var(--color-field)" />
                {inSight(at, places) && (
                  <Words at={[at[0], at[1] + 6]} anchor="middle" bold>
                    {id}
                  </Words>
                )}
              </>
            )}
          />
        </g>
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={limit * perMm} strokeDasharray="7 5" />
          <path d={`M${centre[0] - 9} ${centre[1]}h18M${centre[0]} ${centre[1] - 9}v18`} strokeWidth="1.5" />
          {before.slice(0, found ? -1 : undefined).map((b, i) => {
            const [x, y] = spot(b.offsetMm, b.offsetDeg);
            return (
              <g key={b.name}>
                <circle cx={x} cy={y} r="5" />
                <Words at={[x + beside[i % 4]![0], y + beside[i % 4]![1]]}>{b.name}</Words>
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
        <WayUp at={[44, 330]} upDeg={task.upDeg} reader={reader} />
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
            {before.length > 0 && <Words at={[812, 162]}>numbers: where it stood</Words>}
          </>
        )}
      </>
    ),
  };
}
